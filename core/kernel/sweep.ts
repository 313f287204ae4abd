// The sweep's inner loops, in AssemblyScript. Memory is laid out and handed over by core/src/sweep/kernel.ts; every
// argument that is a `usize` is an address in it. What each function computes is said there and in the reference.

const CLASSES: i32 = 256;

/** Contrast of two whole-number luminances: see contrast16. */
// @ts-ignore: decorator
@inline
function contrastOf(a: i32, b: i32): f32 {
  const p = f64(4 * a + 13107);
  const q = f64(4 * b + 13107);
  return f32(p > q ? p / q : q / p);
}

/** The contrasts of two pairs of luminances, as the first two of four floats. */
// @ts-ignore: decorator
@inline
function twoContrasts(a0: i32, b0: i32, a1: i32, b1: i32): v128 {
  const p = f64x2(f64(4 * a0 + 13107), f64(4 * a1 + 13107));
  const q = f64x2(f64(4 * b0 + 13107), f64(4 * b1 + 13107));
  return f32x4.demote_f64x2_zero(f64x2.div(f64x2.pmax(p, q), f64x2.pmin(p, q)));
}

/**
 * Puts the luminances that occur in order of contrast, from the ink's own outwards both ways, and shares them out among
 * the classes. `counts` holds 65536 zeros.
 */
export function order(
  data: usize,
  length: i32,
  ink: i32,
  counts: usize,
  rank: usize,
  contrast: usize,
  level: usize,
  single: usize,
): void {
  for (let i = 0; i < length; i++) {
    const at = counts + (<usize>load<u16>(data + (<usize>i << 1)) << 2);
    store<u32>(at, load<u32>(at) + 1);
  }
  let distinct = 0;
  for (let i = 0; i < 65536; i++) if (load<u32>(counts + (<usize>i << 2)) > 0) distinct++;
  for (let i = 0; i < CLASSES; i++) store<f32>(single + (<usize>i << 2), NaN);
  const share: f64 = distinct <= CLASSES ? 0 : f64(length) / f64(CLASSES);
  let below = ink;
  let above = ink + 1;
  let current = 0;
  let held: f64 = 0;
  let first: f32 = NaN;
  for (let n = 0; n < distinct; n++) {
    while (below >= 0 && load<u32>(counts + (<usize>below << 2)) == 0) below--;
    while (above < 65536 && load<u32>(counts + (<usize>above << 2)) == 0) above++;
    const down: f32 = below < 0 ? Infinity : contrastOf(ink, below);
    const up: f32 = above > 65535 ? Infinity : contrastOf(ink, above);
    const luminance = down <= up ? below : above;
    if (down <= up) below--;
    else above++;
    const count = f64(load<u32>(counts + (<usize>luminance << 2)));
    if (held > 0 && held + count > share && current < CLASSES - 1) {
      current++;
      held = 0;
    }
    const value = min(down, up);
    if (held == 0) first = value;
    store<f32>(contrast + (<usize>n << 2), value);
    store<f32>(single + (<usize>current << 2), held == 0 || first == value ? value : NaN);
    if (first != value) first = NaN;
    store<u16>(rank + (<usize>luminance << 1), <u16>n);
    store<u8>(level + <usize>n, <u8>current);
    held += count;
  }
}

/** Each pixel's number in order of contrast, and its class. */
export function number(data: usize, length: i32, rank: usize, level: usize, ranks: usize, levels: usize): void {
  for (let i = 0; i < length; i++) {
    const n = load<u16>(rank + (<usize>load<u16>(data + (<usize>i << 1)) << 1));
    store<u16>(ranks + (<usize>i << 1), n);
    store<u8>(levels + <usize>i, load<u8>(level + <usize>n));
  }
}

/** Counts a row of a cell into its histogram, or out of it, and gives how many of its pixels are below a class. */
// @ts-ignore: decorator
@inline
function countRow(levels: usize, end: usize, histogram: usize, level: i32, step: i32): i32 {
  let below = 0;
  for (let at = levels; at < end; at++) {
    const found = <i32>load<u8>(at);
    const bin = histogram + (<usize>found << 1);
    store<u16>(bin, load<u16>(bin) + <u16>step);
    below += i32(found < level);
  }
  return below;
}

/**
 * The contrast of the worst cell at every row. A cell is eight whole numbers: left, top, right, bottom (from the plane's
 * first pixel and row), the number of its tenth pixel, its class now, how many pixels are below that, and a spare.
 */
export function sweepCells(
  levels: usize,
  ranks: usize,
  stride: i32,
  runs: usize,
  cells: usize,
  count: i32,
  histograms: usize,
  scratch: usize,
  contrast: usize,
  single: usize,
  rows: i32,
  top: i32,
  bottom: i32,
  result: usize,
): void {
  for (let row = 0; row < rows; row++) {
    const isStart = row == 0;
    if (!isStart) {
      const leaving = load<u32>(runs + (<usize>(row - 1 + top) << 2));
      const entering = load<u32>(runs + (<usize>(row + bottom - 1) << 2));
      if (leaving == entering) {
        store<f32>(result + (<usize>row << 2), load<f32>(result + (<usize>(row - 1) << 2)));
        continue;
      }
    }
    let worst = CLASSES;
    for (let c = 0; c < count; c++) {
      const cell = cells + (<usize>c << 5);
      const left = load<i32>(cell);
      const cellTop = load<i32>(cell, 4);
      const width = load<i32>(cell, 8) - left;
      const cellBottom = load<i32>(cell, 12);
      const wanted = load<i32>(cell, 16);
      const histogram = histograms + (<usize>c << 9);
      let level = isStart ? 0 : load<i32>(cell, 20);
      let below = isStart ? 0 : load<i32>(cell, 24);
      if (isStart) {
        for (let y = cellTop; y < cellBottom; y++) {
          const at = levels + <usize>(y * stride + left);
          countRow(at, at + <usize>width, histogram, 0, 1);
        }
      } else {
        const out = levels + <usize>((row - 1 + cellTop) * stride + left);
        below -= countRow(out, out + <usize>width, histogram, level, -1);
        const into = levels + <usize>((row + cellBottom - 1) * stride + left);
        below += countRow(into, into + <usize>width, histogram, level, 1);
      }
      while (below >= wanted) below -= <i32>load<u16>(histogram + (<usize>--level << 1));
      for (;;) {
        const here = <i32>load<u16>(histogram + (<usize>level << 1));
        if (below + here >= wanted) break;
        below += here;
        level++;
      }
      store<i32>(cell, level, 20);
      store<i32>(cell, below, 24);
      if (level < worst) worst = level;
    }
    let value = load<f32>(single + (<usize>worst << 2));
    if (value != value) {
      let least = 65535;
      for (let c = 0; c < count; c++) {
        const cell = cells + (<usize>c << 5);
        if (load<i32>(cell, 20) != worst) continue;
        const found = readCell(cell, levels, ranks, stride, row, scratch);
        if (found < least) least = found;
      }
      value = load<f32>(contrast + (<usize>least << 2));
    }
    store<f32>(result + (<usize>row << 2), value);
  }
}

/** The number of a cell's tenth pixel, read among the pixels of its class. */
function readCell(cell: usize, levels: usize, ranks: usize, stride: i32, row: i32, scratch: usize): i32 {
  const left = load<i32>(cell);
  const top = row + load<i32>(cell, 4);
  const right = load<i32>(cell, 8);
  const bottom = row + load<i32>(cell, 12);
  const level = <u8>load<i32>(cell, 20);
  let n = 0;
  for (let y = top; y < bottom; y++) {
    for (let i = y * stride + left, end = y * stride + right; i < end; i++) {
      if (load<u8>(levels + <usize>i) != level) continue;
      store<f32>(scratch + (<usize>n << 2), <f32>load<u16>(ranks + (<usize>i << 1)));
      n++;
    }
  }
  return <i32>select(scratch, load<i32>(cell, 16) - load<i32>(cell, 24) - 1, n);
}

/** The value that would stand at index `at` of `length` in ascending order; reorders them (quickselect, Hoare 1961). */
function select(values: usize, at: i32, length: i32): f32 {
  let low = 0;
  let high = length - 1;
  while (low < high) {
    const pivot = load<f32>(values + (<usize>((low + high) >> 1) << 2));
    let i = low;
    let j = high;
    while (i <= j) {
      while (load<f32>(values + (<usize>i << 2)) < pivot) i++;
      while (load<f32>(values + (<usize>j << 2)) > pivot) j--;
      if (i <= j) {
        const swap = load<f32>(values + (<usize>i << 2));
        store<f32>(values + (<usize>i << 2), load<f32>(values + (<usize>j << 2)));
        store<f32>(values + (<usize>j << 2), swap);
        i++;
        j--;
      }
    }
    if (at <= j) high = j;
    else if (at >= i) low = i;
    else break;
  }
  return load<f32>(values + (<usize>at << 2));
}

/** How many luminances there are in each of 256 even parts of their range; zero but while it is in use. */
const BINS: usize = memory.data(1024);

/** The luminance that would stand at index `at` of `length` in ascending order, the range being known. Reorders them. */
function selectLuminance(values: usize, at: i32, length: i32, low: i32, high: i32): i32 {
  if (low == high) return low;
  const end = values + (<usize>length << 2);
  const shift = max(0, 24 - clz(high - low));
  for (let each = values; each < end; each += 4) {
    const bin = BINS + ((<usize>(load<i32>(each) - low) >> shift) << 2);
    store<i32>(bin, load<i32>(bin) + 1);
  }
  let below = 0;
  let bin = 0;
  for (; ; bin++) {
    const count = load<i32>(BINS + (<usize>bin << 2));
    if (below + count > at) break;
    below += count;
  }
  memory.fill(BINS, 0, 1024);
  if (shift == 0) return low + bin;
  let n = 0;
  for (let each = values; each < end; each += 4) {
    const value = load<i32>(each);
    if ((value - low) >> shift != bin) continue;
    store<f32>(values + (<usize>n << 2), f32(value));
    n++;
  }
  return <i32>select(values, at - below, n);
}

/**
 * The contrast with an ink that stands at index `at` in ascending order, of luminances. Where all are on one side of the ink,
 * their order is that of contrast, or its reverse.
 */
function tenthOf(values: usize, at: i32, length: i32, ink: i32): f32 {
  let least = v128.load32_splat(values);
  let most = least;
  let i = 0;
  for (; i + 4 <= length; i += 4) {
    const four = v128.load(values + (<usize>i << 2));
    least = i32x4.min_s(least, four);
    most = i32x4.max_s(most, four);
  }
  let low = min(min(i32x4.extract_lane(least, 0), i32x4.extract_lane(least, 1)), min(i32x4.extract_lane(least, 2), i32x4.extract_lane(least, 3)));
  let high = max(max(i32x4.extract_lane(most, 0), i32x4.extract_lane(most, 1)), max(i32x4.extract_lane(most, 2), i32x4.extract_lane(most, 3)));
  for (; i < length; i++) {
    const value = load<i32>(values + (<usize>i << 2));
    low = min(low, value);
    high = max(high, value);
  }
  if (low >= ink) return contrastOf(ink, selectLuminance(values, at, length, low, high));
  if (high <= ink) return contrastOf(ink, selectLuminance(values, length - 1 - at, length, low, high));
  for (let k: usize = 0; k < <usize>length; k++) {
    store<f32>(values + (k << 2), contrastOf(ink, load<i32>(values + (k << 2))));
  }
  return select(values, at, length);
}

/** How many of some values are less than a guess; with `atMost`, how many are no greater. Four at a time. */
// @ts-ignore: decorator
@inline
function countLess(values: usize, length: i32, guess: f32, atMost: bool): i32 {
  const all = f32x4.splat(guess);
  let sums = i32x4.splat(0);
  let i = 0;
  for (; i + 4 <= length; i += 4) {
    const four = v128.load(values + (<usize>i << 2));
    sums = i32x4.sub(sums, atMost ? f32x4.le(four, all) : f32x4.lt(four, all));
  }
  let count =
    i32x4.extract_lane(sums, 0) + i32x4.extract_lane(sums, 1) + i32x4.extract_lane(sums, 2) + i32x4.extract_lane(sums, 3);
  for (; i < length; i++) {
    const value = load<f32>(values + (<usize>i << 2));
    count += i32(atMost ? value <= guess : value < guess);
  }
  return count;
}

/**
 * The logo's contrast at every row: of the cells' medians, the one numbered `wanted` from 1. An edge is three whole
 * numbers: its ink's luminance, or where the ink's tables begin less 2^30; where its page pixel is; where its outside is.
 */
export function sweepLogo(
  ground: usize,
  page: usize,
  stride: i32,
  runs: usize,
  tables: usize,
  starts: usize,
  cells: i32,
  edges: usize,
  contrasts: usize,
  medians: usize,
  rows: i32,
  top: i32,
  bottom: i32,
  wanted: i32,
  result: usize,
): void {
  const all = load<i32>(starts + (<usize>cells << 2));
  let last: f32 = 0;
  for (let row = 0; row < rows; row++) {
    const isStart = row == 0;
    if (
      isStart ||
      load<u32>(runs + (<usize>(row - 1 + top) << 2)) != load<u32>(runs + (<usize>(row + bottom) << 2))
    ) {
      const base = row * stride;
      for (let e = 0; e < all; e += 2) {
        const edge = edges + <usize>(e * 12);
        let one = load<i32>(edge);
        let two = load<i32>(edge, 12);
        if (one < 0) one = looked(tables, one + 0x40000000, load<u32>(page + (<usize>(base + load<i32>(edge, 4)) << 2)));
        if (two < 0) two = looked(tables, two + 0x40000000, load<u32>(page + (<usize>(base + load<i32>(edge, 16)) << 2)));
        const outside = <i32>load<u16>(ground + (<usize>(base + load<i32>(edge, 8)) << 1));
        const other = <i32>load<u16>(ground + (<usize>(base + load<i32>(edge, 20)) << 1));
        v128.store64_lane(contrasts + (<usize>e << 2), twoContrasts(one, outside, two, other), 0);
      }
      last = tenthMedian(starts, cells, contrasts, medians, wanted, last);
    }
    store<f32>(result + (<usize>row << 2), last);
  }
}

/**
 * Counting against a guess tells in which cells the wanted median may be found: only theirs are worked out, and none at
 * all where the guess is right.
 */
function tenthMedian(starts: usize, cells: i32, contrasts: usize, medians: usize, wanted: i32, guess: f32): f32 {
  let less = 0;
  let atMost = 0;
  for (let c = 0; c < cells; c++) {
    const from = load<i32>(starts + (<usize>c << 2));
    const length = load<i32>(starts + (<usize>(c + 1) << 2)) - from;
    const values = contrasts + (<usize>from << 2);
    const half = (length + 1) >> 1;
    let side: f32 = 1;
    if (countLess(values, length, guess, false) >= half) side = -1;
    else if (countLess(values, length, guess, true) >= half) side = 0;
    less += i32(side < 0);
    atMost += i32(side <= 0);
    store<f32>(medians + (<usize>c << 2), side);
  }
  if (less < wanted && wanted <= atMost) return guess;
  const side: f32 = less >= wanted ? -1 : 1;
  let n = 0;
  for (let c = 0; c < cells; c++) {
    if (load<f32>(medians + (<usize>c << 2)) != side) continue;
    const from = load<i32>(starts + (<usize>c << 2));
    const length = load<i32>(starts + (<usize>(c + 1) << 2)) - from;
    store<f32>(medians + (<usize>n << 2), select(contrasts + (<usize>from << 2), ((length + 1) >> 1) - 1, length));
    n++;
  }
  return select(medians, side < 0 ? wanted - 1 : wanted - atMost - 1, n);
}

// ---- Through a veil: what lies over the page differs from pixel to pixel of the header. ----

/** The four bytes of a pixel, each a whole number. */
// @ts-ignore: decorator
@inline
function bytesOf(pixel: u32): v128 {
  return i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(<i32>pixel)));
}

/** Luminance, not clamped, of three levels. */
// @ts-ignore: decorator
@inline
function luminanceOf(r: i32, g: i32, b: i32, luminance: usize): i32 {
  return (
    <i32>load<u16>(luminance + (<usize>r << 1)) +
    <i32>load<u16>(luminance + (<usize>g << 1), 512) +
    <i32>load<u16>(luminance + (<usize>b << 1), 1024)
  );
}

/** Luminance, not clamped, of a page pixel under a veil's pixel: four doubles, red, green, blue and the share that shows. */
// @ts-ignore: decorator
@inline
function veiled(pixel: u32, veil: usize, luminance: usize): i32 {
  const bytes = bytesOf(pixel);
  const through = v128.load64_splat(veil, 24);
  const half = f64x2.splat(0.5);
  const least = f64x2.splat(1e-9);
  const rg = f64x2.mul(through, f64x2.convert_low_i32x4_u(bytes));
  const b = f64x2.mul(through, f64x2.convert_low_i32x4_u(v128.shuffle<i32>(bytes, bytes, 2, 3, 2, 3)));
  const one = f64x2.add(f64x2.add(f64x2.add(v128.load(veil), rg), half), least);
  const two = f64x2.add(f64x2.add(f64x2.add(v128.load64_splat(veil, 16), b), half), least);
  const levels = i32x4.trunc_sat_f64x2_u_zero(one);
  return luminanceOf(
    i32x4.extract_lane(levels, 0),
    i32x4.extract_lane(levels, 1),
    i32x4.extract_lane(i32x4.trunc_sat_f64x2_u_zero(two), 0),
    luminance,
  );
}

// @ts-ignore: decorator
@inline
function clamped(luminance: i32): i32 {
  return luminance > 65535 ? 65535 : luminance;
}

/**
 * Every colour that occurs, in steps of sixteen levels, with the class it occurs in: a list of `class << 12 | r << 8 | g << 4 | b`.
 * Also the least and greatest luminance, not clamped, that a class has under the reference.
 */
export function occurring(
  page: usize,
  levels: usize,
  width: i32,
  rows: i32,
  runs: usize,
  reference: usize,
  luminance: usize,
  seen: usize,
  pairs: usize,
  least: usize,
  most: usize,
): i32 {
  for (let i = 0; i < CLASSES; i++) {
    store<i32>(least + (<usize>i << 2), i32.MAX_VALUE);
    store<i32>(most + (<usize>i << 2), i32.MIN_VALUE);
  }
  let count = 0;
  for (let y = 0; y < rows; y++) {
    if (y > 0 && load<u32>(runs + (<usize>y << 2)) == load<u32>(runs + (<usize>(y - 1) << 2))) continue;
    for (let i = y * width, end = (y + 1) * width; i < end; i++) {
      const pixel = load<u32>(page + (<usize>i << 2));
      const level = <u32>load<u8>(levels + <usize>i);
      const key = (level << 12) | ((pixel & 0xf0) << 4) | ((pixel >> 8) & 0xf0) | ((pixel >> 20) & 0xf);
      const value = veiled(pixel, reference, luminance);
      const low = least + (<usize>level << 2);
      const high = most + (<usize>level << 2);
      if (value < load<i32>(low)) store<i32>(low, value);
      if (value > load<i32>(high)) store<i32>(high, value);
      if (load<u8>(seen + <usize>key)) continue;
      store<u8>(seen + <usize>key, 1);
      store<u32>(pairs + (<usize>count << 2), key);
      count++;
    }
  }
  return count;
}

/**
 * For one stretch of a header row, the least and greatest luminance that each class can have there. `ends` are twelve
 * doubles: for each channel the least and greatest ground over a page of 0, then of 255. `blocks` has room for 96 numbers.
 */
export function bounds(
  ends: usize,
  reference: usize,
  luminance: usize,
  pairs: usize,
  count: i32,
  least: usize,
  most: usize,
  blocks: usize,
  low: usize,
  high: usize,
): void {
  for (let c = 0; c < 3; c++) {
    const table = luminance + <usize>(c * 512);
    const end = ends + <usize>(c * 32);
    const low0 = load<f64>(end);
    const high0 = load<f64>(end, 8);
    const low1 = load<f64>(end, 16);
    const high1 = load<f64>(end, 24);
    const own = load<f64>(reference + <usize>(c * 8));
    const through = load<f64>(reference, 24);
    for (let block = 0; block < 16; block++) {
      let down = i32.MAX_VALUE;
      let up = i32.MIN_VALUE;
      for (let p = 16 * block; p < 16 * block + 16; p++) {
        const t = f64(p) / 255;
        const base = <i32>load<u16>(table + (<usize>(<i32>(own + through * f64(p) + 0.5 + 1e-9)) << 1));
        const lo = <i32>load<u16>(table + (<usize>(<i32>(low0 + (low1 - low0) * t + 0.5 - 1e-9)) << 1)) - base;
        const hi = <i32>load<u16>(table + (<usize>(<i32>(high0 + (high1 - high0) * t + 0.5 + 2e-9)) << 1)) - base;
        if (lo < down) down = lo;
        if (hi > up) up = hi;
      }
      store<i32>(blocks + (<usize>(32 * c + block) << 2), down);
      store<i32>(blocks + (<usize>(32 * c + 16 + block) << 2), up);
    }
  }
  for (let i = 0; i < CLASSES; i++) {
    store<i32>(low + (<usize>i << 2), i32.MAX_VALUE);
    store<i32>(high + (<usize>i << 2), i32.MIN_VALUE);
  }
  for (let i = 0; i < count; i++) {
    const key = load<u32>(pairs + (<usize>i << 2));
    const level = <usize>(key >> 12);
    const r = blocks + (<usize>((key >> 8) & 15) << 2);
    const g = blocks + (<usize>(32 + ((key >> 4) & 15)) << 2);
    const b = blocks + (<usize>(64 + (key & 15)) << 2);
    const down = load<i32>(r) + load<i32>(g) + load<i32>(b);
    const up = load<i32>(r, 64) + load<i32>(g, 64) + load<i32>(b, 64);
    const lowAt = low + (level << 2);
    const highAt = high + (level << 2);
    if (down < load<i32>(lowAt)) store<i32>(lowAt, down);
    if (up > load<i32>(highAt)) store<i32>(highAt, up);
  }
  // From here on `high` never falls from class to class and `low` never rises downwards, so that both can be searched.
  let reached = i32.MIN_VALUE;
  for (let i = 0; i < CLASSES; i++) {
    const at = high + (<usize>i << 2);
    const value = load<i32>(at) == i32.MIN_VALUE ? i32.MIN_VALUE : load<i32>(at) + load<i32>(most + (<usize>i << 2));
    if (value > reached) reached = value;
    store<i32>(at, reached);
  }
  reached = i32.MAX_VALUE;
  for (let i = CLASSES - 1; i >= 0; i--) {
    const at = low + (<usize>i << 2);
    const value = load<i32>(at) == i32.MAX_VALUE ? i32.MAX_VALUE : load<i32>(at) + load<i32>(least + (<usize>i << 2));
    if (value < reached) reached = value;
    store<i32>(at, reached);
  }
}

/** The greatest luminance up to the ink's, or the least from it on, whose contrast reaches a value; beyond the ends where none does. */
function limitOf(ink: i32, contrast: f32, above: bool): i32 {
  if (above) {
    let low = ink;
    let high = 65537;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (middle > 65535 || contrastOf(ink, middle) >= contrast) high = middle;
      else low = middle + 1;
    }
    return low > 65535 ? 65537 : low;
  }
  let low = -1;
  let high = ink;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (contrastOf(ink, middle) >= contrast) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** For each stretch, the classes whose contrast may be less than a value: the first, and how many more. None: 255 and 0, at most one class too many. */
function intervals(low: usize, high: usize, segments: i32, ink: i32, contrast: f32, out: usize): void {
  const under = limitOf(ink, contrast, false);
  const over = limitOf(ink, contrast, true);
  for (let s = 0; s < segments; s++) {
    const highs = high + (<usize>s << 10);
    const lows = low + (<usize>s << 10);
    let first = 0;
    let end = CLASSES;
    while (first < end) {
      const middle = (first + end) >> 1;
      if (load<i32>(highs + (<usize>middle << 2)) > under) end = middle;
      else first = middle + 1;
    }
    let from = 0;
    let last = CLASSES;
    while (from < last) {
      const middle = (from + last) >> 1;
      if (load<i32>(lows + (<usize>middle << 2)) < over) from = middle + 1;
      else last = middle;
    }
    const at = out + (<usize>s << 1);
    const isEmpty = first >= from;
    store<u8>(at, isEmpty ? 255 : <u8>first);
    store<u8>(at, isEmpty ? 0 : <u8>(from - 1 - first), 1);
  }
}

/**
 * For each row of a veil whose rows are even, what each level of the page adds to the ground's luminance, channel by channel:
 * three times 256 numbers.
 */
export function rowTables(veil: usize, stride: i32, height: i32, luminance: usize, out: usize): void {
  let to = out;
  for (let y = 0; y < height; y++) {
    const at = veil + (<usize>(y * stride) << 5);
    const through = load<f64>(at, 24);
    for (let c: usize = 0; c < 3; c++) {
      const colour = load<f64>(at + (c << 3));
      for (let level = 0; level < 256; level++) {
        const ground = <i32>(colour + through * f64(level) + 0.5 + 1e-9);
        store<u16>(to, load<u16>(luminance + (c << 9) + (<usize>ground << 1)));
        to += 2;
      }
    }
  }
}

/**
 * The contrast of a cell's tenth pixel through the veil.
 * @param tables of {@link rowTables}; 0 where the veil's rows are not even
 */
function readVeiled(
  cell: usize,
  page: usize,
  stride: i32,
  row: i32,
  veil: usize,
  luminance: usize,
  ink: i32,
  scratch: usize,
  tables: usize,
): f32 {
  const left = load<i32>(cell);
  const top = load<i32>(cell, 4);
  const width = load<i32>(cell, 8) - left;
  const bottom = load<i32>(cell, 12);
  let to = scratch;
  for (let y = top; y < bottom; y++) {
    let at = page + (<usize>((row + y) * stride + left) << 2);
    const end = at + (<usize>width << 2);
    if (tables != 0) {
      const table = tables + <usize>(y * 1536);
      for (; at < end; at += 4) {
        store<i32>(to, looked(table, 0, load<u32>(at)));
        to += 4;
      }
      continue;
    }
    let over = veil + (<usize>(y * stride + left) << 5);
    for (; at < end; at += 4) {
      store<i32>(to, clamped(veiled(load<u32>(at), over, luminance)));
      over += 32;
      to += 4;
    }
  }
  return tenthOf(scratch, load<i32>(cell, 16) - 1, <i32>((to - scratch) >> 2), ink);
}

/**
 * The contrast of the worst cell at every row, through a veil. The last row's worst cell is read first; of the others only
 * those are read in which enough pixels may be worse. Cells are as in {@link sweepCells}, rows from the veil's first.
 * @param perCell stretches are one for each cell in each row; else one for each row
 */
export function sweepVeiled(
  page: usize,
  levels: usize,
  stride: i32,
  runs: usize,
  veil: usize,
  height: i32,
  luminance: usize,
  ink: i32,
  cells: usize,
  count: i32,
  low: usize,
  high: usize,
  segments: i32,
  perCell: bool,
  classes: usize,
  scratch: usize,
  rows: i32,
  result: usize,
  tables: usize,
): void {
  let worst = 0;
  let value: f32 = 0;
  let known: f32 = -1;
  for (let row = 0; row < rows; row++) {
    if (row > 0) {
      const before = load<u32>(runs + (<usize>(row - 1) << 2));
      if (before == load<u32>(runs + (<usize>(row + height - 1) << 2))) {
        store<f32>(result + (<usize>row << 2), value);
        continue;
      }
    }
    value = readVeiled(cells + (<usize>worst << 5), page, stride, row, veil, luminance, ink, scratch, tables);
    const started = worst;
    for (let c = 0; c < count; c++) {
      if (c == started) continue;
      if (known != value) {
        intervals(low, high, segments, ink, value, classes);
        known = value;
      }
      const cell = cells + (<usize>c << 5);
      if (!mayBeWorse(cell, levels, stride, row, classes, perCell ? c : 0, perCell ? count : 1)) continue;
      const found = readVeiled(cell, page, stride, row, veil, luminance, ink, scratch, tables);
      if (found < value) {
        value = found;
        worst = c;
      }
    }
    store<f32>(result + (<usize>row << 2), value);
  }
}

/** Whether as many of a cell's pixels as make its tenth are in the classes that may be worse. Sixteen pixels at a time. */
function mayBeWorse(cell: usize, levels: usize, stride: i32, row: i32, classes: usize, first: i32, step: i32): bool {
  const left = load<i32>(cell);
  const top = load<i32>(cell, 4);
  const width = load<i32>(cell, 8) - left;
  const bottom = load<i32>(cell, 12);
  const wanted = load<i32>(cell, 16);
  let count = 0;
  for (let y = top; y < bottom; y++) {
    const at = classes + (<usize>(y * step + first) << 1);
    const from = i8x16.splat(load<i8>(at));
    const length = i8x16.splat(load<i8>(at, 1));
    const line = levels + <usize>((row + y) * stride + left);
    for (let x = 0; x < width; x += 16) {
      const shifted = i8x16.sub(v128.load(line + <usize>x), from);
      let bits = i8x16.bitmask(i8x16.le_u(shifted, length));
      const rest = width - x;
      if (rest < 16) bits &= (1 << rest) - 1;
      count += <i32>popcnt<u32>(<u32>bits);
    }
    if (count >= wanted) return true;
  }
  return false;
}

/**
 * The logo's contrast at every row where each edge has tables of its own. A place outside it is two whole numbers: where its
 * ground's tables begin, and where its page pixel is. An edge is three: its ink's luminance, or where its ink's tables begin
 * less 2^30; where its page pixel is; the number of the place outside it.
 */
export function sweepLogoTables(
  page: usize,
  stride: i32,
  runs: usize,
  tables: usize,
  starts: usize,
  cells: i32,
  edges: usize,
  places: usize,
  placeCount: i32,
  grounds: usize,
  contrasts: usize,
  medians: usize,
  rows: i32,
  height: i32,
  wanted: i32,
  result: usize,
): void {
  const all = load<i32>(starts + (<usize>cells << 2));
  let last: f32 = 0;
  for (let row = 0; row < rows; row++) {
    if (
      row == 0 ||
      load<u32>(runs + (<usize>(row - 1) << 2)) != load<u32>(runs + (<usize>(row + height - 1) << 2))
    ) {
      const base = page + (<usize>(row * stride) << 2);
      for (let p: usize = 0; p < <usize>placeCount; p++) {
        const place = places + (p << 3);
        const pixel = load<u32>(base + (<usize>load<i32>(place, 4) << 2));
        store<i32>(grounds + (p << 2), looked(tables, load<i32>(place), pixel));
      }
      for (let e = 0; e < all; e += 2) {
        const edge = edges + <usize>(e * 12);
        let one = load<i32>(edge);
        let two = load<i32>(edge, 12);
        if (one < 0) one = looked(tables, one + 0x40000000, load<u32>(base + (<usize>load<i32>(edge, 4) << 2)));
        if (two < 0) two = looked(tables, two + 0x40000000, load<u32>(base + (<usize>load<i32>(edge, 16) << 2)));
        const ground = load<i32>(grounds + (<usize>load<i32>(edge, 8) << 2));
        const other = load<i32>(grounds + (<usize>load<i32>(edge, 20) << 2));
        v128.store64_lane(contrasts + (<usize>e << 2), twoContrasts(one, ground, two, other), 0);
      }
      last = tenthMedian(starts, cells, contrasts, medians, wanted, last);
    }
    store<f32>(result + (<usize>row << 2), last);
  }
}

/** The luminance of a pixel by three tables that begin at a place. */
// @ts-ignore: decorator
@inline
function looked(tables: usize, start: i32, pixel: u32): i32 {
  const table = tables + (<usize>start << 1);
  return clamped(
    <i32>load<u16>(table + (<usize>(pixel & 255) << 1)) +
      <i32>load<u16>(table + (<usize>((pixel >> 8) & 255) << 1), 512) +
      <i32>load<u16>(table + (<usize>((pixel >> 16) & 255) << 1), 1024),
  );
}

// ---- Over a blurred page. Colours are four floats a pixel, the last unused. ----

/**
 * The horizontal Gaussian of every row of a strip of the page, at some of its columns. The strip is wider than the columns by
 * the kernel's reach at each side, its edges mirrored already. Rows like the one above are copied.
 * @param weights from the middle outwards
 */
export function blurAcross(
  page: usize,
  stride: i32,
  rows: i32,
  runs: usize,
  sources: usize,
  length: i32,
  columns: usize,
  count: i32,
  weights: usize,
  reach: i32,
  line: usize,
  out: usize,
): void {
  for (let y = 0; y < rows; y++) {
    const to = out + (<usize>(y * count) << 4);
    if (y > 0 && load<u32>(runs + (<usize>y << 2)) == load<u32>(runs + (<usize>(y - 1) << 2))) {
      memory.copy(to, to - (<usize>count << 4), <usize>count << 4);
      continue;
    }
    for (let i = 0; i < length; i++) {
      const pixel = load<u32>(page + (<usize>(y * stride + load<i32>(sources + (<usize>i << 2))) << 2));
      const wide = i32x4(<i32>(pixel & 255), <i32>((pixel >> 8) & 255), <i32>((pixel >> 16) & 255), 0);
      v128.store(line + (<usize>i << 4), f32x4.convert_i32x4_s(wide));
    }
    for (let c = 0; c < count; c++) {
      const at = line + (<usize>load<i32>(columns + (<usize>c << 2)) << 4);
      v128.store(to + (<usize>c << 4), weighed(at, 16, weights, reach));
    }
  }
}

/** A middle value and those beside it by their weights; `step` bytes from one to the next. */
// @ts-ignore: decorator
@inline
function weighed(at: usize, step: usize, weights: usize, reach: i32): v128 {
  let sum = f32x4.mul(v128.load(at), v128.load32_splat(weights));
  for (let k: usize = 1; k <= <usize>reach; k++) {
    const pair = f32x4.add(v128.load(at - k * step), v128.load(at + k * step));
    sum = f32x4.add(sum, f32x4.mul(pair, v128.load32_splat(weights + (k << 2))));
  }
  return sum;
}

/** The vertical Gaussian of rows that are blurred across already, without regard to edges. `from` has `reach` rows before the first and after the last. */
export function blurDown(from: usize, count: i32, rows: i32, weights: usize, reach: i32, out: usize): void {
  const step = <usize>count << 4;
  for (let y = 0; y < rows; y++) {
    for (let c = 0; c < count; c++) {
      const at = from + <usize>(y + reach) * step + (<usize>c << 4);
      v128.store(out + <usize>y * step + (<usize>c << 4), weighed(at, step, weights, reach));
    }
  }
}

/** What is shared by all that is swept over a blurred page: addresses and sizes, laid out one after the other in memory. */
@unmanaged
class Blurred {
  across: usize;
  down: usize;
  count: i32;
  places: usize;
  lines: i32;
  starts: usize;
  changes: usize;
  grid: usize;
  waysAcross: usize;
  waysDown: usize;
  runs: usize;
  first: i32;
  height: i32;
  rows: i32;
  result: usize;
  luminance: usize;
  middle: usize;
  line: usize;
  pairs: usize;
  pairCount: i32;
  differences: usize;
}

/**
 * The blurred page at the coarse places behind a header at a row: what {@link blurDown} gave, and what mirroring at the blurred
 * box's edges changes. A row that is not there differs from the one that stands in for it by as much for every row of places,
 * each of which has its own weight for it: a change is the number of such a pair, and its weight.
 */
// @ts-ignore: decorator
@inline
function blurGrid(blur: Blurred, row: i32): void {
  const step = <usize>blur.count << 4;
  for (let pair = 0; pair < blur.pairCount; pair++) {
    const entry = blur.pairs + (<usize>pair << 3);
    const gone = blur.across + <usize>(row + load<i32>(entry)) * step;
    const mirror = blur.across + <usize>(row + load<i32>(entry, 4)) * step;
    const to = blur.differences + <usize>pair * step;
    for (let at: usize = 0; at < step; at += 16) {
      v128.store(to + at, f32x4.sub(v128.load(mirror + at), v128.load(gone + at)));
    }
  }
  for (let k = 0; k < blur.lines; k++) {
    const base = blur.down + <usize>(row + load<i32>(blur.places + (<usize>k << 2))) * step;
    const from = blur.changes + (<usize>load<i32>(blur.starts + (<usize>k << 2)) << 3);
    const end = blur.changes + (<usize>load<i32>(blur.starts + (<usize>(k + 1) << 2)) << 3);
    const to = blur.grid + <usize>k * step;
    let at: usize = 0;
    for (; at + 64 <= step; at += 64) {
      let one = v128.load(base + at);
      let two = v128.load(base + at, 16);
      let three = v128.load(base + at, 32);
      let four = v128.load(base + at, 48);
      for (let change = from; change < end; change += 8) {
        const weight = v128.load32_splat(change, 4);
        const by = blur.differences + <usize>load<i32>(change) * step + at;
        one = f32x4.add(one, f32x4.mul(v128.load(by), weight));
        two = f32x4.add(two, f32x4.mul(v128.load(by, 16), weight));
        three = f32x4.add(three, f32x4.mul(v128.load(by, 32), weight));
        four = f32x4.add(four, f32x4.mul(v128.load(by, 48), weight));
      }
      v128.store(to + at, one);
      v128.store(to + at, two, 16);
      v128.store(to + at, three, 32);
      v128.store(to + at, four, 48);
    }
    for (; at < step; at += 16) {
      let one = v128.load(base + at);
      for (let change = from; change < end; change += 8) {
        const by = blur.differences + <usize>load<i32>(change) * step + at;
        one = f32x4.add(one, f32x4.mul(v128.load(by), v128.load32_splat(change, 4)));
      }
      v128.store(to + at, one);
    }
  }
}

/** Whether everything that is blurred is as it was a row before. */
// @ts-ignore: decorator
@inline
function isSame(blur: Blurred, row: i32): bool {
  if (row == 0) return false;
  const before = load<u32>(blur.runs + (<usize>(row - 1 + blur.first) << 2));
  return before == load<u32>(blur.runs + (<usize>(row + blur.first + blur.height - 1) << 2));
}

/** Luminance of a blurred colour, three floats, under a veil's pixel: four floats, red, green, blue and the share that shows. */
// @ts-ignore: decorator
@inline
function veiledBlur(colour: v128, veil: usize, luminance: usize): i32 {
  const level = f32x4.floor(f32x4.add(f32x4.min(f32x4.max(colour, f32x4.splat(0)), f32x4.splat(255)), f32x4.splat(0.5)));
  const over = f32x4.add(f32x4.mul(level, v128.load32_splat(veil, 12)), f32x4.add(v128.load(veil), f32x4.splat(0.5 + 1e-4)));
  const whole = i32x4.trunc_sat_f32x4_u(over);
  return clamped(luminanceOf(i32x4.extract_lane(whole, 0), i32x4.extract_lane(whole, 1), i32x4.extract_lane(whole, 2), luminance));
}

/** The blurred page behind a header at a row, at the coarse columns of every row of the area: cubic between the coarse rows. */
// @ts-ignore: decorator
@inline
function blurRows(blur: Blurred, row: i32, height: i32): void {
  blurGrid(blur, row);
  const step = <usize>blur.count << 4;
  let to = blur.middle;
  for (let y = 0; y < height; y++) {
    const way = blur.waysDown + <usize>(y * 20);
    const w0 = v128.load32_splat(way, 4);
    const w1 = v128.load32_splat(way, 8);
    const w2 = v128.load32_splat(way, 12);
    const w3 = v128.load32_splat(way, 16);
    const from = blur.grid + <usize>load<i32>(way) * step;
    for (let at = from; at < from + step; at += 16) {
      const above = f32x4.add(f32x4.mul(v128.load(at), w0), f32x4.mul(v128.load(at + step), w1));
      const below = f32x4.add(f32x4.mul(v128.load(at + 2 * step), w2), f32x4.mul(v128.load(at + 3 * step), w3));
      v128.store(to, f32x4.add(above, below));
      to += 16;
    }
  }
}

/** A blurred pixel between the coarse columns of its row: cubic. A way is a first column and four weights. */
// @ts-ignore: decorator
@inline
function blurredAt(blur: Blurred, x: i32, y: i32): v128 {
  const way = blur.waysAcross + <usize>(x * 20);
  const from = blur.middle + (<usize>(y * blur.count + load<i32>(way)) << 4);
  const one = f32x4.add(f32x4.mul(v128.load(from), v128.load32_splat(way, 4)), f32x4.mul(v128.load(from, 16), v128.load32_splat(way, 8)));
  const two = f32x4.add(f32x4.mul(v128.load(from, 32), v128.load32_splat(way, 12)), f32x4.mul(v128.load(from, 48), v128.load32_splat(way, 16)));
  return f32x4.add(one, two);
}

/** A channel of four pixels from one coarse column to the next, under a veil's pixel: whole levels. */
// @ts-ignore: decorator
@inline
function fourLevels(at: usize, ways: usize, veil: usize, channel: usize): v128 {
  let sum = f32x4.mul(v128.load32_splat(at + channel), v128.load(ways));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 16), v128.load(ways, 16)));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 32), v128.load(ways, 32)));
  sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(at + channel, 48), v128.load(ways, 48)));
  const level = f32x4.floor(f32x4.add(f32x4.min(f32x4.max(sum, f32x4.splat(0)), f32x4.splat(255)), f32x4.splat(0.5)));
  const over = f32x4.add(f32x4.mul(level, v128.load32_splat(veil, 12)), v128.load32_splat(veil + channel));
  return i32x4.trunc_sat_f32x4_u(f32x4.add(over, f32x4.splat(0.5 + 1e-4)));
}

/** The contrast of a cell's tenth pixel over the blurred page. With `ways`, four pixels lie between coarse columns and a veil's row is even. */
function readBlurred(
  blur: Blurred,
  cell: usize,
  veil: usize,
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
      const over = even ? veil : veil + (<usize>(y * stride) << 4);
      const from = left >> 2;
      for (let k = from; k <= (right - 1) >> 2; k++) {
        const at = blur.middle + (<usize>(y * blur.count + k) << 4);
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
      const over = even ? veil : veil + (<usize>(y * stride + x) << 4);
      store<i32>(scratch + (<usize>n << 2), veiledBlur(blurredAt(blur, x, y), over, blur.luminance));
      n++;
    }
  }
  return tenthOf(scratch, load<i32>(cell, 16) - 1, n, ink);
}

/**
 * Whether a cell may be worse than a contrast: whether of its pixels on the coarse columns, which reach beyond it at both ends,
 * in every other row, more than a thirty-second have a luminance between two that are nearer to the ink's. Between two columns a blurred page is nearly
 * straight, and it takes a tenth of all. Small cells have too few such pixels to tell.
 */
function mayBeWorseBlurred(blur: Blurred, cell: usize, estimates: usize, low: f32, high: f32): bool {
  const first = load<i32>(cell, 20);
  const last = load<i32>(cell, 24);
  const top = load<i32>(cell, 4);
  const bottom = load<i32>(cell, 12);
  if ((bottom - top) * (load<i32>(cell, 8) - load<i32>(cell)) < 100) return true;
  const begin = (top + 1) & ~1;
  const enough = (((bottom - begin + 1) >> 1) * (last - first + 1)) >> 5;
  let count = 0;
  for (let y = begin; y < bottom; y += 2) {
    const line = estimates + (<usize>(y * blur.count) << 2);
    for (let c = first; c <= last; c++) {
      const value = load<f32>(line + (<usize>c << 2));
      count += i32(value > low) & i32(value < high);
    }
    if (count > enough) return true;
  }
  return false;
}

/**
 * The contrast of the worst cell at every row over a blurred page. A cell is eight whole numbers: left, top, right, bottom,
 * the number of its tenth pixel, the first and last of its coarse columns; `points` are the columns' pixels in a row of the
 * veil.
 */
export function sweepBlurred(
  shared: usize,
  veil: usize,
  stride: i32,
  even: bool,
  ink: i32,
  cells: usize,
  count: i32,
  points: usize,
  estimates: usize,
  height: i32,
  scratch: usize,
  ways: usize,
): void {
  const blur = changetype<Blurred>(shared);
  let worst = 0;
  let value: f32 = 0;
  for (let row = 0; row < blur.rows; row++) {
    if (!isSame(blur, row)) {
      blurRows(blur, row, height);
      for (let y = 0; y < height; y += 2) {
        let i = <usize>(y * blur.count);
        for (let c = 0; c < blur.count; c++, i++) {
          const at = even ? veil : veil + (<usize>(y * stride + load<i32>(points + (<usize>c << 2))) << 4);
          const luminance = veiledBlur(v128.load(blur.middle + (i << 4)), at, blur.luminance);
          store<f32>(estimates + (i << 2), f32(luminance));
        }
      }
      const started = worst;
      value = readBlurred(blur, cells + (<usize>started << 5), veil, stride, even, ink, scratch, ways);
      const own = f64(4 * ink + 13107);
      let low = f32((own / f64(value) - 13107) / 4);
      let high = f32((own * f64(value) - 13107) / 4);
      for (let c = 0; c < count; c++) {
        if (c == started) continue;
        const cell = cells + (<usize>c << 5);
        if (!mayBeWorseBlurred(blur, cell, estimates, low, high)) continue;
        const found = readBlurred(blur, cell, veil, stride, even, ink, scratch, ways);
        if (found < value) {
          value = found;
          worst = c;
          low = f32((own / f64(value) - 13107) / 4);
          high = f32((own * f64(value) - 13107) / 4);
        }
      }
    }
    store<f32>(blur.result + (<usize>row << 2), value);
  }
}

/**
 * The logo's contrast at every row over a blurred page. A place outside it is three whole numbers: where its ground's tables
 * begin, its column and row. An edge is four: its ink's luminance, or where its ink's tables begin less 2^30; its column and
 * row; the number of the place outside it.
 */
export function sweepBlurredLogo(
  shared: usize,
  tables: usize,
  starts: usize,
  cells: i32,
  edges: usize,
  contrasts: usize,
  medians: usize,
  wanted: i32,
  height: i32,
  places: usize,
  placeCount: i32,
  grounds: usize,
): void {
  const blur = changetype<Blurred>(shared);
  const all = load<i32>(starts + (<usize>cells << 2));
  let last: f32 = 0;
  for (let row = 0; row < blur.rows; row++) {
    if (!isSame(blur, row)) {
      blurRows(blur, row, height);
      for (let p = 0; p < placeCount; p++) {
        const place = places + <usize>(p * 12);
        const levels = levelsOf(blurredAt(blur, load<i32>(place, 4), load<i32>(place, 8)));
        store<i32>(grounds + (<usize>p << 2), looked(tables, load<i32>(place), levels));
      }
      for (let e = 0; e < all; e += 2) {
        const edge = edges + (<usize>e << 4);
        let one = load<i32>(edge);
        let two = load<i32>(edge, 16);
        if (one < 0) one = looked(tables, one + 0x40000000, levelsOf(blurredAt(blur, load<i32>(edge, 4), load<i32>(edge, 8))));
        if (two < 0) two = looked(tables, two + 0x40000000, levelsOf(blurredAt(blur, load<i32>(edge, 20), load<i32>(edge, 24))));
        const ground = load<i32>(grounds + (<usize>load<i32>(edge, 12) << 2));
        const other = load<i32>(grounds + (<usize>load<i32>(edge, 28) << 2));
        v128.store64_lane(contrasts + (<usize>e << 2), twoContrasts(one, ground, two, other), 0);
      }
      last = tenthMedian(starts, cells, contrasts, medians, wanted, last);
    }
    store<f32>(blur.result + (<usize>row << 2), last);
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
