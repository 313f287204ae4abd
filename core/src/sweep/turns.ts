import { turnedAt, type Turn } from '../page/turns.ts';
import type { Raster } from '../geometry/raster.ts';
import { cutByWay, headerRow, type Scene, type Span } from './scene.ts';

/** Bands whose backdrop turns along with the scroll: what is behind the header then depends on the scroll itself. */

/** Room round the scrolls at which a header meets a band. */
const NEAR = 200;

/** The scrolls at which a header lies over a band, with room to spare. */
function metAt(scene: Scene, { top, bottom }: Turn): Span {
  const below = headerRow(scene, 0) + scene.layouts.top.height;
  return { from: top - below - NEAR, to: bottom + scene.layouts.top.leaving + NEAR };
}

/** A stretch of scrolls; in a steady one the header and what the page shows under it stay what they are. */
export interface ScrollStretch extends Span {
  isSteady: boolean;
}

/** A span in stretches that are steady, and such in which every scroll is another sight. */
export function stretchesIn(scene: Scene, span: Span): ScrollStretch[] {
  const turning = scene.turns.map((turn) => {
    const met = metAt(scene, turn);
    return { from: Math.max(turn.from + 1, met.from), to: Math.min(turn.to - 1, met.to) };
  });
  const breaks = scene.turns.flatMap(({ from, to }, i) => [
    from + 1,
    to,
    turning[i]!.from,
    turning[i]!.to + 1,
  ]);
  return cutByWay(scene, span).flatMap(({ isOnWay, from, to }) => {
    const begins = [...new Set([from, ...breaks.filter((at) => at > from && at <= to)])].sort(
      (a, b) => a - b,
    );
    return begins.map((begin, i) => ({
      from: begin,
      to: (begins[i + 1] ?? to + 1) - 1,
      isSteady: !isOnWay && !turning.some((turn) => begin >= turn.from && begin <= turn.to),
    }));
  });
}

/** A page's pixels as they are just now, and how far each band has turned in them; NaN where only some of its rows have. */
interface Now {
  raster: Raster;
  turned: number[];
}

const nows = new WeakMap<Raster, Now>();

/**
 * The page's pixels at a scroll: those of a page on which nothing turns, else with each band turned as far as it is by then.
 * Good until it is asked for at another scroll; of bands that are turning, only the rows behind the header are right.
 */
export function rasterAt(scene: Scene, raster: Raster, scroll: number): Raster {
  const { turned } = raster;
  if (!turned || scene.turns.length === 0) return raster;
  let now = nows.get(raster);
  if (!now) {
    now = { raster: { ...raster, data: raster.data.slice() }, turned: scene.turns.map(() => 0) };
    nows.set(raster, now);
  }
  const line = 4 * raster.width;
  const row = Math.floor(headerRow(scene, scroll));
  const [first, last] = [row + scene.rows.from, row + scene.rows.to];
  for (const [i, turn] of scene.turns.entries()) {
    const share = turnedAt(turn, scroll);
    if (now.turned[i] === share) continue;
    const isWhole = share === 0 || share === 1;
    const top = isWhole ? turn.top : Math.max(turn.top, first);
    const bottom = isWhole ? turn.bottom : Math.min(turn.bottom, last);
    const [from, to] = [top * line, Math.max(top, bottom) * line];
    if (isWhole) now.raster.data.set((share === 0 ? raster.data : turned).subarray(from, to), from);
    else mixInto(now.raster.data, raster.data, turned, share, { from, to });
    now.turned[i] = isWhole ? share : NaN;
  }
  return now.raster;
}

/** Levels between two, each rounded half up. A tint that comes, comes in proportion: so do the levels under it. */
export function mixInto(
  into: Uint8ClampedArray,
  a: Uint8ClampedArray,
  b: Uint8ClampedArray,
  share: number,
  { from, to }: { from: number; to: number },
): void {
  const [out, one, other] = [into, a, b].map(
    ({ buffer, byteOffset, length }) => new Uint8Array(buffer, byteOffset, length),
  );
  const by = Math.round(share * 65536);
  for (let i = from; i < to; i++) out![i] = one![i]! + (((other![i]! - one![i]!) * by + 32768) >> 16);
}
