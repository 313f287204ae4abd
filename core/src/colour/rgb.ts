import { clampRgb, converter, parse } from 'culori';

/** A colour in 8-bit sRGB: whole numbers 0 to 255. */
export interface Rgb {
  r: number;
  g: number;
  b: number;
}

/** A colour with its opacity, `a` from 0 to 1. */
export interface Rgba extends Rgb {
  a: number;
}

const toRgb = converter('rgb');

/**
 * Reads any CSS colour (CSS Color 4) as 8-bit sRGB; colours beyond sRGB are brought to its nearest edge.
 * @returns the colour with its opacity, or `undefined` where the text is no colour.
 */
export function parseColour(text: string): Rgba | undefined {
  if (text.length > MAX_COLOUR) return undefined;
  const parsed = readColour(text.trim());
  if (!parsed) return undefined;
  // What is said to be `none` counts as 0 (CSS Color 4, section 4.4).
  const { r = 0, g = 0, b = 0, alpha = 1 } = parsed;
  if (![r, g, b, alpha].every(Number.isFinite)) return undefined;
  const byte = (v: number) => Math.min(255, Math.max(0, Math.round(v * 255)));
  return { r: byte(r), g: byte(g), b: byte(b), a: Math.min(1, Math.max(0, alpha)) };
}

/** Longest text that is read as a colour, in characters. */
const MAX_COLOUR = 200;

/** A text that breaks off within a colour, or holds more than numbers can, is none; the library throws at some of them. */
function readColour(text: string): ReturnType<typeof toRgb> | undefined {
  try {
    const parsed = parse(text);
    return parsed && clampRgb(toRgb(parsed));
  } catch {
    return undefined;
  }
}

/** The colour as CSS: `rgb(r g b)` or `rgb(r g b / a)`, the one form that every engine interpolates alike. */
export function cssColour({ r, g, b }: Rgb, opacity = 1): string {
  const alpha = Number(opacity.toFixed(4));
  return alpha === 1 ? `rgb(${r} ${g} ${b})` : `rgb(${r} ${g} ${b} / ${alpha})`;
}

/** The colour as `#rrggbb`. */
export function hexColour({ r, g, b }: Rgb): string {
  return '#' + [r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('');
}

/** A colour on its way to another, 0 to 1; rounded to 8 bits a channel. */
export function mixRgb(from: Rgb, to: Rgb, share: number): Rgb {
  const level = (key: keyof Rgb) => Math.round(from[key] + (to[key] - from[key]) * share);
  return { r: level('r'), g: level('g'), b: level('b') };
}
