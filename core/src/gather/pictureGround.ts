import { relativeLuminance } from '../colour/contrast.ts';
import { pixelAt, type Raster } from '../geometry/raster.ts';

/** What ground a picture gives to a header that lies over it, told from its pixels. */

/** What a picture can be searched by. */
export const PICTURE_GROUNDS = [
  'dark at the top',
  'light at the top',
  'even at the top',
  'busy at the top',
] as const;
export type PictureGround = (typeof PICTURE_GROUNDS)[number];

/** Share of the height that a header lies over: a header of 80 px at the top of a band that fills a window of 800. */
const TOP = 0.1;
/** Contrast that text needs (WCAG 2.2, 1.4.3). */
const TEXT = 4.5;
/** Share of the pixels that may be otherwise: a star is not the sky. */
const FEW = 0.02;
/** Contrast between the darkest and the lightest of the top, a few pixels left out, up to which it is even. */
const EVEN = 1.6;
/** Contrast of a pixel with the one beside it from which that is a step, and the share of steps from which it is busy. */
const STEP = 1.2;
const BUSY = 0.15;

const contrast = (a: number, b: number) => (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);

/**
 * The grounds that the top of a picture is: dark where white letters are clear on it, light where black ones are, even where
 * its lightness hardly differs, busy where that changes from pixel to pixel.
 * @param raster the picture, made small: some hundred pixels wide
 */
export function groundsOfPicture(raster: Raster): PictureGround[] {
  const rows = Math.max(1, Math.round(raster.height * TOP));
  const levels: number[] = [];
  let steps = 0;
  let count = 0;
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < raster.width; x++) {
      const level = relativeLuminance(pixelAt(raster, x, y));
      const before = levels.at(-1);
      if (x > 0 && before !== undefined) {
        if (contrast(before, level) >= STEP) steps++;
        count++;
      }
      levels.push(level);
    }
  }
  levels.sort((a, b) => a - b);
  const rank = (share: number) => levels[Math.min(levels.length - 1, Math.floor(share * levels.length))] ?? 0;
  const [darkest, lightest] = [rank(FEW), rank(1 - FEW)];
  const is: Record<PictureGround, boolean> = {
    'dark at the top': contrast(1, lightest) >= TEXT,
    'light at the top': contrast(darkest, 0) >= TEXT,
    'even at the top': contrast(darkest, lightest) <= EVEN,
    'busy at the top': count > 0 && steps / count >= BUSY,
  };
  return PICTURE_GROUNDS.filter((ground) => is[ground]);
}
