import { describe, expect, test } from 'vitest';
import type { Raster } from '../src/geometry/raster.ts';
import { groundOver } from '../src/stack/ground.ts';
import { groundLevel, overlayOf } from '../src/stack/overlay.ts';
import { readGround, shortCell } from '../src/sweep/exact.ts';
import type { JudgedTarget } from '../src/sweep/targets.ts';
import { random } from './made.ts';

/** What asks only whether enough is there says what the whole measure says. */

const area = { left: 0, top: 0, right: 24, bottom: 10 };
const overlay = overlayOf([], area);
const cells = [0, 8, 16].map((left) => ({ left, top: 0, right: left + 8, bottom: 10 }));

function groundByChance(next: () => number): Raster {
  const data = new Uint8ClampedArray(4 * 240).map((_, i) => (i % 4 === 3 ? 255 : Math.floor(256 * next())));
  return { width: 24, height: 10, data };
}

describe('a target over a ground', () => {
  test('falls short exactly where its contrast is below what it needs, wherever the look begins', () => {
    const next = random(7);
    const told = { short: 0, clear: 0 };
    for (let i = 0; i < 60; i++) {
      const ground = groundByChance(next);
      const colour = {
        r: Math.floor(256 * next()),
        g: Math.floor(256 * next()),
        b: Math.floor(256 * next()),
      };
      const bare = { overlay, shape: { kind: 'cells', colour, cells } } as unknown as JudgedTarget;
      const { contrast } = readGround({ ...bare, needed: 1 }, ground);
      for (const needed of [contrast, contrast * 1.0001, contrast * 0.9999]) {
        for (const first of [undefined, ...cells]) {
          const short = shortCell({ ...bare, needed }, ground, first);
          expect(short !== undefined).toBe(contrast < needed);
          told[short ? 'short' : 'clear']++;
          // What is named does fall short by itself.
          const alone = {
            ...bare,
            needed,
            shape: { kind: 'cells', colour, cells: [short!] },
          } as JudgedTarget;
          if (short) expect(readGround(alone, ground).contrast).toBeLessThan(needed);
        }
      }
    }
    expect(told).toEqual({ short: 240, clear: 480 });
  });

  test('an even overlay makes of each level what it makes of it alone', () => {
    const even = { isEven: true, data: Float64Array.of(40.3, 12, 99.5, 0.37) };
    const ground = groundByChance(random(3));
    const over = groundOver(ground, even);
    over.data.forEach((level, i) => {
      const expected = i % 4 === 3 ? 255 : groundLevel(even.data[i % 4]!, 0.37, ground.data[i]!);
      expect(level).toBe(expected);
    });
  });
});
