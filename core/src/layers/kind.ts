import { type Rgb, type Rgba, cssColour } from '../colour/rgb.ts';
import type { BlendMode } from '../colour/blend.ts';
import type { PicturePlacing } from '../model/layer.ts';
import { resolveColour, type ColourUse, type Swatch } from '../model/palette.ts';
import type { Picture, SiteLogo } from '../model/picture.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Box } from '../geometry/box.ts';
import type { Paint } from '../stack/layers.ts';

/** Who wears looks. */
export const WEARERS = ['header', 'rail', 'item'] as const;
export type WearerKind = (typeof WEARERS)[number];

/** How far a change has come, 0 to 1: of the layers, and of the inks and what is behind each link. */
export interface ChangeProgress {
  layers: number;
  inks: number;
  /**
   * What it goes by. Along with the scroll, what cannot be between changes half way, and of two pictures the first is gone
   * before the next comes.
   */
  by: 'time' | 'scroll';
}

/** A custom property of the exported style sheet, with the value of the look that it is made from. */
export interface Told {
  name: string;
  /** None where nobody sets it and the rules that read it say what holds then. */
  value: string | undefined;
  /** The values of the layer that it is made of, where rails and items take it from what is around them. */
  keys?: readonly string[];
  /** Left out where nobody sets it: the rules that read it say what holds then. */
  isOptional?: boolean;
}

/** What the style of a site leaves for the ground of the header that it has already. */
export interface OwnGround {
  /** The ground is on an element of its own, so that it can be shaped and have a picture. */
  isApart: boolean;
  /** And what hangs out of the header is seen. */
  hangsOut: boolean;
}

/** Of two looks the one that holds, where there is nothing between them: over time it changes at once, along with the scroll half way. */
export function stepped<T>(a: T, b: T, { layers, by }: ChangeProgress): T {
  return layers < (by === 'time' ? Number.MIN_VALUE : 0.5) ? a : b;
}

/** What the elements behind a wearer's contents are made from: the layer in all the looks that the wearer has. */
export interface BackPart<Worn> {
  /** Whether it takes elements of its own. */
  isNeeded(all: readonly Worn[], wearer: WearerKind): boolean;
  /** Elements that lie behind the paint, or within it above its own background. */
  elements?(all: readonly Worn[]): { behind?: string[]; within?: string[] };
  /** Rules for the elements; `back` is the selector of what holds them. */
  rules?(all: readonly Worn[], back: string, on: BackRules): string[];
}

export interface BackRules {
  palette: readonly Swatch[];
  wearer: WearerKind;
  /** A picture as CSS names it; none where it is missing. */
  image(id: string): string | undefined;
}

/** What is said of a layer that lies between the links and the page, and the values that take it off. */
export interface CoverText<Set, Worn> {
  say(worn: Worn): string;
  off: Set;
}

/**
 * All that the program knows of one layer of a look. A new layer is one such file, a row in {@link LAYERS}, and its controls.
 * @typeParam Set what a moment sets of it: each value may be missing
 * @typeParam Worn what is worn of it: every value is there
 */
export interface LayerKind<Set extends object, Worn extends object> {
  /** What people call it. */
  title: string;
  /** Its values, with the rules and limits of each. */
  values: new () => Set;
  /** What is worn where no moment says otherwise. */
  plain: Worn;
  wearers: readonly WearerKind[];
  /** Whether rails and items take it from what is around them. */
  passesDown: boolean;
  /**
   * How the cut lists it: always; or as what every header has, without its being a layer that somebody added. The rest is
   * listed where it is there.
   */
  isListed?: 'always' | 'once set';
  /** Whether there is anything of it to be seen. */
  shows(worn: Worn): boolean;
  /** What a value is like that nobody sets, where that is not as a plain header has it. */
  follows?: Partial<Record<keyof Worn & string, string>>;
  /** The values that it begins with when somebody adds it: nothing hidden, nothing that loses a letter. None where it cannot be added. */
  start(from: StartFrom): Partial<Worn> | undefined;
  /** The layer between two looks; left out of the look where it lies beside the header's box and no ink is read over it. */
  between?(a: Worn, b: Worn, progress: ChangeProgress, palette: readonly Swatch[]): Set;
  /**
   * What of it a header can wear that the site has already, whose markup is not of ours: style alone has to make it. It wears
   * nothing of a layer that does not say, or says that it cannot with the ground that there is.
   */
  onOwn?: (worn: Worn, ground: OwnGround) => Worn | undefined;
  /** On such a header it changes at once, and along with the scroll half way. */
  isSteppedOnOwn?: boolean;
  /** Its custom properties there, where they are others. */
  tellsOnOwn?(worn: Worn, all: readonly Worn[]): Told[];
  cover?: CoverText<Set, Worn>;
  /**
   * What it paints behind the contents of a header or rail.
   * @param box in whole header pixels
   */
  paint?(
    worn: Worn,
    palette: readonly Swatch[],
    box: Box,
    draw: PictureSource,
  ): { paint: Paint; blend?: BlendMode };
  /** Painted even where nothing of it shows. */
  isAlwaysPainted?: boolean;
  /**
   * Its custom properties in one look.
   * @param all the layer in all looks of whoever wears it; of all wearers of the header where it passes down
   * @param radius of the header's corners, CSS pixels
   */
  tells(worn: Worn, all: readonly Worn[], palette: readonly Swatch[], radius: number): Told[];
  back?: BackPart<Worn>;
}

/** What of a site a layer's first values are taken from. */
export interface StartFrom {
  palette: readonly Swatch[];
  pictures: readonly Picture[];
  logo: SiteLogo;
  /** Snapshots of pages are pictures of the site, and behind no header. */
  pages?: readonly { snapshots?: readonly { picture: string }[] }[];
}

/** Where pictures are had from, as they are placed. */
export interface PictureSource {
  /** A picture placed in a box of whole pixels: RGBA of the box's size, not premultiplied; `undefined` where it is missing. */
  placed(placing: PicturePlacing, box: Box): Raster | undefined;
}

/** Keeps the types of a layer's values. */
export function layerKind<Set extends object, Worn extends object>(
  kind: LayerKind<Set, Worn>,
): LayerKind<Set, Worn> {
  return kind;
}

/** An even colour of a look; opacity 0 to 1, 0 where there is none. */
export interface ResolvedFill {
  colour: ColourUse;
  opacity: number;
}

export const BLACK: ColourUse = { colour: '#000000' };
export const WHITE: ColourUse = { colour: '#ffffff' };

/** An opacity as people read it. */
export const percent = (opacity: number) => `${Number((opacity * 100).toFixed(1))} %`;

/** A colour in use as CSS writes it. */
export function told(palette: readonly Swatch[], use: ColourUse, opacity = 1): string {
  return cssColour(resolveColour(palette, use), opacity);
}

/** A colour in use with its opacity. */
export function even(palette: readonly Swatch[], { colour, opacity }: ResolvedFill): Rgba {
  return { ...resolveColour(palette, colour), a: opacity };
}

export const mix = (a: number, b: number, p: number) => a + (b - a) * p;

/** Two colours with their opacities, mixed premultiplied and rounded to 8 bits (CSS Color 4, section 12). */
export function mixFills(
  palette: readonly Swatch[],
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

export function mixColours(palette: readonly Swatch[], a: ColourUse, b: ColourUse, p: number): ColourUse {
  return mixFills(palette, { colour: a, opacity: 1 }, { colour: b, opacity: 1 }, p).colour;
}

/** Numbers of two layers, mixed; the rest as in the second. */
export function mixNumbers<T extends object>(a: T, b: T, p: number): T {
  const from = a as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(b).map(([key, value]) => [
      key,
      typeof value === 'number' ? mix(from[key] as number, value, p) : (value as unknown),
    ]),
  ) as T;
}

/** What is set on one side alone comes or goes half way. */
export function mixOptional<T>(
  a: T | undefined,
  b: T | undefined,
  p: number,
  mixed: (a: T, b: T) => T,
): T | undefined {
  return a === undefined || b === undefined ? (p < 0.5 ? a : b) : mixed(a, b);
}
