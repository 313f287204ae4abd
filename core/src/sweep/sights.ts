import type { Raster } from '../geometry/raster.ts';
import { headerRow, type Scene, type Span } from './scene.ts';

/** A page that is seen in several ways: where the header meets what is different in one of them. */

/** The first and the last row in which two pictures of a page differ, whether its bands have turned or not; none where they are alike. */
export function differingRows(a: Raster, b: Raster): Span | undefined {
  if (a.width !== b.width || a.height !== b.height) return { from: 0, to: Math.max(a.height, b.height) };
  const spans = [
    [a.data, b.data],
    [a.turned ?? a.data, b.turned ?? b.data],
  ].flatMap(([one, other]) => rowsApart(one!, other!, a.width) ?? []);
  if (spans.length === 0) return undefined;
  return { from: Math.min(...spans.map(({ from }) => from)), to: Math.max(...spans.map(({ to }) => to)) };
}

function rowsApart(a: Uint8ClampedArray, b: Uint8ClampedArray, width: number): Span | undefined {
  const pixels = (data: Uint8ClampedArray) => new Uint32Array(data.buffer, data.byteOffset, data.length >> 2);
  const [one, other] = [pixels(a), pixels(b)];
  let from = 0;
  while (from < one.length && one[from] === other[from]) from++;
  if (from === one.length) return undefined;
  let to = one.length - 1;
  while (one[to] === other[to]) to--;
  return { from: Math.floor(from / width), to: Math.floor(to / width) };
}

/** Rows of the page beyond the header's own that what it wears may look at, CSS pixels: a blur reads what is round it. */
const ROUND = 128;

/** The scrolls between whose first and last the header meets rows of the page; none where it never does. */
export function scrollsMeeting(scene: Scene, { from, to }: Span): Span | undefined {
  const meets = (scroll: number) => {
    const top = headerRow(scene, scroll);
    const last = scene.laid.height - 1;
    const first = Math.min(last, Math.max(0, top + scene.rows.from - ROUND));
    return first <= to && Math.max(first, Math.min(last, top + scene.rows.to + ROUND)) >= from;
  };
  let [low, high] = [0, scene.maxScroll];
  while (low <= high && !meets(low)) low++;
  while (high >= low && !meets(high)) high--;
  return low <= high ? { from: low, to: high } : undefined;
}
