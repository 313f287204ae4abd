/** The blend modes of Compositing 1, by which a picture is blended into the colour beneath it. */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type BlendMode = (typeof BLEND_MODES)[number];

/**
 * The blend modes of Compositing 1, section 10. Channels are 0 to 1, not premultiplied: `b` of the backdrop, `s` of the
 * source.
 */

type Channels = readonly [number, number, number];
type Separable = (b: number, s: number) => number;

const hardLight: Separable = (b, s) => (s <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s));

function softLight(b: number, s: number): number {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
}

const SEPARABLE: Partial<Record<BlendMode, Separable>> = {
  normal: (_, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': hardLight,
  'soft-light': softLight,
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
};

const each = ([r, g, b]: Channels, of: (v: number) => number): Channels => [of(r), of(g), of(b)];
const lum = ([r, g, b]: Channels) => 0.3 * r + 0.59 * g + 0.11 * b;
const sat = (c: Channels) => Math.max(...c) - Math.min(...c);

function clip(c: Channels): Channels {
  const l = lum(c);
  const [least, most] = [Math.min(...c), Math.max(...c)];
  return each(c, (v) => {
    if (least < 0) v = l + ((v - l) * l) / (l - least);
    if (most > 1) v = l + ((v - l) * (1 - l)) / (most - l);
    return v;
  });
}

function setLum(c: Channels, l: number): Channels {
  const d = l - lum(c);
  return clip([c[0] + d, c[1] + d, c[2] + d]);
}

function setSat(c: Channels, s: number): Channels {
  const [least, most] = [Math.min(...c), Math.max(...c)];
  return most > least ? each(c, (v) => ((v - least) * s) / (most - least)) : [0, 0, 0];
}

const WHOLE: Partial<Record<BlendMode, (b: Channels, s: Channels) => Channels>> = {
  hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
};

/** The colour that a blend mode makes of a backdrop's and a source's, each 0 to 1. */
export function blend(mode: BlendMode, backdrop: Channels, source: Channels): Channels {
  const whole = WHOLE[mode];
  if (whole) return whole(backdrop, source);
  const each = SEPARABLE[mode]!;
  return [each(backdrop[0], source[0]), each(backdrop[1], source[1]), each(backdrop[2], source[2])];
}
