import { afterAll, beforeAll, test } from 'vitest';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { Agreement, expectAgreement, expectHovered } from './agreeing.ts';
import { dressedSite } from './dressed.ts';
import { openViewer, type Viewer } from './viewer.ts';

/** Headers in every layer, dressed by chance with a fixed seed, against Chromium's pixels. */

const HEADERS = Number(process.env.HEADERS ?? 22);
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

for (let seed = FIRST; seed < FIRST + HEADERS; seed++) {
  test(`a header dressed by chance, number ${seed}`, async () => {
    const { site, header, scrolls, ...window } = dressedSite(loaded.site, seed);
    const seen = { ...(await viewer.show(site, header, site.pages[0]!, window)), logos: seed % 3 === 0 };
    const { maxScroll } = seen.scene;
    for (const scroll of scrolls) await expectAgreement(seen, Math.min(scroll, maxScroll), tally);
    await expectHovered(seen, Math.min(scrolls.at(-1)!, maxScroll), tally);
  });
}
