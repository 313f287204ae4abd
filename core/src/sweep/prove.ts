import { headerBetween, type Side } from '../change/between.ts';
import type { Progress } from '../header/becoming.ts';
import { pointedOver } from '../header/pointed.ts';
import { withoutPauses } from '../lists.ts';
import { allMoments, momentsOf, type Moment } from '../model/header.ts';
import type { Box } from '../geometry/box.ts';
import type { Drawing } from '../stack/drawing.ts';
import { rastersOf, type Raster } from '../geometry/raster.ts';
import { laidShowing } from '../page/laid.ts';
import { type Cell } from './cells.ts';
import { readQuick } from './quick.ts';
import {
  behindAt,
  headerRow,
  momentAt,
  spanOfAll,
  spanOfInk,
  spansOf,
  wayAt,
  type Scene,
  type Span,
} from './scene.ts';
import { differingRows, scrollsMeeting } from './sights.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { sweepBlurredAt, sweepTogether } from './sweepTarget.ts';
import { rasterAt, stretchesIn, type ScrollStretch } from './turns.ts';
import { targetsOf, type InkPart, type LinkState, type JudgedTarget } from './targets.ts';
import { verdictOf, type Verdict } from './verdict.ts';
import {
  alongOf,
  calledOf,
  isPassing,
  rowOf,
  spotKey,
  spotOf,
  worstAt,
  type Spot,
  type SweptRow,
} from './row.ts';
import { sweepBecoming } from './becoming.ts';

/**
 * Everything to be judged in a scene at a moment.
 * @param scroll where the header is met; with the pointer over it, it wears what it does there besides, and on its way from
 * one look to the next what it does just there
 * @param progress see {@link targetsOf}
 */
export function sceneTargets(
  scene: Scene,
  moment: Moment,
  draw: Drawing,
  scroll = 0,
  progress?: Progress,
): JudgedTarget[] {
  const { site, header, layouts, page } = scene;
  const base = moment === 'pointed' ? momentAt(scene, scroll) : moment;
  const worn = (at: Moment) => (moment === 'pointed' ? pointedOver(header, at) : header);
  const way = wayAt(scene, scroll);
  if (way === 0 || way === 1)
    return targetsOf(site, worn(base), { laid: layouts[base], moment: base, page }, draw, progress);
  const [a, b] = momentsOf(header).map((at) => ({ header: worn(at), moment: at })) as [Side, Side];
  const between = headerBetween(site, a, b, { layers: way, inks: way, by: 'scroll' });
  return targetsOf(site, between, { laid: layouts[base], moment: 'top', page }, draw, progress);
}

/** What a row or a cut is of, in the scene that it is from; none where that has no such thing. */
export function targetAt(
  scene: Scene,
  draw: Drawing,
  spot: Spot & { moment: Moment; scroll: number },
): JudgedTarget | undefined {
  const { moment, scroll, becoming } = spot;
  const progress = becoming && (() => becoming.share);
  return sceneTargets(scene, moment, draw, scroll, progress).find(
    (each) => spotKey(spotOf(each)) === spotKey(spot),
  );
}

/** The stretches of a scene in which a moment is met, as far as they lie within a span. */
function judgedStretches(scene: Scene, moment: Moment, within: Span = spanOfAll(scene)): ScrollStretch[] {
  const bases = moment === 'pointed' ? momentsOf(scene.header) : [moment];
  return bases
    .flatMap((base) => spansOf(scene, base))
    .map(({ from, to }) => ({ from: Math.max(from, within.from), to: Math.min(to, within.to) }))
    .filter(({ from, to }) => from <= to)
    .flatMap((span) => stretchesIn(scene, span));
}

/**
 * The two parts of a sweep: what is there without pointer or keyboard, where the header does not change along with the
 * scroll, which is swept soon; and all else.
 */
export type SweepPart = 'lasting' | 'others';

export interface SweepOptions {
  /** Only a part of it; the two together are the whole. */
  part?: SweepPart | undefined;
  /** Where a blurred page is kept, while what lasts is swept again and again. */
  blurs?: KeptBlurs;
}

/** What of a scene is swept in one of the ways in which its page is seen: all scrolls, or those within a span. */
interface ShownOptions extends SweepOptions {
  within?: Span;
}

/**
 * Sweeps a scene: every item and state, at every whole-pixel scroll of each moment.
 * @param raster the scene's page, painted: `scene.laid.width` × `scene.laid.height`
 */
export function proveScene(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moments: readonly Moment[] = allMoments(scene.header),
  options: SweepOptions = {},
): SweptRow[] {
  return withoutPauses(proveInSteps(scene, raster, draw, moments, options));
}

/**
 * What {@link proveScene} does, with pauses at which it can be given up: after each item, and each scroll that is another sight.
 * Where pictures take turns, the page is swept in each way in which it is seen, and of each row the worst holds.
 */
export function* proveInSteps(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moments: readonly Moment[],
  options: SweepOptions = {},
): Generator<void, SweptRow[]> {
  const [first, ...others] = rastersOf(raster);
  let rows = yield* proveShown(scene, first!, draw, moments, options);
  for (const [i, other] of others.entries()) {
    const shows = i + 1;
    const apart = differingRows(first!, other);
    const within = apart && scrollsMeeting(scene, apart);
    // Where the header meets nothing that is different, it is as it was.
    if (!within) continue;
    const seen = { ...scene, laid: laidShowing(scene.laid, shows) };
    const found = yield* proveShown(seen, other, draw, moments, { part: options.part, within });
    const bySpot = new Map<string, SweptRow[]>();
    for (const row of found) {
      const key = momentKey(row);
      bySpot.set(key, [...(bySpot.get(key) ?? []), { ...row, shows }]);
    }
    const joined = new Set<SweptRow>();
    rows = rows.map((row) => {
      const own = (bySpot.get(momentKey(row)) ?? []).filter(
        ({ span }) => span.from >= row.span.from && span.to <= row.span.to,
      );
      own.forEach((each) => joined.add(each));
      return own.reduce(worseOf, row);
    });
    // What is lost on its way only in this one has no row to be joined to.
    rows.push(...[...bySpot.values()].flat().filter((row) => row.becoming && !joined.has(row)));
  }
  return rows;
}

/** What is judged, and at which moment: its rows are of different stretches of the scroll. */
const momentKey = (row: SweptRow) => `${row.moment} ${spotKey(row)}`;

/** Two rows of the same in one: the worse of them, with the worse of their contrasts at every scroll that both are of. */
function worseOf(row: SweptRow, other: SweptRow): SweptRow {
  const contrasts = row.contrasts.slice();
  const first = other.span.from - row.span.from;
  other.contrasts.forEach((contrast, i) => {
    contrasts[first + i] = Math.min(contrasts[first + i]!, contrast);
  });
  const worse = other.worst < row.worst ? other : row;
  return { ...worse, span: row.span, contrasts, ...alongOf(contrasts, row.needed) };
}

/** Sweeps a page in one of the ways in which it is seen. */
function* proveShown(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moments: readonly Moment[],
  { part, blurs, within }: ShownOptions = {},
): Generator<void, SweptRow[]> {
  const rows: SweptRow[] = [];
  for (const moment of moments) {
    const known = new Map<Moment, JudgedTarget[]>();
    for (const { isSteady, ...span } of judgedStretches(scene, moment, within)) {
      if (!isSteady) {
        if (part !== 'lasting') rows.push(...(yield* proveUnsteady(scene, moment, span, raster, draw)));
        continue;
      }
      const shown = rasterAt(scene, raster, span.from);
      const met = momentAt(scene, span.from);
      const every = known.get(met) ?? sceneTargets(scene, moment, draw, span.from);
      known.set(met, every);
      const targets = part ? every.filter((target) => isPassing(target) === (part === 'others')) : every;
      const kept = part === 'lasting' ? blurs : undefined;
      const all = yield* sweepTogether(scene, span, targets, shown, kept);
      for (const { target, span: own, swept } of all)
        rows.push(rowOf(scene, { moment, span: own, at: worstAt(swept.contrasts) }, target, raster, swept));
      if (part === 'lasting') continue;
      const becoming = (progress: Progress) => sceneTargets(scene, moment, draw, span.from, progress);
      for (const { target, span: own, swept } of yield* sweepBecoming(
        scene,
        span,
        { states: every, all, becoming },
        shown,
      ))
        rows.push(rowOf(scene, { moment, span: own, at: worstAt(swept.contrasts) }, target, raster, swept));
    }
  }
  return rows;
}

/** Sweeps a stretch in which every scroll is another sight. What is not there at a scroll is not unclear there. */
function* proveUnsteady(
  scene: Scene,
  moment: Moment,
  span: Span,
  raster: Raster,
  draw: Drawing,
): Generator<void, SweptRow[]> {
  const isOnWay = wayAt(scene, span.from) % 1 !== 0;
  const still = isOnWay ? [] : sceneTargets(scene, moment, draw, span.from);
  const found = new Map<
    string,
    { contrasts: Float32Array; worst: JudgedTarget; at: number; cell: Cell | undefined }
  >();
  for (let scroll = span.from; scroll <= span.to; scroll++) {
    const at = scroll - span.from;
    const shown = rasterAt(scene, raster, scroll);
    const behind = behindAt(scene, scroll);
    const readOn = (target: JudgedTarget): { contrast: number; cell?: Cell } =>
      target.stack.blur && target.shape.kind === 'logo'
        ? { contrast: sweepBlurredAt(scene, [target], shown, scroll)[0]!.contrasts[0]! }
        : readQuick(target, shown, behind);
    for (const target of isOnWay ? sceneTargets(scene, moment, draw, scroll) : still) {
      if (!spanOfInk(target.ink, { from: scroll, to: scroll })) continue;
      const key = spotKey(spotOf(target));
      const { contrast, cell } = readOn(target);
      const known = found.get(key);
      const contrasts = known?.contrasts ?? new Float32Array(span.to - span.from + 1).fill(Infinity);
      contrasts[at] = contrast;
      if (!known || contrasts[at]! < contrasts[known.at]!) {
        found.set(key, { contrasts, worst: target, at, cell });
      }
    }
    yield;
  }
  return [...found.values()].map(({ contrasts, worst, at, cell }) =>
    rowOf(scene, { moment, span, at, known: cell }, worst, raster, { contrasts }),
  );
}

/** One item as it is at a scroll: its contrast and its worst cell there, in pixels of the window. */
export interface Probe {
  itemId: string;
  item: string;
  state: LinkState;
  /** What of it: itself, the line below it, or its focus ring. */
  part: InkPart;
  needed: number;
  contrast: number;
  verdict: Verdict;
  /** In which of the ways that the page is seen it is that, counted from 0; the first where nothing is said. */
  shows?: number;
  cell: Cell;
  box: Box;
}

/** Every item of a moment at one scroll. */
export function probeScene(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moment: Moment,
  scroll: number,
): Probe[] {
  const here = { from: scroll, to: scroll };
  const targets = sceneTargets(scene, moment, draw, scroll);
  const down = headerRow(scene, scroll) - scroll;
  const behind = behindAt(scene, scroll);
  return targets
    .filter(({ ink }) => spanOfInk(ink, here))
    .map((target) => {
      // Of the ways in which the page is seen, the one that is worst for it.
      const { contrast, cell, shows } = rastersOf(raster)
        .map((shown, i) => ({ ...readQuick(target, rasterAt(scene, shown, scroll), behind), shows: i }))
        .reduce((worst, each) => (each.contrast < worst.contrast ? each : worst));
      const { ink, state, part, needed } = target;
      return {
        itemId: ink.id,
        item: calledOf(target),
        state,
        part,
        needed,
        contrast,
        verdict: verdictOf(contrast, needed),
        ...(shows > 0 && { shows }),
        cell: { ...cell, top: cell.top + down, bottom: cell.bottom + down },
        box: { ...ink.box, y: ink.box.y + down },
      };
    });
}
