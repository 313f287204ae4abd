import type { Rgb } from '../colour/rgb.ts';

/** A page's pixels: RGBA, 8 bits a channel, opaque, rows from the top. */
export interface Raster {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  /** The same of a page whose bands have turned, where any of them does along with the scroll. */
  turned?: Uint8ClampedArray;
  /** The same page in the other ways in which it is seen, where pictures take turns on it. */
  others?: readonly Raster[];
}

/** A page's pixels in each way in which it is seen, the first before the others. */
export function rastersOf(raster: Raster): readonly Raster[] {
  return raster.others ? [raster, ...raster.others] : [raster];
}

/** A page's pixels in one of the ways in which it is seen, counted from 0. */
export function rasterShowing(raster: Raster, shows = 0): Raster {
  return rastersOf(raster)[shows] ?? raster;
}

/** The page's colour at a pixel; a pixel beyond the raster takes the nearest one's. */
export function pixelAt(raster: Raster, x: number, y: number): Rgb {
  const cx = Math.min(raster.width - 1, Math.max(0, x));
  const cy = Math.min(raster.height - 1, Math.max(0, y));
  const i = 4 * (cy * raster.width + cx);
  return { r: raster.data[i]!, g: raster.data[i + 1]!, b: raster.data[i + 2]! };
}
