import { describe, expect, test } from 'vitest';
import { changeCurve } from '../src/change/curve.ts';
import { timings } from '../src/change/timings.ts';
import { contrastRatio } from '../src/colour/contrast.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { relativeAddresses } from '../src/output/addresses.ts';
import { mixed } from '../src/output/css/mixed.ts';
import { shippedSizes } from '../src/output/sizes.ts';
import type { Header } from '../src/model/header.ts';
import { leastFill, leastPercents, type Knob } from '../src/remedy/leastFill.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { cutByWay, layoutScene, wayAt } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, raster, site, light } from './made.ts';

const WHITE = { colour: '#ffffff' };
const DARK_INK = { colour: '#15233b' };

/** White links become dark ones while a white fill comes, over one dark colour, along with 80 px of scroll from 60 on. */
const along = (manner: Partial<Header['manner']> = {}, looks: Partial<Header['looks']> = {}): Header => ({
  ...header,
  looks: {
    top: { ink: { link: WHITE, hover: WHITE, current: WHITE, logo: 'light' } },
    scrolled: {
      ink: { link: DARK_INK, current: DARK_INK },
      fill: { colour: { colour: '#ffffff' }, opacity: 1 },
    },
    ...looks,
  },
  manner: { ...header.manner, switch: { at: 'distance', distance: 100 }, stretch: 80, ...manner },
});
const DARK = { r: 13, g: 23, b: 48 };
const page = raster(500, 2000, () => DARK);
const sceneOf = (of: Header) =>
  layoutScene({ ...site, headers: [of] }, of, site.pages[0]!, { width: 500, windowHeight: 400 }, measure);
const mix = (a: number, b: number, p: number) => Math.round(a + (b - a) * p);

describe('a change along with the scroll', () => {
  test('has the switch in its middle, and never begins above the page', () => {
    expect(sceneOf(along()).transition).toEqual({ from: 60, to: 140 });
    expect(sceneOf(along({ stretch: 300 })).transition).toEqual({ from: 0, to: 200 });
    expect([50, 60, 100, 130, 140, 900].map((scroll) => wayAt(sceneOf(along()), scroll))).toEqual([
      0, 0, 0.5, 0.875, 1, 1,
    ]);
    const ground = along({ switch: { at: 'ground', distance: 100 } });
    expect(sceneOf(ground).transition).toBeUndefined();
  });
  test('is judged at every scroll, by the moment that is nearer', () => {
    const scene = sceneOf(along());
    expect(cutByWay(scene, { from: 0, to: 99 })).toEqual([
      { from: 0, to: 60, isOnWay: false },
      { from: 61, to: 99, isOnWay: true },
    ]);
    const rows = proveScene(scene, page, noDrawing).filter(
      (row) => row.itemId === 'two' && row.state === 'rest',
    );
    expect(rows.map(({ moment, span }) => [moment, span.from, span.to])).toEqual([
      ['top', 0, 60],
      ['top', 61, 99],
      ['scrolled', 100, 139],
      ['scrolled', 140, 1600],
    ]);
    for (const { span, contrasts } of rows.slice(1, 3)) {
      contrasts.forEach((contrast, i) => {
        const p = (span.from + i - 60) / 80;
        const ink = { r: mix(255, 21, p), g: mix(255, 35, p), b: mix(255, 59, p) };
        const ground = { r: mix(DARK.r, 255, p), g: mix(DARK.g, 255, p), b: mix(DARK.b, 255, p) };
        expect(contrast).toBeCloseTo(contrastRatio(ink, ground), 2);
      });
    }
  });
  test('has its curve over the scroll: lost between 51 and 52 %', () => {
    const curve = changeCurve(sceneOf(along()), page, noDrawing, { kind: 'moment' })!;
    expect(curve).toMatchObject({ over: 'scroll', duration: 80 });
    expect(curve.instants.map(({ time }) => time)).toEqual(Array.from({ length: 81 }, (_, i) => i));
    expect(curve.least.time).toBe(41);
    expect(curve.least.contrast).toBeLessThan(1.1);
    expect(curve.below).toBeGreaterThan(20);
  });
  test('is timed at once or not at all; a stretch that is left over where the ground is followed does not count', () => {
    const texts = (of: Header) => timings(of).map(({ text }) => text);
    expect(texts(along())).toEqual(['All at once']);
    expect(texts(along({ switch: { at: 'ground', distance: 100 } }))).toHaveLength(3);
  });
  test('counts in what a remedy must clear: the least fill is least on the way, too', async () => {
    const snow = raster(500, 2000, () => ({ r: 238, g: 242, b: 246 }));
    const worn = along({}, { scrolled: { fill: { colour: { swatch: 'night' }, opacity: 1 } } });
    const rowsOf = (of: Header) =>
      proveScene(sceneOf(of), snow, noDrawing, ['scrolled']).filter(({ itemId }) => itemId !== 'logo');
    const work = {
      sweep: async (of: Header) => rowsOf(of),
      solve: async (of: Header, knob: Knob, places: never[], floor: number) =>
        leastPercents(sceneOf(of), snow, noDrawing, { moment: 'scrolled', knob, floor }, places),
    } as Parameters<typeof leastFill>[4];
    const lost = { ...worn, looks: { ...worn.looks, scrolled: {} } };
    // At the switch half of the fill is there, so that it takes all that 57 % would do there, twice.
    const { top } = worn.looks;
    const half = {
      ...lost,
      looks: { ...lost.looks, top: { ...top, fill: { colour: { swatch: 'night' }, opacity: 0.4 } } },
    };
    const found = (await leastFill(half, 'scrolled', { swatch: 'night' }, rowsOf(half), work))!;
    // 0.57 = (0.4 + x) / 2 at the switch.
    expect(found.percent).toBeCloseTo(74, 0);
    const less = {
      ...found.header,
      looks: {
        ...found.header.looks,
        scrolled: { fill: { colour: { swatch: 'night' }, opacity: found.percent / 100 - 0.001 } },
      },
    };
    expect(found.rows.every(({ verdict }) => verdict === 'clear')).toBe(true);
    expect(rowsOf(less).some(({ verdict }) => verdict !== 'clear')).toBe(true);
  });
});

describe('the style sheet of one', () => {
  const to = (of: Header) =>
    relativeAddresses(site, '/', shippedSizes({ ...site, headers: [of] }, of, measure));
  const cssOf = (of: Header) => light(headerCss({ ...site, headers: [of] }, of, measure, to(of)));
  test('mixes what differs by the way that the script sets, and takes no time for it', () => {
    const css = cssOf(along());
    expect(css).toContain('--hr-link: color-mix(in srgb, rgb(255 255 255), rgb(21 35 59) var(--hr-share));');
    expect(css).toContain('--hr-way: 0;');
    expect(css).toContain('--hr-move-time: 200ms ease');
    expect(headerHtml(site, along(), to(along()))).toContain('data-stretch="80"');
    expect(cssOf(along({ stretch: undefined as never }))).not.toContain('--hr-way');
  });
  test('numbers by their unit; pictures that change places one after the other; what is no number at once', () => {
    const from = [
      ['--hr-blur', '0px'],
      ['--hr-shows-1', '0.8'],
      ['--hr-shows-2', '0'],
      ['--hr-light', '1'],
      ['--hr-shadow', '0px 2px 4px 0px rgb(0 0 0 / 0)'],
      ['--hr-angle', '30deg'],
    ] as const;
    const next = new Map([
      ['--hr-blur', '12px'],
      ['--hr-shows-1', '0'],
      ['--hr-shows-2', '0.5'],
      ['--hr-light', '0'],
      ['--hr-shadow', '0px 4px 4px 0px rgb(0 0 0 / 0.5)'],
      ['--hr-angle', '30deg'],
    ]);
    expect(new Map(mixed(from, next))).toEqual(
      new Map([
        ['--hr-blur', 'calc(0px + 12px * var(--hr-way))'],
        ['--hr-shows-1', 'calc(0.8 * max(0, 1 - 2 * var(--hr-way)))'],
        ['--hr-shows-2', 'calc(0.5 * max(0, 2 * var(--hr-way) - 1))'],
        [
          '--hr-shadow',
          '0px calc(2px + 2px * var(--hr-way)) 4px 0px color-mix(in srgb, rgb(0 0 0 / 0), rgb(0 0 0 / 0.5) var(--hr-share))',
        ],
        ['--hr-angle', '30deg'],
      ]),
    );
  });
});
