import { tenth, type Cell } from './cells.ts';
import { theKernel } from './kernel.ts';
import type { Plane } from './plane.ts';

/**
 * The fast sweep of cells. Every luminance that occurs is numbered in order of contrast and put in one of 256 classes;
 * each cell keeps a running histogram of classes while the page moves by a row, and the class of its tenth pixel (the
 * running median of Huang, Yang and Tang, 1979). Only cells in the worst class are read, and only where a class holds
 * more than one luminance. The result is the straightforward measure's, to the last bit.
 * @param cells header pixels
 * @param from page row of the header's top edge at the first step
 * @param rows how many steps, one row each
 * @returns the contrast of the worst cell at each step
 */
export function sweepCells(
  plane: Plane,
  cells: readonly Cell[],
  ink: number,
  from: number,
  rows: number,
): Float32Array {
  const { luminance, width, area, runs } = plane;
  const kernel = theKernel();
  const pixels = Math.max(...cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)));
  const memory = kernel.lay({
    data: ['u16', luminance.length, 'as it is'],
    ranks: ['u16', luminance.length, 'as it is'],
    levels: ['u8', luminance.length, 'as it is'],
    runs: ['u32', runs.length, 'as it is'],
    counts: ['u32', 65536],
    rank: ['u16', 65536],
    contrast: ['f32', 65536],
    level: ['u8', 65536],
    single: ['f32', 256],
    cells: ['i32', 8 * cells.length],
    histograms: ['u16', 256 * cells.length],
    scratch: ['f32', pixels],
    result: ['f32', rows],
  });
  memory.data.array.set(luminance);
  memory.runs.array.set(runs);
  const down = from - area.top;
  cells.forEach((cell, i) => {
    const wanted = tenth((cell.right - cell.left) * (cell.bottom - cell.top));
    memory.cells.array.set(
      [cell.left - area.left, cell.top + down, cell.right - area.left, cell.bottom + down, wanted],
      8 * i,
    );
  });
  const { data, ranks, levels, counts, rank, contrast, level, single } = memory;
  kernel.run.order(data.at, luminance.length, ink, counts.at, rank.at, contrast.at, level.at, single.at);
  kernel.run.number(data.at, luminance.length, rank.at, level.at, ranks.at, levels.at);
  kernel.run.sweepCells(
    levels.at,
    ranks.at,
    width,
    memory.runs.at,
    memory.cells.at,
    cells.length,
    memory.histograms.at,
    memory.scratch.at,
    contrast.at,
    single.at,
    rows,
    Math.min(...cells.map((cell) => cell.top)) + down,
    Math.max(...cells.map((cell) => cell.bottom)) + down,
    memory.result.at,
  );
  return memory.result.array.slice();
}
