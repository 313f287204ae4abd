import { looksOf, type Wearer } from '../../header/look.ts';
import { changesByScroll } from '../../header/manner.ts';
import { mostStops } from '../../layers/gradient.ts';
import { LAYER_NAMES, layerOf } from '../../layers/index.ts';
import type { BackPart } from '../../layers/kind.ts';
import type { Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { cssImage, type Addresses } from '../addresses.ts';
import { rule } from '../../css/text.ts';
import { TIME } from '../../css/times.ts';

/**
 * The layers behind a header's or a rail's contents, as elements of their own: the blur on an empty one, so that no
 * filter lies round another; fill and gradient as one element's background; each picture, with its mask and blend, on an
 * element inside that; the tint above.
 */

type Pairings = Pick<Site, 'pairings' | 'pictures' | 'ownHeaders'>;

const kindOfWearer = ({ rail }: Wearer) => (rail ? 'rail' : 'header');

/** The layers that may take elements, bottom first, each with what is worn of it in all the looks of a wearer. */
function backParts(site: Pairings, wearer: Wearer): { part: BackPart<object>; all: object[] }[] {
  const looks = looksOf(site, wearer);
  return [...LAYER_NAMES].reverse().flatMap((name) => {
    const { back: part } = layerOf(name);
    return part ? [{ part, all: looks.map((look) => look[name]) }] : [];
  });
}

/** Whether anything of a wearer lies behind its contents on elements of its own: more than the even fill of a header. */
export function hasBack(site: Pairings, wearer: Wearer): boolean {
  // What gets smaller has its fill on an element that can, without moving anything.
  const isSmaller = !wearer.rail && (wearer.header.manner.smaller ?? 0) > 0;
  const kind = kindOfWearer(wearer);
  return isSmaller || backParts(site, wearer).some(({ part, all }) => part.isNeeded(all, kind));
}

/** The class of the element that holds a wearer's layers: a rail's stands before all rails, so that it lies under all their letters. */
export function backClass(site: Pairings, wearer: Wearer): string | undefined {
  if (!hasBack(site, wearer)) return undefined;
  const { header, rail } = wearer;
  return rail ? `hr-back-${header.rails.indexOf(rail) + 1}` : 'hr-back';
}

/** Whether any rail has layers of its own: the box is a grid then, in whose rows they lie under the rails. */
export function hasRailBacks(site: Pairings, header: Header): boolean {
  return header.rails.some((rail) => hasBack(site, { header, rail }));
}

/** The elements of a wearer's layers; empty where its fill is all there is. */
export function layersHtml(site: Site, wearer: Wearer): string[] {
  const self = backClass(site, wearer);
  if (self === undefined) return [];
  const name = wearer.rail ? `hr-back ${self}` : self;
  const elements = backParts(site, wearer).map(({ part, all }) => part.elements?.(all) ?? {});
  const behind = elements.flatMap((each) => each.behind ?? []).join('');
  const within = elements.flatMap((each) => each.within ?? []).join('');
  return [`<div class="${name}" aria-hidden="true">${behind}<i class="hr-paint">${within}</i></div>`];
}

/** Most stops that a wearer's gradient has in any of its looks. */
const stopsOf = (site: Pairings, wearer: Wearer) =>
  mostStops(looksOf(site, wearer).map(({ gradient }) => gradient));

/** The rules of a wearer's layers. */
export function layersCss(site: Site, wearer: Wearer, to: Pick<Addresses, 'picture' | 'sizes'>): string {
  const self = backClass(site, wearer);
  if (self === undefined) return '';
  const stops = stopsOf(site, wearer);
  const gradient = Array.from({ length: stops }, (_, i) => `var(--hr-stop-${i + 1}) var(--hr-at-${i + 1})`);
  const back = wearer.rail ? `.${self}` : `.hr-bar > .hr-back:first-child`;
  // Mixed colours are no longer told by `rgb()`, which would have said in which space the gradient runs.
  const space = changesByScroll(wearer.header) ? ' in srgb' : '';
  const image = (id: string) =>
    site.pictures.some((picture) => picture.id === id) ? cssImage(to, id) : undefined;
  const on = { palette: site.palette, wearer: kindOfWearer(wearer), image } as const;
  return [
    rule(
      `${back} > .hr-paint`,
      'background-color: var(--hr-fill)',
      stops > 0 && `background-image: linear-gradient(var(--hr-angle)${space}, ${gradient.join(', ')})`,
      `transition: background-color ${TIME}`,
    ),
    ...backParts(site, wearer).flatMap(({ part, all }) => part.rules?.(all, back, on) ?? []),
  ].join('');
}

/** What holds for the layers of all wearers, and the stops of gradients registered as colours, so that they change over time. */
export function sharedLayersCss(site: Site, header: Header): string {
  const wearers = [undefined, ...header.rails].map((rail) => ({ header, rail }));
  if (!wearers.some((wearer) => hasBack(site, wearer))) return '';
  const stops = Math.max(...wearers.map((wearer) => stopsOf(site, wearer)));
  const register = (name: string, syntax: string, initial: string) =>
    rule(`@property ${name}`, `syntax: "<${syntax}>"`, 'inherits: true', `initial-value: ${initial}`);
  return [
    ...(stops > 0 ? [register('--hr-angle', 'angle', '180deg')] : []),
    ...Array.from({ length: stops }, (_, i) => [
      register(`--hr-stop-${i + 1}`, 'color', 'transparent'),
      register(`--hr-at-${i + 1}`, 'percentage', '0%'),
    ]).flat(),
    rule(
      '.hr-back, .hr-back i',
      'position: absolute',
      'inset: 0',
      'border-radius: inherit',
      'pointer-events: none',
    ),
    rule('.hr-back > .hr-paint', 'isolation: isolate'),
  ].join('');
}

/** The properties of a gradient's stops, which change over time on whoever wears them. */
export function stopTransitions(site: Site, wearer: Wearer): string[] {
  const stops = stopsOf(site, wearer);
  if (stops === 0) return [];
  const names = Array.from({ length: stops }, (_, i) => [`--hr-stop-${i + 1}`, `--hr-at-${i + 1}`]).flat();
  return ['--hr-angle', ...names].map((name) => `${name} ${TIME}`);
}
