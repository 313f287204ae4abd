import { describe, expect, test } from 'vitest';
import type { Header, Manner, Moment, Rail } from '../src/model/header.ts';
import { proveScene, probeScene, targetAt } from '../src/sweep/prove.ts';
import { calledOf, spotKey, spotOf, type SweptRow } from '../src/sweep/row.ts';
import { momentAt } from '../src/sweep/scene.ts';
import { header, noDrawing, random, raster, sceneOf } from './made.ts';

/** Everything of a header at one scroll is what the sweep of all scrolls says of that one, and stands where a visitor sees it. */

const next = random(11);
const levels = Array.from({ length: 2000 }, () => Math.floor(256 * next()));
/** Every row of the page is another grey, darker on the right. */
const page = raster(500, 2000, (x, y) => {
  const v = Math.max(0, levels[y]! - (x > 300 ? 60 : 0));
  return { r: v, g: v, b: v };
});
const [own] = header.rails as [Rail];
const dressed = (rails: Rail[], manner: Partial<Manner> = {}): Header => ({
  ...header,
  rails,
  looks: {
    top: { ...header.looks.top, cue: { hover: 2, current: 3 } },
    scrolled: { fill: { colour: { colour: '#405060' }, opacity: 0.5 }, ink: { link: { colour: '#e0e0ff' } } },
    pointed: { fill: { opacity: 0.8 } },
  },
  manner: { ...header.manner, ...manner },
});
const NUMBER = { kind: 'text', id: 'number', text: 'Call us', size: 14, weight: 400 } as never;
const strip: Rail = { ...own, height: 44, start: [], end: [NUMBER] };

const CASES: [string, Header, number[]][] = [
  ['stays', dressed([own]), [0, 1, 57, 99, 100, 101, 900, 1399]],
  [
    'stays, and a rail of it leaves',
    dressed([{ ...strip, leaves: true }, own]),
    [0, 20, 43, 44, 45, 99, 100, 700],
  ],
  ['leaves', dressed([own], { onScroll: 'leaves' }), [0, 5, 59]],
  [
    'changes along with the scroll',
    dressed([own], { stretch: 20 }),
    [89, 90, 91, 97, 100, 109, 110, 111, 500],
  ],
  ['keeps to the lower edge', dressed([own], { onScroll: 'bottom' }), [0, 100, 640]],
  [
    'blurs',
    {
      ...dressed([own]),
      looks: { ...dressed([own]).looks, top: { ...header.looks.top, blur: { radius: 6 } } },
    },
    [0, 60, 400],
  ],
];

describe.each(CASES)('one that %s', (_, worn, scrolls) => {
  const scene = sceneOf(worn);
  const rows = proveScene(scene, page, noDrawing).filter(({ becoming }) => !becoming);
  const rowAt = (moment: Moment, scroll: number, key: string): SweptRow | undefined =>
    rows.find(
      (row) =>
        row.moment === moment && spotKey(row) === key && row.span.from <= scroll && scroll <= row.span.to,
    );

  test('is at a scroll what it is told to be there', () => {
    let seen = 0;
    for (const scroll of scrolls.filter((each) => each <= scene.maxScroll)) {
      for (const moment of [momentAt(scene, scroll), 'pointed'] as const) {
        for (const probe of probeScene(scene, page, noDrawing, moment, scroll)) {
          const row = rowAt(moment, scroll, spotKey({ ...probe } as never));
          expect(row, `${probe.item} ${probe.state} ${moment} at ${scroll}`).toBeDefined();
          const told = row!.contrasts[scroll - row!.span.from]!;
          expect(Math.abs(told - probe.contrast), `${probe.item} ${probe.state} at ${scroll}`).toBeLessThan(
            0.02 * told,
          );
          seen++;
        }
      }
    }
    expect(seen).toBeGreaterThan(20);
  });

  test('is worst at the scroll at which its row says so, and nowhere worse', () => {
    for (const row of rows) {
      expect(row.worst).toBeCloseTo(Math.min(...row.contrasts), 5);
      expect(row.contrasts[row.scroll - row.span.from]).toBeCloseTo(row.worst, 5);
      expect(row.scroll).toBeGreaterThanOrEqual(row.span.from);
      expect(row.scroll).toBeLessThanOrEqual(row.span.to);
    }
  });
});

describe('where it is seen', () => {
  const at = (worn: Header, scroll: number, id: string) =>
    probeScene(sceneOf(worn), page, noDrawing, momentAt(sceneOf(worn), scroll), scroll).find(
      ({ itemId, part, state }) => itemId === id && part === 'ink' && state !== 'hover',
    );

  test('in pixels of the window: gone up with the page, or as far as what leaves it', () => {
    const leaving = dressed([{ ...strip, leaves: true }, own]);
    expect(at(leaving, 0, 'two')!.box.y).toBe(52);
    expect(at(leaving, 25, 'two')!.box.y).toBe(27);
    expect(at(leaving, 300, 'two')!.box.y).toBe(8);
    // The letters’ cell goes along with the box: its baseline is 28 px down, its capitals 11.2 px high.
    const [first, later] = [at(leaving, 0, 'two')!, at(leaving, 300, 'two')!];
    expect(later.cell.bottom - later.cell.top).toBe(first.cell.bottom - first.cell.top);
    expect([first.cell.top - first.box.y, later.cell.top - later.box.y]).toEqual([17, 17]);
    expect(at(dressed([own], { onScroll: 'leaves' }), 30, 'two')!.box.y).toBe(-22);
  });

  test('what has left with its rail is not there', () => {
    const leaving = dressed([{ ...strip, leaves: true }, own]);
    expect(at(leaving, 0, 'number')).toBeDefined();
    expect(at(leaving, 200, 'number')).toBeUndefined();
    expect(at(dressed([strip, own]), 200, 'number')).toBeDefined();
  });

  test('a verdict goes by what is needed there', () => {
    for (const { contrast, needed, verdict } of probeScene(
      sceneOf(dressed([own])),
      page,
      noDrawing,
      'top',
      0,
    ))
      expect(verdict === 'clear').toBe(contrast >= needed);
  });
});

describe('a row', () => {
  const turned: Header = {
    ...header,
    looks: {
      top: {
        ink: { link: { colour: '#101828' }, hover: { colour: '#ffffff' }, current: { colour: '#101828' } },
        backing: { hover: { colour: { colour: '#101828' }, opacity: 1 } },
      },
      scrolled: {},
    },
  };
  const white = raster(500, 2000, () => ({ r: 255, g: 255, b: 255 }));
  const scene = sceneOf(turned);
  const rows = proveScene(scene, white, noDrawing);

  test('leads back to what it is of, on its way into a state too', () => {
    expect(rows.some(({ becoming }) => becoming)).toBe(true);
    for (const row of rows) {
      const target = targetAt(scene, noDrawing, row)!;
      expect(spotKey(spotOf(target))).toBe(spotKey(row));
      expect([target.ink.id, target.state, target.part, calledOf(target)]).toEqual([
        row.itemId,
        row.state,
        row.part,
        row.item,
      ]);
    }
    expect(targetAt(scene, noDrawing, { ...rows[0]!, itemId: 'nobody' })).toBeUndefined();
  });

  test('on its way is of the part that is swept later', () => {
    const part = (name: 'lasting' | 'others') => proveScene(scene, white, noDrawing, ['top'], { part: name });
    expect(part('lasting').filter(({ becoming }) => becoming)).toEqual([]);
    const all = rows.filter(({ moment }) => moment === 'top');
    expect(part('lasting').length + part('others').length).toBe(all.length);
    expect(part('others').filter(({ becoming }) => becoming)).toHaveLength(
      all.filter(({ becoming }) => becoming).length,
    );
  });
});
