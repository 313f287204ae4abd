import { composeOver } from '../colour/composite.ts';
import { LUMINANCE } from '../colour/contrast.ts';
import type { Rgb, Rgba } from '../colour/rgb.ts';

/** A page's pixels: RGBA, 8 bits a channel, opaque, rows from the top. */
export interface Raster {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/**
 * What even layers make of a page's pixels, a table per channel: the ground's level, and the luminance it adds. Each
 * layer is one colour all over, so the ground of a pixel depends on the page's pixel alone.
 */
export interface GroundTables {
  level: [Uint8Array, Uint8Array, Uint8Array];
  luminance: [Uint16Array, Uint16Array, Uint16Array];
}

/** Tables for even layers, bottom first, laid over the page. */
export function groundTables(layers: readonly Rgba[]): GroundTables {
  const channels = ['r', 'g', 'b'] as const;
  const greys = Array.from({ length: 256 }, (_, v) => composeOver({ r: v, g: v, b: v }, layers));
  const level = channels.map((c) => Uint8Array.from(greys, (ground) => ground[c]));
  const luminance = level.map((table, c) => Uint16Array.from(table, (v) => LUMINANCE[c]![v]!));
  return { level, luminance } as unknown as GroundTables;
}

/** The page's colour at a pixel; a pixel beyond the raster takes the nearest one's. */
export function pixelAt(raster: Raster, x: number, y: number): Rgb {
  const cx = Math.min(raster.width - 1, Math.max(0, x));
  const cy = Math.min(raster.height - 1, Math.max(0, y));
  const i = 4 * (cy * raster.width + cx);
  return { r: raster.data[i]!, g: raster.data[i + 1]!, b: raster.data[i + 2]! };
}
