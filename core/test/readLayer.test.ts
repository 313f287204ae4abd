import { describe, expect, test } from 'vitest';
import type { Area } from '../src/geometry/area.ts';
import { layGradient } from '../src/geometry/gradient.ts';
import {
  boxCoverage,
  coversArea,
  isEvenOver,
  readLayer,
  type FilledBox,
  type Paint,
  type StackLayer,
} from '../src/stack/layers.ts';

/** Layers read pixel by pixel, against values worked out by hand. */

const layerOf = (paint: Paint, box?: FilledBox): StackLayer => ({
  name: 'fill',
  owner: 'header',
  blend: 'normal',
  paint,
  ...(box && { box }),
});
const read = (layer: StackLayer, x: number, y: number, isWhole = false) => {
  const out = new Float64Array(5);
  out[4] = 7;
  readLayer(layer, x, y, isWhole, out);
  // No more is written than a pixel has.
  expect(out[4]).toBe(7);
  return [...out.subarray(0, 4)];
};
const near = (levels: readonly number[]) => levels.map((each) => expect.closeTo(each, 9) as number);
const square = (area: Area, above = 0, below = above): FilledBox => ({ area, above, below });
const teal = { r: 20, g: 120, b: 200, a: 0.5 };

describe('what a layer paints at a pixel', () => {
  test('an even colour is premultiplied, channel by channel', () => {
    expect(read(layerOf({ kind: 'even', colour: teal }), 3, 4)).toEqual([10, 60, 100, 0.5]);
  });

  test('coverage holds within its area alone, row by row', () => {
    const area = { left: 2, top: 5, right: 5, bottom: 7 };
    const coverage = Float32Array.of(0, 0.25, 0.5, 0.75, 1, 0.125);
    const layer = layerOf({ kind: 'coverage', colour: teal, area, coverage });
    const share = (x: number, y: number) => read(layer, x, y)[3]! / 0.5;
    expect([2, 3, 4].map((x) => share(x, 5))).toEqual([0, 0.25, 0.5]);
    expect([2, 3, 4].map((x) => share(x, 6))).toEqual([0.75, 1, 0.125]);
    expect(read(layer, 3, 6)).toEqual([10, 60, 100, 0.5]);
    for (const [x, y] of [
      [1, 6],
      [5, 6],
      [3, 4],
      [3, 7],
      // What lies before and after it in the list is not met from beside it.
      [5, 5],
      [1, 5],
    ] as const)
      expect(read(layer, x, y)).toEqual([0, 0, 0, 0]);
  });

  test('a picture lies over its fallback, where it reaches', () => {
    const at = (x: number, y: number, a = 255) => [10 * x, 100 * y, 40, a];
    const data = Uint8ClampedArray.from(
      [at(0, 0), at(1, 0), at(2, 0), at(0, 1), at(1, 1, 102), at(2, 1)].flat(),
    );
    const pixels = { width: 3, height: 2, data };
    const fallback = { r: 200, g: 50, b: 100, a: 0.5 };
    const layer = layerOf({
      kind: 'picture',
      pixels,
      left: 4,
      top: 6,
      fallback,
      opacity: 1,
      masks: [],
    });
    expect(read(layer, 4, 6)).toEqual([0, 0, 40, 1]);
    expect(read(layer, 6, 6)).toEqual([20, 0, 40, 1]);
    expect(read(layer, 4, 7)).toEqual([0, 100, 40, 1]);
    // Two fifths of 10, 100, 40 over half of the fallback.
    expect(read(layer, 5, 7)).toEqual(
      near([0.4 * 10 + 0.6 * 100, 0.4 * 100 + 0.6 * 25, 0.4 * 40 + 0.6 * 50, 0.4 + 0.6 * 0.5]),
    );
    for (const [x, y] of [
      [3, 6],
      [7, 6],
      [4, 5],
      [4, 8],
    ] as const)
      expect(read(layer, x, y)).toEqual([100, 25, 50, 0.5]);
  });

  test('one that is missing is its fallback; opacity and every fade let through a share of both', () => {
    const box = { x: 0, y: 0, width: 10, height: 10 };
    const fade = (angle: number) =>
      layGradient(
        angle,
        [
          { at: 0, colour: { r: 0, g: 0, b: 0, a: 1 } },
          { at: 100, colour: { r: 0, g: 0, b: 0, a: 0 } },
        ],
        box,
      );
    const layer = layerOf({
      kind: 'picture',
      pixels: undefined,
      left: 0,
      top: 0,
      fallback: { r: 200, g: 100, b: 40, a: 1 },
      opacity: 0.8,
      masks: [fade(180), fade(90)],
    });
    // At the centre of pixel 2, 6: 0.35 of the one fade is left, 0.75 of the other.
    const share = 0.8 * 0.35 * 0.75;
    expect(read(layer, 2, 6)).toEqual(near([200 * share, 100 * share, 40 * share, share]));
  });

  test('a box cuts it off, unless it is known to cover the pixel', () => {
    const layer = layerOf(
      { kind: 'even', colour: teal },
      square({ left: 0, top: 0, right: 4, bottom: 4 }, 2),
    );
    const share = 2 - Math.hypot(1.5, 1.5) + 0.5;
    expect(read(layer, 0, 0)).toEqual(near([10 * share, 60 * share, 100 * share, 0.5 * share]));
    expect(read(layer, 0, 0, true)).toEqual([10, 60, 100, 0.5]);
    expect(read(layer, 2, 2)).toEqual([10, 60, 100, 0.5]);
    expect(read(layer, 4, 2)).toEqual([0, 0, 0, 0]);
  });
});

describe('a box with round corners', () => {
  const area = { left: 10, top: 20, right: 50, bottom: 40 };

  test('covers nothing outside, and all of what is inside it', () => {
    const box = square(area);
    for (const [x, y, share] of [
      [9, 30, 0],
      [10, 30, 1],
      [49, 30, 1],
      [50, 30, 0],
      [30, 19, 0],
      [30, 20, 1],
      [30, 39, 1],
      [30, 40, 0],
      [10, 20, 1],
      [49, 39, 1],
    ] as const)
      expect(boxCoverage(box, x, y)).toBe(share);
  });

  test('is as round above as its upper radius, and below as its lower one, alike at both ends', () => {
    const box = square(area, 6, 3);
    const upper = (x: number, y: number) => Math.min(1, Math.max(0, 6 - Math.hypot(5.5 - x, 5.5 - y) + 0.5));
    const lower = (x: number, y: number) => Math.min(1, Math.max(0, 3 - Math.hypot(2.5 - x, 2.5 - y) + 0.5));
    for (let x = 0; x < 6; x++)
      for (let y = 0; y < 6; y++) {
        expect(boxCoverage(box, 10 + x, 20 + y)).toBeCloseTo(upper(x, y), 12);
        expect(boxCoverage(box, 49 - x, 20 + y)).toBeCloseTo(upper(x, y), 12);
      }
    for (let x = 0; x < 3; x++)
      for (let y = 0; y < 3; y++) {
        expect(boxCoverage(box, 10 + x, 39 - y)).toBeCloseTo(lower(x, y), 12);
        expect(boxCoverage(box, 49 - x, 39 - y)).toBeCloseTo(lower(x, y), 12);
      }
    // Beyond the lower radius nothing of the upper one is met.
    expect(boxCoverage(box, 10, 35)).toBe(1);
  });

  test('a radius is no more than half of what it rounds', () => {
    const flat = square({ left: 0, top: 0, right: 40, bottom: 8 }, 100);
    expect(boxCoverage(flat, 0, 3)).toBeCloseTo(4 - Math.hypot(3.5, 0.5) + 0.5, 12);
    expect(boxCoverage(flat, 4, 0)).toBe(1);
    const narrow = square({ left: 0, top: 0, right: 8, bottom: 40 }, 100);
    expect(boxCoverage(narrow, 3, 0)).toBeCloseTo(Math.min(1, 4 - Math.hypot(0.5, 3.5) + 0.5), 12);
    expect(boxCoverage(narrow, 0, 4)).toBe(1);
  });

  test('a cut edge ends it between its depths, and covers of a pixel what is above it', () => {
    // It hangs 4 px deeper at its end than at its start: half way, 2.
    const box: FilledBox = {
      area: { left: 0, top: 0, right: 100, bottom: 24 },
      above: 0,
      below: 0,
      cut: { start: 0, middle: 2, end: 4 },
    };
    const edgeAt = (x: number) => {
      let y = 0;
      for (let row = 0; row < 30; row++) y += boxCoverage(box, x, row);
      return y;
    };
    expect(edgeAt(50)).toBeCloseTo(20 + (4 * 50.5) / 100, 3);
    expect(edgeAt(0)).toBeCloseTo(20 + (4 * 0.5) / 100, 3);
    expect(edgeAt(99)).toBeCloseTo(20 + (4 * 99.5) / 100, 3);
    expect(boxCoverage(box, 99, 24)).toBe(0);
    expect(boxCoverage(box, 0, 21)).toBe(0);
    // Its corners are round all the same.
    expect(boxCoverage({ ...box, above: 8 }, 0, 0)).toBe(0);
  });
});

describe('where a layer is whole', () => {
  const box = square({ left: 0, top: 0, right: 100, bottom: 40 }, 10);

  test('no box, or no pixel, is covered; the corners of an area decide', () => {
    const inner = { left: 20, top: 10, right: 40, bottom: 20 };
    expect(coversArea({}, inner)).toBe(true);
    expect(
      coversArea({ box: square({ left: 0, top: 0, right: 1, bottom: 1 }) }, { ...inner, right: 20 }),
    ).toBe(true);
    expect(coversArea({ box }, inner)).toBe(true);
    expect(coversArea({ box }, { left: 0, top: 10, right: 100, bottom: 30 })).toBe(true);
    // One corner of it at a time lies in a round corner, or outside.
    for (const area of [
      { left: 0, top: 0, right: 50, bottom: 20 },
      { left: 50, top: 0, right: 100, bottom: 20 },
      { left: 0, top: 20, right: 50, bottom: 40 },
      { left: 50, top: 20, right: 100, bottom: 40 },
      { left: 50, top: 20, right: 101, bottom: 30 },
      { left: 50, top: 20, right: 60, bottom: 41 },
    ])
      expect(coversArea({ box }, area)).toBe(false);
  });

  test('over a cut edge it is whole as far as the highest part of that', () => {
    const cut = {
      ...square({ left: 0, top: 0, right: 100, bottom: 40 }),
      cut: { start: 0, middle: 3, end: 6 },
    };
    const down = (bottom: number) => coversArea({ box: cut }, { left: 90, top: 10, right: 95, bottom });
    expect([34, 35].map(down)).toEqual([true, false]);
  });

  test('it is even where one colour covers all, or nothing of it is there', () => {
    const area = { left: 0, top: 0, right: 5, bottom: 5 };
    const even = (a: number, of?: FilledBox) => layerOf({ kind: 'even', colour: { ...teal, a } }, of);
    expect(isEvenOver(even(1), area)).toBe(true);
    expect(isEvenOver(even(1, box), area)).toBe(false);
    expect(isEvenOver(even(0, box), area)).toBe(true);
    const coverage = new Float32Array(25).fill(1);
    expect(isEvenOver(layerOf({ kind: 'coverage', colour: teal, area, coverage }), area)).toBe(false);
  });
});
