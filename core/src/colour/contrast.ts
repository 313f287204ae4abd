import type { Rgb } from './rgb.ts';

/**
 * Luminance as whole numbers. The sweep compares millions of pixels and must give the same answer in every
 * implementation, so luminance is `Σ round(65535 · k · lin)` clamped to 65535: at most 2.3e-5 from the exact value.
 */
export const WHITE_LUMINANCE = 65535;

const WEIGHTS = [0.2126, 0.7152, 0.0722] as const;

/** An sRGB channel made linear (WCAG 2.2, "relative luminance"). `level` is 0 to 255 and need not be whole. */
export function linear(level: number): number {
  const v = level / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

/** Relative luminance whose contrast with black and with white is the same: √(1.05 · 0.05) − 0.05. */
export const EVEN_LUMINANCE = Math.sqrt(1.05 * 0.05) - 0.05;

/** Relative luminance, 0 to 1, of a colour whose channels need not be whole (WCAG 2.2). */
export function relativeLuminance({ r, g, b }: Rgb): number {
  return WEIGHTS[0] * linear(r) + WEIGHTS[1] * linear(g) + WEIGHTS[2] * linear(b);
}

/** The contrast ratio, 1 to 21, of two colours, unrounded (WCAG 2.2, "contrast ratio"). */
export function contrastRatio(a: Rgb, b: Rgb): number {
  const la = relativeLuminance(a) + 0.05;
  const lb = relativeLuminance(b) + 0.05;
  return la > lb ? la / lb : lb / la;
}

/** Share of the whole-number luminance that a channel at `steps` levels adds, for each of its values. */
function channelTable(weight: number, steps: number): Uint16Array {
  return Uint16Array.from({ length: steps + 1 }, (_, i) =>
    Math.round(WHITE_LUMINANCE * weight * linear((255 * i) / steps)),
  );
}

/** For each channel, the whole-number luminance of its 256 levels. */
export const LUMINANCE = WEIGHTS.map((k) => channelTable(k, 255)) as [Uint16Array, Uint16Array, Uint16Array];

/** Steps in which the luminance of an ink blended with its ground is looked up: sixteenths of a level. */
export const FINE_STEPS = 4080;

/** For each channel, the whole-number luminance at sixteenths of a level (index 0 to {@link FINE_STEPS}). */
export const FINE_LUMINANCE = WEIGHTS.map((k) => channelTable(k, FINE_STEPS)) as [
  Uint16Array,
  Uint16Array,
  Uint16Array,
];

/** Whole-number luminance, 0 to {@link WHITE_LUMINANCE}, of an 8-bit colour. */
export function luminance16({ r, g, b }: Rgb): number {
  return Math.min(WHITE_LUMINANCE, LUMINANCE[0][r]! + LUMINANCE[1][g]! + LUMINANCE[2][b]!);
}

/**
 * The contrast ratio of two whole-number luminances, as a 32-bit float. `0.05 · 65535 · 4` is the whole number 13107,
 * so both terms are exact and every implementation rounds alike.
 */
export function contrast16(a: number, b: number): number {
  const p = 4 * a + 13107;
  const q = 4 * b + 13107;
  return Math.fround(p > q ? p / q : q / p);
}
