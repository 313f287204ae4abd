import { luminance16 } from '../colour/contrast.ts';
import { around } from '../geometry/area.ts';
import { grouped } from '../lists.ts';
import { groundTables } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Overlay } from '../stack/overlay.ts';
import type { Cell } from './cells.ts';
import type { Swept } from './swept.ts';
import { readQuick } from './quick.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { sweepOneOfEach } from './oneSided.ts';
import { censusOf, groundPlane } from './plane.ts';
import { isWithinBlur, sweepOverEdge } from './overEdge.ts';
import { sweepCells } from './running.ts';
import { sweepBlurred } from './runningBlur.ts';
import { sweepLogo } from './runningLogo.ts';
import { sweepThroughOverlay } from './runningOverlay.ts';
import { rowsAreEven } from './throughOverlay.ts';
import { behindAt, headerRow, spanOfInk, type Scene, type Span } from './scene.ts';
import type { JudgedTarget } from './targets.ts';

/** What was swept of a target, and over which scrolls. */
export interface SweptTarget {
  target: JudgedTarget;
  span: Span;
  swept: Swept;
}

/**
 * The contrasts of targets at every scroll of a steady span at which they are in the window, in their order; with a pause after each item.
 * All that is judged of an item shares what lies under it: that is worked out once.
 * @param blurs where a blurred page is kept for the next sweep of it, as long as only what lies over it changes
 */
export function* sweepTogether(
  scene: Scene,
  span: Span,
  targets: readonly JudgedTarget[],
  raster: Raster,
  blurs?: KeptBlurs,
): Generator<void, SweptTarget[]> {
  const found = new Map<JudgedTarget, SweptTarget>();
  for (const all of grouped(targets, ({ ink }) => ink.id).values()) {
    const own = spanOfInk(all[0]!.ink, span);
    if (!own) continue;
    const swept = sweepTargets(scene, own, all, raster, blurs);
    all.forEach((target, i) => found.set(target, { target, span: own, swept: swept[i]! }));
    yield;
  }
  return targets.flatMap((target) => found.get(target) ?? []);
}

/** What {@link sweepTogether} gives for one target at every scroll of a steady span. */
export function sweepTarget(scene: Scene, span: Span, target: JudgedTarget, raster: Raster): Swept {
  const [swept] = sweepTargets(scene, span, [target], raster);
  return swept!;
}

/** The contrasts of all that is judged of an item, in order. */
function sweepTargets(
  scene: Scene,
  span: Span,
  targets: readonly JudgedTarget[],
  raster: Raster,
  blurs?: KeptBlurs,
): Swept[] {
  const length = span.to - span.from + 1;
  const seen = targets.map(asRead);
  const found = new Map<JudgedTarget, Swept>();
  const open = seen.filter((target) => !isSolid(target));
  for (const target of seen) {
    if (open.includes(target)) continue;
    const { contrast } = readQuick(target, raster, behindAt(scene, span.from));
    found.set(target, { contrasts: new Float32Array(length).fill(contrast) });
  }
  const edge = open.filter((target) => !isWithinBlur(target));
  if (edge.length > 0) {
    const scrolls = Array.from({ length }, (_, i) => behindAt(scene, span.from + i));
    sweepOverEdge(edge, scrolls, raster).forEach((swept, i) => found.set(edge[i]!, swept));
  }
  const within = open.filter((target) => !edge.includes(target));
  const blurred = grouped(within, ({ stack }) => (stack.blur ? JSON.stringify(stack.blur) : ''));
  for (const [key, some] of blurred) {
    const swept = key
      ? sweepOverBlur(scene, span, some, raster, blurs)
      : sweepOpen(scene, span, some, raster);
    some.forEach((target, i) => found.set(target, swept[i]!));
  }
  return seen.map((target) => found.get(target)!);
}

const isSolid = ({ overlay }: JudgedTarget) => !overlay.data.some((value, i) => i % 4 === 3 && value > 0);

/**
 * How many of a span's first scrolls have the header over the same rows of the page: as long as a rail leaves; it moves by a row
 * with each after.
 */
function stillIn(scene: Scene, { from, to }: Span): number {
  const length = to - from + 1;
  if (headerRow(scene, to) === headerRow(scene, from)) return length;
  return Math.min(length, Math.max(0, scene.layouts.top.leaving - from));
}

/** Where the header moves over the page: the row of its top edge at first, how many steps of a row, and its rows above the window. */
function movingIn(scene: Scene, span: Span, still: number) {
  const from = headerRow(scene, span.from + still);
  return { from, rows: span.to - span.from + 1 - still, gone: scene.layouts.top.leaving };
}

function sweepOverBlur(
  scene: Scene,
  span: Span,
  targets: readonly JudgedTarget[],
  raster: Raster,
  blurs: KeptBlurs | undefined,
): Swept[] {
  const length = span.to - span.from + 1;
  const still = stillIn(scene, span);
  const all = targets.map(({ shape }): Swept => ({
    contrasts: new Float32Array(length),
    ...(shape.kind === 'cells' && { worst: new Uint16Array(length) }),
  }));
  const put = (at: number, swept: readonly Swept[]) =>
    all.forEach(({ contrasts, worst }, i) => {
      contrasts.set(swept[i]!.contrasts, at);
      if (swept[i]!.worst) worst?.set(swept[i]!.worst, at);
    });
  // What is blurred ends at the window's top edge, so that the blur of a header that is leaving changes.
  for (let i = 0; i < still; i++) put(i, sweepBlurredAt(scene, targets, raster, span.from + i));
  if (still < length) put(still, sweepBlurred(targets, movingIn(scene, span, still), raster, blurs));
  return all;
}

/** What {@link sweepTogether} gives for a single scroll of targets over a blurred page. */
export function sweepBlurredAt(
  scene: Scene,
  targets: readonly JudgedTarget[],
  raster: Raster,
  scroll: number,
): Swept[] {
  const { row, gone } = behindAt(scene, scroll);
  const within = targets.every(isWithinBlur);
  return within
    ? sweepBlurred(targets, { from: row, rows: 1, gone }, raster)
    : sweepOverEdge(targets, [{ row, gone }], raster);
}

/** Where nothing is blurred. */
function sweepOpen(scene: Scene, span: Span, targets: readonly JudgedTarget[], raster: Raster): Swept[] {
  const length = span.to - span.from + 1;
  const still = stillIn(scene, span);
  const all = targets.map((target) => {
    const contrasts = new Float32Array(length);
    if (still > 0) contrasts.fill(readQuick(target, raster, behindAt(scene, span.from)).contrast, 0, still);
    return { contrasts };
  });
  if (still === length) return all;
  const { from, rows } = movingIn(scene, span, still);
  const swept = sweepMoving(targets, from, rows, raster);
  all.forEach(({ contrasts }, i) => contrasts.set(swept[i]!, still));
  return all;
}

/** The contrasts at each of some steps of a row each, the header's top edge at a page row at first. */
function sweepMoving(
  targets: readonly JudgedTarget[],
  from: number,
  rows: number,
  raster: Raster,
): Float32Array[] {
  const found = new Map<JudgedTarget, Float32Array>();
  const alike = grouped(targets, ({ overlay: { isEven, data } }) => (isEven ? data.join(' ') : ''));
  for (const [key, some] of alike) {
    const swept = key ? sweepEven(some, from, rows, raster) : sweepThroughOverlay(some, from, rows, raster);
    some.forEach((target, i) => found.set(target, swept[i]!));
  }
  return targets.map((target) => found.get(target)!);
}

/** Sweeps what all has the same over it. */
function sweepEven(
  targets: readonly JudgedTarget[],
  from: number,
  rows: number,
  raster: Raster,
): Float32Array[] {
  const reach = around(targets.map(({ overlay }) => overlay.area));
  const tables = groundTables(targets[0]!.overlay);
  const area = { ...reach, top: reach.top + from, bottom: reach.bottom + from + rows - 1 };
  const plane = groundPlane(raster, tables, area);
  const found = new Map<JudgedTarget, Float32Array>();
  const inked = targets.flatMap((target) => {
    const { shape } = target;
    if (shape.kind === 'cells')
      return { target, cells: shape.cells, key: JSON.stringify(shape.cells), ink: luminance16(shape.colour) };
    found.set(target, sweepLogo(shape.cells, plane, tables, from, rows));
    return [];
  });
  if (inked.length > 0) {
    const { values } = censusOf(plane);
    const range = { low: values[0]!, high: values.at(-1)! };
    const swept = sweepOneOfEach(
      inked,
      () => range,
      (some) => sweepCells(plane, some, from, rows).map((contrasts) => ({ contrasts })),
    );
    inked.forEach(({ target }, i) => found.set(target, swept[i]!.contrasts));
  }
  return targets.map((target) => found.get(target)!);
}

const read = new WeakMap<JudgedTarget, JudgedTarget>();

/**
 * A target whose overlay says nothing of pixels that are not read. Round a button lies the same as beside it; only below the button,
 * where the ring is not, there is something else: what is even under all cells, or in each of their rows, is swept as that.
 */
function asRead(target: JudgedTarget): JudgedTarget {
  const { overlay, shape } = target;
  if (overlay.isEven || shape.kind !== 'cells' || rowsAreEven(overlay)) return target;
  const known = read.get(target);
  if (known) return known;
  const rows = rowsRead(overlay, shape.cells);
  const first = rows?.find((row) => row !== undefined);
  let seen = target;
  if (rows && first) {
    const isEven = rows.every((row) => !row || row.every((value, c) => value === first[c]));
    const whole = isEven ? Float64Array.from(first) : new Float64Array(overlay.data.length);
    const line = 4 * (overlay.area.right - overlay.area.left);
    if (!isEven) whole.forEach((_, i) => (whole[i] = (rows[Math.floor(i / line)] ?? first)[i % 4]!));
    seen = { ...target, overlay: { ...overlay, isEven, data: whole } };
  }
  read.set(target, seen);
  return seen;
}

/** What the overlay is in each row under any cell; `undefined` as a whole where it is not the same along one. */
function rowsRead({ area, data }: Overlay, cells: readonly Cell[]): (number[] | undefined)[] | undefined {
  const width = area.right - area.left;
  const rows: (number[] | undefined)[] = Array.from({ length: area.bottom - area.top }, () => undefined);
  for (const { left, top, right, bottom } of cells) {
    for (let y = top; y < bottom; y++) {
      for (let x = left; x < right; x++) {
        const at = 4 * ((y - area.top) * width + x - area.left);
        const row = (rows[y - area.top] ??= [...data.subarray(at, at + 4)]);
        for (let c = 0; c < 4; c++) if (row[c] !== data[at + c]) return undefined;
      }
    }
  }
  return rows;
}
