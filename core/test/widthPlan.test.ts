import { describe, expect, test } from 'vitest';
import { layoutHeader } from '../src/header/layout.ts';
import type { Header } from '../src/model/header.ts';
import type { Page } from '../src/model/page.ts';
import type { Site } from '../src/model/site.ts';
import { nearestSnapshot } from '../src/page/layout.ts';
import { pageStep } from '../src/page/metrics.ts';
import type { Row } from '../src/sweep/row.ts';
import { verdictOf } from '../src/sweep/verdict.ts';
import {
  decidingViewports,
  finerWidths,
  metWords,
  otherHeights,
  turningWidths,
  viewportsWords,
  widthsBetween,
} from '../src/sweep/widthPlan.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { GREATEST_WIDTH, LEAST_WIDTH, STANDARD_WIDTHS } from '../src/sweep/widths.ts';
import { header, measure, noDrawing, painted, site } from './made.ts';

/** Which widths are swept: wherever something turns, never far apart, and finer where it comes near to its target. */

const worn: Header = {
  ...header,
  extent: { top: 10, sides: 30, linked: false, radius: 8, steps: [{ below: 900, sides: 12 }] },
  rails: header.rails.map((rail) => ({ ...rail, steps: [{ below: 555, height: 44 }] })),
};
const captured: Page = {
  ...site.pages[0]!,
  id: 'captured',
  path: '/captured',
  snapshots: [400, 801, 1300].map((width) => ({ width, picture: 'logo' })),
};
const whole = { ...site, pages: [...site.pages, captured], headers: [worn] };

/** All that turns at some widths, so that each pixel of width can be compared with the next. */
const sightAt = (width: number) => {
  const { folded, bar, rails } = layoutHeader(whole, worn, width, measure);
  return JSON.stringify([
    folded,
    width - bar.width,
    rails.map(({ height }) => height),
    pageStep(width).from,
    nearestSnapshot(captured, width)?.width,
  ]);
};

describe('the widths that are planned', () => {
  test('one pixel either side of whatever turns, found by looking at every width there is', () => {
    const planned = new Set([...STANDARD_WIDTHS, ...widthsBetween(whole, worn, measure)]);
    const turned: number[] = [];
    for (let width = LEAST_WIDTH + 1; width <= GREATEST_WIDTH; width++)
      if (sightAt(width) !== sightAt(width - 1)) turned.push(width);
    expect(turned.length).toBeGreaterThanOrEqual(6);
    expect(turned.filter((width) => !planned.has(width) || !planned.has(width - 1))).toEqual([]);
    expect(turningWidths(whole, worn, measure)).toEqual(expect.arrayContaining(turned));
  });

  test('both ends, nothing beyond them, no two alike, none that is known, and no gap of a quarter of the width', () => {
    const between = widthsBetween(whole, worn, measure, [390, 1112]);
    expect(new Set(between).size).toBe(between.length);
    expect(between).not.toContain(1112);
    const all = [390, 1112, ...between].sort((a, b) => a - b);
    expect([all[0], all.at(-1)]).toEqual([LEAST_WIDTH, GREATEST_WIDTH]);
    for (const [i, width] of all.slice(1).entries()) expect(width / all[i]!).toBeLessThan(1.25);
  });
});

describe('other heights of the window', () => {
  const opening = { ...site.pages[0]!, bands: site.pages[0]!.bands.slice(0, 1) };
  const of = (unit: 'px' | 'window') =>
    ({
      ...site,
      pages: [{ ...opening, bands: opening.bands.map((band) => ({ ...band, height: { value: 90, unit } })) }],
    }) as Site;
  test('a short window at each usual width, since a page scrolls further in it; a tall one where a band is a share of it', () => {
    expect(otherHeights(of('px'), header)).toEqual([
      { width: 390, height: 560 },
      { width: 768, height: 360 },
      { width: 1280, height: 600 },
      { width: 1920, height: 600 },
    ]);
    expect(otherHeights(of('window'), header)).toHaveLength(8);
    const below: Header = { ...header, manner: { ...header.manner, onScroll: 'bottom' } };
    expect(otherHeights(of('px'), below, [1280])).toEqual([
      { width: 1280, height: 600 },
      { width: 1280, height: 1200 },
    ]);
  });

  test('what no usual window shows is found: words at the foot that only a short one brings below the header', () => {
    const raw = { ...site.pages[0]!, bands: [] };
    const shown = (windowHeight?: number) =>
      layoutScene(of('px'), header, raw, { width: 1280, ...(windowHeight && { windowHeight }) }, measure);
    // A page that is as high as its window does not scroll, in whatever window.
    expect([shown().maxScroll, shown(600).maxScroll]).toEqual([0, 0]);
    const long = layoutScene(site, header, site.pages[0]!, { width: 500, windowHeight: 400 }, measure);
    const short = layoutScene(site, header, site.pages[0]!, { width: 500, windowHeight: 300 }, measure);
    expect(short.maxScroll).toBe(long.maxScroll + 100);
    const rows = proveScene(short, painted(short.laid), noDrawing);
    expect(rows.every(({ height }) => height === 300)).toBe(true);
    expect(metWords(rows)).toBe('in windows of 500 × 300 px');
    // A window lower than the header itself is swept, too.
    const flat = layoutScene(site, header, site.pages[0]!, { width: 500, windowHeight: 40 }, measure);
    expect(proveScene(flat, painted(flat.laid), noDrawing).length).toBe(rows.length);
  });

  test('are told in a few words', () => {
    expect(metWords([{ width: 390 }, { width: 768 }, { width: 1280, height: 600 }])).toBe(
      'at 390 and 768 px; in windows of 1280 × 600 px',
    );
    expect(viewportsWords([{ width: 390 }])).toBe('1 width');
    expect(viewportsWords([{ width: 390 }, { width: 390, height: 560 }])).toBe(
      '1 width and 1 other height of the window',
    );
    expect(viewportsWords([{ width: 390, height: 560 }])).toBe('1 window');
  });
});

const row = (width: number, worst: number, of: Partial<Row> = {}): Row =>
  ({
    page: '/',
    moment: 'top',
    itemId: 'visit',
    state: 'rest',
    part: 'ink',
    needed: 4.5,
    ...of,
    width,
    worst,
    verdict: verdictOf(worst, of.needed ?? 4.5),
  }) as Row;

describe('widths that are parted further', () => {
  test.each([
    ['that both are far from their target', [row(400, 12), row(800, 12)], []],
    ['that one is near to it', [row(400, 12), row(800, 5)], [600]],
    ['that it is crossed', [row(400, 12), row(800, 2)], [600]],
    ['that both are lost', [row(400, 2), row(800, 2.1)], []],
    ['that are eight pixels apart', [row(400, 12), row(408, 2)], []],
    ['that one is shown at one end alone', [row(400, 4.6), row(800, 4.6, { itemId: 'other' })], []],
    ['that its worst stretch is near', [row(400, 12), row(400, 4.6), row(800, 12)], [600]],
    ['that a mark is near to three', [row(400, 3.1, { needed: 3 }), row(800, 9, { needed: 3 })], [600]],
  ] as [string, Row[], number[]][])('%s', (_, rows, expected) => {
    expect(finerWidths(rows, 9)).toEqual(expected);
    expect(finerWidths([...rows].reverse(), 9)).toEqual(expected);
  });

  test('the nearest to its target first, and no more than are wanted', () => {
    const rows = [row(400, 12), row(600, 4.9), row(800, 12), row(1000, 4.51), row(1200, 12)];
    expect(finerWidths(rows, 9)).toEqual([900, 1100, 500, 700]);
    expect(finerWidths(rows, 1)).toEqual([900]);
  });
});

describe('widths that decide', () => {
  const usual = STANDARD_WIDTHS.map((width) => row(width, 4.6));
  test('those at which something is further below, or nearer, than at any usual one; the furthest first', () => {
    expect(decidingViewports([...usual, row(500, 4.7), row(1000, 3), row(1100, 4.5)], 5)).toEqual([
      { width: 1000 },
    ]);
    const other = { itemId: 'shows' };
    expect(
      decidingViewports(
        [...usual, row(1000, 3), row(1100, 2), row(1200, 2.5, other), row(1280, 9, other)],
        5,
      ),
    ).toEqual([{ width: 1200 }, { width: 1100 }]);
    expect(decidingViewports([...usual, row(1000, 3), row(1100, 2, other)], 1)).toEqual([{ width: 1100 }]);
  });

  test('not what is far from its target, though it is nearer than elsewhere', () => {
    const far = STANDARD_WIDTHS.map((width) => row(width, 12));
    expect(decidingViewports([...far, row(1000, 8)], 5)).toEqual([]);
    expect(decidingViewports([...far, row(1000, 5)], 5)).toEqual([{ width: 1000 }]);
  });

  test('another height of a usual width decides as another width does', () => {
    const short = row(1280, 3, { height: 600 });
    expect(decidingViewports([...usual, short, row(1000, 4.4, { itemId: 'other' })], 5)).toEqual([
      { width: 1280, height: 600 },
      { width: 1000 },
    ]);
    expect(finerWidths([row(1280, 12), short], 5)).toEqual([]);
  });

  test('of something that is shown between alone, its worst', () => {
    expect(decidingViewports([row(900, 2), row(1000, 1.5), row(1100, 1.5)], 5)).toEqual([{ width: 1000 }]);
  });
});
