import { beforeAll, describe, expect, test } from 'vitest';
import { dressedSite } from '../../e2e/dressed.ts';
import { random } from '../../core/test/made.ts';
import { some } from '../../core/test/some.ts';
import { checkSite, readSite, writeSite } from '@hatrail/core/model/check';
import { BadInput } from '@hatrail/core/model/badInput';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { rootAddresses } from '@hatrail/core/output/addresses';
import { headerCss } from '@hatrail/core/output/headerCss';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';

/**
 * Documents with one thing in them spoilt, each value in turn: every one is either refused with its place and what to do, or
 * is still a document that can be laid out and handed over. Nothing fails on the way.
 */

const measure = skiaMeasure();
let loaded: LoadedSite;
/** The demo, and a header that wears a good many layers. */
let sources: object[];
beforeAll(async () => {
  loaded = await loadSite('demo/larkfell.hatrail.json');
  const dressed = [4].map((seed) => dressedSite(loaded.site, seed).site);
  sources = [loaded.site, ...dressed].map((site) => JSON.parse(JSON.stringify(site)) as object);
});

type Json = Record<string, unknown>;
type Path = (string | number)[];

/** Every value of a document, by its place. */
function placesIn(value: unknown, at: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [at];
  const inside = Object.entries(value).flatMap(([key, part]) =>
    placesIn(part, [...at, Array.isArray(value) ? Number(key) : key]),
  );
  return at.length > 0 ? [at, ...inside] : inside;
}

const valueAt = (of: unknown, path: Path): unknown =>
  path.reduce<unknown>((value, key) => (value as Json)[key as string], of);

/** A copy with another value at a place; with none where that is `undefined`. */
function withValue(of: object, path: Path, value: unknown): object {
  const copy = structuredClone(of);
  const part = valueAt(copy, path.slice(0, -1)) as Json;
  if (value === undefined) delete part[path.at(-1) as string];
  else part[path.at(-1) as string] = value;
  return copy;
}

/** A place as a problem tells it: `headers[0].looks.top`. */
const told = (path: Path) =>
  path.map((key, i) => (typeof key === 'number' ? `[${key}]` : i > 0 ? `.${key}` : key)).join('');

/** As many places of a document as are wanted, the same for the same seed, and never two of one kind. */
function somePlaces(of: object, seed: number, wanted: (value: unknown, path: Path) => boolean): Path[] {
  const next = random(seed);
  const kinds = new Map<string, Path>();
  for (const path of placesIn(of).filter((place) => wanted(valueAt(of, place), place))) {
    const kind = path.filter((key) => typeof key === 'string').join('.');
    if (!kinds.has(kind) || next() < 0.2) kinds.set(kind, path);
  }
  return [...kinds.values()];
}

/** What is wrong with a spoilt document; fails where it is refused without saying where or what to do. */
function problemsOf(spoilt: object, path: Path): string[] {
  const problems = checkSite(spoilt);
  for (const problem of problems) {
    expect(problem.message.length, told(path)).toBeGreaterThan(11);
    expect(problem.message, told(path)).toMatch(/\.$/);
    expect(problem.message, told(path)).not.toMatch(/undefined|\[object|must be|should not/);
  }
  return problems.map((problem) => problem.path);
}

/** Whether a problem is told at a place, at what it is in, or at what is in it. */
const isNear = (problem: string, path: Path) => {
  const place = told(path);
  return problem === '' || place.startsWith(problem) || problem.startsWith(place);
};

describe('a document with one value spoilt', () => {
  test.each<[string, (value: unknown) => boolean, unknown[]]>([
    ['a number', (value) => typeof value === 'number', [NaN, 1e9, '12']],
    ['a text', (value) => typeof value === 'string', [null, 'x'.repeat(40_000)]],
    ['an answer', (value) => typeof value === 'boolean', ['yes', 2, null]],
    ['a list', Array.isArray, ['none', [null], [[]]]],
    [
      'a part',
      (value) => typeof value === 'object' && value !== null && !Array.isArray(value),
      [null, 7, []],
    ],
  ])('%s: is refused at its place, or is still sound', (_, wanted, values) => {
    let refused = 0;
    for (const [i, source] of sources.entries()) {
      const places = somePlaces(source, i + 1, wanted);
      for (const path of some(places, places.length > 40 ? 4 : 1)) {
        for (const value of values) {
          const spoilt = withValue(source, path, value);
          const problems = problemsOf(spoilt, path);
          if (problems.length === 0) {
            // A number is never one that cannot be written into a file, nor a text.
            expect(typeof valueAt(source, path) === 'number' && ['12', NaN].includes(value as number)).toBe(
              false,
            );
            continue;
          }
          refused++;
          expect(
            problems.some((problem) => isNear(problem, path)),
            `${told(path)}: ${problems[0]}`,
          ).toBe(true);
        }
      }
    }
    expect(refused).toBeGreaterThan(3);
  });

  test('one that is missing is refused, or there is something that holds without it', () => {
    let sound = 0;
    for (const [i, source] of sources.entries()) {
      const isKey = (_: unknown, path: Path) => typeof path.at(-1) === 'string';
      for (const path of some(somePlaces(source, 60 + i, isKey), 5)) {
        const spoilt = withValue(source, path, undefined);
        if (problemsOf(spoilt, path).length > 0) continue;
        const site = readSite(JSON.stringify(spoilt));
        sound++;
        const [header] = site.headers;
        const scene = layoutScene(site, header!, site.pages[0]!, { width: 768 }, measure);
        expect(scene.layouts.top.height, told(path)).toBeGreaterThan(0);
        const to = rootAddresses(site, shippedSizes(site, header!, measure));
        const css = headerCss(site, header!, measure, to);
        expect(css, told(path)).not.toMatch(/undefined|NaN/);
      }
    }
    expect(sound).toBeGreaterThan(process.env.LONG ? 40 : 8);
  });

  test('something more that does not belong is refused by its name', () => {
    for (const source of sources) {
      const isPart = (value: unknown) => typeof value === 'object' && !Array.isArray(value);
      for (const path of somePlaces(source, 7, isPart)) {
        const part = { ...(valueAt(source, path) as object), smuggled: '<script>' };
        const problems = checkSite(withValue(source, path, part));
        // Things named by their owner, such as widths and ids, may have any name, but not any value.
        expect(problems.length, told(path)).toBeGreaterThan(0);
        expect(
          problems.some(({ path: place }) => isNear(place, path)),
          told(path),
        ).toBe(true);
      }
    }
  });
});

describe('a file', () => {
  test('cut short anywhere is no site file, and says so', () => {
    const text = writeSite(loaded.site);
    const next = random(11);
    for (let i = 0; i < 60; i++) {
      const cut = text.slice(0, Math.floor(next() * (text.length - 2)));
      expect(() => readSite(cut)).toThrow(BadInput);
    }
  });

  test('with two halves of different files joined is refused', () => {
    const [one, other] = sources.map((source) => JSON.stringify(source)) as [string, string];
    for (const share of [0.2, 0.5, 0.8]) {
      const joined = one.slice(0, one.length * share) + other.slice(other.length * share);
      expect(() => readSite(joined)).toThrow(BadInput);
    }
  });
});
