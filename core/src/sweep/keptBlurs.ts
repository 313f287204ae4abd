import type { Raster } from '../geometry/raster.ts';

/**
 * A blurred page at the coarse places behind an item, at every scroll of a sweep. It depends on the page and the blur alone: while
 * a fill or an ink is dragged over it, it is the same at every step.
 */
export interface KeptBlur {
  /** The run numbers of the page's rows. */
  runs: Uint32Array;
  /** Four floats a place, the places of one scroll after those of another. */
  grids: Float32Array;
}

/** Most that is kept, bytes: the links and the logo of a header over a page of some thousand pixels. */
const MOST = 64 * 2 ** 20;

/** What is kept of the page that was asked for last. */
let of: Uint8ClampedArray | undefined;
let kept = new Map<string, KeptBlur>();
let bytes = 0;

/** What was kept of a page under a key; `undefined` where nothing was. */
export function keptBlur(raster: Raster, key: string): KeptBlur | undefined {
  return of === raster.data ? kept.get(key) : undefined;
}

/** Whether there is room to keep as many floats of a page. What turns along with the scroll is not kept. */
export function canKeep(raster: Raster, floats: number): boolean {
  if (raster.turned) return false;
  return 4 * floats + (of === raster.data ? bytes : 0) <= MOST;
}

/** Keeps a blur, in the place of those of another page. */
export function keepBlur(raster: Raster, key: string, blur: KeptBlur): void {
  if (of !== raster.data) [of, kept, bytes] = [raster.data, new Map(), 0];
  kept.set(key, blur);
  bytes += blur.grids.byteLength;
}
