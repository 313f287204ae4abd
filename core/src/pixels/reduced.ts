import type { Size } from '../geometry/box.ts';
import type { PixelBox } from './raster.ts';

/** Pixels of a picture: premultiplied red, green, blue and alpha, 0 to 255. */
interface Level extends Size {
  data: Float32Array;
}

/** A picture and its halves, made as they are needed; each has half the width and height of the one before, rounded down. */
export interface Halves {
  levels: [Level, ...Level[]];
}

/** @param data straight RGBA, 8 bits */
export function halvesOf(data: Uint8ClampedArray, { width, height }: Size): Halves {
  const premultiplied = new Float32Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!;
    premultiplied[i] = (data[i]! * alpha) / 255;
    premultiplied[i + 1] = (data[i + 1]! * alpha) / 255;
    premultiplied[i + 2] = (data[i + 2]! * alpha) / 255;
    premultiplied[i + 3] = alpha;
  }
  return { levels: [{ width, height, data: premultiplied }] };
}

/**
 * Which halves a picture is drawn from, as a number of halvings: Chromium mixes the two next to it. It takes them half a
 * halving larger than the picture is drawn, which keeps them sharp (measured at 18 sizes of a harsh pattern: up to 1.5 levels of
 * 255 apart on average at the smallest, 0.3 to 0.8 from 100 px on).
 */
export function halvings(own: Size, drawn: Size): number {
  return Math.max(0, Math.log2(Math.max(own.width / drawn.width, own.height / drawn.height)) - 0.5);
}

/**
 * A raster picture as Chromium's raster draws it at another size: between the four nearest pixels of each of the two halves
 * next to that size. Of one that is enlarged only the part that is wanted is drawn: what lies beyond its edges is not weighed in.
 * @param tile where the whole picture is drawn
 * @param area the pixels of it that are wanted
 * @returns straight RGBA, 8 bits
 */
export function reducedPixels(halves: Halves, tile: PixelBox, area: PixelBox): Uint8ClampedArray {
  const lod = halvings(halves.levels[0], tile);
  const [large, small] = [levelAt(halves, Math.floor(lod)), levelAt(halves, Math.ceil(lod))];
  const share = lod - Math.floor(lod);
  const drawn = (level: Level, part: number): Drawn => ({
    level,
    share: part,
    columns: placesOf(area.x - tile.x, area.width, tile.width, level.width),
    rows: placesOf(area.y - tile.y, area.height, tile.height, level.height),
    known: [new Float64Array(4 * area.width), new Float64Array(4 * area.width)],
    of: [-1, -1],
  });
  const all = [drawn(large, 1 - share), ...(share > 0 ? [drawn(small, share)] : [])];
  const out = new Uint8ClampedArray(4 * area.width * area.height);
  const row = new Float64Array(4 * area.width);
  for (let y = 0; y < area.height; y++) {
    row.fill(0);
    for (const each of all) add(row, each, y);
    straighten(row, out, 4 * y * area.width);
  }
  return out;
}

/** Writes a row without what its alpha has been multiplied into. */
function straighten(row: Float64Array, out: Uint8ClampedArray, to: number): void {
  for (let i = 0; i < row.length; i += 4) {
    const alpha = row[i + 3]!;
    if (alpha > 0) {
      out[to + i] = (255 * row[i]!) / alpha;
      out[to + i + 1] = (255 * row[i + 1]!) / alpha;
      out[to + i + 2] = (255 * row[i + 2]!) / alpha;
    }
    out[to + i + 3] = alpha;
  }
}

/** A level as it is being drawn, row after row. */
interface Drawn {
  level: Level;
  /** How much of the picture it makes, 0 to 1. */
  share: number;
  columns: Places;
  rows: Places;
  /** Two of its rows as they are drawn, and which they are: most rows lie between one that the row before lay at, too. */
  known: [Float64Array, Float64Array];
  of: [number, number];
}

/** Adds a row of a level, weighed by its share: first along the two of its rows that it lies between, then between them. */
function add(sum: Float64Array, drawn: Drawn, y: number): void {
  const { rows, share } = drawn;
  const first = rows.first[y]!;
  const second = rows.second[y]!;
  const down = rows.near[y]!;
  const less = 1 - down;
  const upper = lay(drawn, first, second);
  const lower = lay(drawn, second, first);
  for (let i = 0; i < sum.length; i++) sum[i]! += share * (upper[i]! * less + lower[i]! * down);
}

/** A row of a level as it is drawn, in the place of one that is not the other one wanted. */
function lay({ level, columns, known, of }: Drawn, row: number, other: number): Float64Array {
  if (of[0] === row) return known[0];
  if (of[1] === row) return known[1];
  const free = of[0] === other ? 1 : 0;
  of[free] = row;
  drawRow(known[free], level, row, columns);
  return known[free];
}

/** Draws a row of a level between the pixels that lie next to each place. */
function drawRow(
  into: Float64Array,
  { data, width }: Level,
  row: number,
  { first, second, near }: Places,
): void {
  const start = 4 * width * row;
  for (let x = 0; x < first.length; x++) {
    const left = start + 4 * first[x]!;
    const right = start + 4 * second[x]!;
    const across = near[x]!;
    const less = 1 - across;
    const at = 4 * x;
    into[at] = data[left]! * less + data[right]! * across;
    into[at + 1] = data[left + 1]! * less + data[right + 1]! * across;
    into[at + 2] = data[left + 2]! * less + data[right + 2]! * across;
    into[at + 3] = data[left + 3]! * less + data[right + 3]! * across;
  }
}

/** For each pixel that is drawn: the two that it lies between, and how near it is to the second, 0 to 1. */
interface Places {
  first: Int32Array;
  second: Int32Array;
  near: Float64Array;
}

function placesOf(from: number, count: number, drawn: number, own: number): Places {
  const places = {
    first: new Int32Array(count),
    second: new Int32Array(count),
    near: new Float64Array(count),
  };
  const isLarger = drawn > own;
  const least = Math.max(0, isLarger ? (from * own) / drawn : 0);
  const last = Math.max(least, Math.min(own - 1, isLarger ? ((from + count) * own) / drawn - 1 : own - 1));
  for (let i = 0; i < count; i++) {
    const place = Math.min(last, Math.max(least, ((from + i + 0.5) * own) / drawn - 0.5));
    const first = Math.floor(place);
    places.first[i] = first;
    places.second[i] = Math.min(own - 1, first + 1);
    places.near[i] = place - first;
  }
  return places;
}

function levelAt({ levels }: Halves, n: number): Level {
  for (;;) {
    const last = levels.at(-1)!;
    if (levels.length > n || last.width < 2 || last.height < 2)
      return levels[Math.min(n, levels.length - 1)]!;
    levels.push(halved(last));
  }
}

/** Half as wide and high: each pixel the mean of four. */
function halved({ width, height, data }: Level): Level {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(4 * w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const from = 4 * (2 * y * width + 2 * x);
      const below = from + 4 * width;
      const to = 4 * (y * w + x);
      out[to] = (data[from]! + data[from + 4]! + data[below]! + data[below + 4]!) / 4;
      out[to + 1] = (data[from + 1]! + data[from + 5]! + data[below + 1]! + data[below + 5]!) / 4;
      out[to + 2] = (data[from + 2]! + data[from + 6]! + data[below + 2]! + data[below + 6]!) / 4;
      out[to + 3] = (data[from + 3]! + data[from + 7]! + data[below + 3]! + data[below + 7]!) / 4;
    }
  }
  return { width: w, height: h, data: out };
}
