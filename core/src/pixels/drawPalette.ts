import { converter } from 'culori';
import type { Rgb } from '../colour/rgb.ts';
import type { Raster } from '../geometry/raster.ts';

const toOklab = converter('oklab');
const toRgb = converter('rgb');

type Lab = [l: number, a: number, b: number];

/** Most pixels that are looked at. */
const SAMPLES = 6000;
const ROUNDS = 12;

/**
 * Draws a palette from a picture: the colours that stand for its pixels best, by k-means in Oklab from a spread-out
 * start, from dark to light. Transparent pixels do not count. The same picture gives the same palette.
 */
export function drawPalette(raster: Raster, count: number): Rgb[] {
  const step = Math.max(1, Math.floor((raster.width * raster.height) / SAMPLES));
  const labs: Lab[] = [];
  for (let i = 0; i < raster.width * raster.height; i += step) {
    const [r, g, b, a] = raster.data.subarray(4 * i, 4 * i + 4);
    if (a! < 128) continue;
    const lab = toOklab({ mode: 'rgb', r: r! / 255, g: g! / 255, b: b! / 255 });
    labs.push([lab.l, lab.a, lab.b]);
  }
  if (labs.length === 0) return [];
  const centres = spread(labs, count);
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => [0, 0, 0, 0] as [number, number, number, number]);
    for (const lab of labs) {
      const sum = sums[nearest(centres, lab)]!;
      for (let c = 0; c < 3; c++) sum[c]! += lab[c]!;
      sum[3]++;
    }
    sums.forEach(([l, a, b, n], i) => n > 0 && (centres[i] = [l / n, a / n, b / n]));
  }
  return centres
    .sort((a, b) => a[0] - b[0])
    .map(([l, a, b]) => {
      const rgb = toRgb({ mode: 'oklab', l, a, b });
      const byte = (v: number) => Math.min(255, Math.max(0, Math.round(v * 255)));
      return { r: byte(rgb.r), g: byte(rgb.g), b: byte(rgb.b) };
    });
}

const distance = (a: Lab, b: Lab): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

function nearest(centres: readonly Lab[], lab: Lab): number {
  let best = 0;
  centres.forEach((centre, i) => distance(centre, lab) < distance(centres[best]!, lab) && (best = i));
  return best;
}

/** The first colour, then each time the one that is furthest from those taken; fewer where there are no more. */
function spread(labs: readonly Lab[], count: number): Lab[] {
  const centres: Lab[] = [labs[0]!];
  while (centres.length < count) {
    const far = labs.reduce(
      (best, lab) => {
        const d = Math.min(...centres.map((centre) => distance(centre, lab)));
        return d > best.d ? { lab, d } : best;
      },
      { lab: labs[0]!, d: 0 },
    );
    if (far.d < 1e-6) break;
    centres.push(far.lab);
  }
  return centres;
}
