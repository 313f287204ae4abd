import { LUMINANCE, WHITE_LUMINANCE, contrast16, luminance16 } from '../colour/contrast.ts';
import { groundLevel, type Overlay } from '../stack/overlay.ts';
import type { Behind } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import { percentileRank, type Cell } from './cells.ts';
import { readAt, type ExactReading } from './exact.ts';
import { isWithinBlur } from './overEdge.ts';
import { sweepBlurred } from './runningBlur.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * Reading a single place, where a sweep would not pay. What is read is what the straightforward measure reads, to the last bit: only
 * the pixels of cells are composed, and a cell is put in order only if enough of its pixels are worse than the worst cell
 * so far. Over a blurred page it is what the sweep reads there.
 */
export function readQuick(target: JudgedTarget, raster: Raster, behind: Behind): ExactReading {
  const { shape, stack, overlay } = target;
  if (shape.kind !== 'cells' || !isWithinBlur(target)) return readAt(target, raster, behind);
  if (stack.blur) {
    const [swept] = sweepBlurred([target], { from: behind.row, rows: 1, gone: behind.gone }, raster);
    return { contrast: swept!.contrasts[0]!, cell: shape.cells[swept!.worst![0]!]! };
  }
  const ink = luminance16(shape.colour);
  let worst: ExactReading | undefined;
  let [low, high] = [-1, WHITE_LUMINANCE + 1];
  for (const cell of shape.cells) {
    const count = luminancesOf(cell, overlay, raster, behind.row);
    const wanted = percentileRank(count);
    let worse = 0;
    for (let i = 0; i < count; i++) if (found[i]! > low && found[i]! < high) worse++;
    if (worse < wanted) continue;
    const contrasts = new Float32Array(count);
    for (let i = 0; i < count; i++) contrasts[i] = contrast16(ink, found[i]!);
    const contrast = contrasts.sort()[wanted - 1]!;
    if (worst && contrast >= worst.contrast) continue;
    worst = { contrast, cell };
    low = limitOf(ink, contrast, -1);
    high = limitOf(ink, contrast, 1);
  }
  return worst!;
}

/** The luminances of a cell's pixels, as they were read last. */
let found = new Uint16Array(4096);

/** Composes a cell's pixels and gives how many they are. Pixels beyond the raster take the nearest one's. */
function luminancesOf(cell: Cell, { area, data, isEven }: Overlay, raster: Raster, row: number): number {
  const [red, green, blue] = LUMINANCE;
  const count = (cell.right - cell.left) * (cell.bottom - cell.top);
  if (found.length < count) found = new Uint16Array(2 * count);
  const width = area.right - area.left;
  let n = 0;
  for (let y = cell.top; y < cell.bottom; y++) {
    const line = Math.min(raster.height - 1, Math.max(0, row + y)) * raster.width;
    for (let x = cell.left; x < cell.right; x++) {
      const from = 4 * (line + Math.min(raster.width - 1, Math.max(0, x)));
      const at = isEven ? 0 : 4 * ((y - area.top) * width + x - area.left);
      const through = data[at + 3]!;
      const sum =
        red[groundLevel(data[at]!, through, raster.data[from]!)]! +
        green[groundLevel(data[at + 1]!, through, raster.data[from + 1]!)]! +
        blue[groundLevel(data[at + 2]!, through, raster.data[from + 2]!)]!;
      found[n++] = Math.min(WHITE_LUMINANCE, sum);
    }
  }
  return count;
}

/** The luminance nearest to the ink's, on one side of it, whose contrast with it reaches a value; beyond the ends where none does. */
function limitOf(ink: number, contrast: number, side: 1 | -1): number {
  let [under, reaches] = [ink, side < 0 ? -1 : WHITE_LUMINANCE + 1];
  while (Math.abs(reaches - under) > 1) {
    const middle = (under + reaches) >> 1;
    if (contrast16(ink, middle) < contrast) under = middle;
    else reaches = middle;
  }
  return reaches;
}
