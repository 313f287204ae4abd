import { describe, expect, test } from 'vitest';
import { mixFills } from '../src/layers/kind.ts';
import { changeCurve } from '../src/change/curve.ts';
import { timings } from '../src/change/timings.ts';
import { easingOf } from '../src/change/easing.ts';
import type { Header } from '../src/model/header.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, raster, site } from './made.ts';

/** Links that become dark while a white fill comes, over a page of one dark colour. */
const fading = (manner: Partial<Header['manner']>): Header => ({
  ...header,
  looks: {
    top: {
      ink: { link: { colour: '#ffffff' }, hover: { colour: '#0d1730' }, current: { colour: '#ffffff' } },
    },
    scrolled: {
      ink: { link: { colour: '#15233b' }, current: { colour: '#15233b' } },
      fill: { colour: { colour: '#ffffff' }, opacity: 1 },
    },
  },
  manner: { ...header.manner, duration: 1000, easing: 'linear', ...manner },
});
const page = raster(500, 2000, () => ({ r: 13, g: 23, b: 48 }));
const curveOf = (of: Header, change: Parameters<typeof changeCurve>[3] = { kind: 'moment' }) => {
  const scene = layoutScene(
    { ...site, headers: [of] },
    of,
    site.pages[0]!,
    { width: 500, windowHeight: 400 },
    measure,
  );
  return changeCurve(scene, page, noDrawing, change)!;
};

describe('the change between two moments', () => {
  test('has the minimum that was worked out: 1.0016 at 51.2 %', () => {
    const { least, instants, duration } = curveOf(fading({}));
    // 8-bit colours leave a little more than the exact 1.0016.
    expect(least.contrast).toBeLessThan(1.02);
    expect(least.time).toBeGreaterThan(500);
    expect(least.time).toBeLessThan(525);
    expect(duration).toBe(1000);
    expect(instants[0]!.contrast).toBeGreaterThan(17);
    expect(instants.at(-1)!.contrast).toBeGreaterThan(14);
    expect(instants.every(({ time }, i) => i === 0 || time > instants[i - 1]!.time)).toBe(true);
  });
  test('how long it is below scales with its duration; its shape does not', () => {
    const [slow, fast] = [curveOf(fading({})), curveOf(fading({ duration: 100 }))];
    expect(slow.below).toBeGreaterThan(300);
    expect(fast.below).toBeCloseTo(slow.below / 10, 1);
    expect(fast.least.contrast).toBeCloseTo(slow.least.contrast, 6);
  });
  test('at once there is nothing between', () => {
    const { below, least } = curveOf(fading({ duration: 0 }));
    expect([below, least.time]).toEqual([0, 0]);
  });
  test('inks apart from the fill: each way to time it is another curve', () => {
    const ways = timings(fading({})).map(({ text, manner }) => [
      text,
      curveOf({ ...fading({}), manner }).below,
    ]);
    // Dark links on the dark page until the fill has come; or white ones on the white fill until it is over.
    expect(ways.map(([text]) => text)).toEqual([
      'The inks first, at once',
      'The inks last, at once',
      'All at once',
    ]);
    expect(ways[0]![1]).toBeGreaterThan(200);
    expect(ways[1]![1]).toBeGreaterThan(200);
    expect(ways[2]![1]).toBe(0);
  });
  test('a header that is never met after the top has no change', () => {
    const far = fading({ switch: { at: 'distance', distance: 1700 } });
    expect(curveOf(far)).toBeUndefined();
  });
});

test('under the pointer, links go from their colour to the hovered one', () => {
  const { least, duration } = curveOf(fading({ duration: 200 }), { kind: 'hover', moment: 'top' });
  // Hovered, they have the page's own colour: nothing is left of them.
  expect(least).toMatchObject({ time: 200, contrast: 1 });
  expect(duration).toBe(200);
});

test('colours are mixed premultiplied and rounded to 8 bits', () => {
  const none = { colour: { colour: '#000000' }, opacity: 0 };
  const half = mixFills(site.palette, none, { colour: { colour: '#c86432' }, opacity: 0.8 }, 0.5);
  expect(half).toEqual({ colour: { colour: 'rgb(200 100 50)' }, opacity: 0.4 });
  const both = mixFills(
    site.palette,
    { ...none, opacity: 1 },
    { colour: { colour: '#ffffff' }, opacity: 1 },
    0.25,
  );
  expect(both).toEqual({ colour: { colour: 'rgb(64 64 64)' }, opacity: 1 });
});

test('easings are those of CSS', () => {
  expect(easingOf('linear')(0.3)).toBe(0.3);
  // CSS Easing 1: ease is cubic-bezier(0.25, 0.1, 0.25, 1).
  expect(easingOf('ease')(0.5)).toBeCloseTo(0.8024, 3);
  expect(easingOf('ease-in-out')(0.5)).toBeCloseTo(0.5, 6);
  expect(easingOf('ease-in')(0.5)).toBeCloseTo(1 - easingOf('ease-out')(0.5), 5);
});
