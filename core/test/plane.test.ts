import { describe, expect, test } from 'vitest';
import { LUMINANCE } from '../src/colour/contrast.ts';
import { groundTables } from '../src/stack/ground.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { censusOf, groundPlane, stripOf } from '../src/sweep/plane.ts';
import { random, raster } from './made.ts';

/** What the fast sweep passes over: strips of the page, the luminance of their ground, and how often each occurs. */

const next = random(3);
/** Noise, with rows 20 to 39 all alike, and again from 60 on. */
const noise = Array.from({ length: 80 * 80 }, () => (next() * 256) | 0);
const page = raster(80, 80, (x, y) => {
  const line = y >= 60 ? 60 : y >= 20 && y < 40 ? 20 : y;
  const at = line * 80 + x;
  return { r: noise[at]!, g: noise[(at * 7) % 6400]!, b: noise[(at * 13) % 6400]! };
});
const area = { left: 11, top: 5, right: 42, bottom: 77 };
/** A overlay that is the same at every pixel: 60 % of a dark blue. */
const tables = groundTables({ data: Float64Array.of(9.6, 16.2, 30.6, 0.4) });

describe('a strip of the page', () => {
  const strip = stripOf(page, area);
  test('has the page’s own pixels', () => {
    const pixels = new Uint32Array(page.data.buffer);
    for (let y = area.top; y < area.bottom; y++) {
      for (let x = area.left; x < area.right; x++) {
        expect(strip.page[(y - area.top) * strip.width + x - area.left]).toBe(pixels[y * 80 + x]);
      }
    }
  });
  test('numbers its rows: as long as they are alike, by one number', () => {
    const runAt = (row: number) => strip.runs[row - area.top];
    expect(new Set(Array.from({ length: 20 }, (_, i) => runAt(20 + i))).size).toBe(1);
    expect(new Set(Array.from({ length: 17 }, (_, i) => runAt(60 + i))).size).toBe(1);
    const others = [...strip.runs].filter((run) => run !== runAt(20) && run !== runAt(60));
    expect(new Set(others).size).toBe(others.length);
    expect([...strip.runs]).toEqual([...strip.runs].sort((a, b) => a - b));
  });
  test('is kept with its raster, one for each area', () => {
    expect(stripOf(page, { ...area })).toBe(strip);
    expect(stripOf(page, { ...area, left: 12 })).not.toBe(strip);
    expect(stripOf({ ...page, data: page.data.slice() }, area)).not.toBe(strip);
  });
  test('is not kept of a page on which something turns: its pixels become others', () => {
    const turning: Raster = { ...page, data: page.data.slice(), turned: page.data };
    const before = stripOf(turning, area).page.slice();
    turning.data.fill(255);
    const after = stripOf(turning, area).page;
    expect(after).not.toEqual(before);
    expect(new Set(after)).toEqual(new Set([0xffffffff]));
  });
  test('of many areas, none is another’s', () => {
    for (let left = 0; left < 70; left++) {
      const own = stripOf(page, { left, top: 3, right: left + 9, bottom: 8 });
      expect(own.page[0]).toBe(new Uint32Array(page.data.buffer)[3 * 80 + left]);
    }
  });
});

describe('a plane', () => {
  const plane = groundPlane(page, tables, area);
  /** The luminance of the ground over a page pixel, worked out by itself. */
  const luminanceAt = (x: number, y: number) => {
    const i = 4 * (y * 80 + x);
    const colour = [9.6, 16.2, 30.6];
    const levels = colour.map((own, c) => Math.floor(own + 0.4 * page.data[i + c]! + 0.5 + 1e-9));
    return levels.reduce((sum, level, c) => sum + LUMINANCE[c]![level]!, 0);
  };
  test('has the luminance that the overlay makes of each pixel, in rows that are alike as well', () => {
    for (let y = area.top; y < area.bottom; y++) {
      for (let x = area.left; x < area.right; x++) {
        expect(plane.luminance[(y - area.top) * plane.width + x - area.left]).toBe(luminanceAt(x, y));
      }
    }
  });
  test('has a census of its luminances, taken once', () => {
    const counted = new Map<number, number>();
    for (const value of plane.luminance) counted.set(value, (counted.get(value) ?? 0) + 1);
    const { values, tallies } = censusOf(plane);
    expect([...values]).toEqual([...counted.keys()].sort((a, b) => a - b));
    expect([...tallies]).toEqual([...values].map((value) => counted.get(value)));
    expect(censusOf(plane)).toBe(censusOf(plane));
  });
});
