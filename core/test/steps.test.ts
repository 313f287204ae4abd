import { describe, expect, test } from 'vitest';
import type { Header } from '../src/model/header.ts';
import { proveInSteps, proveScene } from '../src/sweep/prove.ts';
import { isPassing, type SweptRow } from '../src/sweep/row.ts';
import { KeptBlurs } from '../src/sweep/keptBlurs.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, random, raster, site } from './made.ts';

/** A sweep in steps and in parts: together they are the sweep, whatever the header does. */

const next = random(5);
const page = raster(500, 2000, () => ({
  r: (next() * 256) | 0,
  g: (next() * 256) | 0,
  b: (next() * 256) | 0,
}));
const KINDS: Record<string, Partial<Header>> = {
  'that stays': {},
  'that changes along with the scroll': { manner: { ...header.manner, stretch: 60 } },
  'that leaves': { manner: { ...header.manner, onScroll: 'leaves' } },
  'that goes and returns': { manner: { ...header.manner, onScroll: 'returns' } },
  'at the bottom edge': { manner: { ...header.manner, onScroll: 'bottom' } },
  'with the pointer over it': { looks: { ...header.looks, pointed: { fill: { opacity: 0.9 } } } },
  'with a blur': {
    rails: header.rails.map((rail) => ({ ...rail, start: [] })),
    looks: { ...header.looks, scrolled: { fill: { opacity: 0.3 }, blur: { radius: 3 } } },
  },
};
const sceneOf = (change: Partial<Header>) => {
  const of: Header = { ...header, ...change };
  return layoutScene(
    { ...site, headers: [of] },
    of,
    site.pages[0]!,
    { width: 500, windowHeight: 400 },
    measure,
  );
};
const nameOf = ({ moment, itemId, state, part, span }: SweptRow) =>
  [moment, itemId, state, part, span.from, span.to].join(' ');
const byName = (rows: readonly SweptRow[]) => new Map(rows.map((row) => [nameOf(row), row]));

describe.each(Object.entries(KINDS))('a header %s', (_, change) => {
  const scene = sceneOf(change);
  const whole = proveScene(scene, page, noDrawing);
  const moments = [...new Set(whole.map(({ moment }) => moment))];

  test('has each row in one of two parts, the same as in the whole', () => {
    const lasting = proveScene(scene, page, noDrawing, moments, { part: 'lasting' });
    const others = proveScene(scene, page, noDrawing, moments, { part: 'others' });
    expect(lasting.length + others.length).toBe(whole.length);
    expect(byName([...lasting, ...others])).toEqual(byName(whole));
    expect(lasting.filter(isPassing)).toEqual([]);
    const { transition: way } = scene;
    const onWay = ({ span }: SweptRow) => way !== undefined && span.from > way.from && span.to < way.to;
    expect(others.filter((row) => !isPassing(row) && !onWay(row))).toEqual([]);
  });

  test('is swept in steps that can be left at any of them, and begun anew', () => {
    const steps = proveInSteps(scene, page, noDrawing, moments);
    const pauses = 2;
    for (let i = 0; i < pauses; i++) expect(steps.next()).toEqual({ value: undefined, done: false });
    // Left here. The next sweep knows nothing of it.
    expect(byName(proveScene(scene, page, noDrawing))).toEqual(byName(whole));
    let count = pauses;
    let last = steps.next();
    for (; !last.done; last = steps.next()) count++;
    expect(byName(last.value)).toEqual(byName(whole));
    // A pause after each item, and one after each scroll that is another sight.
    const { transition: way } = scene;
    const steady = whole.filter(({ span }) => !way || span.to <= way.from || span.from >= way.to);
    const items = new Set(steady.map(({ itemId, moment, span }) => `${itemId} ${moment} ${span.from}`));
    expect(count).toBe(items.size + (way ? way.to - way.from - 1 : 0));
  });

  test('has at every worst place the contrast that it says', () => {
    for (const { worst, contrasts, scroll, span, cell, box } of whole) {
      expect(worst).toBe(contrasts[scroll - span.from]);
      expect(Math.min(...contrasts)).toBe(worst);
      expect(cell.width * cell.height).toBeGreaterThan(0);
      // The cell lies on what it is of, or, of a ring, round it.
      expect(cell.x + cell.width).toBeGreaterThan(box.x - 6);
      expect(cell.x).toBeLessThan(box.x + box.width + 6);
    }
  });
});

test('a blurred page is kept while what lies over it changes, and is no other page’s', () => {
  const blurred = (opacity: number, radius: number) =>
    sceneOf({ looks: { ...header.looks, scrolled: { fill: { opacity }, blur: { radius } } } });
  const other = raster(500, 2000, () => ({ r: (next() * 256) | 0, g: 90, b: (next() * 99) | 0 }));
  const lasting = (rows: readonly SweptRow[]) => rows.filter((row) => !isPassing(row));
  const blurs = new KeptBlurs();
  for (const [scene, on] of [
    [blurred(0.3, 3), page],
    [blurred(0.5, 3), page],
    [blurred(0.5, 9), page],
    [blurred(0.5, 9), other],
    [blurred(0.2, 9), other],
    [blurred(0.3, 3), page],
    [blurred(0.9, 3), page],
  ] as const) {
    const swept = proveScene(scene, on, noDrawing, ['scrolled'], { part: 'lasting', blurs });
    expect(swept.length).toBeGreaterThan(0);
    expect(byName(swept)).toEqual(byName(lasting(proveScene(scene, on, noDrawing, ['scrolled']))));
  }
  expect(blurs.get(page, 'nothing of that name')).toBeUndefined();
  expect(blurs.hasRoom({ ...page, turned: page.data }, 1)).toBe(false);
  expect(blurs.hasRoom(other, 32 * 2 ** 20)).toBe(false);
});
