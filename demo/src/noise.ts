/** Noise for painting: the same numbers on every machine. */

/** A number from 0 to 1 for a lattice point (an integer hash after Wang). */
export function hash(x: number, y: number, seed: number): number {
  let h = (Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2246822519)) | 0;
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  h = Math.imul(h ^ (h >>> 16), 2246822519);
  return ((h ^ (h >>> 15)) >>> 0) / 4294967296;
}

const smooth = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);

/** Value noise, 0 to 1, smooth in both directions. */
export function noise(x: number, y: number, seed: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [smooth(x - ix), smooth(y - iy)];
  const top = hash(ix, iy, seed) * (1 - u) + hash(ix + 1, iy, seed) * u;
  const bottom = hash(ix, iy + 1, seed) * (1 - u) + hash(ix + 1, iy + 1, seed) * u;
  return top * (1 - v) + bottom * v;
}

/** Layers of noise, each twice as fine and half as strong; 0 to 1. */
export function layered(x: number, y: number, seed: number, layers: number): number {
  let [sum, strength, total] = [0, 1, 0];
  for (let i = 0; i < layers; i++) {
    sum += strength * noise(x * 2 ** i, y * 2 ** i, seed + i);
    total += strength;
    strength /= 2;
  }
  return sum / total;
}

/** From 0 to 1 while `v` goes from `from` to `to`, smoothly. */
export function step(from: number, to: number, v: number): number {
  const t = Math.min(1, Math.max(0, (v - from) / (to - from)));
  return t * t * (3 - 2 * t);
}
