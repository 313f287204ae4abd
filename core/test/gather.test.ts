import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { parseColour } from '../src/colour/rgb.ts';
import { lengthOfContrast, luminanceAt, moveOnRod, placeOnRod, readableOn } from '../src/colour/rod.ts';
import { freeId } from '../src/gather/freeId.ts';
import { moveEntry, menuRemarks, placeEntry } from '../src/gather/menuTree.ts';
import { changedPairs, pairsInUse, swatchPairs } from '../src/gather/pairs.ts';
import { placeName } from '../src/gather/places.ts';
import { readMenu } from '../src/gather/readMenu.ts';
import { coloursInUse, removeSwatch, setUses, usesOf } from '../src/gather/swatches.ts';
import { removePage, removePicture, useInstead, usesOfPart } from '../src/gather/uses.ts';
import { checkSite, valueProblem } from '../src/model/check.ts';
import { changesOf, withChanges, withTheirs } from '../src/model/changes.ts';
import { entriesOf, Menu, type AnyEntry } from '../src/model/menu.ts';
import { Swatch } from '../src/model/palette.ts';
import type { Site } from '../src/model/site.ts';
import { PALETTES } from '../src/start/palettes.ts';
import { START_HEADERS } from '../src/start/headers.ts';
import { newSite } from '../src/start/newSite.ts';
import { changedVerdicts } from '../src/sweep/compare.ts';
import type { Row } from '../src/sweep/prove.ts';
import { readProperties, writeProperties } from '../src/tokens/customProperties.ts';
import { readTokens, writeTokens } from '../src/tokens/designTokens.ts';
import { site } from './made.ts';

const rgb = (text: string) => parseColour(text)!;
const copy = () => structuredClone(site);

describe('the contrast rod', () => {
  test('the distance between two colours is the logarithm of their contrast', () => {
    for (const [a, b] of [
      ['#101b33', '#e8b04a'],
      ['#767676', '#ffffff'],
      ['#000000', '#ffffff'],
    ] as const) {
      const distance = Math.abs(placeOnRod(rgb(a)) - placeOnRod(rgb(b)));
      expect(distance).toBeCloseTo(lengthOfContrast(contrastRatio(rgb(a), rgb(b))), 10);
    }
    expect([placeOnRod(rgb('#000')), placeOnRod(rgb('#fff'))]).toEqual([0, 1]);
  });

  test('a colour that is moved hangs where it was put, within what 8 bits allow, and keeps its hue', () => {
    for (const place of [0.2, 0.45, 0.7, 0.95]) {
      const moved = moveOnRod(rgb('#2ea37b'), place);
      expect(Math.abs(placeOnRod(moved) - place)).toBeLessThan(0.012);
      expect(moved.g).toBeGreaterThanOrEqual(moved.r);
    }
    expect(luminanceAt(placeOnRod(rgb('#808080')))).toBeCloseTo(0.2159, 3);
    expect(readableOn(rgb('#777777'))).toEqual({ r: 0, g: 0, b: 0 });
  });
});

describe('swatches', () => {
  test('are found wherever they are used, and told by what they are for', () => {
    const names = usesOf(site, 'white').map(({ name }) => name);
    expect(names).toContain('Colour, Home');
    expect(names).toContain('Links, At the top, Plain header');
    expect(names).toContain('Ink, folded menu and drop-downs, Plain header');
    // A backdrop that is no more than its colour is not taken for a colour itself.
    expect(coloursInUse(site).every(({ use }) => typeof (use.swatch ?? use.colour) === 'string')).toBe(true);
  });

  test('one that goes leaves another in its place everywhere; the site stays sound', () => {
    const draft = copy();
    const places = usesOf(draft, 'white').length;
    removeSwatch(draft, 'white', { swatch: 'snow' });
    expect(usesOf(draft, 'snow')).toHaveLength(usesOf(site, 'snow').length + places);
    expect(checkSite(draft)).toEqual([]);
  });

  test('a use is cut loose by itself, and the others still follow', () => {
    const draft = copy();
    const [first, ...others] = usesOf(draft, 'white');
    setUses(draft, [first!], { colour: '#fefefe' });
    expect(usesOf(draft, 'white')).toHaveLength(others.length);
  });

  test('pairs in use are those of even grounds; what lies over a see-through fill is the sweep’s', () => {
    const where = pairsInUse(site).map((pair) => pair.where);
    expect(where).toEqual(['Folded menu and drop-downs, Plain header']);
    const draft = copy();
    draft.headers[0]!.looks.scrolled.fill = { opacity: 1 };
    const groups = swatchPairs(pairsInUse(draft));
    expect(groups).toHaveLength(1);
    expect(groups[0]).toMatchObject({ ink: 'white', ground: 'night', verdict: 'clear' });
    expect(groups[0]!.contrast).toBeCloseTo(17.1, 1);
  });

  test('a change of colours tells which pairs it makes others', () => {
    const paler = {
      ...site,
      palette: site.palette.map((s) => (s.id === 'night' ? { ...s, colour: '#8090a0' } : s)),
    };
    const [change, ...more] = changedPairs(site, paler);
    expect(more).toEqual([]);
    expect(change).toMatchObject({
      from: { verdict: 'clear' },
      to: { verdict: 'strained', where: 'Folded menu and drop-downs, Plain header' },
    });
    expect(changedPairs(site, site)).toEqual([]);
  });

  test('an id is made from a name, and never given twice', () => {
    expect(freeId('Été à la mer!', [])).toBe('ete-a-la-mer');
    expect(freeId('夜', [])).toBe('one');
    expect(freeId('Night', [{ id: 'night' }, { id: 'night-2' }])).toBe('night-3');
  });

  test('a value is checked by the document’s own rule', () => {
    expect(valueProblem(Swatch, 'name', 'Crust')).toBeUndefined();
    expect(valueProblem(Swatch, 'name', '')).toBe('Give a text; it is empty.');
    expect(valueProblem(Swatch, 'colour', 'rgb(0 0 0 / 0.5)')).toMatch(/lets the page through/);
  });
});

describe('design tokens', () => {
  test('go out and come in again as the same palette', () => {
    const read = readTokens(writeTokens(site.palette));
    expect(read.swatches).toEqual(site.palette.map((s) => ({ ...s, id: `palette-${s.id}` })));
    expect(readProperties(writeProperties(site.palette)).swatches.map(({ colour }) => colour)).toEqual(
      site.palette.map(({ colour }) => colour),
    );
  });

  test('types are inherited, aliases followed, other kinds and colour spaces told apart', () => {
    const { swatches, left } = readTokens(
      JSON.stringify({
        brand: {
          $type: 'color',
          base: { $value: { colorSpace: 'srgb', components: [1, 0.5, 0] } },
          again: { $value: '{brand.base}', $description: 'Orange again' },
          deep: { on: { $value: { colorSpace: 'hsl', components: [210, 100, 20] } } },
          glass: { $value: '#ff000080' },
          broken: { $value: 'orangeish' },
        },
        space: { $type: 'dimension', small: { $value: '4px' } },
      }),
    );
    expect(swatches).toEqual([
      { id: 'brand-base', name: 'base', colour: '#ff8000' },
      { id: 'brand-again', name: 'Orange again', colour: '#ff8000' },
      { id: 'brand-deep-on', name: 'on', colour: '#003366' },
    ]);
    expect(left).toEqual([
      'brand.glass: it lets the page through; a swatch is solid.',
      'brand.broken: "orangeish" is no colour.',
    ]);
  });

  test.each([
    ['{', /breaks off/],
    ['[]', /should hold groups/],
    ['{"a":{"$type":"color","$value":"{a}"}}', /round in a circle/],
    ['{"a":{"$type":"color","$value":"{b.c}"}}', /not in the file/],
    ['{"__proto__":{"$type":"color","$value":"{constructor.name}"}}', /.*/],
    ['{"a":{"$value":"4px","$type":"dimension"}}', /no colour/],
  ])('%s: a clear message', (text, message) => {
    expect(() => readTokens(text)).toThrow(message);
  });

  test('custom properties: var() and its fallback are followed, a circle is told', () => {
    const { swatches } = readProperties(
      '/* --old: red */ :root{--ink:#123;--text:var(--ink);--warm:var(--none, hsl(30 100% 50%));--gap:4px}',
    );
    expect(swatches.map(({ name, colour }) => [name, colour])).toEqual([
      ['Ink', '#112233'],
      ['Text', '#112233'],
      ['Warm', '#ff8000'],
    ]);
    expect(() => readProperties('a{--a:var(--b);--b:var(--a)}')).toThrow(/round in a circle/);
    expect(() => readProperties('a{--gap:4px}')).toThrow(/no colour/);
  });
});

describe('a menu that is read', () => {
  const shape = (entries: readonly AnyEntry[]): unknown[] =>
    entries.map(({ label, page, address, children }) => [
      label ?? `(${page})`,
      ...(page ? [`page ${page}`] : address ? [address] : []),
      ...(children ? [shape(children)] : []),
    ]);

  test('from markup: lists become levels, pages are found, scripts and dead addresses are not', () => {
    const { from, entries, left } = readMenu(
      site,
      `<nav><ul class="m"><li><a href="/">Home</a></li>
       <li><button>More</button><div><ul><li><a href="shop">Shop <svg><text>x</text></svg></a>
       <ul><li><a href="/shop/a">A</a><ul><li><a href="/deep">Deep</a></li></ul></li></ul></li></ul></div></li>
       <li><a href="javascript:alert(1)">Trap</a></li></ul><script>bad()</script></nav>`,
    );
    expect(from).toBe('markup');
    expect(shape(entries)).toEqual([
      ['(home)', 'page home'],
      [
        'More',
        [
          [
            'Shop',
            '/shop',
            [
              ['A', '/shop/a'],
              ['Deep', '/deep'],
            ],
          ],
        ],
      ],
      ['Trap'],
    ]);
    expect(left).toEqual([
      'What is below “A” was a level too many: it stands beside it.',
      '“Trap”: the address javascript:alert(1) cannot be used; the entry leads nowhere.',
    ]);
  });

  test('from bare links, one after another', () => {
    const { entries } = readMenu(site, '<a href="/a">A &amp; B</a> <a href="#c">C</a>');
    expect(shape(entries)).toEqual([
      ['A & B', '/a'],
      ['C', '#c'],
    ]);
  });

  test('from a sitemap: folders become levels', () => {
    const { from, entries } = readMenu(
      site,
      `<?xml version="1.0"?><urlset><url><loc>https://x.example/</loc></url><url><loc>https://x.example/boats/little-kestrel.html</loc></url>
       <url><loc> https://x.example/boats/ </loc></url><url><loc>https://x.example/fares?a=1&amp;b=2</loc></url></urlset>`,
    );
    expect(from).toBe('sitemap');
    expect(shape(entries)).toEqual([
      ['(home)', 'page home'],
      ['Boats', '/boats', [['Little kestrel', '/boats/little-kestrel.html']]],
      ['Fares', '/fares'],
    ]);
  });

  test('from lines: indents become levels, an address may follow', () => {
    const { entries } = readMenu(
      site,
      'Visit /visit\n\tGetting here: /visit#here\n  - Tickets\nWrite to us mailto:a@b.example\n',
    );
    expect(shape(entries)).toEqual([
      ['Visit', '/visit', [['Getting here', '/visit#here'], ['Tickets']]],
      ['Write to us', 'mailto:a@b.example'],
    ]);
  });

  test('every reading is sound to the document’s rules, letters of any script included', () => {
    const { entries } = readMenu(site, `زيارة /a\n🚢 Boats\n${'x'.repeat(300)}\n<b>bold</b>`);
    const draft = copy();
    draft.menus = [{ id: 'main', name: 'Main', entries } as Menu];
    expect(checkSite(draft)).toEqual([]);
    expect(entries[2]!.label).toHaveLength(120);
  });

  test.each([
    ['<!DOCTYPE x [<!ENTITY a "aaaa">]><urlset>&a;</urlset>', /defines entities/],
    ['<urlset></urlset>', /no address/],
    ['<ul><li></li></ul>', /no link/],
    ['a'.repeat(5_000_000), /5\.0 MB/],
  ])('%.30s: a clear message', (text, message) => {
    expect(() => readMenu(site, text)).toThrow(message);
  });

  test('takes 200 entries and says that there were more', () => {
    const { entries, left } = readMenu(
      site,
      Array.from({ length: 260 }, (_, i) => `Page ${i} /p${i}`).join('\n'),
    );
    expect(entries).toHaveLength(200);
    expect(left).toEqual(['Only the first 200 entries were taken.']);
  });
});

describe('a menu as a tree', () => {
  const menu = (): Menu => ({
    id: 'm',
    name: 'Menu',
    entries: [
      { id: 'a', label: 'A', address: '/' },
      {
        id: 'b',
        label: 'B',
        standsOut: true,
        children: [{ id: 'c', label: 'C', children: [{ id: 'd', label: 'D' }] }],
      },
      { id: 'e', label: 'E', address: '/gone' },
    ],
  });
  const flat = (m: Menu) =>
    entriesOf(m)
      .map(({ entry, level }) => `${'-'.repeat(level)}${entry.id}`)
      .join(' ');

  test('entries move among their neighbours, in and out, and no deeper than two levels', () => {
    const m = menu();
    expect(moveEntry(m, 'a', 'up')).toBe(false);
    expect(moveEntry(m, 'e', 'in')).toBe(true);
    expect(flat(m)).toBe('a b -c --d -e');
    expect(moveEntry(m, 'e', 'in')).toBe(true);
    expect(flat(m)).toBe('a b -c --d --e');
    expect(moveEntry(m, 'e', 'in')).toBe(false);
    expect(moveEntry(m, 'c', 'out')).toBe(true);
    expect(flat(m)).toBe('a b c -d -e');
    expect(m.entries[1]!.children).toBeUndefined();
    expect(moveEntry(m, 'b', 'in')).toBe(true);
    expect(entriesOf(m).find(({ entry }) => entry.id === 'b')!.entry.standsOut).toBeUndefined();
  });

  test('a dragged entry lands beside or below another, never within itself or too deep', () => {
    const m = menu();
    expect(placeEntry(m, 'b', 'd', 'after')).toBe(false);
    expect(placeEntry(m, 'b', 'a', 'below')).toBe(false);
    expect(placeEntry(m, 'e', 'd', 'before')).toBe(true);
    expect(flat(m)).toBe('a b -c --e --d');
    expect(placeEntry(m, 'd', 'a', 'below')).toBe(true);
    expect(flat(m)).toBe('a -d b -c --e');
  });

  test('a second link home, a page that is gone and a dead end are pointed out', () => {
    const m = menu();
    expect(menuRemarks(site, m, true).map(({ message }) => message)).toEqual([
      'A: the logo leads home already.',
      'D leads nowhere and opens nothing.',
      'E: there is no page /gone in this site.',
    ]);
    expect(menuRemarks(site, m, false).map(({ entry }) => entry)).toEqual(['d', 'e']);
  });
});

describe('parts that are used elsewhere', () => {
  test('a picture is found by all its uses, replaced in all, and taken out of all', () => {
    const draft = copy();
    draft.pictures.push({ ...draft.pictures[0]!, id: 'new' });
    const { bands } = draft.pages[0]!;
    bands[0]!.backdrop.picture = { picture: 'logo', size: 'cover', x: 0, y: 0, repeat: 'repeat' };
    bands[1]!.contents = [{ kind: 'pictures', pictures: ['logo'] }];
    draft.headers[0]!.rails[0]!.start.push({ kind: 'picture', id: 'p', picture: 'logo', height: 20 });
    const names = usesOfPart(draft, 'picture', 'logo').map(({ path }) => placeName(draft, path));
    expect(names.sort()).toEqual(
      [
        'Backdrop of dark, Home',
        'Logo, dark',
        'Logo, light',
        'Logo, Plain header',
        'Pictures of snow, Home',
      ].sort(),
    );
    useInstead(draft, 'picture', 'logo', 'new');
    expect(usesOfPart(draft, 'picture', 'new')).toHaveLength(5);
    removePicture(draft, 'new');
    expect(usesOfPart(draft, 'picture', 'new')).toEqual([]);
    expect(checkSite(draft)).toEqual([]);
  });

  test('links to a page that goes keep its address and its name, or go elsewhere', () => {
    const draft = copy();
    draft.pages.push({ ...structuredClone(draft.pages[0]!), id: 'tour', title: 'The tour', path: '/tour' });
    draft.menus[0]!.entries.push({ id: 'tour', page: 'tour' });
    const other = structuredClone(draft);
    removePage(draft, 'tour');
    expect(draft.menus[0]!.entries.at(-1)).toEqual({ id: 'tour', address: '/tour', label: 'The tour' });
    removePage(other, 'tour', 'home');
    expect(other.menus[0]!.entries.at(-1)).toEqual({ id: 'tour', page: 'home' });
    expect([checkSite(draft), checkSite(other)]).toEqual([[], []]);
  });
});

describe('changes', () => {
  const revisions = { site: 3, pages: { home: 5 }, headers: { plain: 2 } };
  const edited = (): Site => ({
    ...site,
    name: 'Other',
    pages: [{ ...site.pages[0]!, id: 'new', path: '/new' }, site.pages[0]!],
    headers: [],
  });

  test('what differs is told with the revisions it was made on, and put back together to the same site', () => {
    const changes = changesOf(site, edited(), revisions)!;
    expect(changes).toMatchObject({
      values: { revision: 3, value: { name: 'Other' } },
      pages: [{ id: 'new', revision: 0 }],
      headers: [{ id: 'plain', revision: 2, value: null }],
      order: { pages: ['new', 'home'], headers: [] },
    });
    expect(withChanges(site, changes)).toEqual(edited());
    expect(changesOf(site, site, revisions)).toBeUndefined();
  });

  test('the other window’s parts are taken, and a part that it deleted goes', () => {
    const theirs = { ...site.headers[0]!, name: 'Theirs' };
    const taken = withTheirs(edited(), [
      { kind: 'header', id: 'plain', name: 'Plain', revision: 9, theirs },
      { kind: 'page', id: 'home', name: 'Home', revision: 0, theirs: null },
    ]);
    expect(taken.headers).toEqual([theirs]);
    expect(taken.pages.map(({ id }) => id)).toEqual(['new']);
    expect(taken.name).toBe('Other');
  });
});

describe('verdicts before and after', () => {
  const row = (itemId: string, worst: number, verdict: Row['verdict'], page = '/'): Row => ({
    page,
    header: 'h',
    width: 1280,
    moment: 'top',
    item: itemId,
    itemId,
    state: 'rest',
    part: 'ink',
    needed: 4.5,
    worst,
    verdict,
    scroll: 0,
    cell: { x: 0, y: 0, width: 1, height: 1 },
    box: { x: 0, y: 0, width: 1, height: 1 },
    span: { from: 0, to: 1 },
  });

  test('only items whose worst verdict becomes another are told, at their worst place', () => {
    const before = [row('a', 9, 'clear'), row('a', 5, 'clear', '/b'), row('b', 5, 'clear')];
    const after = [row('a', 9, 'clear'), row('a', 2, 'lost', '/b'), row('b', 4.6, 'clear')];
    const changes = changedVerdicts(before, after);
    expect(changes).toHaveLength(1);
    expect(changes[0]).toMatchObject({
      item: 'a',
      from: { verdict: 'clear', contrast: 5 },
      to: { verdict: 'lost', contrast: 2, row: { page: '/b' } },
    });
  });
});

describe('what a site starts with', () => {
  test.each([...START_HEADERS.map(({ id }) => id), 'empty'])('a new site with %s is sound', (id) => {
    expect(checkSite(newSite('New', id))).toEqual([]);
  });

  test('every palette can take another’s place, and its pairs in use are clear', () => {
    for (const { swatches } of PALETTES) {
      for (const { id } of START_HEADERS) {
        const made = { ...newSite('New', id), palette: swatches };
        expect(checkSite(made)).toEqual([]);
        const lost = pairsInUse(made).filter(({ verdict }) => verdict === 'lost');
        expect(lost.map(({ where }) => where)).toEqual([]);
      }
    }
  });
});
