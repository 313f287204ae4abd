// The sweep through a overlay: what lies over the page differs from pixel to pixel of the header.
import { intervals } from './bounds';
import { clamped, looked, tenthMedian, tenthOf, twoContrasts, overlaid } from './shared';

/**
 * For each row of a overlay whose rows are even, what each level of the page adds to the ground's luminance, channel by channel:
 * three times 256 numbers.
 */
export function rowTables(overlay: usize, stride: i32, height: i32, luminance: usize, out: usize): void {
  let to = out;
  for (let y = 0; y < height; y++) {
    const at = overlay + (<usize>(y * stride) << 5);
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
 * The contrast of a cell's tenth pixel through the overlay.
 * @param tables of {@link rowTables}; 0 where the overlay's rows are not even
 */
function readOverlaid(
  cell: usize,
  page: usize,
  stride: i32,
  row: i32,
  overlay: usize,
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
    let over = overlay + (<usize>(y * stride + left) << 5);
    for (; at < end; at += 4) {
      store<i32>(to, clamped(overlaid(load<u32>(at), over, luminance)));
      over += 32;
      to += 4;
    }
  }
  return tenthOf(scratch, load<i32>(cell, 16) - 1, <i32>((to - scratch) >> 2), ink);
}

/**
 * The contrast of the worst cell at every row, through a overlay. The last row's worst cell is read first; of the others only
 * those are read in which enough pixels may be worse. Cells are as in {@link sweepCells}, rows from the overlay's first.
 * @param perCell stretches are one for each cell in each row; else one for each row
 */
export function sweepOverlaid(
  page: usize,
  levels: usize,
  stride: i32,
  runs: usize,
  overlay: usize,
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
    value = readOverlaid(cells + (<usize>worst << 5), page, stride, row, overlay, luminance, ink, scratch, tables);
    const started = worst;
    for (let c = 0; c < count; c++) {
      if (c == started) continue;
      if (known != value) {
        intervals(low, high, segments, ink, value, classes);
        known = value;
      }
      const cell = cells + (<usize>c << 5);
      if (!mayBeWorse(cell, levels, stride, row, classes, perCell ? c : 0, perCell ? count : 1)) continue;
      const found = readOverlaid(cell, page, stride, row, overlay, luminance, ink, scratch, tables);
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
