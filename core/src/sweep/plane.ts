import type { Area } from '../geometry/area.ts';
import type { GroundTables } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import { theKernel } from './kernel.ts';

/** The page's own pixels in an area. */
export interface Strip {
  /** Page pixels. */
  area: Area;
  width: number;
  /** RGBA. */
  page: Uint32Array;
  /**
   * Rows that are the same as the one above share its run number, so that a sweep can pass over them: two rows of one
   * number have only equal rows between them.
   */
  runs: Uint32Array;
}

/** The ground's luminance in an area of the page. */
export interface Plane extends Strip {
  luminance: Uint16Array;
}

/** Most strips that are kept of a raster: those of the items of some headers. */
const MOST_STRIPS = 64;
const strips = new WeakMap<Uint8ClampedArray, Map<string, Strip>>();

/**
 * An area of a raster, which lies within it; kept with the raster, since every sweep over it asks for the same ones. Of a page
 * on which something turns the pixels change, and nothing is kept.
 */
export function stripOf(raster: Raster, area: Area): Strip {
  if (raster.turned) return cutStrip(raster, area);
  let kept = strips.get(raster.data);
  if (!kept) strips.set(raster.data, (kept = new Map()));
  const key = [area.left, area.top, area.right, area.bottom].join();
  const found = kept.get(key);
  if (found) return found;
  if (kept.size >= MOST_STRIPS) kept.clear();
  const strip = cutStrip(raster, area);
  kept.set(key, strip);
  return strip;
}

function cutStrip(raster: Raster, area: Area): Strip {
  const width = area.right - area.left;
  const rows = area.bottom - area.top;
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = (area.top + y) * raster.width + area.left;
    if (y === 0 || !areSame(pixels, from, from - raster.width, width)) run++;
    page.set(pixels.subarray(from, from + width), y * width);
    runs[y] = run;
  }
  return { area, width, page, runs };
}

/** Luminances of the ground in an area that lies within the raster. */
export function groundPlane(raster: Raster, tables: GroundTables, area: Area): Plane {
  const strip = stripOf(raster, area);
  return { ...strip, luminance: luminances(strip, tables) };
}

function luminances({ page, width, runs }: Strip, tables: GroundTables): Uint16Array {
  const kernel = theKernel();
  const memory = kernel.lay({
    page: ['u32', page.length, 'as it is'],
    runs: ['u32', runs.length, 'as it is'],
    tables: ['u16', 768],
    out: ['u16', page.length, 'as it is'],
  });
  memory.page.array.set(page);
  memory.runs.array.set(runs);
  tables.luminance.forEach((table, c) => memory.tables.array.set(table, 256 * c));
  const { page: from, tables: by, out } = memory;
  kernel.run.luminances(from.at, width, runs.length, memory.runs.at, by.at, out.at);
  return out.array.slice();
}

/** The luminances that occur in a plane, ascending, and how often each does. */
export interface Census {
  values: Uint16Array;
  tallies: Uint32Array;
}
const censuses = new WeakMap<Plane, Census>();

/** The census of a plane, taken once: every ink that is judged on it is ranked by the same. */
export function censusOf(plane: Plane): Census {
  const known = censuses.get(plane);
  if (known) return known;
  const { luminance } = plane;
  const kernel = theKernel();
  const memory = kernel.lay({
    data: ['u16', luminance.length, 'as it is'],
    counts: ['u32', 65536],
    values: ['u16', 65536, 'as it is'],
    tallies: ['u32', 65536, 'as it is'],
  });
  const { data, counts, values, tallies } = memory;
  data.array.set(luminance);
  const distinct = kernel.run.census(data.at, luminance.length, counts.at, values.at, tallies.at);
  const census = { values: values.array.slice(0, distinct), tallies: tallies.array.slice(0, distinct) };
  censuses.set(plane, census);
  return census;
}

/** Whether as many pixels from one place on are the same as from another. */
export function areSame(pixels: Uint32Array, one: number, other: number, length: number): boolean {
  for (let i = 0; i < length; i++) if (pixels[one + i] !== pixels[other + i]) return false;
  return true;
}
