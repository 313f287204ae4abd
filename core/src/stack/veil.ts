import { blend } from '../colour/blend.ts';
import type { BlendMode } from '../model/layer.ts';
import { sizeOf, type Area } from './area.ts';
import { coversArea, isEvenOver, readLayer, type StackLayer } from './layers.ts';

/**
 * What all layers together lay over the page: at every pixel a colour, and the share of the page that shows through. The
 * layers never blend with the page itself, so that a pixel's ground is `colour + through · page`, whatever the page.
 */
export interface Veil {
  area: Area;
  /** Whether every pixel is the same; then there is only one. */
  isEven: boolean;
  /** Four numbers a pixel, row by row: red, green, blue from 0 to 255, and the share that shows through, 0 to 1. */
  data: Float64Array;
}

/** The veil that layers, bottom first, make over an area of the header. */
export function veilOf(layers: readonly StackLayer[], area: Area): Veil {
  const isEven = layers.every((layer) => isEvenOver(layer, area));
  const [width, count] = [area.right - area.left, isEven ? 1 : sizeOf(area)];
  const whole = new Float64Array(4 * count);
  const group = new Float64Array(4 * count);
  const colour = new Float64Array(4);
  layers.forEach((layer, n) => {
    const isWhole = coversArea(layer, area);
    for (let i = 0, x = 0, y = 0; i < count; i++) {
      readLayer(layer, area.left + x, area.top + y, isWhole, colour);
      if (colour[3]! > 0) {
        if (layer.blend !== 'normal') blendInto(group, 4 * i, colour, layer.blend);
        layOver(group, 4 * i, colour, 0);
      }
      if (++x === width) [x, y] = [0, y + 1];
    }
    if (layers[n + 1]?.owner === layer.owner) return;
    for (let i = 0; i < 4 * count; i += 4) layOver(whole, i, group, i);
    group.fill(0);
  });
  for (let i = 3; i < whole.length; i += 4) whole[i] = 1 - whole[i]!;
  return { area, isEven, data: whole };
}

/** Source-over of a premultiplied colour (Compositing 1, section 5.1). */
function layOver(below: Float64Array, at: number, top: Float64Array, from: number): void {
  const shows = 1 - top[from + 3]!;
  below[at] = top[from]! + below[at]! * shows;
  below[at + 1] = top[from + 1]! + below[at + 1]! * shows;
  below[at + 2] = top[from + 2]! + below[at + 2]! * shows;
  below[at + 3] = top[from + 3]! + below[at + 3]! * shows;
}

/**
 * Mixes a source with what its backdrop makes of it, by how opaque the backdrop is (Compositing 1, section 5.2). `colour`
 * is premultiplied and is changed.
 */
function blendInto(backdrop: Float64Array, at: number, colour: Float64Array, mode: BlendMode): void {
  const [under, alpha] = [backdrop[at + 3]!, colour[3]!];
  if (under === 0 || alpha === 0) return;
  const own = (v: number, a: number) => Math.min(1, v / a / 255);
  const mixed = blend(
    mode,
    [own(backdrop[at]!, under), own(backdrop[at + 1]!, under), own(backdrop[at + 2]!, under)],
    [own(colour[0]!, alpha), own(colour[1]!, alpha), own(colour[2]!, alpha)],
  );
  for (let c = 0; c < 3; c++) colour[c] = (1 - under) * colour[c]! + under * alpha * 255 * mixed[c]!;
}

/** A ground's level, 0 to 255: composed in floating point and rounded once, half up. The last bits of a sum decide nothing. */
export function groundLevel(colour: number, through: number, page: number): number {
  return Math.floor(colour + through * page + 0.5 + 1e-9);
}
