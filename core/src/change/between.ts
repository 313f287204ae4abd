import { cssColour, type Rgb } from '../colour/rgb.ts';
import { resolveWorn, type ResolvedFill, type ResolvedLook, type Wearer } from '../header/look.ts';
import { PLACES, type Header, type Look, type Moment } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { GradientStop } from '../model/layer.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { showsGradient } from '../stack/worn.ts';

/**
 * A header on its way from one look to another, as the exported style sheet changes it: colours are interpolated
 * premultiplied and rounded to 8 bits (CSS Color 4, section 12; computed values in sRGB), gradients stop by stop, pictures
 * by their opacity, blur by its radius. A text shadow changes at once.
 */

/** How far a change has come, 0 to 1: of the layers, and of the inks and what is behind each link. */
export interface Progress {
  layers: number;
  inks: number;
}

const mix = (a: number, b: number, p: number) => a + (b - a) * p;

/** Two colours with their opacities, mixed premultiplied. */
export function mixFills(
  palette: Site['palette'],
  a: ResolvedFill,
  b: ResolvedFill,
  p: number,
): ResolvedFill {
  const opacity = mix(a.opacity, b.opacity, p);
  if (opacity === 0) return { colour: p < 0.5 ? a.colour : b.colour, opacity: 0 };
  const [from, to] = [resolveColour(palette, a.colour), resolveColour(palette, b.colour)];
  const level = (key: keyof Rgb) => Math.round(mix(from[key] * a.opacity, to[key] * b.opacity, p) / opacity);
  return { colour: { colour: cssColour({ r: level('r'), g: level('g'), b: level('b') }) }, opacity };
}

function mixColours(palette: Site['palette'], a: ColourUse, b: ColourUse, p: number): ColourUse {
  return mixFills(palette, { colour: a, opacity: 1 }, { colour: b, opacity: 1 }, p).colour;
}

/** Two gradients: one that is not there has the other's stops, unseen; the shorter repeats its last. */
function mixGradients(
  palette: Site['palette'],
  a: ResolvedLook,
  b: ResolvedLook,
  p: number,
): Look['gradient'] {
  const [isA, isB] = [showsGradient(a.gradient), showsGradient(b.gradient)];
  if (!isA && !isB) return { on: false };
  const unseen = (stops: GradientStop[]) => stops.map((stop) => ({ ...stop, opacity: 0 }));
  const from = isA ? a.gradient : { ...b.gradient, stops: unseen(b.gradient.stops) };
  const to = isB ? b.gradient : { ...a.gradient, stops: unseen(a.gradient.stops) };
  const count = Math.max(from.stops.length, to.stops.length);
  const stops = Array.from({ length: count }, (_, i): GradientStop => {
    const [one, other] = [from, to].map(({ stops: all }) => all[Math.min(i, all.length - 1)]!);
    return { ...mixFills(palette, one!, other!, p), at: mix(one!.at, other!.at, p) };
  });
  return { on: true, angle: mix(from.angle, to.angle, p), stops };
}

/** Two pictures: one that comes or goes does so by its opacity; of two, the one that shows more. */
function mixPictures(a: ResolvedLook['picture'], b: ResolvedLook['picture'], p: number): Look['picture'] {
  const [from, to] = [a.on ? a.opacity : 0, b.on ? b.opacity : 0];
  const { on: _, opacity: __, ...one } = a;
  const { on: ___, opacity: ____, ...other } = b;
  const same = JSON.stringify(one) === JSON.stringify(other);
  if (a.on && b.on && !same) return p < 0.5 ? { ...a, opacity: from * (1 - p) } : { ...b, opacity: to * p };
  return { ...(b.on ? b : a), on: a.on || b.on, opacity: mix(from, to, p) };
}

const STATES = ['rest', 'hover', 'pressed', 'focused', 'current'] as const;

/** The look between two. */
export function lookBetween(
  { palette }: Pick<Site, 'palette'>,
  a: ResolvedLook,
  b: ResolvedLook,
  { layers: p, inks: q }: Progress,
): Look {
  const ink = (key: 'link' | 'hover' | 'current' | 'pressed' | 'focused') =>
    mixColours(palette, a.ink[key], b.ink[key], q);
  return {
    ink: {
      link: ink('link'),
      hover: ink('hover'),
      current: ink('current'),
      pressed: ink('pressed'),
      focused: ink('focused'),
      logo: q < 0.5 ? a.ink.logo : b.ink.logo,
    },
    backing: {
      ...b.backing,
      ...Object.fromEntries(
        STATES.map((state) => [state, mixFills(palette, a.backing[state], b.backing[state], q)]),
      ),
    },
    textShadow: p > 0 ? b.textShadow : a.textShadow,
    tint: mixFills(palette, a.tint, b.tint, p),
    picture: mixPictures(a.picture, b.picture, p),
    gradient: mixGradients(palette, a, b, p) ?? { on: false },
    fill: mixFills(palette, a.fill, b.fill, p),
    blur: { radius: mix(a.blur.radius, b.blur.radius, p) },
  };
}

/** What a wearer's look is on either side of a change. */
type Sides = (wearer: Wearer) => [ResolvedLook, ResolvedLook];

/** A header whose look at the top is what it wears somewhere between, on header, rails and items alike. */
function headerAt(site: Site, header: Header, sides: Sides, progress: Progress): Header {
  const between = (wearer: Wearer) => ({ top: lookBetween(site, ...sides(wearer), progress) });
  const rails = header.rails.map((rail) => {
    const items = Object.fromEntries(
      PLACES.map((place) => [
        place,
        rail[place].map((item) => {
          if (item.kind === 'button') return item;
          const { ink, backing, textShadow } = between({ header, rail, item }).top;
          return { ...item, looks: { top: { ink, backing, textShadow } } } as Item;
        }),
      ]),
    );
    return { ...rail, ...items, looks: between({ header, rail }) };
  });
  return { ...header, rails, looks: { ...between({ header }), scrolled: {} } };
}

/** A header between two of its moments. */
export function headerBetween(
  site: Site,
  header: Header,
  from: Moment,
  to: Moment,
  progress: Progress,
): Header {
  return headerAt(
    site,
    header,
    (wearer) => [resolveWorn(site, wearer, from), resolveWorn(site, wearer, to)],
    progress,
  );
}

/** A header at a moment, its links between rest and hovered. */
export function headerHovering(site: Site, header: Header, moment: Moment, inks: number): Header {
  const sides: Sides = (wearer) => {
    const rest = resolveWorn(site, wearer, moment);
    const { hover } = rest.ink;
    const over = {
      ...rest,
      ink: { ...rest.ink, link: hover, current: hover },
      backing: { ...rest.backing, rest: rest.backing.hover, current: rest.backing.hover },
    };
    return [rest, over];
  };
  return headerAt(site, header, sides, { layers: 0, inks });
}
