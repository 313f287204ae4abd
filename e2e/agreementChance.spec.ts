import { afterAll, beforeAll, expect, test } from 'vitest';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import type { HeaderInk } from '@hatrail/core/header/ink';
import type { Site } from '@hatrail/core/model/site';
import { layoutScene, momentAt } from '@hatrail/core/sweep/scene';
import { random } from '../core/test/made.ts';
import { Agreement, expectAgreement, expectBoxes, expectWorst } from './agreeing.ts';
import { expectBecoming, expectBeside } from './agreeingStates.ts';
import { chanceSite } from './chance.ts';
import { inspector } from './shots.ts';
import { openViewer, type Viewer } from './viewer.ts';

/** Headers with one of everything, at rest and while something is done to one of their links, beside a scrollbar that takes room. */

const HEADERS = Number(process.env.CHANCES ?? (process.env.LONG ? 21 : 2));
const FIRST = Number(process.env.FIRST ?? 1);
const tally = new Agreement();
let loaded: LoadedSite;
let viewer: Viewer;

beforeAll(async () => {
  loaded = await loadSite('demo/larkfell.hatrail.json');
  viewer = await openViewer(loaded, true);
  const session = await inspector(viewer.tab);
  await session.send('DOM.enable');
  await session.send('CSS.enable');
});
afterAll(async () => {
  console.log(String(tally));
  await viewer.close();
});

/** Where the item of an ink is in the page; the menu button is of none. */
const itemOf = ({ item }: HeaderInk) => (item === undefined ? '.hr-toggle' : `.hr-item-${item}`);

/** Where an ink's element is in the page. */
function selectorOf(site: Site, ink: HeaderInk): string {
  const self = itemOf(ink);
  if (ink.entry !== undefined) {
    const at = site.menus[0]!.entries.findIndex(({ id }) => id === ink.entry) + 1;
    const part = ink.id.endsWith('-opener') ? '.hr-opener' : ':is(.hr-link, .hr-label)';
    return `${self} .hr-menu > :nth-child(${at}) > ${part}`;
  }
  // Of a search that stands open it is the field that has the keyboard, not what is round it.
  if (ink.item === 'find') return ink.id.endsWith('-send') ? `${self} .hr-send` : `${self} input`;
  return ink.item === 'icons' ? `${self} li:nth-child(${ink.id.endsWith('one') ? 1 : 2}) > a` : self;
}

for (let seed = FIRST; seed < FIRST + HEADERS; seed++) {
  test(`a header with one of everything, number ${seed}`, async () => {
    const { site, header, scrolls, ...window } = chanceSite(loaded.site, seed);
    const shown = await viewer.show(site, header, site.pages[0]!, window);
    const { scene, tab } = shown;
    await expectBoxes(tab, scene.layouts.top.inks);
    const by = random(seed * 31);
    const places = [...new Set(scrolls.map((scroll) => Math.min(scroll, scene.maxScroll)))];
    for (const [i, scroll] of places.entries()) {
      const logos = i === 1 ? (seed % 2 === 0 ? true : 'command line') : false;
      const isTaking = shown.ways > 1;
      const way = isTaking ? await shown.see(Math.floor(by() * shown.ways)) : undefined;
      const seen = { ...shown, ...way, logos } as const;
      await expectAgreement(seen, scroll, tally);
      const inks = scene.layouts[momentAt(scene, scroll)].inks.filter(
        (ink) => !ink.isStill && ink.focus !== false && ink.item !== 'logo',
      );
      const ink = inks[Math.floor(by() * inks.length)]!;
      const states = ['hover', 'focused', 'pressed', ...(ink.opens ? ['open' as const] : [])] as const;
      const state = states[Math.floor(by() * states.length)]!;
      const at = { ink, selector: selectorOf(site, ink), item: itemOf(ink) };
      await expectBeside(seen, scroll, { ...at, state }, tally);
      // Pictures that take turns would begin to, with the motion that it needs.
      if (i === 0 && !isTaking) await expectBecoming(seen, scroll, at, 0.1 + 0.8 * by(), tally);
    }
  });
}

test('at every scroll of a page: the worst that is told is the worst there is', async () => {
  const { site, header, width } = chanceSite(loaded.site, 8);
  const [first] = site.pages;
  first!.bands.length = 2;
  const tall = layoutScene(site, header, first!, { width, windowHeight: 320 }, skiaMeasure()).laid.height;
  // All but a few pixels of it fit into the window.
  const scrolls = process.env.LONG ? 16 : 7;
  const shown = await viewer.show(site, header, first!, { width, windowHeight: tall - scrolls });
  expect(shown.scene.maxScroll).toBe(scrolls);
  await expectWorst({ ...shown, logos: false });
});
