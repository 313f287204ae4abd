import { headerBetween, type Side } from '../change/between.ts';
import { pointedOver } from '../header/pointed.ts';
import { withoutPauses } from '../lists.ts';
import { allMoments, momentsOf, type Moment } from '../model/header.ts';
import { USUAL_NEEDS } from '../model/needs.ts';
import type { Audience } from '../model/placement.ts';
import type { Box } from '../geometry/box.ts';
import type { Drawing } from '../stack/drawing.ts';
import { rastersOf, type Raster } from '../geometry/raster.ts';
import { pageGround, type PageGround } from '../page/ground.ts';
import { laidShowing } from '../page/laid.ts';
import { usualWindowHeight } from '../page/layout.ts';
import { cellBox, type Cell } from './cells.ts';
import { STATE_NAMES } from '../header/stateNames.ts';
import { readQuick } from './quick.ts';
import { behindAt, headerRow, momentAt, spanOfInk, spansOf, wayAt, type Scene, type Span } from './scene.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { sweepBlurredAt, sweepTogether } from './sweepTarget.ts';
import type { Swept } from './swept.ts';
import { rasterAt, stretchesIn, type ScrollStretch } from './turns.ts';
import { targetsOf, type InkPart, type LinkState, type JudgedTarget } from './targets.ts';
import { textTarget, verdictOf, type Verdict } from './verdict.ts';
import { viewportKey } from './widths.ts';

/** The verdict on one item in one state, at one moment, over one page at one width. */
export interface Row {
  page: string;
  header: string;
  /** Which visitors meet it, where the header is another for others there. */
  who?: Audience;
  width: number;
  /** Height of the window, where it is not the usual one of that width. */
  height?: number;
  moment: Moment;
  /** The item's name, as a visitor reads it. */
  item: string;
  itemId: string;
  state: LinkState;
  /** What of it: itself, the line below it, or its focus ring. */
  part: InkPart;
  /** What happens beside it meanwhile: it is judged apart only where that changes what is behind it. */
  beside?: JudgedTarget['beside'];
  needed: number;
  /** Contrast of the worst cell at the worst scroll. */
  worst: number;
  verdict: Verdict;
  /** Where it is worst: CSS pixels of scroll, and boxes in page pixels. */
  scroll: number;
  /** In which of the ways that the page is seen it is worst, counted from 0, where pictures take turns; the first where nothing is said. */
  shows?: number;
  cell: Box;
  box: Box;
  /** The scrolls that were swept, both ends included. */
  span: Span;
  /** At how many of them it is below what it needs. */
  below: number;
  /** What of the page lies there where it is worst. */
  ground: PageGround;
  /** The name of the ink itself, without what is judged of it. */
  name: string;
  /** The success criterion of WCAG 2.2 that it falls under. */
  criterion: ContrastCriterion;
  /** The worst verdict in each of {@link THREAD} equal parts of the span, or in each scroll of a shorter one: `c`, `s` or `l`. */
  thread: string;
}

/** 1.4.3 for text that is read, 1.4.6 where it reaches that and its owner asks for more, 1.4.11 for marks, lines and rings. */
export type ContrastCriterion = '1.4.3' | '1.4.6' | '1.4.11';

function criterionOf({ part, ink: { what }, needed }: JudgedTarget, worst: number): ContrastCriterion {
  if (part !== 'ink' || what.kind !== 'text') return '1.4.11';
  const least = textTarget(USUAL_NEEDS, what.run.font);
  return needed > least && worst >= least ? '1.4.6' : '1.4.3';
}

/** How many parts a row's thread has. */
export const THREAD = 40;

function threadOf(contrasts: Float32Array, needed: number): string {
  const parts = Math.min(THREAD, contrasts.length);
  return Array.from({ length: parts }, (_, i) => {
    const to = Math.floor(((i + 1) * contrasts.length) / parts);
    let least = Infinity;
    for (let at = Math.floor((i * contrasts.length) / parts); at < to; at++)
      if (contrasts[at]! < least) least = contrasts[at]!;
    return verdictOf(least, needed).charAt(0);
  }).join('');
}

/** A verdict with its contrast at every scroll of its span. */
export interface SweptRow extends Row {
  contrasts: Float32Array;
}

/**
 * Everything to be judged in a scene at a moment.
 * @param scroll where the header is met; with the pointer over it, it wears what it does there besides, and on its way from
 * one look to the next what it does just there
 */
export function sceneTargets(scene: Scene, moment: Moment, draw: Drawing, scroll = 0): JudgedTarget[] {
  const { site, header, layouts, page } = scene;
  const base = moment === 'pointed' ? momentAt(scene, scroll) : moment;
  const worn = (at: Moment) => (moment === 'pointed' ? pointedOver(header, at) : header);
  const way = wayAt(scene, scroll);
  if (way === 0 || way === 1)
    return targetsOf(site, worn(base), { laid: layouts[base], moment: base }, page, draw);
  const [a, b] = momentsOf(header).map((at) => ({ header: worn(at), moment: at })) as [Side, Side];
  const between = headerBetween(site, a, b, { layers: way, inks: way, by: 'scroll' });
  return targetsOf(site, between, { laid: layouts[base], moment: 'top' }, page, draw);
}

/** The stretches of a scene in which a moment is met. */
function judgedStretches(scene: Scene, moment: Moment): ScrollStretch[] {
  const bases = moment === 'pointed' ? momentsOf(scene.header) : [moment];
  return bases.flatMap((base) => spansOf(scene, base)).flatMap((span) => stretchesIn(scene, span));
}

/** Whether something is there only under the pointer or the keyboard, or is a line below a word. */
export function isPassing({ state, part, beside }: Pick<Row, 'state' | 'part' | 'beside'>): boolean {
  return beside !== undefined || part !== 'ink' || (state !== 'rest' && state !== 'current');
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
    const seen = { ...scene, laid: laidShowing(scene.laid, shows) };
    const found = yield* proveShown(seen, other, draw, moments, { part: options.part });
    const known = new Map(found.map((row) => [stretchKey(row), row]));
    rows = rows.map((row) => {
      const more = known.get(stretchKey(row));
      return more ? worseOf(row, { ...more, shows }) : row;
    });
  }
  return rows;
}

/** What sets a row apart from all others of a sweep: its stretch of scroll, its moment and its spot. */
const stretchKey = ({ moment, span, ...row }: SweptRow) =>
  `${moment} ${span.from} ${span.to} ${spotKey(row)}`;

/** Two rows of the same in one: the worse of them, with the worse of their contrasts at every scroll. */
function worseOf(row: SweptRow, other: SweptRow): SweptRow {
  const contrasts = row.contrasts.map((contrast, i) => Math.min(contrast, other.contrasts[i]!));
  const worse = other.worst < row.worst ? other : row;
  return { ...worse, contrasts, ...alongOf(contrasts, row.needed) };
}

/** How a row stands along the scroll. */
function alongOf(contrasts: Float32Array, needed: number): Pick<Row, 'below' | 'thread'> {
  return {
    below: contrasts.reduce((count, contrast) => count + Number(contrast < needed), 0),
    thread: threadOf(contrasts, needed),
  };
}

/** Sweeps a page in one of the ways in which it is seen. */
function* proveShown(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moments: readonly Moment[],
  { part, blurs }: SweepOptions = {},
): Generator<void, SweptRow[]> {
  const rows: SweptRow[] = [];
  for (const moment of moments) {
    const known = new Map<Moment, JudgedTarget[]>();
    for (const { isSteady, ...span } of judgedStretches(scene, moment)) {
      if (!isSteady) {
        if (part !== 'lasting') rows.push(...(yield* proveUnsteady(scene, moment, span, raster, draw)));
        continue;
      }
      const shown = rasterAt(scene, raster, span.from);
      const met = momentAt(scene, span.from);
      const all = known.get(met) ?? sceneTargets(scene, moment, draw, span.from);
      known.set(met, all);
      const targets = part ? all.filter((target) => isPassing(target) === (part === 'others')) : all;
      const kept = part === 'lasting' ? blurs : undefined;
      for (const each of yield* sweepTogether(scene, span, targets, shown, kept)) {
        const { target, span: own, swept } = each;
        rows.push(rowOf(scene, { moment, span: own, at: worstAt(swept.contrasts) }, target, raster, swept));
      }
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

/** Where a contrast is least: the middle of the longest stretch at which it is, where it can best be seen. */
export function worstAt(contrasts: Float32Array): number {
  const least = contrasts.reduce((a, b) => Math.min(a, b));
  let [start, longest, run] = [0, 0, 0];
  for (let i = 0; i < contrasts.length; i++) {
    run = contrasts[i] === least ? run + 1 : 0;
    if (run > longest) [start, longest] = [i - run + 1, run];
  }
  return start + ((longest - 1) >> 1);
}

/** What is judged of a scene at a moment: of which item, in which state, which part of it, and what happens beside it. */
export type Spot = Pick<Row, 'itemId' | 'state' | 'part' | 'beside'>;

/** What sets one spot apart from all others of a scene and moment. */
export function spotKey({ itemId, state, part, beside }: Spot): string {
  return [itemId, state, part, ...(beside ? [beside.name, beside.state] : [])].join(' ');
}

/** Where a row is: of rows of the same key, each is of another stretch of the scroll. */
export function placeKey(row: Spot & Pick<Row, 'page' | 'who' | 'width' | 'height' | 'moment'>): string {
  return [row.page, ...(row.who ? [row.who] : []), viewportKey(row), row.moment, spotKey(row)].join(' ');
}

/** The spot of a target. */
export function spotOf({ ink, state, part, beside }: Omit<Spot, 'itemId'> & Pick<JudgedTarget, 'ink'>): Spot {
  return { itemId: ink.id, state, part, ...(beside && { beside }) };
}

/** What a target is called on screen and in reports. */
export function calledOf({ ink, part, beside }: Pick<JudgedTarget, 'ink' | 'part' | 'beside'>): string {
  const name = part === 'ink' ? ink.name : `${ink.name}, ${part === 'cue' ? 'its line' : 'focus ring'}`;
  return beside ? `${name}, with ${beside.name} ${STATE_NAMES[beside.state]}` : name;
}

function rowOf(
  scene: Scene,
  { moment, span, at, known }: { moment: Moment; span: Span; at: number; known?: Cell },
  target: JudgedTarget,
  raster: Raster,
  { contrasts, worst: numbers }: Swept,
): SweptRow {
  const worst = contrasts[at]!;
  const scroll = span.from + at;
  const top = headerRow(scene, scroll);
  const told = numbers && target.shape.kind === 'cells' ? target.shape.cells[numbers[at]!] : known;
  const cell = told ?? readQuick(target, rasterAt(scene, raster, scroll), behindAt(scene, scroll)).cell;
  const box = cellBox(cell, top);
  return {
    page: scene.page.path,
    header: scene.header.id,
    width: scene.width,
    ...(scene.windowHeight !== usualWindowHeight(scene.width) && { height: scene.windowHeight }),
    moment,
    item: calledOf(target),
    itemId: target.ink.id,
    state: target.state,
    part: target.part,
    ...(target.beside && { beside: target.beside }),
    needed: target.needed,
    worst,
    verdict: verdictOf(worst, target.needed),
    scroll,
    cell: box,
    box: { ...target.ink.box, y: top + target.ink.box.y },
    span,
    ...alongOf(contrasts, target.needed),
    ground: pageGround(scene.laid, raster, box),
    name: target.ink.name,
    criterion: criterionOf(target, worst),
    contrasts,
  };
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
