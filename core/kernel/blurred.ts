// The sweep over a blurred page.
import { Blurred, blurRows, blurredAt, isSame } from './blur';
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
      const over = even ? overlay : overlay + (<usize>(y * stride) << 4);
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
 * overlay.
 * @param which the number of the worst cell at every row
 */
export function sweepBlurred(
  shared: usize,
  overlay: usize,
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
  which: usize,
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
          const at = even ? overlay : overlay + (<usize>(y * stride + load<i32>(points + (<usize>c << 2))) << 4);
          const luminance = overlaidBlur(v128.load(blur.middle + (i << 4)), at, blur.luminance);
          store<f32>(estimates + (i << 2), f32(luminance));
        }
      }
      const started = worst;
      value = readBlurred(blur, cells + (<usize>started << 5), overlay, stride, even, ink, scratch, ways);
      const own = f64(4 * ink + 13107);
      let low = f32((own / f64(value) - 13107) / 4);
      let high = f32((own * f64(value) - 13107) / 4);
      for (let c = 0; c < count; c++) {
        if (c == started) continue;
        const cell = cells + (<usize>c << 5);
        if (!mayBeWorseBlurred(blur, cell, estimates, low, high)) continue;
        const found = readBlurred(blur, cell, overlay, stride, even, ink, scratch, ways);
        if (found < value) {
          value = found;
          worst = c;
          low = f32((own / f64(value) - 13107) / 4);
          high = f32((own * f64(value) - 13107) / 4);
        }
      }
    }
    store<f32>(blur.result + (<usize>row << 2), value);
    store<u16>(which + (<usize>row << 1), <u16>worst);
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
