import type { Rgb } from './rgb.ts';
import { contrastRatio, relativeLuminance } from './contrast.ts';

/**
 * The contrast rod: colours hung by log(L + 0.05), so that the distance between two of them is the logarithm of their
 * contrast ratio (WCAG 2.2). Black hangs at 0, white at 1.
 */

const BLACK = Math.log(0.05);
const LENGTH = Math.log(1.05) - BLACK;

/** Where a relative luminance hangs, 0 to 1. */
export function placeOfLuminance(luminance: number): number {
  return (Math.log(luminance + 0.05) - BLACK) / LENGTH;
}

/** Where a colour hangs, 0 to 1. */
export function placeOnRod(colour: Rgb): number {
  return placeOfLuminance(relativeLuminance(colour));
}

/** Length on the rod that stands for a contrast ratio, as a share of the whole. */
export function lengthOfContrast(ratio: number): number {
  return Math.log(ratio) / LENGTH;
}

/** The relative luminance at a place on the rod. */
export function luminanceAt(place: number): number {
  return Math.exp(BLACK + Math.min(1, Math.max(0, place)) * LENGTH) - 0.05;
}

/**
 * A colour moved along the rod: as light as the place asks, its hue kept. It is mixed with white or black in sRGB, by
 * the share at which the luminance is nearest in 8 bits.
 */
export function moveOnRod(colour: Rgb, place: number): Rgb {
  const wanted = luminanceAt(place);
  const end = wanted > relativeLuminance(colour) ? 255 : 0;
  const mixed = (share: number): Rgb => {
    const mix = (v: number) => Math.round(v + (end - v) * share);
    return { r: mix(colour.r), g: mix(colour.g), b: mix(colour.b) };
  };
  let [low, high] = [0, 1];
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2;
    const isShort =
      end === 255 ? relativeLuminance(mixed(middle)) < wanted : relativeLuminance(mixed(middle)) > wanted;
    if (isShort) low = middle;
    else high = middle;
  }
  return mixed((low + high) / 2);
}

/** Of black and white, the one that is easier to read on a ground. */
export function readableOn(ground: Rgb): Rgb {
  const [white, black] = [
    { r: 255, g: 255, b: 255 },
    { r: 0, g: 0, b: 0 },
  ];
  return contrastRatio(ground, white) >= contrastRatio(ground, black) ? white : black;
}
