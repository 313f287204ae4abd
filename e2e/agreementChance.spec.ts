import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Browser, Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite, type LoadedSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import type { HeaderInk } from '@hatrail/core/header/ink';
import { siteFiles } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import type { Site } from '@hatrail/core/model/site';
import { layoutScene, momentAt } from '@hatrail/core/sweep/scene';
import { random } from '../core/test/made.ts';
import { Agreement, expectAgreement, expectBeside, expectBoxes, expectWorst, inspector } from './agreeing.ts';
import { chanceSite } from './chance.ts';
import { openChromium } from './chromium.ts';
import { MADE } from './dressed.ts';
import { serveFiles } from './statics.ts';

/** Headers with one of everything, at rest and while something is done to one of their links, beside a scrollbar that takes room. */

const HEADERS = Number(process.env.CHANCES ?? 24);
const FIRST = Number(process.env.FIRST ?? 1);
const measure = skiaMeasure();
const tally = new Agreement();
const SCROLLBAR = 15;
let loaded: LoadedSite;
let files: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;
let tab: Tab;

beforeAll(async () => {
  browser = await openChromium('gpu', true);
  loaded = await loadSite('demo/larkfell.hatrail.json');
  server = await serveFiles(() => files);
  tab = await browser.newPage({ reducedMotion: 'reduce' });
  const session = await inspector(tab);
  await session.send('DOM.enable');
  await session.send('CSS.enable');
});
afterAll(async () => {
  console.log(String(tally));
  await browser.close();
  server.server.close();
});

const kept = new Map<string, Promise<Uint8Array | undefined>>();
function read(file: string, width?: number): Promise<Uint8Array | undefined> {
  const key = `${file} ${width}`;
  const found = kept.get(key) ?? Promise.resolve(MADE[file]?.() ?? loaded.read(file, width));
  kept.set(key, found);
  return found;
}

/** Where an ink's element is in the page. */
function selectorOf(site: Site, ink: HeaderInk): string {
  const self = `.hr-item-${ink.item}`;
  if (ink.entry !== undefined) {
    const at = site.menus[0]!.entries.findIndex(({ id }) => id === ink.entry) + 1;
    const part = ink.id.endsWith('-opener') ? '.hr-opener' : ':is(.hr-link, .hr-label)';
    return `${self} .hr-menu > :nth-child(${at}) > ${part}`;
  }
  return ink.item === 'icons' ? `${self} li:nth-child(${ink.id.endsWith('one') ? 1 : 2}) > a` : self;
}

for (let seed = FIRST; seed < FIRST + HEADERS; seed++) {
  test(`a header with one of everything, number ${seed}`, async () => {
    const { site, header, width, scrolls, windowHeight } = chanceSite(loaded.site, seed);
    files = await shippedFiles(site, siteFiles(site, measure), read);
    const scene = layoutScene(site, header, site.pages[0]!, width, measure, windowHeight);
    const pictures = await decodePictures(site, read, shippedSizes(site, header, measure));
    const raster = skiaRaster(site, scene.laid, pictures);
    await tab.setViewportSize({ width: width + SCROLLBAR, height: windowHeight });
    await tab.goto(`${server.url}/?${seed}`);
    await tab.evaluate(() => document.fonts.ready);
    expect(await tab.evaluate(() => document.documentElement.clientWidth)).toBe(width);
    expect(await tab.evaluate(() => document.documentElement.scrollHeight)).toBe(scene.laid.height);
    await expectBoxes(tab, scene.layouts.top.inks);
    const by = random(seed * 31);
    const places = [...new Set(scrolls.map((scroll) => Math.min(scroll, scene.maxScroll)))];
    for (const [i, scroll] of places.entries()) {
      const logos = i === 1 ? (seed % 2 === 0 ? true : 'command line') : false;
      const seen = { scene, raster, pictures, tab, url: server.url, logos } as const;
      await expectAgreement(seen, scroll, tally);
      const inks = scene.layouts[momentAt(scene, scroll)].inks.filter(
        (ink) => !ink.isStill && ink.focus !== false && ink.item !== 'logo',
      );
      const ink = inks[Math.floor(by() * inks.length)]!;
      const states = ['hover', 'focused', 'pressed', ...(ink.opens ? ['open' as const] : [])] as const;
      const state = states[Math.floor(by() * states.length)]!;
      await expectBeside(
        seen,
        scroll,
        { ink, selector: selectorOf(site, ink), item: `.hr-item-${ink.item}`, state },
        tally,
      );
    }
  });
}

test('at every scroll of a page: the worst that is told is the worst there is', async () => {
  const { site, header, width } = chanceSite(loaded.site, 8);
  const [first] = site.pages;
  first!.bands.length = 2;
  files = await shippedFiles(site, siteFiles(site, measure), read);
  const tall = layoutScene(site, header, site.pages[0]!, width, measure, 320).laid.height;
  // All but 40 px of it fit into the window.
  const scene = layoutScene(site, header, site.pages[0]!, width, measure, tall - 40);
  const pictures = await decodePictures(site, read, shippedSizes(site, header, measure));
  const raster = skiaRaster(site, scene.laid, pictures);
  await tab.setViewportSize({ width: width + SCROLLBAR, height: tall - 40 });
  await tab.goto(`${server.url}/?every`);
  await tab.evaluate(() => document.fonts.ready);
  expect(scene.maxScroll).toBe(40);
  await expectWorst({ scene, raster, pictures, tab, url: server.url, logos: false });
});
