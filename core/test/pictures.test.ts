import { USUAL_NEEDS } from '../src/model/needs.ts';
import { describe, expect, test } from 'vitest';
import { hexColour } from '../src/colour/rgb.ts';
import { LAYER_NAMES } from '../src/layers/index.ts';
import { fillWithBox, logoGroundsOf, railOfLogo } from '../src/gather/logoGrounds.ts';
import { chanceOf, lookByChance } from './layersByChance.ts';
import { evenGround, logoOn, marginShare } from '../src/gather/logoVerdicts.ts';
import { sizeForUses, usesOfPicture } from '../src/gather/pictureUses.ts';
import { groundsOfPicture } from '../src/gather/pictureGround.ts';
import { turnPlaces, turnedBox, turnedPicture, turnedPoint } from '../src/gather/turned.ts';
import { TURNS, type Turn } from '../src/model/turns.ts';
import { tilingOf } from '../src/page/placing.ts';
import { cropRound, inView, pixelsNeeded, wholeHeight } from '../src/page/inView.ts';
import { drawPalette } from '../src/pixels/drawPalette.ts';
import { cutBox, findBox, inOneColour, isOpaque, svgInOneColour, trimBox } from '../src/pixels/logoTools.ts';
import { cropRaster, pixelOf } from '../src/pixels/raster.ts';
import { svgPart } from '../src/pixels/svgView.ts';
import { shippedSizes, sizeFor } from '../src/output/sizes.ts';
import { sizedName } from '../src/output/shipped.ts';
import { cssImage, imageSource, rootAddresses } from '../src/output/addresses.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { header, measure, raster, site } from './made.ts';

const WHITE = { r: 255, g: 255, b: 255 };
const INK = { r: 20, g: 60, b: 50 };
/** A block of ink in the middle of white. */
const boxed = () => raster(40, 20, (x, y) => (x >= 10 && x < 30 && y >= 5 && y < 15 ? INK : WHITE));
const withAlpha = (source: Raster, alpha: (x: number, y: number) => number): Raster => {
  const data = new Uint8ClampedArray(source.data);
  for (let i = 0; i < source.width * source.height; i++) {
    data[4 * i + 3] = alpha(i % source.width, Math.floor(i / source.width));
  }
  return { ...source, data };
};

describe('trimming', () => {
  test('takes away uniform and transparent margins, and nothing else', () => {
    expect(trimBox(boxed())).toEqual({ x: 10, y: 5, width: 20, height: 10 });
    const clear = withAlpha(boxed(), (x, y) => (x >= 12 && x < 20 && y >= 3 && y < 9 ? 255 : 0));
    expect(trimBox(clear)).toEqual({ x: 12, y: 3, width: 8, height: 6 });
    expect(marginShare(boxed(), trimBox(boxed()))).toBeCloseTo(0.75, 9);
  });

  test('leaves a picture alone that has no margin, or nothing but margin', () => {
    const whole = { x: 0, y: 0, width: 40, height: 20 };
    expect(trimBox(raster(40, 20, () => WHITE))).toEqual(whole);
    expect(trimBox(raster(40, 20, (x, y) => ({ r: 6 * x, g: 12 * y, b: (x * y) % 255 })))).toEqual(whole);
  });

  test('an SVG is trimmed by its view box', () => {
    const part = { x: 0.25, y: 0.5, width: 0.5, height: 0.25 };
    expect(svgPart('<svg viewBox="10 0 200 100" width="400"><g/></svg>', part)).toBe(
      '<svg viewBox="60 50 100 25" width="100" height="25"><g/></svg>',
    );
    expect(svgPart("<svg xmlns='x' width='80px' height='40'/>", part)).toContain('viewBox="20 20 40 10"');
    expect(svgPart('<svg><g/></svg>', part)).toBeUndefined();
    expect(svgPart('<p>none</p>', part)).toBeUndefined();
  });
});

describe('a logo’s box', () => {
  test('is found where its border is opaque and alike, and only there', () => {
    expect(findBox(boxed())).toEqual(WHITE);
    // A scanner's speckle does not hide it.
    expect(
      findBox(raster(40, 20, (x, y) => ((x * 7 + y) % 31 === 0 ? { r: 240, g: 248, b: 250 } : WHITE))),
    ).toEqual(WHITE);
    expect(findBox(withAlpha(boxed(), () => 0))).toBeUndefined();
    expect(findBox(raster(40, 20, (x) => ({ r: 6 * x, g: 90, b: 120 })))).toBeUndefined();
  });

  test('is cut out from its edge inwards; what it encloses stays', () => {
    const ring = raster(30, 30, (x, y) => {
      const d = Math.hypot(x - 14.5, y - 14.5);
      return d < 12 && d > 7 ? INK : WHITE;
    });
    const cut = cutBox(ring, WHITE, 20);
    expect(pixelOf(cut, 0, 0)[3]).toBe(0);
    expect(pixelOf(cut, 14, 4)[3]).toBe(255);
    // The hole in the ring is not joined to the border.
    expect(pixelOf(cut, 15, 15)).toEqual([255, 255, 255, 255]);
  });

  test('is taken out of the edge’s mixed pixels: laid over the same box again, the picture is what it was', () => {
    // Half ink, half box along the left edge, as anti-aliasing leaves it.
    const half = { r: 138, g: 158, b: 153 };
    const soft = raster(40, 20, (x, y) =>
      x >= 10 && x < 30 && y >= 5 && y < 15 ? (x === 10 ? half : INK) : WHITE,
    );
    const cut = cutBox(soft, WHITE, 20);
    const [r, g, b, a] = pixelOf(cut, 10, 10);
    expect([r, g, b]).toEqual([INK.r, INK.g, INK.b]);
    expect(a).toBeGreaterThan(120);
    expect(a).toBeLessThan(136);
    for (let y = 0; y < 20; y++) {
      for (let x = 0; x < 40; x++) {
        const [cr, , , ca] = pixelOf(cut, x, y);
        const over = cr * (ca / 255) + 255 * (1 - ca / 255);
        expect(Math.abs(over - pixelOf(soft, x, y)[0])).toBeLessThan(2);
      }
    }
  });

  test('in one colour its shape stays; an opaque one cannot be', () => {
    const mark = withAlpha(boxed(), (x) => (x < 20 ? 255 : 90));
    const one = inOneColour(mark, { r: 1, g: 2, b: 3 });
    expect(pixelOf(one, 25, 10)).toEqual([1, 2, 3, 90]);
    expect([isOpaque(mark), isOpaque(boxed())]).toEqual([false, true]);
    expect(
      svgInOneColour(
        '<svg><path fill="#f00" stroke="none"/><g style="fill:red;stroke:url(#a)"/><rect/></svg>',
        '#fff',
      ),
    ).toBe(
      '<svg fill="#fff"><path fill="#fff" stroke="none"/><g style="fill:#fff;stroke:url(#a)"/><rect/></svg>',
    );
  });

  test('is told from each ground along its own edge', () => {
    const mark = withAlpha(
      raster(24, 24, () => INK),
      (x, y) => (x >= 6 && x < 18 && y >= 6 && y < 18 ? 255 : 0),
    );
    expect(logoOn(mark, evenGround(WHITE, 40, 40), { left: 8, top: 8 }, USUAL_NEEDS)).toMatchObject({
      verdict: 'clear',
    });
    expect(
      logoOn(mark, evenGround({ r: 30, g: 50, b: 60 }, 40, 40), { left: 8, top: 8 }, USUAL_NEEDS),
    ).toMatchObject({
      verdict: 'lost',
    });
    // Half of the ground dark: the worst part of the edge decides.
    const split = raster(40, 40, (x) => (x < 20 ? WHITE : { r: 10, g: 30, b: 25 }));
    expect(logoOn(mark, split, { left: 8, top: 8 }, USUAL_NEEDS).verdict).toBe('lost');
  });
});

describe('a palette drawn from a picture', () => {
  test('finds the colours that are there, from dark to light, and no more', () => {
    const four = ['#101b33', '#2ea37b', '#e8b04a', '#ffffff'].map((hex) => ({
      r: parseInt(hex.slice(1, 3), 16),
      g: parseInt(hex.slice(3, 5), 16),
      b: parseInt(hex.slice(5), 16),
    }));
    const picture = raster(80, 80, (x, y) => four[(x < 40 ? 0 : 1) + (y < 40 ? 0 : 2)]!);
    const near = (a: (typeof four)[0], b: (typeof four)[0]) =>
      Math.max(Math.abs(a.r - b.r), Math.abs(a.g - b.g), Math.abs(a.b - b.b)) <= 1;
    const drawn = drawPalette(picture, 4);
    expect(drawn.every((colour, i) => near(colour, four[i]!))).toBe(true);
    expect(drawPalette(picture, 9)).toHaveLength(4);
    expect(
      drawPalette(
        withAlpha(picture, () => 0),
        4,
      ),
    ).toEqual([]);
    expect(drawPalette(picture, 3)).toEqual(drawPalette(picture, 3));
  });
});

describe('what stays in view', () => {
  const own = { width: 2000, height: 1000 };
  const cover = { size: 'cover', x: 50, y: 50 } as const;

  test('a covering picture is cropped at its sides or above and below, as its place says', () => {
    // 400 × 800 shows 500 of 2000 px, a quarter, in the middle.
    expect(inView(own, { width: 400, height: 800 }, cover, {}).part).toEqual({
      x: 37.5,
      y: 0,
      width: 25,
      height: 100,
    });
    expect(inView(own, { width: 400, height: 800 }, { ...cover, x: 100 }, {}).part.x).toBe(75);
    expect(inView(own, { width: 1000, height: 250 }, cover, {}).part).toEqual({
      x: 0,
      y: 25,
      width: 100,
      height: 50,
    });
  });

  test('focus and subject are in view, in part or not at all', () => {
    const box = { width: 400, height: 800 };
    const seen = (x: number) =>
      inView(
        own,
        box,
        { ...cover, x },
        { focus: { x: 70, y: 50 }, subject: { x: 60, y: 0, width: 20, height: 50 } },
      );
    expect(seen(50)).toMatchObject({ focus: false });
    expect(seen(50).subject).toBeCloseTo(0.125, 9);
    expect(seen(80)).toMatchObject({ focus: true, subject: 1 });
    expect(seen(0)).toMatchObject({ focus: false, subject: 0 });
  });

  test('pixels enough, the height at which it shows whole, and the crop round a focus', () => {
    expect(inView(own, { width: 1000, height: 500 }, cover, {}).pixels).toBe(2);
    expect(wholeHeight(own, 1280)).toBe(640);
    expect(pixelsNeeded(own, { width: 1280, height: 800 }, 2)).toEqual({ width: 3200, height: 1600 });
    expect(cropRound(own, { width: 1, height: 1 }, { x: 90, y: 50 })).toEqual({
      x: 1000,
      y: 0,
      width: 1000,
      height: 1000,
    });
    expect(cropRound(own, { width: 400, height: 100 }, { x: 50, y: 20 })).toEqual({
      x: 0,
      y: 0,
      width: 2000,
      height: 500,
    });
    const part = cropRaster(boxed(), { x: 10, y: 5, width: 20, height: 10 });
    expect([part.width, part.height, pixelOf(part, 0, 0)[0]]).toEqual([20, 10, INK.r]);
  });

  const photo = { id: 'photo', name: 'Photo', file: 'photo.jpg', width: 4000, height: 3000, alt: '' };
  const shown = structuredClone(site);
  shown.pictures.push(photo);
  shown.pages[0]!.bands[0]!.backdrop.picture = {
    picture: 'photo',
    size: 'cover',
    x: 50,
    y: 50,
    repeat: 'no-repeat',
  };

  test('a backdrop’s box is the band as it is laid out at each width', () => {
    const uses = usesOfPicture(shown, header, photo, [390, 1280], measure);
    expect(uses.map(({ name, width, box }) => [name, width, box.height])).toEqual([
      ['dark, Home', 390, 500],
      ['dark, Home', 1280, 500],
    ]);
    expect(sizeForUses(photo, uses, 1)).toEqual({ width: 1280, height: 960 });
  });

  test('it ships in the sizes that its uses need, in steps, and never larger than it is', () => {
    expect(shippedSizes(shown, header, measure)).toEqual({ photo: { one: 1920, two: 'own' } });
    expect(sizeFor(photo, 500)).toEqual({ one: 640, two: 1120 });
    expect(sizeFor(photo, 3900)).toEqual({});
    expect(sizeFor({ ...photo, file: 'a.svg' }, 100)).toEqual({});
    expect(sizedName('a.b.jpg', 640)).toBe('a.b-640.jpg');
    const to = rootAddresses(shown, { photo: { one: 640, two: 1120 } });
    expect(imageSource(to, 'photo')).toBe('src="pictures/photo-640.jpg" srcset="pictures/photo-1120.jpg 2x"');
    expect(cssImage(to, 'photo')).toBe(
      'image-set(url("pictures/photo-640.jpg") 1x, url("pictures/photo-1120.jpg") 2x)',
    );
    expect(cssImage(to, 'logo')).toBe('url("pictures/logo.svg")');
  });
});

describe('a picture that is turned', () => {
  const BACK: Record<Turn, Turn> = {
    left: 'right',
    right: 'left',
    sideways: 'sideways',
    'upside down': 'upside down',
  };

  test('takes its focus along: worked out by hand', () => {
    const at = { x: 20, y: 30 };
    expect(TURNS.map((turn) => turnedPoint(at, turn))).toEqual([
      { x: 30, y: 80 },
      { x: 70, y: 20 },
      { x: 80, y: 30 },
      { x: 20, y: 70 },
    ]);
    expect(turnedBox({ x: 10, y: 20, width: 30, height: 40 }, 'right')).toEqual({
      x: 40,
      y: 10,
      width: 40,
      height: 30,
    });
  });

  test.each(TURNS)('%s and back is as it was', (turn) => {
    const picture = {
      ...site.pictures[0]!,
      focus: { x: 12, y: 34 },
      subject: { x: 5, y: 10, width: 20, height: 60 },
    };
    const there = { ...picture, ...turnedPicture(picture, turn) };
    const { focus, subject } = turnedPicture(there, BACK[turn]);
    expect(focus).toEqual(picture.focus);
    expect(subject).toEqual(picture.subject);
  });

  test('keeps the same part of it in view wherever it is placed', () => {
    const draft = structuredClone(site);
    const [band] = draft.pages[0]!.bands;
    const { id } = draft.pictures[0]!;
    band!.backdrop.picture = { picture: id, size: 'cover', x: 10, y: 40, repeat: 'no-repeat' };
    turnPlaces(draft, id, 'sideways');
    expect(band!.backdrop.picture).toMatchObject({ x: 90, y: 40 });
  });
});

describe('the ground that a picture gives', () => {
  const at = (pixel: (x: number, y: number) => number) => {
    const grey = (v: number) => ({ r: v, g: v, b: v });
    return groundsOfPicture(raster(60, 40, (x, y) => grey(pixel(x, y))));
  };

  test.each([
    ['a night sky over snow', at((_, y) => (y < 20 ? 20 : 240)), ['dark at the top', 'even at the top']],
    ['snow over a night sea', at((_, y) => (y < 20 ? 240 : 20)), ['light at the top', 'even at the top']],
    ['a middle grey, on which black alone is clear', at(() => 128), ['light at the top', 'even at the top']],
    ['stripes', at((x) => (x % 2 ? 255 : 0)), ['busy at the top']],
    ['from dark to light, slowly', at((x) => 4 * x), []],
    [
      'a night sky with one star in a hundred',
      at((x, y) => (x === 7 && y === 1 ? 255 : 10)),
      ['dark at the top', 'even at the top'],
    ],
  ])('%s', (_, told, expected) => {
    expect(told).toEqual(expected);
  });
});

test('a picture’s share of its box is its width there, whatever else is said of its size', () => {
  const own = { width: 400, height: 100 };
  const box = { x: 0, y: 0, width: 1000, height: 200 };
  const placing = { size: 'cover', share: 50, drawnWidth: 30, x: 100, y: 0, repeat: 'no-repeat' } as const;
  expect(tilingOf(own, box, placing).tile).toEqual({ x: 500, y: 0, width: 500, height: 125 });
});

test('what the header and its rails wear is among the uses of a picture', () => {
  const worn = structuredClone(header);
  const { id } = site.pictures[0]!;
  worn.looks.top.picture = { on: true, picture: id };
  worn.rails[0]!.looks = { scrolled: { picture: { on: true, picture: id, size: 'contain' } } };
  const names = usesOfPicture({ ...site, pages: [] }, worn, site.pictures[0]!, [1280], measure).map(
    ({ name }) => name,
  );
  expect(names).toEqual([worn.name, `${worn.name}, rail 1`]);
});

describe('the grounds of a logo', () => {
  const box = { r: 240, g: 230, b: 220 };

  test('are those of the header with its rail’s over them, at every moment, where they are even', () => {
    const worn = structuredClone(header);
    worn.looks.top = { fill: { colour: { colour: '#102030' }, opacity: 1 } };
    worn.looks.scrolled = { fill: { opacity: 0.5 } };
    const colours = () => logoGroundsOf(site, worn).map(({ colour }) => colour && hexColour(colour));
    expect(colours()).toEqual(['#102030', undefined]);
    railOfLogo(worn)!.looks = { scrolled: { fill: { colour: { colour: '#ffffff' }, opacity: 1 } } };
    expect(colours()).toEqual(['#102030', '#ffffff']);
    worn.looks.top.gradient = {
      on: true,
      angle: 0,
      stops: [{ at: 0, colour: { colour: '#ffffff' }, opacity: 0.5 }],
    };
    expect(colours()[0]).toBeUndefined();
  });

  test.each(Array.from({ length: 40 }, (_, i) => i))(
    'take its box’s colour at all moments, whatever was worn: %i',
    (seed) => {
      const by = chanceOf(seed);
      const some = () => {
        const names = LAYER_NAMES.filter(() => by.between(0, 2) === 0);
        return { ...lookByChance(by, names), ...(by.between(0, 3) === 0 && { pairing: 'light' }) };
      };
      const worn = structuredClone(header);
      worn.looks = { top: some(), scrolled: some(), ...(by.between(0, 1) && { pointed: some() }) };
      if (by.between(0, 1)) worn.manner.onScroll = 'returns';
      const rail = railOfLogo(worn)!;
      rail.looks = by.between(0, 1) ? { top: some(), scrolled: some() } : { scrolled: some() };
      const whole = {
        ...site,
        pairings: [{ id: 'light', name: 'Light', ground: { colour: '#eeeeee' }, ink: { colour: '#111111' } }],
      };
      fillWithBox(worn, box);
      for (const { colour, moment } of logoGroundsOf(whole, worn))
        expect(colour && hexColour(colour), moment).toBe(hexColour(box));
    },
  );
});
