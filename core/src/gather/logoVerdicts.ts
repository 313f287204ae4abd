import type { Rgb } from '../colour/rgb.ts';
import type { PixelBox } from '../pixels/raster.ts';
import type { Raster } from '../geometry/raster.ts';
import { logoCells, logoContrastAt } from '../sweep/logo.ts';
import type { Needs } from '../model/needs.ts';
import { verdictOf, type Verdict } from '../sweep/verdict.ts';

/**
 * How well a logo is told from a ground, along its own edge: the worst 12 px square of it decides, as in the sweep.
 * @param logo as drawn, at the size at which it is shown
 * @param ground with the logo lying on it at `left`, `top`; at least as large
 */
export function logoOn(
  logo: Raster,
  ground: Raster,
  { left, top }: { left: number; top: number },
  needs: Needs,
): { contrast: number; verdict: Verdict } {
  const cells = logoCells({ ...logo, left, top }, ground.width, ground.height);
  const { contrast } = logoContrastAt(cells, ground, {
    left: 0,
    top: 0,
    right: ground.width,
    bottom: ground.height,
  });
  return { contrast, verdict: verdictOf(contrast, needs.marks) };
}

/** An even ground of a size. */
export function evenGround({ r, g, b }: Rgb, width: number, height: number): Raster {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < data.length; i += 4) data.set([r, g, b, 255], i);
  return { width, height, data };
}

/** Share of a picture's area that is margin, 0 to 1. */
export function marginShare(whole: Raster, kept: PixelBox): number {
  return 1 - (kept.width * kept.height) / (whole.width * whole.height);
}
