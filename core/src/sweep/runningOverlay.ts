import { luminance16 } from '../colour/contrast.ts';
import { at } from '../lists.ts';
import { groundTables } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Overlay } from '../stack/overlay.ts';
import { percentileRank, type Cell } from './cells.ts';
import { theKernel } from './kernel.ts';
import { rangeThrough, sweepOneOfEach } from './oneSided.ts';
import { stripOf, type Strip } from './plane.ts';
import { LUMINANCE_TABLES, setOf } from './edgeTables.ts';
import { sweepOverlaidLogo } from './runningOverlaidLogo.ts';
import type { JudgedTarget } from './targets.ts';
import { isOfCells, sharedThrough, type CellTarget, type Through } from './throughOverlay.ts';

/**
 * The fast sweep through overlays that differ from pixel to pixel. Every page pixel is classed once, by its luminance under
 * one pixel of the overlay; for each header row, rigorous bounds tell what luminance a class can have there. At each scroll
 * the last scroll's worst cell is read, and of the others only those whose pixels, counted by class, may be worse. The
 * result is the straightforward measure's, to the last bit. What is judged through the same rows shares classes and bounds.
 */
export function sweepThroughOverlay(
  targets: readonly JudgedTarget[],
  from: number,
  rows: number,
  raster: Raster,
): Float32Array[] {
  const stripUnder = ({ area }: Overlay) =>
    stripOf(raster, { ...area, top: area.top + from, bottom: area.bottom + from + rows - 1 });
  const found = new Map<JudgedTarget, Float32Array>();
  for (const target of targets) {
    const { overlay, shape } = target;
    if (shape.kind === 'logo')
      found.set(target, sweepOverlaidLogo(stripUnder(overlay), overlay, shape.cells, rows));
  }
  for (const through of sharedThrough(targets.filter(isOfCells))) {
    const strip = stripUnder(through.overlay);
    const inked = through.all.map((target) => ({
      target,
      key: JSON.stringify(target.shape.cells),
      ink: luminance16(target.shape.colour),
    }));
    const swept = sweepOneOfEach(
      inked,
      () => rangeThrough(strip, [through.overlay]),
      (some) => sweepOverlaidCells(strip, through, some, rows).map((contrasts) => ({ contrasts })),
    );
    inked.forEach(({ target }, i) => found.set(target, swept[i]!.contrasts));
  }
  return targets.map((target) => found.get(target)!);
}

function sweepOverlaidCells(
  strip: Strip,
  { overlay, isRowed }: Through,
  all: readonly { target: CellTarget; ink: number }[],
  rows: number,
): Float32Array[] {
  const { area, data } = overlay;
  const width = isRowed ? 1 : area.right - area.left;
  const height = area.bottom - area.top;
  const middle = (height >> 1) * width + (width >> 1);
  const reference = data.slice(4 * middle, 4 * middle + 4);
  const { target: first } = at(all, 0);
  const stretches = isRowed ? rowStretches(overlay) : cellStretches(overlay, first.shape.cells);
  const cells = all.map(({ target }) => target.shape.cells);
  const memory = layMemory(strip, overlay, { cells, stretches: stretches.length, rows, isRowed });
  feed(memory, strip, overlay, reference);
  boundClasses(memory, stretches, classPixels(memory, strip));
  const { run } = theKernel();
  if (isRowed) run.rowTables(memory.overlay.at, 1, height, memory.luminance.at, memory.tables.at);
  return all.map(({ target, ink }) => {
    const count = layCells(memory, overlay, target);
    // Of rows that others need, those above its own are passed over.
    const own = isRowed ? target.overlay.area : area;
    const above = own.top - area.top;
    const rowsOwn = own.bottom - own.top;
    run.sweepOverlaid(
      memory.page.at + 4 * above * strip.width,
      memory.levels.at + above * strip.width,
      strip.width,
      memory.runs.at + 4 * above,
      memory.overlay.at,
      rowsOwn,
      memory.luminance.at,
      ink,
      memory.cells.at,
      count,
      memory.low.at + 1024 * above,
      memory.high.at + 1024 * above,
      isRowed ? rowsOwn : stretches.length,
      Number(!isRowed),
      memory.classes.at,
      memory.scratch.at,
      rows,
      memory.result.at,
      isRowed ? memory.tables.at + 1536 * above : 0,
    );
    return memory.result.array.slice();
  });
}

interface Extent {
  cells: readonly (readonly Cell[])[];
  stretches: number;
  rows: number;
  isRowed: boolean;
}

/** The kernel's memory for a strip of page under an overlay. */
function layMemory({ page, runs }: Strip, overlay: Overlay, { cells, stretches, rows, isRowed }: Extent) {
  const sizes = cells.flat().map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top));
  return theKernel().lay({
    overlay: ['f64', overlay.data.length],
    reference: ['f64', 4],
    ends: ['f64', 12],
    page: ['u32', page.length],
    data: ['u16', page.length],
    // The last cell's last row is read sixteen pixels at a time.
    levels: ['u8', page.length + 16],
    runs: ['u32', runs.length],
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
    pairs: ['u32', Math.min(1 << 20, page.length)],
    least: ['i32', 256],
    most: ['i32', 256],
    blocks: ['i32', 96],
    low: ['i32', 256 * stretches],
    high: ['i32', 256 * stretches],
    classes: ['u8', 2 * stretches],
    cells: ['i32', 8 * Math.max(...cells.map(({ length }) => length))],
    scratch: ['i32', Math.max(...sizes)],
    tables: ['u16', isRowed ? 768 * (overlay.area.bottom - overlay.area.top) : 0],
    result: ['f32', rows],
  });
}
type Memory = ReturnType<typeof layMemory>;

/** Lays what the kernel reads: overlay and page. */
function feed(memory: Memory, plane: Strip, { data }: Overlay, reference: Float64Array): void {
  memory.overlay.array.set(data);
  memory.reference.array.set(reference);
  memory.page.array.set(plane.page);
  memory.runs.array.set(plane.runs);
  memory.luminance.array.set(LUMINANCE_TABLES);
  memory.referred.array.set(setOf(groundTables({ data: reference }).luminance));
}

/** Lays a target's cells, and gives how many there are. Of an overlay with a row for each of its own, from that row. */
function layCells(memory: Memory, { area }: Overlay, { overlay, shape }: CellTarget): number {
  const { top } = overlay.area;
  shape.cells.forEach((cell, i) => {
    const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
    const box = [cell.left - area.left, cell.top - top, cell.right - area.left, cell.bottom - top];
    memory.cells.array.set([...box, wanted], 8 * i);
  });
  return shape.cells.length;
}

/**
 * Classes every pixel of the page by its luminance under the reference pixel of the overlay.
 * @returns how many pairs of a class and a colour occur
 */
function classPixels(memory: Memory, { page, runs, width }: Strip): number {
  const { run } = theKernel();
  const lines = runs.length;
  run.luminances(memory.page.at, width, lines, memory.runs.at, memory.referred.at, memory.data.at);
  const distinct = run.census(
    memory.data.at,
    page.length,
    memory.counts.at,
    memory.values.at,
    memory.tallies.at,
  );
  // Classes in ascending order of luminance: as seen by an ink that is darker than all.
  run.order(
    memory.values.at,
    memory.tallies.at,
    distinct,
    page.length,
    0,
    memory.rank.at,
    memory.contrast.at,
    memory.level.at,
    memory.single.at,
  );
  run.classes(memory.data.at, width, lines, memory.runs.at, 0, width, memory.level.at, memory.levels.at);
  return run.occurring(
    memory.page.at,
    memory.levels.at,
    width,
    lines,
    memory.runs.at,
    memory.reference.at,
    memory.luminance.at,
    memory.seen.at,
    memory.pairs.at,
    memory.least.at,
    memory.most.at,
  );
}

/** Bounds what luminance each class can have in each stretch of the overlay. */
function boundClasses(memory: Memory, stretches: readonly Float64Array[], count: number): void {
  stretches.forEach((ends, i) => {
    memory.ends.array.set(ends);
    theKernel().run.bounds(
      memory.ends.at,
      memory.reference.at,
      memory.luminance.at,
      memory.pairs.at,
      count,
      memory.least.at,
      memory.most.at,
      memory.blocks.at,
      memory.low.at + 1024 * i,
      memory.high.at + 1024 * i,
    );
  });
}

/** Least and greatest ground over a page of 0 and over one of 255, channel by channel, among some pixels of a row. */
function endsOf(
  { area, data }: Pick<Overlay, 'area' | 'data'>,
  y: number,
  left: number,
  right: number,
): Float64Array {
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

/** One stretch for each row of an overlay of a pixel a row. */
function rowStretches({ area, data }: Overlay): Float64Array[] {
  const narrow = { area: { ...area, right: area.left + 1 }, data };
  return Array.from({ length: area.bottom - area.top }, (_, y) => endsOf(narrow, y, 0, 1));
}

/** One stretch for each cell in each row, row by row. */
function cellStretches(overlay: Overlay, cells: readonly Cell[]): Float64Array[] {
  const { left, top, bottom } = overlay.area;
  return Array.from({ length: bottom - top }, (_, y) =>
    cells.map((cell) => endsOf(overlay, y, cell.left - left, cell.right - left)),
  ).flat();
}
