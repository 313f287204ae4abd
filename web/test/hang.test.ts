import { describe, expect, test } from 'vitest';
import { header } from '../../core/test/made.ts';
import type { Header } from '@hatrail/core/model/header';
import { hang, hangCopy, hangNew, keepLeading, nextSpot, spotOf } from '../src/hang/edits.ts';
import { spread } from '../src/hang/Rod.tsx';
import { levelsOf } from '../src/gather/palette/ContrastRod.tsx';

const draft = (): Header => structuredClone(header);
const ids = ({ rails, spare = [] }: Header) => [
  ...rails.map(({ start, middle, end }) =>
    [start, middle, end].map((list) => list.map(({ id }) => id).join()).join('|'),
  ),
  spare.map(({ id }) => id).join(),
];

describe('items on their rods', () => {
  test('go by keyboard along a rod from place to place, and down to the spare rod and back', () => {
    const d = draft();
    const step = (id: string, move: Parameters<typeof nextSpot>[2]) => {
      const to = nextSpot(d, id, move);
      if (to) hang(d, id, to);
      return to !== undefined;
    };
    expect(ids(d)).toEqual(['logo||menu', '']);
    step('menu', 'earlier');
    expect(ids(d)).toEqual(['logo|menu|', '']);
    step('menu', 'earlier');
    step('menu', 'earlier');
    expect(ids(d)).toEqual(['menu,logo||', '']);
    expect(step('menu', 'earlier')).toBe(false);
    expect(step('menu', 'up')).toBe(false);
    step('menu', 'down');
    expect(ids(d)).toEqual(['logo||', 'menu']);
    expect(step('menu', 'down')).toBe(false);
    step('menu', 'up');
    expect(ids(d)).toEqual(['logo,menu||', '']);
    expect(d.spare).toBeUndefined();
  });

  test('new ones, copies and those from the spare rod go somewhere when the header folds', () => {
    const d: Header = { ...draft(), fold: { bar: ['logo'], panel: [], edge: 'top' } };
    hangNew(d, { kind: 'text', id: 'line', text: 'Hello', size: 14 }, 0);
    hangCopy(d, 'line', 'line-2');
    expect(ids(d)[0]).toBe('logo||menu,line,line-2');
    expect(d.fold!.panel).toEqual(['line', 'line-2']);
    expect(spotOf(d, 'line-2')).toEqual({ rail: 0, place: 'end', index: 2 });
    d.spare = [{ kind: 'name', id: 'name', size: 20, tagline: false }];
    hang(d, 'name', { rail: 0, place: 'start', index: 0 });
    expect(d.fold!.bar).toEqual(['logo', 'name']);
  });

  test('a rail that is no longer above all others neither scrolls away nor stands in the flow', () => {
    const d = draft();
    const strip = { ...structuredClone(d.rails[0]!), start: [], end: [], leaves: true, inFlow: true };
    d.rails.push(strip);
    keepLeading(d);
    expect(d.rails[1]).not.toHaveProperty('leaves');
    d.rails = [{ ...strip, leaves: true }, d.rails[0]!];
    keepLeading(d);
    expect(d.rails[0]!.leaves).toBe(true);
  });
});

describe('tags and cards', () => {
  test('tags keep to their rod and never lie over one another', () => {
    const lefts = spread([10, 20, 30, 990], [100, 100, 100, 100], 1000);
    expect(lefts).toEqual([0, 108, 216, 900]);
    const order = spread([500, 505], [100, 100], 1000);
    expect(order[1]! - order[0]!).toBeGreaterThanOrEqual(108);
  });

  test('40 swatches hang on as many levels as they need', () => {
    const middles = Array.from({ length: 40 }, (_, i) => i * 10);
    const levels = levelsOf(middles, 78);
    for (let a = 0; a < 40; a++) {
      for (let b = 0; b < a; b++) {
        if (levels[a] === levels[b]) expect(Math.abs(middles[a]! - middles[b]!)).toBeGreaterThanOrEqual(78);
      }
    }
  });
});
