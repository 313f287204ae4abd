import { LUMINANCE, luminance16 } from '../colour/contrast.ts';
import { around, type Area } from '../geometry/area.ts';
import { groundLevel } from '../stack/overlay.ts';
import { percentileRank } from './cells.ts';
import { LUMINANCE_TABLES } from './edgeTables.ts';
import { rowsAreEven } from './throughOverlay.ts';
import { cubicWeights } from './blurPlaces.ts';
import type { BlurPlan, SeenTarget } from './blurPlan.ts';
import { theKernel, type Part } from './kernel.ts';

/** Numbers that the kernel reads of one target. */
const SEEN = 30;

/** The kernel's memory for a plan. */
export function layMemory(plan: BlurPlan) {
  const { seen, area, rows, blurredRows, reach, across, down, mirrors, sources, strip, isKept } = plan;
  const count = across.places.length;
  const height = area.bottom - area.top;
  const sizes = seen.flatMap(({ shape }) =>
    shape.kind === 'cells'
      ? shape.cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top))
      : [1],
  );
  const sum = (of: (each: SeenTarget) => number) => seen.reduce((all, each) => all + of(each), 0);
  const cellCount = sum(({ shape }) => shape.cells.length);
  const edgeCount = sum(({ tables }) => (tables ? tables.edges.length + 1 : 0));
  const placeCount = sum(({ tables }) => tables?.outsides.length ?? 0);
  return theKernel().lay({
    overlays: ['f32', sum(({ overlay }) => overlay.data.length)],
    shared: ['u32', 28],
    drifts: ['f32', rows],
    seen: ['u32', SEEN * seen.length],
    page: ['u32', strip.page.length, 'as it is'],
    runs: ['u32', strip.runs.length],
    sources: ['i32', sources.length],
    columns: ['i32', count],
    weights: ['f32', plan.weights.length],
    line: ['f32', 4 * sources.length],
    part: ['f32', 4 * 8],
    across: ['f32', 4 * count * blurredRows, 'as it is'],
    down: ['f32', 4 * count * Math.max(0, blurredRows - 2 * reach), 'as it is'],
    places: ['i32', down.places.length],
    starts: ['i32', mirrors.starts.length],
    changes: ['u8', 8 * mirrors.changes.length],
    pairs: ['i32', 2 * mirrors.pairs.length],
    differences: ['f32', 4 * count * mirrors.pairs.length],
    grid: ['f32', 4 * count * down.places.length * (isKept ? rows : 2), 'as it is'],
    middle: ['f32', 4 * count * height],
    stamps: ['i32', height],
    waysAcross: ['u8', across.ways.length],
    waysDown: ['u8', down.ways.length],
    phases: ['f32', 16],
    luminance: ['u16', 768],
    cells: ['i32', 8 * cellCount],
    points: ['i32', count * seen.length],
    estimates: ['f32', (count * height + 1) * new Set(seen.map(({ key }) => key)).size],
    notes: ['f32', 2 * cellCount],
    // Rows are copied four pixels at a time.
    scratch: ['i32', Math.max(...sizes) + 4],
    tables: ['u16', sum(({ tables }) => tables?.tables.length ?? 0)],
    edgeStarts: ['i32', sum(({ tables }) => tables?.starts.length ?? 0)],
    // Two edges are read at once; of an odd number, the last with one of zeros.
    edges: ['i32', 4 * edgeCount],
    outsides: ['i32', 3 * placeCount],
    grounds: ['i32', placeCount],
    contrasts: ['f32', edgeCount],
    medians: ['f32', cellCount],
    which: ['u16', rows * seen.length],
    result: ['f32', rows * seen.length],
  });
}
export type BlurMemory = ReturnType<typeof layMemory>;
type Settable = { set(values: ArrayLike<number>, at?: number): void };

function put(part: Part<Settable>, values: ArrayLike<number>): void {
  part.array.set(values);
}

/** Lays what the kernel reads of a plan, whatever is judged. */
export function feed(plan: BlurPlan, memory: BlurMemory): void {
  const { rows, box, across, down, mirrors, firstColumn, firstRow, reach, strip, known } = plan;
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
    memory.luminance.at,
    memory.middle.at,
    memory.line.at,
    memory.part.at,
    memory.pairs.at,
    mirrors.pairs.length,
    memory.differences.at,
    known ? 2 : Number(plan.isKept),
    memory.stamps.at,
    0,
    0,
    0,
    0,
    memory.drifts.at,
  ]);
}

/** Puts arrays one after the other, each where the last ended. */
function oneAfterTheOther(part: Part<Settable & { BYTES_PER_ELEMENT: number }>) {
  let next = 0;
  return (values: ArrayLike<number>, room = values.length): number => {
    const at = part.at + next * part.array.BYTES_PER_ELEMENT;
    part.array.set(values, next);
    next += room;
    return at;
  };
}

/** Lays what is judged over the blurred page. */
export function laySeen(plan: BlurPlan, memory: BlurMemory): void {
  const { seen, area, across, step, rows } = plan;
  const cells = oneAfterTheOther(memory.cells);
  const points = oneAfterTheOther(memory.points);
  const logos = {
    tables: oneAfterTheOther(memory.tables),
    starts: oneAfterTheOther(memory.edgeStarts),
    edges: oneAfterTheOther(memory.edges),
    outsides: oneAfterTheOther(memory.outsides),
  };
  const overlays = oneAfterTheOther(memory.overlays);
  const count = across.places.length;
  const inside = (v: number, low: number, high: number) => Math.min(high - 1, Math.max(low, v));
  const estimated = new Map<string, number>();
  let [edgesBefore, placesBefore, cellsBefore] = [0, 0, 0];
  seen.forEach((each, i) => {
    const { overlay, shape, tables, key } = each;
    const own = overlay.area;
    const stride = own.right - own.left;
    const away = (own.top - area.top) * stride + own.left - area.left;
    const numbers = new DataView(memory.seen.array.buffer, memory.seen.at + 4 * SEEN * i, 4 * SEEN);
    const laid = overlays(overlay.data);
    const place = estimated.get(key) ?? estimated.size;
    const { top, bottom, firstColumn, lastColumn } = estimateRoom(plan, key);
    // Four pixels from one coarse column to the next are worked out at once where each row of the overlay is even.
    const isFast = step === 4 && (overlay.isEven || rowsAreEven(overlay));
    const told = tables ? layLogo(each, area, logos) : undefined;
    [
      Number(tables !== undefined),
      memory.result.at + 4 * rows * i,
      tables ? 0 : memory.which.at + 2 * rows * i,
      overlay.isEven ? laid : laid - 16 * away,
      stride,
      Number(overlay.isEven),
      shape.kind === 'cells' ? luminance16(shape.colour) : 0,
      tables ? 0 : cells(cellNumbers(each, area, step)),
      shape.cells.length,
      points(across.places.map((x) => inside(x, own.left, own.right) - area.left)),
      memory.estimates.at + 4 * (count * (area.bottom - area.top) + 1) * place,
      memory.notes.at + 8 * cellsBefore,
      top,
      bottom,
      firstColumn,
      lastColumn,
      isFast ? memory.phases.at : 0,
      0,
      0,
      0,
      told?.tables ?? 0,
      told?.starts ?? 0,
      told?.edges ?? 0,
      memory.contrasts.at + 4 * edgesBefore,
      memory.medians.at + 4 * cellsBefore,
      Math.ceil(shape.cells.length / 10),
      told?.places ?? 0,
      tables?.outsides.length ?? 0,
      memory.grounds.at + 4 * placesBefore,
    ].forEach((number, n) => numbers.setInt32(4 * n, number, true));
    const { through, slope } = steepest(each);
    numbers.setFloat32(4 * 17, through, true);
    numbers.setFloat32(4 * 18, slope, true);
    if (!tables) estimated.set(key, place);
    edgesBefore += tables ? tables.edges.length + 1 : 0;
    placesBefore += tables?.outsides.length ?? 0;
    cellsBefore += shape.cells.length;
  });
}

/** A target's cells, eight numbers each, as the kernel reads them. */
function cellNumbers({ shape }: SeenTarget, area: Area, step: number): number[] {
  if (shape.kind !== 'cells') return [];
  const column = (x: number, round: (v: number) => number) => round((x - area.left) / step) + 1;
  return shape.cells.flatMap(({ left, top, right, bottom }) => {
    const wanted = percentileRank((right - left) * (bottom - top));
    const sides = [left - area.left, top - area.top, right - area.left, bottom - area.top];
    return [...sides, wanted, column(left, Math.floor), column(right - 1, Math.ceil), 0];
  });
}

/** The most of the page that shows through an overlay, and the most luminance that a level of the ground brings that it can make. */
function steepest({ overlay: { data } }: SeenTarget): { through: number; slope: number } {
  let through = 0;
  const most = [0, 0, 0];
  for (let at = 0; at < data.length; at += 4) {
    through = Math.max(through, data[at + 3]!);
    for (let c = 0; c < 3; c++) most[c] = Math.max(most[c]!, groundLevel(data[at + c]!, data[at + 3]!, 255));
  }
  return { through, slope: most.reduce((sum, level, c) => sum + steepestTo(c, level), 0) };
}

/** The most luminance that a channel's level brings, up to a level. */
function steepestTo(channel: number, level: number): number {
  const table = LUMINANCE[channel]!;
  let most = 0;
  for (let i = 1; i <= level; i++) most = Math.max(most, table[i]! - table[i - 1]!);
  return most;
}

/** Rows and coarse columns of the blurred area in which estimates of a key are asked for. */
function estimateRoom({ seen, area, step }: BlurPlan, key: string) {
  const all = seen.flatMap((each) =>
    each.key === key && each.shape.kind === 'cells' ? each.shape.cells : [],
  );
  const { left, top, right, bottom } = around(all);
  if (all.length === 0) return { top: 0, bottom: 0, firstColumn: 0, lastColumn: 0 };
  return {
    top: top - area.top,
    bottom: bottom - area.top,
    firstColumn: Math.floor((left - area.left) / step) + 1,
    lastColumn: Math.ceil((right - 1 - area.left) / step) + 1,
  };
}

/** Lays a logo's tables, edges and the places outside them, and tells where each is. */
function layLogo(
  { tables }: SeenTarget,
  area: Area,
  lay: Record<'tables' | 'starts' | 'edges' | 'outsides', ReturnType<typeof oneAfterTheOther>>,
) {
  const { tables: sets, starts, edges, outsides } = tables!;
  return {
    tables: lay.tables(sets),
    starts: lay.starts(starts),
    places: lay.outsides(outsides.flatMap(({ x, y, ground }) => [ground, x - area.left, y - area.top])),
    edges: lay.edges(
      edges.flatMap(({ edge, ink, outside }) => [ink, edge.x - area.left, edge.y - area.top, outside]),
      4 * (edges.length + 1),
    ),
  };
}
