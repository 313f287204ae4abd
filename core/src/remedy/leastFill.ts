import { luminance16 } from '../colour/contrast.ts';
import type { Rgb } from '../colour/rgb.ts';
import { resolveLook } from '../header/look.ts';
import type { Header, Moment } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Drawing } from '../stack/drawing.ts';
import type { Behind, Raster } from '../stack/ground.ts';
import type { Stack } from '../stack/layers.ts';
import { readAt } from '../sweep/exact.ts';
import { sceneTargets, type Row } from '../sweep/prove.ts';
import { behindAt, type Scene } from '../sweep/scene.ts';
import type { LinkState, Target } from '../sweep/targets.ts';

/** Opacities are solved and set in whole percents. */
export const PERCENT = 100;

/** A place that limits the fill: one item in one state, at one scroll of one page and width. */
export interface Place {
  page: string;
  width: number;
  itemId: string;
  state: LinkState;
  scroll: number;
}

/** Where a row is worst. */
export function placeOf({ page, width, itemId, state, scroll }: Row): Place {
  return { page, width, itemId, state, scroll };
}

/**
 * The least opacity, in whole percents, from which a target is clear at one page row for every opacity up to 100.
 * @returns `undefined` where it is not clear even under the solid fill.
 */
export function leastPercentAt(
  target: Target,
  raster: Raster,
  behind: Behind,
  fill: Rgb,
): number | undefined {
  const isClear = (percent: number) =>
    readAt(target, raster, behind, withFill(target.stack, fill, percent / PERCENT)).contrast >= target.needed;
  if (!isClear(PERCENT)) return undefined;
  let clear = PERCENT;
  for (const step of [5, 1]) while (clear - step >= 0 && isClear(clear - step)) clear -= step;
  return clear;
}

/** A stack whose header has another fill. */
function withFill(stack: Stack, fill: Rgb, opacity: number): Stack {
  const layers = stack.layers.map((layer) =>
    layer.name === 'fill' && layer.owner === 'header'
      ? { ...layer, paint: { kind: 'even' as const, colour: { ...fill, a: opacity } } }
      : layer,
  );
  return { ...stack, layers };
}

/** The least percent for each of some places of a scene; `undefined` where the solid fill does not clear it. */
export function leastPercents(
  scene: Scene,
  raster: Raster,
  draw: Drawing,
  moment: Moment,
  colour: ColourUse,
  places: readonly Place[],
): (number | undefined)[] {
  const targets = sceneTargets(scene, moment, draw);
  const fill = resolveColour(scene.site.palette, colour);
  return places.map((place) => {
    const target = targets.find(({ ink, state }) => ink.id === place.itemId && state === place.state);
    return target ? leastPercentAt(target, raster, behindAt(scene, place.scroll), fill) : 0;
  });
}

/** What the solver needs done over all pages and widths. */
export interface FillWork {
  /** Sweeps the moment over every page and width with another header. */
  sweep(header: Header): Promise<Row[]>;
  /** Solves places over the header's own look, see {@link leastPercents}. */
  solve(header: Header, colour: ColourUse, places: Place[]): Promise<(number | undefined)[]>;
}

/** The least fill that clears a moment everywhere. */
export interface LeastFill {
  /** Whole percent. */
  percent: number;
  header: Header;
  /** The sweep of that header: every row is clear. */
  rows: Row[];
  /** The place that one percent less would not clear; none where no fill at all is needed. */
  limit: Place | undefined;
}

/** Rounds after which the solver gives up; each adds at least one place, and three are usual. */
const ROUNDS = 12;

/**
 * Finds the least opacity of a fill that clears a moment over all pages and widths, in whole percents.
 *
 * The worst places of a sweep are solved on their own; the largest of their answers is swept, and whatever is still not
 * clear adds its worst place. So the answer is swept as a whole, and one percent less fails at a place that is named.
 * @returns `undefined` where this colour cannot clear it at any opacity.
 */
export async function leastFill(
  header: Header,
  moment: Moment,
  colour: ColourUse,
  rows: readonly Row[],
  work: FillWork,
): Promise<LeastFill | undefined> {
  let places = rows.map(placeOf);
  let percent = 0;
  let limit: Place | undefined;
  for (let round = 0; round < ROUNDS; round++) {
    const solved = await work.solve(header, colour, places);
    for (const [i, least] of solved.entries()) {
      if (least === undefined) return undefined;
      if (least > percent) [percent, limit] = [least, places[i]];
    }
    const tried = headerWithFill(header, moment, colour, percent / PERCENT);
    const swept = await work.sweep(tried);
    const failing = swept.filter(({ verdict }) => verdict !== 'clear');
    if (failing.length === 0) return { percent, header: tried, rows: swept, limit };
    places = failing.map(placeOf);
    if (percent === PERCENT) return undefined;
  }
  return undefined;
}

/** The header with another fill at a moment. */
export function headerWithFill(header: Header, moment: Moment, colour: ColourUse, opacity: number): Header {
  const look = { ...header.looks[moment], fill: { colour, opacity } };
  return { ...header, looks: { ...header.looks, [moment]: look } };
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
