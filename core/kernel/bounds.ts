// Which classes of the page's luminance may be worse than a contrast, in each stretch of a header row under a overlay.
import { CLASSES, contrastOf, overlaid } from './shared';

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
      const value = overlaid(pixel, reference, luminance);
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
export function intervals(low: usize, high: usize, segments: i32, ink: i32, contrast: f32, out: usize): void {
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
