import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { checkPart, checkSite, readSite, writeSite } from '../src/model/check.ts';
import { BadInput } from '../src/model/badInput.ts';
import { Header } from '../src/model/header.ts';
import { Menu } from '../src/model/menu.ts';
import { applyEdit, joinEdits, makeEdit } from '../src/model/patch.ts';
import { header, site } from './made.ts';

const copy = <T>(value: T): T => structuredClone(value);
const problemOf = (data: unknown) => {
  try {
    readSite(typeof data === 'string' ? data : JSON.stringify(data));
  } catch (error) {
    expect(error).toBeInstanceOf(BadInput);
    return error as BadInput;
  }
  throw new Error('was taken');
};

describe('the site file', () => {
  test('reads back byte for byte', () => {
    const text = readFileSync('demo/larkfell.hatrail.json', 'utf8');
    expect(writeSite(readSite(text))).toBe(text);
  });

  test('cut short, of a later version, or no site file: says so', () => {
    const text = writeSite(site);
    expect(problemOf(text.slice(0, 400)).message).toMatch(/breaks off/);
    expect(problemOf({ ...site, format: 5 }).message).toMatch(/version 5, made by a later program/);
    expect(problemOf('[1]').message).toMatch(/no site file/);
    expect(problemOf('null').message).toMatch(/no site file/);
  });

  test.each<[string, (draft: typeof site) => void, string, RegExp]>([
    [
      'a need of nothing',
      (d) => (d.needs = { text: 0, large: 3, marks: 3 }),
      'needs.text',
      /“0” is out of range: give a number from 1 to 21/,
    ],
    [
      'a need that nothing meets',
      (d) => (d.needs = { text: 7, large: 30, marks: 3 }),
      'needs.large',
      /“30” is out of range/,
    ],
    [
      'a colour that is none',
      (d) => (d.palette[0]!.colour = 'whitish'),
      'palette[0].colour',
      /no colour: try/,
    ],
    [
      'a colour with opacity',
      (d) => (d.palette[0]!.colour = '#fff8'),
      'palette[0].colour',
      /its opacity beside it/,
    ],
    [
      'an opacity out of range',
      (d) => (d.headers[0]!.looks.scrolled.fill!.opacity = 1.2),
      'headers[0].looks.scrolled.fill.opacity',
      /from 0 to 1/,
    ],
    ['no rail', (d) => (d.headers[0]!.rails = []), 'headers[0].rails', /it has none/],
    [
      'a rail that leaves below one that stays',
      (d) => d.headers[0]!.rails.push({ ...d.headers[0]!.rails[0]!, start: [], end: [], leaves: true }),
      'headers[0].rails',
      /Only rails above/,
    ],
    [
      'a label of 300 characters',
      (d) => (d.menus[0]!.entries[0]!.label = 'x'.repeat(300)),
      'menus[0].entries[0].label',
      /120 characters; it has 300/,
    ],
    [
      'a label of HTML',
      (d) => (d.menus[0]!.entries[0]!.label = '<img src=x onerror=alert(1)>'),
      'menus[0].entries[0].label',
      /take out the HTML/,
    ],
    [
      'a script as address',
      (d) => (d.menus[0]!.entries[1]!.address = 'javascript:alert(1)'),
      'menus[0].entries[1].address',
      /begins with https/,
    ],
    ['a picture of 60,000 px', (d) => (d.pictures[0]!.width = 60000), 'pictures[0].width', /from 1 to 16384/],
    [
      'a file outside the folder',
      (d) => (d.pictures[0]!.file = '../secret.png'),
      'pictures[0].file',
      /without a folder/,
    ],
    [
      'a swatch that is gone',
      (d) => (d.headers[0]!.panel.fill = { swatch: 'gone' }),
      'headers[0].panel.fill.swatch',
      /“gone” is not in the site/,
    ],
    ['a page twice', (d) => d.pages.push(d.pages[0]!), 'pages', /there twice/],
    [
      'a kind that is not known',
      (d) => (d.pages[0]!.bands[0]!.contents = [{ kind: 'carousel' } as never]),
      'pages[0].bands[0].contents',
      /“carousel” is known here/,
    ],
    [
      'something that does not belong',
      (d) => Object.assign(d, { extra: 1 }),
      'extra',
      /not part of a site file/,
    ],
    ['a list that is none', (d) => Object.assign(d, { pages: 'none' }), 'pages', /list/],
  ])('%s: says where and what to do', (_, spoil, path, message) => {
    const spoilt = copy(site);
    spoil(spoilt);
    const problems = checkSite(spoilt);
    expect(problems[0]).toMatchObject({ path, message: expect.stringMatching(message) });
  });

  test('a sound site has no problem, and a part can be checked alone', () => {
    expect(checkSite(site)).toEqual([]);
    expect(checkPart(Header, header)).toEqual([]);
    expect(checkPart(Menu, 'text')).toHaveLength(1);
  });
});

describe('edits', () => {
  test('go forward and back, and two can be one step', () => {
    const [one, first] = makeEdit(site, 'fill', (draft) => {
      draft.headers[0]!.looks.scrolled.fill!.opacity = 0.5;
    });
    const [two, second] = makeEdit(one, 'fill', (draft) => {
      draft.headers[0]!.looks.scrolled.fill!.opacity = 0.6;
    });
    expect(site.headers[0]!.looks.scrolled.fill!.opacity).toBe(0.42);
    expect(two.pages).toBe(site.pages);
    const both = joinEdits(first, second);
    expect(applyEdit(two, both, 'back')).toEqual(site);
    expect(applyEdit(site, both, 'forward')).toEqual(two);
  });
});

test('words of the header name no part of the site, whatever they are', () => {
  const words = { lang: 'de', skip: 'Zum Inhalt', menu: 'Menü', close: 'Schließen', more: 'Mehr zu {}' };
  expect(checkSite({ ...site, words })).toEqual([]);
});

describe('what is checked', () => {
  test.each([null, [], 'text', 7])('%j is no part of a site', (data) => {
    expect(checkPart(Menu, data)).toEqual([{ path: '', message: 'Give an object here.' }]);
  });
  test('what lies too deep is refused before its rules are looked at', () => {
    let deep: object = {};
    for (let i = 0; i < 200; i++) deep = { entries: [deep] };
    expect(checkPart(Menu, deep)).toHaveLength(1);
  });
  test('a value that breaks several rules is told once', () => {
    const [swatch] = site.palette;
    const bad = { ...site, palette: [{ ...swatch, id: 7, colour: 7 }] };
    const paths = checkSite(bad).map(({ path }) => path);
    expect(paths).toEqual([...new Set(paths)]);
    expect(paths).toContain('palette[0].id');
  });
  test('of several problems a site file tells the first, and how many more there are', () => {
    const bad = { ...site, name: '', tagline: 7 };
    expect(() => readSite(JSON.stringify(bad))).toThrow(
      /^The site file cannot be used\. \w+: .+ \(and 1 more\)$/,
    );
  });
  test.each([1.5, '1', 0, undefined, null])('a format of %j is none', (format) => {
    expect(() => readSite(JSON.stringify({ ...site, format }))).toThrow('does not say its format');
  });
});
