import type { Raster } from '../stack/ground.ts';
import { readAt } from './exact.ts';
import type { Target } from './targets.ts';

export function sweepBlurred(
  target: Target,
  from: number,
  rows: number,
  gone: number,
  raster: Raster,
): Float32Array {
  return Float32Array.from(
    { length: rows },
    (_, i) => readAt(target, raster, { row: from + i, gone }).contrast,
  );
}
