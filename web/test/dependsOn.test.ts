import { describe, expect, test } from 'vitest';
import { coversOf } from '@hatrail/core/header/covers';
import { checkSite } from '@hatrail/core/model/check';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { chanceOf, lookByChance } from '../../core/test/layersByChance.ts';
import { header, site as plain } from '../../core/test/made.ts';
import { some } from '../../core/test/some.ts';
import { changeKey, leastKey, rowsKey } from '../src/engine/dependsOn.ts';
import { proveAll } from './played.ts';

/** Any one value of a site changed: every answer that came out otherwise has another key, and what is not seen has the same. */

const hashes = {};
const WIDTH = 1280;

/** A site in which everything is set that there is, with two pages. */
function fullSite(): Site {
  const by = chanceOf(4);
  const [rail] = header.rails;
  const worn: Header = {
    ...header,
    rails: [
      {
        ...rail!,
        looks: {
          scrolled: lookByChance(by, ['ink', 'cue', 'backing', 'textShadow', 'fill', 'gradient', 'tint']),
        },
      },
      { ...rail!, start: [{ kind: 'text', id: 'line', text: '01632 960 123', size: 15 }], end: [] },
    ],
    extent: { top: 8, sides: 12, linked: false, radius: 6 },
    looks: {
      top: { ...header.looks.top, ...lookByChance(by, ['cue', 'tint', 'gradient', 'edge', 'shadow', 'cut']) },
      scrolled: lookByChance(by, ['ink', 'fill', 'backing', 'textShadow', 'tint']),
    },
    manner: { ...header.manner, easing: 'ease', smaller: 10 },
    spare: [{ kind: 'gap', id: 'gap', size: 20 }],
  };
  // Short bands: each page is swept hundreds of times.
  const [first] = plain.pages;
  const heights = [110, 470];
  const home = {
    ...first!,
    bands: first!.bands.map((band, i) => ({ ...band, height: { unit: 'px' as const, value: heights[i]! } })),
  };
  const log = { ...home, id: 'log', path: '/log', title: 'Night log' };
  return {
    ...plain,
    tagline: 'A plain site',
    words: { lang: 'en', menu: 'Menu' },
    pairings: [{ id: 'pair', name: 'Pair', ground: { swatch: 'night' }, ink: { swatch: 'white' } }],
    pages: [home, log],
    headers: [worn],
  };
}

type Path = (string | number)[];

/** Where all plain values of a document are. */
function leaves(value: unknown, path: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [path];
  return Object.entries(value).flatMap(([key, part]) =>
    leaves(part, [...path, Array.isArray(value) ? Number(key) : key]),
  );
}

const at = (site: unknown, path: Path) =>
  path.reduce((part, key) => (part as Record<string | number, unknown>)[key], site);

/** A document with one value changed, all parts that it does not lie in the same objects. */
function changed<T>(value: T, [key, ...rest]: Path, to: unknown): T {
  if (key === undefined) return to as T;
  const copy = (Array.isArray(value) ? [...value] : { ...value }) as Record<string | number, unknown>;
  copy[key] = changed(copy[key], rest, to);
  return copy as T;
}

/** Other values that may stand in the place of one. */
function others(value: unknown): unknown[] {
  if (typeof value === 'number') return [value + 1, value - 1, value / 2];
  if (typeof value === 'boolean') return [!value];
  const words = [
    '#3a7d44',
    'night',
    'white',
    'snow',
    'Another',
    'over',
    'above',
    'stays',
    'leaves',
    'returns',
  ];
  return [...words, 'source-serif-4', 'linear', 'uppercase'].filter((word) => word !== value);
}

const MOMENTS: Moment[] = ['top', 'scrolled'];

async function answersOf(site: Site) {
  const [of] = site.headers;
  const rows = await proveAll({ site, hashes }, of!, { moments: MOMENTS });
  return site.pages.flatMap(({ path }) =>
    MOMENTS.map((moment) => JSON.stringify(rows.filter((row) => row.page === path && row.moment === moment))),
  );
}

function keysOf(site: Site): string[] {
  const [of] = site.headers;
  return site.pages.flatMap(({ id }) =>
    MOMENTS.map((moment) => rowsKey({ site, hashes }, of!, id, { width: WIDTH }, moment)),
  );
}

describe('keys of answers', () => {
  const site = fullSite();
  const paths = leaves(site).filter((path) => path.at(-1) !== 'format');

  test('the site that is changed is sound, and has something of everything', () => {
    expect(checkSite(site)).toEqual([]);
    expect(paths.length).toBeGreaterThan(220);
    expect(coversOf(site, site.headers[0]!, 'top').length).toBeGreaterThan(3);
  });

  test('whatever is changed: what comes out otherwise is asked anew', async () => {
    const [before, keys] = [await answersOf(site), keysOf(site)];
    let tried = 0;
    let moved = 0;
    // The long run changes every one.
    const tries = some(paths, 14, 1);
    for (const path of tries) {
      const to = others(at(site, path)).find((other) => checkSite(changed(site, path, other)).length === 0);
      if (to === undefined) continue;
      const other = changed(site, path, to);
      tried++;
      const [after, newKeys] = [await answersOf(other), keysOf(other)];
      for (const [i, rows] of after.entries()) {
        if (rows === before[i]) continue;
        moved++;
        expect(newKeys[i], `${path.join('.')}: ${JSON.stringify(to)}`).not.toBe(keys[i]);
      }
    }
    expect(tried).toBeGreaterThan(tries.length * 0.7);
    expect(moved).toBeGreaterThan(tries.length * 0.6);
  });

  test.each<[string, Path, unknown]>([
    ['another page', ['pages', 1, 'bands', 0, 'height', 'value'], 320],
    ['the name of the header', ['headers', 0, 'name'], 'Renamed'],
    ['an item that does not hang', ['headers', 0, 'spare', 0, 'size'], 44],
    ['how long a change takes', ['headers', 0, 'manner', 'duration'], 900],
    ['the panel', ['headers', 0, 'panel', 'ink', 'swatch'], 'snow'],
  ])('%s is not asked of a page anew', (_, path, to) => {
    const other = changed(site, path, to);
    expect(keysOf(other).slice(0, 2)).toEqual(keysOf(site).slice(0, 2));
  });

  test('but where links change at once, and there is nothing between that could be lost', () => {
    const other = changed(site, ['headers', 0, 'manner', 'duration'], 0);
    keysOf(other).forEach((key, i) => expect(key).not.toBe(keysOf(site)[i]));
  });

  test('a look at the second moment leaves the first as it was', () => {
    const other = changed(site, ['headers', 0, 'looks', 'scrolled', 'fill', 'opacity'], 0.123);
    const [before, after] = [keysOf(site), keysOf(other)];
    expect(after.map((key, i) => key === before[i])).toEqual([true, false, true, false]);
  });

  test('the least of a layer is asked anew for everything but how opaque it is; a curve for everything', () => {
    const least = (of: Site) =>
      leastKey({ site: of, hashes }, of.headers[0]!, 'scrolled', [{ width: WIDTH }], 'fill');
    const curve = (of: Site) => changeKey({ site: of, hashes }, of.headers[0]!, WIDTH, {});
    const opacity = changed(site, ['headers', 0, 'looks', 'scrolled', 'fill', 'opacity'], 0.123);
    expect(least(opacity)).toBe(least(site));
    expect(curve(opacity)).not.toBe(curve(site));
    for (const path of [
      ['headers', 0, 'looks', 'scrolled', 'fill', 'colour', 'colour'],
      ['headers', 0, 'looks', 'top', 'cue', 'hover'],
      ['pages', 1, 'bands', 0, 'height', 'value'],
      ['palette', 1, 'colour'],
      ['type', 'menu', 'size'],
    ] as Path[]) {
      const value = at(site, path);
      const other = changed(site, path, typeof value === 'number' ? value + 1 : '#3a7d44');
      expect(least(other), path.join('.')).not.toBe(least(site));
    }
  });
});
