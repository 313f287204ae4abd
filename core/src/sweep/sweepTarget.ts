import { luminance16 } from '../colour/contrast.ts';
import { around, type Area } from '../geometry/area.ts';
import { groundTables } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Overlay } from '../stack/overlay.ts';
import type { Cell } from './cells.ts';
import type { Swept } from './swept.ts';
import { readQuick } from './quick.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { groundPlane, type Plane } from './plane.ts';
import { sweepCells } from './running.ts';
import { sweepBlurred } from './runningBlur.ts';
import { sweepLogo } from './runningLogo.ts';
import { rowsAreEven, sweepThroughOverlay } from './runningOverlay.ts';
import { behindAt, headerRow, type Scene, type Span } from './scene.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * A target's contrast at every scroll of a steady span.
 * @param blurs where a blurred page is kept for the next sweep of it, as long as only what lies over it changes
 */
export function sweepTarget(
  scene: Scene,
  span: Span,
  target: JudgedTarget,
  raster: Raster,
  { planes = new Planes(raster), blurs }: { planes?: Planes; blurs?: KeptBlurs } = {},
): Swept {
  return sweepSeen(scene, span, asRead(target), raster, { planes, blurs });
}

function sweepSeen(
  scene: Scene,
  span: Span,
  target: JudgedTarget,
  raster: Raster,
  { planes, blurs }: { planes: Planes; blurs: KeptBlurs | undefined },
): Swept {
  const length = span.to - span.from + 1;
  const isSolid = !target.overlay.data.some((value, i) => i % 4 === 3 && value > 0);
  const readOne = (scroll: number) => readQuick(target, raster, behindAt(scene, scroll)).contrast;
  const first = headerRow(scene, span.from);
  if (isSolid) return { contrasts: new Float32Array(length).fill(readOne(span.from)) };
  // The header's row is the same for the first scrolls, while a rail leaves, and moves by one with each after.
  const isStill = headerRow(scene, span.to) === first;
  const still = isStill ? length : Math.min(length, Math.max(0, scene.layouts.top.leaving - span.from));
  const { blur } = target.stack;
  const contrasts = new Float32Array(length);
  const worst = blur && target.shape.kind === 'cells' ? new Uint16Array(length) : undefined;
  const put = (at: number, swept: Swept) => {
    contrasts.set(swept.contrasts, at);
    if (swept.worst) worst?.set(swept.worst, at);
  };
  if (blur) {
    // What is blurred ends at the window's top edge, so that the blur of a header that is leaving changes.
    for (let i = 0; i < still; i++) put(i, sweepBlurredAt(scene, target, raster, span.from + i));
  } else if (still > 0) contrasts.fill(readOne(span.from), 0, still);
  if (still < length) {
    const from = headerRow(scene, span.from + still);
    put(
      still,
      sweepMoving(
        target,
        { from, rows: length - still, gone: scene.layouts.top.leaving },
        raster,
        planes,
        blurs,
      ),
    );
  }
  return { contrasts, ...(worst && { worst }) };
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
  const data = rowsRead(overlay, shape.cells);
  const width = overlay.area.right - overlay.area.left;
  const first = data?.find((row) => row !== undefined);
  let seen = target;
  if (data && first) {
    const isEven = data.every((row) => !row || row.every((value, c) => value === first[c]));
    const rows = data.map((row) => row ?? first);
    const whole = isEven ? first : rows.flatMap((row) => Array.from({ length: width }, () => row).flat());
    seen = { ...target, overlay: { ...overlay, isEven, data: Float64Array.from(whole) } };
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

/** What {@link sweepTarget} gives for a single scroll of a target over a blurred page. */
export function sweepBlurredAt(scene: Scene, target: JudgedTarget, raster: Raster, scroll: number): Swept {
  const { row, gone } = behindAt(scene, scroll);
  return sweepBlurred(target, { from: row, rows: 1, gone }, raster);
}

/** The contrast at each of some steps of a row each, the header's top edge at a page row at first. */
function sweepMoving(
  target: JudgedTarget,
  { from, rows, gone }: { from: number; rows: number; gone: number },
  raster: Raster,
  planes: Planes,
  blurs: KeptBlurs | undefined,
): Swept {
  const { shape, stack, overlay } = target;
  if (stack.blur) return sweepBlurred(target, { from, rows, gone }, raster, blurs);
  if (!overlay.isEven) return { contrasts: sweepThroughOverlay(target, from, rows, raster) };
  const plane = planes.for(target, from, rows);
  const contrasts =
    shape.kind === 'cells'
      ? sweepCells(plane, shape.cells, luminance16(shape.colour), from, rows)
      : sweepLogo(shape.cells, plane, groundTables(overlay), from, rows);
  return { contrasts };
}

/** Ground planes of a raster, kept while items, their states, lines and rings share their places and layers. */
export class Planes {
  readonly #raster: Raster;
  readonly #kept = new Map<string, Plane>();
  /** The area that all which is judged of an item needs, by the item and what lies over it. */
  readonly #areas = new Map<string, Area>();

  /** @param targets what is going to be swept */
  constructor(raster: Raster, targets: readonly JudgedTarget[] = []) {
    this.#raster = raster;
    for (const { ink, overlay } of targets.map(asRead)) {
      const key = this.#placeOf(ink.id, overlay);
      this.#areas.set(key, around([overlay.area, this.#areas.get(key) ?? overlay.area]));
    }
  }

  #placeOf(inkId: string, { data, isEven }: Overlay): string {
    return isEven ? `${inkId} ${data.join(' ')}` : '';
  }

  /** The plane that a target under an even overlay passes over in some steps of a row each, from a page row on. */
  for({ ink, overlay }: JudgedTarget, first: number, rows: number): Plane {
    const { data } = overlay;
    const reach = this.#areas.get(this.#placeOf(ink.id, overlay)) ?? overlay.area;
    const area = { ...reach, top: reach.top + first, bottom: reach.bottom + first + rows - 1 };
    const key = JSON.stringify([area, [...data]]);
    const kept = this.#kept.get(key) ?? groundPlane(this.#raster, groundTables(overlay), area);
    this.#kept.set(key, kept);
    return kept;
  }
}
