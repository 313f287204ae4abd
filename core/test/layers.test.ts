import { describe, expect, test } from 'vitest';
import { coversOf } from '../src/header/covers.ts';
import { resolveLook, resolveWorn } from '../src/header/look.ts';
import { lookBetween } from '../src/change/between.ts';
import { LAYER_NAMES, PLAIN, layerOf, showsLayer, type LayerName } from '../src/layers/index.ts';
import type { ChangeProgress } from '../src/layers/kind.ts';
import { checkPart } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import { Look } from '../src/model/look.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { contextMeasure } from '../src/measure/measure.ts';
import { header, site as base } from './made.ts';
import { chanceOf, lookByChance } from './layersByChance.ts';

/** The table of layers, walked: whatever it says of a layer is used, and fits together. */

const sky = { id: 'sky', name: 'Sky', file: 'sky.jpg', width: 800, height: 600, alt: '' };
const site = { ...base, pictures: [...base.pictures, sky] };
const wear = (top: Look, scrolled: Look = {}): Header => ({
  ...header,
  looks: { top, scrolled },
});
const chance = (name: LayerName, seed: number) => lookByChance(chanceOf(seed), [name], 'sky');
const measure = contextMeasure({
  font: '',
  letterSpacing: '0px',
  fontKerning: 'normal',
  measureText: (text: string) => ({ width: 8 * text.length }),
} as never);
const cssOf = (worn: Header) => headerCss({ ...site, headers: [worn] }, worn, measure, rootAddresses(site));
const at = (p: number, name: string): ChangeProgress => ({
  layers: p,
  inks: p,
  by: name === 'cut' ? 'scroll' : 'time',
});

describe.each(LAYER_NAMES)('the layer %s', (name) => {
  const kind = layerOf(name);

  test('is sound as it is made by chance, and as it begins', () => {
    for (let seed = 1; seed <= 20; seed++) expect(checkPart(Look, chance(name, seed))).toEqual([]);
    const begins = kind.start(site);
    expect(begins === undefined).toBe(name === 'ink');
    if (begins) expect(checkPart(Look, { [name]: begins })).toEqual([]);
  });

  test('is there once it is begun, and is not on a plain header unless every header has it', () => {
    expect(showsLayer(PLAIN, name)).toBe(name === 'ink' || kind.isListed === 'once set');
    const begins = kind.start(site);
    if (begins) expect(kind.shows({ ...PLAIN[name], ...begins })).toBe(true);
  });

  test('is refused with a value that it does not have', () => {
    expect(checkPart(Look, { [name]: { colours: 3 } })).not.toEqual([]);
  });

  test('passes down to rails and items, or stays where it is', () => {
    const worn = {
      ...wear(chance(name, 3)),
      rails: header.rails.map((rail) => ({ ...rail, looks: undefined })),
    };
    const rail = worn.rails[0];
    const [own, onRail] = [resolveLook(site, worn, 'top'), resolveWorn(site, { header: worn, rail }, 'top')];
    expect(onRail[name]).toEqual(kind.passesDown ? own[name] : PLAIN[name]);
  });

  test('between two looks begins as the one and ends as the other, and is between them half way', () => {
    if (!kind.between) return;
    for (let seed = 1; seed <= 12; seed++) {
      const worn = wear(chance(name, seed), chance(name, seed + 100));
      const [a, b] = [resolveLook(site, worn, 'top'), resolveLook(site, worn, 'scrolled')];
      const resolved = (p: number) =>
        resolveLook(site, wear(lookBetween(site, a, b, at(p, name))), 'top')[name] as object;
      // A text shadow is not mixed, and a cut edge only along with the scroll; of two pictures, one shows.
      expect(Object.keys(resolved(0))).toEqual(Object.keys(a[name]));
      expect(kind.shows(resolved(1))).toBe(kind.shows(b[name]) || name === 'picture');
      if (name === 'blur' || name === 'cut' || name === 'cue') {
        expect(resolved(0)).toEqual(a[name]);
        expect(resolved(1)).toEqual(b[name]);
        for (const [key, half] of Object.entries(resolved(0.5)) as [string, number][]) {
          // What is no number changes half way, and with it how long it takes.
          if (typeof half !== 'number' || key === 'duration') continue;
          const ends = [a, b].map((look) => (look[name] as Record<string, number>)[key]!);
          expect(half).toBeCloseTo((ends[0]! + ends[1]!) / 2, 6);
        }
      }
    }
  });

  test('what covers the page is told of it once, and is not once it is cleared', () => {
    if (!kind.cover || !kind.wearers.includes('header')) return;
    const worn = structuredClone(wear({}, chance(name, 5)));
    const covers = coversOf(site, worn, 'scrolled').filter(({ layer }) => layer === name);
    expect(covers).toHaveLength(1);
    expect(covers[0]!.text).toMatch(/, of the header$/);
    covers[0]!.clear(worn);
    expect(coversOf(site, worn, 'scrolled').filter(({ layer }) => layer === name)).toEqual([]);
    expect(checkPart(Look, worn.looks.scrolled)).toEqual([]);
  });

  test('every value that is set reaches the style sheet', () => {
    const plain = cssOf(wear({}));
    const first = chance(name, 7);
    const css = cssOf(wear(first));
    expect(css).not.toBe(plain);
    const values = first[name] as Record<string, unknown>;
    const others = [8, 9, 10, 11, 12, 13, 14, 15].map(
      (seed) => chance(name, seed)[name] as Record<string, unknown>,
    );
    for (const key of Object.keys(values)) {
      const other = others.find((each) => JSON.stringify(each[key]) !== JSON.stringify(values[key]));
      if (!other) continue;
      const changed = cssOf(wear({ [name]: { ...values, [key]: other[key] } } as Look));
      expect(changed, key).not.toBe(css);
    }
  });
});

describe('the outline of a cut edge', () => {
  /** The outline's points: how far across, percent, and how far below the header's box, for some depths. */
  function outline(cut: { start: number; middle: number; end: number }): [across: number, below: number][] {
    const css = cssOf(wear({ cut, fill: { opacity: 1 } }));
    const depth = Math.max(cut.start, cut.middle, cut.end);
    const polygon = /clip-path: polygon\(0 0, 100% 0, ([^;]+)\);/.exec(css)![1]!;
    const point = /([\d.]+)% calc\(100% - var\(--hr-depth\) \+ max\(0px, (.+?)\)\)(?:, |$)/g;
    return [...polygon.matchAll(point)].map(([, across, sum]) => {
      const below = sum!
        .split(' + ')
        .map((term) => /(\S+) \* var\(--hr-cut-(\w+)\)/.exec(term)!)
        .reduce((total, [, share, at]) => total + Number(share) * cut[at as 'start'], 0);
      expect(Math.max(0, below)).toBeLessThanOrEqual(depth * 1.2 + 0.01);
      return [Number(across), Math.max(0, below)];
    });
  }

  test('goes through its three depths, from the end back to the start', () => {
    const cut = { start: 6, middle: 24, end: 12 };
    const points = outline(cut);
    expect(points[0]).toEqual([100, expect.closeTo(12, 2)]);
    expect(points.at(-1)).toEqual([0, expect.closeTo(6, 2)]);
    expect(points.find(([across]) => across === 50)![1]).toBeCloseTo(24, 2);
    // A quarter of the way, by the parabola through the three: 6 × 0.375 + 24 × 0.75 − 12 × 0.125.
    expect(points.find(([across]) => across === 25)![1]).toBeCloseTo(18.75, 2);
  });
  test('never cuts into the header’s own box', () => {
    expect(Math.min(...outline({ start: 0, middle: 0, end: 40 }).map(([, below]) => below))).toBe(0);
  });
});
