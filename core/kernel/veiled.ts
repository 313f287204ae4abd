// The sweep through a veil: what lies over the page differs from pixel to pixel of the header.
import { CLASSES, clamped, contrastOf, looked, tenthMedian, tenthOf, twoContrasts, veiled } from './shared';

/** The luminances of pixels under one pixel of a veil, by its three tables of 256; rows like the one above are copied. */
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
