import { expect, test } from 'vitest';
import type { Stack } from '../src/stack/layers.ts';
import { isTooNear, marginOf } from '../src/sweep/margin.ts';
import { proveScene, sceneTargets } from '../src/sweep/prove.ts';
import { cutScene } from '../src/sweep/cut.ts';
import type { Header } from '../src/model/header.ts';
import { header, noDrawing, raster, sceneOf } from './made.ts';

/** Where a browser's pixels can be further off than a rounding, and when a verdict hangs on it. */

const fill = { name: 'fill', owner: 'header', blend: 'normal' } as const;
const even = { ...fill, paint: { kind: 'even', colour: { r: 0, g: 0, b: 0, a: 0.5 } } } as const;
const shadow = { ...even, name: 'textShadow', owner: 'item' } as const;
const target = (stack: Stack, kind: 'text' | 'mark' | 'logo' = 'text', of = {}) =>
  ({
    stack,
    ink: { what: { kind } },
    shape: { kind: 'cells' },
    part: 'ink',
    ...of,
  }) as unknown as Parameters<typeof marginOf>[0];
const area = { left: 0, top: 0, right: 9, bottom: 9 };

test('plain layers agree within a rounding; a text shadow, a blur and a mark by what the agreement allows', () => {
  expect(marginOf(target({ layers: [even] }))).toBeUndefined();
  expect(marginOf(target({ layers: [shadow] }))).toMatchObject({ share: 0.07, because: 'textShadow' });
  expect(marginOf(target({ layers: [], blur: { sigma: 4, area } }))).toMatchObject({ because: 'blur' });
  expect(marginOf(target({ layers: [even] }, 'mark'))).toMatchObject({ share: 0.075, because: 'mark' });
  expect(marginOf(target({ layers: [even] }, 'text', { part: 'cue' }))).toMatchObject({ because: 'mark' });
  const logo = (isVector: boolean) =>
    marginOf(target({ layers: [] }, 'logo', { shape: { kind: 'logo', isVector } }));
  expect([logo(true)?.share, logo(false)?.share]).toEqual([0.22, 0.04]);
  expect(marginOf(target({ layers: [even, even] }, 'mark'))?.share).toBeCloseTo(0.115);
  expect(marginOf(target({ layers: [even, even] }))).toMatchObject({ share: 0.04, because: 'layers' });
  expect(marginOf(target({ layers: [even, even, even, even] }))?.share).toBe(0.05);
  const blur = { sigma: 4, area };
  expect(marginOf(target({ layers: [even, even], blur }))?.share).toBeCloseTo(0.11);
  const fine = { sigma: 3, area };
  expect(marginOf(target({ layers: [even], blur: fine }))).toMatchObject({ share: 0.035, because: 'blur' });
  // Of several, the one that is furthest off is told.
  const all = target({ layers: [shadow], blur: fine });
  expect(marginOf(all)?.because).toBe('textShadow');
});

test('a verdict hangs on it on both sides of what is needed, and at least by the least', () => {
  const margin = { share: 0.035, least: 0.1, because: 'blur' } as const;
  const near = (contrast: number, needed = 4.5) => isTooNear(contrast, needed, margin);
  expect([4.3, 4.35, 4.5, 4.6, 4.65, 4.7].map((each) => near(each))).toEqual([
    false,
    true,
    true,
    true,
    true,
    false,
  ]);
  // 3.5 % of 1 is less than the least.
  expect([near(1.05, 1), near(1.2, 1)]).toEqual([true, false]);
});

test('the cut of a blurred header carries it, that of a plain one does not', () => {
  const page = raster(500, 2000, (_, y) => (y < 500 ? { r: 13, g: 23, b: 48 } : { r: 238, g: 242, b: 246 }));
  const cutOf = (looks: Partial<Header['looks']>) => {
    const worn: Header = { ...header, looks: { ...header.looks, ...looks } };
    const scene = sceneOf(worn);
    const row = proveScene(scene, page, noDrawing, ['scrolled']).find(({ part }) => part === 'ink')!;
    expect(sceneTargets(scene, 'scrolled', noDrawing, row.scroll).length).toBeGreaterThan(0);
    return cutScene(scene, page, noDrawing, row)!;
  };
  expect(cutOf({}).margin).toBeUndefined();
  expect(cutOf({ scrolled: { blur: { radius: 8 } } }).margin).toMatchObject({ because: 'blur' });
});
