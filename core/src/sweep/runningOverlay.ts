import { luminance16 } from '../colour/contrast.ts';
import { groundTables } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Overlay } from '../stack/overlay.ts';
import { percentileRank, type Cell } from './cells.ts';
import { theKernel } from './kernel.ts';
import { stripOf, type Strip } from './plane.ts';
import { LUMINANCE_TABLES, setOf } from './edgeTables.ts';
import { sweepOverlaidLogo } from './runningOverlaidLogo.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * The fast sweep through an overlay that differs from pixel to pixel. Every page pixel is classed once, by its luminance under
 * one pixel of the overlay; for each header row, rigorous bounds tell what luminance a class can have there. At each scroll
 * the last scroll's worst cell is read, and of the others only those whose pixels, counted by class, may be worse. The
 * result is the straightforward measure's, to the last bit.
 */
export function sweepThroughOverlay(
  target: JudgedTarget,
  from: number,
  rows: number,
  raster: Raster,
): Float32Array {
  const { shape, overlay } = target;
  const { area, data } = overlay;
  const reach = { ...area, top: area.top + from, bottom: area.bottom + from + rows - 1 };
  const plane = stripOf(raster, reach);
  if (shape.kind === 'logo') return sweepOverlaidLogo(plane, overlay, shape.cells, rows);
  const width = area.right - area.left;
  const middle = ((area.bottom - area.top) >> 1) * width + (width >> 1);
  const reference = data.slice(4 * middle, 4 * middle + 4);
  return sweepOverlaidCells(plane, overlay, { reference, ink: luminance16(shape.colour), rows }, shape.cells);
}

function sweepOverlaidCells(
  plane: Strip,
  overlay: Overlay,
  { reference, ink, rows }: { reference: Float64Array; ink: number; rows: number },
  cells: readonly Cell[],
): Float32Array {
  const { area, data } = overlay;
  const { width } = plane;
  const height = area.bottom - area.top;
  const isRowed = rowsAreEven(overlay);
  const stretches = isRowed ? rowStretches(overlay) : cellStretches(overlay, cells);
  const perCell = stretches.length !== height;
  const kernel = theKernel();
  const most = Math.max(...cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)));
  const memory = kernel.lay({
    overlay: ['f64', data.length],
    reference: ['f64', 4],
    ends: ['f64', 12],
    page: ['u32', plane.page.length],
    data: ['u16', plane.page.length],
    // The last cell's last row is read sixteen pixels at a time.
    levels: ['u8', plane.page.length + 16],
    runs: ['u32', plane.runs.length],
    luminance: ['u16', 768],
    referred: ['u16', 768],
    counts: ['u32', 65536],
    values: ['u16', 65536, 'as it is'],
    tallies: ['u32', 65536, 'as it is'],
    rank: ['u16', 65536, 'as it is'],
    contrast: ['f32', 65536, 'as it is'],
    level: ['u8', 65536, 'as it is'],
    single: ['f32', 256],
    seen: ['u8', 1 << 20],
    pairs: ['u32', Math.min(1 << 20, plane.page.length)],
    least: ['i32', 256],
    most: ['i32', 256],
    blocks: ['i32', 96],
    low: ['i32', 256 * stretches.length],
    high: ['i32', 256 * stretches.length],
    classes: ['u8', 2 * stretches.length],
    cells: ['i32', 8 * cells.length],
    scratch: ['i32', most],
    tables: ['u16', isRowed ? 768 * height : 0],
    result: ['f32', rows],
  });
  const { run } = kernel;
  const at = (name: keyof typeof memory) => memory[name].at;
  memory.overlay.array.set(data);
  memory.reference.array.set(reference);
  memory.page.array.set(plane.page);
  memory.runs.array.set(plane.runs);
  memory.luminance.array.set(LUMINANCE_TABLES);
  cells.forEach((cell, i) => {
    const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
    const box = [cell.left - area.left, cell.top - area.top, cell.right - area.left, cell.bottom - area.top];
    memory.cells.array.set([...box, wanted], 8 * i);
  });
  const length = plane.page.length;
  memory.referred.array.set(setOf(groundTables({ data: reference }).luminance));
  const lines = plane.runs.length;
  run.luminances(at('page'), width, lines, at('runs'), at('referred'), at('data'));
  const distinct = run.census(at('data'), length, at('counts'), at('values'), at('tallies'));
  // Classes in ascending order of luminance: as seen by an ink that is darker than all.
  run.order(
    at('values'),
    at('tallies'),
    distinct,
    length,
    0,
    at('rank'),
    at('contrast'),
    at('level'),
    at('single'),
  );
  run.classes(at('data'), width, lines, at('runs'), 0, width, at('level'), at('levels'));
  const count = run.occurring(
    at('page'),
    at('levels'),
    width,
    lines,
    at('runs'),
    at('reference'),
    at('luminance'),
    at('seen'),
    at('pairs'),
    at('least'),
    at('most'),
  );
  stretches.forEach((ends, i) => {
    memory.ends.array.set(ends);
    run.bounds(
      at('ends'),
      at('reference'),
      at('luminance'),
      at('pairs'),
      count,
      at('least'),
      at('most'),
      at('blocks'),
      at('low') + 1024 * i,
      at('high') + 1024 * i,
    );
  });
  if (isRowed) run.rowTables(at('overlay'), width, height, at('luminance'), at('tables'));
  run.sweepOverlaid(
    at('page'),
    at('levels'),
    width,
    at('runs'),
    at('overlay'),
    height,
    at('luminance'),
    ink,
    at('cells'),
    cells.length,
    at('low'),
    at('high'),
    stretches.length,
    Number(perCell),
    at('classes'),
    at('scratch'),
    rows,
    at('result'),
    isRowed ? at('tables') : 0,
  );
  return memory.result.array.slice();
}

/** Whether all pixels of each row of an overlay are the same: a vertical gradient. */
export function rowsAreEven({ area, data }: Overlay): boolean {
  const line = 4 * (area.right - area.left);
  for (let row = 0; row < data.length; row += line) {
    for (let i = row + 4; i < row + line; i++) if (data[i] !== data[i - 4]) return false;
  }
  return true;
}

/** Least and greatest ground over a page of 0 and over one of 255, channel by channel, among some pixels of a row. */
function endsOf({ area, data }: Overlay, y: number, left: number, right: number): Float64Array {
  const ends = new Float64Array(12);
  for (let c = 0; c < 3; c++) {
    let [low0, high0, low1, high1] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let x = left; x < right; x++) {
      const at = 4 * (y * (area.right - area.left) + x);
      const [bottom, top] = [data[at + c]!, data[at + c]! + 255 * data[at + 3]!];
      low0 = Math.min(low0, bottom);
      high0 = Math.max(high0, bottom);
      low1 = Math.min(low1, top);
      high1 = Math.max(high1, top);
    }
    ends.set([low0, high0, low1, high1], 4 * c);
  }
  return ends;
}

/** One stretch for each row. */
function rowStretches(overlay: Overlay): Float64Array[] {
  const height = overlay.area.bottom - overlay.area.top;
  return Array.from({ length: height }, (_, y) => endsOf(overlay, y, 0, 1));
}

/** One stretch for each cell in each row, row by row. */
function cellStretches(overlay: Overlay, cells: readonly Cell[]): Float64Array[] {
  const { left, top, bottom } = overlay.area;
  return Array.from({ length: bottom - top }, (_, y) =>
    cells.map((cell) => endsOf(overlay, y, cell.left - left, cell.right - left)),
  ).flat();
}
