import { differenceEuclidean } from 'culori';
import { composeOver } from '../colour/composite.ts';
import type { Rgb } from '../colour/rgb.ts';

const distance = differenceEuclidean('oklab');

/** ΔE OK between two colours: Euclidean distance in Oklab (CSS Color 4, section 19.1). */
export function deltaEOk(a: Rgb, b: Rgb): number {
  const unit = ({ r, g, b: blue }: Rgb) => ({ mode: 'rgb' as const, r: r / 255, g: g / 255, b: blue / 255 });
  return distance(unit(a), unit(b));
}

/** What a change of fill costs the look: how much of the page still shows, and how far the colours move. */
export interface FillCost {
  /** 0 to 1. */
  pageShowing: number;
  /** Mean ΔE OK over the grounds given. */
  colourDifference: number;
}

/** The cost of one fill in place of another, over grounds that the page shows. */
export function fillCost(
  before: { colour: Rgb; opacity: number },
  after: { colour: Rgb; opacity: number },
  grounds: readonly Rgb[],
): FillCost {
  const wear = (ground: Rgb, fill: { colour: Rgb; opacity: number }) =>
    composeOver(ground, [{ ...fill.colour, a: fill.opacity }]);
  const sum = grounds.reduce(
    (total, ground) => total + deltaEOk(wear(ground, before), wear(ground, after)),
    0,
  );
  return { pageShowing: 1 - after.opacity, colourDifference: grounds.length > 0 ? sum / grounds.length : 0 };
}
