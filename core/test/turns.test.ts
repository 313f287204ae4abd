import { expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { mixRgb, type Rgb } from '../src/colour/rgb.ts';
import { removePicture } from '../src/gather/uses.ts';
import { turnedBackdrop } from '../src/model/page.ts';
import { paintRaster } from '../src/page/paint.ts';
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

test('where its picture turns into another, its words are read over both as they are mixed', () => {
  const said: Site = structuredClone(turning);
  const [band] = said.pages[0]!.bands;
  const mid = { r: 60, g: 60, b: 60 };
  band!.ink = { colour: '#ffffff' };
  band!.contents = [{ kind: 'heading', level: 1, text: 'Dark skies' }];
  const placing = { size: 'cover', x: 50, y: 50, repeat: 'no-repeat' } as const;
  band!.backdrop = {
    ...band!.backdrop,
    picture: { picture: 'one', ...placing },
    tint: { colour: { colour: '#3c3c3c' }, opacity: 0.25 },
  };
  band!.turns = { ...turns, picture: 'other' };
  const worn = layoutScene(said, header, said.pages[0]!, { width: 500, windowHeight: 400 }, measure);
  const bare = bareBand(worn.laid, 0);
  expect(bare.bands[0]!.turns).toMatchObject({ picture: 'other', tint: { opacity: 0 } });
  const one = { r: 10, g: 20, b: 30 };
  const other = { r: 90, g: 80, b: 140 };
  const read = (a: Rgb, b: Rgb) => {
    const both = { ...raster(500, 600, () => a), turned: raster(500, 600, () => b).data };
    return readBand(said, { page: said.pages[0]!, laid: worn.laid, index: 0 }, both, measure).words[0]!
      .contrast;
  };
  // Composed as the page is: each picture under the band's tint, the second under the one that comes, and that as far as it has.
  const over = (ground: Rgb, colour: Rgb, a: number) => mixRgb(ground, colour, a);
  const begun = over(one, mid, 0.25);
  const done = over(over(other, mid, 0.25), SNOW, 0.5);
  const white = { r: 255, g: 255, b: 255 };
  const at = Array.from({ length: 17 }, (_, i) => contrastRatio(white, mixRgb(begun, done, i / 16)));
  expect(Math.abs(read(one, other) / Math.min(...at) - 1)).toBeLessThan(0.02);
  // The worst may be where it begins.
  const pale = { r: 200, g: 205, b: 210 };
  band!.turns = { ...turns, tint: { colour: { colour: '#000000' }, opacity: 0.9 }, picture: 'other' };
  const dark = layoutScene(said, header, said.pages[0]!, { width: 500, windowHeight: 400 }, measure);
  const both = { ...raster(500, 600, () => pale), turned: raster(500, 600, () => other).data };
  const words = readBand(said, { page: said.pages[0]!, laid: dark.laid, index: 0 }, both, measure).words[0]!;
  expect(words.contrast).toBeCloseTo(contrastRatio(white, over(pale, mid, 0.25)), 1);
});

test('a picture that it turns into is painted in the turned page, and ships with it', () => {
  const said: Site = structuredClone(turning);
  const [band] = said.pages[0]!.bands;
  const picture = (id: string) => ({ id, name: id, file: `${id}.png`, width: 4000, height: 3000, alt: '' });
  said.pictures = ['one', 'other'].map(picture);
  band!.backdrop.picture = {
    picture: 'one',
    size: 'cover',
    x: 20,
    y: 30,
    repeat: 'no-repeat',
    steps: [{ below: 600, x: 80 }],
  };
  band!.turns = { ...turns, picture: 'other' };
  const { laid } = layoutScene(said, header, said.pages[0]!, { width: 500, windowHeight: 400 }, measure);
  const seen = paintRaster(laid, ({ bands }, turned) => {
    const { picture: placed } = turned ? turnedBackdrop(bands[0]!) : bands[0]!.backdrop;
    return new Uint8ClampedArray([placed!.picture.length, placed!.x]);
  });
  expect([[...seen.data], [...seen.turned!]]).toEqual([
    [3, 80],
    [5, 80],
  ]);
  const sizes = shippedSizes(said, header, measure);
  expect(Object.keys(sizes).sort()).toEqual(['one', 'other']);
  const css = siteCss(said, header, measure, relativeAddresses(said, '/', sizes));
  expect(css).toMatch(/::before \{\s*background: linear-gradient\([^;]*other[^;]* 20% 30%/);
  expect(css).toMatch(
    /width < 600px\) \{[^@]*::before \{\s*background: linear-gradient\([^;]*other[^;]* 80% 30%/,
  );
  const draft = structuredClone(said);
  removePicture(draft, 'other');
  expect(draft.pages[0]!.bands[0]!.turns).toEqual(turns);
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
