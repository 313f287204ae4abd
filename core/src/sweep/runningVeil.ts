import type { Raster } from '../stack/ground.ts';
import { readAt } from './exact.ts';
import type { Target } from './targets.ts';

export function sweepThroughVeil(target: Target, from: number, rows: number, raster: Raster): Float32Array {
  return Float32Array.from(
    { length: rows },
    (_, i) => readAt(target, raster, { row: from + i, gone: 0 }).contrast,
  );
}
