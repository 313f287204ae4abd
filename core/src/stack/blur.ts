import type { Area } from '../geometry/area.ts';
import { boxCoverage, coversArea, type Blur, type FilledBox } from './layers.ts';
import type { Raster } from '../geometry/raster.ts';

/** Weights of a Gaussian from its middle outwards, to three standard deviations, their sum over both sides 1. */
export function gaussian(sigma: number): Float64Array {
  const reach = Math.ceil(3 * sigma);
  const weights = Float64Array.from({ length: reach + 1 }, (_, k) =>
    Math.exp(-(k * k) / (2 * sigma * sigma)),
  );
  const sum = weights.reduce((total, w, k) => total + (k === 0 ? w : 2 * w), 0);
  return weights.map((w) => w / sum);
}

/** A place beyond the edges of a range, mirrored into it with the edge itself repeated: … b a | a b c … */
export function mirrored(at: number, from: number, to: number): number {
  const length = to - from;
  const turn = (((at - from) % (2 * length)) + 2 * length) % (2 * length);
  return from + (turn < length ? turn : 2 * length - 1 - turn);
}

/**
 * The page behind a part of the header, blurred as a browser's `backdrop-filter` does (Filter Effects 2): the Gaussian of
 * the blurred box alone, its edges mirrored, rounded to 8 bits.
 * @param row page row of the header's top edge
 * @param area the part that is wanted, header pixels
 * @param gone rows of the header above the window's top edge, which are not there to be blurred
 * @param known rows that were blurred along before, for the same area and blur
 */
export function blurredPatch(
  raster: Raster,
  row: number,
  blur: Blur,
  area: Area,
  { gone = 0, known }: { gone?: number; known?: BlurredRows | undefined } = {},
): Raster {
  const weights = gaussian(blur.sigma);
  const box = { ...blur.area, top: Math.max(blur.area.top, gone) };
  const reach = weights.length - 1;
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const taps = Float64Array.from({ length: 2 * reach + 1 }, (_, k) => weights[Math.abs(k - reach)]!);
  /** Where each pixel that the kernel meets across is had from, and each row that it meets down. */
  const columns = Int32Array.from(
    { length: width + 2 * reach },
    (_, i) => 4 * Math.min(raster.width - 1, mirrored(area.left - reach + i, box.left, box.right)),
  );
  const rows = Array.from({ length: height + 2 * reach }, (_, i) =>
    mirrored(area.top - reach + i, box.top, box.bottom),
  );
  const across = new Map<number, Float64Array>();
  const before = known ?? new Map<number, Float64Array>();
  const last = raster.height - 1;
  const met = new Float64Array(3 * columns.length);
  for (const y of new Set(rows)) {
    const at = Math.min(last, Math.max(0, row + y));
    const found = before.get(at);
    if (found) {
      across.set(y, found);
      continue;
    }
    const from = 4 * at * raster.width;
    for (let i = 0; i < columns.length; i++) {
      const column = from + columns[i]!;
      met[3 * i] = raster.data[column]!;
      met[3 * i + 1] = raster.data[column + 1]!;
      met[3 * i + 2] = raster.data[column + 2]!;
    }
    const line = convolved(met, taps, width);
    before.set(at, line);
    across.set(y, line);
  }
  const lines = rows.map((y) => across.get(y)!);
  const data = new Uint8ClampedArray(4 * width * height);
  const sums = new Float64Array(3 * width);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let k = 0; k < taps.length; k++) {
      const line = lines[y + k]!;
      const w = taps[k]!;
      for (let i = 0; i < sums.length; i++) sums[i]! += w * line[i]!;
    }
    for (let x = 0; x < width; x++) {
      const to = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) data[to + c] = Math.floor(sums[3 * x + c]! + 0.5);
      data[to + 3] = 255;
    }
  }
  const patch = { width, height, data };
  return coversArea({ box: edgeOfBlur(blur) }, area)
    ? patch
    : unblurredBeyond(patch, raster, row, blur, area);
}

/** Rows of the page, blurred along, by their numbers. */
export type BlurredRows = Map<number, Float64Array>;

/** The box in which the page is blurred, with its corners and its cut. */
export function edgeOfBlur({ area, edge = { above: 0, below: 0 } }: Blur): FilledBox {
  return { area, ...edge };
}

/** Beyond the edge of what is blurred the page is as it is. */
function unblurredBeyond(blurred: Raster, raster: Raster, row: number, blur: Blur, area: Area): Raster {
  const plain = plainPatch(raster, row, area);
  const box = edgeOfBlur(blur);
  for (let y = area.top, i = 0; y < area.bottom; y++) {
    for (let x = area.left; x < area.right; x++, i += 4) {
      const share = boxCoverage(box, x, y);
      for (let c = 0; c < 3; c++)
        plain.data[i + c] = Math.floor(share * blurred.data[i + c]! + (1 - share) * plain.data[i + c]! + 0.5);
    }
  }
  return plain;
}

/** A row of pixels, three channels each, under a kernel: as many as are wanted, from the first one that it fits on. */
function convolved(pixels: Float64Array, taps: Float64Array, width: number): Float64Array {
  const line = new Float64Array(3 * width);
  for (let x = 0; x < width; x++) {
    let [r, g, b] = [0, 0, 0];
    for (let k = 0, at = 3 * x; k < taps.length; k++, at += 3) {
      const w = taps[k]!;
      r += w * pixels[at]!;
      g += w * pixels[at + 1]!;
      b += w * pixels[at + 2]!;
    }
    line[3 * x] = r;
    line[3 * x + 1] = g;
    line[3 * x + 2] = b;
  }
  return line;
}

/** The page behind a part of the header as it is. Pixels beyond the raster take the nearest one's. */
export function plainPatch(raster: Raster, row: number, area: Area): Raster {
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++) {
    const py = Math.min(raster.height - 1, Math.max(0, row + area.top + y)) * raster.width;
    for (let x = 0; x < width; x++) {
      const from = 4 * (py + Math.min(raster.width - 1, Math.max(0, area.left + x)));
      const to = 4 * (y * width + x);
      data[to] = raster.data[from]!;
      data[to + 1] = raster.data[from + 1]!;
      data[to + 2] = raster.data[from + 2]!;
      data[to + 3] = 255;
    }
  }
  return { width, height, data };
}
