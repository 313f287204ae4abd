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
      for (let e = 0; e < all; e++) {
        const edge = edges + <usize>(e * 12);
        let ink = load<i32>(edge);
        if (ink < 0) {
          const table = tables + (<usize>(ink + 0x40000000) << 1);
          const pixel = load<u32>(page + (<usize>(base + load<i32>(edge, 4)) << 2));
          ink =
            <i32>load<u16>(table + (<usize>(pixel & 255) << 1)) +
            <i32>load<u16>(table + (<usize>((pixel >> 8) & 255) << 1), 512) +
            <i32>load<u16>(table + (<usize>((pixel >> 16) & 255) << 1), 1024);
          if (ink > 65535) ink = 65535;
        }
        const outside = <i32>load<u16>(ground + (<usize>(base + load<i32>(edge, 8)) << 1));
        store<f32>(contrasts + (<usize>e << 2), contrastOf(ink, outside));
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
