import { expect, test } from 'vitest';
import { copiedPage } from '../src/gather/copiedPage.ts';
import { unseenBoxes } from '../src/header/boxSeen.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { unpublishedOf } from '../src/placed/unpublished.ts';
import { header, measure, site } from './made.ts';

const edited = (change: (draft: Site) => void): Site => {
  const draft = structuredClone(site);
  change(draft);
  return draft;
};
const told = (change: (draft: Site) => void) =>
  unpublishedOf(site, edited(change)).map(({ of, text }) => `${of}: ${text}`);

test('what is edited and not live is told in words, value by value', () => {
  expect(told(() => {})).toEqual([]);
  const [page] = site.pages;
  expect(
    told((draft) => {
      draft.name = 'Another';
      draft.headers[0]!.rails[0]!.height = 99;
      draft.headers[0]!.looks.scrolled = { ...draft.headers[0]!.looks.scrolled, fill: { opacity: 0.425 } };
      draft.headers[0]!.trials = [];
      draft.headers[0]!.extent = { top: 16, sides: 8, linked: false, radius: 4 };
      draft.pages[0]!.colour = { colour: '#123456' };
    }),
  ).toEqual([
    `Site: name: “${site.name}” to “Another”`,
    expect.stringMatching(/^Header .*: rail 1, height: \d+ to 99$/),
    expect.stringMatching(/^Header .*: looks, After scrolling, fill.*42\.5 %|set$/),
    expect.stringMatching(/^Header .*: inset from the window, top: 16$/),
    expect.stringMatching(/^Header .*: inset from the window, sides: 8$/),
    expect.stringMatching(/^Header .*: inset from the window, linked: no$/),
    expect.stringMatching(/^Header .*: inset from the window, corners: 4$/),
    expect.stringContaining(`Page ${page!.title}: colour: `),
  ]);
});

test('parts that came, went and changed places are told by their names', () => {
  const added = told(
    (draft) =>
      void draft.pages.push({
        ...structuredClone(site.pages[0]!),
        id: 'new',
        title: 'New one',
        path: '/new',
      }),
  );
  expect(added).toEqual(['Page New one: added']);
  const entry = { id: 'more', label: 'More', address: '/more' };
  expect(told((draft) => void draft.menus[0]!.entries.push(entry))).toEqual([
    `Site: menus, ${site.menus[0]!.name}, entries, More: added`,
  ]);
  const { entries } = site.menus[0]!;
  if (entries.length > 1)
    expect(told((draft) => void draft.menus[0]!.entries.reverse())).toEqual([
      `Site: menus, ${site.menus[0]!.name}, entries: in another order`,
    ]);
});

test('a copied page has an address and an id of its own, and is sound beside the first', () => {
  const [page] = site.pages;
  const once = edited((draft) => void draft.pages.push(copiedPage(draft, page!)));
  const twice = { ...once, pages: [...once.pages, copiedPage(once, page!)] };
  expect(checkSite(twice)).toEqual(checkSite(site));
  expect(new Set(twice.pages.map(({ path }) => path)).size).toBe(twice.pages.length);
  const many = copiedPage(site, { ...page!, path: '/log/*' });
  expect(many.path).toBe('/log-2/*');
});

test('an entry carries the classes of its owner, wherever it is marked up, and none that are ours', () => {
  const withClass = (className: string) =>
    edited((draft) => void (draft.menus[0]!.entries[0]!.className = className));
  const html = headerHtml(withClass('track-me second'), header, rootAddresses(site));
  expect(html).toMatch(/class="hr-link track-me second"/);
  expect(html).toMatch(/class="hr-sub track-me second"/);
  for (const wrong of ['hr-link', 'one hr-out', '2nd', 'a"b', 'a  b', ' a'])
    expect(checkSite(withClass(wrong)), wrong).not.toEqual(checkSite(site));
});

test('a header’s box is no wider than it is said, in the middle by whole pixels, and folds where it does not fit in', () => {
  const boxed = (max: number): Header => ({
    ...header,
    extent: { top: 0, sides: 10, max, linked: false, radius: 0 },
  });
  const at = (max: number, width: number) => layoutHeader(site, boxed(max), width, measure);
  expect(at(600, 1001).bar).toMatchObject({ x: 200, width: 601 });
  expect(at(600, 700).bar).toMatchObject({ x: 50, width: 600 });
  expect(at(600, 610).bar).toMatchObject({ x: 10, width: 590 });
  const needed = Math.ceil(layoutHeader(site, header, 1000, measure).needed);
  expect(at(needed, 1000).folded).toBe(false);
  expect(at(needed - 2, 1000).folded).toBe(true);
});

test('a box that has the colour of the page is told, as long as nothing else tells it', () => {
  const page = { ...site.pages[0]!, colour: { colour: '#f4f1ea' } };
  const box = (look: Header['looks']['top'], sides = 20): Header => ({
    ...header,
    extent: { top: 8, sides, linked: false, radius: 0 },
    looks: { top: look, scrolled: { fill: { colour: { colour: '#000000' }, opacity: 1 } } },
  });
  const fill = { colour: { colour: '#f2efe8' }, opacity: 1 };
  expect(unseenBoxes(site, box({ fill }), [page])).toEqual([{ moment: 'top', pages: [page] }]);
  expect(unseenBoxes(site, box({ fill, edge: { on: true, colour: { colour: '#000000' } } }), [page])).toEqual(
    [],
  );
  expect(unseenBoxes(site, box({ fill: { ...fill, colour: { colour: '#888888' } } }), [page])).toEqual([]);
  expect(unseenBoxes(site, { ...box({ fill }), extent: undefined as never }, [page])).toEqual([]);
});
