import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { PLAIN } from '../src/layers/index.ts';
import { cueUnder } from '../src/sweep/linkStates.ts';
import { resolveWorn } from '../src/header/look.ts';
import { backingIn, inkIn, ringIn } from '../src/header/states.ts';
import type { Header, Item, Look } from '../src/model/header.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { header, light, measure, noDrawing, raster, sceneOf, site } from './made.ts';

/** States of links over a plain white page, so that every contrast is one of two colours. */

const WHITE = { r: 255, g: 255, b: 255 };
const page = raster(500, 2000, () => WHITE);
const dressed = (top: Look): Header => ({ ...header, looks: { ...header.looks, top } });
const rowsOf = (top: Look) => {
  const of = dressed(top);
  return proveScene(sceneOf(of), page, noDrawing, ['top']);
};
const worst = (look: Look, state: string, part = 'ink') =>
  rowsOf(look).find(
    (row) => row.itemId === 'two' && row.state === state && row.part === part && !row.becoming,
  )?.worst;
const ink = { link: { colour: '#000000' }, hover: { colour: '#1c6b4a' }, current: { colour: '#000000' } };

describe('states of links', () => {
  test('a hover colour equal to its backing is found: nothing is left of the word', () => {
    const backing = { hover: { colour: { colour: '#1c6b4a' }, opacity: 1 } };
    expect(worst({ ink, backing }, 'hover')).toBeCloseTo(1, 5);
    expect(worst({ ink, backing }, 'rest')).toBeCloseTo(21, 2);
  });
  test('a backing that lets through is composed with what is behind it', () => {
    const backing = { rest: { colour: { colour: '#000000' }, opacity: 0.5 } };
    // Half black over white is 127.5, rounded up.
    const ground = { r: 128, g: 128, b: 128 };
    expect(worst({ ink, backing }, 'rest')).toBeCloseTo(contrastRatio(ground, { r: 0, g: 0, b: 0 }), 2);
    expect(worst({ ink, backing }, 'hover')).toBeCloseTo(contrastRatio(ground, { r: 28, g: 107, b: 74 }), 2);
  });
  test('pressed and focused are judged where they are dressed, and else are as hovered and at rest', () => {
    expect([worst({ ink }, 'pressed'), worst({ ink }, 'focused')]).toEqual([undefined, undefined]);
    const set = { ...ink, pressed: { colour: '#ffffff' }, focused: { colour: '#767676' } };
    expect(worst({ ink: set }, 'pressed')).toBeCloseTo(1, 5);
    expect(worst({ ink: set }, 'focused')).toBeCloseTo(4.54, 2);
    const look = resolveWorn(
      site,
      { header: dressed({ ink, backing: { hover: { colour: ink.hover, opacity: 1 } } }) },
      'top',
    );
    expect(look.ink.pressed).toEqual(ink.hover);
    expect(backingIn(look, 'pressed')).toEqual(look.backing.hover);
    expect(backingIn(look, 'current')).toEqual(look.backing.rest);
  });
  test('the link of the page one is on keeps its ink and backing where nothing else is said, in sight and ring', () => {
    const current = { colour: { colour: '#0000ff' }, opacity: 1 };
    const own = { ...ink, current: { colour: '#ff0000' } };
    const look = resolveWorn(site, { header: dressed({ ink: own, backing: { current } }) }, 'top');
    for (const state of ['open', 'focused'] as const) {
      expect([inkIn(look, state, true), inkIn(look, state)]).toEqual([own.current, own.link]);
      expect([backingIn(look, state, true), backingIn(look, state)]).toEqual([current, look.backing.rest]);
    }
    expect([backingIn(look, 'hover', true), inkIn(look, 'hover', true)]).toEqual([current, own.hover]);
    expect([ringIn(look, true, false), ringIn(look, true, true)]).toEqual([own.current, own.link]);
  });
});

test('a button has its own ink and fill at rest, hovered and pressed', () => {
  const colour = (code: string) => ({ colour: code });
  const button: Item = {
    kind: 'button',
    id: 'book',
    label: 'Book',
    page: 'home',
    ink: colour('#ffffff'),
    fill: colour('#000000'),
    hoverFill: colour('#767676'),
    hoverInk: colour('#767676'),
    pressedFill: colour('#ffffff'),
    radius: 4,
  };
  const of = { ...header, rails: [{ ...header.rails[0]!, end: [button] }] };
  const scene = sceneOf(of);
  const rows = proveScene(scene, page, noDrawing, ['top']).filter(
    ({ itemId, part }) => itemId === 'book' && part === 'ink',
  );
  const told = Object.fromEntries(rows.map(({ state, worst: contrast }) => [state, contrast]));
  expect(told.rest).toBeCloseTo(21, 2);
  expect(told.hover).toBeCloseTo(1, 5);
  expect(told.pressed).toBeCloseTo(4.54, 2);
  const css = light(headerCss({ ...site, headers: [of] }, of, measure, rootAddresses(site)));
  expect(css).toContain('.hr-item-book:active {\n  --hr-ground: rgb(255 255 255);');
});

describe('lines and rings', () => {
  test('the line below a hovered word has its ink, and is judged as a mark where it lies', () => {
    const row = rowsOf({ ink, cue: { hover: 3, offset: 4, share: 50 } }).find(
      ({ itemId, part, state }) => itemId === 'two' && part === 'cue' && state === 'hover',
    )!;
    expect(row).toMatchObject({ item: 'Night log, its line', needed: 3 });
    expect(row.worst).toBeCloseTo(contrastRatio(WHITE, { r: 28, g: 107, b: 74 }), 2);
    // Nine letters of 8 px end at 480; half of them from 426, four below a baseline at 36.
    expect(row.cell).toMatchObject({ x: 426, y: row.scroll + 40, width: 36, height: 3 });
  });
  test('a line that lets its ground through is judged as it is painted; at rest, where it tells nothing, it is ornament', () => {
    const cue = { hover: 3, rest: 2, opacity: 0.6, restOpacity: 0.2 };
    // 153 of 255 parts of 28, 107, 74 over white.
    const painted = { r: 118.8, g: 166.2, b: 146.4 };
    const linear = ({ r, g, b }: typeof painted) => {
      const [x, y, z] = [r, g, b].map((v) => ((v / 255 + 0.055) / 1.055) ** 2.4) as [number, number, number];
      return 0.2126 * x + 0.7152 * y + 0.0722 * z;
    };
    expect(worst({ ink, cue }, 'hover', 'cue')).toBeCloseTo(1.05 / (linear(painted) + 0.05), 2);
    const whole = contrastRatio(WHITE, { r: 28, g: 107, b: 74 });
    expect(worst({ ink, cue: { ...cue, opacity: 1 } }, 'hover', 'cue')).toBeCloseTo(whole, 2);
    const lines = rowsOf({ ink, cue }).filter(({ part }) => part === 'cue');
    expect([...new Set(lines.map(({ state }) => state))].sort()).toEqual(['current', 'hover']);
  });
  test('no line, no row; none but the current page’s at rest', () => {
    expect(worst({ ink, cue: { hover: 0 } }, 'hover', 'cue')).toBeUndefined();
    expect(worst({ ink, cue: { opacity: 0 } }, 'hover', 'cue')).toBeUndefined();
    const rows = rowsOf({ ink }).filter(({ part, state }) => part === 'cue' && state !== 'hover');
    expect(rows.map(({ itemId, state }) => `${itemId} ${state}`)).toEqual(['one current']);
  });
  test('the focus ring has the ink it is round, or its own', () => {
    expect(worst({ ink }, 'focused', 'ring')).toBeCloseTo(21, 2);
    expect(worst({ ink: { ...ink, ring: { colour: '#767676' } } }, 'focused', 'ring')).toBeCloseTo(4.54, 2);
  });
});

describe('in the style sheet', () => {
  const cssOf = (look: Look) => light(headerCss(site, dressed(look), measure, rootAddresses(site)));
  test('what nobody sets is not there', () => {
    // The menu says of itself what it wears in each state.
    const css = cssOf({ ink }).replace(/\.hr-drop \{[^}]*\}|\.hr-panel \{[^}]*\}/g, '');
    for (const name of ['pressed', 'focused', 'plate', 'ring', 'line-hover'])
      expect(css).not.toMatch(new RegExp(`--hr-${name}: rgb`));
  });
  test('what is set is a property of its wearer, and the rules read it', () => {
    const css = cssOf({
      ink: { ...ink, pressed: { colour: '#ff0000' } },
      cue: { hover: 4 },
      backing: { current: { colour: { colour: '#0000ff' }, opacity: 0.5 }, height: 30 },
    });
    expect(css).toContain('--hr-pressed: rgb(255 0 0);');
    expect(css).toContain('--hr-line-hover: 4px;');
    expect(css).toContain('--hr-plate-current: rgb(0 0 255 / 0.5);\n  --hr-plate-height: 30px;');
    expect(css).toContain(':active {\n  color: var(--hr-pressed, var(--hr-hover));');
  });
});

describe('an entry whose drop-down is open', () => {
  const children = [{ id: 'c', label: 'More', address: '/more' }];
  const opening = (address?: string): typeof site => ({
    ...site,
    menus: [
      { ...site.menus[0]!, entries: [{ id: 'one', label: 'Visit', ...(address && { address }), children }] },
    ],
  });
  const statesIn = (of: typeof site, top: Look) => {
    const worn = dressed(top);
    const scene = layoutScene(
      { ...of, headers: [worn] },
      worn,
      of.pages[0]!,
      { width: 500, windowHeight: 400 },
      measure,
    );
    const rows = proveScene(scene, page, noDrawing, ['top']).filter(
      ({ part, becoming }) => part === 'ink' && !becoming,
    );
    return Object.fromEntries(rows.map((row) => [`${row.itemId} ${row.state}`, row.worst]));
  };
  test('is judged in the ink and on the backing that it has then, with its opener; a label that leads nowhere, too', () => {
    const open = { colour: '#ffffff' };
    const look = { ink: { ...ink, open }, backing: { open: { colour: { colour: '#1c6b4a' }, opacity: 1 } } };
    for (const of of [opening('/visit'), opening()]) {
      const found = statesIn(of, look);
      expect(found['one open']).toBeCloseTo(contrastRatio(WHITE, { r: 28, g: 107, b: 74 }), 2);
      // The opener has no backing of its own: white on the white page.
      expect(found['one-opener open']).toBeCloseTo(1, 5);
    }
  });
  test('is as at rest where nothing is said, and then not judged twice', () => {
    expect(statesIn(opening('/visit'), { ink })).not.toHaveProperty('one open');
    const of = dressed({ ink: { ...ink, open: { colour: '#aa1122' } } });
    const css = (header: Header) =>
      light(headerCss(opening('/visit'), header, measure, rootAddresses(opening('/visit'), {})));
    expect(css(of)).toContain('color: var(--hr-open, var(--hr-own))');
    expect(css(dressed({ ink }))).not.toContain('var(--hr-open');
  });
});

describe('the link of the page one is on, in another weight', () => {
  const heavy = (size: number) => ({
    ...site,
    type: { ...site.type, menu: { ...site.type.menu, size }, currentWeight: 700 as const },
  });
  const neededOf = (size: number) => {
    const of = heavy(size);
    const scene = layoutScene(of, header, of.pages[0]!, { width: 900, windowHeight: 400 }, measure);
    const rows = proveScene(
      scene,
      raster(900, 2000, () => WHITE),
      noDrawing,
      ['top'],
    );
    return (id: string) => rows.find((row) => row.itemId === id && row.part === 'ink')!.needed;
  };
  test('is large text from 18.66 px on; the others are from 24 px on', () => {
    expect([neededOf(18)('one'), neededOf(19)('one'), neededOf(19)('two'), neededOf(24)('two')]).toEqual([
      4.5, 3, 4.5, 3,
    ]);
  });
  test('each link keeps room for its word in either weight, which stands in its middle', () => {
    const wide = {
      ...measure,
      advance: (text: string, font: { size: number; weight: number; letterSpacing: number }) =>
        text.length * (font.weight >= 700 ? 10 : 8),
    };
    const [link] = layoutHeader(heavy(16), header, 900, wide as typeof measure).inks.filter(
      ({ id }) => id === 'two',
    );
    expect(link!.box.width).toBe('Night log'.length * 10);
    expect(link!.room).toEqual({ left: link!.box.x, width: 90 });
    if (link!.what.kind !== 'text') throw new Error('a link is text');
    expect([link!.what.run.left - link!.box.x, link!.current!.left - link!.box.x]).toEqual([9, 0]);
    // The line below takes the room, so that it does not move either.
    const line = cueUnder(
      link!,
      { ...PLAIN, cue: { ...PLAIN.cue, hover: 2, current: 2, offset: 4, share: 50 } },
      'hover',
      false,
    );
    expect(line?.box).toMatchObject({ x: link!.box.x + 22.5, width: 45 });
  });
});
