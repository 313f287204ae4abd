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
  | { kind: 'edge'; box: Box; colour: Rgb; edge: CutEdge }
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

/**
 * In how many ways a page is seen: 1; or where pictures take turns, with each of them, and with the first without the button that
 * lets them stay, since there is none without scripts or motion.
 */
export function waysSeen({ bands }: Pick<LaidPage, 'bands'>): number {
  const most = Math.max(1, ...bands.map(({ backdrop }) => backdropPictures(backdrop).length));
  return most === 1 ? 1 : most + 1;
}

/** A laid-out page in one of the ways in which it is seen, counted from 0. */
export function laidShowing(laid: LaidPage, shows: number): LaidPage {
  if (shows === 0) return laid;
  const isStill = shows === waysSeen(laid) - 1;
  const bands = laid.bands.map((band) => ({
    ...band,
    backdrop: backdropShowing(band.backdrop, shows),
    blocks: isStill ? band.blocks.filter(({ kind }) => kind !== 'pause') : band.blocks,
  }));
  return { ...laid, bands };
}
