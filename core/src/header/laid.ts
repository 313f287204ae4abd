import type { Rgba } from '../colour/rgb.ts';
import type { Box } from '../geometry/box.ts';
import type { RailPlace } from '../model/header.ts';
import type { HeaderInk } from './ink.ts';

/** What a laid-out header is made of. */

/** One rail as it is laid out. Header pixels. */
export interface LaidRail {
  /** Its number in the header, from 0. */
  index: number;
  /** Left edge and width: the box's, or the window's where it runs the full width. */
  x: number;
  width: number;
  top: number;
  height: number;
  /** How much lower it is than at the top. */
  less: number;
  /** Height of the tallest thing on it. */
  contents: number;
  /** Width that its contents need, insets and gaps included; not rounded. */
  needed: number;
  /** Room that is left over; negative where its contents do not fit. */
  spare: number;
  leaves: boolean;
  /** It runs the window's full width, above the box. */
  full: boolean;
}

/** One item as it is laid out, its backing included. */
export interface LaidItem {
  id: string;
  rail: number;
  place: RailPlace;
  box: Box;
  /** The ground of its own that fills its box, at rest and under the pointer. */
  backing?: { rest: Rgba; hover: Rgba; radius: number };
}

/**
 * A header with everything at its place, at one width of the window. Its pixels begin at the window's top edge while
 * nothing has scrolled; those of a header that keeps to the bottom, at its own top edge.
 */
export interface HeaderLayout {
  /** `clientWidth`. */
  width: number;
  /** Its lower edge; that of a header that keeps to the bottom with the room below it, down to the window's edge. */
  height: number;
  /** The box that carries its fill, and the radius of its corners. */
  bar: Box;
  radius: number;
  folded: boolean;
  /** The least width at which it is not folded; 0 where nothing folds. */
  foldWidth: number;
  /** Width that its items need unfolded at this width, insets and gaps included; not rounded. */
  needed: number;
  /** Height of the part that stands in the flow of the page. */
  slot: number;
  /** Height of the rails that scroll away while the rest stays, with the room above them. */
  leaving: number;
  rails: LaidRail[];
  items: LaidItem[];
  inks: HeaderInk[];
}
