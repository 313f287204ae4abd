import { describe, expect, test } from 'vitest';
import { blend, type BlendMode } from '../src/colour/blend.ts';
import { relativeLuminance } from '../src/colour/contrast.ts';
import { layGradient } from '../src/geometry/gradient.ts';
import { backdropPatch, groundOver, groundPatch, groundTables } from '../src/stack/ground.ts';
import { readLayer, type StackLayer } from '../src/stack/layers.ts';
import { groundLevel, laid, overlayOf, overlayOver } from '../src/stack/overlay.ts';
import { turnedOverlay } from '../src/stack/turnedOverlay.ts';
import { random } from './made.ts';

/** What layers lay over a page, against the formulas of Compositing 1 put down pixel by pixel. */

const AREA = { left: 3, top: 5, right: 9, bottom: 10 };
const WIDTH = AREA.right - AREA.left;
const BOX = { x: 0, y: 0, width: 12, height: 14 };
type Maker = () => number;

const colourBy = (by: Maker, a: number) => ({ r: 255 * by(), g: 255 * by(), b: 255 * by(), a });

/** A layer of any kind, blended or not, in a box or not. */
function layerBy(by: Maker, owner: StackLayer['owner'], blendModes: readonly BlendMode[]): StackLayer {
  const pick = Math.floor(4 * by());
  const paint: StackLayer['paint'] =
    pick === 0
      ? {
          kind: 'gradient',
          gradient: layGradient(
            360 * by(),
            [
              { at: 10, colour: colourBy(by, by()) },
              { at: 90, colour: colourBy(by, by()) },
            ],
            BOX,
          ),
        }
      : pick === 1
        ? {
            kind: 'coverage',
            colour: colourBy(by, by()),
            area: { left: 4, top: 4, right: 8, bottom: 9 },
            coverage: Float32Array.from({ length: 20 }, by),
          }
        : { kind: 'even', colour: colourBy(by, by() < 0.2 ? 0 : by()) };
  return {
    name: 'fill',
    owner,
    paint,
    blend: blendModes[Math.floor(blendModes.length * by())]!,
    ...(by() < 0.4 && {
      box: { area: { left: 4, top: 3, right: 10, bottom: 9 }, above: 4 * by(), below: 3 * by() },
    }),
  };
}

type Pixel = [number, number, number, number];

/** Two colours, not premultiplied, one over the other (section 5.1); `mode` by how opaque what is beneath is (section 5.2). */
function over(below: Pixel, top: Pixel, mode: BlendMode = 'normal'): Pixel {
  const [ab, as] = [below[3], top[3]];
  const a = as + ab * (1 - as);
  if (a === 0) return [0, 0, 0, 0];
  const of = ([r, g, b]: Pixel) =>
    [r / 255, g / 255, b / 255].map((v) => Math.min(1, v)) as [number, number, number];
  const mixed = mode === 'normal' ? of(top) : blend(mode, of(below), of(top));
  const c = [0, 1, 2].map((i) => {
    const source = (1 - ab) * top[i]! + ab * 255 * mixed[i]!;
    return (source * as + below[i]! * ab * (1 - as)) / a;
  });
  return [c[0]!, c[1]!, c[2]!, a];
}

/** The colour of all layers at a pixel, and what shows through: each owner's mixed by itself. */
function composed(layers: readonly StackLayer[], x: number, y: number): number[] {
  const out = new Float64Array(4);
  let whole: Pixel = [0, 0, 0, 0];
  for (let i = 0; i < layers.length;) {
    const { owner } = layers[i]!;
    let group: Pixel = [0, 0, 0, 0];
    for (; layers[i]?.owner === owner; i++) {
      readLayer(layers[i]!, x, y, false, out);
      const a = out[3]!;
      if (a > 0) group = over(group, [out[0]! / a, out[1]! / a, out[2]! / a, a], layers[i]!.blend);
    }
    whole = over(whole, group);
  }
  return [whole[0] * whole[3], whole[1] * whole[3], whole[2] * whole[3], 1 - whole[3]];
}

const MODES: BlendMode[] = ['normal', 'normal', 'multiply', 'screen', 'overlay', 'difference', 'hue'];
const OWNERS = ['header', 'rail', 'item'] as const;
const stackBy = (by: Maker, modes = MODES) =>
  OWNERS.flatMap((owner) => Array.from({ length: Math.floor(3 * by()) }, () => layerBy(by, owner, modes)));

function expectOverlay(data: ArrayLike<number>, isEven: boolean, layers: readonly StackLayer[]): void {
  expect(data.length).toBe(isEven ? 4 : 4 * WIDTH * (AREA.bottom - AREA.top));
  for (let y = AREA.top; y < AREA.bottom; y++)
    for (let x = AREA.left; x < AREA.right; x++) {
      const at = isEven ? 0 : 4 * ((y - AREA.top) * WIDTH + x - AREA.left);
      composed(layers, x, y).forEach((level, c) => expect(data[at + c]).toBeCloseTo(level, 6));
    }
}

describe('an overlay', () => {
  test('is what the layers come to by the formulas, each owner’s by itself', () => {
    const by = random(41);
    let evens = 0;
    for (let n = 0; n < 60; n++) {
      const layers = stackBy(by);
      const { data, isEven, area } = overlayOf(layers, AREA);
      expect(area).toEqual(AREA);
      if (isEven) evens++;
      expectOverlay(data, isEven, layers);
    }
    expect(evens).toBeGreaterThan(3);
    expect(evens).toBeLessThan(55);
  });

  test('of nothing lets all through', () => {
    expect([...overlayOf([], AREA).data]).toEqual([0, 0, 0, 1]);
  });

  test('more of one owner’s may be laid over what is laid, be one of the two even or both', () => {
    const by = random(42);
    const kinds = new Set<string>();
    for (let n = 0; n < 60; n++) {
      const below = [layerBy(by, 'header', MODES)];
      const above = [layerBy(by, 'item', ['normal']), layerBy(by, 'item', ['normal'])];
      const first = laid(below, AREA);
      const before = [...first.data];
      const { data, isEven } = overlayOver(first, above, AREA);
      kinds.add(`${first.isEven} ${isEven}`);
      expectOverlay(data, isEven, [...below, ...above]);
      // What is laid is left as it was, to be laid over again.
      expect([...first.data]).toEqual(before);
    }
    expect([...kinds].sort()).toEqual(['false false', 'true false', 'true true']);
  });

  test('of which one layer is turned to any opacity is as if laid anew, blended, above and below', () => {
    const by = random(43);
    for (let n = 0; n < 40; n++) {
      const fixed = stackBy(by, n % 2 === 0 ? ['normal'] : MODES);
      const spot = Math.floor((fixed.length + 1) * by());
      const colour = colourBy(by, n % 5 === 0 ? 0.5 : 1);
      const at = (opacity: number): StackLayer[] => [
        ...fixed.slice(0, spot),
        {
          name: 'tint',
          owner: fixed[spot]?.owner ?? 'item',
          blend: n % 7 === 0 ? 'multiply' : 'normal',
          paint: { kind: 'even', colour: { ...colour, a: colour.a * opacity } },
        },
        ...fixed.slice(spot),
      ];
      const turned = turnedOverlay(at, AREA);
      for (const opacity of [0, 0.3, 1]) {
        const { data, isEven } = turned(opacity);
        expectOverlay(data, isEven, at(opacity));
      }
    }
  });
});

describe('a ground', () => {
  test('is rounded once, half up, whatever the last bits of a sum', () => {
    expect([groundLevel(10, 0.5, 21), groundLevel(10, 0.5, 20.98), groundLevel(0, 0.1 + 0.2, 5)]).toEqual([
      21, 20, 2,
    ]);
    expect([groundLevel(255, 0, 7), groundLevel(0, 1, 200), groundLevel(0.49, 0, 0)]).toEqual([255, 200, 0]);
  });

  test('tables say of each level of a page what an overlay makes of it, and its luminance', () => {
    const data = Float64Array.of(9, 9, 9, 0, 20, 60, 100, 0.5);
    const { level, luminance } = groundTables({ data }, 1);
    for (const page of [0, 1, 77, 255]) {
      expect(level.map((each) => each[page])).toEqual(
        [20, 60, 100].map((own) => Math.floor(own + page / 2 + 0.5)),
      );
      const [r, g, b] = level.map((each) => each[page]!) as [number, number, number];
      const sum = luminance.reduce((total, each) => total + each[page]!, 0);
      expect(sum / 65535).toBeCloseTo(relativeLuminance({ r, g, b }), 4);
    }
    expect(groundTables({ data }).level.map((each) => each[255])).toEqual([9, 9, 9]);
  });

  test('is the page through the overlay, pixel by pixel, opaque; even or not', () => {
    const by = random(44);
    const page = {
      width: 20,
      height: 30,
      data: Uint8ClampedArray.from({ length: 2400 }, () => 256 * by()),
    };
    const behind = { row: 7, gone: 0 };
    for (let n = 0; n < 8; n++) {
      const overlay = overlayOf(stackBy(by), AREA);
      const ground = groundPatch(page, behind, undefined, overlay);
      expect([ground.width, ground.height]).toEqual([WIDTH, AREA.bottom - AREA.top]);
      const patch = backdropPatch(page, behind, undefined, AREA);
      expect(groundOver(patch, overlay)).toEqual(ground);
      for (let i = 0; i < ground.data.length; i += 4) {
        const [x, y] = [AREA.left + ((i / 4) % WIDTH), AREA.top + Math.floor(i / 4 / WIDTH)];
        const from = overlay.isEven ? 0 : i;
        for (let c = 0; c < 3; c++) {
          const own = page.data[4 * ((y + 7) * 20 + x) + c]!;
          const exact = overlay.data[from + c]! + overlay.data[from + 3]! * own;
          expect(ground.data[i + c]).toBe(Math.floor(exact + 0.5 + 1e-9));
        }
        expect(ground.data[i + 3]).toBe(255);
      }
    }
  });
});
