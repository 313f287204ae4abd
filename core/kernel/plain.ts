// The sweep where the same lies over the whole page. Every argument that is a `usize` is an address.
import { CLASSES, contrastOf, looked, select, tenthMedian, twoContrasts } from './shared';

/** The luminances of pixels under one pixel of a overlay, by its three tables of 256; rows like the one above are copied. */
export function luminances(page: usize, width: i32, rows: i32, runs: usize, tables: usize, out: usize): void {
  const bytes = <usize>width << 1;
  let at = page;
  let to = out;
  for (let y = 0; y < rows; y++) {
    const end = at + (<usize>width << 2);
    if (y > 0 && load<u32>(runs + (<usize>y << 2)) == load<u32>(runs + (<usize>(y - 1) << 2))) {
      memory.copy(to, to - bytes, bytes);
      to += bytes;
      at = end;
      continue;
    }
    for (; at < end; at += 4) {
      store<u16>(to, looked(tables, 0, load<u32>(at)));
      to += 2;
    }
  }
}

/** The luminances that occur, in ascending order, and how often each does; gives how many there are. `counts` holds 65536 zeros. */
export function census(data: usize, length: i32, counts: usize, values: usize, tallies: usize): i32 {
  const end = data + (<usize>length << 1);
  for (let each = data; each < end; each += 2) {
    const at = counts + (<usize>load<u16>(each) << 2);
    store<u32>(at, load<u32>(at) + 1);
  }
  let distinct = 0;
  for (let i = 0; i < 65536; i++) {
    const tally = load<u32>(counts + (<usize>i << 2));
    if (tally == 0) continue;
    store<u16>(values + (<usize>distinct << 1), <u16>i);
    store<u32>(tallies + (<usize>distinct << 2), tally);
    distinct++;
  }
  return distinct;
}

/**
 * Puts the luminances that occur in order of contrast, from the ink's own outwards both ways, and shares them out among
 * the classes: `rank` and `level` are a luminance's number and class, `contrast` a number's.
 * @param values of {@link census}, as are `tallies` and `distinct`
 */
export function order(
  values: usize,
  tallies: usize,
  distinct: i32,
  length: i32,
  ink: i32,
  rank: usize,
  contrast: usize,
  level: usize,
  single: usize,
): void {
  for (let i = 0; i < CLASSES; i++) store<f32>(single + (<usize>i << 2), NaN);
  const share: f64 = distinct <= CLASSES ? 0 : f64(length) / f64(CLASSES);
  let above = 0;
  for (let end = distinct; above < end; ) {
    const middle = (above + end) >> 1;
    if (<i32>load<u16>(values + (<usize>middle << 1)) > ink) end = middle;
    else above = middle + 1;
  }
  let below = above - 1;
  let current = 0;
  let held: f64 = 0;
  let first: f32 = NaN;
  for (let n = 0; n < distinct; n++) {
    const down: f32 = below < 0 ? Infinity : contrastOf(ink, load<u16>(values + (<usize>below << 1)));
    const up: f32 = above >= distinct ? Infinity : contrastOf(ink, load<u16>(values + (<usize>above << 1)));
    const next = <usize>(down <= up ? below-- : above++);
    const luminance = load<u16>(values + (next << 1));
    const count = f64(load<u32>(tallies + (next << 2)));
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
    store<u8>(level + <usize>luminance, <u8>current);
    held += count;
  }
}

/** The class of each pixel in some columns; rows like the one above are copied. */
export function classes(
  data: usize,
  stride: i32,
  rows: i32,
  runs: usize,
  left: i32,
  width: i32,
  level: usize,
  levels: usize,
): void {
  for (let y = 0; y < rows; y++) {
    const at = <usize>(y * stride + left);
    if (y > 0 && load<u32>(runs + (<usize>y << 2)) == load<u32>(runs + (<usize>(y - 1) << 2))) {
      memory.copy(levels + at, levels + at - <usize>stride, <usize>width);
      continue;
    }
    for (let i = at, end = at + <usize>width; i < end; i++) {
      store<u8>(levels + i, load<u8>(level + <usize>load<u16>(data + (i << 1))));
    }
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
  data: usize,
  rank: usize,
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
        const found = readCell(cell, levels, data, rank, stride, row, scratch);
        if (found < least) least = found;
      }
      value = load<f32>(contrast + (<usize>least << 2));
    }
    store<f32>(result + (<usize>row << 2), value);
  }
}

/** The number of a cell's tenth pixel, read among the pixels of its class. */
function readCell(
  cell: usize,
  levels: usize,
  data: usize,
  rank: usize,
  stride: i32,
  row: i32,
  scratch: usize,
): i32 {
  const left = load<i32>(cell);
  const top = row + load<i32>(cell, 4);
  const right = load<i32>(cell, 8);
  const bottom = row + load<i32>(cell, 12);
  const level = <u8>load<i32>(cell, 20);
  let n = 0;
  for (let y = top; y < bottom; y++) {
    for (let i = y * stride + left, end = y * stride + right; i < end; i++) {
      if (load<u8>(levels + <usize>i) != level) continue;
      store<f32>(scratch + (<usize>n << 2), <f32>load<u16>(rank + (<usize>load<u16>(data + (<usize>i << 1)) << 1)));
      n++;
    }
  }
  return <i32>select(scratch, load<i32>(cell, 16) - load<i32>(cell, 24) - 1, n);
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
