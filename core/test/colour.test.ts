import { describe, expect, test } from 'vitest';
import { composeOver, over } from '../src/colour/composite.ts';
import { contrast16, contrastRatio, luminance16, relativeLuminance } from '../src/colour/contrast.ts';
import { cssColour, hexColour, mixRgb, parseColour } from '../src/colour/rgb.ts';
import { random } from './made.ts';

const rgb = (text: string) => parseColour(text)!;
const WHITE = rgb('#fff');

describe('contrast', () => {
  test.each([
    ['#767676', 4.5422],
    ['#595959', 7.0047],
    ['#ffffff', 1],
    ['#000000', 21],
  ])('%s on white is %d', (colour, ratio) => {
    expect(contrastRatio(rgb(colour), WHITE)).toBeCloseTo(ratio, 4);
  });

  test('whole-number luminance is within 2.3e-5 of the exact one, and its contrast within 0.05 %', () => {
    const next = random(1);
    const colour = () => ({ r: (next() * 256) | 0, g: (next() * 256) | 0, b: (next() * 256) | 0 });
    for (let i = 0; i < 5000; i++) {
      const [a, b] = [colour(), colour()];
      expect(Math.abs(luminance16(a) / 65535 - relativeLuminance(a))).toBeLessThan(2.3e-5);
      const exact = contrastRatio(a, b);
      expect(Math.abs(contrast16(luminance16(a), luminance16(b)) - exact) / exact).toBeLessThan(0.0009);
    }
    expect(luminance16(WHITE)).toBe(65535);
  });
});

describe('compositing', () => {
  const snow = rgb('#eef2f6');
  const midnight = rgb('#101b33');

  test('midnight at 0.42 over snow, before rounding', () => {
    const ground = over({ ...midnight, a: 0.42 }, snow);
    expect([ground.r, ground.g, ground.b].map((v) => Number(v.toFixed(2)))).toEqual([144.76, 151.7, 164.1]);
    expect(contrastRatio(WHITE, ground)).toBeCloseTo(2.9133, 4);
    expect(contrastRatio(WHITE, over({ ...midnight, a: 0.6 }, snow))).toBeCloseTo(4.9097, 4);
  });

  test.each([
    ['#101b33', '#eef2f6', 0.57171],
    ['#000000', '#ffffff', 0.53468],
  ])('the smallest fill of %s that lets white ink reach 4.5 over %s is %d', (fill, page, alpha) => {
    let [low, high] = [0, 1];
    for (let i = 0; i < 50; i++) {
      const middle = (low + high) / 2;
      if (contrastRatio(WHITE, over({ ...rgb(fill), a: middle }, rgb(page))) >= 4.5) high = middle;
      else low = middle;
    }
    expect(high).toBeCloseTo(alpha, 5);
  });

  test('links that fade through their fill come down to 1.0016 at 51.2 % of the way', () => {
    const [from, to, page] = [WHITE, rgb('#15233b'), rgb('#0d1730')];
    let least = { contrast: Infinity, at: 0 };
    for (let i = 0; i <= 1000; i++) {
      const t = i / 1000;
      const ink = over({ ...to, a: t }, from);
      const contrast = contrastRatio(ink, over({ ...WHITE, a: t }, page));
      if (contrast < least.contrast) least = { contrast, at: t };
    }
    expect(least.contrast).toBeCloseTo(1.0016, 3);
    expect(least.at).toBeCloseTo(0.512, 3);
  });

  test('layers are rounded once, half up, after the last', () => {
    const half = { r: 0, g: 0, b: 0, a: 0.5 };
    expect(composeOver({ r: 255, g: 254, b: 253 }, [half])).toEqual({ r: 128, g: 127, b: 127 });
    expect(composeOver({ r: 255, g: 254, b: 253 }, [half, half])).toEqual({ r: 64, g: 64, b: 63 });
  });
});

describe('reading colours', () => {
  test('takes any CSS colour, and brings those beyond sRGB to its edge', () => {
    expect(parseColour('rebeccapurple')).toMatchObject({ r: 102, g: 51, b: 153, a: 1 });
    expect(parseColour('rgb(16 27 51 / 42%)')).toMatchObject({ r: 16, g: 27, b: 51, a: 0.42 });
    expect(parseColour('oklch(70% 0.4 150)')!.g).toBeLessThanOrEqual(255);
    expect(parseColour('  #101b33 ')).toMatchObject({ r: 16, g: 27, b: 51, a: 1 });
    expect(parseColour('rgb(none 27 51 / none)')).toEqual({ r: 0, g: 27, b: 51, a: 1 });
    expect(parseColour('rgb(999 -5 51 / 2)')).toMatchObject({ r: 255, g: 0, a: 1 });
    for (const text of [
      '',
      'rgb(',
      'rgb(1 2',
      'oklch(1e999 0 0)',
      'rgb(0 1e999 0 / 1)',
      'color(srgb 1e308 0 0)',
    ]) {
      const { r, g, b } = parseColour(text) ?? { r: 0, g: 0, b: 0 };
      expect(
        [r, g, b].every((level) => Number.isInteger(level) && level >= 0 && level <= 255),
        text,
      ).toBe(true);
    }
    expect(['', 'rgb(', 'rgb(1 2'].map(parseColour)).toEqual([undefined, undefined, undefined]);
    expect(parseColour(`#fff${' '.repeat(196)}`)).toMatchObject({ r: 255 });
    expect(parseColour(`#fff${' '.repeat(197)}`)).toBeUndefined();
    expect(mixRgb({ r: 0, g: 100, b: 255 }, { r: 255, g: 0, b: 254 }, 0.25)).toEqual({
      r: 64,
      g: 75,
      b: 255,
    });
    expect(hexColour({ r: 1, g: 16, b: 255 })).toBe('#0110ff');
    expect([cssColour({ r: 1, g: 2, b: 3 }), cssColour({ r: 1, g: 2, b: 3 }, 0.99999)]).toEqual([
      'rgb(1 2 3)',
      'rgb(1 2 3)',
    ]);
    expect(parseColour('midnightish')).toBeUndefined();
    expect(hexColour(rgb('#E8B04A'))).toBe('#e8b04a');
    expect(cssColour(rgb('#101b33'), 0.42)).toBe('rgb(16 27 51 / 0.42)');
  });
});
