import { mirrored } from '../stack/blur.ts';
import type { Raster } from '../geometry/raster.ts';
import { areSame } from './plane.ts';

/** Where the fast sweep reads a blurred page: at coarse places, with what mirroring at the blurred box's edges changes. */

/** Pixels from one coarse place to the next: a blurred page is smooth, and cubic between places that are a third of the deviation apart. */
export function stepOf(sigma: number): number {
  return sigma >= 9 ? 4 : sigma >= 5 ? 2 : 1;
}

/** Catmull and Rom's cubic through four places, at a share of the way from the second to the third. */
export function cubicWeights(t: number): [number, number, number, number] {
  return [
    -0.5 * t + t * t - 0.5 * t * t * t,
    1 - 2.5 * t * t + 1.5 * t * t * t,
    0.5 * t + 2 * t * t - 1.5 * t * t * t,
    -0.5 * t * t + 0.5 * t * t * t,
  ];
}

/** Coarse places along one side of an area, one beyond it at the near end and two at the far end, and the way to each pixel. */
export function placesAlong(from: number, to: number, step: number) {
  const count = Math.floor((to - from - 1) / step) + 4;
  const places = Array.from({ length: count }, (_, i) => from + (i - 1) * step);
  const ways = new DataView(new ArrayBuffer(20 * (to - from)));
  for (let i = 0; i < to - from; i++) {
    const before = Math.floor(i / step);
    ways.setInt32(20 * i, before, true);
    cubicWeights(i / step - before).forEach((w, k) => ways.setFloat32(20 * i + 4 + 4 * k, w, true));
  }
  return { places, ways: new Uint8Array(ways.buffer) };
}

/**
 * What mirroring at the blurred box's edges changes: rows that are not there, each with its mirror, in header rows; and for each
 * coarse row which of them it asks for, by their numbers, and with what weight.
 */
export function mirrorChanges(places: readonly number[], top: number, bottom: number, weights: Float64Array) {
  const starts = [0];
  const pairs = new Map<number, { number: number; mirror: number }>();
  const changes: { pair: number; weight: number }[] = [];
  for (const place of places) {
    for (let k = 1 - weights.length; k < weights.length; k++) {
      const gone = place + k;
      if (gone >= top && gone < bottom) continue;
      const pair = pairs.get(gone) ?? { number: pairs.size, mirror: mirrored(gone, top, bottom) };
      pairs.set(gone, pair);
      changes.push({ pair: pair.number, weight: weights[Math.abs(k)]! });
    }
    starts.push(changes.length);
  }
  return { starts, changes, pairs: [...pairs].map(([gone, { mirror }]) => ({ gone, mirror })) };
}

/** The page's pixels in some columns and rows; beyond the raster its nearest. Rows like the one above share a run. */
export function windowStrip(raster: Raster, left: number, right: number, top: number, rows: number) {
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const width = right - left;
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  const rowAt = (y: number) => Math.min(raster.height - 1, Math.max(0, top + y)) * raster.width + left;
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = rowAt(y);
    page.set(pixels.subarray(from, from + width), y * width);
    if (y === 0 || !areSame(pixels, from, rowAt(y - 1), width)) run++;
    runs[y] = run;
  }
  return { page, runs, width };
}
