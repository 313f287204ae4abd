import { afterAll, beforeAll, expect, test } from 'vitest';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { headerItems, type Header, type Look } from '@hatrail/core/model/header';
import type { PageOwn } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { answerFor } from '@hatrail/core/placed/answers';
import { random } from '../core/test/made.ts';
import { Agreement, expectAgreement, expectBoxes } from './agreeing.ts';
import { chanceSite } from './chance.ts';
import { openViewer, type Viewer } from './viewer.ts';

/** Pages on which something of their header differs, beside a page with another header: as it is told, so it is painted. */

const PAGES = Number(process.env.CHANCES ?? (process.env.LONG ? 20 : 1));
const FIRST = Number(process.env.FIRST ?? 1);
const tally = new Agreement();
let loaded: LoadedSite;
let viewer: Viewer;

beforeAll(async () => {
  loaded = await loadSite('demo/larkfell.hatrail.json');
  viewer = await openViewer(loaded);
});
afterAll(async () => {
  console.log(String(tally));
  await viewer.close();
});

/** What differs on a page, by chance: every kind of difference alone, and with others. */
function ownByChance(site: Site, header: Header, seed: number): PageOwn {
  const next = random(seed * 53);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const use = () => ({ swatch: pick(site.palette).id });
  const look = (): Look => ({
    ...(next() < 0.6 && {
      ink: { link: use(), hover: use(), current: use(), logo: pick(['light', 'dark']) },
    }),
    ...(next() < 0.6 && { fill: { colour: use(), opacity: pick([0, 0.3, 0.8]) } }),
    ...(next() < 0.3 && { tint: { colour: use(), opacity: 0.4 } }),
  });
  const ids = headerItems(header)
    .filter(({ kind }) => kind !== 'logo')
    .map(({ id }) => id);
  const isAlone = seed % 5;
  return {
    header: header.id,
    ...((isAlone === 0 || next() < 0.5) && { begins: 'scrolled' as const }),
    ...((isAlone === 1 || next() < 0.4) && {
      lies: header.manner.lies === 'over' ? ('above' as const) : ('over' as const),
    }),
    ...((isAlone === 2 || next() < 0.4) && {
      switch: { at: 'distance' as const, distance: pick([20, 90, 200]) },
    }),
    ...((isAlone === 3 || next() < 0.5) && {
      hidden: [pick(ids), ...(header.rails.length > 1 && next() < 0.4 ? ['rail-2'] : [])],
    }),
    ...((isAlone === 4 || next() < 0.7) && { looks: { top: look(), scrolled: look() } }),
  };
}

for (let seed = FIRST; seed < FIRST + PAGES; seed++) {
  test(`a page with differences of its own, number ${seed}`, async () => {
    const { site, header, scrolls, ...window } = chanceSite(loaded.site, seed + 40);
    const page = { ...site.pages[0]!, own: [ownByChance(site, header, seed)] };
    const other = { ...structuredClone(loaded.site.headers[1]!), id: 'other' };
    const placed: Site = {
      ...site,
      menus: [
        ...site.menus,
        ...loaded.site.menus.filter(({ id }) => site.menus.every((menu) => menu.id !== id)),
      ],
      pages: [page, ...site.pages.slice(1)],
      headers: [other, header],
      placements: [
        { id: 'here', header: header.id, pages: [page.id] },
        { id: 'else', header: 'other' },
      ],
    };
    const { worn } = answerFor(placed, page, 'signed in');
    expect(worn).toBeDefined();
    const shown = await viewer.show(placed, worn!, page, window);
    await expectBoxes(shown.tab, shown.scene.layouts.top.inks);
    for (const scroll of new Set(scrolls.map((each) => Math.min(each, shown.scene.maxScroll))))
      await expectAgreement({ ...shown, logos: false }, scroll, tally);
  });
}
