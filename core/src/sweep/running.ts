import { percentileRank, type Cell } from './cells.ts';
import { theKernel } from './kernel.ts';
import { censusOf, type Plane } from './plane.ts';

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
  const { values, tallies } = censusOf(plane);
  const kernel = theKernel();
  const pixels = Math.max(...cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)));
  const memory = kernel.lay({
    data: ['u16', luminance.length, 'as it is'],
    levels: ['u8', luminance.length, 'as it is'],
    runs: ['u32', runs.length, 'as it is'],
    values: ['u16', values.length, 'as it is'],
    tallies: ['u32', tallies.length, 'as it is'],
    rank: ['u16', 65536, 'as it is'],
    contrast: ['f32', values.length, 'as it is'],
    level: ['u8', 65536, 'as it is'],
    single: ['f32', 256, 'as it is'],
    cells: ['i32', 8 * cells.length],
    histograms: ['u16', 256 * cells.length],
    scratch: ['f32', pixels],
    result: ['f32', rows],
  });
  memory.data.array.set(luminance);
  memory.runs.array.set(runs);
  memory.values.array.set(values);
  memory.tallies.array.set(tallies);
  const down = from - area.top;
  cells.forEach((cell, i) => {
    const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
    memory.cells.array.set(
      [cell.left - area.left, cell.top + down, cell.right - area.left, cell.bottom + down, wanted],
      8 * i,
    );
  });
  const { data, levels, rank, contrast, level, single } = memory;
  const [left, right] = [
    Math.min(...cells.map((cell) => cell.left)) - area.left,
    Math.max(...cells.map((cell) => cell.right)) - area.left,
  ];
  kernel.run.order(
    memory.values.at,
    memory.tallies.at,
    values.length,
    luminance.length,
    ink,
    rank.at,
    contrast.at,
    level.at,
    single.at,
  );
  kernel.run.classes(data.at, width, runs.length, memory.runs.at, left, right - left, level.at, levels.at);
  kernel.run.sweepCells(
    levels.at,
    data.at,
    rank.at,
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
