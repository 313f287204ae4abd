import { describe, expect, test } from 'vitest';
import { KINDS } from '@hatrail/core/header/kinds/index';
import { layoutHeader } from '@hatrail/core/header/layout';
import { checkSite } from '@hatrail/core/model/check';
import { PLACES, type Header } from '@hatrail/core/model/header';
import type { ItemKindName } from '@hatrail/core/model/item';
import { newItem } from '@hatrail/core/start/items';
import { header, measure, site } from '../../core/test/made.ts';
import { hang, hangCopy, hangNew, keepLeading, nextSpot, rodSpotOf } from '../src/hang/edits.ts';
import { spread } from '../src/hang/Rod.tsx';
import { steppedValues } from '../src/hang/steppedValues.ts';
import { railTicks, spareTicks } from '../src/hang/ticks.ts';
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
    expect(rodSpotOf(d, 'line-2')).toEqual({ rail: 0, place: 'end', index: 2 });
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

describe('values by width', () => {
  const kinds = Object.keys(KINDS) as ItemKindName[];

  test.each(kinds)('%s: every value that its tag offers is one that the document takes', (kind) => {
    const bare: Header = { ...header, rails: [{ ...header.rails[0]!, start: [], end: [] }] };
    const item = newItem(site, bare, kind);
    const values = steppedValues(site, item);
    expect(new Set(values.map(({ key }) => key)).size).toBe(values.length);
    for (const { key, min, max, base } of values) {
      expect(base).toBeGreaterThanOrEqual(min);
      expect(base).toBeLessThanOrEqual(max);
      for (const value of [min, base, max]) {
        const hung = { ...item, steps: [{ below: 800, [key]: value }] };
        const of = { ...bare, rails: [{ ...bare.rails[0]!, start: [hung] }] };
        expect(checkSite({ ...site, headers: [of] }), `${key} ${value}`).toEqual([]);
        // What is set below 800 px holds there, and nowhere else.
        const laidAt = (width: number, header: Header) => {
          const { items, inks } = layoutHeader({ ...site, headers: [header] }, header, width, measure);
          return { box: items[0]?.box, inks };
        };
        const plain = { ...bare, rails: [{ ...bare.rails[0]!, start: [item] }] };
        expect(laidAt(900, of)).toEqual(laidAt(900, plain));
        if (key !== 'gap' && value !== base) expect(laidAt(700, of), key).not.toEqual(laidAt(700, plain));
      }
    }
  });
});

describe('ticks of a rod', () => {
  const hung: Header = {
    ...header,
    rails: [
      {
        ...header.rails[0]!,
        middle: [{ kind: 'name', id: 'name', size: 20, tagline: false }],
        end: [...header.rails[0]!.end, { kind: 'gap', id: 'gap', size: 30 }],
      },
    ],
    spare: [
      { kind: 'gap', id: 'one', size: 9 },
      { kind: 'gap', id: 'two', size: 9 },
    ],
  };
  const layout = layoutHeader({ ...site, headers: [hung] }, hung, 1200, measure);
  const ticks = (dragged: string, scale = 1) => railTicks(hung, layout, 0, dragged, scale);

  test('one before each item and one after the last of each place, from left to right', () => {
    for (const place of PLACES) {
      const own = ticks('none').filter(({ spot }) => spot.place === place);
      expect(own.map(({ spot }) => spot.index)).toEqual(
        Array.from({ length: hung.rails[0]![place].length + 1 }, (_, i) => i),
      );
      expect(own.map(({ x }) => x)).toEqual(own.map(({ x }) => x).sort((a, b) => a - b));
    }
    const xs = ticks('none').map(({ x }) => x);
    expect(xs).toEqual([...xs].sort((a, b) => a - b));
  });
  test('the item that is dragged makes none, and an empty place has one where its items would stand', () => {
    expect(ticks('menu')).toHaveLength(ticks('none').length - 1);
    const [middle] = ticks('name').filter(({ spot }) => spot.place === 'middle');
    expect(middle!.x).toBe(layout.bar.x + layout.bar.width / 2);
  });
  test('are as far apart as the picture is large', () => {
    expect(ticks('none', 0.5).map(({ x }) => x)).toEqual(ticks('none').map(({ x }) => x * 0.5));
  });
  test('the spare rod has them at even steps, one more than items', () => {
    expect(spareTicks(hung, 'none').map(({ x }) => x)).toEqual([10, 160, 310]);
    expect(spareTicks(hung, 'two')).toHaveLength(2);
    expect(spareTicks(header, 'menu')).toHaveLength(1);
  });
});
