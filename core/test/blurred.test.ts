import { describe, expect, test } from 'vitest';
import type { Area } from '../src/geometry/area.ts';
import { blurredPatch, gaussian, mirrored, plainPatch, type BlurredRows } from '../src/stack/blur.ts';
import { boxCoverage } from '../src/stack/layers.ts';
import { letterBlur, shader, textShadowLayer } from '../src/stack/textShadow.ts';
import { random, raster } from './made.ts';

/** Blurs against the sums that they stand for, put down pixel by pixel in two dimensions. */

const by = random(51);
const page = raster(30, 40, () => ({ r: 256 * by(), g: 256 * by(), b: 256 * by() }));
const at = (x: number, y: number, c: number) =>
  page.data[4 * (Math.min(39, Math.max(0, y)) * 30 + Math.min(29, Math.max(0, x))) + c]!;

test('a Gaussian reaches to three deviations, and its sum over both sides is 1', () => {
  const weights = gaussian(1.5);
  expect(weights).toHaveLength(6);
  for (let k = 0; k < weights.length; k++)
    expect(weights[k]! / weights[0]!).toBeCloseTo(Math.exp(-(k * k) / 4.5), 12);
  expect(weights.reduce((sum, w, k) => sum + (k === 0 ? w : 2 * w), 0)).toBeCloseTo(1, 12);
});

test('a place beyond an edge is mirrored, the edge itself repeated, as often as it takes', () => {
  const places = Array.from({ length: 14 }, (_, i) => mirrored(i - 5, 2, 5));
  //                     -5 -4 -3 -2 -1  0  1  2  3  4  5  6  7  8
  expect(places).toEqual([2, 2, 3, 4, 4, 3, 2, 2, 3, 4, 4, 3, 2, 2]);
});

describe('the page behind a header', () => {
  const area: Area = { left: -2, top: 3, right: 5, bottom: 9 };

  test('not blurred is the page’s pixels, the nearest ones beyond its edges', () => {
    for (const row of [-6, 0, 12, 35]) {
      const { width, height, data } = plainPatch(page, row, area);
      expect([width, height, data.length]).toEqual([7, 6, 4 * 42]);
      for (let y = 0; y < 6; y++)
        for (let x = 0; x < 7; x++)
          expect([...data.subarray(4 * (7 * y + x), 4 * (7 * y + x) + 4)]).toEqual([
            ...[0, 1, 2].map((c) => at(x - 2, row + 3 + y, c)),
            255,
          ]);
    }
    const right = plainPatch(page, 0, { left: 27, top: 0, right: 33, bottom: 1 });
    expect(right.data[4 * 5]).toBe(at(29, 0, 0));
  });

  /** The Gaussian of a box alone, its edges mirrored; rounded, half up. */
  const exact = (x: number, y: number, c: number, of: { sigma: number; box: Area; row: number }) => {
    const weights = gaussian(of.sigma);
    const reach = weights.length - 1;
    let sum = 0;
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++) {
        const px = mirrored(x + dx, of.box.left, of.box.right);
        const py = of.row + mirrored(y + dy, of.box.top, of.box.bottom);
        sum += weights[Math.abs(dx)]! * weights[Math.abs(dy)]! * at(px, py, c);
      }
    return sum;
  };
  const whole: Area = { left: 2, top: 0, right: 26, bottom: 14 };
  const part: Area = { left: 4, top: 2, right: 15, bottom: 11 };

  test.each([
    ['from its top', 0, 0],
    ['further down', 9, 0],
    ['with rows above the window', 5, 6],
    ['beyond the page’s end', 33, 0],
  ])('blurred is the Gaussian of its box alone, %s', (_, row, gone) => {
    const box = { ...whole, top: Math.max(whole.top, gone) };
    const { width, height, data } = blurredPatch(page, row, { sigma: 1.3, area: whole }, part, { gone });
    expect([width, height]).toEqual([11, 9]);
    for (let y = 0; y < 9; y++)
      for (let x = 0; x < 11; x++)
        for (let c = 0; c < 4; c++) {
          const level = data[4 * (11 * y + x) + c]!;
          if (c === 3) expect(level).toBe(255);
          else
            expect(Math.abs(level - exact(x + 4, y + 2, c, { sigma: 1.3, box, row }))).toBeLessThanOrEqual(
              0.5 + 1e-9,
            );
        }
  });

  test('rows that were blurred are used again, whichever row is asked for', () => {
    const known: BlurredRows = new Map();
    const blur = { sigma: 2, area: whole };
    for (const row of [3, 4, 10]) {
      const kept = known.size;
      expect(blurredPatch(page, row, blur, part, { known })).toEqual(blurredPatch(page, row, blur, part));
      expect(known.size).toBeGreaterThan(kept);
    }
    // What is kept is what is used.
    for (const line of known.values()) line.fill(7);
    expect(new Set(blurredPatch(page, 3, blur, part, { known }).data)).toEqual(new Set([7, 255]));
  });

  test('is as it is beyond the edge of what is blurred, and by how much that covers of a pixel between the two', () => {
    const edge = { above: 6, below: 3 };
    const blur = { sigma: 2, area: whole, edge };
    const over: Area = { left: 0, top: 0, right: 28, bottom: 14 };
    const seen = blurredPatch(page, 4, blur, over);
    const inner = blurredPatch(page, 4, { sigma: 2, area: whole }, { ...over, left: 2, right: 26 });
    let between = 0;
    for (let y = 0; y < 14; y++)
      for (let x = 0; x < 28; x++) {
        const share = boxCoverage({ area: whole, ...edge }, x, y);
        if (share > 0 && share < 1) between++;
        for (let c = 0; c < 3; c++) {
          const blurred = share === 0 ? 0 : inner.data[4 * (24 * y + x - 2) + c]!;
          const told = Math.floor(share * blurred + (1 - share) * at(x, y + 4, c) + 0.5);
          expect(seen.data[4 * (28 * y + x) + c]).toBe(told);
        }
      }
    expect(between).toBeGreaterThan(10);
  });
});

describe('the shadow of letters', () => {
  test('is blurred by a Gaussian, a little narrower than asked for; from a deviation of 2 by three boxes', () => {
    expect([...letterBlur(0)]).toEqual([1]);
    expect(letterBlur(0.5)).toEqual(gaussian(0.5));
    expect(letterBlur(0.6)).toEqual(gaussian(0.54));
    expect(letterBlur(1.9)).toEqual(gaussian(1.71));
    // Boxes of 4, 4 and 5 pixels: d = ⌊2 · 3√(2π) / 4 + ½⌋ is even.
    const even = letterBlur(2);
    expect([...even].map((w) => Math.round(80 * w * 1e9) / 1e9)).toEqual([14, 13, 10, 6, 3, 1]);
    // Boxes of 5: 19 of 125 in the middle, 1 of 125 at the end.
    const odd = letterBlur(2.5);
    expect([...odd].map((w) => Math.round(125 * w * 1e9) / 1e9)).toEqual([19, 18, 15, 10, 6, 3, 1]);
    for (const weights of [even, odd, letterBlur(7)])
      expect(weights.reduce((sum, w, k) => sum + (k === 0 ? w : 2 * w), 0)).toBeCloseTo(1, 12);
  });

  /** Letters that are a few pixels by chance, the same wherever they stand. */
  const sharp = (x: number, y: number, left: number, baseline: number) => {
    const [u, v] = [x - Math.round(left), y - Math.round(baseline)];
    return u >= 0 && u < 20 && v >= -9 && v < 2 ? (((u * 7919 + (v + 9) * 104729) % 97) * 255) / 96 : 0;
  };
  const draw = {
    text: ({ left, baseline }: { left: number; baseline: number }, { left: l, top, right, bottom }: Area) =>
      Uint8Array.from({ length: (right - l) * (bottom - top) }, (_, i) =>
        sharp(l + (i % (right - l)), top + Math.floor(i / (right - l)), left, baseline),
      ),
  };
  const font = { family: 'source-sans-3', weight: 400, size: 10, letterSpacing: 0 } as never;
  const run = { text: 'abc', font, left: 40, baseline: 30, advance: 20 };

  test('covers what the letters do, moved and blurred, times its own alpha: all of it lies in its area', () => {
    const colour = { r: 10, g: 20, b: 30, a: 0.5 };
    const layer = textShadowLayer(run as never, { x: 3, y: -2, blur: 5, colour }, draw);
    if (layer.paint.kind !== 'coverage') throw new Error('It has no coverage.');
    expect(layer).toMatchObject({ name: 'textShadow', owner: 'item', blend: 'normal' });
    expect(layer.paint.colour).toEqual(colour);
    const { area, coverage } = layer.paint;
    // Boxes of 5 reach 6 px; letters half an em before and after, 1.3 em above and 0.6 below.
    expect(area).toEqual({ left: 32, top: 9, right: 74, bottom: 40 });
    const weights = letterBlur(2.5);
    const width = area.right - area.left;
    for (let y = area.top; y < area.bottom; y++)
      for (let x = area.left; x < area.right; x++) {
        let sum = 0;
        for (let dy = -6; dy <= 6; dy++)
          for (let dx = -6; dx <= 6; dx++) {
            const v = Math.floor(sharp(x + dx, y + dy, 43, 28)) / 255;
            sum += weights[Math.abs(dx)]! * weights[Math.abs(dy)]! * v;
          }
        expect(coverage[(y - area.top) * width + x - area.left]).toBeCloseTo(sum, 5);
      }
    // Another shadow of the same run is another.
    const sharper = textShadowLayer(run as never, { x: 3, y: -2, blur: 0, colour }, draw);
    expect(sharper.paint).not.toMatchObject({ area });
  });

  test('of a heading is drawn as pixels of its colour, by how much of each it covers', () => {
    const colour = { r: 10, g: 20, b: 30, a: 0.8 };
    const seen: { width: number; height: number; data: Uint8ClampedArray }[] = [];
    const shade = shader(draw, { advance: () => 20 }, (pixels) => seen.push(pixels));
    const shadow = { x: 1, y: 1, blur: 2, colour };
    const told = shade({ text: 'abc', x: 40, baseline: 30 } as never, font, shadow)!;
    const { paint } = textShadowLayer(run as never, shadow, draw);
    if (paint.kind !== 'coverage') throw new Error('It has no coverage.');
    const { area, coverage } = paint;
    const [width, height] = [area.right - area.left, area.bottom - area.top];
    expect(told).toEqual({ image: 1, x: area.left, y: area.top, width, height });
    const [pixels] = seen;
    expect([pixels!.width, pixels!.height, pixels!.data.length]).toEqual([width, height, 4 * width * height]);
    coverage.forEach((share, i) =>
      expect([...pixels!.data.subarray(4 * i, 4 * i + 4)]).toEqual([
        10,
        20,
        30,
        Uint8ClampedArray.of(255 * 0.8 * share)[0],
      ]),
    );
  });
});
