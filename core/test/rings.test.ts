import { describe, expect, test } from 'vitest';
import type { HeaderInk } from '../src/header/ink.ts';
import type { HeaderLayout } from '../src/header/laid.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { resolveLook } from '../src/header/look.ts';
import type { Look } from '../src/model/header.ts';
import { changesOf, cueUnder, isCurrentOn, ringCells, statesOf } from '../src/sweep/linkStates.ts';
import { header, measure, site } from './made.ts';

/** The states of one ink, and the cells of the ring round it, worked out by hand. */

const page = site.pages[0]!;
const lookOf = (top: Look) => resolveLook(site, { ...header, looks: { top, scrolled: {} } }, 'top');
const grey = { colour: '#777777' };
const other = { colour: '#888888' };
const run = {
  text: 'Visit',
  font: { family: 'hanken-grotesk', weight: 600, size: 16, letterSpacing: 0 },
  left: 40,
  baseline: 36,
  advance: 50,
  capHeight: 11,
  descent: 4,
  letterEdges: [10, 20, 30, 40, 50],
};
const link = (more: Partial<HeaderInk> = {}): HeaderInk =>
  ({
    id: 'one',
    name: 'Visit',
    box: { x: 40, y: 20, width: 50, height: 20 },
    what: { kind: 'text', run },
    ...more,
  }) as HeaderInk;

describe('the ring', () => {
  const laid = layoutHeader(site, header, 200, measure);
  // Of an ink from 40, 20 to 90, 40 it lies from 3 to 5 px round.
  const layout = (more: object = {}): HeaderLayout => ({
    ...laid,
    bar: { x: 0, y: 0, width: 200, height: 80 },
    rails: [],
    ...more,
  });
  const sides = [
    { left: 35, top: 15, right: 95, bottom: 17 },
    { left: 35, top: 43, right: 95, bottom: 45 },
    { left: 35, top: 17, right: 37, bottom: 43 },
    { left: 93, top: 17, right: 95, bottom: 43 },
  ];

  test('has four sides, round the ink or round what has the focus in its place', () => {
    expect(ringCells(link(), layout())).toEqual(sides);
    const focus = { x: 50, y: 30, width: 20, height: 10 };
    expect(ringCells(link({ focus }), layout())[0]).toEqual({ left: 45, top: 25, right: 75, bottom: 27 });
    expect(ringCells(link({ focus: false }), layout())).toEqual([]);
    expect(ringCells(link({ isStill: true }), layout())).toEqual([]);
  });

  test('is judged as far as it lies on the header, by sides of which half does', () => {
    const low = (height: number) =>
      ringCells(link(), layout({ bar: { x: 0, y: 0, width: 200, height } })).map(({ top, bottom }) => [
        top,
        bottom,
      ]);
    expect(low(44)).toEqual([
      [15, 17],
      [43, 44],
      [17, 43],
      [17, 43],
    ]);
    expect(low(43)).toHaveLength(3);
    expect(low(30)).toEqual([
      [15, 17],
      [17, 30],
      [17, 30],
    ]);
    expect(low(29)).toEqual([[15, 17]]);
    expect(low(10)).toEqual([]);
    const narrow = ringCells(link(), layout({ bar: { x: 0, y: 0, width: 66, height: 80 } }));
    expect(narrow.map(({ right }) => right)).toEqual([66, 66, 37]);
    expect(ringCells(link(), layout({ bar: { x: 96, y: 0, width: 66, height: 80 } }))).toEqual([]);
  });

  test('of what stays it lies below what has left; of a strip, on the strip', () => {
    const tops = (ink: HeaderInk, more: object) => ringCells(ink, layout(more)).map(({ top }) => top);
    expect(tops(link(), { leaving: 15.5 })).toEqual([16, 43, 17, 17]);
    expect(tops(link(), { leaving: 17 })).toEqual([43, 17, 17]);
    expect(tops(link({ leaves: true }), { leaving: 17 })).toEqual([15, 43, 17, 17]);
    const rails = [
      { index: 0, full: true, x: 0, top: 0, width: 200, height: 44 },
      { index: 1, full: false, x: 0, top: 44, width: 200, height: 60 },
    ];
    const bar = { x: 0, y: 44, width: 200, height: 60 };
    expect(tops(link({ rail: 0 }), { bar, rails })).toEqual([15, 43, 17, 17]);
    expect(ringCells(link({ rail: 0 }), layout({ bar, rails }))[1]).toMatchObject({ bottom: 44 });
    expect(tops(link({ rail: 1 }), { bar, rails })).toEqual([44]);
  });
});

describe('the states', () => {
  const ink = { link: grey, hover: grey, current: grey };
  const states = (look: Look, more: Partial<HeaderInk> = {}) => statesOf(link(more), lookOf(look), page);

  test('are those that look other than what they follow', () => {
    expect(states({ ink })).toEqual(['rest', 'hover']);
    expect(states({ ink: { ...ink, focused: other } })).toEqual(['rest', 'focused', 'hover']);
    expect(states({ ink: { ...ink, pressed: other } })).toEqual(['rest', 'hover', 'pressed']);
    expect(states({ ink: { ...ink, open: other } })).toEqual(['rest', 'hover']);
    expect(states({ ink: { ...ink, open: other } }, { opens: true })).toEqual(['rest', 'open', 'hover']);
    expect(states({ ink }, { opens: true })).toEqual(['rest', 'hover']);
    expect(states({ ink: { ...ink, focused: other } }, { isStill: true })).toEqual(['rest']);
    expect(states({ ink: { ...ink, open: other } }, { isStill: true, opens: true })).toEqual([
      'rest',
      'open',
    ]);
  });

  test('count what lies behind a link, where it has a ground of its own', () => {
    const backing = { rest: { colour: grey, opacity: 1 }, focused: { colour: other, opacity: 1 } };
    const plate = { x: 40, y: 20, width: 50, height: 20 };
    expect(states({ ink, backing })).toEqual(['rest', 'hover']);
    expect(states({ ink, backing }, { plate })).toEqual(['rest', 'focused', 'hover']);
  });

  test('on its own page a link is current, what is no text is not', () => {
    expect(states({ ink }, { page: page.id })).toEqual(['current', 'hover']);
    const mark = { what: { kind: 'mark' as const, inked: { x: 0, y: 0, width: 9, height: 9 } } };
    expect(isCurrentOn(link({ page: page.id, ...mark }), lookOf({ ink }), page)).toBe(false);
    expect(isCurrentOn(link({ page: 'elsewhere' }), lookOf({ ink }), page)).toBe(false);
  });

  test('come out of rest, and pressed out of hovered', () => {
    const look = lookOf({ ink: { ...ink, pressed: other, focused: other } });
    expect(changesOf(link(), look, page)).toEqual([
      { from: 'rest', to: 'focused' },
      { from: 'rest', to: 'hover' },
      { from: 'hover', to: 'pressed' },
    ]);
  });

  test('have a line below what is text, and is cued', () => {
    const look = lookOf({ ink, cue: { hover: 2.5, offset: 3.01, share: 40 } });
    const under = (more: Partial<HeaderInk>) =>
      cueUnder(link({ isCued: true, ...more }), look, 'hover', false);
    expect(under({})!.box).toMatchObject({ width: 20, y: 36 + 3, height: 2.5 });
    expect(under({ room: { left: 30, width: 100 } })!.box.width).toBe(40);
    expect(under({ isCued: false })).toBeUndefined();
    const mark = { what: { kind: 'mark' as const, inked: { x: 0, y: 0, width: 9, height: 9 } } };
    expect(under(mark)).toBeUndefined();
  });
});
