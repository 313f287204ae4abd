import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { hexColour } from '../src/colour/rgb.ts';
import { checkSite } from '../src/model/check.ts';
import type { Band, Page } from '../src/model/page.ts';
import type { Site } from '../src/model/site.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { siteCss } from '../src/output/css/pages.ts';
import { pageHtml } from '../src/output/page.ts';
import type { Area } from '../src/geometry/area.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { shader } from '../src/stack/textShadow.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { bareBand, readBand } from '../src/sweep/words.ts';
import { header, measure, raster, site } from './made.ts';

/** A page 500 wide whose first band is white, with white words and a black tint over it. */

const [home] = site.pages;
const opening = (band: Partial<Band>): [Site, Page] => {
  const page = { ...home!, bands: [{ ...home!.bands[0]!, ...band }, home!.bands[1]!] };
  return [{ ...site, tagline: 'Dark skies', pages: [page] }, page];
};
const ink = { colour: '#ffffff' };
const backdrop = (opacity: number): Band['backdrop'] => ({
  colour: { colour: '#ffffff' },
  tint: { colour: { colour: '#000000' }, opacity },
});
const read = (band: Partial<Band>, ground = { r: 255, g: 255, b: 255 }, pictures = site.pictures) => {
  const [of, page] = opening({ ink, backdrop: backdrop(0), ...band });
  const all = { ...of, pictures };
  const scene = layoutScene(all, header, page, { width: 500, windowHeight: 400 }, measure);
  const { laid } = scene;
  return readBand(
    all,
    { page, laid, index: 0 },
    raster(500, laid.height, () => ground),
    measure,
  );
};

describe('the words of a band', () => {
  const contents: Band['contents'] = [
    { kind: 'said', what: 'page title' },
    { kind: 'said', what: 'tagline' },
  ];
  test('are what the page and the site are called, each with what it needs', () => {
    const { words } = read({ contents, backdrop: backdrop(0.6) });
    expect(words.map(({ text }) => text)).toEqual(['Home', 'Dark skies']);
    // 0.6 of black over white is 102.
    const told = contrastRatio({ r: 255, g: 255, b: 255 }, { r: 102, g: 102, b: 102 });
    for (const { contrast } of words) expect(contrast).toBeCloseTo(told, 2);
    expect(words.map(({ needed, verdict }) => [needed, verdict])).toEqual([
      [4.5, 'clear'],
      [4.5, 'clear'],
    ]);
  });
  test('the least tint is the reference’s 0.53468, as grounds of 8 bits round it', () => {
    expect(read({ contents }).leastTint).toBe(53.6);
  });
  test('no tint of the ink’s own colour ever clears them', () => {
    const white: Band['backdrop'] = { ...backdrop(0), tint: { colour: { colour: '#ffffff' }, opacity: 0 } };
    expect(read({ contents, backdrop: white }).leastTint).toBeUndefined();
  });
  test('a button stands on its own fill, whatever is behind', () => {
    const button = { label: 'Book', page: 'home', ink, fill: { colour: '#767676' } };
    const { words, leastTint } = read({ contents: [{ kind: 'buttons', buttons: [button] }] });
    expect(words[0]!.contrast).toBeCloseTo(4.54, 2);
    expect(leastTint).toBe(0);
  });
  test('their height is what keeps them clear of the header over them', () => {
    // 60 of header, 48 above and below, two lines of 24 with 20 between; the heading is 10 px, its line 15.
    const { leastHeight, height } = read({ contents });
    expect(leastHeight).toBe(60 + 2 * 48 + 15 + 20 + 24);
    expect(height).toBe(500);
  });
  test('how much of the picture’s subject they cover', () => {
    const picture = { picture: 'sky', size: 'cover' as const, x: 50, y: 50, repeat: 'no-repeat' as const };
    const sky = { id: 'sky', name: 'Sky', file: 'sky.jpg', width: 500, height: 500, alt: '' };
    const covered = (subject: { x: number; y: number; width: number; height: number }) =>
      read({ contents, backdrop: { ...backdrop(0), picture } }, undefined, [
        ...site.pictures,
        { ...sky, subject },
      ]).subjectCovered;
    expect(covered({ x: 80, y: 80, width: 10, height: 10 })).toBe(0);
    // The title's capitals: "Home" of four letters 5 px wide from x 24, 7 px of cap height and 2.5 below the baseline.
    const all = covered({ x: 4.8, y: 20, width: 4, height: 10 })!;
    expect(all).toBeGreaterThan(0.1);
    expect(all).toBeLessThan(1);
  });
});

test('what is read is the band’s ground alone: without words, and without the tint', () => {
  const [of, page] = opening({ backdrop: backdrop(0.5), contents: [{ kind: 'paragraph', text: 'Words' }] });
  const { laid } = layoutScene(of, header, page, { width: 500, windowHeight: 400 }, measure);
  const bare = bareBand(laid, 0);
  expect(bare.bands.flatMap(({ blocks }) => blocks)).toEqual([]);
  expect(bare.bands[0]!.backdrop).toEqual({ colour: { colour: '#ffffff' } });
});

test('a band’s words and buttons have their rules', () => {
  const [of] = opening({
    words: { width: 100, offset: -1 },
    contents: [{ kind: 'said', what: 'weather' as never }],
  });
  expect(checkSite(of).map(({ path }) => path)).toEqual(
    expect.arrayContaining([
      'pages[0].bands[0].words.width',
      'pages[0].bands[0].words.offset',
      'pages[0].bands[0].contents[0].what',
    ]),
  );
});

test('the page’s title may have an ink of its own, which other words do not take', () => {
  const [of, page] = opening({
    ink,
    contents: [
      { kind: 'heading', level: 1, text: 'Title' },
      { kind: 'heading', level: 2, text: 'Other' },
    ],
  });
  const level = { level: 1 as const, style: of.type.heading, ink: { colour: '#102030' } };
  const whole = { ...of, type: { ...of.type, level } };
  const { laid } = layoutScene(whole, header, page, { width: 500, windowHeight: 400 }, measure);
  const inks = laid.bands[0]!.blocks.flatMap((block) =>
    block.kind === 'text' ? [hexColour(block.colour)] : [],
  );
  expect(inks).toEqual(['#102030', '#ffffff']);
  const css = siteCss(whole, header, measure, rootAddresses(whole));
  expect(css).toMatch(/\.page h1 \{[^}]*color: rgb\(16 32 48\)/);
  expect(css).not.toMatch(/\.page h2 \{[^}]*\bcolor:/);
});

describe('where a band’s words stand', () => {
  const lines = (words: Band['words']) => {
    const [of, page] = opening({ ink, words, contents: [{ kind: 'heading', level: 1, text: 'Home' }] });
    const { laid } = layoutScene(of, header, page, { width: 1000, windowHeight: 400 }, measure);
    const [block] = laid.bands[0]!.blocks;
    const [line] = block?.kind === 'text' ? block.lines : [];
    return {
      left: line!.x,
      width: measure.advance(line!.text, block!.kind === 'text' ? block!.font : ({} as never)),
    };
  };

  test('in the middle each line is as far from either edge; at the end it is the offset away from it', () => {
    const start = lines({});
    const middle = lines({ place: 'middle', width: 300 });
    expect(middle.left + middle.width / 2).toBeCloseTo(500, 1);
    const end = lines({ place: 'end', offset: 40 });
    expect(1000 - (end.left + end.width)).toBeCloseTo(start.left + 40, 1);
  });

  test('another place is refused', () => {
    const [of] = opening({ words: { place: 'left' as never } });
    expect(checkSite(of).map(({ path }) => path)).toContain('pages[0].bands[0].words.place');
  });
});

describe('a heading on a shadow of its own', () => {
  const shadow = { colour: { colour: '#000000' }, opacity: 0.8, blur: 0, x: 0, y: 0 };
  const style = { ...site.type.heading, size: 40, lineHeight: 1 };
  const contents: Band['contents'] = [{ kind: 'heading', level: 1, text: 'Dark skies' }];
  const shaded = (change: object = {}): Site => {
    const [of] = opening({ ink, backdrop: backdrop(0), contents });
    return { ...of, type: { ...of.type, level: { level: 1, style, shadow: { ...shadow, ...change } } } };
  };
  /** Letters that cover all of the area round them, so that their shadow is a box. */
  const letters = {
    text: (_: unknown, { left, top, right, bottom }: Area) =>
      new Uint8Array((right - left) * (bottom - top)).fill(255),
  };
  const wordsOf = (of: Site, draw: typeof letters | undefined = letters) => {
    const page = of.pages[0]!;
    const { laid } = layoutScene(of, header, page, { width: 500, windowHeight: 400 }, measure);
    const ground = raster(500, laid.height, () => ({ r: 255, g: 255, b: 255 }));
    return readBand(of, { page, laid, index: 0, ...(draw && { letters: draw }) }, ground, measure);
  };
  test('lies under its letters, and they are read on it', () => {
    const of = shaded();
    expect(checkSite(of).filter(({ path }) => path.startsWith('type'))).toEqual([]);
    const { laid } = layoutScene(of, header, of.pages[0]!, { width: 500, windowHeight: 400 }, measure);
    expect(laid.bands[0]!.blocks.map(({ kind }) => kind)).toEqual(['shadow', 'text']);
    // 0.8 of black over white is 51.
    const told = contrastRatio({ r: 255, g: 255, b: 255 }, { r: 51, g: 51, b: 51 });
    expect(wordsOf(of).words[0]!.contrast).toBeCloseTo(told, 2);
    expect(wordsOf(of).leastTint).toBe(0);
    expect(wordsOf(shaded({ opacity: 0 })).words[0]!.contrast).toBeCloseTo(1, 2);
  });
  test('lies under the letters of what stands beside it, too', () => {
    const of = shaded({ y: 20, blur: 20 });
    of.pages[0]!.bands[0]!.contents.push({ kind: 'paragraph', text: 'Open' });
    const { laid } = layoutScene(of, header, of.pages[0]!, { width: 500, windowHeight: 400 }, measure);
    expect(laid.bands[0]!.blocks.map(({ kind }) => kind)).toEqual(['shadow', 'text', 'text']);
    const alone = shaded({ opacity: 0 });
    alone.pages[0]!.bands[0]!.contents = of.pages[0]!.bands[0]!.contents;
    const contrastOf = (each: Site) => wordsOf(each).words[1]!.contrast;
    expect(contrastOf(of)).toBeGreaterThan(contrastOf(alone));
  });
  test('is painted before its letters, with how much it covers', () => {
    const of = shaded({ x: 3, y: 5, opacity: 0.5 });
    const { laid } = layoutScene(of, header, of.pages[0]!, { width: 500, windowHeight: 400 }, measure);
    const block = laid.bands[0]!.blocks[0]!;
    if (block.kind !== 'shadow') throw new Error('No shadow');
    const made: Raster[] = [];
    const shade = shader(letters, measure, (pixels) => made.push(pixels));
    const { x, y, width, height } = shade(block.lines[0]!, block.font, block.shadow)!;
    expect([made[0]!.width, made[0]!.height]).toEqual([width, height]);
    expect([...made[0]!.data.slice(0, 4)]).toEqual([0, 0, 0, 128]);
    const { x: left, baseline } = block.lines[0]!;
    expect(left + 3 - x).toBeGreaterThanOrEqual(block.font.size / 2);
    expect(baseline + 5 - y).toBeGreaterThanOrEqual(block.font.size);
  });
  test('is cast by letters that are said once more, which nobody hears', () => {
    const of = shaded();
    expect(siteCss(of, header, measure, rootAddresses(of, {}))).toMatch(
      /h1\[data-hr-said\]::before \{\s*content: attr\(data-hr-said\) \/ "";[^}]*text-shadow: 0px 0px 0px/,
    );
    const html = (each: Site) => pageHtml(each, each.pages[0]!, header, rootAddresses(each, {}));
    expect(html(of)).toContain('<h1 data-hr-said="Dark skies">Dark skies</h1>');
    expect(html(shaded({ opacity: 0 }))).toContain('<h1>Dark skies</h1>');
  });
});
