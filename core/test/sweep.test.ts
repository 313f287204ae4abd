import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import type { Rgb } from '../src/colour/rgb.ts';
import type { HeaderInk } from '../src/header/layout.ts';
import { letterCells, markCells, tenth } from '../src/sweep/cells.ts';
import { readAt } from '../src/sweep/exact.ts';
import { logoCells, logoContrastAt, type LogoPixels } from '../src/sweep/logo.ts';
import { sweepTarget, proveScene, worstAt } from '../src/sweep/prove.ts';
import { around, type Area } from '../src/stack/area.ts';
import type { Raster } from '../src/stack/ground.ts';
import { layGradient } from '../src/stack/gradient.ts';
import type { Blur, StackLayer } from '../src/stack/layers.ts';
import { veilOf } from '../src/stack/veil.ts';
import { layoutScene, spansOf } from '../src/sweep/scene.ts';
import type { Target } from '../src/sweep/targets.ts';
import { textTarget, verdictOf } from '../src/sweep/verdict.ts';
import { header, measure, noDrawing, random, raster, site } from './made.ts';

const font = { family: 'hanken-grotesk', weight: 600, size: 16, letterSpacing: 0 } as const;
const run = (advance: number, left = 100.4) => ({
  text: 'x',
  font,
  left,
  advance,
  baseline: 40,
  capHeight: 11.2,
  descent: 4.6,
  letterEdges: [advance],
});

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

  test('the tenth part is counted up', () => {
    expect([1, 10, 11, 160].map(tenth)).toEqual([1, 1, 2, 16]);
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
  test('large text needs 3', () => {
    expect([24, 23.9].map((size) => textTarget({ font: { ...font, size } }))).toEqual([3, 4.5]);
    expect([600, 700].map((weight) => textTarget({ font: { ...font, size: 18.66, weight } }))).toEqual([
      4.5, 3,
    ]);
  });
});

const WHITE = { r: 255, g: 255, b: 255 };
const scene = layoutScene(site, header, site.pages[0]!, 500, measure, 400);
const ink = { id: 'x', name: 'X', box: { x: 0, y: 0, width: 9, height: 9 } } as HeaderInk;
const fillOf = (opacity: number): StackLayer => ({
  name: 'fill',
  owner: 'header',
  blend: 'normal',
  paint: { kind: 'even', colour: { r: 16, g: 27, b: 51, a: opacity } },
});
const targetOf = (layers: StackLayer[], shape: Target['shape'], area: Area, blur?: Blur): Target => ({
  ink,
  state: 'rest',
  part: 'ink',
  needed: 4.5,
  stack: { layers, ...(blur && { blur }) },
  veil: veilOf(layers, area),
  shape,
});
const wholeHeader: Area = { left: 0, top: 0, right: 120, bottom: 60 };
const textTargetOf = (colour: Rgb, opacity: number, cells = letterCells(run(60, 20.3))): Target =>
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
  const span = { from: 0, to: 300 };
  for (const [name, page] of grounds()) {
    for (const colour of [WHITE, { r: 118, g: 118, b: 118 }, { r: 10, g: 14, b: 30 }]) {
      test(`is the straightforward measure to the last bit: ${name}, ink ${colour.r}`, () => {
        const target = textTargetOf(colour, 0.42);
        const swept = sweepTarget(scene, span, target, page);
        const read = Array.from({ length: 301 }, (_, row) => readAt(target, page, { row, gone: 0 }).contrast);
        expect([...swept]).toEqual(read);
      });
    }
    test(`is the straightforward measure to the last bit: ${name}, a logo with soft edges`, () => {
      const target = targetOf(
        [fillOf(0.3)],
        { kind: 'logo', cells: logoCells(blob(), 120, 60) },
        wholeHeader,
      );
      const swept = sweepTarget(scene, span, target, page);
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
      mask: undefined,
    },
  };
  const veils: [string, StackLayer[]][] = [
    ['a vertical gradient', [gradient(180)]],
    ['a gradient at an angle', [fillOf(0.2), gradient(37)]],
    ['a picture blended into the fill', [fillOf(0.6), picture]],
  ];
  for (const [over, layers] of veils) {
    for (const [name, page] of grounds()) {
      test(`through ${over} is the straightforward measure to the last bit: ${name}`, () => {
        const shapes: Target['shape'][] = [WHITE, { r: 118, g: 118, b: 118 }].map((colour) => ({
          kind: 'cells',
          colour,
          cells: letterCells(run(60, 20.3)),
        }));
        shapes.push({ kind: 'logo', cells: logoCells(blob(), 120, 60) });
        for (const shape of shapes) {
          const area = shape.kind === 'cells' ? around(shape.cells) : wholeHeader;
          const target = targetOf(layers, shape, area);
          expect(target.veil.isEven).toBe(false);
          const swept = sweepTarget(scene, span, target, page);
          for (let row = 0; row <= 300; row += 4) {
            const { contrast } = readAt(target, page, { row, gone: 0 });
            expect(swept[row], `${shape.kind} at ${row}`).toBe(contrast);
          }
        }
      });
    }
  }

  for (const [sigma, layers] of [
    [12, [gradient(180)]],
    [12, [fillOf(0.3)]],
    [6, [gradient(37)]],
    [2.5, [fillOf(0.5)]],
  ] as const) {
    for (const [name, page] of grounds()) {
      test(`over a blur of ${sigma} is within 1.5 % of the straightforward measure: ${name}`, () => {
        const blur = { sigma, area: wholeHeader };
        const shapes: Target['shape'][] = [WHITE, { r: 10, g: 14, b: 30 }].map((colour) => ({
          kind: 'cells',
          colour,
          cells: letterCells(run(60, 20.3)),
        }));
        shapes.push({ kind: 'logo', cells: logoCells(blob(), 120, 60) });
        for (const shape of shapes) {
          const area = shape.kind === 'cells' ? around(shape.cells) : wholeHeader;
          const target = targetOf([...layers], shape, area, blur);
          const swept = sweepTarget(scene, { from: 0, to: 300 }, target, page);
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

  test('a solid layer ends the search below it', () => {
    const target = textTargetOf(WHITE, 1);
    const swept = sweepTarget(scene, span, target, grounds()[0]![1]);
    expect(new Set(swept).size).toBe(1);
    expect(swept[0]).toBeCloseTo(contrastRatio(WHITE, { r: 16, g: 27, b: 51 }), 2);
  });

  test('the kernel that ships is the one its source compiles to', () => {
    const fresh = join(mkdtempSync(join(tmpdir(), 'kernel-')), 'bytes.ts');
    execFileSync('node', ['scripts/kernel.mjs', fresh]);
    expect(readFileSync('core/src/sweep/kernelBytes.ts', 'utf8')).toBe(readFileSync(fresh, 'utf8'));
  });
});

/** A disc with a soft rim and two inks, 40 × 30. */
function blob(): LogoPixels {
  const data = new Uint8ClampedArray(4 * 40 * 30);
  for (let y = 0; y < 30; y++) {
    for (let x = 0; x < 40; x++) {
      const cover = Math.min(1, Math.max(0, 13.5 - Math.hypot(x - 20, y - 15)));
      data.set([255, x < 20 ? 255 : 180, 240, Math.round(255 * cover)], 4 * (y * 40 + x));
    }
  }
  return { left: 30, top: 12, width: 40, height: 30, data };
}

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

describe('a scene', () => {
  const page = raster(500, scene.laid.height, (_, y) =>
    y < 500 ? { r: 13, g: 23, b: 48 } : { r: 238, g: 242, b: 246 },
  );
  const logo: LogoPixels = { ...blob(), left: 20, top: 10 };
  const rows = proveScene(scene, page, { ...noDrawing, logo: () => logo });
  const row = (item: string, moment: string, state = 'rest') =>
    rows.find((one) => one.item === item && one.moment === moment && one.state === state)!;

  test('has a row for each item, state and moment', () => {
    const of = (part: string) => rows.filter((one) => one.part === part);
    expect(of('ink')).toHaveLength(10);
    // A line below each link hovered and the current one; a ring round the logo and each link.
    expect([of('cue').length, of('ring').length]).toEqual([6, 6]);
    expect(row('Visit', 'top', 'current')).toBeDefined();
    expect(row('Visit', 'top')).toBeUndefined();
  });

  test('is clear over the dark band and lost over the snow, as worked out on paper', () => {
    expect(row('Night log', 'top').verdict).toBe('clear');
    const lost = row('Night log', 'scrolled');
    expect(lost.verdict).toBe('lost');
    // 145, 152, 164 is the ground of the reference table, rounded.
    expect(lost.worst).toBeCloseTo(contrastRatio(WHITE, { r: 145, g: 152, b: 164 }), 2);
    expect(lost.span).toEqual({ from: 100, to: 1600 });
    expect(page.data[4 * (lost.cell.y * 500 + lost.cell.x)]).toBe(238);
    expect(lost.cell.y).toBe(lost.scroll + Math.round(36 - 11.2));
  });

  test('a moment that is never met has no row', () => {
    const far = {
      ...header,
      manner: { ...header.manner, switch: { at: 'distance' as const, distance: 1601 } },
    };
    const beyond = layoutScene({ ...site, headers: [far] }, far, site.pages[0]!, 500, measure, 400);
    expect(spansOf(beyond, 'top')).toEqual([{ from: 0, to: 1600 }]);
    expect(spansOf(beyond, 'scrolled')).toEqual([]);
  });

  test('a header that leaves is judged where it lies, until it has left', () => {
    const leaving = { ...header, manner: { ...header.manner, onScroll: 'leaves' as const } };
    const gone = layoutScene(site, leaving, site.pages[0]!, 500, measure, 400);
    expect(spansOf(gone, 'top')).toEqual([{ from: 0, to: 59 }]);
    expect(spansOf(gone, 'scrolled')).toEqual([]);
  });

  test('the end of the first band is where the header’s lower edge meets it', () => {
    const banded = {
      ...header,
      manner: { ...header.manner, switch: { at: 'first band' as const, distance: 1 } },
    };
    expect(layoutScene(site, banded, site.pages[0]!, 500, measure, 400).stretches[1]).toEqual({
      from: 440,
      moment: 'scrolled',
    });
    const above = { ...banded, manner: { ...banded.manner, lies: 'above' as const } };
    expect(layoutScene(site, above, site.pages[0]!, 500, measure, 400).stretches[1]).toEqual({
      from: 500,
      moment: 'scrolled',
    });
  });

  test('the worst place is the middle of the longest stretch at the least', () => {
    expect(worstAt(Float32Array.from([2, 1, 3, 1, 1, 1, 2, 1]))).toBe(4);
    expect(worstAt(Float32Array.from([5]))).toBe(0);
  });
});
