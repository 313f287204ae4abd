import { LUMINANCE, WHITE_LUMINANCE, contrast16 } from '../colour/contrast.ts';
import { grouped } from '../lists.ts';
import { groundLevel, type Overlay } from '../stack/overlay.ts';
import type { Strip } from './plane.ts';

/**
 * Inks of which every ground is on the same side, lighter or darker, rank the grounds alike: the tenth pixel and the worst cell
 * of one are those of the other, and the contrast of one tells that of the other.
 */

/** The least and the greatest luminance that occur, whole numbers. */
export interface LuminanceRange {
  low: number;
  high: number;
}

/** On which side of an ink all grounds of a range are: −1 where none is lighter, 1 where none is darker, else `undefined`. */
export function sideOf(ink: number, { low, high }: LuminanceRange): -1 | 1 | undefined {
  if (high <= ink) return -1;
  return low >= ink ? 1 : undefined;
}

/**
 * What another ink of the same side has where one has some contrasts: to the last bit, since two luminances next to each other
 * are further apart in contrast than what a 32-bit float leaves out.
 */
export function asSeenBy(other: number, ink: number, side: -1 | 1, contrasts: Float32Array): Float32Array {
  if (other === ink) return contrasts.slice();
  const own = 4 * ink + 13107;
  let [known, told] = [NaN, NaN];
  return contrasts.map((contrast) => {
    if (contrast === known) return told;
    known = contrast;
    const ground = Math.round(((side < 0 ? own / contrast : own * contrast) - 13107) / 4);
    return (told = contrast16(other, ground));
  });
}

/** The least and the greatest level of each channel in a strip of page. */
type Levels = Record<'least' | 'most', [number, number, number]>;
const levels = new WeakMap<Uint32Array, Levels>();

function levelsOf({ page, runs, width }: Pick<Strip, 'page' | 'runs' | 'width'>): Levels {
  const known = levels.get(page);
  if (known) return known;
  let [r0, g0, b0, r1, g1, b1] = [255, 255, 255, 0, 0, 0];
  for (let y = 0; y < runs.length; y++) {
    if (y > 0 && runs[y] === runs[y - 1]) continue;
    let last = -1;
    for (let i = y * width, end = i + width; i < end; i++) {
      const pixel = page[i]!;
      if (pixel === last) continue;
      last = pixel;
      const [r, g, b] = [pixel & 255, (pixel >> 8) & 255, (pixel >> 16) & 255];
      if (r < r0) r0 = r;
      if (r > r1) r1 = r;
      if (g < g0) g0 = g;
      if (g > g1) g1 = g;
      if (b < b0) b0 = b;
      if (b > b1) b1 = b;
    }
  }
  const found: Levels = { least: [r0, g0, b0], most: [r1, g1, b1] };
  levels.set(page, found);
  return found;
}

/**
 * Bounds of the luminance that a strip of page can have through overlays.
 * @param slack by what share of the distance between a channel's levels they may be exceeded, as by a curve through blurred places
 */
export function rangeThrough(
  strip: Pick<Strip, 'page' | 'runs' | 'width'>,
  overlays: readonly Pick<Overlay, 'data'>[],
  slack = 0,
): LuminanceRange {
  const { least, most } = levelsOf(strip);
  const range = { low: WHITE_LUMINANCE, high: 0 };
  for (const { data } of overlays) {
    for (let at = 0; at < data.length; at += 4) {
      let [low, high] = [0, 0];
      for (let c = 0; c < 3; c++) {
        const beyond = slack > 0 ? 1 + slack * (most[c]! - least[c]!) : 0;
        const [down, up] = [Math.max(0, least[c]! - beyond), Math.min(255, most[c]! + beyond)];
        low += LUMINANCE[c]![groundLevel(data[at + c]!, data[at + 3]!, down)]!;
        high += LUMINANCE[c]![groundLevel(data[at + c]!, data[at + 3]!, up)]!;
      }
      range.low = Math.min(range.low, low);
      range.high = Math.max(range.high, Math.min(WHITE_LUMINANCE, high));
    }
  }
  return range;
}

/** Something that is judged by its cells, and what sets its ground apart from those of others. */
export interface InkedCells {
  /** Of equal keys, cells and ground are the same. */
  key: string;
  ink: number;
}

/**
 * Sweeps one of all inks that rank their grounds alike, and tells from it what the others have.
 * @param sweep the contrasts of some, in their order, with whatever else is told of each
 */
export function sweepOneOfEach<T extends InkedCells, S extends { contrasts: Float32Array }>(
  all: readonly T[],
  rangeOf: (of: T) => LuminanceRange,
  sweep: (some: readonly T[]) => readonly S[],
): S[] {
  const leaders = new Map<string, T>();
  const alike = grouped(all, ({ key }) => key);
  const places = all.map((each) => {
    const isAlone = alike.get(each.key)!.length === 1;
    const side = isAlone ? undefined : sideOf(each.ink, rangeOf(each));
    const key = `${each.key} ${side ?? `ink ${each.ink}`}`;
    if (!leaders.has(key)) leaders.set(key, each);
    return { key, side };
  });
  const swept = sweep([...leaders.values()]);
  const found = new Map([...leaders.keys()].map((key, i) => [key, swept[i]!]));
  return all.map((each, i) => {
    const { key, side } = places[i]!;
    const [leader, told] = [leaders.get(key)!, found.get(key)!];
    if (leader === each || side === undefined) return told;
    return { ...told, contrasts: asSeenBy(each.ink, leader.ink, side, told.contrasts) };
  });
}
