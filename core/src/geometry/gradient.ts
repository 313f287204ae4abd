import type { Rgba } from '../colour/rgb.ts';
import type { Box } from './box.ts';

/** A colour with its opacity at a place along a gradient, 0 to 1. */
export interface LaidStop {
  at: number;
  colour: Rgba;
}

/**
 * A linear gradient over a box, ready to be read at any pixel (CSS Images 3, section 3.1): the gradient line goes through
 * the box's middle and ends where the corners' normals meet it.
 */
export interface LaidGradient {
  /** Place along the line, 0 to 1, of the pixel whose left and top edge are 0; and what a pixel to the right and down adds. */
  start: number;
  right: number;
  down: number;
  stops: LaidStop[];
}

/** Where the line of a gradient begins and ends over a box, in the box's own pixels. */
export function gradientLine(angle: number, box: Box): { x0: number; y0: number; x1: number; y1: number } {
  const turn = (angle * Math.PI) / 180;
  const [dx, dy] = [Math.sin(turn), -Math.cos(turn)];
  const half = (Math.abs(box.width * dx) + Math.abs(box.height * dy)) / 2;
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  return { x0: cx - dx * half, y0: cy - dy * half, x1: cx + dx * half, y1: cy + dy * half };
}

/** Places along a gradient in order: a stop before its predecessor takes the predecessor's (section 3.4.3). Percent in, 0 to 1 out. */
export function stopPlaces(stops: readonly { at: number }[]): number[] {
  let reached = 0;
  return stops.map(({ at }) => (reached = Math.max(reached, at / 100)));
}

/**
 * Lays a gradient over a box.
 * @param angle CSS's: 0 upwards, 90 to the right, degrees
 */
export function layGradient(
  angle: number,
  stops: readonly { at: number; colour: Rgba }[],
  box: Box,
): LaidGradient {
  const { x0, y0, x1, y1 } = gradientLine(angle, box);
  const [dx, dy] = [x1 - x0, y1 - y0];
  const length = dx * dx + dy * dy || 1;
  const places = stopPlaces(stops);
  return {
    start: ((0.5 - x0) * dx + (0.5 - y0) * dy) / length,
    right: dx / length,
    down: dy / length,
    stops: stops.map(({ colour }, i) => ({ at: places[i]!, colour })),
  };
}

/** The gradient's colour at a pixel's centre, premultiplied: levels 0 to 255 and alpha 0 to 1, written to `out`. */
export function readGradient(
  { start, right, down, stops }: LaidGradient,
  x: number,
  y: number,
  out: Float64Array,
): void {
  const t = start + x * right + y * down;
  let after = 0;
  while (after < stops.length && stops[after]!.at <= t) after++;
  const low = stops[Math.max(0, after - 1)]!;
  const high = stops[Math.min(stops.length - 1, after)]!;
  const share = high.at > low.at ? Math.min(1, Math.max(0, (t - low.at) / (high.at - low.at))) : 0;
  const [p, q] = [low.colour, high.colour];
  const a = p.a + (q.a - p.a) * share;
  out[0] = p.r * p.a + (q.r * q.a - p.r * p.a) * share;
  out[1] = p.g * p.a + (q.g * q.a - p.g * p.a) * share;
  out[2] = p.b * p.a + (q.b * q.a - p.b * p.a) * share;
  out[3] = a;
}
