import { layoutScene, type Scene } from '../src/sweep/scene.ts';
import type { Font, FontMetrics, Measure } from '../src/measure/measure.ts';
import type { Header } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import type { Drawing, LogoPixels } from '../src/stack/drawing.ts';
import type { LaidPage } from '../src/page/laid.ts';
import { parseColour } from '../src/colour/rgb.ts';
import { resolveColour } from '../src/model/palette.ts';
import type { Raster } from '../src/geometry/raster.ts';
import type { Rgb } from '../src/colour/rgb.ts';
import { WEIGHT } from '../src/output/css/weight.ts';

/** Made-up text metrics: every letter half an em wide, so that widths can be worked out by hand. */
export const measure: Measure = {
  advance: (text: string, font: Font) => text.length * (font.size / 2 + font.letterSpacing),
  metrics: ({ size }: Font): FontMetrics => ({ ascent: size, descent: size / 4, capHeight: 0.7 * size }),
};

const style = {
  family: 'hanken-grotesk',
  weight: 600,
  size: 16,
  lineHeight: 1.5,
  letterSpacing: 0,
  letterCase: 'as typed',
} as const;
const band = (id: string, height: number, colour: string) => ({
  id,
  name: id,
  height: { unit: 'px' as const, value: height },
  backdrop: { colour: { colour } },
  ink: { colour: '#000000' },
  contents: [],
});

export const header: Header = {
  id: 'plain',
  name: 'Plain header',
  rails: [
    {
      height: 60,
      inset: 20,
      gap: 10,
      start: [{ kind: 'logo', id: 'logo', height: 40 }],
      middle: [],
      end: [{ kind: 'menu', id: 'menu', menu: 'main', gap: 30 }],
    },
  ],
  looks: {
    top: {
      ink: {
        link: { swatch: 'white' },
        hover: { swatch: 'white' },
        current: { swatch: 'white' },
        logo: 'light',
      },
      fill: { colour: { swatch: 'night' }, opacity: 0 },
    },
    scrolled: { fill: { opacity: 0.42 } },
  },
  manner: { lies: 'over', onScroll: 'stays', switch: { at: 'distance', distance: 100 }, duration: 200 },
  panel: { fill: { swatch: 'night' }, ink: { swatch: 'white' } },
};

/** A small site whose measures are easy to work out: a dark band above a snow-white one. */
export const site: Site = {
  format: 4,
  name: 'Plain',
  tagline: '',
  palette: [
    { id: 'white', name: 'White', colour: '#ffffff' },
    { id: 'night', name: 'Night', colour: '#101b33' },
    { id: 'snow', name: 'Snow', colour: '#eef2f6' },
  ],
  type: { heading: style, text: style, menu: style, button: style },
  pictures: [{ id: 'logo', name: 'Logo', file: 'logo.svg', width: 100, height: 40, alt: 'Plain' }],
  logo: { alt: 'Plain', variants: { light: 'logo', dark: 'logo' } },
  menus: [
    {
      id: 'main',
      name: 'Main menu',
      entries: [
        { id: 'one', label: 'Visit', page: 'home' },
        { id: 'two', label: 'Night log', address: '/log' },
      ],
    },
  ],
  pages: [
    {
      id: 'home',
      title: 'Home',
      path: '/',
      colour: { swatch: 'white' },
      bands: [band('dark', 500, '#0d1730'), band('snow', 1500, '#eef2f6')],
    },
  ],
  headers: [header],
};

/** Numbers from 0 to 1, the same each time (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A raster whose pixels are given by a function. */
export function raster(width: number, height: number, pixel: (x: number, y: number) => Rgb): Raster {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i++) {
    const { r, g, b } = pixel(i % width, Math.floor(i / width));
    data.set([r, g, b, 255], 4 * i);
  }
  return { width, height, data };
}

/** Nothing can be drawn: every picture is missing, and letters cover nothing. */
export const noDrawing: Drawing = {
  logo: () => undefined,
  placed: () => undefined,
  text: (_, { left, top, right, bottom }) => new Uint8Array((right - left) * (bottom - top)),
};

/** A disc with a soft rim and two inks, 40 × 30. */
export function blob(): LogoPixels {
  const data = new Uint8ClampedArray(4 * 40 * 30);
  for (let y = 0; y < 30; y++) {
    for (let x = 0; x < 40; x++) {
      const cover = Math.min(1, Math.max(0, 13.5 - Math.hypot(x - 20, y - 15)));
      data.set([255, x < 20 ? 255 : 180, 240, Math.round(255 * cover)], 4 * (y * 40 + x));
    }
  }
  return { left: 30, top: 12, width: 40, height: 30, data };
}

/** The letters of made-up runs. */
export const runFont = { family: 'hanken-grotesk', weight: 600, size: 16, letterSpacing: 0 } as const;
/** A run of one word, that ends where its advance does. */
export const run = (advance: number, left = 100.4) => ({
  text: 'x',
  font: runFont,
  left,
  advance,
  baseline: 40,
  capHeight: 11.2,
  descent: 4.6,
  letterEdges: [advance],
});

/** A header's style sheet without what gives its rules their weight: what they say. */
export function light(css: string): string {
  return css.replaceAll(WEIGHT, '').replaceAll(':where(header).hr', '.hr').replaceAll('header.hr', '.hr');
}

/** A page of even bands, each in its backdrop's colour under its tint. */
export function painted(
  { width, height, colour, bands }: LaidPage,
  palette: Site['palette'] = site.palette,
): Raster {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++) {
    const band = bands.find(({ top, height: tall }) => y >= top && y < top + tall);
    const ground = band ? parseColour(band.backdrop.colour.colour ?? '')! : colour;
    const { tint } = band?.backdrop ?? {};
    const over = tint ? resolveColour(palette, tint.colour) : ground;
    const mixed = (key: 'r' | 'g' | 'b') => ground[key] + (over[key] - ground[key]) * (tint?.opacity ?? 0);
    const pixel = [mixed('r'), mixed('g'), mixed('b'), 255];
    for (let x = 0; x < width; x++) data.set(pixel, 4 * (y * width + x));
  }
  return { width, height, data };
}

/** A header over the small site's first page, in a window of 500 by 400. */
export function sceneOf(of: Header): Scene {
  const [page] = site.pages;
  return layoutScene({ ...site, headers: [of] }, of, page!, { width: 500, windowHeight: 400 }, measure);
}
