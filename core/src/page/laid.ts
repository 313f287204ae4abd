import type { CutEdge } from '../geometry/cut.ts';
import type { Rgb } from '../colour/rgb.ts';
import type { Box } from '../geometry/box.ts';
import type { Font } from '../measure/measure.ts';
import type { Backdrop } from '../model/layer.ts';
import type { BandTurn } from '../model/page.ts';

/** What a laid-out page is made of. */

/** One line of text, placed in page pixels. */
export interface LaidLine {
  text: string;
  x: number;
  baseline: number;
}

export type Block =
  | { kind: 'text'; role: 'heading' | 'paragraph'; font: Font; colour: Rgb; turned?: Rgb; lines: LaidLine[] }
  | { kind: 'edge'; box: Box; colour: Rgb; edge: CutEdge }
  | { kind: 'card'; box: Box; colour: Rgb }
  | { kind: 'button'; box: Box; colour: Rgb; radius: number }
  | { kind: 'picture'; box: Box; picture: string; focus: { x: number; y: number } };

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
