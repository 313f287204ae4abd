import { cssColour } from '../../colour/rgb.ts';
import { looksOf, type ResolvedLook, type Wearer } from '../../header/look.ts';
import { changesByScroll } from '../../header/manner.ts';
import type { Header, Rail } from '../../model/header.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { cutDepth, placingOf, showsGradient } from '../../stack/worn.ts';
import { cssImage, type Addresses } from '../addresses.ts';
import { px, rule } from '../text.ts';
import { TIME } from './times.ts';

/**
 * The layers behind a header's or a rail's contents, as elements of their own: the blur on an empty one, so that no
 * filter lies round another; fill and gradient as one element's background; each picture, with its mask and blend, on an
 * element inside that; the tint above.
 */

type Picture = ResolvedLook['picture'];

/** What a wearer needs elements for, over all its moments. */
export interface LayerNeeds {
  /** Any layer beyond an even fill. */
  back: boolean;
  blur: boolean;
  tint: boolean;
  /** Most stops that a gradient has; 0 where there is none. */
  stops: number;
  /** Distinct pictures, whatever their opacity. */
  pictures: Picture[];
  /** Whether the lower edge is cut at any moment. */
  cut: boolean;
}

/** Everything but how much of it shows. */
const pictureKey = ({ on: _, opacity: __, ...placed }: Picture) => JSON.stringify(placed);

/** The elements that a wearer's layers need. */
export function layerNeeds(site: Pick<Site, 'pairings' | 'pictures'>, wearer: Wearer): LayerNeeds {
  const looks = looksOf(site, wearer);
  const shown = looks.filter(({ picture }) => picture.on).map(({ picture }) => picture);
  const pictures = [...new Map(shown.map((picture) => [pictureKey(picture), picture])).values()];
  const needs = {
    blur: looks.some(({ blur }) => blur.radius > 0),
    tint: looks.some(({ tint }) => tint.opacity > 0),
    stops: Math.max(0, ...looks.map(({ gradient }) => (showsGradient(gradient) ? gradient.stops.length : 0))),
    pictures,
    cut: looks.some((look) => cutDepth(look) > 0),
  };
  const { blur, tint, stops, cut } = needs;
  const isRail = wearer.rail !== undefined;
  const filled = isRail && looks.some(({ fill }) => fill.opacity > 0);
  // What gets smaller has its fill on an element that can, without moving anything.
  const smaller = !isRail && (wearer.header.manner.smaller ?? 0) > 0;
  return { ...needs, back: blur || tint || stops > 0 || pictures.length > 0 || cut || filled || smaller };
}

/** The elements of a wearer's layers; empty where its fill is all there is. */
export function layersHtml(site: Site, wearer: Wearer): string[] {
  const needs = layerNeeds(site, wearer);
  if (!needs.back) return [];
  const inner = [
    ...needs.pictures.map((_, i) => `<i class="hr-picture-${i + 1}"></i>`),
    ...(needs.tint ? ['<i class="hr-tint"></i>'] : []),
  ].join('');
  const blur = needs.blur ? '<i class="hr-blur"></i>' : '';
  return [`<div class="hr-back" aria-hidden="true">${blur}<i class="hr-paint">${inner}</i></div>`];
}

/** The gradient of a look in a given number of stops: a moment without one has the stops of another, unseen. */
function stopProperties(site: Site, looks: readonly ResolvedLook[], look: ResolvedLook, count: number) {
  if (count === 0) return [];
  const isThere = showsGradient(look.gradient);
  const shown = isThere ? look : (looks.find(({ gradient }) => showsGradient(gradient)) ?? look);
  const { angle, stops } = shown.gradient;
  return [
    ['--hr-angle', `${angle}deg`],
    ...Array.from({ length: count }, (_, i) => {
      const { colour, opacity, at } = stops[Math.min(i, stops.length - 1)]!;
      return [
        [`--hr-stop-${i + 1}`, cssColour(resolveColour(site.palette, colour), isThere ? opacity : 0)],
        [`--hr-at-${i + 1}`, `${at}%`],
      ];
    }).flat(),
  ] as [string, string][];
}

/** The values of a wearer's layers in one of its looks, as custom properties. */
export function layerProperties(site: Site, wearer: Wearer, look: ResolvedLook): [string, string][] {
  const needs = layerNeeds(site, wearer);
  const looks = looksOf(site, wearer);
  const colour = (use: ColourUse, opacity = 1) => cssColour(resolveColour(site.palette, use), opacity);
  const { fill, tint, blur, cut, picture } = look;
  return [
    ['--hr-fill', colour(fill.colour, fill.opacity)],
    ...stopProperties(site, looks, look, needs.stops),
    ...needs.pictures.map((each, i): [string, string] => {
      const shows = picture.on && pictureKey(each) === pictureKey(picture);
      return [`--hr-shows-${i + 1}`, String(shows ? picture.opacity : 0)];
    }),
    ...(needs.tint ? [['--hr-tint', colour(tint.colour, tint.opacity)] as [string, string]] : []),
    ...(needs.blur ? [['--hr-blur', px(blur.radius)] as [string, string]] : []),
    ...(needs.cut
      ? ([
          ['--hr-depth', px(cutDepth(look))],
          ...(['start', 'middle', 'end'] as const).map((at) => [`--hr-cut-${at}`, px(cut[at])]),
        ] as [string, string][])
      : []),
  ];
}

/** The outline of a cut lower edge: a curve through its three depths, drawn in steps (quadratic through the middle). */
const CUT_STEPS = 24;
function cutOutline(): string {
  const points = Array.from({ length: CUT_STEPS + 1 }, (_, i) => {
    const t = i / CUT_STEPS;
    // Lagrange's polynomial through start, middle and end.
    const [a, b, c] = [2 * (t - 0.5) * (t - 1), -4 * t * (t - 1), 2 * t * (t - 0.5)].map((w) =>
      Number(w.toFixed(4)),
    );
    const depth = `${a} * var(--hr-cut-start) + ${b} * var(--hr-cut-middle) + ${c} * var(--hr-cut-end)`;
    // It never cuts into the header's own box.
    return `${Number((100 * t).toFixed(2))}% calc(100% - var(--hr-depth) + max(0px, ${depth}))`;
  });
  return `polygon(0 0, 100% 0, ${points.reverse().join(', ')})`;
}

/** The rules of a wearer's layers. `self` is the selector of the element that holds them. */
export function layersCss(
  site: Site,
  wearer: Wearer,
  self: string,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const needs = layerNeeds(site, wearer);
  if (!needs.back) return '';
  const { stops, pictures } = needs;
  const gradient = Array.from({ length: stops }, (_, i) => `var(--hr-stop-${i + 1}) var(--hr-at-${i + 1})`);
  const back = `${self} > .hr-back`;
  const time = `${TIME}`;
  // Mixed colours are no longer told by `rgb()`, which would have said in which space the gradient runs.
  const space = changesByScroll(wearer.header) ? ' in srgb' : '';
  return [
    needs.cut && wearer.rail === undefined
      ? rule(back, 'bottom: calc(var(--hr-less, 0px) - var(--hr-depth))')
      : '',
    needs.cut && wearer.rail !== undefined ? rule(back, 'bottom: calc(-1 * var(--hr-depth))') : '',
    needs.cut ? rule(`${back} > *`, `clip-path: ${cutOutline()}`) : '',
    rule(
      `${back} > .hr-paint`,
      'background-color: var(--hr-fill)',
      stops > 0 && `background-image: linear-gradient(var(--hr-angle)${space}, ${gradient.join(', ')})`,
      `transition: background-color ${time}`,
    ),
    needs.blur
      ? rule(
          `${back} > .hr-blur`,
          'backdrop-filter: blur(var(--hr-blur))',
          `transition: backdrop-filter ${time}`,
        )
      : '',
    ...pictures.map((picture, i) => pictureCss(site, picture, `${back} .hr-picture-${i + 1}`, i, to)),
    needs.tint
      ? rule(`${back} .hr-tint`, 'background: var(--hr-tint)', `transition: background-color ${time}`)
      : '',
  ].join('');
}

function pictureCss(
  { palette, pictures }: Site,
  picture: Picture,
  self: string,
  index: number,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const { x, y, repeat, drawnWidth, size } = placingOf(picture);
  const { fallback, mask, blend } = picture;
  const isThere = pictures.some(({ id }) => id === picture.picture);
  const drawn = drawnWidth === undefined ? size : px(drawnWidth);
  const image = isThere ? `${cssImage(to, picture.picture)} ${x}% ${y}% / ${drawn} ${repeat} ` : '';
  const stops = mask.stops.map(({ opacity, at }) => `rgb(0 0 0 / ${opacity}) ${at}%`);
  return rule(
    self,
    `background: ${image}${cssColour(resolveColour(palette, fallback.colour), fallback.opacity)}`,
    `opacity: var(--hr-shows-${index + 1})`,
    blend !== 'normal' && `mix-blend-mode: ${blend}`,
    mask.stops.length > 0 && `mask-image: linear-gradient(${mask.angle}deg, ${stops.join(', ')})`,
    `transition: opacity ${TIME}`,
  );
}

/** What holds for the layers of all wearers, and the stops of gradients registered as colours, so that they change over time. */
export function sharedLayersCss(site: Site, header: Header): string {
  const all = [undefined, ...header.rails].map((rail: Rail | undefined) =>
    layerNeeds(site, { header, rail }),
  );
  if (!all.some(({ back }) => back)) return '';
  const stops = Math.max(...all.map((needs) => needs.stops));
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
  const { stops } = layerNeeds(site, wearer);
  if (stops === 0) return [];
  const names = Array.from({ length: stops }, (_, i) => [`--hr-stop-${i + 1}`, `--hr-at-${i + 1}`]).flat();
  return ['--hr-angle', ...names].map((name) => `${name} ${TIME}`);
}
