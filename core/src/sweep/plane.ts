import { WHITE } from '../colour/contrast.ts';
import type { Area } from '../stack/area.ts';
import type { GroundTables, Raster } from '../stack/ground.ts';

/**
 * The ground's luminance in an area of the page. Rows that are the same as the one above share its run number, so that a
 * sweep can pass over them: two rows of one number have only equal rows between them.
 */
export interface Plane {
  /** Page pixels. */
  area: Area;
  width: number;
  luminance: Uint16Array;
  /** The page's own pixels, RGBA. */
  page: Uint32Array;
  runs: Uint32Array;
}

/**
 * Luminances of the ground in an area that lies within the raster.
 * @param tables what lies over the page; where there are none, only the page's own pixels are wanted
 */
export function groundPlane(raster: Raster, tables: GroundTables | undefined, area: Area): Plane {
  const width = area.right - area.left;
  const rows = area.bottom - area.top;
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const luminance = new Uint16Array(tables ? width * rows : 0);
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = (area.top + y) * raster.width + area.left;
    const to = y * width;
    if (y > 0 && areSame(pixels, from, from - raster.width, width)) {
      page.copyWithin(to, to - width, to);
      if (tables) luminance.copyWithin(to, to - width, to);
    } else {
      run++;
      page.set(pixels.subarray(from, from + width), to);
      if (tables) readLuminance(page, tables, to, to + width, luminance);
    }
    runs[y] = run;
  }
  return { area, width, luminance, page, runs };
}

function readLuminance(
  page: Uint32Array,
  { luminance: [r, g, b] }: GroundTables,
  from: number,
  to: number,
  out: Uint16Array,
): void {
  for (let i = from; i < to; i++) {
    const pixel = page[i]!;
    const sum = r[pixel & 255]! + g[(pixel >>> 8) & 255]! + b[(pixel >>> 16) & 255]!;
    out[i] = sum > WHITE ? WHITE : sum;
  }
}

/** Whether as many pixels from one place on are the same as from another. */
export function areSame(pixels: Uint32Array, one: number, other: number, length: number): boolean {
  for (let i = 0; i < length; i++) if (pixels[one + i] !== pixels[other + i]) return false;
  return true;
}
