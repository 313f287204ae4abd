import type { Area } from './area.ts';
import type { Blur } from './layers.ts';
import type { Raster } from './ground.ts';

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
 */
export function blurredPatch(raster: Raster, row: number, blur: Blur, area: Area, gone = 0): Raster {
  const weights = gaussian(blur.sigma);
  const box = { ...blur.area, top: Math.max(blur.area.top, gone) };
  const reach = weights.length - 1;
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const rows = [
    ...new Set(
      Array.from({ length: height + 2 * reach }, (_, i) =>
        mirrored(area.top - reach + i, box.top, box.bottom),
      ),
    ),
  ];
  const across = new Map<number, Float64Array>();
  for (const y of rows) {
    const line = new Float64Array(3 * width);
    const py = Math.min(raster.height - 1, Math.max(0, row + y)) * raster.width;
    for (let x = 0; x < width; x++) {
      for (let k = -reach; k <= reach; k++) {
        const from = 4 * (py + Math.min(raster.width - 1, mirrored(area.left + x + k, box.left, box.right)));
        const w = weights[Math.abs(k)]!;
        for (let c = 0; c < 3; c++) line[3 * x + c]! += w * raster.data[from + c]!;
      }
    }
    across.set(y, line);
  }
  const data = new Uint8ClampedArray(4 * width * height);
  const sums = new Float64Array(3 * width);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let k = -reach; k <= reach; k++) {
      const line = across.get(mirrored(area.top + y + k, box.top, box.bottom))!;
      const w = weights[Math.abs(k)]!;
      for (let i = 0; i < sums.length; i++) sums[i]! += w * line[i]!;
    }
    for (let x = 0; x < width; x++) {
      const to = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) data[to + c] = Math.floor(sums[3 * x + c]! + 0.5);
      data[to + 3] = 255;
    }
  }
  return { width, height, data };
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
      for (let c = 0; c < 3; c++) data[to + c] = raster.data[from + c]!;
      data[to + 3] = 255;
    }
  }
  return { width, height, data };
}
