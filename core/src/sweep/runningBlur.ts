import { luminance16 } from '../colour/contrast.ts';
import { gaussian, mirrored } from '../stack/blur.ts';
import type { Area } from '../stack/area.ts';
import type { Raster } from '../stack/ground.ts';
import type { Blur } from '../stack/layers.ts';
import { tenth } from './cells.ts';
import { LUMINANCE_TABLES, edgeTables } from './edgeTables.ts';
import { theKernel, type Part } from './kernel.ts';
import type { Target } from './targets.ts';

/** Pixels from one coarse place to the next: a blurred page is smooth, and cubic between places that are a third of the deviation apart. */
function stepOf(sigma: number): number {
  return sigma >= 9 ? 4 : sigma >= 5 ? 2 : 1;
}

/** Coarse places along one side of an area, one beyond it at the near end and two at the far end, and the way to each pixel. */
function placesAlong(from: number, to: number, step: number) {
  const count = Math.ceil((to - from - 1) / step) + 4;
  const places = Array.from({ length: count }, (_, i) => from + (i - 1) * step);
  const ways = new DataView(new ArrayBuffer(20 * (to - from)));
  for (let i = 0; i < to - from; i++) {
    const before = Math.floor(i / step);
    const t = i / step - before;
    // Catmull and Rom's cubic through four places.
    const weights = [
      -0.5 * t + t * t - 0.5 * t * t * t,
      1 - 2.5 * t * t + 1.5 * t * t * t,
      0.5 * t + 2 * t * t - 1.5 * t * t * t,
      -0.5 * t * t + 0.5 * t * t * t,
    ];
    ways.setInt32(20 * i, before, true);
    weights.forEach((w, k) => ways.setFloat32(20 * i + 4 + 4 * k, w, true));
  }
  return { places, ways: new Uint8Array(ways.buffer) };
}

/** For each coarse row, what mirroring at the blurred box's edges changes: row that is not there, its mirror, weight. Header rows. */
function mirrorChanges(places: readonly number[], top: number, bottom: number, weights: Float64Array) {
  const starts = [0];
  const changes: { gone: number; mirror: number; weight: number }[] = [];
  for (const place of places) {
    for (let k = 1 - weights.length; k < weights.length; k++) {
      const gone = place + k;
      if (gone >= top && gone < bottom) continue;
      changes.push({ gone, mirror: mirrored(gone, top, bottom), weight: weights[Math.abs(k)]! });
    }
    starts.push(changes.length);
  }
  return { starts, changes };
}

/** The page's pixels in some columns and rows; beyond the raster its nearest. Rows like the one above share a run. */
function stripOf(raster: Raster, left: number, right: number, top: number, rows: number) {
  const pixels = new Uint32Array(raster.data.buffer, raster.data.byteOffset, raster.width * raster.height);
  const width = right - left;
  const page = new Uint32Array(width * rows);
  const runs = new Uint32Array(rows);
  let run = 0;
  for (let y = 0; y < rows; y++) {
    const from = Math.min(raster.height - 1, Math.max(0, top + y)) * raster.width + left;
    const line = pixels.subarray(from, from + width);
    page.set(line, y * width);
    if (y === 0 || line.some((pixel, x) => pixel !== page[(y - 1) * width + x])) run++;
    runs[y] = run;
  }
  return { page, runs, width };
}

/**
 * The fast sweep over a blurred page. The page is blurred once, across at coarse columns and down at every row; at each
 * scroll only the coarse places behind the item are put right for the mirrored edges of the blurred box, and between them the
 * blur is cubic. Within one level of the straightforward measure's ground.
 * @param gone rows of the header above the window
 */
export function sweepBlurred(
  target: Target,
  from: number,
  rows: number,
  gone: number,
  raster: Raster,
): Float32Array {
  const { veil, stack, shape } = target;
  const { sigma, area: whole } = stack.blur as Blur;
  const box: Area = { ...whole, top: Math.max(whole.top, gone), right: Math.min(whole.right, raster.width) };
  const { area } = veil;
  const weights = gaussian(sigma);
  const reach = weights.length - 1;
  const step = stepOf(sigma);
  const across = placesAlong(area.left, area.right, step);
  const down = placesAlong(area.top, area.bottom, step);
  const { starts, changes } = mirrorChanges(down.places, box.top, box.bottom, weights);
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
  const strip = stripOf(raster, left, right, from + firstRow, height);
  const count = across.places.length;
  const lines = down.places.length;
  const tables = shape.kind === 'logo' ? edgeTables(shape.cells, veil) : undefined;
  const cellCount = shape.cells.length;
  const most =
    shape.kind === 'cells'
      ? Math.max(...shape.cells.map((cell) => (cell.right - cell.left) * (cell.bottom - cell.top)))
      : 1;
  const kernel = theKernel();
  const memory = kernel.lay({
    veil: ['f64', veil.data.length],
    shared: ['u32', 16],
    page: ['u32', strip.page.length],
    runs: ['u32', height],
    sources: ['i32', sources.length],
    columns: ['i32', count],
    weights: ['f32', weights.length],
    line: ['f32', 4 * sources.length],
    across: ['f32', 4 * count * height],
    down: ['f32', 4 * count * (height - 2 * reach)],
    places: ['i32', lines],
    starts: ['i32', starts.length],
    changes: ['u8', 12 * changes.length],
    grid: ['f32', 4 * count * lines],
    waysAcross: ['u8', across.ways.length],
    waysDown: ['u8', down.ways.length],
    luminance: ['u16', 768],
    cells: ['i32', 8 * cellCount],
    points: ['i32', count * lines],
    estimates: ['f32', count * lines],
    scratch: ['f32', most],
    tables: ['u16', tables?.tables.length ?? 0],
    edgeStarts: ['i32', tables?.starts.length ?? 0],
    edges: ['i32', 6 * (tables?.edges.length ?? 0)],
    contrasts: ['f32', tables?.edges.length ?? 0],
    medians: ['f32', cellCount],
    result: ['f32', rows],
  });
  const { run } = kernel;
  const at = (name: keyof typeof memory) => memory[name].at;
  const put = <K extends keyof typeof memory>(name: K, values: ArrayLike<number>) =>
    (memory[name] as Part<Uint8Array>).array.set(values);
  put('veil', veil.data);
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
  put('luminance', LUMINANCE_TABLES);
  const view = new DataView(memory.changes.array.buffer, memory.changes.at);
  changes.forEach(({ gone: row, mirror, weight }, i) => {
    view.setInt32(12 * i, row - firstRow, true);
    view.setInt32(12 * i + 4, mirror - firstRow, true);
    view.setFloat32(12 * i + 8, weight, true);
  });
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
  ]);
  run.blurAcross(
    at('page'),
    strip.width,
    height,
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
  run.blurDown(at('across'), count, height - 2 * reach, at('weights'), reach, at('down'));
  if (shape.kind === 'cells') {
    const stride = area.right - area.left;
    shape.cells.forEach((cell, i) => {
      const wanted = tenth((cell.right - cell.left) * (cell.bottom - cell.top));
      const column = (x: number) => Math.round((x - area.left) / step) + 1;
      const sides = [
        cell.left - area.left,
        cell.top - area.top,
        cell.right - area.left,
        cell.bottom - area.top,
      ];
      memory.cells.array.set([...sides, wanted, column(cell.left), column(cell.right - 1), 1], 8 * i);
    });
    const inside = (v: number, low: number, high: number) => Math.min(high - 1, Math.max(low, v));
    put(
      'points',
      down.places.flatMap((y) =>
        across.places.map(
          (x) =>
            (inside(y, area.top, area.bottom) - area.top) * stride +
            inside(x, area.left, area.right) -
            area.left,
        ),
      ),
    );
    run.sweepBlurred(
      at('shared'),
      at('veil'),
      stride,
      Number(veil.isEven),
      luminance16(shape.colour),
      at('cells'),
      cellCount,
      at('points'),
      at('estimates'),
      lines - 2,
      at('scratch'),
    );
  } else {
    const { tables: luminances, edges, starts: edgeStarts } = tables!;
    put('tables', luminances);
    put('edgeStarts', edgeStarts);
    put(
      'edges',
      edges.flatMap(({ edge, ink, ground }) => [
        ink,
        edge.x - area.left,
        edge.y - area.top,
        ground,
        edge.outsideX - area.left,
        edge.outsideY - area.top,
      ]),
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
    );
  }
  return memory.result.array.slice();
}
