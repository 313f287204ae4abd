import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Browser, Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite, type LoadedSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import { siteFiles } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { Agreement, expectAgreement, expectHovered } from './agreeing.ts';
import { openChromium } from './chromium.ts';
import { MADE, dressedSite } from './dressed.ts';
import { serveFiles } from './statics.ts';

/** Headers in every layer, dressed by chance with a fixed seed, against Chromium's pixels. */

const HEADERS = Number(process.env.HEADERS ?? 32);
const FIRST = Number(process.env.FIRST ?? 1);
const measure = skiaMeasure();
const tally = new Agreement();
let loaded: LoadedSite;
let files: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;
let tab: Tab;

beforeAll(async () => {
  browser = await openChromium();
  loaded = await loadSite('demo/larkfell.hatrail.json');
  server = await serveFiles(() => files);
  tab = await browser.newPage({ reducedMotion: 'reduce' });
});
afterAll(async () => {
  console.log(String(tally));
  await browser.close();
  server.server.close();
});

/** Files and decoded pictures are kept from one header to the next. */
const kept = new Map<string, Promise<Uint8Array | undefined>>();
function read(file: string, width?: number): Promise<Uint8Array | undefined> {
  const key = `${file} ${width}`;
  const found = kept.get(key) ?? Promise.resolve(MADE[file]?.() ?? loaded.read(file, width));
  kept.set(key, found);
  return found;
}

for (let seed = FIRST; seed < FIRST + HEADERS; seed++) {
  test(`a header dressed by chance, number ${seed}`, async () => {
    const { site, header, width, scrolls, windowHeight } = dressedSite(loaded.site, seed);
    files = await shippedFiles(site, siteFiles(site, measure), read);
    const scene = layoutScene(site, header, site.pages[0]!, width, measure, windowHeight);
    const pictures = await decodePictures(site, read, shippedSizes(site, header, measure));
    const raster = skiaRaster(site, scene.laid, pictures);
    await tab.setViewportSize({ width, height: windowHeight });
    await tab.goto(`${server.url}/?${seed}`);
    await tab.evaluate(() => document.fonts.ready);
    expect(await tab.evaluate(() => document.documentElement.scrollHeight)).toBe(scene.laid.height);
    const seen = { scene, raster, pictures, tab, url: server.url, logos: seed % 3 === 0 };
    for (const scroll of scrolls) await expectAgreement(seen, Math.min(scroll, scene.maxScroll), tally);
    await expectHovered(seen, Math.min(scrolls.at(-1)!, scene.maxScroll), tally);
  });
}
