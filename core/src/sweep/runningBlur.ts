import { luminance16 } from '../colour/contrast.ts';
import { gaussian, mirrored } from '../stack/blur.ts';
import type { Area } from '../geometry/area.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Blur } from '../stack/layers.ts';
import { percentileRank } from './cells.ts';
import { LUMINANCE_TABLES, edgeTables } from './edgeTables.ts';
import { rowsAreEven } from './runningOverlay.ts';
import { cubicWeights, mirrorChanges, placesAlong, stepOf, windowStrip } from './blurPlaces.ts';
import type { KeptBlur, KeptBlurs } from './keptBlurs.ts';
import { theKernel, type Part } from './kernel.ts';
import type { Strip } from './plane.ts';
import type { Swept } from './swept.ts';
import type { JudgedTarget } from './targets.ts';

/** What is blurred for a target, where, and how it is looked at. */
interface BlurPlan {
  target: JudgedTarget;
  /** Rows of the page between two scrolls that are swept, and rows that are blurred: none where that has been done. */
  rows: number;
  blurredRows: number;
  /** The blurred box on the page, at the first scroll. */
  box: Area;
  weights: Float64Array;
  reach: number;
  step: number;
  across: ReturnType<typeof placesAlong>;
  down: ReturnType<typeof placesAlong>;
  mirrors: ReturnType<typeof mirrorChanges>;
  /** First column and row that are asked for, and where each column's pixels come from. */
  firstColumn: number;
  firstRow: number;
  left: number;
  sources: number[];
  strip: Pick<Strip, 'page' | 'runs' | 'width'>;
  /** The blurred page of an earlier sweep, and whether that of this one is to be kept. */
  known: KeptBlur | undefined;
  isKept: boolean;
  key: string;
  tables: ReturnType<typeof edgeTables> | undefined;
}

/**
 * The fast sweep over a blurred page. The page is blurred once, across at coarse columns and down at every row; at each
 * scroll only the coarse places behind the item are put right for the mirrored edges of the blurred box, and between them the
 * blur is cubic. Within one level of the straightforward measure's ground.
 * @param gone rows of the header above the window
 * @param blurs where the blurred page is kept for the next sweep of it
 * @returns with the worst cell at each step, where the target has cells
 */
export function sweepBlurred(
  target: JudgedTarget,
  scrolls: { from: number; rows: number; gone: number },
  raster: Raster,
  blurs?: KeptBlurs,
): Swept {
  const plan = blurPlan(target, scrolls, raster, blurs);
  const memory = layMemory(plan);
  feed(plan, memory);
  if (plan.known) memory.grid.array.set(plan.known.grids);
  blurPage(plan, memory);
  if (plan.tables) sweepLogo(plan, memory, plan.tables);
  else sweepCells(plan, memory);
  if (plan.isKept && !plan.known)
    blurs?.keep(raster, plan.key, { runs: plan.strip.runs, grids: memory.grid.array.slice() });
  const contrasts = memory.result.array.slice();
  return plan.tables ? { contrasts } : { contrasts, worst: memory.which.array.slice() };
}

function blurPlan(
  target: JudgedTarget,
  { from, rows, gone }: { from: number; rows: number; gone: number },
  raster: Raster,
  blurs: KeptBlurs | undefined,
): BlurPlan {
  const { overlay, stack, shape } = target;
  const { sigma, area: whole } = stack.blur as Blur;
  const box: Area = { ...whole, top: Math.max(whole.top, gone), right: Math.min(whole.right, raster.width) };
  const { area } = overlay;
  const weights = gaussian(sigma);
  const reach = weights.length - 1;
  const step = stepOf(sigma);
  const across = placesAlong(area.left, area.right, step);
  const down = placesAlong(area.top, area.bottom, step);
  const firstColumn = across.places[0]! - reach;
  const sources = Array.from({ length: across.places.at(-1)! + reach + 1 - firstColumn }, (_, i) =>
    Math.min(raster.width - 1, Math.max(0, mirrored(firstColumn + i, box.left, box.right))),
  );
  const left = Math.min(...sources);
  // Rows from the first that any coarse row asks for to the last, whether they are there or mirrored.
  const firstRow = Math.min(box.top, down.places[0]!) - reach;
  const lastRow = Math.max(box.bottom - 1, down.places.at(-1)!) + reach;
  const height = lastRow - firstRow + rows;
  const key = blurs ? JSON.stringify([area, box, sigma, from, rows]) : '';
  const known = blurs?.get(raster, key);
  const grid = 4 * across.places.length * down.places.length * rows;
  const strip = known
    ? { page: new Uint32Array(0), runs: known.runs, width: 0 }
    : windowStrip(raster, left, Math.max(...sources) + 1, from + firstRow, height);
  return {
    target,
    rows,
    blurredRows: known ? 0 : height,
    box,
    weights,
    reach,
    step,
    across,
    down,
    mirrors: mirrorChanges(down.places, box.top, box.bottom, weights),
    firstColumn,
    firstRow,
    left,
    sources,
    strip,
    known,
    isKept: known !== undefined || blurs?.hasRoom(raster, grid) === true,
    key,
    tables: shape.kind === 'logo' ? edgeTables(shape.cells, overlay) : undefined,
  };
}

/** The kernel's memory for a plan. */
function layMemory(plan: BlurPlan) {
  const { target, rows, blurredRows, reach, across, down, mirrors, sources, strip, isKept, tables } = plan;
  const { overlay, shape } = target;
  const { area } = overlay;
  const count = across.places.length;
  const most =
    shape.kind === 'cells'
      ? Math.max(...shape.cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)))
      : 1;
  return theKernel().lay({
    overlay: ['f32', overlay.data.length],
    shared: ['u32', 22],
    page: ['u32', strip.page.length, 'as it is'],
    runs: ['u32', strip.runs.length],
    sources: ['i32', sources.length],
    columns: ['i32', count],
    weights: ['f32', plan.weights.length],
    line: ['f32', 4 * sources.length],
    across: ['f32', 4 * count * blurredRows, 'as it is'],
    down: ['f32', 4 * count * Math.max(0, blurredRows - 2 * reach), 'as it is'],
    places: ['i32', down.places.length],
    starts: ['i32', mirrors.starts.length],
    changes: ['u8', 8 * mirrors.changes.length],
    pairs: ['i32', 2 * mirrors.pairs.length],
    differences: ['f32', 4 * count * mirrors.pairs.length],
    grid: ['f32', 4 * count * down.places.length * (isKept ? rows : 1), 'as it is'],
    middle: ['f32', 4 * count * (area.bottom - area.top)],
    waysAcross: ['u8', across.ways.length],
    waysDown: ['u8', down.ways.length],
    phases: ['f32', 16],
    luminance: ['u16', 768],
    cells: ['i32', 8 * shape.cells.length],
    points: ['i32', count],
    estimates: ['f32', count * (area.bottom - area.top)],
    // Rows are copied four pixels at a time.
    scratch: ['i32', most + 4],
    tables: ['u16', tables?.tables.length ?? 0],
    edgeStarts: ['i32', tables?.starts.length ?? 0],
    // Two edges are read at once; of an odd number, the last with one of zeros.
    edges: ['i32', 4 * (tables?.edges.length ?? 0) + 4],
    outsides: ['i32', 3 * (tables?.outsides.length ?? 0)],
    grounds: ['i32', tables?.outsides.length ?? 0],
    contrasts: ['f32', (tables?.edges.length ?? 0) + 1],
    medians: ['f32', shape.cells.length],
    which: ['u16', rows],
    result: ['f32', rows],
  });
}
type Memory = ReturnType<typeof layMemory>;
type Settable = { set(values: ArrayLike<number>): void };

function put(part: Part<Settable>, values: ArrayLike<number>): void {
  part.array.set(values);
}

/** Lays what the kernel reads of a plan, whatever shape it sweeps. */
function feed(plan: BlurPlan, memory: Memory): void {
  const { target, rows, box, across, down, mirrors, firstColumn, firstRow, reach, strip, known } = plan;
  put(memory.overlay, target.overlay.data);
  put(memory.page, strip.page);
  put(memory.runs, strip.runs);
  const from = (first: number) => (place: number) => place - first;
  put(memory.sources, plan.sources.map(from(plan.left)));
  put(memory.columns, across.places.map(from(firstColumn)));
  put(memory.weights, plan.weights);
  put(memory.places, down.places.map(from(firstRow + reach)));
  put(memory.starts, mirrors.starts);
  put(memory.waysAcross, across.ways);
  put(memory.waysDown, down.ways);
  const phases = [0, 1, 2, 3];
  put(
    memory.phases,
    phases.flatMap((tap) => phases.map((phase) => cubicWeights(phase / 4)[tap]!)),
  );
  put(memory.luminance, LUMINANCE_TABLES);
  const view = new DataView(memory.changes.array.buffer, memory.changes.at);
  mirrors.changes.forEach(({ pair, weight }, i) => {
    view.setInt32(8 * i, pair, true);
    view.setFloat32(8 * i + 4, weight, true);
  });
  put(
    memory.pairs,
    mirrors.pairs.flatMap(({ gone: row, mirror }) => [row - firstRow, mirror - firstRow]),
  );
  put(memory.shared, [
    memory.across.at,
    memory.down.at,
    across.places.length,
    memory.places.at,
    down.places.length,
    memory.starts.at,
    memory.changes.at,
    memory.grid.at,
    memory.waysAcross.at,
    memory.waysDown.at,
    memory.runs.at,
    box.top - firstRow,
    box.bottom - box.top,
    rows,
    memory.result.at,
    memory.luminance.at,
    memory.middle.at,
    memory.line.at,
    memory.pairs.at,
    mirrors.pairs.length,
    memory.differences.at,
    known ? 2 : Number(plan.isKept),
  ]);
}

/** Blurs the page: across at the coarse columns of every row, then down at every row. */
function blurPage({ strip, blurredRows, sources, across, reach }: BlurPlan, memory: Memory): void {
  const { run } = theKernel();
  const count = across.places.length;
  run.blurAcross(
    memory.page.at,
    strip.width,
    blurredRows,
    memory.runs.at,
    memory.sources.at,
    sources.length,
    memory.columns.at,
    count,
    memory.weights.at,
    reach,
    memory.line.at,
    memory.across.at,
  );
  run.blurDown(memory.across.at, count, blurredRows - 2 * reach, memory.weights.at, reach, memory.down.at);
}

function sweepCells({ target, across, step }: BlurPlan, memory: Memory): void {
  const { overlay, shape } = target;
  if (shape.kind !== 'cells') return;
  const { area } = overlay;
  const column = (x: number, round: (v: number) => number) => round((x - area.left) / step) + 1;
  shape.cells.forEach((cell, i) => {
    const { left, top, right, bottom } = cell;
    const wanted = percentileRank((right - left) * (bottom - top));
    const sides = [left - area.left, top - area.top, right - area.left, bottom - area.top];
    const columns = [column(left, Math.floor), column(right - 1, Math.ceil)];
    memory.cells.array.set([...sides, wanted, ...columns], 8 * i);
  });
  const inside = (v: number, low: number, high: number) => Math.min(high - 1, Math.max(low, v));
  put(
    memory.points,
    across.places.map((x) => inside(x, area.left, area.right) - area.left),
  );
  // Where each row of the overlay is even, four pixels from one coarse column to the next are worked out at once.
  const isFast = step === 4 && (overlay.isEven || rowsAreEven(overlay));
  theKernel().run.sweepBlurred(
    memory.shared.at,
    memory.overlay.at,
    area.right - area.left,
    Number(overlay.isEven),
    luminance16(shape.colour),
    memory.cells.at,
    shape.cells.length,
    memory.points.at,
    memory.estimates.at,
    area.bottom - area.top,
    memory.scratch.at,
    isFast ? memory.phases.at : 0,
    memory.which.at,
  );
}

function sweepLogo({ target }: BlurPlan, memory: Memory, tables: ReturnType<typeof edgeTables>): void {
  const { area } = target.overlay;
  const cellCount = target.shape.cells.length;
  put(memory.tables, tables.tables);
  put(memory.edgeStarts, tables.starts);
  put(
    memory.outsides,
    tables.outsides.flatMap(({ x, y, ground }) => [ground, x - area.left, y - area.top]),
  );
  put(
    memory.edges,
    tables.edges.flatMap(({ edge, ink, outside }) => [ink, edge.x - area.left, edge.y - area.top, outside]),
  );
  theKernel().run.sweepBlurredLogo(
    memory.shared.at,
    memory.tables.at,
    memory.edgeStarts.at,
    cellCount,
    memory.edges.at,
    memory.contrasts.at,
    memory.medians.at,
    Math.ceil(cellCount / 10),
    area.bottom - area.top,
    memory.outsides.at,
    tables.outsides.length,
    memory.grounds.at,
  );
}
