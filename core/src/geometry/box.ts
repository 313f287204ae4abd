import type { Area } from './area.ts';

/** A size in pixels. */
export interface Size {
  width: number;
  height: number;
}

/** A rectangle in CSS pixels; edges need not be whole. */
export interface Box extends Size {
  x: number;
  y: number;
}

/** A box with each edge rounded on its own, half up, as browsers paint it. */
export function snapBox({ x, y, width, height }: Box): Box {
  const round = (v: number) => Math.floor(v + 0.5);
  const [left, top] = [round(x), round(y)];
  return { x: left, y: top, width: round(x + width) - left, height: round(y + height) - top };
}

/** A box as whole pixels, each edge rounded on its own. */
export function areaOf(box: Box): Area {
  const { x, y, width, height } = snapBox(box);
  return { left: x, top: y, right: x + width, bottom: y + height };
}
