// What the sweep's inner loops have in common, in AssemblyScript: contrasts, luminances, and which of many is the tenth.

/** Classes of luminance that pixels are sorted into. */
export const CLASSES: i32 = 256;

/** Contrast of two whole-number luminances: see contrast16. */
// @ts-ignore: decorator
@inline
export function contrastOf(a: i32, b: i32): f32 {
  const p = f64(4 * a + 13107);
  const q = f64(4 * b + 13107);
  return f32(p > q ? p / q : q / p);
}

/** The contrasts of two pairs of luminances, as the first two of four floats. */
// @ts-ignore: decorator
@inline
export function twoContrasts(a0: i32, b0: i32, a1: i32, b1: i32): v128 {
  const p = f64x2(f64(4 * a0 + 13107), f64(4 * a1 + 13107));
  const q = f64x2(f64(4 * b0 + 13107), f64(4 * b1 + 13107));
  return f32x4.demote_f64x2_zero(f64x2.div(f64x2.pmax(p, q), f64x2.pmin(p, q)));
}

/** The value that would stand at index `at` of `length` in ascending order; reorders them (quickselect, Hoare 1961). */
export function select(values: usize, at: i32, length: i32): f32 {
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
export const BINS: usize = memory.data(1024);

/** The luminance that would stand at index `at` of `length` in ascending order, the range being known. Reorders them. */
export function selectLuminance(values: usize, at: i32, length: i32, low: i32, high: i32): i32 {
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
export function tenthOf(values: usize, at: i32, length: i32, ink: i32): f32 {
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
export function countLess(values: usize, length: i32, guess: f32, atMost: bool): i32 {
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
 * Counting against a guess tells in which cells the wanted median may be found: only theirs are worked out, and none at
 * all where the guess is right.
 */
export function tenthMedian(starts: usize, cells: i32, contrasts: usize, medians: usize, wanted: i32, guess: f32): f32 {
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

/** The four bytes of a pixel, each a whole number. */
// @ts-ignore: decorator
@inline
export function bytesOf(pixel: u32): v128 {
  return i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(<i32>pixel)));
}

/** Luminance, not clamped, of three levels. */
// @ts-ignore: decorator
@inline
export function luminanceOf(r: i32, g: i32, b: i32, luminance: usize): i32 {
  return (
    <i32>load<u16>(luminance + (<usize>r << 1)) +
    <i32>load<u16>(luminance + (<usize>g << 1), 512) +
    <i32>load<u16>(luminance + (<usize>b << 1), 1024)
  );
}

/** Luminance, not clamped, of a page pixel under a overlay's pixel: four doubles, red, green, blue and the share that shows. */
// @ts-ignore: decorator
@inline
export function overlaid(pixel: u32, overlay: usize, luminance: usize): i32 {
  const bytes = bytesOf(pixel);
  const through = v128.load64_splat(overlay, 24);
  const half = f64x2.splat(0.5);
  const least = f64x2.splat(1e-9);
  const rg = f64x2.mul(through, f64x2.convert_low_i32x4_u(bytes));
  const b = f64x2.mul(through, f64x2.convert_low_i32x4_u(v128.shuffle<i32>(bytes, bytes, 2, 3, 2, 3)));
  const one = f64x2.add(f64x2.add(f64x2.add(v128.load(overlay), rg), half), least);
  const two = f64x2.add(f64x2.add(f64x2.add(v128.load64_splat(overlay, 16), b), half), least);
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
export function clamped(luminance: i32): i32 {
  return luminance > 65535 ? 65535 : luminance;
}

/** The luminance of a pixel by three tables that begin at a place. */
// @ts-ignore: decorator
@inline
export function looked(tables: usize, start: i32, pixel: u32): i32 {
  const table = tables + (<usize>start << 1);
  return clamped(
    <i32>load<u16>(table + (<usize>(pixel & 255) << 1)) +
      <i32>load<u16>(table + (<usize>((pixel >> 8) & 255) << 1), 512) +
      <i32>load<u16>(table + (<usize>((pixel >> 16) & 255) << 1), 1024),
  );
}
