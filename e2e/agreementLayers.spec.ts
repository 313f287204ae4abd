import { afterAll, beforeAll, test } from 'vitest';
import { LAYER_NAMES, type LayerName } from '@hatrail/core/layers/index';
import type { Header } from '@hatrail/core/model/header';
import type { Look } from '@hatrail/core/model/look';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { chanceOf, lookByChance } from '../core/test/layersByChance.ts';
import { Agreement, expectAgreement } from './agreeing.ts';
import { expectHovered } from './agreeingStates.ts';
import { dressedSite } from './dressed.ts';
import { openViewer, type Viewer } from './viewer.ts';

/** Headers in every layer, dressed by chance with a fixed seed, against Chromium's pixels. */

const HEADERS = Number(process.env.HEADERS ?? (process.env.LONG ? 22 : 1));
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

/** A header that wears some layers and nothing else, at two moments. */
function wearing(names: readonly LayerName[], seed: number) {
  const by = chanceOf(seed);
  const { site, header, ...window } = dressedSite(loaded.site, 2);
  const [rail] = loaded.site.headers[0]!.rails;
  const look = (): Look => lookByChance(by, names, by.pick(['aurora', 'dome', 'limb']));
  const worn: Header = {
    ...header,
    rails: [{ ...rail!, height: 64 }],
    looks: { top: look(), scrolled: look() },
    manner: { ...header.manner, lies: 'over', onScroll: 'stays', switch: { at: 'distance', distance: 40 } },
  };
  return { site: { ...site, headers: [worn] }, header: worn, width: 1280, windowHeight: window.windowHeight };
}

/** Layers that are painted in ways of their own, alone every day; the others are in all of them together. */
const ALONE: readonly LayerName[] = process.env.LONG ? LAYER_NAMES : ['buttons', 'textShadow', 'cut', 'blur'];
/** Layers alone, and all of them; in the long run against each of the others, too. */
const TOGETHER: [string, LayerName[]][] = [
  ...ALONE.map((name): [string, LayerName[]] => [`${name} alone`, [name]]),
  ['all layers', [...LAYER_NAMES]],
  ...(process.env.LONG
    ? LAYER_NAMES.flatMap((one, i) =>
        LAYER_NAMES.slice(i + 1).map((other): [string, LayerName[]] => [`${one} and ${other}`, [one, other]]),
      )
    : []),
];

test.each(TOGETHER)('%s', async (_, names) => {
  const { site, header, ...window } = wearing(names, names.join('').length);
  const seen = { ...(await viewer.show(site, header, site.pages[0]!, window)), logos: false as const };
  const { maxScroll } = seen.scene;
  for (const scroll of [0, 23, 120, 400]) await expectAgreement(seen, Math.min(scroll, maxScroll), tally);
  await expectHovered(seen, Math.min(200, maxScroll), tally);
});
