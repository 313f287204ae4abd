import type { Raster } from '../geometry/raster.ts';

/** A rectangle of whole pixels. */
export interface PixelBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One pixel, its alpha 0 to 255. */
export type Pixel = readonly [r: number, g: number, b: number, a: number];

/** The pixel of a raster at a place within it. */
export function pixelOf({ data, width }: Raster, x: number, y: number): Pixel {
  const i = 4 * (y * width + x);
  return [data[i]!, data[i + 1]!, data[i + 2]!, data[i + 3]!];
}

/** Largest difference of a channel between two pixels; what is transparent is alike whatever its colour. */
export function difference(a: Pixel, b: Pixel): number {
  if (a[3] === 0 && b[3] === 0) return 0;
  return Math.max(...a.map((v, i) => Math.abs(v - b[i]!)));
}

/** A part of a raster as a raster of its own. */
export function cropRaster(raster: Raster, box: PixelBox): Raster {
  const data = new Uint8ClampedArray(4 * box.width * box.height);
  for (let y = 0; y < box.height; y++) {
    const from = 4 * ((box.y + y) * raster.width + box.x);
    data.set(raster.data.subarray(from, from + 4 * box.width), 4 * y * box.width);
  }
  return { width: box.width, height: box.height, data };
}
