import { WHITE } from '../colour/contrast.ts';
import type { GroundTables, Raster } from '../stack/ground.ts';

/**
 * The ground's luminance in some columns of the page, for all its rows. Rows that are the same as the one above share
 * its run number, so that a sweep can pass over them: two rows of one number have only equal rows between them.
 */
export interface Plane {
  left: number;
  width: number;
  height: number;
  data: Uint16Array;
  runs: Uint32Array;
}

/** Luminances of the ground in columns `left` to `right` (not included). */
export function groundPlane(raster: Raster, tables: GroundTables, left: number, right: number): Plane {
  const width = right - left;
  const { height } = raster;
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * height);
  const data = new Uint16Array(width * height);
  const runs = new Uint32Array(height);
  const [r, g, b] = tables.luminance;
  let run = 0;
  for (let y = 0; y < height; y++) {
    const from = y * raster.width + left;
    const to = y * width;
    if (y > 0 && sameAsAbove(pixels, from, raster.width, width)) {
      data.copyWithin(to, to - width, to);
    } else {
      run++;
      for (let x = 0; x < width; x++) {
        const pixel = pixels[from + x]!;
        const sum = r[pixel & 255]! + g[(pixel >>> 8) & 255]! + b[(pixel >>> 16) & 255]!;
        data[to + x] = sum > WHITE ? WHITE : sum;
      }
    }
    runs[y] = run;
  }
  return { left, width, height, data, runs };
}

function sameAsAbove(pixels: Uint32Array, from: number, stride: number, width: number): boolean {
  for (let i = from; i < from + width; i++) if (pixels[i] !== pixels[i - stride]) return false;
  return true;
}
