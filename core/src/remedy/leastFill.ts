import type { Audience } from '../model/placement.ts';
import { at as elementAt } from '../lists.ts';
import { luminance16 } from '../colour/contrast.ts';
import { resolveLook } from '../header/look.ts';
import type { GradientLook } from '../layers/gradient.ts';
import type { Header, Moment } from '../model/header.ts';
import { resolveColour, type ColourUse, type Swatch } from '../model/palette.ts';
import type { Drawing } from '../stack/drawing.ts';
import { rasterShowing, type Raster } from '../geometry/raster.ts';
import type { Stack, StackLayer } from '../stack/layers.ts';
import { WHOLE, leastPercentAt } from '../sweep/least.ts';
import { sceneTargets } from '../sweep/prove.ts';
import { spotKey, spotOf, type Row, type Spot } from '../sweep/row.ts';
import { behindAt, momentAt, wayAt, type Scene } from '../sweep/scene.ts';
import { rasterAt } from '../sweep/turns.ts';
import type { JudgedTarget } from '../sweep/targets.ts';

/** A place that limits the fill: one item in one state, at one scroll of one page and width. */
export interface SolvedPlace extends Spot {
  page: string;
  width: number;
  /** Of the window, where it is not the usual one of that width. */
  height?: number;
  /** Which visitors, where others meet another header there. */
  who?: Audience;
  scroll: number;
  /** In which of the ways that the page is seen. */
  shows?: number;
}

/** Where a row is worst. */
export function placeOf(row: Row): SolvedPlace {
  const { page, who, width, height, itemId, state, part, beside, becoming, scroll, shows } = row;
  return {
    page,
    ...(who && { who }),
    width,
    ...(height && { height }),
    itemId,
    state,
    ...(becoming && { becoming }),
    part,
    ...(beside && { beside }),
    scroll,
    ...(shows !== undefined && { shows }),
  };
}

/**
 * What is turned to clear a moment: the opacity of the header's fill or tint in a colour, or how strong its gradient is, by its
 * most opaque stop.
 */
export type Knob = { layer: 'fill' | 'tint'; colour: ColourUse } | { layer: 'gradient' };

/** A stack with the header's layer set as a knob says. */
function stackWith(palette: readonly Swatch[], knob: Knob, stack: Stack, opacity: number): Stack {
  const isOwn = (layer: StackLayer) => layer.owner === 'header' && layer.name === knob.layer;
  if (knob.layer === 'gradient') {
    const layers = stack.layers.map((layer): StackLayer => {
      if (!isOwn(layer) || layer.paint.kind !== 'gradient') return layer;
      const { gradient } = layer.paint;
      const most = Math.max(...gradient.stops.map(({ colour }) => colour.a)) || 1;
      const stops = gradient.stops.map(({ at, colour }) => ({
        at,
        colour: { ...colour, a: (colour.a * opacity) / most },
      }));
      return { ...layer, paint: { kind: 'gradient', gradient: { ...gradient, stops } } };
    });
    return { ...stack, layers };
  }
  const even = { kind: 'even' as const, colour: { ...resolveColour(palette, knob.colour), a: opacity } };
  const has = stack.layers.some(isOwn);
  const own = stack.layers.filter(({ owner }) => owner === 'header');
  const layers = stack.layers.flatMap((layer): StackLayer[] => {
    if (isOwn(layer)) return [{ ...layer, paint: even }];
    const isLast = !has && layer === own.at(-1);
    return isLast
      ? [layer, { ...elementAt(own, 0), name: knob.layer, paint: even, blend: 'normal' }]
      : [layer];
  });
  return { ...stack, layers };
}

/**
 * The least percent for each of some places of a scene; `undefined` where even the whole of it does not clear. Only the largest
 * counts, so that for a place after one that needs more it is not looked further than that.
 * @param floor percent that is needed elsewhere: every answer is at least as much
 */
export function leastPercents(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  { moment, knob, floor = 0 }: { moment: Moment; knob: Knob; floor?: number },
  places: readonly SolvedPlace[],
): (number | undefined)[] {
  const known = new Map<string, JudgedTarget[]>();
  /** What is to be judged at a scroll: the same for all scrolls of a moment, but for those on the way to the next. */
  const targetsAt = ({ scroll, becoming }: Pick<SolvedPlace, 'scroll' | 'becoming'>, opacity?: number) => {
    const key = JSON.stringify([momentAt(scene, scroll), wayAt(scene, scroll), opacity, becoming?.share]);
    const progress = becoming && (() => becoming.share);
    const worn = opacity === undefined ? scene.header : headerWith(scene.header, moment, knob, opacity);
    const targets =
      known.get(key) ?? sceneTargets({ ...scene, header: worn }, moment, draw, scroll, progress);
    known.set(key, targets);
    return targets;
  };
  const { palette } = scene.site;
  let most = floor;
  return places.map((place) => {
    const spot = spotKey(place);
    const isIt = (each: JudgedTarget) => spotKey(spotOf(each)) === spot;
    const target = targetsAt(place).find(isIt);
    if (!target) return most;
    const way = wayAt(scene, place.scroll);
    const isOnWay = way > 0 && way < 1;
    const shown = rasterAt(scene, rasterShowing(raster, place.shows), place.scroll);
    const stackAt = (stack: Stack, opacity: number) =>
      isOnWay
        ? (targetsAt(place, opacity).find(isIt) ?? target).stack
        : stackWith(palette, knob, stack, opacity);
    const least = leastPercentAt(target, shown, behindAt(scene, place.scroll), stackAt, most);
    most = Math.max(most, least ?? 0);
    return least;
  });
}

/** What the solver needs done over all pages and widths. */
export interface FillWork {
  /** Sweeps the moment over every page and width with another header. */
  sweep(header: Header): Promise<Row[]>;
  /** Solves places over the header's own look, the first ones first: see {@link leastPercents}. */
  solve(header: Header, knob: Knob, places: SolvedPlace[], floor: number): Promise<(number | undefined)[]>;
}

/** The least opacity of a layer that clears a moment everywhere. */
export interface LeastFill {
  /** Percent, to one decimal. */
  percent: number;
  header: Header;
  /** The sweep of that header: every row is clear. */
  rows: Row[];
  /** The place that a tenth of a percent less would not clear; none where nothing at all is needed. */
  limit: SolvedPlace | undefined;
}

/** Rounds after which the solver gives up; each adds at least one place, and three are usual. */
const ROUNDS = 12;

/**
 * Finds the least opacity of a header's layer that clears a moment over all pages and widths, in tenths of a percent.
 *
 * The worst places of a sweep are solved on their own; the largest of their answers is swept, and whatever is still not
 * clear adds its worst place. So the answer is swept as a whole, and a tenth less fails at a place that is named.
 * @returns `undefined` where this layer cannot clear it at any opacity.
 */
export async function leastOpacity(
  header: Header,
  moment: Moment,
  knob: Knob,
  rows: readonly Row[],
  work: FillWork,
): Promise<LeastFill | undefined> {
  const worstFirst = (some: readonly Row[]) =>
    [...some].sort((a, b) => a.worst / a.needed - b.worst / b.needed).map(placeOf);
  let places = worstFirst(rows);
  let percent = 0;
  let limit: SolvedPlace | undefined;
  for (let round = 0; round < ROUNDS; round++) {
    const solved = await work.solve(header, knob, places, percent);
    for (const [i, least] of solved.entries()) {
      if (least === undefined) return undefined;
      if (least > percent) [percent, limit] = [least, places[i]];
    }
    const tried = headerWith(header, moment, knob, percent / WHOLE);
    const swept = await work.sweep(tried);
    const failing = swept.filter(({ verdict }) => verdict !== 'clear');
    if (failing.length === 0) return { percent, header: tried, rows: swept, limit };
    places = worstFirst(failing);
    if (percent === WHOLE) return undefined;
  }
  return undefined;
}

/** The least fill of a colour that clears a moment everywhere: see {@link leastOpacity}. */
export function leastFill(
  header: Header,
  moment: Moment,
  colour: ColourUse,
  rows: readonly Row[],
  work: FillWork,
): Promise<LeastFill | undefined> {
  return leastOpacity(header, moment, { layer: 'fill', colour }, rows, work);
}

/** The header with a layer set as a knob says at a moment. */
export function headerWith(header: Header, moment: Moment, knob: Knob, opacity: number): Header {
  const look = header.looks[moment] ?? {};
  const set =
    knob.layer === 'gradient'
      ? { gradient: { ...look.gradient, ...scaledGradient(header, moment, opacity) } }
      : { [knob.layer]: { colour: knob.colour, opacity } };
  return { ...header, looks: { ...header.looks, [moment]: { ...look, ...set } } };
}

/** The stops of a moment's gradient, the most opaque of them at an opacity. */
function scaledGradient(header: Header, moment: Moment, opacity: number): Pick<GradientLook, 'stops'> {
  const { stops } = resolveLook({}, header, moment).gradient;
  const most = Math.max(...stops.map((stop) => stop.opacity)) || 1;
  const scaled = stops.map((stop) => ({
    ...stop,
    opacity: Number(Math.min(1, (stop.opacity * opacity) / most).toFixed(4)),
  }));
  return { stops: scaled };
}

/** The header with another fill at a moment. */
export function headerWithFill(header: Header, moment: Moment, colour: ColourUse, opacity: number): Header {
  return headerWith(header, moment, { layer: 'fill', colour }, opacity);
}

/**
 * Colours worth trying as a fill, the look's own first, then the palette from the one that stands furthest from the
 * moment's link ink.
 */
export function fillCandidates(scene: Pick<Scene, 'site' | 'header'>, moment: Moment): ColourUse[] {
  const { palette } = scene.site;
  const look = resolveLook(scene.site, scene.header, moment);
  const ink = luminance16(resolveColour(palette, look.ink.link));
  const distance = (use: ColourUse) =>
    Math.abs(Math.log((luminance16(resolveColour(palette, use)) + 3277) / (ink + 3277)));
  const swatches = palette.map(({ id }): ColourUse => ({ swatch: id }));
  swatches.sort((a, b) => distance(b) - distance(a));
  return [look.fill.colour, ...swatches];
}
