import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import type { Header } from '../src/model/header.ts';
import { deltaEOk, lookCost } from '../src/remedy/cost.ts';
import {
  fillCandidates,
  headerWith,
  headerWithFill,
  leastFill,
  leastOpacity,
  leastPercents,
  placeOf,
  type FillWork,
  type Knob,
} from '../src/remedy/leastFill.ts';
import { cutScene } from '../src/sweep/cut.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { parseColour } from '../src/colour/rgb.ts';
import { header, measure, noDrawing, random, raster, site } from './made.ts';

const page = site.pages[0]!;
const sceneOf = (worn: Header) =>
  layoutScene({ ...site, headers: [worn] }, worn, page, { width: 500, windowHeight: 400 }, measure);
const ground = raster(500, sceneOf(header).laid.height, (_, y) =>
  y < 500 ? { r: 13, g: 23, b: 48 } : { r: 238, g: 242, b: 246 },
);
const work = (moment: 'top' | 'scrolled'): FillWork => ({
  sweep: async (worn) => proveScene(sceneOf(worn), ground, noDrawing, [moment]),
  solve: async (worn, colour, places, floor) =>
    leastPercents(sceneOf(worn), ground, noDrawing, { moment, knob: colour, floor }, places),
});
const rowsOf = (worn: Header) => proveScene(sceneOf(worn), ground, noDrawing);

describe('the least fill', () => {
  test('over snow it is 57.0 %: there the ground, rounded to 111, 119, 135, just reaches 4.5', async () => {
    const white = { r: 255, g: 255, b: 255 };
    expect(contrastRatio(white, { r: 111, g: 119, b: 135 })).toBeGreaterThan(4.5);
    expect(contrastRatio(white, { r: 114, g: 122, b: 137 })).toBeLessThan(4.5);
    const found = await leastFill(header, 'scrolled', { swatch: 'night' }, rowsOf(header), work('scrolled'));
    expect(found?.percent).toBe(57);
    expect(found?.rows.every(({ verdict }) => verdict === 'clear')).toBe(true);
    const less = headerWithFill(header, 'scrolled', { swatch: 'night' }, 0.569);
    expect(rowsOf(less).some(({ verdict }) => verdict !== 'clear')).toBe(true);
    expect(found?.limit).toMatchObject({ page: '/', width: 500 });
  });

  test('is none where the moment is clear without', async () => {
    const found = await leastFill(
      header,
      'top',
      { swatch: 'night' },
      rowsOf(header).filter((row) => row.moment === 'top'),
      work('top'),
    );
    expect(found).toMatchObject({ percent: 0, limit: undefined });
  });

  test('cannot be had where the solid fill is not clear either', async () => {
    const found = await leastFill(header, 'scrolled', { swatch: 'snow' }, rowsOf(header), work('scrolled'));
    expect(found).toBeUndefined();
  });

  test('other colours are tried from the one furthest from the ink', () => {
    const tried = fillCandidates({ site, header }, 'scrolled').map(({ swatch }) => swatch);
    expect(tried).toEqual(['night', 'night', 'snow', 'white']);
  });
});

describe('places that are solved together', () => {
  const knob = { layer: 'fill', colour: { swatch: 'night' } } as const;
  const worn: Header = { ...header, looks: { ...header.looks, scrolled: { fill: { opacity: 0 } } } };
  const places = rowsOf(worn)
    .filter(({ moment }) => moment === 'scrolled')
    .map(placeOf);
  const solve = (some: typeof places, floor?: number) =>
    leastPercents(sceneOf(worn), ground, noDrawing, { moment: 'scrolled', knob, floor }, some);

  test('need together what the one needs that needs most, in whatever order', () => {
    const alone = places.map((place) => solve([place])[0]!);
    const most = Math.max(...alone);
    expect(most).toBeGreaterThan(Math.min(...alone));
    for (const order of [places, [...places].reverse()]) {
      const together = solve(order) as number[];
      expect(Math.max(...together)).toBe(most);
      // Each is told exactly, or as no more than one before it.
      together.forEach((least, i) => {
        const own = alone[places.indexOf(order[i]!)]!;
        expect(least).toBe(Math.max(own, ...together.slice(0, i)));
      });
    }
  });
  test('are not looked further than what is needed elsewhere', () => {
    expect(Math.min(...(solve(places, 80) as number[]))).toBe(80);
    expect(solve(places, 100)).toEqual(places.map(() => 100));
  });
});

describe('the least of another layer', () => {
  const worn = (look: Header['looks']['scrolled']): Header => ({
    ...header,
    looks: { ...header.looks, scrolled: { ...header.looks.scrolled, ...look } },
  });
  const shaded: Header['looks']['scrolled'] = {
    gradient: {
      on: true,
      angle: 180,
      stops: [
        { at: 0, colour: { swatch: 'night' }, opacity: 0.4 },
        { at: 100, colour: { swatch: 'night' }, opacity: 0.2 },
      ],
    },
  };
  test.each([
    ['tint', {}, { layer: 'tint', colour: { swatch: 'night' } }],
    ['gradient', shaded, { layer: 'gradient' }],
  ] as const)('%s: what is found clears, and a tenth of a percent less does not', async (_, look, knob) => {
    const start = worn(look as Header['looks']['scrolled']);
    const rows = rowsOf(start).filter(({ moment }) => moment === 'scrolled');
    const found = await leastOpacity(start, 'scrolled', knob, rows, work('scrolled'));
    expect(found!.percent).toBeGreaterThan(1);
    const isClear = (tried: Header) =>
      proveScene(sceneOf(tried), ground, noDrawing, ['scrolled']).every(({ verdict }) => verdict === 'clear');
    expect(isClear(found!.header)).toBe(true);
    expect(isClear(headerWith(start, 'scrolled', knob, (found!.percent - 0.1) / 100))).toBe(false);
  });
});

describe('over looks, inks and grounds made up by chance', () => {
  const COLOURS = ['#ffffff', '#000000', '#101b33', '#767676', '#e8b34a', '#1c6b4a', '#c2185b', '#eef2f6'];
  /** A header in two layers of one to three colours, over a page of hard patches. */
  function made(seed: number) {
    const next = random(seed);
    const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)]!;
    const colour = () => ({ colour: pick(COLOURS) });
    const link = colour();
    const look: Header['looks']['top'] = {
      ink: { link, hover: next() < 0.5 ? link : colour(), current: link, logo: 'light' },
      fill: { colour: colour(), opacity: Math.round(next() * 100) / 100 },
      ...(next() < 0.5 && { tint: { colour: colour(), opacity: next() * 0.5 } }),
      ...(next() < 0.5 && {
        gradient: {
          on: true,
          angle: Math.round(next() * 360),
          stops: [0, 60, 100].map((at) => ({ at, colour: colour(), opacity: 0.1 + 0.5 * next() })),
        },
      }),
    };
    const worn: Header = { ...header, looks: { top: look, scrolled: {} } };
    const patches = Array.from({ length: 64 }, () => parseColour(pick(COLOURS))!);
    const patched = raster(
      500,
      sceneOf(worn).laid.height,
      (x, y) => patches[((x >> 5) + 7 * (y >> 6)) % 64]!,
    );
    const knobs: Knob[] = [
      { layer: 'fill', colour: colour() },
      { layer: 'tint', colour: colour() },
      ...(look.gradient ? [{ layer: 'gradient' as const }] : []),
    ];
    return { worn, patched, knobs };
  }
  test('every answer clears what it claims, a tenth of a percent less does not, and none is given up without cause', async () => {
    let [answered, without] = [0, 0];
    for (let seed = 1; seed <= (process.env.LONG ? 24 : 12); seed++) {
      const { worn, patched, knobs } = made(seed);
      const sweep = (of: Header) => proveScene(sceneOf(of), patched, noDrawing, ['scrolled']);
      const isClear = (knob: Knob, percent: number) =>
        sweep(headerWith(worn, 'scrolled', knob, percent / 100)).every(({ verdict }) => verdict === 'clear');
      for (const knob of knobs) {
        const found = await leastOpacity(worn, 'scrolled', knob, sweep(worn), {
          sweep: async (of) => sweep(of),
          solve: async (of, asked, places, floor) =>
            leastPercents(
              sceneOf(of),
              patched,
              noDrawing,
              { moment: 'scrolled', knob: asked, floor },
              places,
            ),
        });
        const where = `seed ${seed}, ${JSON.stringify(knob)}`;
        if (!found) {
          without++;
          expect(isClear(knob, 100), where).toBe(false);
          continue;
        }
        answered++;
        expect(isClear(knob, found.percent), where).toBe(true);
        if (found.percent > 0) expect(isClear(knob, found.percent - 0.1), where).toBe(false);
      }
    }
    expect(answered).toBeGreaterThan(2);
    expect(without).toBeGreaterThan(2);
  });
});

describe('cost', () => {
  test('the share that shows, and the mean difference in Oklab', () => {
    const white = { r: 255, g: 255, b: 255 };
    const black = { r: 0, g: 0, b: 0 };
    expect(deltaEOk(white, black)).toBeCloseTo(1, 5);
    const patch = (colour: typeof white) => ({
      steps: [
        { layer: 'page' as const, owner: 'page' as const, contrast: 1, ground: raster(2, 2, () => colour) },
      ],
    });
    const cost = lookCost(patch(white), { ...patch(black), through: 0.25 });
    expect(cost.pageShowing).toBe(0.25);
    expect(cost.colourDifference).toBeCloseTo(1, 5);
  });
});

describe('the cut', () => {
  test('adds layer on layer at the worst letter, and ends at the row’s own contrast', () => {
    const row = rowsOf(header).find(({ item, moment }) => item === 'Night log' && moment === 'scrolled')!;
    const cut = cutScene(sceneOf(header), ground, noDrawing, row)!;
    expect(cut.steps.map(({ layer }) => layer)).toEqual(['page', 'fill']);
    expect(cut.steps[0]!.contrast).toBeLessThan(1.2);
    expect(cut.steps[1]!.contrast).toBe(row.worst);
    expect('Night log').toContain(cut.letters);
    expect(cut.letters).not.toBe('');
    expect(cut.cell.top + row.scroll).toBe(row.cell.y);
  });
});
