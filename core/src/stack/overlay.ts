import { blend, type BlendMode } from '../colour/blend.ts';
import { overlap, sizeOf, type Area } from '../geometry/area.ts';
import { coversArea, isEvenOver, readLayer, type StackLayer } from './layers.ts';

/**
 * What all layers together lay over the page: at every pixel a colour, and the share of the page that shows through. The
 * layers never blend with the page itself, so that a pixel's ground is `colour + through · page`, whatever the page.
 */
export interface Overlay {
  area: Area;
  /** Whether every pixel is the same; then there is only one. */
  isEven: boolean;
  /** Four numbers a pixel, row by row: red, green, blue from 0 to 255, and the share that shows through, 0 to 1. */
  data: Float64Array;
}

/** The overlay that layers, bottom first, make over an area of the header. */
export function overlayOf(layers: readonly StackLayer[], area: Area): Overlay {
  return overlayOver(laid(layers, area), [], area);
}

/** What layers lay over an area, premultiplied: more may be laid over it. */
export interface Laid extends Pick<Overlay, 'isEven'> {
  /** Four numbers a pixel, row by row: red, green, blue from 0 to 255 and alpha 0 to 1. */
  data: Float64Array;
}

/** Lays groups of layers one over the other, each owner's by itself. */
export function laid(layers: readonly StackLayer[], area: Area): Laid {
  const isEven = layers.every((layer) => isEvenOver(layer, area));
  const count = isEven ? 1 : sizeOf(area);
  const whole = new Float64Array(4 * count);
  const group = new Float64Array(4 * count);
  layers.forEach((layer, n) => {
    lay(group, layer, area, isEven);
    if (layers[n + 1]?.owner === layer.owner) return;
    for (let i = 0; i < 4 * count; i += 4) layOver(whole, i, group, i);
    group.fill(0);
  });
  return { isEven, data: whole };
}

/**
 * The overlay of layers over what is laid already. All that is laid over is of one owner and mixes with nothing, so that one
 * can be laid after the other.
 */
export function overlayOver(below: Laid, layers: readonly StackLayer[], area: Area): Overlay {
  const isEven = below.isEven && layers.every((layer) => isEvenOver(layer, area));
  const data = new Float64Array(4 * (isEven ? 1 : sizeOf(area)));
  if (below.data.length === data.length) data.set(below.data);
  else for (let i = 0; i < data.length; i++) data[i] = below.data[i % 4]!;
  for (const layer of layers) lay(data, layer, area, isEven);
  for (let i = 3; i < data.length; i += 4) data[i] = 1 - data[i]!;
  return { area, isEven, data };
}

const colour = new Float64Array(4);

/** Lays a layer over what is there, where its box is; over the one pixel of an area that is even. */
function lay(data: Float64Array, layer: StackLayer, area: Area, isEven: boolean): void {
  const isWhole = coversArea(layer, area);
  const { box, paint } = layer;
  const most = paint.kind === 'coverage' ? overlap(paint.area, area) : area;
  const reached = isEven
    ? { ...area, right: area.left + 1, bottom: area.top + 1 }
    : box
      ? overlap(box.area, most)
      : most;
  const width = isEven ? 1 : area.right - area.left;
  for (let y = reached.top; y < reached.bottom; y++) {
    let i = 4 * ((y - area.top) * width + reached.left - area.left);
    for (let x = reached.left; x < reached.right; x++, i += 4) {
      readLayer(layer, x, y, isWhole, colour);
      if (colour[3]! === 0) continue;
      if (layer.blend !== 'normal') blendInto(data, i, colour, layer.blend);
      layOver(data, i, colour, 0);
    }
  }
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
