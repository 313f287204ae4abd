import { at as elementAt, withoutPauses } from '../lists.ts';
import { momentsOf, type Header, type Moment } from '../model/header.ts';
import type { Drawing } from '../stack/drawing.ts';
import { rastersOf, type Raster } from '../geometry/raster.ts';
import type { Site } from '../model/site.ts';
import { sceneTargets } from '../sweep/prove.ts';
import { worstAt } from '../sweep/row.ts';
import { sweepTogether } from '../sweep/sweepTarget.ts';
import { momentAt, spansOf, type Scene, type Span } from '../sweep/scene.ts';
import { rasterAt, stretchesIn } from '../sweep/turns.ts';
import type { JudgedTarget } from '../sweep/targets.ts';
import type { Progress } from '../header/becoming.ts';
import { changesByScroll } from '../header/manner.ts';
import { pointedOver } from '../header/pointed.ts';
import { easingOf } from './easing.ts';
import { headerBetween } from './between.ts';

/** How well a header is read while it changes: where it is worst at each instant. */

/** The item that is worst at an instant, by its contrast against its need. */
export interface Instant {
  /** From the beginning of the change: ms, or CSS pixels of scroll. */
  time: number;
  item: string;
  contrast: number;
  needed: number;
  /** Where it is met, CSS pixels of scroll. */
  scroll: number;
}

export interface ChangeCurve {
  /** What it runs over; all figures are in its unit, ms or CSS pixels. */
  over: 'time' | 'scroll';
  /** In the order of time, both ends included. */
  instants: Instant[];
  /** The worst of all. */
  least: Instant;
  /** How long anything is below what it needs. */
  below: number;
  /** Until nothing changes any more. */
  duration: number;
}

/** A change: from one moment into the next; at a moment, of links under the pointer, or of the header that the pointer comes over. */
export type Change = { kind: 'moment' } | { kind: 'hover' | 'pointed'; moment: Moment };

/** How far on either side of the switch a change may be met, CSS pixels of scroll. */
const NEAR = 200;
const STEPS = 24;

/** How long a change between moments takes in all, ms. */
export function durationOf({ manner }: Pick<Header, 'manner'>): number {
  const { duration, ink } = manner;
  return ink ? Math.max(duration, ink.delay + ink.duration) : duration;
}

/** How much of a change is done `time` ms from its beginning, 0 to 1. */
const doneBy =
  (time: number): Progress =>
  ({ delay, duration, easing }) => {
    if (duration === 0) return time >= delay && time > 0 ? 1 : 0;
    return easingOf(easing)(Math.min(1, Math.max(0, (time - delay) / duration)));
  };

/**
 * The header at an instant of a change over time, worn at the top: `time` ms from its beginning.
 * @param pointed the moment at which the pointer comes over it; from its first moment into the next where nothing is said
 */
export function headerAtTime(site: Site, header: Header, time: number, pointed?: Moment): Header {
  const { duration, easing = 'ease', ink = { delay: 0, duration } } = header.manner;
  const done = doneBy(time);
  const inks = done({ ...ink, easing });
  const [from, to] = momentsOf(header) as [Moment, Moment];
  const a = { header, moment: pointed ?? from };
  const b = pointed ? { header: pointedOver(header, pointed), moment: pointed } : { header, moment: to };
  return headerBetween(site, a, b, {
    layers: done({ delay: 0, duration, easing }),
    inks,
    by: 'time',
  });
}

/** Where a change is met: round the switches of a page, or all along a moment. */
function spansOfChange(scene: Scene, change: Change): Span[] {
  const spans =
    change.kind !== 'moment'
      ? spansOf(scene, change.moment)
      : scene.stretches.slice(1).map(({ from }) => ({
          from: Math.max(0, from - NEAR),
          to: Math.min(scene.maxScroll, from + NEAR),
        }));
  return spans.flatMap((span) =>
    stretchesIn(scene, span).flatMap((stretch) => (stretch.isSteady ? [stretch] : everyScroll(stretch))),
  );
}

/** A stretch scroll by scroll: each is steady on its own. */
function everyScroll({ from, to }: Span): Span[] {
  return Array.from({ length: to - from + 1 }, (_, i) => ({ from: from + i, to: from + i }));
}

/** Everything at rest at an instant: the item that is worst, wherever it is. */
function instantAt(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  change: Change,
  time: number,
): Instant | undefined {
  if (change.kind === 'hover') {
    const targets = hoverTargets(scene, draw, change.moment, doneBy(time));
    return worstOf(scene, raster, targets, spansOfChange(scene, change), time);
  }
  const pointed = change.kind === 'pointed' ? change.moment : undefined;
  const header = headerAtTime(scene.site, scene.header, time, pointed);
  const layout = scene.layouts[pointed ?? 'top'];
  const between: Scene = {
    ...scene,
    header,
    layouts: { top: layout, scrolled: layout, back: layout, pointed: layout },
  };
  const targets = sceneTargets(between, 'top', draw).filter(isAtRest);
  return worstOf(between, raster, targets, spansOfChange(scene, change), time);
}

/** Links on their way to hovered, as far as each has come; hovered, where all are at once. */
function hoverTargets(scene: Scene, draw: Drawing, moment: Moment, progress: Progress): JudgedTarget[] {
  const from = spansOf(scene, moment)[0]?.from;
  const isHovered = ({ state, part, beside }: JudgedTarget) => state === 'hover' && part === 'ink' && !beside;
  const onTheirWay = sceneTargets(scene, moment, draw, from, progress).filter(isHovered);
  return onTheirWay.length > 0 ? onTheirWay : sceneTargets(scene, moment, draw, from).filter(isHovered);
}

/** How long links take to become hovered at a moment, the slowest of them; ms. */
function hoverDuration(scene: Scene, draw: Drawing, moment: Moment): number {
  let most = 0;
  hoverTargets(scene, draw, moment, ({ delay, duration }) => {
    most = Math.max(most, delay + duration);
    return 1;
  });
  return most;
}

/** Of some targets, the one that is worst anywhere in some spans. */
function worstOf(
  scene: Scene,
  raster: Raster,
  targets: readonly JudgedTarget[],
  spans: readonly Span[],
  time: number,
): Instant | undefined {
  let worst: Instant | undefined;
  const sights = rastersOf(raster).flatMap((seen) => spans.map((span) => ({ seen, span })));
  for (const { seen, span } of sights) {
    const shown = rasterAt(scene, seen, span.from);
    for (const { target, span: own, swept } of withoutPauses(sweepTogether(scene, span, targets, shown))) {
      const { contrasts } = swept;
      const at = worstAt(contrasts);
      const contrast = contrasts[at]!;
      if (worst && contrast / target.needed >= worst.contrast / worst.needed) continue;
      const { name: item } = target.ink;
      worst = { time, item, contrast, needed: target.needed, scroll: own.from + at };
    }
  }
  return worst;
}

const isAtRest = ({ part, state }: JudgedTarget) =>
  part === 'ink' && (state === 'rest' || state === 'current');

/** The worst contrast at every scroll of the stretch over which a header changes. */
function curveOverScroll(scene: Scene, raster: Raster, draw: Drawing, way: Span): ChangeCurve | undefined {
  const instants: Instant[] = [];
  for (let scroll = way.from; scroll <= Math.min(way.to, scene.maxScroll); scroll++) {
    const targets = sceneTargets(scene, momentAt(scene, scroll), draw, scroll).filter(isAtRest);
    const span = { from: scroll, to: scroll };
    const instant = worstOf(scene, raster, targets, [span], scroll - way.from);
    if (instant) instants.push(instant);
  }
  if (instants.length === 0) return undefined;
  return {
    over: 'scroll',
    instants,
    least: leastOf(instants),
    below: timeBelow(instants),
    duration: way.to - way.from,
  };
}

/** The instant that is furthest below what it needs, or nearest to it. */
function leastOf(instants: readonly Instant[]): Instant {
  const share = ({ contrast, needed }: Instant) => contrast / needed;
  return instants.reduce((a, b) => (share(b) < share(a) ? b : a));
}

/**
 * The worst contrast at every instant of a change, at the switch's scroll and the 200 px on each side of it; of a change
 * under the pointer or of the header that it comes over, all along its moment; of one that goes along with the scroll, at every scroll of its stretch.
 * @returns `undefined` where the page never comes to it.
 */
export function changeCurve(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  change: Change,
): ChangeCurve | undefined {
  if (change.kind === 'moment' && scene.transition)
    return curveOverScroll(scene, raster, draw, scene.transition);
  const duration =
    change.kind === 'hover'
      ? hoverDuration(scene, draw, change.moment)
      : changesByScroll(scene.header)
        ? 0
        : durationOf(scene.header);
  const at = (time: number) => instantAt(scene, raster, draw, change, time);
  const steps = duration === 0 ? [0] : Array.from({ length: STEPS + 1 }, (_, i) => (duration * i) / STEPS);
  const instants = steps.map(at).filter((instant) => instant !== undefined);
  if (instants.length === 0) return undefined;
  if (duration === 0) return { over: 'time', instants, least: elementAt(instants, 0), below: 0, duration };
  // Between two instants the least may lie lower still: looked for round the lowest.
  const near = leastOf(instants);
  const pitch = duration / STEPS;
  for (let i = -7; i <= 7; i++) {
    const time = near.time + (i * pitch) / 8;
    const instant = i !== 0 && time > 0 && time < duration ? at(time) : undefined;
    if (instant) instants.push(instant);
  }
  instants.sort((a, b) => a.time - b.time);
  return { over: 'time', instants, least: leastOf(instants), below: timeBelow(instants), duration };
}

/** How long a curve lies below what is needed, its points joined by straight lines. */
function timeBelow(instants: readonly Instant[]): number {
  let below = 0;
  for (const [i, next] of instants.slice(1).entries()) {
    const [a, b] = [elementAt(instants, i), next].map(({ contrast, needed }) => contrast / needed - 1) as [
      number,
      number,
    ];
    const time = next.time - elementAt(instants, i).time;
    if (a < 0 && b < 0) below += time;
    else if (a < 0 || b < 0) below += (time * Math.abs(a < 0 ? a : b)) / Math.abs(a - b);
  }
  return below;
}
