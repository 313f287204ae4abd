import { expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { siteCss } from '../src/output/css/pages.ts';
import { relativeAddresses } from '../src/output/addresses.ts';
import { siteFiles } from '../src/output/files.ts';
import { shippedSizes } from '../src/output/sizes.ts';
import { turnedAt } from '../src/page/turns.ts';
import type { Site } from '../src/model/site.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { bareBand, readBand } from '../src/sweep/words.ts';
import { rasterAt, stretchesIn } from '../src/sweep/turns.ts';
import { header, measure, noDrawing, raster, site } from './made.ts';

/** The dark band, 500 px high, goes half way to snow while 200 px are scrolled, from 100 px on; the next stays snow. */
const turns = { tint: { colour: { swatch: 'snow' }, opacity: 0.5 }, from: 100, over: 200 };
const [page] = site.pages;
const turning: Site = {
  ...site,
  pages: [{ ...page!, bands: page!.bands.map((band, i) => (i === 0 ? { ...band, turns } : band)) }],
};
const scene = layoutScene(turning, header, turning.pages[0]!, { width: 500, windowHeight: 400 }, measure);
const DARK = { r: 13, g: 23, b: 48 };
const SNOW = { r: 238, g: 242, b: 246 };
const HALF = { r: 126, g: 133, b: 147 };
const painted = {
  ...raster(500, 2000, (_, y) => (y < 500 ? DARK : SNOW)),
  turned: raster(500, 2000, (_, y) => (y < 500 ? HALF : SNOW)).data,
};

test('a band turns between two scrolls, and the page is what it is by then', () => {
  const [turn] = scene.turns;
  expect(turn).toEqual({ band: 0, top: 0, bottom: 500, from: 100, to: 300 });
  expect([0, 100, 150, 300, 900].map((scroll) => turnedAt(turn!, scroll))).toEqual([0, 0, 0.25, 1, 1]);
  const levels = [0, 150, 300, 0, 250].map((scroll) => {
    const now = rasterAt(scene, painted, scroll);
    return now.data[4 * 500 * (scroll + 10)];
  });
  // 13 + (126 − 13) · 0, ¼, 1, 0, ¾.
  expect(levels).toEqual([13, 41, 126, 13, 98]);
});

test('it is judged at every scroll while it turns, and swept as ever before and after', () => {
  expect(stretchesIn(scene, { from: 0, to: 1600 })).toEqual([
    { from: 0, to: 100, isSteady: true },
    { from: 101, to: 299, isSteady: false },
    { from: 300, to: 1600, isSteady: true },
  ]);
  const bare = { ...header, looks: { ...header.looks, scrolled: {} } };
  const worn = layoutScene(
    { ...turning, headers: [bare] },
    bare,
    turning.pages[0]!,
    { width: 500, windowHeight: 400 },
    measure,
  );
  const rows = proveScene(worn, painted, noDrawing).filter(
    (row) => row.itemId === 'two' && row.state === 'rest',
  );
  const at = (scroll: number) => {
    const { span, contrasts } = rows.find(({ span }) => scroll >= span.from && scroll <= span.to)!;
    return contrasts[scroll - span.from]!;
  };
  const WHITE = { r: 255, g: 255, b: 255 };
  for (const scroll of [0, 60, 100, 101, 177, 240, 299, 300, 350]) {
    const p = turnedAt({ from: 100, to: 300 }, scroll);
    const level = (key: 'r' | 'g' | 'b') => Math.round(DARK[key] + (HALF[key] - DARK[key]) * p);
    const ground = { r: level('r'), g: level('g'), b: level('b') };
    expect(at(scroll), `${scroll}`).toBeCloseTo(contrastRatio(WHITE, ground), 1);
  }
  expect(at(900)).toBeCloseTo(contrastRatio(WHITE, SNOW), 2);
});

test.each([
  ['down', 58],
  ['up', -58],
])('what hangs %s out of the header is read on the band as it is there, too', (_, shift) => {
  const rail = header.rails[0]!;
  const hung = {
    ...header,
    rails: [{ ...rail, middle: [{ id: 'hung', kind: 'text' as const, text: 'Hung', size: 16, shift }] }],
  };
  const hanging = layoutScene(
    { ...turning, headers: [hung] },
    hung,
    turning.pages[0]!,
    { width: 500, windowHeight: 400 },
    measure,
  );
  const [ink] = hanging.layouts.top.inks.filter(({ id }) => id === 'hung');
  // A quarter, on from none and back from all of it: 13 + (126 − 13) / 4.
  for (const before of [0, 300]) {
    rasterAt(hanging, painted, before);
    const now = rasterAt(hanging, painted, 150);
    for (const row of [ink!.box.y, ink!.box.y + ink!.box.height - 1])
      expect(now.data[4 * 500 * (150 + Math.floor(row))]).toBe(41);
  }
});

test('its words are read as they are all the way', () => {
  const said: Site = structuredClone(turning);
  const [band] = said.pages[0]!.bands;
  band!.ink = { colour: '#ffffff' };
  band!.contents = [{ kind: 'heading', level: 1, text: 'Dark skies' }];
  const worn = layoutScene(said, header, said.pages[0]!, { width: 500, windowHeight: 400 }, measure);
  const read = (of: typeof worn.laid) =>
    readBand(said, { page: said.pages[0]!, laid: of, index: 0 }, painted, measure);
  const { words } = read(worn.laid);
  expect(words[0]!.contrast).toBeCloseTo(contrastRatio({ r: 255, g: 255, b: 255 }, HALF), 1);
  expect(bareBand(worn.laid, 0).bands[0]!.turns).toBeUndefined();
});

test('the pages say how far they turn in the style sheet, and have a script that tells the scroll', () => {
  const to = relativeAddresses(turning, '/', shippedSizes(turning, header, measure));
  expect(siteCss(turning, header, measure, to)).toContain(
    'opacity: clamp(0, (var(--hr-above, -9999) - 100) / 200, 1);',
  );
  const names = (of: Site) => siteFiles(of, measure).map(({ path }) => path);
  expect(names(turning)).toContain('assets/bands.js');
  expect(names(site)).not.toContain('assets/bands.js');
});
