import { describe, expect, test } from 'vitest';
import { layoutHeader } from '../src/header/layout.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header, Look } from '../src/model/header.ts';
import type { Page } from '../src/model/page.ts';
import { proveScene } from '../src/sweep/prove.ts';
import type { SweptRow } from '../src/sweep/row.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import type { Drawing } from '../src/stack/drawing.ts';
import { header, measure, noDrawing, raster, site } from './made.ts';

/** Sites that nobody plans and somebody has: every one has a sensible verdict, or is told what to do. */

const [home] = site.pages;
const prove = (of: Header, page: Page = home!, draw: Drawing = noDrawing): SweptRow[] => {
  const all = { ...site, headers: [of], pages: [page] };
  const scene = layoutScene(all, of, page, { width: 500, windowHeight: 400 }, measure);
  const ground = raster(500, scene.laid.height, (_, y) =>
    y % 2 ? { r: 13, g: 23, b: 48 } : { r: 20, g: 30, b: 60 },
  );
  const rows = proveScene(scene, ground, draw);
  for (const { worst, contrasts, span } of rows) {
    expect(worst).toBeGreaterThanOrEqual(1);
    expect(worst).toBeLessThanOrEqual(21);
    expect(contrasts).toHaveLength(span.to - span.from + 1);
  }
  return rows;
};
const dressed = (top: Look): Header => ({
  ...header,
  looks: { ...header.looks, top: { ...header.looks.top, ...top } },
});

describe('awkward sites', () => {
  test('a header taller than the window is judged in all its rails', () => {
    const [rail] = header.rails;
    const tall = {
      ...header,
      rails: [
        rail!,
        {
          ...rail!,
          height: 400,
          start: [],
          end: [{ kind: 'text' as const, id: 'low', text: 'Low', size: 16 }],
        },
      ],
    };
    expect(prove(tall).some(({ itemId }) => itemId === 'low')).toBe(true);
  });
  test('fourteen links fold where they no longer fit', () => {
    const entries = Array.from({ length: 14 }, (_, i) => ({
      id: `link-${i}`,
      label: 'Opening nights',
      page: 'home',
    }));
    const many = { ...site, menus: [{ ...site.menus[0]!, entries }] };
    const layout = layoutHeader(many, header, 500, measure);
    // 14 links of 14 letters, 8 px each, 30 between them; the logo, a gap and the insets.
    expect(layout.needed).toBe(14 * 112 + 13 * 30 + 100 + 10 + 40);
    expect(layout.folded).toBe(true);
  });
  test('a page of 12,000 px has a contrast at each of its scrolls', () => {
    const long = {
      ...home!,
      bands: [
        { ...home!.bands[0]!, height: { unit: 'px' as const, value: 4000 } },
        { ...home!.bands[1]!, height: { unit: 'px' as const, value: 4000 } },
        { ...home!.bands[1]!, id: 'last', height: { unit: 'px' as const, value: 4000 } },
      ],
    };
    const row = prove(header, long).find(({ moment }) => moment === 'scrolled')!;
    expect(row.span).toEqual({ from: 100, to: 11_600 });
  });
  test('a page shorter than the window, or without bands, is met at the top alone', () => {
    for (const page of [
      { ...home!, bands: [{ ...home!.bands[0]!, height: { unit: 'px' as const, value: 90 } }] },
      { ...home!, bands: [] },
    ]) {
      const rows = prove(header, page);
      expect(new Set(rows.map(({ moment }) => moment))).toEqual(new Set(['top']));
      expect(rows[0]!.span).toEqual({ from: 0, to: 0 });
    }
  });
  test('a text shadow in the ink’s own colour takes from the contrast, and is said so', () => {
    const letters: Drawing = {
      ...noDrawing,
      text: (_, { left, top, right, bottom }) => new Uint8Array((right - left) * (bottom - top)).fill(255),
    };
    const shadow = { textShadow: { x: 0, y: 0, blur: 0, colour: { swatch: 'white' }, opacity: 1 } };
    const worst = (of: Header, draw: Drawing) =>
      prove(of, home!, draw).find(
        ({ itemId, moment, state, part }) =>
          itemId === 'two' && moment === 'top' && state === 'rest' && part === 'ink',
      )!;
    expect(worst(dressed({}), letters).verdict).toBe('clear');
    expect(worst(dressed(shadow), letters)).toMatchObject({ verdict: 'lost', worst: 1 });
  });
  test.each<[string, Look, RegExp]>([
    [
      'an angle that is none',
      { gradient: { on: true, angle: NaN, stops: [] } },
      /number from -360 to 360 degrees/,
    ],
    ['a blur of 10,000 px', { blur: { radius: 10_000 } }, /number from 0 to 60 px/],
    ['a line of 99 px', { cue: { hover: 99 } }, /number from 0 to 8 px/],
  ])('%s is refused, and says what to give', (_, look, says) => {
    expect(checkSite({ ...site, headers: [dressed(look)] })[0]!.message).toMatch(says);
  });
  test('a picture that has gone is composed as its fallback', () => {
    const gone = {
      picture: { on: true, picture: 'logo', fallback: { colour: { swatch: 'white' }, opacity: 1 } },
    };
    expect(
      prove(dressed(gone)).find(({ itemId, moment }) => itemId === 'two' && moment === 'top')!.worst,
    ).toBe(1);
  });
  test('no pages: told to add one', () => {
    expect(checkSite({ ...site, pages: [] })[0]!.message).toMatch(/^Add a page/);
  });
});
