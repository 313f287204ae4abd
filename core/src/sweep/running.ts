import { percentileRank, type Cell } from './cells.ts';
import { theKernel } from './kernel.ts';
import { sideOf } from './oneSided.ts';
import { censusOf, type Plane } from './plane.ts';

/** An ink, and the cells that it is judged in. */
export interface CellsToSweep {
  /** Header pixels. */
  cells: readonly Cell[];
  ink: number;
}

/**
 * The fast sweep of cells. Every luminance that occurs is numbered in order of contrast and put in one of 256 classes;
 * each cell keeps a running histogram of classes while the page moves by a row, and the class of its tenth pixel (the
 * running median of Huang, Yang and Tang, 1979). Only cells in the worst class are read, and only where a class holds
 * more than one luminance. The result is the straightforward measure's, to the last bit. Luminances are put in order once for
 * all inks in a row that have the whole plane on the same side of them.
 * @param from page row of the header's top edge at the first step
 * @param rows how many steps, one row each
 * @returns for each ink the contrast of its worst cell at each step
 */
export function sweepCells(
  plane: Plane,
  all: readonly CellsToSweep[],
  from: number,
  rows: number,
): Float32Array[] {
  const { values } = censusOf(plane);
  const memory = layMemory(plane, all, rows);
  const range = { low: values[0]!, high: values.at(-1)! };
  let ordered: unknown;
  return all.map(({ cells, ink }) => {
    const side = sideOf(ink, range) ?? `ink ${ink}`;
    order(memory, plane, ink, side === ordered);
    ordered = side;
    return sweepOrdered(memory, plane, cells, { down: from - plane.area.top, rows });
  });
}

/** The kernel's memory for a plane and all cells on it, what it reads of the plane laid in. */
function layMemory(plane: Plane, all: readonly CellsToSweep[], rows: number) {
  const { luminance, runs } = plane;
  const { values, tallies } = censusOf(plane);
  const sizes = all.flatMap(({ cells }) =>
    cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)),
  );
  const most = Math.max(...all.map(({ cells }) => cells.length));
  const memory = theKernel().lay({
    data: ['u16', luminance.length, 'as it is'],
    levels: ['u8', luminance.length, 'as it is'],
    runs: ['u32', runs.length, 'as it is'],
    values: ['u16', values.length, 'as it is'],
    tallies: ['u32', values.length, 'as it is'],
    rank: ['u16', 65536, 'as it is'],
    contrast: ['f32', values.length, 'as it is'],
    level: ['u8', 65536, 'as it is'],
    single: ['f32', 256, 'as it is'],
    cells: ['i32', 8 * most],
    histograms: ['u16', 256 * most, 'as it is'],
    scratch: ['f32', Math.max(...sizes)],
    result: ['f32', rows],
  });
  memory.data.array.set(luminance);
  memory.runs.array.set(runs);
  memory.values.array.set(values);
  memory.tallies.array.set(tallies);
  return memory;
}
type Memory = ReturnType<typeof layMemory>;

/** Puts luminances in order of contrast with an ink; the pixels' classes stay where they are in the same order as before. */
function order(memory: Memory, { luminance, width, runs }: Plane, ink: number, isAsBefore: boolean): void {
  const { run } = theKernel();
  const { data, values, tallies, rank, contrast, level, single } = memory;
  const distinct = values.array.length;
  run.order(
    values.at,
    tallies.at,
    distinct,
    luminance.length,
    ink,
    rank.at,
    contrast.at,
    level.at,
    single.at,
  );
  if (!isAsBefore)
    run.classes(data.at, width, runs.length, memory.runs.at, 0, width, level.at, memory.levels.at);
}

function sweepOrdered(
  memory: Memory,
  { width, area }: Plane,
  cells: readonly Cell[],
  { down, rows }: { down: number; rows: number },
): Float32Array {
  memory.cells.array.fill(0);
  memory.histograms.array.fill(0, 0, 256 * cells.length);
  cells.forEach((cell, i) => {
    const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
    memory.cells.array.set(
      [cell.left - area.left, cell.top + down, cell.right - area.left, cell.bottom + down, wanted],
      8 * i,
    );
  });
  theKernel().run.sweepCells(
    memory.levels.at,
    memory.data.at,
    memory.rank.at,
    width,
    memory.runs.at,
    memory.cells.at,
    cells.length,
    memory.histograms.at,
    memory.scratch.at,
    memory.contrast.at,
    memory.single.at,
    rows,
    Math.min(...cells.map((cell) => cell.top)) + down,
    Math.max(...cells.map((cell) => cell.bottom)) + down,
    memory.result.at,
  );
  return memory.result.array.slice();
}
