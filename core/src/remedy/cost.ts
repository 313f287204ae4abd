import { differenceEuclidean } from 'culori';
import type { Rgb } from '../colour/rgb.ts';
import type { Cut } from '../sweep/cut.ts';
import { pixelAt } from '../geometry/raster.ts';

const distance = differenceEuclidean('oklab');

/** ΔE OK between two colours: Euclidean distance in Oklab (CSS Color 4, section 19.1). */
export function deltaEOk(a: Rgb, b: Rgb): number {
  const unit = ({ r, g, b: blue }: Rgb) => ({ mode: 'rgb' as const, r: r / 255, g: g / 255, b: blue / 255 });
  return distance(unit(a), unit(b));
}

/** What a change costs the look at one place: how much of the page still shows, and how far the colours move. */
export interface LookCost {
  /** 0 to 1: the mean share of the page that shows through all layers. */
  pageShowing: number;
  /** Mean ΔE OK of the ground before and after. */
  colourDifference: number;
}

/** The cost of one look in place of another, from the cut of each at the same place. */
export function lookCost(before: Pick<Cut, 'steps'>, after: Pick<Cut, 'steps' | 'through'>): LookCost {
  const [old, fresh] = [before.steps.at(-1)!.ground, after.steps.at(-1)!.ground];
  const width = Math.min(old.width, fresh.width);
  const height = Math.min(old.height, fresh.height);
  let sum = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) sum += deltaEOk(pixelAt(old, x, y), pixelAt(fresh, x, y));
  }
  return { pageShowing: after.through, colourDifference: sum / (width * height) };
}
