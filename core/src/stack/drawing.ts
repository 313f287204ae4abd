import type { HeaderInk, TextRun } from '../header/ink.ts';
import type { PictureSource } from '../layers/kind.ts';
import type { Area } from '../geometry/area.ts';
import type { Raster } from '../geometry/raster.ts';

/** A picture as it is drawn in a box: RGBA pixels, not premultiplied, its left and top edges in header pixels. */
export interface LogoPixels extends Raster {
  left: number;
  top: number;
}

/** What of a run is drawn. */
export type DrawnRun = Pick<TextRun, 'text' | 'font' | 'left' | 'baseline'>;

/** What the header's pixels need from outside: handed in by the browser or by Node. */
export interface Drawing extends PictureSource {
  /** A logo's or an item's picture, drawn in its ink's box; `undefined` where it is missing. */
  logo(picture: string, ink: HeaderInk): LogoPixels | undefined;
  /** How much of each pixel of an area a run of text covers, 0 to 255, row by row. */
  text(run: DrawnRun, area: Area): Uint8Array;
}
