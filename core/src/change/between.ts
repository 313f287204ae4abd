import { cssColour, type Rgb } from '../colour/rgb.ts';
import { resolveWorn, type ResolvedFill, type ResolvedLook, type Wearer } from '../header/look.ts';
import { backingIn } from '../header/states.ts';
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
  /**
   * What it goes by. Along with the scroll, what cannot be between changes half way, and of two pictures the first is gone
   * before the next comes.
   */
  by: 'time' | 'scroll';
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

/** Two pictures: one that comes or goes does so by its opacity; of two that cross, the one that shows more. */
function mixPictures(
  a: ResolvedLook['picture'],
  b: ResolvedLook['picture'],
  p: number,
  by: Progress['by'],
): Look['picture'] {
  const [from, to] = [a.on ? a.opacity : 0, b.on ? b.opacity : 0];
  const { on: _, opacity: __, ...one } = a;
  const { on: ___, opacity: ____, ...other } = b;
  const same = JSON.stringify(one) === JSON.stringify(other);
  if (a.on && b.on && !same) {
    const [goes, comes] = by === 'time' ? [1 - p, p] : [1 - 2 * p, 2 * p - 1];
    return p < 0.5 ? { ...a, opacity: from * goes } : { ...b, opacity: to * comes };
  }
  return { ...(b.on ? b : a), on: a.on || b.on, opacity: mix(from, to, p) };
}

const STATES = ['rest', 'hover', 'pressed', 'focused', 'current', 'open'] as const;

/** Numbers of two layers, mixed; the rest as in the second. */
function mixNumbers<T extends object>(a: T, b: T, p: number): T {
  const from = a as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(b).map(([key, value]) => [
      key,
      typeof value === 'number' ? mix(from[key] as number, value, p) : (value as unknown),
    ]),
  ) as T;
}

/** The look between two. */
export function lookBetween(
  { palette }: Pick<Site, 'palette'>,
  a: ResolvedLook,
  b: ResolvedLook,
  { layers: p, inks: q, by }: Progress,
): Look {
  const { ring } = q < 0.5 ? a.ink : b.ink;
  const ink = (key: 'link' | 'hover' | 'current' | 'pressed') =>
    mixColours(palette, a.ink[key], b.ink[key], q);
  /** What is set on one side alone comes or goes half way. */
  const optional = <T>(one: T | undefined, other: T | undefined, mixed: (one: T, other: T) => T) =>
    one === undefined || other === undefined ? (q < 0.5 ? one : other) : mixed(one, other);
  const kept = (key: 'focused' | 'open') => {
    const colour = optional(a.ink[key], b.ink[key], (x, y) => mixColours(palette, x, y, q));
    return colour && { [key]: colour };
  };
  const backings = STATES.flatMap((state) => {
    const tint = optional(a.backing[state], b.backing[state], (x, y) => mixFills(palette, x, y, q));
    return tint ? [[state, tint] as const] : [];
  });
  const { reach, height, radius } = mixNumbers(a.backing, b.backing, q);
  return {
    ink: {
      link: ink('link'),
      hover: ink('hover'),
      current: ink('current'),
      pressed: ink('pressed'),
      ...kept('focused'),
      ...kept('open'),
      ...(ring && { ring }),
      logo: q < 0.5 ? a.ink.logo : b.ink.logo,
    },
    cue: mixNumbers(a.cue, b.cue, q),
    backing: { reach, height, radius, ...Object.fromEntries(backings) },
    textShadow: p < (by === 'time' ? Number.MIN_VALUE : 0.5) ? a.textShadow : b.textShadow,
    cut: mixNumbers(a.cut, b.cut, p),
    tint: mixFills(palette, a.tint, b.tint, p),
    picture: mixPictures(a.picture, b.picture, p, by),
    gradient: mixGradients(palette, a, b, p) ?? { on: false },
    fill: mixFills(palette, a.fill, b.fill, p),
    blur: { radius: mix(a.blur.radius, b.blur.radius, p) },
  };
}

/** Finds a wearer in any header of the same make. */
type Find = (header: Header) => Wearer;

/** A header whose look at the top is what it wears somewhere between, on header, rails and items alike. */
function headerAt(
  site: Site,
  header: Header,
  sides: (find: Find) => [ResolvedLook, ResolvedLook],
  progress: Progress,
): Header {
  const between = (find: Find) => ({ top: lookBetween(site, ...sides(find), progress) });
  const rails = header.rails.map((rail, r) => {
    const items = Object.fromEntries(
      PLACES.map((place) => [
        place,
        rail[place].map((item, i) => {
          if (item.kind === 'button') return item;
          const find: Find = (of) => ({ header: of, rail: of.rails[r], item: of.rails[r]![place][i] });
          const { ink, cue, backing, textShadow } = between(find).top;
          return { ...item, looks: { top: { ink, cue, backing, textShadow } } } as Item;
        }),
      ]),
    );
    return { ...rail, ...items, looks: between((of) => ({ header: of, rail: of.rails[r] })) };
  });
  return { ...header, rails, looks: { ...between((of) => ({ header: of })), scrolled: {} } };
}

/** A header at one end of a change. */
export interface Side {
  header: Header;
  moment: Moment;
}

/** A header between two looks; the headers of its two sides are of the same make. */
export function headerBetween(site: Site, a: Side, b: Side, progress: Progress): Header {
  const worn = (side: Side, find: Find) => resolveWorn(site, find(side.header), side.moment);
  return headerAt(site, a.header, (find) => [worn(a, find), worn(b, find)], progress);
}

/** A header at a moment, its links between rest and hovered. */
export function headerHovering(site: Site, header: Header, moment: Moment, inks: number): Header {
  const sides = (find: Find): [ResolvedLook, ResolvedLook] => {
    const rest = resolveWorn(site, find(header), moment);
    const { hover } = rest.ink;
    const plate = (isCurrent: boolean) => backingIn(rest, 'hover', isCurrent);
    const over = {
      ...rest,
      ink: { ...rest.ink, link: hover, current: hover },
      backing: { ...rest.backing, rest: plate(false), current: plate(true) },
    };
    return [rest, over];
  };
  return headerAt(site, header, sides, { layers: 0, inks, by: 'time' });
}
