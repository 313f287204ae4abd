import type { Area } from '../stack/area.ts';
import type { GroundTables, Raster } from '../stack/ground.ts';
import { theKernel } from './kernel.ts';

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
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = (area.top + y) * raster.width + area.left;
    const to = y * width;
    if (y > 0 && areSame(pixels, from, from - raster.width, width)) {
      page.copyWithin(to, to - width, to);
    } else {
      run++;
      page.set(pixels.subarray(from, from + width), to);
    }
    runs[y] = run;
  }
  return { area, width, luminance: tables ? luminances(page, tables) : new Uint16Array(0), page, runs };
}

function luminances(page: Uint32Array, tables: GroundTables): Uint16Array {
  const kernel = theKernel();
  const memory = kernel.lay({
    page: ['u32', page.length, 'as it is'],
    tables: ['u16', 768],
    out: ['u16', page.length, 'as it is'],
  });
  memory.page.array.set(page);
  tables.luminance.forEach((table, c) => memory.tables.array.set(table, 256 * c));
  kernel.run.luminances(memory.page.at, page.length, memory.tables.at, memory.out.at);
  return memory.out.array.slice();
}

/** Whether as many pixels from one place on are the same as from another. */
export function areSame(pixels: Uint32Array, one: number, other: number, length: number): boolean {
  for (let i = 0; i < length; i++) if (pixels[one + i] !== pixels[other + i]) return false;
  return true;
}
