import { nearestSnapshot, usualWindowHeight } from '../page/layout.ts';
import { PAGE_STEPS } from '../page/metrics.ts';
import { solvedFold } from '../header/layout.ts';
import { ALWAYS } from '../header/fold.ts';
import { ownHeaderOf } from '../header/ownLayout.ts';
import { stepWidths } from '../header/steps.ts';
import { at } from '../lists.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { keepsToBottom } from '../header/manner.ts';
import {
  GREATEST_WIDTH,
  LEAST_WIDTH,
  STANDARD_WIDTHS,
  differing,
  viewportKey,
  viewportWords,
  type Viewport,
} from './widths.ts';
import { spotKey, type Row } from './row.ts';

/** Between the standard widths and beyond them: a covering picture and a wrapped page move with every pixel. */
const BETWEEN = [
  320, 360, 430, 540, 600, 700, 820, 912, 1024, 1112, 1200, 1366, 1440, 1536, 1680, 2048, 2304, 2560,
];

/**
 * Widths from which something is other than below them: the header's fold and steps, the steps of the pages, their captured
 * pictures, and the usual height of the window.
 */
export function turningWidths(site: Site, header: Header, measure: Measure): number[] {
  const fold = solvedFold(site, header, measure);
  // A step holds below a width of the header itself, which is inset by its sides.
  const sides = [0, ...[header.extent, ...(header.extent?.steps ?? [])].map((extent) => extent?.sides ?? 0)];
  const steps = stepWidths(header).flatMap((below) => sides.map((side) => Math.ceil(below + 2 * side)));
  const snapshots = site.pages.flatMap((page) => {
    const widths = (page.snapshots ?? []).map(({ width }) => width).sort((a, b) => a - b);
    return widths.slice(1).map((width, i) => {
      const middle = Math.ceil((width + at(widths, i)) / 2);
      return nearestSnapshot(page, middle)?.width === width ? middle : middle + 1;
    });
  });
  // One that was measured turns wherever two widths beside one another had to be.
  const own = (ownHeaderOf(site, header)?.top ?? []).flatMap(({ width }, i, all) =>
    all[i - 1]?.width === width - 1 ? [width] : [],
  );
  const heights = BETWEEN.slice(1).flatMap((width, i) => {
    const before = at(BETWEEN, i);
    return usualWindowHeight(width) === usualWindowHeight(before) ? [] : [firstOther(before, width)];
  });
  const pages = PAGE_STEPS.map(({ from }) => from);
  // Beyond its largest width a header's box begins to stand away from the window's sides.
  const boxes = [header.extent?.max ?? []]
    .flat()
    .flatMap((max) => sides.map((side) => Math.ceil(max + 2 * side) + 1));
  const all = [
    ...boxes,
    ...(fold < ALWAYS ? [Math.ceil(fold)] : []),
    ...steps,
    ...own,
    ...snapshots,
    ...heights,
    ...pages,
  ];
  return [...new Set(all)].filter(isWidth).sort((a, b) => a - b);
}

/** The first width after one at which the window is usually of another height. */
function firstOther(from: number, to: number): number {
  let [low, high] = [from, to];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (usualWindowHeight(middle) === usualWindowHeight(from)) low = middle;
    else high = middle;
  }
  return high;
}

const isWidth = (width: number) => width >= LEAST_WIDTH && width <= GREATEST_WIDTH;

/**
 * The widths at which a header is swept besides the standard ones, in the order in which they are: one pixel either side of
 * whatever turns, then those between, from the greatest gap down.
 * @param known widths that are swept anyhow
 */
export function widthsBetween(
  site: Site,
  header: Header,
  measure: Measure,
  known: readonly number[] = STANDARD_WIDTHS,
): number[] {
  const turning = turningWidths(site, header, measure).flatMap((width) => [width - 1, width]);
  return [...new Set([...turning, ...BETWEEN])].filter((width) => isWidth(width) && !known.includes(width));
}

/**
 * Heights of windows that visitors have besides the usual one, by width: the least of a phone and the greatest, a phone on its
 * side and a tablet upright, a small laptop and a tall screen; CSS pixels.
 */
const HEIGHTS = [
  { upTo: 480, short: 560, tall: 930 },
  { upTo: 900, short: 360, tall: 1180 },
  { upTo: GREATEST_WIDTH, short: 600, tall: 1200 },
] as const;

/** Whether a header is over something else in a window of another height: it keeps to the bottom, or a band is a share of the window. */
function hangsOnHeight({ pages }: Site, header: Header): boolean {
  return keepsToBottom(header) || pages.some(({ bands }) => bands.some(({ height }) => height.unit !== 'px'));
}

/**
 * Windows of other heights than the usual, at some widths. In a short one a page scrolls further, so that a header meets more of it;
 * a tall one is another sight only where something hangs on the height.
 */
export function otherHeights(
  site: Site,
  header: Header,
  widths: readonly number[] = STANDARD_WIDTHS,
): Viewport[] {
  return widths.flatMap((width) => {
    const { short, tall } = HEIGHTS.find(({ upTo }) => width <= upTo) ?? HEIGHTS[2];
    return (hangsOnHeight(site, header) ? [short, tall] : [short]).map((height) => ({ width, height }));
  });
}

/** How near to its target a contrast is that may be below it a few pixels of width further, as a multiple of the target. */
const NEAR = 1.15;
/** Widths that are no further apart are not parted any more, CSS pixels. */
const FINEST = 8;

const share = ({ worst, needed }: Row) => worst / needed;

/**
 * Widths in the middle between two that were swept, where a contrast at one of them is near its target, or has crossed it on
 * the way from one to the other: the nearest first.
 * @param all rows of all widths that were swept; those of other heights than the usual are left out
 * @param most how many are wanted
 */
export function finerWidths(all: readonly Row[], most: number): number[] {
  const rows = all.filter(({ height }) => height === undefined);
  const widths = widthsOf(rows);
  const at = new Map(widths.map((width, i) => [width, i]));
  /** Of each gap between two widths: how near to its target anything is at either end. */
  const near = new Map<number, number>();
  const ends = new Map<string, Map<number, Row>>();
  for (const row of rows) {
    const key = `${row.page} ${row.moment} ${spotKey(row)}`;
    const own = ends.get(key) ?? new Map<number, Row>();
    ends.set(key, own);
    const i = at.get(row.width)!;
    const known = own.get(i);
    if (!known || share(row) < share(known)) own.set(i, row);
  }
  for (const own of ends.values()) {
    for (const [i, row] of own) {
      const next = own.get(i + 1);
      if (!next) continue;
      const least = Math.min(share(row), share(next));
      const most = Math.max(share(row), share(next));
      const isNear = least >= 1 ? least < NEAR : most >= 1;
      if (isNear) near.set(i, Math.min(near.get(i) ?? Infinity, Math.abs(least - 1)));
    }
  }
  return [...near]
    .filter(([i]) => widths[i + 1]! - widths[i]! > FINEST)
    .sort(([a, x], [b, y]) => x - y || a - b)
    .slice(0, most)
    .map(([i]) => (widths[i]! + widths[i + 1]!) >> 1);
}

/** The widths of some rows, ascending. */
export function widthsOf(rows: readonly Pick<Row, 'width'>[]): number[] {
  return [...new Set(rows.map(({ width }) => width))].sort((a, b) => a - b);
}

/** The windows of some rows: by width, then by height, the usual one first. */
export function viewportsOf(rows: readonly Viewport[]): Viewport[] {
  return differing(
    rows.map(({ width, height }) => (height === undefined ? { width } : { width, height })),
  ).sort((a, b) => a.width - b.width || (a.height ?? 0) - (b.height ?? 0));
}

/** “at 390, 768 and 1280 px; in windows of 1280 × 600 px”; of many, how many there are. */
export function metWords(all: readonly Viewport[]): string {
  const viewports = viewportsOf(all);
  const widths = widthsOf(viewports.filter(({ height }) => height === undefined));
  const others = viewports.filter(({ height }) => height !== undefined);
  const list =
    widths.length > 5
      ? `${widths.length} widths, ${widths[0]} to ${widths.at(-1)} px`
      : `${listWords(widths.map(String))} px`;
  const windows = others.length > 3 ? `${others.length} other heights` : listWords(others.map(viewportWords));
  const parts = [
    ...(widths.length > 0 ? [`at ${list}`] : []),
    ...(others.length > 0 ? [`in windows of ${windows}`] : []),
  ];
  return parts.join('; ');
}

function listWords(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/**
 * “50 widths and 8 other heights of the window”.
 * @param isFull whether it is said which widths: all of a few, the first and the last of many
 */
export function viewportsWords(viewports: readonly Viewport[], isFull = false): string {
  const widths = widthsOf(viewports.filter(({ height }) => height === undefined));
  const heights = viewports.length - widths.length;
  const list = widths.length > 6 ? ` from ${widths[0]} to ${widths.at(-1)} px` : `, ${widths.join(', ')} px`;
  if (widths.length === 0) return heights === 1 ? '1 window' : `${heights} windows`;
  const first = `${widths.length} ${widths.length === 1 ? 'width' : 'widths'}${isFull ? list : ''}`;
  if (heights === 0) return first;
  return `${first} and ${heights} other ${heights === 1 ? 'height' : 'heights'} of the window`;
}

/** What is further from its target than this does not decide, as a multiple of the target. */
const DECIDES = 1.25;
/** By how much something has to be nearer to its target, or further below it, than at the standard widths. */
const BY = 0.01;

/**
 * The windows beside those of standard width and usual height that decide: at which something comes nearer to its target, or further below it, than at any
 * of those, the furthest first. What clears those and the standard ones is swept at all others afterwards.
 */
export function decidingViewports(
  rows: readonly Row[],
  most: number,
  standard: readonly number[] = STANDARD_WIDTHS,
): Viewport[] {
  const isStandard = ({ width, height }: Row) => height === undefined && standard.includes(width);
  const key = (row: Row) => `${row.page} ${row.moment} ${spotKey(row)}`;
  const least = new Map<string, number>();
  for (const row of rows)
    if (isStandard(row)) least.set(key(row), Math.min(least.get(key(row)) ?? DECIDES, share(row)));
  /** The worst between, of each that is judged. */
  const worse = new Map<string, Row>();
  for (const row of rows) {
    if (isStandard(row) || share(row) > (least.get(key(row)) ?? DECIDES) - BY) continue;
    const known = worse.get(key(row));
    if (!known || share(row) < share(known) || (share(row) === share(known) && isSmaller(row, known)))
      worse.set(key(row), row);
  }
  const gain = new Map<string, { at: Viewport; by: number }>();
  for (const row of worse.values()) {
    const by = (least.get(key(row)) ?? DECIDES) - share(row);
    const [at] = viewportsOf([row]) as [Viewport];
    gain.set(viewportKey(at), { at, by: Math.max(gain.get(viewportKey(at))?.by ?? 0, by) });
  }
  return [...gain.values()]
    .sort((a, b) => b.by - a.by || (isSmaller(a.at, b.at) ? -1 : 1))
    .slice(0, most)
    .map(({ at }) => at);
}

const isSmaller = (a: Viewport, b: Viewport) =>
  a.width < b.width || (a.width === b.width && (a.height ?? 0) < (b.height ?? 0));
