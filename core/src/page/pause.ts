import type { Box } from '../geometry/box.ts';

/** The button that lets pictures stay which take turns in a band: at the band's lower end, white bars on black. CSS pixels. */
export const PAUSE = { size: 24, inset: 8, radius: 4, bar: 4, barHeight: 12, gap: 4 } as const;

/**
 * Where the button stands in a band.
 * @param bottom lower end of the band above its edge, page pixels
 */
export function pauseBox(width: number, bottom: number): Box {
  const { size, inset } = PAUSE;
  return { x: width - inset - size, y: bottom - inset - size, width: size, height: size };
}

/** The button's two bars. */
export function pauseBars({ x, y }: Box): Box[] {
  const { size, bar, barHeight, gap } = PAUSE;
  return [0, bar + gap].map((across) => ({
    x: x + (size - 2 * bar - gap) / 2 + across,
    y: y + (size - barHeight) / 2,
    width: bar,
    height: barHeight,
  }));
}
