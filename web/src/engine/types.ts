import type { HeaderLayout } from '@hatrail/core/header/laid';
import type { Sight } from '@hatrail/core/page/laid';
import type { Moment } from '@hatrail/core/model/header';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import type { Site } from '@hatrail/core/model/site';
import type { Box } from '@hatrail/core/geometry/box';
import type { Scene } from '@hatrail/core/sweep/scene';
import type { SweepPart } from '@hatrail/core/sweep/prove';
import type { SweptRow } from '@hatrail/core/sweep/row';
import type { LogoPixels } from '@hatrail/core/sweep/logo';

/** What a worker needs to lay out and judge one page in one window. */
export interface SceneRequest {
  site: Site;
  headerId: string;
  pageId: string;
  width: number;
  /** Of the window, where it is not the usual one of that width. */
  height?: number;
  /** Content hash of each picture by id. */
  hashes: Record<string, string>;
  /** The sizes in which its pictures ship. */
  sizes: ShippedSizes;
  /** The logo and the header's pictures as the main thread drew them, by {@link drawnKey}: workers cannot draw SVG. */
  logos: Record<string, LogoPixels>;
  /** The pages' SVG pictures, drawn there too, by their ids. */
  vectors: Record<string, ImageBitmap>;
}

/** What a drawn picture is known by: the picture, and the ink in whose box it is drawn. */
export const drawnKey = (picture: string, inkId: string): string => `${picture} ${inkId}`;

/** A swept scene: its verdicts, and the measures that the screen shows. */
export interface SweptScene {
  rows: SweptRow[];
  facts: SceneFacts;
}

export interface SceneFacts {
  pageHeight: number;
  maxScroll: number;
  windowHeight: number;
  /** How far below the window's top the header keeps: it does where it keeps to the bottom edge. */
  below: number;
  /** Where each stretch of scrolls begins, and the moment that is met there. */
  stretches: Scene['stretches'];
  /** The scrolls over which one look becomes the next, where it does so along with the scroll. */
  transition: Scene['transition'];
  /** The bands whose backdrop turns along with the scroll. */
  turns: Scene['turns'];
  /** The ways in which the page is seen. */
  sights: Sight[];
  /** The header at the top. */
  layout: HeaderLayout;
  /** Its box at each moment, in its own pixels. */
  bars: Record<Moment, Box>;
}

export interface SweepRequest extends SceneRequest {
  moments: readonly Moment[];
  /** Whether the contrast at every scroll is wanted, or only the worst. */
  curves: boolean;
  /** Only a part of it. */
  part?: SweepPart;
  /** Whether its page's picture is not wanted again soon: it takes no room from those that are. */
  isPassing?: boolean;
}
