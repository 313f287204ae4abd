import type { CutEdge } from '../geometry/cut.ts';
import type { Rgb, Rgba } from '../colour/rgb.ts';
import type { Box } from '../geometry/box.ts';
import type { Font } from '../measure/measure.ts';
import { backdropPictures, backdropShowing, type Backdrop } from '../model/layer.ts';
import type { BandTurn } from '../model/page.ts';

/** What a laid-out page is made of. */

/** One line of text, placed in page pixels. */
export interface LaidLine {
  text: string;
  x: number;
  baseline: number;
}

/** A shadow of letters: offset and blur radius in CSS pixels. */
export interface LetterShadow {
  x: number;
  y: number;
  blur: number;
  colour: Rgba;
}

export type Block =
  | { kind: 'text'; role: 'heading' | 'paragraph'; font: Font; colour: Rgb; turned?: Rgb; lines: LaidLine[] }
  | { kind: 'shadow'; font: Font; lines: LaidLine[]; shadow: LetterShadow }
  | { kind: 'edge'; box: Box; colour: Rgb; edge: CutEdge; hover?: CutEdge }
  | { kind: 'card'; box: Box; colour: Rgb }
  | { kind: 'button'; box: Box; colour: Rgb; radius: number }
  | { kind: 'picture'; box: Box; picture: string; focus: { x: number; y: number } }
  | { kind: 'pause'; box: Box };

export interface LaidBand {
  id: string;
  name: string;
  top: number;
  height: number;
  /** Height that its contents need, whatever its own is. */
  needed: number;
  backdrop: Backdrop;
  turns?: BandTurn;
  /** In the order they are painted. */
  blocks: Block[];
}

/** A page with everything at its place, in page pixels. */
export interface LaidPage {
  width: number;
  height: number;
  colour: Rgb;
  /** Height of the header's slot at the top: 0 where the header lies over the page. */
  slot: number;
  bands: LaidBand[];
  /** The picture of the real page that stands in for bands. */
  snapshot?: { picture: string; box: Box };
}

/** One of the ways in which a page is seen. */
export interface Sight {
  /** Which of the pictures that take turns is seen, counted from 0. */
  shows: number;
  /** Without the button that lets them stay. */
  isStill?: boolean;
  /** The band under the pointer, by its number from 0, where its lower edge is another then. */
  hovered?: number;
}

/**
 * The ways in which a page is seen: as it is; where pictures take turns, with each of them, and with the first without the button that
 * lets them stay, since there is none without scripts or motion; and each of these once more with the pointer on each band whose lower
 * edge is another then.
 */
export function sightsOf({ bands }: Pick<LaidPage, 'bands'>): Sight[] {
  const most = Math.max(1, ...bands.map(({ backdrop }) => backdropPictures(backdrop).length));
  const hovered = bands.flatMap(({ blocks }, i) =>
    blocks.some((block) => block.kind === 'edge' && block.hover) ? [i] : [],
  );
  return sightsAmong(most, hovered);
}

/** The sights of so many pictures, 1 where none take turns, and of bands whose lower edge is another under the pointer. */
export function sightsAmong(most: number, hovered: readonly number[]): Sight[] {
  const each = Array.from({ length: most }, (_, shows): Sight => ({ shows }));
  const pictures = most === 1 ? each : [...each, { shows: 0, isStill: true }];
  return [...pictures, ...hovered.flatMap((band) => pictures.map((sight) => ({ ...sight, hovered: band })))];
}

/** In how many ways a page is seen. */
export const waysSeen = (laid: Pick<LaidPage, 'bands'>): number => sightsOf(laid).length;

/** A laid-out page in one of the ways in which it is seen, counted from 0. */
export function laidShowing(laid: LaidPage, way: number): LaidPage {
  const sight = sightsOf(laid)[way];
  if (way === 0 || !sight) return laid;
  const bands = laid.bands.map((band, i) => ({
    ...band,
    backdrop: backdropShowing(band.backdrop, sight.shows),
    blocks: band.blocks
      .filter(({ kind }) => kind !== 'pause' || !sight.isStill)
      .map((block) =>
        i === sight.hovered && block.kind === 'edge' && block.hover ? { ...block, edge: block.hover } : block,
      ),
  }));
  return { ...laid, bands };
}
