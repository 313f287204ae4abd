import { changesByScroll } from '@hatrail/core/header/manner';
import { resolveLook } from '@hatrail/core/header/look';
import type { ResolvedLook } from '@hatrail/core/layers/index';
import { momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import { valuesOf } from '@hatrail/core/model/changes';
import { titlesOf } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { viewportsOf } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS, viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import type { LoadedSite } from './loadedSite.ts';

/**
 * What every answer depends on, said once: whoever keeps an answer keeps it under the key that is made here. A part of a site
 * is in each key unless it is named below, so that a new one is not forgotten; a test changes every value of a site and looks
 * whether what came out otherwise has another key.
 */

const numbers = new WeakMap<object, number>();
let counted = 0;

/** A number for an object, the same as long as it is the same object: parts that were not touched are. */
function numberOf(part: object): number {
  let number = numbers.get(part);
  if (number === undefined) numbers.set(part, (number = ++counted));
  return number;
}

/** A part of a key: objects by what they are, values as they are. */
const keyPart = (part: unknown) =>
  typeof part === 'object' && part !== null ? numberOf(part) : (part ?? null);

/** Members by their names, whatever their order; those that are missing and those that nobody set are alike. */
function members(of: object): unknown[] {
  return Object.entries(of)
    .filter(([, value]) => value !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([name, value]) => [name, keyPart(value)]);
}

/** What of a site is seen wherever its header is: all its values, and what its pages are called, which names menu entries. */
function siteParts({ site, hashes }: LoadedSite): unknown[] {
  // What hangs where decides which answers are asked for, and what is kept has its values in its uses: they are in none of them.
  const { placements: _, parts: __, ...values } = valuesOf(site);
  return [...members(values), titlesOf(site), keyPart(hashes)];
}

/** What of a header is seen beside its looks and manner: not its name, what is set aside, or its panel, which is judged by itself. */
function headerParts({
  name: _,
  spare: __,
  panel: ___,
  holds: ____,
  trials: _____,
  looks: ______,
  manner: _______,
  ...seen
}: Header) {
  return members(seen);
}

/** How a header behaves, but for how long its changes take: only whether links change at once, with nothing between. */
function mannerParts({ manner: { duration, easing: _, ink, ...manner } }: Header): unknown {
  return { ...manner, isAtOnce: (ink?.duration ?? duration) === 0 };
}

/** Of an answer that everything may bear upon: the document as it is. */
export function siteKey({ site, hashes }: LoadedSite): string {
  return keyOf([site, hashes]);
}

/** Of an answer that depends on some parts and nothing else: objects by what they are, values as they are. */
export function keyOf(parts: readonly unknown[]): string {
  return JSON.stringify(parts.map(keyPart));
}

/** Of the verdicts of a page in a window at a moment. */
export function rowsKey(
  at: LoadedSite,
  header: Header,
  pageId: string,
  viewport: Viewport,
  moment: Moment,
): string {
  const page = at.site.pages.find(({ id }) => id === pageId);
  // The first look stands alone, but where it becomes the next along with the scroll.
  const looks = moment === 'top' && !changesByScroll(header) ? header.looks.top : header.looks;
  return JSON.stringify([
    viewportKey(viewport),
    moment,
    siteParts(at),
    keyPart(page),
    headerParts(header),
    looks,
    mannerParts(header),
  ]);
}

/** Of the windows in which something is solved, beside those of standard width. */
export function besideKey(beside: readonly Viewport[]): string {
  const isStandard = ({ width, height }: Viewport) =>
    height === undefined && STANDARD_WIDTHS.some((standard) => standard === width);
  return viewportsOf(beside.filter((each) => !isStandard(each)))
    .map(viewportKey)
    .join(' ');
}

/** The layers whose least opacity is solved. */
export type Solved = 'fill' | 'tint' | 'gradient';

/** What a moment asks of a layer: everything of it but how opaque it now is. */
function withoutOpacity(look: ResolvedLook, layer: Solved): unknown {
  if (layer !== 'gradient') return look[layer].colour;
  const { stops, ...gradient } = look.gradient;
  const most = Math.max(...stops.map(({ opacity }) => opacity)) || 1;
  return {
    ...gradient,
    stops: stops.map((stop) => ({ ...stop, opacity: (stop.opacity / most).toFixed(3) })),
  };
}

/**
 * Of the least opacity of a layer at a moment, over all pages and widths: everything but the opacity that it now has.
 * @param beside windows beside those of standard width, which are swept anyhow
 */
export function leastKey(
  at: LoadedSite,
  header: Header,
  moment: Moment,
  beside: readonly Viewport[],
  layer: Solved,
): string {
  const { site } = at;
  const look = resolveLook(site, header, moment);
  const { [layer]: _, ...others } = look;
  return JSON.stringify([
    layer,
    moment,
    besideKey(beside),
    siteParts(at),
    site.pages.map(keyPart),
    headerParts(header),
    mannerParts(header),
    // On the way from one look to the next, both are seen.
    changesByScroll(header)
      ? momentsOf(header)
          .filter((other) => other !== moment)
          .map((other) => resolveLook(site, header, other))
      : [],
    others,
    withoutOpacity(look, layer),
  ]);
}

/** Of a curve of a change over all pages: everything, how long it takes included. */
export function changeKey(at: LoadedSite, header: Header, width: number, change: unknown): string {
  const { site } = at;
  return JSON.stringify([
    width,
    change,
    siteParts(at),
    site.pages.map(keyPart),
    headerParts(header),
    header.looks,
    header.manner,
  ]);
}

/** Of a page's picture, without its header: see `rasterOf`. */
export function rasterKey(laid: unknown, palette: Site['palette'], hashes: object, sizes: object): string {
  return JSON.stringify([laid, palette, hashes, sizes]);
}
