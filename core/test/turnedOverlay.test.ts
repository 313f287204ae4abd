import { describe, expect, test } from 'vitest';
import { layGradient } from '../src/geometry/gradient.ts';
import type { StackLayer } from '../src/stack/layers.ts';
import { overlayOf } from '../src/stack/overlay.ts';
import { turnedOverlay } from '../src/stack/turnedOverlay.ts';
import { random, raster } from './made.ts';

/** A overlay with one layer turned: the same as worked out anew, whatever lies below and above it. */

const area = { left: 4, top: 2, right: 36, bottom: 26 };
const box = { area: { left: 0, top: 0, right: 40, bottom: 28 }, above: 9, below: 5 };
const next = random(21);
const colour = () => ({ r: (next() * 256) | 0, g: (next() * 256) | 0, b: (next() * 256) | 0 });
const even = (a: number, more: Partial<StackLayer> = {}): StackLayer => ({
  name: 'fill',
  owner: 'header',
  blend: 'normal',
  paint: { kind: 'even', colour: { ...colour(), a } },
  ...more,
});
const gradient = (more: Partial<StackLayer> = {}): StackLayer => ({
  ...even(1, { name: 'gradient', ...more }),
  paint: {
    kind: 'gradient',
    gradient: layGradient(
      37,
      [
        { at: 0, colour: { ...colour(), a: 0.9 } },
        { at: 100, colour: { ...colour(), a: 0.1 } },
      ],
      { x: 0, y: 0, width: 40, height: 28 },
    ),
  },
});
const picture = (more: Partial<StackLayer> = {}): StackLayer => ({
  ...even(1, { name: 'picture', ...more }),
  paint: {
    kind: 'picture',
    pixels: raster(40, 28, colour),
    left: 0,
    top: 0,
    fallback: { ...colour(), a: 0 },
    opacity: 0.8,
    masks: [],
  },
});

/** Layers with one among them that takes an opacity. */
const STACKS: Record<string, { below: StackLayer[]; own: Partial<StackLayer>; above: StackLayer[] }> = {
  alone: { below: [], own: {}, above: [] },
  'under and over even ones': { below: [even(0.4)], own: {}, above: [even(0.3)] },
  'at round corners': { below: [gradient({ box })], own: { box }, above: [] },
  'over a picture that blends into the fill': {
    below: [even(0.7), picture({ blend: 'multiply' })],
    own: { name: 'tint' },
    above: [],
  },
  'under a rail with a picture of its own': {
    below: [even(0.2)],
    own: { box },
    above: [even(0.5, { owner: 'rail' }), picture({ owner: 'rail', blend: 'screen' })],
  },
  'under its own gradient, a rail and a backing': {
    below: [],
    own: {},
    above: [gradient(), even(0.6, { owner: 'rail' }), even(0.9, { owner: 'item', name: 'backing' })],
  },
};
const turning =
  ({ below, own, above }: (typeof STACKS)[string]) =>
  (opacity: number): StackLayer[] => [
    ...below,
    even(opacity, { ...own, paint: { kind: 'even', colour: { r: 16, g: 27, b: 51, a: opacity } } }),
    ...above,
  ];
const OPACITIES = [0, 0.001, 0.25, 0.53468, 0.777, 1];

describe('a layer turned', () => {
  test.each(Object.entries(STACKS))('%s: is what it is when worked out anew', (_, stack) => {
    const at = turning(stack);
    const overlayAt = turnedOverlay(at, area);
    for (const opacity of OPACITIES) {
      const found = overlayAt(opacity);
      const told = overlayOf(at(opacity), area);
      const pixels = told.data.length / 4;
      for (let i = 0; i < pixels; i++) {
        const from = found.isEven ? 0 : 4 * i;
        for (let c = 0; c < 4; c++) {
          expect(found.data[from + c]).toBeCloseTo(told.data[4 * i + c]!, 9);
        }
      }
    }
  });

  test.each<[string, (opacity: number) => StackLayer[]]>([
    [
      'one above blends with what it is turned to',
      (() => {
        const above = picture({ blend: 'multiply' });
        const own = even(1, { name: 'fill' });
        return (a: number) => [
          { ...own, paint: { kind: 'even' as const, colour: { r: 200, g: 30, b: 90, a } } },
          above,
        ];
      })(),
    ],
    ['two layers differ', (a) => [even(a), even(1 - a)]],
    [
      'a gradient is turned',
      (a) => {
        const layer = gradient();
        if (layer.paint.kind !== 'gradient') return [layer];
        const stops = layer.paint.gradient.stops.map(({ at }) => ({ at, colour: { r: 9, g: 9, b: 9, a } }));
        return [{ ...layer, paint: { kind: 'gradient', gradient: { ...layer.paint.gradient, stops } } }];
      },
    ],
  ])('where %s, it is worked out anew each time', (_, at) => {
    // The same colours at every call: what is made up is made up once.
    const known = new Map<number, StackLayer[]>();
    const kept = (opacity: number) => {
      if (!known.has(opacity)) known.set(opacity, at(opacity));
      return known.get(opacity)!;
    };
    const overlayAt = turnedOverlay(kept, area);
    for (const opacity of OPACITIES) {
      expect(overlayAt(opacity)).toEqual(overlayOf(kept(opacity), area));
    }
  });
});
