import { describe, expect, test } from 'vitest';
import { mixFills } from '../src/layers/kind.ts';
import { changeCurve, durationOf, headerAtTime } from '../src/change/curve.ts';
import { isShorter, timings } from '../src/change/timings.ts';
import { resolveLook } from '../src/header/look.ts';
import type { PartLooks } from '../src/model/look.ts';
import { resolveColour } from '../src/model/palette.ts';
import { easingOf } from '../src/change/easing.ts';
import type { Header } from '../src/model/header.ts';
import { header, noDrawing, raster, sceneOf, site } from './made.ts';

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
  const scene = sceneOf(of);
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

describe('an instant of a change', () => {
  const inkAt = (of: Header, time: number) =>
    resolveColour(site.palette, resolveLook(site, headerAtTime(site, of, time), 'top').ink.link);
  const [first, second] = [
    { r: 255, g: 255, b: 255 },
    { r: 21, g: 35, b: 59 },
  ];

  test('inks begin when they are said to, and take what they are said to take', () => {
    const of = fading({ duration: 200, ink: { delay: 100, duration: 300 } });
    expect(durationOf(of)).toBe(400);
    expect(durationOf(fading({ duration: 900, ink: { delay: 100, duration: 300 } }))).toBe(900);
    expect(durationOf(fading({ duration: 70 }))).toBe(70);
    expect([0, 100, 400, 600].map((time) => inkAt(of, time))).toEqual([first, first, second, second]);
    expect(inkAt(of, 250)).toEqual({ r: 138, g: 145, b: 157 });
  });
  test('what is at once is there from its beginning, and not before', () => {
    const late = fading({ ink: { delay: 100, duration: 0 } });
    expect([0, 99, 100, 101].map((time) => inkAt(late, time))).toEqual([first, first, second, second]);
    const now = fading({ ink: { delay: 0, duration: 0 } });
    expect([0, 1].map((time) => inkAt(now, time))).toEqual([first, second]);
  });
  test('what items say themselves is between, too; a button stays as it is', () => {
    const [own] = header.rails[0]!.end;
    const button = { kind: 'button', id: 'book' } as never;
    const of = fading({});
    const ink = (colour: string) => ({ link: { colour }, current: { colour } });
    of.rails = [
      {
        ...of.rails[0]!,
        end: [
          { ...own!, looks: { top: { ink: ink('#000000') }, scrolled: { ink: ink('#ffffff') } } } as never,
          button,
        ],
      },
    ];
    const [menu, second] = headerAtTime(site, of, 500).rails[0]!.end as { looks?: PartLooks }[];
    expect(second).toBe(button);
    expect(resolveColour(site.palette, menu!.looks!.top!.ink!.link!)).toEqual({ r: 128, g: 128, b: 128 });
    // What lies behind the whole header is no item's.
    expect(Object.keys(menu!.looks!.top!)).not.toContain('fill');
    expect(Object.keys(menu!.looks!.top!)).toContain('textShadow');
  });
});

describe('where a change is met', () => {
  const stripe = (from: number, columns: [number, number] = [0, 500]) =>
    raster(500, 2000, (x, y) =>
      y >= from && y < from + 20 && x >= columns[0] && x < columns[1]
        ? { r: 255, g: 255, b: 255 }
        : { r: 13, g: 23, b: 48 },
    );
  const white = { link: { colour: '#ffffff' }, current: { colour: '#ffffff' } };
  const of = (distance: number): Header => ({
    ...fading({ switch: { at: 'distance', distance } }),
    looks: { top: { ink: white }, scrolled: { ink: white } },
  });
  const leastOver = (ground: ReturnType<typeof raster>, distance: number) => {
    const worn = of(distance);
    const scene = sceneOf(worn);
    return changeCurve(scene, ground, noDrawing, { kind: 'moment' })!.least;
  };
  test('200 px round the switch, and no further: letters are 25 to 41 px below the header’s edge', () => {
    // The stripe lies behind letters from 391 to 423 px down.
    const met = (distance: number) => leastOver(stripe(430), distance).contrast < 1.1;
    expect([190, 200, 600, 620].map(met)).toEqual([false, true, true, true]);
    expect([640, 180].map(met)).toEqual([false, false]);
  });
  test('the item and the scroll are those where it is worst against what it needs', () => {
    // Only behind the second link, which ends at 480.
    expect(leastOver(stripe(430, [420, 480]), 500)).toMatchObject({ item: 'Night log', needed: 4.5 });
    const { scroll } = leastOver(stripe(430, [420, 480]), 500);
    expect(scroll).toBeGreaterThanOrEqual(391);
    expect(scroll).toBeLessThanOrEqual(423);
  });
});

test('how long it is below: from where the curve crosses what is needed, straight between two instants', () => {
  const white = raster(500, 2000, () => ({ r: 255, g: 255, b: 255 }));
  const inked = (colour: string) => ({ link: { colour }, current: { colour } });
  const below = (from: string, to: string) => {
    const of: Header = { ...fading({}), looks: { top: { ink: inked(from) }, scrolled: { ink: inked(to) } } };
    const scene = sceneOf(of);
    return changeCurve(scene, white, noDrawing, { kind: 'moment' })!.below;
  };
  // Grey 118 is the lightest that reaches 4.5 on white: black gets there at 464 of 1000 ms.
  expect(Math.abs(below('#000000', '#ffffff') - 536)).toBeLessThan(8);
  expect(Math.abs(below('#ffffff', '#000000') - 536)).toBeLessThan(8);
  expect([below('#aaaaaa', '#eeeeee'), below('#000000', '#333333')]).toEqual([1000, 0]);
});

test('timings: other durations of the rest where inks have their own; shorter by more than is worth a word', () => {
  const along = timings(fading({ duration: 180, ink: { delay: 0, duration: 60 } }));
  expect(along.filter(({ isDuration }) => isDuration).map(({ text }) => text)).toEqual(
    [60, 120, 240, 320, 400, 600, 800].map((ms) => `The rest over ${ms} ms`),
  );
  const [rest] = along.filter(({ isDuration }) => isDuration);
  expect(rest!.manner).toMatchObject({ duration: 60, ink: { delay: 0, duration: 60 } });
  expect(timings(fading({ stretch: 100 })).map(({ manner }) => [manner.duration, manner.stretch])).toEqual([
    [0, undefined],
  ]);
  expect([5, 6, 7].map((ms) => isShorter({ below: ms }, 7))).toEqual([true, false, false]);
});
