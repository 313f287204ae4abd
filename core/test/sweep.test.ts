import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { contrast16, contrastRatio } from '../src/colour/contrast.ts';
import type { Rgb } from '../src/colour/rgb.ts';
import type { HeaderInk } from '../src/header/layout.ts';
import { letterCells, markCells } from '../src/sweep/cells.ts';
import { readAt } from '../src/sweep/exact.ts';
import { logoCells } from '../src/sweep/logo.ts';
import { readQuick } from '../src/sweep/quick.ts';
import { sweepTarget, sweepTogether } from '../src/sweep/sweepTarget.ts';
import { asSeenBy, sideOf } from '../src/sweep/oneSided.ts';
import { withoutPauses } from '../src/lists.ts';
import { around, type Area } from '../src/geometry/area.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { layGradient } from '../src/geometry/gradient.ts';
import type { Blur, StackLayer } from '../src/stack/layers.ts';
import { overlayOf } from '../src/stack/overlay.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import type { JudgedTarget } from '../src/sweep/targets.ts';
import { plainContrast, type PlainLayer } from './reference.ts';
import { blob, header, measure, random, raster, run, site } from './made.ts';
import { some } from './some.ts';

const WHITE = { r: 255, g: 255, b: 255 };
const scene = layoutScene(site, header, site.pages[0]!, { width: 500, windowHeight: 400 }, measure);
const ink = { id: 'x', name: 'X', box: { x: 0, y: 0, width: 9, height: 9 } } as HeaderInk;
const fillOf = (opacity: number): StackLayer => ({
  name: 'fill',
  owner: 'header',
  blend: 'normal',
  paint: { kind: 'even', colour: { r: 16, g: 27, b: 51, a: opacity } },
});
const targetOf = (
  layers: StackLayer[],
  shape: JudgedTarget['shape'],
  area: Area,
  blur?: Blur,
): JudgedTarget => ({
  ink,
  state: 'rest',
  part: 'ink',
  needed: 4.5,
  stack: { layers, ...(blur && { blur }) },
  overlay: overlayOf(layers, area),
  shape,
});
const span = { from: 0, to: 300 };
const wholeHeader: Area = { left: 0, top: 0, right: 120, bottom: 60 };
const textTargetOf = (colour: Rgb, opacity: number, cells = letterCells(run(60, 20.3))): JudgedTarget =>
  targetOf([fillOf(opacity)], { kind: 'cells', colour, cells }, around(cells));

/** Grounds that try the sweep: noise, flat stretches with lines, a checkerboard, a gradient through the ink. */
function grounds(): [string, Raster][] {
  const next = random(7);
  const noise = new Map<number, Rgb>();
  const at = (x: number, y: number) => {
    const key = y * 1000 + x;
    const old = noise.get(key);
    if (old) return old;
    const made = { r: (next() * 256) | 0, g: (next() * 256) | 0, b: (next() * 256) | 0 };
    noise.set(key, made);
    return made;
  };
  const grey = (v: number) => ({ r: v, g: v, b: v });
  return [
    ['noise', raster(120, 420, at)],
    ['flat with lines', raster(120, 420, (x, y) => (y % 97 < 3 ? at(x, y) : grey(y < 200 ? 13 : 238)))],
    ['checkerboard', raster(120, 420, (x, y) => grey(((x >> 1) + (y >> 1)) % 2 ? 255 : 0))],
    ['gradient', raster(120, 420, (x, y) => grey(Math.min(255, (y * 0.6 + x * 0.1) | 0)))],
    ['stars', raster(120, 420, (x, y) => (next() < 0.03 ? WHITE : { r: 8, g: 12, b: (30 + (x ^ y)) & 63 }))],
  ];
}

describe('the running sweep', () => {
  for (const [name, page] of grounds()) {
    for (const colour of [WHITE, { r: 118, g: 118, b: 118 }, { r: 10, g: 14, b: 30 }]) {
      test(`is the straightforward measure to the last bit: ${name}, ink ${colour.r}`, () => {
        const target = textTargetOf(colour, 0.42);
        const { contrasts: swept } = sweepTarget(scene, span, target, page);
        const read = Array.from({ length: 301 }, (_, row) => readAt(target, page, { row, gone: 0 }).contrast);
        expect([...swept]).toEqual(read);
      });
    }
    test(`is the straightforward measure to the last bit: ${name}, a logo with soft edges`, () => {
      const target = targetOf(
        [fillOf(0.3)],
        { kind: 'logo', cells: logoCells(blob(), 120, 60), isVector: false },
        wholeHeader,
      );
      const { contrasts: swept } = sweepTarget(scene, span, target, page);
      const read = Array.from({ length: 301 }, (_, row) => readAt(target, page, { row, gone: 0 }).contrast);
      expect([...swept]).toEqual(read);
    });
  }

  const box = { x: 0, y: 0, width: 120, height: 60 };
  const night = { r: 16, g: 27, b: 51, a: 0.9 };
  const pale = { r: 238, g: 242, b: 246, a: 0.1 };
  const gradient = (angle: number): StackLayer => ({
    name: 'gradient',
    owner: 'header',
    blend: 'normal',
    paint: {
      kind: 'gradient',
      gradient: layGradient(
        angle,
        [
          { at: 0, colour: night },
          { at: 100, colour: pale },
        ],
        box,
      ),
    },
  });
  const noisy = raster(120, 60, (x, y) => ({
    r: (x * 37 + y * 11) & 255,
    g: (x * y) & 255,
    b: (y * 91) & 255,
  }));
  const picture: StackLayer = {
    name: 'picture',
    owner: 'header',
    blend: 'multiply',
    paint: {
      kind: 'picture',
      pixels: noisy,
      left: 0,
      top: 0,
      fallback: { r: 0, g: 0, b: 0, a: 0 },
      opacity: 0.5,
      masks: [],
    },
  };
  const overlays: [string, StackLayer[]][] = [
    ['a vertical gradient', [gradient(180)]],
    ['a gradient at an angle', [fillOf(0.2), gradient(37)]],
    ['a picture blended into the fill', [fillOf(0.6), picture]],
  ];
  for (const [over, layers] of overlays) {
    for (const [name, page] of grounds()) {
      test(`through ${over} is the straightforward measure to the last bit: ${name}`, () => {
        const shapes: JudgedTarget['shape'][] = [WHITE, { r: 118, g: 118, b: 118 }].map((colour) => ({
          kind: 'cells',
          colour,
          cells: letterCells(run(60, 20.3)),
        }));
        shapes.push({ kind: 'logo', cells: logoCells(blob(), 120, 60), isVector: false });
        for (const shape of shapes) {
          const area = shape.kind === 'cells' ? around(shape.cells) : wholeHeader;
          const target = targetOf(layers, shape, area);
          expect(target.overlay.isEven).toBe(false);
          const { contrasts: swept } = sweepTarget(scene, span, target, page);
          for (let row = 0; row <= 300; row += 4) {
            const { contrast } = readAt(target, page, { row, gone: 0 });
            expect(swept[row], `${shape.kind} at ${row}`).toBe(contrast);
          }
        }
      });
    }
  }

  const blurred = [
    [12, [gradient(180)]],
    [12, [fillOf(0.3)]],
    [6, [gradient(37)]],
    [2.5, [fillOf(0.5)]],
  ] as const;
  for (const [i, [sigma, layers]] of blurred.entries()) {
    for (const [name, page] of some(grounds(), 3, i)) {
      test(`over a blur of ${sigma} is within 1.5 % of the straightforward measure: ${name}`, () => {
        const blur = { sigma, area: wholeHeader };
        const shapes: JudgedTarget['shape'][] = [WHITE, { r: 10, g: 14, b: 30 }].map((colour) => ({
          kind: 'cells',
          colour,
          cells: letterCells(run(60, 20.3)),
        }));
        shapes.push({ kind: 'logo', cells: logoCells(blob(), 120, 60), isVector: false });
        for (const shape of shapes) {
          const area = shape.kind === 'cells' ? around(shape.cells) : wholeHeader;
          const target = targetOf([...layers], shape, area, blur);
          const { contrasts: swept } = sweepTarget(scene, { from: 0, to: 300 }, target, page);
          for (let row = 0; row <= 300; row += 75) {
            const { contrast } = readAt(target, page, { row, gone: 0 });
            // One level of ground is more at a logo's soft edge, where ink and ground move together.
            const allowed = shape.kind === 'logo' ? 0.02 : 0.015;
            expect(Math.abs(swept[row]! / contrast - 1), `${shape.kind} at ${row}`).toBeLessThan(allowed);
          }
        }
      });
    }
  }

  const patch: StackLayer = {
    ...fillOf(0.7),
    name: 'backing',
    owner: 'item',
    box: { area: { left: 20, top: 8, right: 98, bottom: 40 }, above: 0, below: 0 },
  };
  const alone: [string, StackLayer[], Blur?][] = [
    ['a fill', [fillOf(0.42)]],
    ['a fill that leaves little of the page', [fillOf(0.9)]],
    ...overlays,
    // What lies round a thing and what its letters are on: within the ring's hole there is something else.
    ['a fill with a patch', [fillOf(0.42), patch]],
    ['a gradient with a patch', [gradient(180), patch]],
    ['a blur of 9 with a patch', [gradient(180), patch], { sigma: 9, area: wholeHeader }],
    ['a blur of 12', [fillOf(0.3)], { sigma: 12, area: wholeHeader }],
    ['a blur of 6 and a gradient', [gradient(180)], { sigma: 6, area: wholeHeader }],
    ['a blur of 3 and a gradient at an angle', [gradient(37)], { sigma: 3, area: wholeHeader }],
  ];
  const numbered = alone.map(([name, layers, blur], i) => [name, layers, blur, i] as const);
  test.each(some(numbered, 3))(
    'what is judged of an item together is as each alone: through %s',
    (_, layers, blur, i) => {
      const words = letterCells(run(60, 20.3));
      const outer = { left: 17, top: 5, right: 101, bottom: 43 };
      const ring = [
        { ...outer, bottom: 7 },
        { ...outer, top: 41 },
        { ...outer, top: 7, right: 19, bottom: 41 },
        { ...outer, top: 7, left: 99, bottom: 41 },
      ];
      const line = [{ left: 20, top: 33, right: 97, bottom: 35 }];
      const inks = [WHITE, { r: 200, g: 190, b: 255 }, { r: 118, g: 118, b: 118 }, { r: 10, g: 14, b: 30 }];
      const logo = { kind: 'logo', cells: logoCells(blob(), 120, 60), isVector: false } as const;
      const targets = [
        targetOf(layers, logo, wholeHeader, blur),
        ...[words, line, ring, words].flatMap((cells) =>
          inks.map((colour) => targetOf(layers, { kind: 'cells', colour, cells }, around(cells), blur)),
        ),
      ];
      for (const [name, page] of some(grounds(), 2, i)) {
        const together = withoutPauses(sweepTogether(scene, span, targets, page));
        together.forEach(({ target, swept }, i) => {
          expect(target).toBe(targets[i]);
          expect(swept, `${i} over ${name}`).toEqual(sweepTarget(scene, span, target, page));
        });
        expect(together).toHaveLength(targets.length);
      }
    },
  );

  test('what one ink has over grounds on one side of it tells what another has, to the last bit', () => {
    const next = random(3);
    for (let i = 0; i < 2000; i++) {
      const ground = Math.floor(next() * 30000);
      const [one, other] = [30000 + Math.floor(next() * 35536), 30000 + Math.floor(next() * 35536)];
      const seen = (ink: number, on: number) => Float32Array.of(contrast16(ink, on));
      expect(asSeenBy(other, one, -1, seen(one, ground))).toEqual(seen(other, ground));
      // The other way round: inks darker than the ground.
      const [dark, darker] = [65535 - one, 65535 - other];
      expect(asSeenBy(darker, dark, 1, seen(dark, 65535 - ground))).toEqual(seen(darker, 65535 - ground));
    }
    expect(sideOf(300, { low: 10, high: 300 })).toBe(-1);
    expect(sideOf(300, { low: 300, high: 301 })).toBe(1);
    expect(sideOf(300, { low: 299, high: 301 })).toBeUndefined();
  });

  test.each(grounds())(
    'over a blur it tells which cell is the worst, itself within 1.5 %%: %s',
    (_, page) => {
      const blur = { sigma: 6, area: wholeHeader };
      const cells = letterCells(run(60, 20.3));
      const shape = { kind: 'cells', colour: WHITE, cells } as const;
      const target = targetOf([fillOf(0.4)], shape, around(cells), blur);
      const { contrasts, worst } = sweepTarget(scene, { from: 0, to: 300 }, target, page);
      const told = new Set<number>();
      for (let row = 0; row <= 300; row += 60) {
        told.add(worst![row]!);
        const alone = { ...target, shape: { ...shape, cells: [cells[worst![row]!]!] } };
        const { contrast } = readAt(alone, page, { row, gone: 0 });
        expect(Math.abs(contrasts[row]! / contrast - 1), `at ${row}`).toBeLessThan(0.015);
      }
      expect(Math.max(...told)).toBeLessThan(cells.length);
    },
  );

  test.each(some(grounds(), 2))(
    'a single place is read quickly to the same, cell for cell: %s',
    (_, page) => {
      const inks = [WHITE, { r: 0, g: 0, b: 0 }, { r: 90, g: 110, b: 130 }, { r: 13, g: 13, b: 13 }];
      const shapes = [
        letterCells(run(60, 20.3)),
        markCells({ x: 20, y: 10, width: 30, height: 22 }),
        [wholeHeader],
      ];
      for (const layers of [[], [fillOf(0.42)], [gradient(180)], [fillOf(0.2), gradient(37)], [fillOf(1)]]) {
        for (const cells of shapes) {
          for (const colour of inks) {
            const target = targetOf(layers, { kind: 'cells', colour, cells }, around(cells));
            // Also above the page and below it, where a header may lie while the page is short.
            for (const row of [-30, 0, 97, 203, 361, 400]) {
              expect(readQuick(target, page, { row, gone: 0 })).toEqual(
                readAt(target, page, { row, gone: 0 }),
              );
            }
          }
        }
      }
    },
  );

  test('a solid layer ends the search below it', () => {
    const target = textTargetOf(WHITE, 1);
    const { contrasts: swept } = sweepTarget(scene, span, target, grounds()[0]![1]);
    expect(new Set(swept).size).toBe(1);
    expect(swept[0]).toBeCloseTo(contrastRatio(WHITE, { r: 16, g: 27, b: 51 }), 2);
  });

  test('the kernel that ships is the one its source compiles to', () => {
    const fresh = join(mkdtempSync(join(tmpdir(), 'kernel-')), 'bytes.ts');
    execFileSync('node', ['scripts/kernel.mjs', fresh]);
    expect(readFileSync('core/src/sweep/kernelBytes.ts', 'utf8')).toBe(readFileSync(fresh, 'utf8'));
  });
});

describe('the sweep beside one that shares nothing with it', () => {
  const night = [16, 27, 51] as const;
  const [pale, grey] = [[238, 242, 246] as const, [118, 118, 118] as const];
  const wash: StackLayer = {
    name: 'gradient',
    owner: 'header',
    blend: 'normal',
    paint: {
      kind: 'gradient',
      gradient: layGradient(
        180,
        [
          { at: 0, colour: { r: 16, g: 27, b: 51, a: 0.9 } },
          { at: 100, colour: { r: 238, g: 242, b: 246, a: 0 } },
        ],
        { x: 0, y: 0, width: 120, height: 60 },
      ),
    },
  };
  const even = (opacity: number) => ({ even: [...night, opacity] as const });
  const plainWash = { from: [...night, 0.9] as const, to: [...pale, 0] as const, top: 0, height: 60 };
  const cases: [string, StackLayer[], PlainLayer[]][] = [
    ['nothing', [], []],
    ['a fill', [fillOf(0.42)], [even(0.42)]],
    ['two fills', [fillOf(0.3), fillOf(0.6)], [even(0.3), even(0.6)]],
    ['a gradient over a fill', [fillOf(0.2), wash], [even(0.2), plainWash]],
  ];
  for (const [over, layers, plain] of cases) {
    test.each(grounds())(`through ${over}: %s`, (_, page) => {
      for (const colour of [[255, 255, 255] as const, grey, night]) {
        const set = run(60, 20.3);
        const [r, g, b] = colour;
        const cells = letterCells(set);
        const target = targetOf(layers, { kind: 'cells', colour: { r, g, b }, cells }, around(cells));
        const { contrasts } = sweepTarget(scene, span, target, page);
        const text = { ...set, size: set.font.size, ink: colour };
        for (let scroll = 0; scroll <= 300; scroll += 7) {
          const told = contrasts[scroll]!;
          const plainly = plainContrast(text, plain, page, scroll);
          // Of a ground's three channels, each may be rounded to the next level: that is the most they may differ.
          expect(Math.abs(told - plainly), `${told} and ${plainly} at ${scroll}`).toBeLessThan(
            0.02 * plainly,
          );
        }
      }
    });
  }
});

describe('the tenth pixel', () => {
  test('one star does not condemn a letter, a tenth of its pixels does', () => {
    const cell = { left: 0, top: 0, right: 10, bottom: 10 };
    const target = (bad: number) => {
      const page = raster(10, 10, (x, y) => (y * 10 + x < bad ? WHITE : { r: 0, g: 0, b: 0 }));
      return readAt(textTargetOf(WHITE, 0, [cell]), page, { row: 0, gone: 0 }).contrast;
    };
    expect(target(9)).toBe(21);
    expect(target(10)).toBe(1);
  });
});
