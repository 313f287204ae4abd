import type { CueLook } from '../src/layers/cue.ts';
import { describe, expect, test } from 'vitest';
import { shortcomingsOf } from '../src/checks/index.ts';
import type { Shortcoming } from '../src/checks/kind.ts';
import { crampedTargets } from '../src/checks/targetSize.ts';
import { UNSEEN, seenWithout } from '../src/colour/sight.ts';
import { solvedFold } from '../src/header/layout.ts';
import type { HeaderInk } from '../src/header/ink.ts';
import type { Header } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import type { Row } from '../src/sweep/row.ts';
import { header, measure, site } from './made.ts';

/** What WCAG 2.2 asks of a header beside contrast, against values worked out by hand. */

const WIDTHS = [320, 400, 500, 600, 800, 1280];
function lacking(change: Partial<Header> = {}, of: Partial<Site> = {}): Shortcoming[] {
  const worn: Header = { ...header, ...change };
  const at: Site = { ...site, ...of, headers: [worn] };
  return shortcomingsOf({ site: at, header: worn, measure, widths: WIDTHS });
}
const criteria = (found: readonly Shortcoming[]) => found.map(({ criterion }) => criterion);
const only = (criterion: string, found: readonly Shortcoming[]) =>
  found.filter((each) => each.criterion === criterion);

describe('told by more than colour (1.4.1)', () => {
  const inked = (current: string, cue: CueLook, rest = '#ffffff') =>
    only(
      '1.4.1',
      lacking({
        looks: {
          top: {
            ink: {
              link: { colour: rest },
              hover: { colour: '#000000' },
              current: { colour: current },
              logo: 'light',
            },
            cue,
          },
          scrolled: {},
        },
      }),
    );
  test('a hue that is as light as the others is not enough; a line is, and so is a difference in lightness of 3', () => {
    const [found, ...others] = inked('#ffd0d0', { current: 0 });
    expect(others).toEqual([]);
    expect(found!.title).toBe('The current page is told by colour alone, at the top and after scrolling');
    expect(inked('#ffd0d0', { current: 1 })).toEqual([]);
    // One that is only paler at rest is told by its colour, as a word is; one that is not there is not.
    const paler = { hover: 1, current: 1, rest: 1 };
    expect(inked('#ffd0d0', { ...paler, restOpacity: 0.2 }).length).toBeGreaterThan(0);
    expect(inked('#ffd0d0', { ...paler, restOpacity: 0 })).toEqual([]);
    // White on #949494 is 3.03, on #959595 it is 2.99.
    expect(inked('#949494', { current: 0 })).toEqual([]);
    expect(inked('#959595', { current: 0 })).toHaveLength(1);
  });
  test('for one who sees no red, red is dark: 3 for others is less for them, and they are named', () => {
    // Machado, Oliveira and Fernandes: linear red 1 becomes 0.1523, 0.1145 and −0.0039.
    expect(seenWithout('red', { r: 255, g: 0, b: 0 })).toEqual({
      r: 109,
      g: 95,
      b: 0,
    });
    // What has no colour is seen alike by all.
    for (const unseen of UNSEEN)
      expect(seenWithout(unseen, { r: 118, g: 118, b: 118 })).toEqual({ r: 118, g: 118, b: 118 });
    // Red beside near-black: 4.6 with full sight.
    const [found] = inked('#ff0000', { current: 0 }, '#101010');
    expect(found!.told).toMatch(/^#101010 and #ff0000 differ in lightness by 2\.\d for one who sees no red/);
  });
  test('one that looks like all others is told as that; the line that is offered mends it', () => {
    const [found] = inked('#ffffff', { current: 0 });
    expect(found!.title).toMatch(/^The current page looks like all others/);
    expect(only('1.4.1', lacking({ looks: found!.way!.header.looks }))).toEqual([]);
  });
  test('a backing that comes is more than colour, one that only changes its own is not', () => {
    const backed = (rest: number, current: number) =>
      only(
        '1.4.1',
        lacking({
          looks: {
            top: {
              ...header.looks.top,
              cue: { current: 0, hover: 2 },
              backing: {
                rest: { colour: { swatch: 'night' }, opacity: rest },
                current: { colour: { swatch: 'snow' }, opacity: current },
              },
            },
            scrolled: {},
          },
        }),
      );
    expect(backed(0, 1)).toEqual([]);
    expect(backed(1, 1)).toHaveLength(1);
  });
});

describe('room (1.4.10, 1.4.12)', () => {
  test('a folded bar that is too narrow at 320 px: by how much, and where it is worst', () => {
    expect(only('1.4.10', lacking())).toEqual([]);
    // Of a logo 120 px high, 300 px are wide; with the gap and the menu button 354 px have to go into 280.
    const [rail] = header.rails;
    const [found] = only(
      '1.4.10',
      lacking({ rails: [{ ...rail!, start: [{ kind: 'logo', id: 'logo', height: 120 }] }] }),
    );
    expect(found).toMatchObject({ width: 320, title: expect.stringMatching(/^The folded bar/) });
    expect(found!.told).toMatch(/^At 320 px it is up to 74 px too narrow/);
  });

  test('spaced text needs 0.12 em for each letter and 0.16 em for each space; a menu that folds takes a second line instead', () => {
    const [menu] = site.menus;
    const letters = menu!.entries.map(({ label }) => label).join('');
    const spaces = letters.split(' ').length - 1;
    const more = 0.12 * 16 * letters.length + 0.16 * 16 * spaces;
    const needed = solvedFold({ ...site, headers: [header] }, header, measure);
    const widths = [needed, needed + 10, Math.ceil(needed + more)];
    const of = (change: Partial<Header>) => {
      const worn = { ...header, ...change };
      const at = { ...site, headers: [worn] };
      return only('1.4.12', shortcomingsOf({ site: at, header: worn, measure, widths }));
    };
    const [found, ...others] = of({ fold: { bar: ['logo', 'menu'], panel: [], edge: 'top' } });
    expect(others).toEqual([]);
    expect(found!.told).toContain(`up to ${Math.ceil(more)} px too narrow at ${needed} to ${needed + 10} px`);
    expect(of({})).toEqual([]);
  });
});

describe('room for what has the keyboard (2.4.11)', () => {
  const high = (height: number, manner: Partial<Header['manner']> = {}) =>
    criteria(
      lacking({
        rails: header.rails.map((rail) => ({ ...rail, height })),
        manner: { ...header.manner, ...manner },
      }),
    ).includes('2.4.11');
  test('a header that stays must leave 24 px of a window of 200, which is one of 800 enlarged to 400 %', () => {
    expect([high(60), high(176), high(177)]).toEqual([false, false, true]);
    expect(high(300, { onScroll: 'leaves' })).toBe(false);
  });
});

describe('targets (2.5.8)', () => {
  const target = (id: string, x: number, y: number, width: number, height = width): HeaderInk => ({
    id,
    name: id,
    box: { x, y, width, height },
    what: { kind: 'logo' },
  });
  const cramped = (...inks: HeaderInk[]) =>
    crampedTargets(inks).map(({ target: { id }, near }) => `${id} ${near.id}`);
  test('small ones need 24 px from middle to middle', () => {
    expect(cramped(target('a', 0, 0, 20), target('b', 24, 0, 20))).toEqual([]);
    expect(cramped(target('a', 0, 0, 20), target('b', 23, 0, 20))).toEqual(['a b', 'b a']);
    expect(cramped(target('a', 0, 0, 24), target('b', 23, 0, 24))).toEqual([]);
  });
  test('beside a large one, 12 px from the middle to its edge', () => {
    expect(cramped(target('a', 0, 0, 20), target('large', 22, -12, 44))).toEqual([]);
    expect(cramped(target('a', 0, 0, 20), target('large', 21, -12, 44))).toEqual(['a large']);
    // Past a corner it is the distance to the corner that counts.
    expect(cramped(target('a', 0, 0, 20), target('large', 19, 19, 44))).toEqual([]);
    expect(cramped(target('a', 0, 0, 20), target('large', 18, 18, 44))).toEqual(['a large']);
  });
  test('what cannot be pointed at is no target, and one element is one', () => {
    expect(cramped({ ...target('a', 0, 0, 10), isStill: true }, target('b', 8, 0, 10))).toEqual([]);
    const parts = [target('a', 0, 0, 10), target('b', 8, 0, 10)].map((ink) => ({ ...ink, element: 'one' }));
    expect(cramped(...parts)).toEqual([]);
  });
});

describe('text at 200 % (1.4.4)', () => {
  test('is what a window of half the width has no room for: 384, 640 and 960 px, and no other', () => {
    const fold = { bar: ['logo', 'menu'], panel: [], edge: 'top' as const };
    const [rail] = header.rails;
    const [found] = only('1.4.4', lacking({ fold, rails: [{ ...rail!, inset: 190 }] }));
    expect([384, 640, 960]).toContain(found!.width);
    expect(found!.told).toMatch(/^A window of (768|1280|1920) px at 200 % is (384|640|960) px wide/);
    expect(only('1.4.4', lacking())).toEqual([]);
  });
});

describe('what has the keyboard can be seen (2.4.7)', () => {
  const ring = (worst: number, of: Partial<Row> = {}): Row =>
    ({
      page: '/',
      header: header.id,
      width: 1280,
      moment: 'top',
      itemId: 'menu-visit',
      name: 'Visit',
      part: 'ring',
      state: 'rest',
      worst,
      needed: 3,
      scroll: 1240,
      ...of,
    }) as Row;
  const unseen = (rows: Row[], worn: Header = header) =>
    shortcomingsOf({
      site: { ...site, headers: [worn] },
      header: worn,
      measure,
      widths: WIDTHS,
      rows,
    }).filter(({ criterion }) => criterion === '2.4.7');
  test('a ring that is as its ground is told, once for a moment, with its worst place; a faint one is 1.4.11 alone', () => {
    expect(unseen([ring(1.2), ring(2.9)])).toEqual([]);
    const [found, ...others] = unseen([ring(1.19), ring(1.04, { name: 'Logo' }), ring(1, { part: 'ink' })]);
    expect(others).toEqual([]);
    expect(found!.title).toBe('What has the keyboard cannot be seen, at the top');
    expect(found!.told).toBe(
      'The ring round Visit, Logo is as its ground: 1.04, 1,240 px down / at 1280 px.',
    );
    expect(unseen([ring(1), ring(1, { moment: 'scrolled' })])).toHaveLength(2);
  });
  test('another ink or a backing that comes with the keyboard tells it, too', () => {
    const worn = (top: object): Header => ({
      ...header,
      looks: { ...header.looks, top: { ...header.looks.top, ...top } },
    });
    const { ink } = header.looks.top;
    expect(
      unseen(
        [ring(1)],
        worn({ ink: { ...ink, link: { colour: '#ffffff' }, focused: { colour: '#000000' } } }),
      ),
    ).toEqual([]);
    expect(
      unseen(
        [ring(1)],
        worn({ ink: { ...ink, link: { colour: '#ffffff' }, focused: { colour: '#fefefe' } } }),
      ),
    ).toHaveLength(1);
    const focused = { colour: { colour: '#000000' }, opacity: 0.5 };
    const backing = (rest: number) => ({
      backing: { rest: { ...focused, opacity: rest }, focused, reach: 4 },
    });
    expect(unseen([ring(1)], worn(backing(0)))).toEqual([]);
    expect(unseen([ring(1)], worn(backing(0.2)))).toHaveLength(1);
  });
});
