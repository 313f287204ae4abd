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
  /** By how many levels any pixel can have changed since the first scroll, at every scroll. */
  drifts: Float32Array;
}

/** Most that is kept, bytes: the links and the logo of a header over a page of some thousand pixels. */
const MOST = 64 * 2 ** 20;

/** Blurs of the page that was asked for last, kept by whoever sweeps it again and again. */
export class KeptBlurs {
  #of: Uint8ClampedArray | undefined;
  #kept = new Map<string, KeptBlur>();
  #bytes = 0;

  /** What was kept of a page under a key; `undefined` where nothing was. */
  get(raster: Raster, key: string): KeptBlur | undefined {
    return this.#of === raster.data ? this.#kept.get(key) : undefined;
  }

  /** Whether there is room to keep as many floats of a page. What turns along with the scroll is not kept. */
  hasRoom(raster: Raster, floats: number): boolean {
    if (raster.turned) return false;
    return 4 * floats + (this.#of === raster.data ? this.#bytes : 0) <= MOST;
  }

  /** Keeps a blur, in the place of those of another page. */
  keep(raster: Raster, key: string, blur: KeptBlur): void {
    if (this.#of !== raster.data) [this.#of, this.#kept, this.#bytes] = [raster.data, new Map(), 0];
    this.#kept.set(key, blur);
    this.#bytes += blur.grids.byteLength;
  }
}
