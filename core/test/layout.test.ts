import { describe, expect, test } from 'vitest';
import { toggleAt, toggleRail, toggleRails } from '../src/header/fold.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { originOf, resolveLook } from '../src/header/look.ts';
import { breakLines } from '../src/measure/lines.ts';
import { baselineInLine } from '../src/measure/measure.ts';
import type { Header, Rail } from '../src/model/header.ts';
import type { Page } from '../src/model/page.ts';
import { layoutPage } from '../src/page/layout.ts';
import { snapBox } from '../src/geometry/box.ts';
import { fitSize, tilingOf } from '../src/page/placing.ts';
import { header, measure, site } from './made.ts';

const font = { family: 'hanken-grotesk', weight: 600, size: 16, letterSpacing: 0 } as const;

describe('the header', () => {
  // Logo 100, links 5 and 9 letters at 8 px with 30 between, insets 20, gap 10: 40 + 100 + 10 + 40 + 30 + 72 = 292.
  test('needs what its items need, and folds one pixel below', () => {
    expect(layoutHeader(site, header, 292, measure)).toMatchObject({
      needed: 292,
      foldWidth: 292,
      folded: false,
    });
    const folded = layoutHeader(site, header, 291, measure);
    expect(folded.folded).toBe(true);
    expect(folded.inks.map(({ name }) => name)).toEqual(['Logo', 'Menu button']);
    expect(folded.inks[1]!.box).toEqual({ x: 291 - 20 - 44, y: 8, width: 44, height: 44 });
  });

  test('a width that is no whole number is rounded up', () => {
    const wide = { ...header, rails: [{ ...header.rails[0]!, inset: 20.25 }] };
    expect(layoutHeader(site, wide, 800, measure)).toMatchObject({ needed: 292.5, foldWidth: 293 });
  });

  test('start to the left, end to the right, everything centred in the rail', () => {
    const { inks } = layoutHeader(site, header, 800, measure);
    expect(inks.map(({ box }) => box)).toEqual([
      { x: 20, y: 10, width: 100, height: 40 },
      { x: 800 - 20 - 72 - 30 - 40, y: 8, width: 40, height: 44 },
      { x: 800 - 20 - 72, y: 8, width: 72, height: 44 },
    ]);
    // Line height 24, ascent 16, descent 4: 2 above the letters; the line begins at (60 − 24) / 2.
    expect(inks[1]!.what).toMatchObject({ run: { baseline: 18 + 2 + 16, left: 638 } });
  });

  test('the middle is centred while there is room, then gives way', () => {
    const rail: Rail = {
      ...header.rails[0]!,
      start: header.rails[0]!.end,
      middle: header.rails[0]!.start,
      end: [],
    };
    const centred: Header = { ...header, rails: [rail] };
    const logoAt = (width: number) =>
      layoutHeader(site, centred, width, measure).inks.find(({ id }) => id === 'logo')!.box.x;
    expect(logoAt(800)).toBe(350);
    expect(logoAt(400)).toBe(20 + 142 + 10);
    // To what is at the end as to what is at the start: of 240 px beside it, the end needs 142.
    const [own] = header.rails;
    const before: Header = { ...header, rails: [{ ...own!, start: [], middle: own!.start, end: own!.end }] };
    const { items } = layoutHeader(site, before, 400, measure);
    expect(items.map(({ id, box }) => [id, box.x])).toEqual([
      ['logo', 20 + 98 + 10],
      ['menu', 400 - 20 - 142],
    ]);
  });

  test('an entry with children has an opener beside its link', () => {
    const menu = {
      ...site.menus[0]!,
      entries: [{ ...site.menus[0]!.entries[0]!, children: [{ id: 'c', label: 'C', page: 'home' }] }],
    };
    const { inks } = layoutHeader({ ...site, menus: [menu] }, header, 800, measure);
    expect(inks.map(({ name }) => name)).toEqual(['Logo', 'Visit', 'Visit, opener']);
    expect(inks[2]!.box).toMatchObject({ x: 800 - 20 - 24, width: 24 });
    expect(inks[2]!.what).toMatchObject({ inked: { x: 763, y: 27, width: 10, height: 6 } });
  });
});

describe('looks', () => {
  test('a later moment inherits what it does not set, value by value', () => {
    const { fill, ink } = resolveLook(site, header, 'scrolled');
    expect(fill).toEqual({ colour: { swatch: 'night' }, opacity: 0.42 });
    expect(ink.link).toEqual({ swatch: 'white' });
    expect(originOf(site, { header }, 'scrolled', 'fill', 'opacity')).toBe('own');
    expect(originOf(site, { header }, 'scrolled', 'fill', 'colour')).toBe('At the top');
    expect(originOf(site, { header }, 'scrolled', 'edge', 'on')).toBe('default');
    expect(originOf(site, { header }, 'top', 'fill', 'opacity')).toBe('own');
  });
});

describe('lines', () => {
  test('break where UAX 14 lets them, first fit, without the space at the end', () => {
    expect(breakLines('dark skies and open doors', font, 80, measure)).toEqual([
      'dark skies',
      'and open',
      'doors',
    ]);
    expect(breakLines('half-past eight', font, 48, measure)).toEqual(['half-', 'past', 'eight']);
  });
  test('a word wider than the line is broken between letters', () => {
    expect(breakLines('observatory', font, 40, measure)).toEqual(['obser', 'vator', 'y']);
  });
  test('the baseline: ascent and descent rounded, the rest halved and rounded down', () => {
    expect(baselineInLine(measure, { ...font, size: 18 }, 27)).toBe(Math.floor((27 - 18 - 5) / 2) + 18);
    expect(baselineInLine(measure, { ...font, size: 18 }, 28)).toBe(2 + 18);
  });
});

describe('pages', () => {
  const page: Page = {
    ...site.pages[0]!,
    bands: [
      { ...site.pages[0]!.bands[0]!, height: { unit: 'window', value: 84 } },
      {
        ...site.pages[0]!.bands[1]!,
        height: { unit: 'px', value: 10 },
        contents: [
          { kind: 'heading', level: 2, text: 'Tonight' },
          { kind: 'paragraph', text: 'Clear until one.' },
        ],
      },
    ],
  };

  test('bands follow one another in whole pixels; shares of the window are rounded; contents make room', () => {
    const laid = layoutPage(site, page, { width: 1280, windowHeight: 801, slot: 0, covered: 60 }, measure);
    expect(laid.bands[0]).toMatchObject({ top: 0, height: Math.round(0.84 * 801) });
    // Heading of 0.68 × 16 = 11 px in a line of 17, gap 20, paragraph line 24, padding 88 twice.
    expect(laid.bands[1]).toMatchObject({ top: 673, height: 17 + 20 + 24 + 176 });
    expect(laid.bands[1]!.blocks[0]).toMatchObject({ lines: [{ x: 80, text: 'Tonight' }] });
  });

  test('a page is at least as high as its window', () => {
    const short = { ...page, bands: [{ ...page.bands[1]! }] };
    const view = { width: 1280, slot: 0, covered: 0 };
    expect(layoutPage(site, short, { ...view, windowHeight: 900 }, measure).height).toBe(900);
    expect(layoutPage(site, short, { ...view, windowHeight: 200 }, measure).height).toBe(237);
    const shot = { ...short, snapshots: [{ width: 1280, picture: 'logo' }] };
    // The picture is 1280 × 512 there.
    expect(layoutPage(site, shot, { ...view, windowHeight: 900 }, measure).height).toBe(900);
    expect(layoutPage(site, shot, { ...view, windowHeight: 200 }, measure).height).toBe(512);
  });

  test('the header’s slot pushes the first band down; what lies over it makes its contents clear', () => {
    const first = { ...page, bands: [{ ...page.bands[1]! }] };
    const view = { width: 1280, windowHeight: 100 };
    const above = layoutPage(site, first, { ...view, slot: 60, covered: 0 }, measure);
    const over = layoutPage(site, first, { ...view, slot: 0, covered: 60 }, measure);
    expect(above.bands[0]).toMatchObject({ top: 60, height: 237 });
    expect(over.bands[0]).toMatchObject({ top: 0, height: 297 });
    expect(above.bands[0]!.blocks).toEqual(over.bands[0]!.blocks);
  });
});

describe('placed pictures', () => {
  const box = { x: 0, y: 100, width: 400, height: 100 };
  test('cover fills the box, contain lies within it', () => {
    expect(fitSize({ width: 200, height: 100 }, box, 'cover')).toEqual({ width: 400, height: 200 });
    expect(fitSize({ width: 200, height: 100 }, box, 'contain')).toEqual({ width: 200, height: 100 });
  });
  test('a position of 25 % puts a quarter of what is cut off above', () => {
    const { tile, across, down } = tilingOf({ width: 200, height: 100 }, box, {
      size: 'cover',
      x: 50,
      y: 25,
      repeat: 'no-repeat',
    });
    expect(tile).toEqual({ x: 0, y: 75, width: 400, height: 200 });
    expect(across || down).toBe(false);
  });
  test('what is repeated begins where its place says, what is not at a whole pixel', () => {
    const own = { width: 150, height: 75 };
    const placing = { size: 'contain', drawnWidth: 61, x: 50, y: 30 } as const;
    const tile = { x: 169.5, y: 100 + 1334 / 64, width: 61, height: 30.5 };
    expect(tilingOf(own, box, { ...placing, repeat: 'repeat' })).toEqual({ tile, across: true, down: true });
    expect(tilingOf(own, box, { ...placing, repeat: 'repeat-x' })).toEqual({
      tile: { ...tile, y: 121 },
      across: true,
      down: false,
    });
  });
  test('edges are rounded each on its own, half up', () => {
    expect(snapBox({ x: 0.5, y: 1.49, width: 10, height: 10.02 })).toEqual({
      x: 1,
      y: 1,
      width: 10,
      height: 11,
    });
  });
});

describe('the menu button', () => {
  const own = header.rails[0]!;
  const rails = (...starts: Rail['start'][]): Header => ({
    ...header,
    rails: starts.map((start) => ({ ...own, start, end: [] })),
    fold: { bar: ['logo', 'name', 'line', 'line-2'], panel: ['menu'], edge: 'top' },
  });
  const line = (id: string) => ({ kind: 'text' as const, id, text: 'Open', size: 14 });
  const logo = { kind: 'logo' as const, id: 'logo', height: 40 };
  const menu = { kind: 'menu' as const, id: 'menu', menu: 'main', gap: 30 };

  test.each([
    ['the rail of the logo, though another keeps a line before it', [[line('line')], [logo, menu]], 1],
    [
      'that of the name',
      [[line('line')], [{ kind: 'name' as const, id: 'name', size: 20, tagline: false }]],
      1,
    ],
    ['of neither, the first that keeps anything', [[menu], [line('line')], [line('line-2')]], 1],
    ['the first, where none keeps anything', [[menu], [{ ...line('gone') }]], 0],
  ])('stands in %s', (_, starts, rail) => expect(toggleRail(rails(...starts), 300)).toBe(rail));

  test('leaves a rail that is not shown at that width', () => {
    const hidden = rails([logo], [line('line')]);
    hidden.rails[0]!.steps = [{ below: 500, shown: false }];
    expect([300, 600].map((width) => toggleRail(hidden, width))).toEqual([1, 0]);
    expect(toggleRails(hidden)).toEqual([0, 1]);
  });

  test('stands on the rail that is said, while that shows', () => {
    const said = rails([logo], [line('line')]);
    said.fold!.button = { place: 'start', rail: 2 };
    said.rails[1]!.steps = [{ below: 500, shown: false }];
    expect([300, 600].map((width) => toggleAt(said, width))).toEqual([
      { rail: 0, place: 'start' },
      { rail: 1, place: 'start' },
    ]);
    expect(toggleAt({ ...said, fold: { ...said.fold!, button: { place: 'end', rail: 7 } } }, 600).rail).toBe(
      0,
    );
  });
});

test('an item’s own backing stands round it, and under the pointer keeps its colour where no other is set', () => {
  const backing = { colour: { swatch: 'night' }, opacity: 0.5, x: 12, y: 6, radius: 4 };
  const backed = (more: object): Header => ({
    ...header,
    rails: [
      {
        ...header.rails[0]!,
        start: [{ kind: 'logo', id: 'logo', height: 40, backing: { ...backing, ...more } }],
      },
    ],
  });
  const placed = (more: object) => layoutHeader(site, backed(more), 800, measure);
  const [item] = placed({}).items;
  expect(item!.box).toEqual({ x: 20, y: 4, width: 124, height: 52 });
  expect(placed({}).inks[0]!.box).toEqual({ x: 32, y: 10, width: 100, height: 40 });
  const night = { r: 16, g: 27, b: 51, a: 0.5 };
  expect(item!.backing).toEqual({ rest: night, hover: night, radius: 4 });
  const hovered = placed({ hover: { swatch: 'white' } }).items[0]!.backing!;
  expect(hovered).toEqual({ rest: night, hover: { r: 255, g: 255, b: 255, a: 0.5 }, radius: 4 });
});
