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
    for (let c = 0; c < 3; c++) premultiplied[i + c] = (data[i + c]! * alpha) / 255;
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
  const out = new Uint8ClampedArray(4 * area.width * area.height);
  const columns = (level: Level) => placesOf(area.x - tile.x, area.width, tile.width, level.width);
  const rows = (level: Level) => placesOf(area.y - tile.y, area.height, tile.height, level.height);
  const sum = new Float64Array(4 * area.width * area.height);
  add(sum, area.width, large, { columns: columns(large), rows: rows(large) }, 1 - share);
  if (share > 0) add(sum, area.width, small, { columns: columns(small), rows: rows(small) }, share);
  for (let i = 0; i < out.length; i += 4) {
    const alpha = sum[i + 3]!;
    for (let c = 0; c < 3; c++) out[i + c] = alpha > 0 ? (255 * sum[i + c]!) / alpha : 0;
    out[i + 3] = alpha;
  }
  return out;
}

/** Adds a level as it is drawn, weighed by a share. */
function add(
  sum: Float64Array,
  width: number,
  { data, width: own }: Level,
  { columns, rows }: { columns: Places; rows: Places },
  share: number,
): void {
  for (let y = 0; y < rows.first.length; y++) {
    const [top, bottom, down] = [4 * own * rows.first[y]!, 4 * own * rows.second[y]!, rows.near[y]!];
    for (let x = 0; x < width; x++) {
      const [left, right, across] = [4 * columns.first[x]!, 4 * columns.second[x]!, columns.near[x]!];
      const at = 4 * (y * width + x);
      for (let c = 0; c < 4; c++) {
        const upper = data[top + left + c]! * (1 - across) + data[top + right + c]! * across;
        const lower = data[bottom + left + c]! * (1 - across) + data[bottom + right + c]! * across;
        sum[at + c]! += share * (upper * (1 - down) + lower * down);
      }
    }
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
      for (let c = 0; c < 4; c++)
        out[4 * (y * w + x) + c] =
          (data[from + c]! + data[from + 4 + c]! + data[below + c]! + data[below + 4 + c]!) / 4;
    }
  }
  return { width: w, height: h, data: out };
}
