import { luminance16 } from '../colour/contrast.ts';
import { gaussian, mirrored } from '../stack/blur.ts';
import type { Area } from '../geometry/area.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Blur } from '../stack/layers.ts';
import { percentileRank } from './cells.ts';
import { LUMINANCE_TABLES, edgeTables } from './edgeTables.ts';
import { rowsAreEven } from './runningOverlay.ts';
import { cubicWeights, mirrorChanges, placesAlong, stepOf, windowStrip } from './blurPlaces.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { theKernel, type Part } from './kernel.ts';
import type { Swept } from './swept.ts';
import type { JudgedTarget } from './targets.ts';

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
  { from, rows, gone }: { from: number; rows: number; gone: number },
  raster: Raster,
  blurs?: KeptBlurs,
): Swept {
  const { overlay, stack, shape } = target;
  const { sigma, area: whole } = stack.blur as Blur;
  const box: Area = { ...whole, top: Math.max(whole.top, gone), right: Math.min(whole.right, raster.width) };
  const { area } = overlay;
  const weights = gaussian(sigma);
  const reach = weights.length - 1;
  const step = stepOf(sigma);
  const across = placesAlong(area.left, area.right, step);
  const down = placesAlong(area.top, area.bottom, step);
  const { starts, changes, pairs } = mirrorChanges(down.places, box.top, box.bottom, weights);
  const firstColumn = across.places[0]! - reach;
  const sources = Array.from({ length: across.places.at(-1)! + reach + 1 - firstColumn }, (_, i) =>
    Math.min(raster.width - 1, Math.max(0, mirrored(firstColumn + i, box.left, box.right))),
  );
  const left = Math.min(...sources);
  const right = Math.max(...sources) + 1;
  // Rows from the first that any coarse row asks for to the last, whether they are there or mirrored.
  const firstRow = Math.min(box.top, down.places[0]!) - reach;
  const lastRow = Math.max(box.bottom - 1, down.places.at(-1)!) + reach;
  const height = lastRow - firstRow + rows;
  const count = across.places.length;
  const lines = down.places.length;
  const key = blurs ? JSON.stringify([area, box, sigma, from, rows]) : '';
  const known = blurs?.get(raster, key);
  const isKept = known !== undefined || blurs?.hasRoom(raster, 4 * count * lines * rows) === true;
  const strip = known
    ? { page: new Uint32Array(0), runs: known.runs, width: 0 }
    : windowStrip(raster, left, right, from + firstRow, height);
  /** Rows that are blurred: none where that has been done. */
  const blurredRows = known ? 0 : height;
  const tables = shape.kind === 'logo' ? edgeTables(shape.cells, overlay) : undefined;
  const cellCount = shape.cells.length;
  const most =
    shape.kind === 'cells'
      ? Math.max(...shape.cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)))
      : 1;
  // Where each row of the overlay is even, four pixels from one coarse column to the next are worked out at once.
  const isFast = step === 4 && (overlay.isEven || rowsAreEven(overlay));
  const kernel = theKernel();
  const memory = kernel.lay({
    overlay: ['f32', overlay.data.length],
    shared: ['u32', 22],
    page: ['u32', strip.page.length, 'as it is'],
    runs: ['u32', height],
    sources: ['i32', sources.length],
    columns: ['i32', count],
    weights: ['f32', weights.length],
    line: ['f32', 4 * sources.length],
    across: ['f32', 4 * count * blurredRows, 'as it is'],
    down: ['f32', 4 * count * Math.max(0, blurredRows - 2 * reach), 'as it is'],
    places: ['i32', lines],
    starts: ['i32', starts.length],
    changes: ['u8', 8 * changes.length],
    pairs: ['i32', 2 * pairs.length],
    differences: ['f32', 4 * count * pairs.length],
    grid: ['f32', 4 * count * lines * (isKept ? rows : 1), 'as it is'],
    middle: ['f32', 4 * count * (area.bottom - area.top)],
    waysAcross: ['u8', across.ways.length],
    waysDown: ['u8', down.ways.length],
    phases: ['f32', 16],
    luminance: ['u16', 768],
    cells: ['i32', 8 * cellCount],
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
    medians: ['f32', cellCount],
    which: ['u16', rows],
    result: ['f32', rows],
  });
  const { run } = kernel;
  const at = (name: keyof typeof memory) => memory[name].at;
  const put = <K extends keyof typeof memory>(name: K, values: ArrayLike<number>) =>
    (memory[name] as Part<Uint8Array>).array.set(values);
  put('overlay', overlay.data);
  put('page', strip.page);
  put('runs', strip.runs);
  put(
    'sources',
    sources.map((x) => x - left),
  );
  put(
    'columns',
    across.places.map((x) => x - firstColumn),
  );
  put('weights', weights);
  put(
    'places',
    down.places.map((y) => y - firstRow - reach),
  );
  put('starts', starts);
  put('waysAcross', across.ways);
  put('waysDown', down.ways);
  put(
    'phases',
    [0, 1, 2, 3].flatMap((tap) => [0, 1, 2, 3].map((phase) => cubicWeights(phase / 4)[tap]!)),
  );
  put('luminance', LUMINANCE_TABLES);
  const view = new DataView(memory.changes.array.buffer, memory.changes.at);
  changes.forEach(({ pair, weight }, i) => {
    view.setInt32(8 * i, pair, true);
    view.setFloat32(8 * i + 4, weight, true);
  });
  put(
    'pairs',
    pairs.flatMap(({ gone: row, mirror }) => [row - firstRow, mirror - firstRow]),
  );
  put('shared', [
    at('across'),
    at('down'),
    count,
    at('places'),
    lines,
    at('starts'),
    at('changes'),
    at('grid'),
    at('waysAcross'),
    at('waysDown'),
    at('runs'),
    box.top - firstRow,
    box.bottom - box.top,
    rows,
    at('result'),
    at('luminance'),
    at('middle'),
    at('line'),
    at('pairs'),
    pairs.length,
    at('differences'),
    known ? 2 : Number(isKept),
  ]);
  if (known) memory.grid.array.set(known.grids);
  run.blurAcross(
    at('page'),
    strip.width,
    blurredRows,
    at('runs'),
    at('sources'),
    sources.length,
    at('columns'),
    count,
    at('weights'),
    reach,
    at('line'),
    at('across'),
  );
  run.blurDown(at('across'), count, blurredRows - 2 * reach, at('weights'), reach, at('down'));
  if (shape.kind === 'cells') {
    const stride = area.right - area.left;
    shape.cells.forEach((cell, i) => {
      const wanted = percentileRank((cell.right - cell.left) * (cell.bottom - cell.top));
      const column = (x: number, round: (v: number) => number) => round((x - area.left) / step) + 1;
      const sides = [
        cell.left - area.left,
        cell.top - area.top,
        cell.right - area.left,
        cell.bottom - area.top,
      ];
      memory.cells.array.set(
        [...sides, wanted, column(cell.left, Math.floor), column(cell.right - 1, Math.ceil)],
        8 * i,
      );
    });
    const inside = (v: number, low: number, high: number) => Math.min(high - 1, Math.max(low, v));
    put(
      'points',
      across.places.map((x) => inside(x, area.left, area.right) - area.left),
    );
    run.sweepBlurred(
      at('shared'),
      at('overlay'),
      stride,
      Number(overlay.isEven),
      luminance16(shape.colour),
      at('cells'),
      cellCount,
      at('points'),
      at('estimates'),
      area.bottom - area.top,
      at('scratch'),
      isFast ? at('phases') : 0,
      at('which'),
    );
  } else {
    const { tables: luminances, edges, outsides, starts: edgeStarts } = tables!;
    put('tables', luminances);
    put('edgeStarts', edgeStarts);
    put(
      'outsides',
      outsides.flatMap(({ x, y, ground }) => [ground, x - area.left, y - area.top]),
    );
    put(
      'edges',
      edges.flatMap(({ edge, ink, outside }) => [ink, edge.x - area.left, edge.y - area.top, outside]),
    );
    run.sweepBlurredLogo(
      at('shared'),
      at('tables'),
      at('edgeStarts'),
      cellCount,
      at('edges'),
      at('contrasts'),
      at('medians'),
      Math.ceil(cellCount / 10),
      area.bottom - area.top,
      at('outsides'),
      outsides.length,
      at('grounds'),
    );
  }
  if (isKept && !known) blurs?.keep(raster, key, { runs: strip.runs, grids: memory.grid.array.slice() });
  const contrasts = memory.result.array.slice();
  return shape.kind === 'cells' ? { contrasts, worst: memory.which.array.slice() } : { contrasts };
}
