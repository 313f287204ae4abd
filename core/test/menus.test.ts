import { describe, expect, test } from 'vitest';
import { moveEntry, menuRemarks, placeEntry } from '../src/gather/menuTree.ts';
import { readMenu } from '../src/gather/readMenu.ts';
import { checkSite } from '../src/model/check.ts';
import { entriesOf, Menu, type AnyEntry } from '../src/model/menu.ts';
import { site } from './made.ts';

const copy = () => structuredClone(site);

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
