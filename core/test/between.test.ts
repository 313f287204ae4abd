import { describe, expect, test } from 'vitest';
import { headerBetween, lookBetween } from '../src/change/between.ts';
import { mixFills, type ChangeProgress } from '../src/layers/kind.ts';
import { resolveLook, resolveWorn } from '../src/header/look.ts';
import type { Header, Look } from '../src/model/header.ts';
import { resolveColour, type ColourUse } from '../src/model/palette.ts';
import { header, random, site } from './made.ts';

/** A look on its way to another: what style sheets do with colours, gradients, pictures and numbers. */

const { palette } = site;
const WHITE = { colour: '#ffffff' };
const RED = { colour: '#ff0000' };
const worn = (top: Look, scrolled: Look): Header => ({ ...header, looks: { top, scrolled } });
const rgb = (use: ColourUse | undefined) => Object.values(resolveColour(palette, use!));
const both = (p: number, by: ChangeProgress['by'] = 'time'): ChangeProgress => ({ layers: p, inks: p, by });
const between = (top: Look, scrolled: Look, progress: ChangeProgress) => {
  const of = worn(top, scrolled);
  return lookBetween(site, resolveLook(site, of, 'top'), resolveLook(site, of, 'scrolled'), progress);
};
const STOPS = [
  { at: 0, colour: WHITE, opacity: 1 },
  { at: 100, colour: RED, opacity: 0 },
];

describe('two colours', () => {
  test('are mixed premultiplied: one that is not there gives nothing of its own', () => {
    const gone = { colour: RED, opacity: 0 };
    for (const p of [0.1, 0.5, 0.9]) {
      const mixed = mixFills(palette, gone, { colour: WHITE, opacity: 0.8 }, p);
      expect(rgb(mixed.colour)).toEqual([255, 255, 255]);
      expect(mixed.opacity).toBeCloseTo(0.8 * p);
    }
  });
  test('weigh as much as they show: red at 0.75 and white at 0.25, half way', () => {
    const mixed = mixFills(palette, { colour: RED, opacity: 0.75 }, { colour: WHITE, opacity: 0.25 }, 0.5);
    // (0.75 · 255 + 0.25 · 255) / 1 of red, 0.25 · 255 / 1 of green and blue.
    expect(rgb(mixed.colour)).toEqual([255, 64, 64]);
    expect(mixed.opacity).toBe(0.5);
  });
  test('that are both gone are the nearer of the two', () => {
    const of = (p: number) =>
      mixFills(palette, { colour: RED, opacity: 0 }, { colour: WHITE, opacity: 0 }, p);
    expect(of(0.4)).toEqual({ colour: RED, opacity: 0 });
    expect(of(0.6)).toEqual({ colour: WHITE, opacity: 0 });
  });
  test('lie between the two, whatever they are', () => {
    const next = random(4);
    const some = () => ({
      colour: { colour: `#${((next() * 0xffffff) | 0).toString(16).padStart(6, '0')}` },
      opacity: Math.round(next() * 100) / 100,
    });
    for (let i = 0; i < 60; i++) {
      const [a, b, p] = [some(), some(), next()];
      const mixed = mixFills(palette, a, b, p);
      const low = Math.min(a.opacity, b.opacity);
      expect(mixed.opacity).toBeGreaterThanOrEqual(low - 1e-12);
      expect(mixed.opacity).toBeLessThanOrEqual(Math.max(a.opacity, b.opacity) + 1e-12);
      expect(mixFills(palette, a, b, 0).opacity).toBe(a.opacity);
      if (b.opacity > 0) expect(rgb(mixFills(palette, a, b, 1).colour)).toEqual(rgb(b.colour));
    }
  });
});

describe('two looks', () => {
  test('at either end are those two', () => {
    const top: Look = { fill: { colour: RED, opacity: 0.25 }, tint: { colour: WHITE, opacity: 0.5 } };
    const scrolled: Look = {
      fill: { colour: WHITE, opacity: 0.75 },
      gradient: { on: true, angle: 90, stops: STOPS },
      blur: { radius: 12 },
      cut: { start: 2, middle: 10, end: 4 },
    };
    const of = worn(top, scrolled);
    for (const [p, moment] of [
      [0, 'top'],
      [1, 'scrolled'],
    ] as const) {
      const look = between(top, scrolled, both(p));
      const resolved = resolveLook(site, of, moment);
      const whole = resolveLook(site, { ...of, looks: { top: look, scrolled: {} } }, 'top');
      for (const part of ['fill', 'tint', 'blur', 'cut', 'textShadow'] as const) {
        expect(whole[part], part).toMatchObject({
          ...resolved[part],
          ...('colour' in resolved[part] && { colour: {} }),
        });
      }
      for (const part of ['fill', 'tint'] as const) {
        expect(rgb(whole[part].colour), part).toEqual(rgb(resolved[part].colour));
      }
    }
  });
  test('have half of the blur and of the angle half way, and over time the cut edge of the second from the beginning', () => {
    const [from, to] = [
      {
        blur: { radius: 4 },
        cut: { start: 0, middle: 20, end: 10 },
        gradient: { on: true, angle: 0, stops: STOPS },
      },
      {
        blur: { radius: 12 },
        cut: { start: 8, middle: 0, end: 10 },
        gradient: { on: true, angle: 90, stops: STOPS },
      },
    ];
    expect(between(from, to, both(0.5))).toMatchObject({
      blur: { radius: 8 },
      cut: { start: 8, middle: 0, end: 10 },
      gradient: { angle: 45 },
    });
    expect(between(from, to, both(0)).cut).toMatchObject({ start: 0, middle: 20 });
    expect(between(from, to, both(0.5, 'scroll')).cut).toMatchObject({ start: 4, middle: 10 });
  });
  test('of which one has a gradient: it comes with its own stops, from nothing', () => {
    const look = between({}, { gradient: { on: true, angle: 30, stops: STOPS } }, both(0.25));
    expect(look.gradient).toMatchObject({ on: true, angle: 30 });
    expect(look.gradient!.stops!.map(({ at, opacity }) => [at, opacity])).toEqual([
      [0, 0.25],
      [100, 0],
    ]);
    expect(rgb(look.gradient!.stops![0]!.colour)).toEqual([255, 255, 255]);
  });
  test('with as many stops as the longer of two gradients, the shorter repeats its last', () => {
    const three = [...STOPS, { at: 100, colour: WHITE, opacity: 1 }];
    const look = between(
      { gradient: { on: true, angle: 0, stops: STOPS } },
      { gradient: { on: true, angle: 0, stops: three } },
      both(0.5),
    );
    expect(look.gradient!.stops!.map(({ opacity }) => opacity)).toEqual([1, 0, 0.5]);
  });
  test('the inks go by their own time, the layers by theirs', () => {
    const top: Look = { ink: { link: { colour: '#000000' } }, fill: { colour: WHITE, opacity: 0 } };
    const scrolled: Look = { ink: { link: WHITE }, fill: { opacity: 1 } };
    const look = between(top, scrolled, { layers: 0.25, inks: 0.75, by: 'time' });
    expect(rgb(look.ink!.link)).toEqual([191, 191, 191]);
    expect(look.fill!.opacity).toBe(0.25);
  });
  test('what cannot be between: a text shadow changes at once over time, half way along with the scroll', () => {
    const shadow = { x: 0, y: 2, blur: 3, colour: RED, opacity: 1 };
    const at = (p: number, by: ChangeProgress['by']) =>
      between({}, { textShadow: shadow }, both(p, by)).textShadow;
    expect([0, 0.01, 1].map((p) => at(p, 'time')!.opacity)).toEqual([0, 1, 1]);
    expect([0.49, 0.5].map((p) => at(p, 'scroll')!.opacity)).toEqual([0, 1]);
  });
});

describe('two pictures', () => {
  const picture = (of: string, opacity = 1): Look => ({ picture: { on: true, picture: of, opacity } });
  const shown = (a: Look, b: Look, p: number, by: ChangeProgress['by'] = 'time') => {
    const { picture, opacity, on } = between(a, b, both(p, by)).picture!;
    return { picture, opacity, on };
  };
  test('one that comes does so by its opacity', () => {
    expect(shown({}, picture('logo', 0.8), 0.5)).toMatchObject({ picture: 'logo', opacity: 0.4, on: true });
    expect(shown(picture('logo', 0.8), { picture: { on: false } }, 0.75).opacity).toBeCloseTo(0.2);
  });
  test('the same one changes how much of it shows', () => {
    expect(shown(picture('logo', 0.2), picture('logo', 0.6), 0.5)).toMatchObject({ opacity: 0.4 });
  });
  test('that cross over time: each shows by its own share, and the one that shows more is told', () => {
    expect(shown(picture('one'), picture('two'), 0.25)).toMatchObject({ picture: 'one', opacity: 0.75 });
    expect(shown(picture('one'), picture('two'), 0.75)).toMatchObject({ picture: 'two', opacity: 0.75 });
  });
  test('that cross along with the scroll: one is gone half way before the other comes', () => {
    const at = (p: number) => shown(picture('one'), picture('two'), p, 'scroll');
    expect(at(0.25)).toMatchObject({ picture: 'one', opacity: 0.5 });
    expect(at(0.5)).toMatchObject({ picture: 'two', opacity: 0 });
    expect(at(0.75)).toMatchObject({ picture: 'two', opacity: 0.5 });
  });
});

test('items and rails go between their own looks, each from what it takes to what it takes then', () => {
  const [rail] = header.rails;
  const of: Header = {
    ...worn({ ink: { link: { colour: '#000000' } } }, { ink: { link: WHITE } }),
    rails: [
      {
        ...rail!,
        looks: { top: { fill: { colour: RED, opacity: 0 } }, scrolled: { fill: { opacity: 1 } } },
        end: rail!.end.map(
          (item) => ({ ...item, looks: { scrolled: { ink: { link: RED } } } }) as typeof item,
        ),
      },
    ],
  };
  const half = headerBetween(
    site,
    { header: of, moment: 'top' },
    { header: of, moment: 'scrolled' },
    both(0.5),
  );
  const lookOf = (find: Parameters<typeof resolveWorn>[1]) => resolveWorn(site, find, 'top');
  expect(rgb(lookOf({ header: half }).ink.link)).toEqual([128, 128, 128]);
  expect(lookOf({ header: half, rail: half.rails[0]! }).fill.opacity).toBe(0.5);
  const [item] = half.rails[0]!.end;
  // From the header's black to its own red.
  expect(rgb(lookOf({ header: half, rail: half.rails[0]!, item: item! }).ink.link)).toEqual([128, 0, 0]);
});
