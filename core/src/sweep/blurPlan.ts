import { gaussian, mirrored } from '../stack/blur.ts';
import { around, type Area } from '../geometry/area.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Blur } from '../stack/layers.ts';
import type { Overlay } from '../stack/overlay.ts';
import { edgeTables } from './edgeTables.ts';
import { mirrorChanges, placesAlong, stepOf, windowStrip } from './blurPlaces.ts';
import type { KeptBlur, KeptBlurs } from './keptBlurs.ts';
import type { Strip } from './plane.ts';
import type { JudgedTarget } from './targets.ts';

/** What is blurred for targets, where, and how it is looked at. */
export interface BlurPlan {
  seen: SeenTarget[];
  /** Rows of the page between two scrolls that are swept, and rows that are blurred: none where that has been done. */
  rows: number;
  blurredRows: number;
  /** The area of the header behind which the page is blurred: around all targets. */
  area: Area;
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
}

/** One target over the blurred page. */
export interface SeenTarget {
  overlay: Overlay;
  shape: JudgedTarget['shape'];
  /** What its estimates are worked out from: of equal keys, once. */
  key: string;
  tables: ReturnType<typeof edgeTables> | undefined;
}

/** Coarse places begin at a multiple of this many pixels, so that a place is worked out alike whatever else is judged with it. */
const GRID = 4;

/**
 * What is to be blurred for targets that are over the same blur.
 * @param blurs where the blurred page may be kept already
 */
export function blurPlan(
  targets: readonly JudgedTarget[],
  { from, rows, gone }: { from: number; rows: number; gone: number },
  raster: Raster,
  blurs: KeptBlurs | undefined,
): BlurPlan {
  const { sigma, area: whole } = targets[0]!.stack.blur as Blur;
  const box: Area = { ...whole, top: Math.max(whole.top, gone), right: Math.min(whole.right, raster.width) };
  const onGrid = (at: number) => GRID * Math.floor(at / GRID);
  const reached = around(targets.map(({ overlay }) => overlay.area));
  const area = { ...reached, left: onGrid(reached.left), top: onGrid(reached.top) };
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
  const overlays = new Map<Float64Array, number>();
  const seen = targets.map(({ overlay, shape }) => {
    if (!overlays.has(overlay.data)) overlays.set(overlay.data, overlays.size);
    return {
      overlay,
      shape,
      key: overlay.isEven ? overlay.data.join(' ') : `overlay ${overlays.get(overlay.data)}`,
      tables: shape.kind === 'logo' ? edgeTables(shape.cells, overlay) : undefined,
    };
  });
  return {
    seen,
    rows,
    blurredRows: known ? 0 : height,
    area,
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
  };
}
