import { expect, test } from 'vitest';
import { parseColour } from '../src/colour/rgb.ts';
import { BOUNDS, boundsProblem } from '../src/model/bounds.ts';
import { checkSite, readSite, writeSite } from '../src/model/check.ts';
import { isSafeAddress } from '../src/model/menu.ts';
import { Rail } from '../src/model/header.ts';
import { LogoItem } from '../src/model/item.ts';
import { GradientStop } from '../src/model/layer.ts';
import { rangeOf } from '../src/model/rules.ts';
import { site } from './made.ts';

/** What comes in is read within bounds: an answer or a reason, and never a throw. */

test('a document too deep, too long or with keys of the language is told before any other rule', () => {
  let deep: object = {};
  for (let i = 0; i < 2000; i++) deep = { deep };
  expect(boundsProblem(deep)?.message).toMatch(/64 levels at most/);
  const many = { palette: Array.from({ length: BOUNDS.list + 1 }, () => ({})) };
  expect(boundsProblem(many)).toEqual({ path: 'palette', message: '2000 at most; there are 2001.' });
  expect(boundsProblem({ pages: [{ title: 'x'.repeat(BOUNDS.text + 1) }] })?.path).toBe('pages[0].title');
  expect(boundsProblem(JSON.parse('{"pages":[{"__proto__":{}}]}'))?.path).toBe('pages[0].__proto__');
  expect(boundsProblem({ pages: [null] })?.path).toBe('pages[0]');
  expect(boundsProblem(site)).toBeUndefined();
});

test('an id or a kind that the language knows is none', () => {
  const [page, ...pages] = site.pages;
  expect(checkSite({ ...site, pages: [{ ...page!, id: 'constructor' }, ...pages] })[0]?.path).toBe(
    'pages[0].id',
  );
  const contents = [{ kind: 'constructor' }];
  const bands = [{ ...page!.bands[0]!, contents }];
  expect(checkSite({ ...site, pages: [{ ...page!, bands }, ...pages] })[0]?.message).toMatch(/is known here/);
});

test('formats that never were are no formats', () => {
  for (const format of [0, -7, 1.5]) {
    expect(() => readSite(writeSite(site).replace(/"format": \d+/, `"format": ${format}`))).toThrow(
      /its format/,
    );
  }
});

test('a colour that breaks off, or holds more than numbers can, is none', () => {
  for (const text of ['color(', 'rgb(12 3--', 'oklch(50% 1e999 30)', 'x'.repeat(1e6)])
    expect(parseColour(text)).toBeUndefined();
  expect(parseColour('rgb(none 255 none)')).toEqual({ r: 0, g: 255, b: 0, a: 1 });
});

test('an address that browsers read as another is none', () => {
  expect(['/visit', '#top', 'https://a.example/b?c'].every(isSafeAddress)).toBe(true);
  for (const address of ['/\\evil.example', '//evil.example', '/a\u0000b', `/${'a'.repeat(1e6)}`])
    expect(isSafeAddress(address)).toBe(false);
});

test('limits can be asked for, those too that a class takes from another', () => {
  expect(rangeOf(Rail, 'height')).toEqual({ min: 16, max: 400, unit: 'px' });
  expect(rangeOf(GradientStop, 'opacity')).toMatchObject({ min: 0, max: 1 });
  expect(rangeOf(LogoItem, 'shift')).toMatchObject({ min: -60, max: 60 });
  expect(() => rangeOf(Rail, 'looks')).toThrow('looks has no limits');
});
