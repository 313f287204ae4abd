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

/** Luminances of the ground in an area that lies within the raster. */
export function groundPlane(raster: Raster, tables: GroundTables, area: Area): Plane {
  const width = area.right - area.left;
  const rows = area.bottom - area.top;
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const luminance = new Uint16Array(width * rows);
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  const [r, g, b] = tables.luminance;
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = (area.top + y) * raster.width + area.left;
    const to = y * width;
    if (y > 0 && sameAsAbove(pixels, from, raster.width, width)) {
      luminance.copyWithin(to, to - width, to);
      page.copyWithin(to, to - width, to);
    } else {
      run++;
      for (let x = 0; x < width; x++) {
        const pixel = pixels[from + x]!;
        const sum = r[pixel & 255]! + g[(pixel >>> 8) & 255]! + b[(pixel >>> 16) & 255]!;
        luminance[to + x] = sum > WHITE ? WHITE : sum;
        page[to + x] = pixel;
      }
    }
    runs[y] = run;
  }
  return { area, width, luminance, page, runs };
}

function sameAsAbove(pixels: Uint32Array, from: number, stride: number, width: number): boolean {
  for (let i = from; i < from + width; i++) if (pixels[i] !== pixels[i - stride]) return false;
  return true;
}
