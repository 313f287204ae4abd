import { STRICT_NEEDS, USUAL_NEEDS } from '../src/model/needs.ts';
import { describe, expect, test } from 'vitest';
import { letterCells, markCells, percentileRank } from '../src/sweep/cells.ts';
import { logoCells, logoContrastAt, type LogoPixels } from '../src/sweep/logo.ts';
import { textTarget, verdictOf } from '../src/sweep/verdict.ts';
import { raster, run } from './made.ts';

describe('letter cells', () => {
  test('as many as 0.6 em goes into the advance, rounded up, from cap height to descent', () => {
    const cells = letterCells(run(30));
    expect(cells.map(({ left, right }) => [left, right])).toEqual([
      [100, 108],
      [108, 115],
      [115, 123],
      [123, 130],
    ]);
    expect(cells[0]).toMatchObject({ top: 29, bottom: 45 });
  });

  test('an advance that is a whole number of 0.6 em makes no cell more, and the least is one', () => {
    expect(letterCells(run(28.8))).toHaveLength(3);
    expect(letterCells(run(28.8 + 0.0001))).toHaveLength(3);
    expect(letterCells(run(2))).toHaveLength(1);
  });

  test('a mark is cut into equal cells of at most 8 px', () => {
    const cells = markCells({ x: 10, y: 20, width: 22, height: 16 });
    expect(cells).toHaveLength(6);
    expect(cells[5]).toEqual({ left: 25, right: 32, top: 28, bottom: 36 });
  });

  test('the percentileRank part is counted up', () => {
    expect([1, 10, 11, 160].map(percentileRank)).toEqual([1, 1, 2, 16]);
  });
});

describe('verdicts', () => {
  test('clear at the target, strained at two thirds of it', () => {
    expect([4.5, 4.4999, 3, 2.9999].map((c) => verdictOf(c, 4.5))).toEqual([
      'clear',
      'strained',
      'strained',
      'lost',
    ]);
  });
  test('large text needs 3, of a stricter owner 4.5', () => {
    const of = (size: number, weight = 400) =>
      [USUAL_NEEDS, STRICT_NEEDS].map((needs) => textTarget(needs, { size, weight }));
    expect([of(24), of(23.9)]).toEqual([
      [3, 4.5],
      [4.5, 7],
    ]);
    expect([of(18.66, 600), of(18.66, 700), of(18.65, 700)]).toEqual([
      [4.5, 7],
      [3, 4.5],
      [4.5, 7],
    ]);
  });
});

describe('the logo', () => {
  test('is measured where it meets the ground: a white square on black is 21, on white 1', () => {
    const data = new Uint8ClampedArray(4 * 24 * 24).fill(255);
    const square: LogoPixels = { left: 10, top: 10, width: 24, height: 24, data };
    const cells = logoCells(square, 60, 60);
    expect(cells).toHaveLength(4);
    expect(cells[0]!.edges.every(({ outsideX, outsideY }) => outsideX < 10 || outsideY < 10)).toBe(true);
    const on = (v: number) => raster(60, 60, () => ({ r: v, g: v, b: v }));
    const area = { left: 0, top: 0, right: 60, bottom: 60 };
    expect(logoContrastAt(cells, on(0), area).contrast).toBe(21);
    expect(logoContrastAt(cells, on(255), area).contrast).toBe(1);
  });

  test('cells with fewer than six edge pixels are left out, unless all are', () => {
    const dot: LogoPixels = { left: 0, top: 0, width: 12, height: 12, data: new Uint8ClampedArray(4 * 144) };
    dot.data.set([0, 0, 0, 255], 4 * 65);
    const cells = logoCells(dot, 60, 60);
    expect(cells).toHaveLength(1);
    expect(cells[0]).toMatchObject({ cell: { left: 0, top: 0, right: 12, bottom: 12 } });
    expect(cells[0]!.edges).toHaveLength(1);
  });
});
