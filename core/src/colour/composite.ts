import type { Rgb, Rgba } from './rgb.ts';

/**
 * One colour laid over another, source-over in sRGB (Compositing 1, section 5.1), unrounded.
 * The ground is opaque.
 */
export function over(top: Rgba, ground: Rgb): Rgb {
  const mix = (t: number, g: number) => t * top.a + g * (1 - top.a);
  return { r: mix(top.r, ground.r), g: mix(top.g, ground.g), b: mix(top.b, ground.b) };
}

/** Colours laid over a ground, bottom first, composed in floating point and rounded once, half up. */
export function composeOver(ground: Rgb, layers: readonly Rgba[]): Rgb {
  const { r, g, b } = layers.reduce<Rgb>((below, layer) => over(layer, below), ground);
  const round = (v: number) => Math.floor(v + 0.5);
  return { r: round(r), g: round(g), b: round(b) };
}
