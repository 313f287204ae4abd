// The page blurred at coarse places, and put right at each row for the mirrored edges of the blurred box. Colours are four floats
// a pixel, the last unused.

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
    let c = 0;
    for (; c + 4 <= count; c += 4) {
      const four = columns + (<usize>c << 2);
      const a = line + (<usize>load<i32>(four) << 4);
      const b = line + (<usize>load<i32>(four, 4) << 4);
      const e = line + (<usize>load<i32>(four, 8) << 4);
      const f = line + (<usize>load<i32>(four, 12) << 4);
      weighFour(a, b, e, f, 16, weights, reach, to + (<usize>c << 4));
    }
    for (; c < count; c++) {
      const at = line + (<usize>load<i32>(columns + (<usize>c << 2)) << 4);
      v128.store(to + (<usize>c << 4), weighed(at, 16, weights, reach));
    }
  }
}

/**
 * Middle values and those beside each by their weights, four at once, so that none waits for the sum of another; `step` bytes from
 * one value to those beside it.
 */
// @ts-ignore: decorator
@inline
function weighFour(a: usize, b: usize, c: usize, d: usize, step: usize, weights: usize, reach: i32, out: usize): void {
  const middle = v128.load32_splat(weights);
  let one = f32x4.mul(v128.load(a), middle);
  let two = f32x4.mul(v128.load(b), middle);
  let three = f32x4.mul(v128.load(c), middle);
  let four = f32x4.mul(v128.load(d), middle);
  let by = step;
  const end = weights + (<usize>reach << 2);
  for (let at = weights + 4; at <= end; at += 4) {
    const weight = v128.load32_splat(at);
    one = f32x4.add(one, f32x4.mul(f32x4.add(v128.load(a - by), v128.load(a + by)), weight));
    two = f32x4.add(two, f32x4.mul(f32x4.add(v128.load(b - by), v128.load(b + by)), weight));
    three = f32x4.add(three, f32x4.mul(f32x4.add(v128.load(c - by), v128.load(c + by)), weight));
    four = f32x4.add(four, f32x4.mul(f32x4.add(v128.load(d - by), v128.load(d + by)), weight));
    by += step;
  }
  v128.store(out, one);
  v128.store(out, two, 16);
  v128.store(out, three, 32);
  v128.store(out, four, 48);
}

/** One value of {@link weighFour}. */
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
    const line = from + <usize>(y + reach) * step;
    const to = out + <usize>y * step;
    let at: usize = 0;
    for (; at + 64 <= step; at += 64) {
      const a = line + at;
      weighFour(a, a + 16, a + 32, a + 48, step, weights, reach, to + at);
    }
    for (; at < step; at += 16) v128.store(to + at, weighed(line + at, step, weights, reach));
  }
}

/** What is shared by all that is swept over a blurred page: addresses and sizes, laid out one after the other in memory. */
@unmanaged
export class Blurred {
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
  luminance: usize;
  middle: usize;
  line: usize;
  /** Room for a few columns of a row. */
  part: usize;
  pairs: usize;
  pairCount: i32;
  differences: usize;
  /** 0 where two grids serve all rows in turn; 1 where each row has its own, 2 where those are there already. */
  kept: i32;
  /** For each row of the area the row of the sweep, from 1, for which its {@link middle} was worked out. */
  stamps: usize;
  /** The grid of the row that is looked at, and the one before it; 0 where there is none. */
  now: usize;
  before: usize;
  row: i32;
  /** By how many levels any blurred pixel can have changed since the sweep began: the sum of the most that each row brought. */
  drift: f32;
  /** What that was at every row: worked out with the grids, and kept with them. */
  drifts: usize;
}

/** Where the grid of a row is to be. */
// @ts-ignore: decorator
@inline
function gridAt(blur: Blurred, row: i32): usize {
  const size = <usize>(blur.lines * blur.count) << 4;
  if (blur.kept == 0) return blur.now == blur.grid ? blur.grid + size : blur.grid;
  return blur.grid + <usize>row * size;
}

/** The most that any place of a grid differs from another's. */
function mostBetween(one: usize, other: usize, size: usize): f32 {
  let most = f32x4.splat(0);
  for (let at: usize = 0; at < size; at += 16) {
    most = f32x4.max(most, f32x4.abs(f32x4.sub(v128.load(one + at), v128.load(other + at))));
  }
  return max(f32x4.extract_lane(most, 0), max(f32x4.extract_lane(most, 1), f32x4.extract_lane(most, 2)));
}

/** Turns to a row: works out the blurred page at the coarse places behind the header, where that has not been done before. */
export function turnTo(blur: Blurred, row: i32): void {
  blur.before = blur.now;
  const grid = gridAt(blur, row);
  blur.now = grid;
  blur.row = row;
  const known = blur.drifts + (<usize>row << 2);
  if (blur.kept == 2) {
    blur.drift = load<f32>(known);
    return;
  }
  blurGrid(blur, row, grid);
  // Between the coarse places a pixel is cubic both ways: it moves by at most 1.25 · 1.25 of what they do.
  if (blur.before != 0) {
    const size = <usize>(blur.lines * blur.count) << 4;
    blur.drift += <f32>1.5625 * mostBetween(grid, blur.before, size);
  }
  store<f32>(known, blur.drift);
}

/**
 * The blurred page at the coarse places behind a header at a row: what {@link blurDown} gave, and what mirroring at the blurred
 * box's edges changes. A row that is not there differs from the one that stands in for it by as much for every row of places,
 * each of which has its own weight for it: a change is the number of such a pair, and its weight.
 */
function blurGrid(blur: Blurred, row: i32, grid: usize): void {
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
    const to = grid + <usize>k * step;
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
export function isSame(blur: Blurred, row: i32): bool {
  if (row == 0) return false;
  const before = load<u32>(blur.runs + (<usize>(row - 1 + blur.first) << 2));
  return before == load<u32>(blur.runs + (<usize>(row + blur.first + blur.height - 1) << 2));
}

/** Works out some coarse columns of a row of the area, cubic between the coarse rows. */
// @ts-ignore: decorator
@inline
function blurColumns(blur: Blurred, y: i32, first: i32, last: i32, to: usize): void {
  const step = <usize>blur.count << 4;
  const way = blur.waysDown + <usize>(y * 20);
  const w0 = v128.load32_splat(way, 4);
  const w1 = v128.load32_splat(way, 8);
  const w2 = v128.load32_splat(way, 12);
  const w3 = v128.load32_splat(way, 16);
  const from = blur.now + <usize>load<i32>(way) * step;
  for (let at = from + (<usize>first << 4), end = from + (<usize>last << 4); at <= end; at += 16) {
    const above = f32x4.add(f32x4.mul(v128.load(at), w0), f32x4.mul(v128.load(at + step), w1));
    const below = f32x4.add(f32x4.mul(v128.load(at + 2 * step), w2), f32x4.mul(v128.load(at + 3 * step), w3));
    v128.store(to, f32x4.add(above, below));
    to += 16;
  }
}

/** The blurred page at the coarse columns of a row of the area, worked out when it is first asked for. */
// @ts-ignore: decorator
@inline
export function blurredLine(blur: Blurred, y: i32): usize {
  const at = blur.middle + (<usize>(y * blur.count) << 4);
  const stamp = blur.stamps + (<usize>y << 2);
  if (load<i32>(stamp) != blur.row + 1) {
    store<i32>(stamp, blur.row + 1);
    blurColumns(blur, y, 0, blur.count - 1, at);
  }
  return at;
}

/** The blurred page at a few coarse columns of a row, at a place of their own: not kept. */
// @ts-ignore: decorator
@inline
export function blurredPart(blur: Blurred, y: i32, first: i32, last: i32, to: usize): usize {
  blurColumns(blur, y, first, last, to);
  return to;
}

/** A blurred pixel between the coarse columns of its row: cubic. A way is a first column and four weights. */
// @ts-ignore: decorator
@inline
export function blurredAt(blur: Blurred, x: i32, y: i32): v128 {
  const way = blur.waysAcross + <usize>(x * 20);
  const from = blurredLine(blur, y) + (<usize>load<i32>(way) << 4);
  const one = f32x4.add(f32x4.mul(v128.load(from), v128.load32_splat(way, 4)), f32x4.mul(v128.load(from, 16), v128.load32_splat(way, 8)));
  const two = f32x4.add(f32x4.mul(v128.load(from, 32), v128.load32_splat(way, 12)), f32x4.mul(v128.load(from, 48), v128.load32_splat(way, 16)));
  return f32x4.add(one, two);
}
