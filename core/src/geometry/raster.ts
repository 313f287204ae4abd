import type { Rgb } from '../colour/rgb.ts';

/** A page's pixels: RGBA, 8 bits a channel, opaque, rows from the top. */
export interface Raster {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  /** The same of a page whose bands have turned, where any of them does along with the scroll. */
  turned?: Uint8ClampedArray;
}

/** The page's colour at a pixel; a pixel beyond the raster takes the nearest one's. */
export function pixelAt(raster: Raster, x: number, y: number): Rgb {
  const cx = Math.min(raster.width - 1, Math.max(0, x));
  const cy = Math.min(raster.height - 1, Math.max(0, y));
  const i = 4 * (cy * raster.width + cx);
  return { r: raster.data[i]!, g: raster.data[i + 1]!, b: raster.data[i + 2]! };
}
