import { describe, expect, test } from 'vitest';
import { PLAIN } from '../src/layers/index.ts';
import { cutDepthAt } from '../src/geometry/cut.ts';
import { blurredPatch, plainPatch } from '../src/stack/blur.ts';
import { linesBeside, shadowBeside } from '../src/stack/besideBox.ts';
import { boxCoverage, coversArea, type StackLayer } from '../src/stack/layers.ts';
import type { Header, Look, Manner, Rail } from '../src/model/header.ts';
import type { Item } from '../src/model/item.ts';
import type { Drawing } from '../src/stack/drawing.ts';
import type { Cell } from '../src/sweep/cells.ts';
import { readAt } from '../src/sweep/exact.ts';
import { isWithinBlur } from '../src/sweep/overEdge.ts';
import { proveScene, sceneTargets } from '../src/sweep/prove.ts';
import { behindAt, layoutScene } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, random, raster, site } from './made.ts';

/** What lies round a header's box, by worked values. */

const bar = { x: 100, y: 20, width: 400, height: 80 };
const sharp = { bar, radius: 0, gap: Infinity };
const thrown = (set: Partial<typeof PLAIN.shadow>) => ({ ...PLAIN.shadow, opacity: 1, ...set });
const at = (layer: StackLayer | undefined, x: number, y: number): number => {
  if (layer?.paint.kind !== 'coverage') return 0;
  const { area, coverage } = layer.paint;
  const isIn = x >= area.left && x < area.right && y >= area.top && y < area.bottom;
  return isIn ? coverage[(y - area.top) * (area.right - area.left) + x - area.left]! : 0;
};
const round = { left: 0, top: 0, right: 600, bottom: 200 };

describe('the shadow of a box', () => {
  test('a sharp one is the box moved and spread, and never under the box itself', () => {
    const layer = shadowBeside(thrown({ x: 10, y: 5, blur: 0, spread: 2 }), [], sharp, round);
    expect([at(layer, 512, 60), at(layer, 511, 60), at(layer, 300, 106), at(layer, 300, 107)]).toEqual([
      0, 1, 1, 0,
    ]);
    expect([at(layer, 300, 60), at(layer, 99, 60)]).toEqual([0, 0]);
  });
  test('a soft one is half along an edge that is far from any other', () => {
    const layer = shadowBeside(thrown({ x: 0, y: 0, blur: 8, spread: 0 }), [], sharp, round);
    // Half a pixel beyond the edge, at a deviation of 4: Φ(-0.125).
    expect(at(layer, 300, 100)).toBeCloseTo(0.4503, 3);
    // And so both ways at the corner.
    expect(at(layer, 500, 100)).toBeCloseTo(0.4503 ** 2, 3);
  });
  test('ends where what stands above the box begins', () => {
    const set = thrown({ x: 0, y: 0, blur: 0, spread: 15 });
    const near = shadowBeside(set, [], { ...sharp, gap: 6 }, round);
    expect([at(near, 300, 14), at(near, 300, 13), at(near, 300, 114)]).toEqual([1, 0, 1]);
    // Between two pixels it is whole pixels that it is told of.
    const half = shadowBeside(set, [], { ...sharp, gap: 6.5, below: 2.5 }, round);
    expect([at(half, 300, 13), at(half, 300, 12), at(half, 300, 102), at(half, 300, 103)]).toEqual([
      1, 0, 1, 0,
    ]);
    const far = shadowBeside(set, [], sharp, round);
    expect([at(far, 300, 5), at(far, 300, 4)]).toEqual([1, 0]);
  });
  test('is not there where nothing of it reaches, and not without opacity', () => {
    const far = { left: 0, top: 180, right: 600, bottom: 200 };
    expect(shadowBeside(thrown({ blur: 4 }), [], sharp, far)).toBeUndefined();
    expect(shadowBeside(PLAIN.shadow, [], sharp, round)).toBeUndefined();
  });
});

describe('the lines round a box', () => {
  const line = (width: number) => ({ width, colour: { colour: '#ff0000' } });
  const edge = { ...PLAIN.edge, on: true, thickness: 6, above: line(4), end: line(10) };
  const covered = (layers: readonly StackLayer[], x: number, y: number) => layers.map((one) => at(one, x, y));
  test('lie outside it, each at its own side', () => {
    const layers = linesBeside({ edge }, [], sharp, round);
    expect(layers).toHaveLength(3);
    expect(covered(layers, 300, 102)).toEqual([1, 0, 0]);
    expect(covered(layers, 300, 17)).toEqual([0, 1, 0]);
    expect(covered(layers, 505, 60)).toEqual([0, 0, 1]);
    for (const [x, y] of [
      [300, 106],
      [300, 15],
      [510, 60],
      [300, 60],
      [99, 60],
    ] as const)
      expect(covered(layers, x, y)).toEqual([0, 0, 0]);
  });
  test('two meet along the way from the outer corner to the inner one', () => {
    const layers = linesBeside({ edge }, [], sharp, round);
    // Below and at the end: 6 px by 10.
    expect(covered(layers, 509, 101)).toEqual([0, 0, 1]);
    expect(covered(layers, 501, 105)).toEqual([1, 0, 0]);
  });
  test('below alone it is as wide as the box, and gone where it is not on', () => {
    const below = { ...PLAIN.edge, on: true, thickness: 3 };
    const layers = linesBeside({ edge: below }, [], sharp, round);
    expect([covered(layers, 100, 102), covered(layers, 499, 100)]).toEqual([[1], [1]]);
    expect(linesBeside({ edge: { ...below, on: false } }, [], sharp, round)).toEqual([]);
  });
});

describe('a cut edge', () => {
  const cut = { start: 0, middle: 24, end: 12 };
  test('runs through its three depths, straight between its steps, and never into the box', () => {
    expect([0, 0.5, 1].map((place) => cutDepthAt(cut, place))).toEqual([0, 24, 12]);
    // A quarter of the way is a step of its own: 0.375 · 0 + 0.75 · 24 - 0.125 · 12.
    expect(cutDepthAt(cut, 0.25)).toBeCloseTo(16.5, 3);
    expect(cutDepthAt({ start: 0, middle: 0, end: 40 }, 0.25)).toBe(0);
  });
  test('of what it fills, rows above the cut are whole and those below its curve empty', () => {
    const box = { area: { left: 0, top: 0, right: 96, bottom: 60 }, above: 0, below: 0, cut };
    expect([boxCoverage(box, 47, 40), boxCoverage(box, 47, 58), boxCoverage(box, 95, 50)]).toEqual([1, 1, 0]);
    expect(boxCoverage(box, 0, 36)).toBeCloseTo(0.5, 0);
    expect(coversArea({ box }, { left: 0, top: 0, right: 96, bottom: 36 })).toBe(true);
    expect(coversArea({ box }, { left: 0, top: 0, right: 96, bottom: 37 })).toBe(false);
  });
});

describe('over the edge of what is blurred', () => {
  const data = new Uint8ClampedArray(4 * 40 * 80);
  for (let i = 0; i < data.length; i += 4) data.fill((i / 160) % 2 < 1 ? 255 : 0, i, i + 3);
  const page = { width: 40, height: 80, data };
  const blur = { sigma: 3, area: { left: 0, top: 0, right: 40, bottom: 20 } };
  const area = { left: 4, top: 14, right: 12, bottom: 26 };
  test('the page is blurred inside and as it is outside', () => {
    const patch = blurredPatch(page, 5, blur, area);
    const plain = plainPatch(page, 5, area);
    const row = (of: typeof patch, y: number) => [...of.data.subarray(32 * y, 32 * (y + 1))];
    expect(row(patch, 5)).not.toEqual(row(plain, 5));
    for (const y of [6, 7, 11]) expect(row(patch, y)).toEqual(row(plain, y));
  });
  test('what was blurred along a row of the page is the same a scroll later', () => {
    const known = new Map<number, Float64Array>();
    blurredPatch(page, 5, blur, area, { known });
    expect(blurredPatch(page, 6, blur, area, { known })).toEqual(blurredPatch(page, 6, blur, area));
  });
  test('only what lies within it can be swept running', () => {
    const over = (top: number, bottom: number) =>
      isWithinBlur({ stack: { blur, layers: [] }, overlay: { area: { ...area, top, bottom } } as never });
    expect([over(2, 20), over(2, 21)]).toEqual([true, false]);
  });
});

describe('what cannot be seen whatever lies behind it', () => {
  const text = (id: string, shift: number): Item => ({ kind: 'text', id, text: 'Notice', size: 16, shift });
  const blackLogo: Drawing = {
    ...noDrawing,
    logo: (_, { box }) => {
      const [width, height] = [Math.round(box.width), Math.round(box.height)];
      const data = new Uint8ClampedArray(4 * width * height).map((_, i) => (i % 4 === 3 ? 255 : 0));
      return { left: Math.round(box.x), top: Math.round(box.y), width, height, data };
    },
  };
  /** The least contrast of each text of a header over a white page, at its top. */
  const read = (...of: Parameters<typeof laidOut>) => {
    const { scene, draw } = laidOut(...of);
    const white = raster(1280, scene.laid.height, () => ({ r: 255, g: 255, b: 255 }));
    return Object.fromEntries(
      sceneTargets(scene, 'top', draw)
        .filter(({ state }) => state === 'rest')
        .map((target) => [target.ink.id, Math.round(readAt(target, white, behindAt(scene, 0)).contrast)]),
    );
  };
  const laidOut = (
    places: Partial<Pick<Rail, 'start' | 'middle' | 'end' | 'full' | 'leaves'>>[],
    manner: Partial<Manner> = {},
    draw = noDrawing,
    look: Look = {},
  ) => {
    const rails = places.map((place) => ({
      height: 60,
      inset: 20,
      gap: 10,
      start: [],
      middle: [],
      end: [],
      ...place,
    }));
    const of: Header = {
      ...header,
      rails,
      looks: { top: { ink: { link: { colour: '#000000' } }, ...look }, scrolled: {} },
      manner: { ...header.manner, lies: 'over', ...manner },
    };
    return {
      scene: layoutScene({ ...site, headers: [of] }, of, site.pages[0]!, { width: 1280 }, measure),
      draw,
    };
  };
  test('letters over which those of another item lie are lost, and so are these', () => {
    expect(read([{ start: [text('a', 0)] }, { end: [text('b', -40)] }])).toEqual({ a: 21, b: 21 });
    expect(read([{ start: [text('a', 0)] }, { start: [text('b', -60)] }])).toEqual({ a: 1, b: 1 });
  });
  test('so are letters that hang into a later rail, under a ground of that; over one of an earlier rail they are read', () => {
    const backing = { colour: { colour: '#dddddd' }, opacity: 1, x: 10, y: 10, radius: 0 };
    const backed = (id: string): Item => ({
      kind: 'text',
      id,
      text: 'A long line of text',
      size: 16,
      backing,
    });
    const [hung, other] = [{ start: [text('a', 30)] }, { start: [backed('b')] }];
    expect(read([hung, other]).a).toBe(1);
    expect(read([{ ...other }, { start: [text('a', -32)] }]).a).toBeGreaterThan(10);
  });
  test('letters that hang out of the window are lost: above it, or below a header at its lower edge', () => {
    expect(read([{ start: [text('a', -60)] }])).toEqual({ a: 1 });
    expect(read([{ start: [text('a', 60)] }])).toEqual({ a: 21 });
    expect(read([{ start: [text('a', 60)] }], { onScroll: 'bottom' })).toEqual({ a: 1 });
    expect(read([{ start: [text('a', -60)] }], { onScroll: 'bottom' })).toEqual({ a: 21 });
  });
  test('so is a picture of which more than a tenth does', () => {
    const logo = (height: number, shift = 0): Partial<Rail> => ({
      start: [{ kind: 'logo', id: 'logo', height, ...(shift && { shift }) }],
    });
    const seen = (rail: Partial<Rail>, manner: Partial<Manner> = {}, look: Look = {}) =>
      read([rail], manner, blackLogo, look).logo;
    expect(seen(logo(40))).toBeGreaterThan(10);
    expect(seen(logo(40, -60))).toBe(1);
    expect(seen(logo(40, 60))).toBe(21);
    // What hangs out of the box lies on the page itself: black on white there, where the header is black.
    const fill = { colour: { colour: '#000000' }, opacity: 1 };
    expect(seen(logo(40), {}, { fill })).toBe(1);
    expect(seen(logo(40, 60), {}, { fill })).toBe(21);
    expect(seen(logo(40, 20), {}, { fill })).toBe(1);
    expect(seen(logo(40, 60), { onScroll: 'bottom' })).toBe(1);
    // It stands 10 px down: 4 px of 40 are out of the window, then 5.
    expect(seen(logo(40, -14))).toBeGreaterThan(10);
    expect(seen(logo(40, -15))).toBe(1);
  });
  test('a picture under the letters of another item is lost, and so are they', () => {
    const logo: Partial<Rail> = { start: [{ kind: 'logo', id: 'logo', height: 40 }] };
    expect(read([logo, { end: [text('b', -60)] }], {}, blackLogo)).toMatchObject({ logo: 21, b: 21 });
    expect(read([logo, { start: [text('b', -60)] }], {}, blackLogo)).toMatchObject({ logo: 1, b: 1 });
  });
  test('letters of a strip that hang down over a blurred box have the blur behind them, those above it have none', () => {
    const look: Look = { blur: { radius: 8 } };
    const strip = (shift: number) => ({ full: true, start: [text('a', shift)] });
    const blurOf = (shift: number) => {
      const { scene, draw } = laidOut([strip(shift), { end: [text('b', 0)] }], {}, noDrawing, look);
      return sceneTargets(scene, 'top', draw).find(({ ink, state }) => ink.id === 'a' && state === 'rest')!
        .stack.blur;
    };
    expect(blurOf(0)).toBeUndefined();
    expect(blurOf(60)).toMatchObject({ sigma: 8, area: { top: 60, bottom: 120 } });
  });
  test('the ring goes round an item with its backing, on as much of the header as stays', () => {
    const backed: Item = {
      kind: 'text',
      id: 'a',
      text: 'Notice',
      size: 16,
      to: { address: '/' },
      backing: { colour: { colour: '#dddddd' }, opacity: 1, x: 12, y: 0, radius: 0 },
    };
    const ringOf = (places: Parameters<typeof laidOut>[0]) => {
      const { scene } = laidOut(places);
      const ring = sceneTargets(scene, 'top', noDrawing).find(({ part }) => part === 'ring')!;
      const { ink, shape } = ring;
      return { box: ink.box, cells: shape.kind === 'cells' ? shape.cells : [] };
    };
    const { box, cells } = ringOf([{ start: [backed] }]);
    // 12 px of backing and 3 between, then 2 of ring.
    expect(Math.min(...cells.map(({ left }) => left))).toBe(Math.round(box.x - 17));
    expect(cells).toHaveLength(4);
    // Below a rail that leaves, what of it reaches up onto that is not told of.
    const leaving = ringOf([{ leaves: true }, { start: [{ ...backed, shift: -10 }] }]);
    expect(Math.min(...leaving.cells.map(({ top }) => top))).toBe(60);
    expect(leaving.cells).toHaveLength(3);
  });
  test('a line too thin to be there is none, and nothing is without a contrast', () => {
    const { scene } = laidOut(
      [{ start: [{ ...text('a', 0), to: { address: '/' } } as Item] }],
      {},
      noDrawing,
      {
        cue: { hover: 0.3, current: 2 },
      },
    );
    const cues = sceneTargets(scene, 'top', noDrawing).filter(({ part }) => part === 'cue');
    for (const { shape } of cues)
      for (const { top, bottom } of shape.kind === 'cells' ? (shape.cells as Cell[]) : [])
        expect(bottom).toBeGreaterThan(top);
    expect(cues.every(({ state }) => state !== 'hover')).toBe(true);
  });
  /** Noise as high as a page, made once. */
  const noises = new Map<number, ReturnType<typeof raster>>();
  const noiseOf = (height: number) => {
    const next = random(5);
    const known =
      noises.get(height) ?? raster(1280, height, () => ({ r: next() * 255, g: next() * 255, b: 90 }));
    noises.set(height, known);
    return known;
  };
  test.each<[string, Look]>([
    ['a fill', { fill: { colour: { colour: '#406080' }, opacity: 0.5 } }],
    [
      'a gradient',
      {
        gradient: {
          on: true,
          angle: 120,
          stops: [0, 100].map((at) => ({ at, colour: { colour: at ? '#ffffff' : '#203040' }, opacity: 0.7 })),
        },
      },
    ],
    ['a blur', { fill: { colour: { colour: '#406080' }, opacity: 0.3 }, blur: { radius: 5 } }],
  ])('a picture that hangs out of a header with %s is swept as it is read at each scroll', (_, look) => {
    // Over the edge of a blur it is read scroll by scroll, which takes its time.
    for (const shift of look.blur ? [25] : [-13, 25, 60]) {
      const rail = { start: [{ kind: 'logo' as const, id: 'logo', height: 40, shift }] };
      const { scene, draw } = laidOut([rail], { onScroll: 'stays' }, blackLogo, look);
      const noise = noiseOf(scene.laid.height);
      const rows = proveScene(scene, noise, draw).filter(
        ({ itemId, part }) => itemId === 'logo' && part === 'ink',
      );
      let read = 0;
      for (const { moment, span, contrasts } of rows) {
        const target = sceneTargets(scene, moment, draw, span.from).find(
          ({ ink, part }) => ink.id === 'logo' && part === 'ink',
        )!;
        for (let scroll = span.from; scroll <= span.to; scroll += 37, read++) {
          const { contrast } = readAt(target, noise, behindAt(scene, scroll));
          const off = Math.abs(contrasts[scroll - span.from]! / Math.fround(contrast) - 1);
          // A running blur is a level of 255 off, for which a margin is kept.
          expect(off).toBeLessThanOrEqual(target.stack.blur ? 0.025 : 0);
        }
      }
      expect(read).toBeGreaterThan(2);
    }
  });
});
