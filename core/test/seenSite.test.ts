import { describe, expect, test } from 'vitest';
import type { SeenHeader, SeenSite, SeenStyle } from '../src/gather/captured.ts';
import { itemsOf } from '../src/model/header.ts';
import { checkSite } from '../src/model/check.ts';
import { SEEN_PARTS, type SeenPart } from '../src/model/seen.ts';
import { nearestFamily, pathOf, siteOfSeen, titleOf, type SeenFiles } from '../src/start/seenSite.ts';

/** An ordinary site of what was seen elsewhere: nothing of it is believed, and all of it can be left out. */

const START = 'https://shop.example/wares/';
const solid = (hex: string, opacity = 1) => ({ hex, opacity });
const style = (more: Partial<SeenStyle> = {}): SeenStyle => ({
  family: 'Georgia',
  generic: 'serif',
  weight: 450,
  size: 17.3,
  lineHeight: 24,
  letterSpacing: 0.42,
  transform: 'none',
  ...more,
});
const header: SeenHeader = {
  height: 71.6,
  inset: 40,
  gap: 22.4,
  lies: 'over',
  onScroll: 'stays',
  top: { fill: solid('#000000', 0), link: solid('#ffffff'), current: undefined },
  scrolled: { fill: solid('#203040', 0.8), link: solid('#ffffff'), current: solid('#ffd400') },
  hover: solid('#ffd400'),
  logo: { kind: 'picture', address: 'logo', alt: 'Wares', height: 38.2 },
  entries: [
    { label: 'Pots', address: `${START}pots.html`, entries: [] },
    {
      label: 'Courses',
      address: `${START}courses.html`,
      entries: [
        { label: 'A day', address: `${START}courses.html#day`, entries: [] },
        { label: 'A bad one', address: 'javascript:alert(1)', entries: [] },
      ],
    },
    { label: '', address: 'https://elsewhere.example/x', entries: [] },
  ],
  button: { label: 'Ask', address: `${START}`, ink: solid('#ffffff'), fill: solid('#aa2211'), radius: 999 },
};
const seen: SeenSite = {
  address: START,
  name: 'Wares',
  pages: [
    {
      address: START,
      title: 'Wares | Home',
      colour: '#ffffff',
      pictures: [
        { width: 390, file: 'a' },
        { width: 1280, file: 'b' },
      ],
      blocks: [],
    },
    {
      address: `${START}pots.html`,
      title: 'Pots – Wares',
      colour: '#fefefe',
      pictures: [{ width: 1280, file: 'b' }],
      blocks: [],
    },
    { address: `${START}Courses.html?x=1`, title: '', colour: '#ffffff', pictures: [], blocks: [] },
  ],
  header,
  colours: [
    { hex: '#ffffff', opacity: 1, area: 9e6, uses: ['page'] },
    { hex: '#fefefe', opacity: 1, area: 8e6, uses: ['ground'] },
    { hex: '#123456', opacity: 1, area: 7e6, uses: ['ground'] },
  ],
  type: {
    heading: style({ size: 400 }),
    text: style(),
    menu: style({ family: 'Own Face', transform: 'uppercase' }),
    button: style({ size: 2 }),
  },
  fonts: [{ family: 'own face', weight: 400, file: 'font', ending: 'woff2' }],
  leftOut: [],
  views: [],
  notes: [],
};
const files: SeenFiles = {
  pictures: new Map([
    ['a', { file: 'taken-a.png', width: 390, height: 2000 }],
    ['b', { file: 'taken-b.png', width: 1280, height: 1500 }],
    ['logo', { file: 'logo.svg', width: 120, height: 40 }],
  ]),
  fonts: new Map([['font', { id: 'own-0123456789ab', name: 'Own Face', file: 'own.woff2' }]]),
};
const made = (without: SeenPart[] = [], of: Partial<SeenSite> = {}) =>
  siteOfSeen({ ...seen, ...of }, files, new Set(without));

describe('a site that was seen', () => {
  test('is a sound document, whatever of it is left out', () => {
    for (let bits = 0; bits < 2 ** SEEN_PARTS.length; bits++)
      expect(checkSite(made(SEEN_PARTS.filter((_, i) => bits & (1 << i))))).toEqual([]);
    expect(checkSite(made([], { header: undefined, colours: [], fonts: [] }))).toEqual([]);
    const huge = { ...header, height: 9999, inset: 9999, gap: 9999, logo: { ...header.logo!, height: 9999 } };
    const nothing = {
      ...header,
      height: 0,
      inset: -9,
      gap: -9,
      button: { ...header.button!, label: ' ', radius: -1 },
    };
    for (const each of [
      huge,
      nothing,
      { ...header, logo: { kind: 'text', text: '', size: 999, ink: header.top.link } },
    ])
      expect(checkSite(made([], { header: each as SeenHeader, name: '' }))).toEqual([]);
  });

  test('has its pages at addresses of ours, with their pictures, and remembers where they came from', () => {
    const { pages, pictures } = made();
    expect(pages.map(({ path, title, from }) => [path, title, from])).toEqual([
      ['/', 'Home', START],
      ['/pots', 'Pots', `${START}pots.html`],
      ['/courses/x-1', 'Untitled', `${START}Courses.html?x=1`],
    ]);
    expect(pages[0]!.snapshots?.map(({ width }) => width)).toEqual([390, 1280]);
    // Two pages that look alike share a picture, so that no file is named twice.
    expect(pictures.map(({ file }) => file)).toEqual(['taken-a.png', 'taken-b.png', 'logo.svg']);
    expect(pages[1]!.snapshots).toEqual([pages[0]!.snapshots![1]]);
  });

  test('its menu leads to the pages that came with it, to places on them, and nowhere that is not safe', () => {
    expect(made().menus[0]!.entries).toMatchObject([
      { label: 'Pots', page: 'pots' },
      {
        label: 'Courses',
        address: `${START}courses.html`,
        children: [{ address: `${START}courses.html#day` }, { label: 'A bad one', address: '/' }],
      },
      { address: 'https://elsewhere.example/x' },
    ]);
  });

  test('its header wears what theirs does: over the page without a fill, solid later, with its inks, logo and button', () => {
    const site = made();
    const [own] = site.headers as [(typeof site.headers)[number]];
    const colour = (use?: { swatch?: string }) => site.palette.find(({ id }) => id === use?.swatch)?.colour;
    expect(own.manner).toMatchObject({ lies: 'over', onScroll: 'stays' });
    expect(own.looks.top.fill?.opacity).toBe(0);
    expect(own.looks.scrolled.fill?.opacity).toBe(0.8);
    expect(colour(own.looks.scrolled.fill?.colour)).toBe('#203040');
    expect(
      [own.looks.top.ink?.link, own.looks.top.ink?.hover, own.looks.scrolled.ink?.current].map(colour),
    ).toEqual(['#ffffff', '#ffd400', '#ffd400']);
    expect(own.rails[0]).toMatchObject({ height: 72, inset: 40 });
    expect(itemsOf(own.rails[0]!)).toMatchObject([
      { kind: 'logo', height: 38 },
      { kind: 'menu', gap: 22 },
      { kind: 'button', label: 'Ask', page: 'home', radius: 40 },
    ]);
    expect(itemsOf(made(['logo']).headers[0]!.rails[0]!)[0]).toMatchObject({ kind: 'name' });
    // Colours that are all but alike are one swatch; those of the header stay as they are.
    expect(site.palette.map((swatch) => swatch.colour)).toEqual([
      '#ffffff',
      '#ffd400',
      '#203040',
      '#aa2211',
      '#fefefe',
      '#123456',
    ]);
  });

  test('its type is within what a document holds, in its own face where that came along', () => {
    expect(made().type).toMatchObject({
      heading: { family: 'source-serif-4', size: 120, weight: 400 },
      text: { size: 17.5, lineHeight: 1.39, letterSpacing: 0.4 },
      menu: { family: 'own-0123456789ab', letterCase: 'capitals' },
      button: { size: 10 },
    });
    expect(made(['type']).fonts).toBeUndefined();
  });
});

test.each([
  ['Georgia', 'serif', 'source-serif-4'],
  ['Times New Roman', 'Times', 'source-serif-4'],
  ['Helvetica Neue', 'sans-serif', 'hanken-grotesk'],
  ['Roboto Condensed', 'sans-serif', 'barlow-condensed'],
  ['Roboto Slab', 'serif', 'zilla-slab'],
  ['Open Sans', 'sans-serif', 'source-sans-3'],
  ['PT Sans Serif', 'sans-serif', 'source-sans-3'],
])('%s, %s is nearest to %s', (family, generic, near) =>
  expect(nearestFamily({ family, generic })).toBe(near),
);

test.each([
  ['https://a.example/', 'https://a.example/', '/'],
  ['https://a.example/about/', 'https://a.example/', '/about'],
  ['https://a.example/About%20Us.php', 'https://a.example/', '/about-us'],
  ['https://a.example/de/wir/da/x.html', 'https://a.example/de/', '/wir/da/x'],
  ['https://a.example/b/index.html', 'https://a.example/', '/b'],
  ['https://a.example/?p=12', 'https://a.example/', '/p-12'],
])('%s of a site at %s is %s', (address, start, path) => expect(pathOf(address, start)).toBe(path));

test('a title is the page’s, not the site’s', () => {
  expect(titleOf('Find us | Wares', 'Wares')).toBe('Find us');
  expect(titleOf('Wares', 'Wares')).toBe('Wares');
  expect(titleOf('', 'Wares')).toBe('Untitled');
});
