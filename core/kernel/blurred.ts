// The sweep over a blurred page.
import { Blurred, blurredAt, blurredLine, blurredPart, isSame, turnTo } from './blur';
import { clamped, looked, luminanceOf, tenthMedian, tenthOf, twoContrasts } from './shared';

/** Luminance of a blurred colour, three floats, under a overlay's pixel: four floats, red, green, blue and the share that shows. */
// @ts-ignore: decorator
@inline
function overlaidBlur(colour: v128, overlay: usize, luminance: usize): i32 {
  const level = f32x4.floor(f32x4.add(f32x4.min(f32x4.max(colour, f32x4.splat(0)), f32x4.splat(255)), f32x4.splat(0.5)));
  const over = f32x4.add(f32x4.mul(level, v128.load32_splat(overlay, 12)), f32x4.add(v128.load(overlay), f32x4.splat(0.5 + 1e-4)));
  const whole = i32x4.trunc_sat_f32x4_u(over);
  return clamped(luminanceOf(i32x4.extract_lane(whole, 0), i32x4.extract_lane(whole, 1), i32x4.extract_lane(whole, 2), luminance));
}

/** A channel of four pixels from one coarse column to the next, under a overlay's pixel: whole levels. */
// @ts-ignore: decorator
@inline
function fourLevels(at: usize, ways: usize, overlay: usize, channel: usize): v128 {
  let sum = f32x4.mul(v128.load32_splat(at + channel), v128.load(ways));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 16), v128.load(ways, 16)));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 32), v128.load(ways, 32)));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 48), v128.load(ways, 48)));
  const level = f32x4.floor(f32x4.add(f32x4.min(f32x4.max(sum, f32x4.splat(0)), f32x4.splat(255)), f32x4.splat(0.5)));
  const over = f32x4.add(f32x4.mul(level, v128.load32_splat(overlay, 12)), v128.load32_splat(overlay + channel));
  return i32x4.trunc_sat_f32x4_u(f32x4.add(over, f32x4.splat(0.5 + 1e-4)));
}

/** The contrast of a cell's tenth pixel over the blurred page. With `ways`, four pixels lie between coarse columns and a overlay's row is even. */
function readBlurred(
  blur: Blurred,
  cell: usize,
  overlay: usize,
  stride: i32,
  even: bool,
  ink: i32,
  scratch: usize,
  ways: usize,
): f32 {
  const left = load<i32>(cell);
  const right = load<i32>(cell, 8);
  let n = 0;
  for (let y = load<i32>(cell, 4); y < load<i32>(cell, 12); y++) {
    if (ways != 0) {
      const over = even ? overlay : overlay + (<usize>(y * stride + left) << 4);
      const from = left >> 2;
      const to4 = (right - 1) >> 2;
      // A narrow cell asks for a few columns of many rows.
      const isNarrow = to4 - from < 2;
      const line = isNarrow ? blurredPart(blur, y, from, to4 + 3, blur.part) : blurredLine(blur, y) + (<usize>from << 4);
      for (let k = from; k <= to4; k++) {
        const at = line + (<usize>(k - from) << 4);
        const r = fourLevels(at, ways, over, 0);
        const g = fourLevels(at, ways, over, 4);
        const b = fourLevels(at, ways, over, 8);
        const table = blur.luminance;
        const one = luminanceOf(i32x4.extract_lane(r, 0), i32x4.extract_lane(g, 0), i32x4.extract_lane(b, 0), table);
        const two = luminanceOf(i32x4.extract_lane(r, 1), i32x4.extract_lane(g, 1), i32x4.extract_lane(b, 1), table);
        const three = luminanceOf(i32x4.extract_lane(r, 2), i32x4.extract_lane(g, 2), i32x4.extract_lane(b, 2), table);
        const four = luminanceOf(i32x4.extract_lane(r, 3), i32x4.extract_lane(g, 3), i32x4.extract_lane(b, 3), table);
        const all = i32x4.min_s(i32x4(one, two, three, four), i32x4.splat(65535));
        v128.store(blur.line + (<usize>(k - from) << 4), all);
      }
      // The cell may begin between two coarse columns; what lies beyond its end is overwritten by the next row.
      const first = blur.line + (<usize>(left & 3) << 2);
      const to = scratch + (<usize>n << 2);
      for (let x = 0; x < right - left; x += 4) v128.store(to + (<usize>x << 2), v128.load(first + (<usize>x << 2)));
      n += right - left;
      continue;
    }
    for (let x = left; x < right; x++) {
      const over = even ? overlay : overlay + (<usize>(y * stride + x) << 4);
      store<i32>(scratch + (<usize>n << 2), overlaidBlur(blurredAt(blur, x, y), over, blur.luminance));
      n++;
    }
  }
  return tenthOf(scratch, load<i32>(cell, 16) - 1, n, ink);
}

/**
 * Whether a cell may be worse than a contrast: whether of its pixels on the coarse columns, which reach beyond it at both ends,
 * in every other row, more than a thirty-second have a luminance between two that are nearer to the ink's. Between two columns a blurred page is nearly
 * straight, and it takes a tenth of all. Small and thin cells have too few such pixels to tell.
 */
function mayBeWorseBlurred(blur: Blurred, seen: Seen, cell: usize, low: f32, high: f32): bool {
  const first = load<i32>(cell, 20);
  const last = load<i32>(cell, 24);
  const top = load<i32>(cell, 4);
  const bottom = load<i32>(cell, 12);
  const width = load<i32>(cell, 8) - load<i32>(cell);
  if (bottom - top < 4 || width < 4 || (bottom - top) * width < 100) return true;
  const estimates = seen.estimates;
  if (load<i32>(estimates) != blur.row + 1) estimate(blur, seen);
  const begin = (top + 1) & ~1;
  const enough = (((bottom - begin + 1) >> 1) * (last - first + 1)) >> 5;
  let count = 0;
  for (let y = begin; y < bottom; y += 2) {
    const line = estimates + 4 + (<usize>(y * blur.count) << 2);
    for (let c = first; c <= last; c++) {
      const value = load<f32>(line + (<usize>c << 2));
      count += i32(value > low) & i32(value < high);
    }
    if (count > enough) return true;
  }
  return false;
}

/** One thing that is judged over a blurred page: letters and marks by their cells, or a logo by its edges. All places are of the area that is blurred. */
@unmanaged
class Seen {
  isLogo: i32;
  result: usize;
  /** The number of the worst cell at every row. */
  which: usize;
  /** Where the pixel of the overlay would be that lies at the area's first; the only one, where it is even. */
  overlay: usize;
  stride: i32;
  even: i32;
  ink: i32;
  /**
   * Eight whole numbers each: left, top, right, bottom, the number of its tenth pixel, the first and last of its coarse columns,
   * and a spare.
   */
  cells: usize;
  count: i32;
  /** For each coarse column its pixel in a row of the overlay. */
  points: usize;
  /**
   * Luminances at the coarse columns of every other row, between some rows and columns, after the row of the sweep for which they
   * are; shared by all that has the same over it, where that is so.
   */
  estimates: usize;
  /** For each cell its contrast when it was read last, and the drift then. */
  notes: usize;
  top: i32;
  bottom: i32;
  firstColumn: i32;
  lastColumn: i32;
  /** Weights of four pixels between two coarse columns, where four can be worked out at once; else 0. */
  ways: usize;
  through: f32;
  slope: f32;
  worst: i32;
  /**
   * Of a logo. A place outside it is three whole numbers: where its ground's tables begin, its column and row. An edge is four:
   * its ink's luminance, or where its ink's tables begin less 2^30; its column and row; the number of the place outside it.
   */
  tables: usize;
  starts: usize;
  edges: usize;
  contrasts: usize;
  medians: usize;
  wanted: i32;
  places: usize;
  placeCount: i32;
  grounds: usize;
  value: f32;
}

/** Works out the luminances at the coarse columns of every other row; before them stands for which row of the sweep, from 1. */
function estimate(blur: Blurred, seen: Seen): void {
  const even = seen.even != 0;
  store<i32>(seen.estimates, blur.row + 1);
  for (let y = seen.top & ~1; y < seen.bottom; y += 2) {
    const from = blurredLine(blur, y);
    const to = seen.estimates + 4 + (<usize>(y * blur.count) << 2);
    for (let c = seen.firstColumn; c <= seen.lastColumn; c++) {
      const x = load<i32>(seen.points + (<usize>c << 2));
      const at = even ? seen.overlay : seen.overlay + (<usize>(y * seen.stride + x) << 4);
      store<f32>(to + (<usize>c << 2), f32(overlaidBlur(v128.load(from + (<usize>c << 4)), at, blur.luminance)));
    }
  }
}

/**
 * The least contrast that a cell can have now that had one when the page behind had drifted by less. A level is rounded, and so is
 * the ground that the overlay makes of it; `through` is the most that shows, `slope` the most luminance that a level of ground brings.
 */
// @ts-ignore: decorator
@inline
function leastNow(blur: Blurred, seen: Seen, contrast: f32, drift: f32): f32 {
  const levels = f64(seen.through) * (f64(blur.drift - drift) * (1 + 1e-5) + 1) + 1;
  const more = 4 * f64(seen.slope) * levels;
  const own = f64(4 * seen.ink + 13107);
  const below = own / (own / f64(contrast) + more);
  const above = f64(contrast) - more / own;
  return f32(min(below, above) * (1 - 1e-5));
}

/** The contrast of a cell, which is noted with the drift at which it was read. */
// @ts-ignore: decorator
@inline
function readNoted(blur: Blurred, seen: Seen, c: i32, scratch: usize): f32 {
  const cell = seen.cells + (<usize>c << 5);
  const found = readBlurred(blur, cell, seen.overlay, seen.stride, seen.even != 0, seen.ink, scratch, seen.ways);
  const note = seen.notes + (<usize>c << 3);
  store<f32>(note, found);
  store<f32>(note, blur.drift, 4);
  return found;
}

/** The contrast of the worst cell at a row. A cell that was so much better when it was read last that it cannot be the worst by now is passed over. */
function worstCell(blur: Blurred, seen: Seen, scratch: usize): void {
  const started = seen.worst;
  let value = readNoted(blur, seen, started, scratch);
  const own = f64(4 * seen.ink + 13107);
  let low = f32((own / f64(value) - 13107) / 4);
  let high = f32((own * f64(value) - 13107) / 4);
  for (let c = 0; c < seen.count; c++) {
    if (c == started) continue;
    const note = seen.notes + (<usize>c << 3);
    const noted = load<f32>(note);
    if (noted > value && leastNow(blur, seen, noted, load<f32>(note, 4)) > value) continue;
    if (!mayBeWorseBlurred(blur, seen, seen.cells + (<usize>c << 5), low, high)) continue;
    const found = readNoted(blur, seen, c, scratch);
    if (found < value) {
      value = found;
      seen.worst = c;
      low = f32((own / f64(value) - 13107) / 4);
      high = f32((own * f64(value) - 13107) / 4);
    }
  }
  seen.value = value;
}

/** The contrast of a logo at a row. */
function logoContrast(blur: Blurred, seen: Seen): void {
  const tables = seen.tables;
  const edges = seen.edges;
  const grounds = seen.grounds;
  for (let p = 0; p < seen.placeCount; p++) {
    const place = seen.places + <usize>(p * 12);
    const levels = levelsOf(blurredAt(blur, load<i32>(place, 4), load<i32>(place, 8)));
    store<i32>(grounds + (<usize>p << 2), looked(tables, load<i32>(place), levels));
  }
  const all = load<i32>(seen.starts + (<usize>seen.count << 2));
  for (let e = 0; e < all; e += 2) {
    const edge = edges + (<usize>e << 4);
    let one = load<i32>(edge);
    let two = load<i32>(edge, 16);
    if (one < 0) one = looked(tables, one + 0x40000000, levelsOf(blurredAt(blur, load<i32>(edge, 4), load<i32>(edge, 8))));
    if (two < 0) two = looked(tables, two + 0x40000000, levelsOf(blurredAt(blur, load<i32>(edge, 20), load<i32>(edge, 24))));
    const ground = load<i32>(grounds + (<usize>load<i32>(edge, 12) << 2));
    const other = load<i32>(grounds + (<usize>load<i32>(edge, 28) << 2));
    v128.store64_lane(seen.contrasts + (<usize>e << 2), twoContrasts(one, ground, two, other), 0);
  }
  seen.value = tenthMedian(seen.starts, seen.count, seen.contrasts, seen.medians, seen.wanted, seen.value);
}

/**
 * The contrasts of all that is judged over one blurred page, at every row: the page behind the header is worked out once a row for
 * all of it.
 * @param seen of {@link Seen}, one after the other
 */
export function sweepBlurred(shared: usize, seen: usize, count: i32, scratch: usize): void {
  const blur = changetype<Blurred>(shared);
  for (let row = 0; row < blur.rows; row++) {
    const isAsBefore = isSame(blur, row);
    if (!isAsBefore) turnTo(blur, row);
    for (let i = 0; i < count; i++) {
      const each = changetype<Seen>(seen + <usize>i * offsetof<Seen>());
      if (!isAsBefore) {
        if (each.isLogo) logoContrast(blur, each);
        else worstCell(blur, each, scratch);
      }
      store<f32>(each.result + (<usize>row << 2), each.value);
      if (each.which != 0) store<u16>(each.which + (<usize>row << 1), <u16>each.worst);
    }
  }
}

/** A colour of three floats as 8-bit levels. */
// @ts-ignore: decorator
@inline
function levelsOf(colour: v128): u32 {
  const whole = i32x4.trunc_sat_f32x4_u(f32x4.add(colour, f32x4.splat(0.5)));
  const r = min(255, i32x4.extract_lane(whole, 0));
  const g = min(255, i32x4.extract_lane(whole, 1));
  const b = min(255, i32x4.extract_lane(whole, 2));
  return <u32>(r | (g << 8) | (b << 16));
}
