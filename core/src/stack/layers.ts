import type { Rgba } from '../colour/rgb.ts';
import { cutDepth, cutDepthAt, type CutEdge } from '../geometry/cut.ts';
import type { BlendMode } from '../colour/blend.ts';
import { sizeOf, type Area } from '../geometry/area.ts';
import { readGradient, type LaidGradient } from '../geometry/gradient.ts';
import type { Raster } from '../geometry/raster.ts';

/** A layer between the page and the ink, by the name that the cut gives it. */
export type StackLayerName =
  | 'shadow'
  | 'fill'
  | 'gradient'
  | 'picture'
  | 'tint'
  | 'edge'
  | 'backing'
  | 'buttons'
  | 'textShadow'
  | 'window'
  | 'others';

/** What a layer paints. A new kind of paint is one member here and one line in {@link READERS}. */
export type Paint =
  | { kind: 'even'; colour: Rgba }
  | { kind: 'gradient'; gradient: LaidGradient }
  | {
      kind: 'picture';
      /** The picture over its box; `undefined` where it is missing. */
      pixels: Raster | undefined;
      left: number;
      top: number;
      fallback: Rgba;
      opacity: number;
      /** Fades, each of which lets through a share. */
      masks: readonly LaidGradient[];
    }
  /** A colour by how much of each pixel of an area it covers, 0 to 1. */
  | { kind: 'coverage'; colour: Rgba; area: Area; coverage: Float32Array };

/** A box in whole header pixels with round corners, and a lower edge that may be cut. */
export interface FilledBox {
  area: Area;
  /** Radius of its upper corners, and of its lower ones. */
  above: number;
  below: number;
  /** How far its lower edge hangs below the rest of it at its start, middle and end, CSS pixels. */
  cut?: CutEdge;
}

export interface StackLayer {
  name: StackLayerName;
  /** Whose it is. The layers of one owner are one isolated group (Compositing 1, section 3): blending ends there. */
  owner: 'header' | 'rail' | 'item';
  paint: Paint;
  blend: BlendMode;
  /** What it fills; everything where none is given. */
  box?: FilledBox;
}

/** The blur of the page behind everything. */
export interface Blur {
  /** Standard deviation, CSS pixels. */
  sigma: number;
  /** What is blurred on its own, its edges mirrored: header pixels. */
  area: Area;
  /** The corners and the cut of its edge; sharp ones where none are given. */
  edge?: Omit<FilledBox, 'area'>;
}

/** Everything between the page and an ink: bottom first. */
export interface Stack {
  blur?: Blur;
  layers: StackLayer[];
}

type Reader<K extends Paint['kind']> = (
  paint: Extract<Paint, { kind: K }>,
  x: number,
  y: number,
  out: Float64Array,
) => void;

const scratch = new Float64Array(4);

/** How each kind of paint is read at a pixel: premultiplied, levels 0 to 255 and alpha 0 to 1. */
const READERS: { [K in Paint['kind']]: Reader<K> } = {
  even: ({ colour }, _x, _y, out) => write(out, colour, colour.a),
  gradient: ({ gradient }, x, y, out) => readGradient(gradient, x, y, out),
  coverage: ({ colour, area, coverage }, x, y, out) => {
    const inside = x >= area.left && x < area.right && y >= area.top && y < area.bottom;
    const share = inside ? coverage[(y - area.top) * (area.right - area.left) + x - area.left]! : 0;
    write(out, colour, colour.a * share);
  },
  picture: ({ pixels, left, top, fallback, opacity, masks }, x, y, out) => {
    write(out, fallback, fallback.a);
    const [px, py] = [x - left, y - top];
    if (pixels && px >= 0 && py >= 0 && px < pixels.width && py < pixels.height) {
      const i = 4 * (py * pixels.width + px);
      const a = pixels.data[i + 3]! / 255;
      for (let c = 0; c < 3; c++) out[c] = pixels.data[i + c]! * a + out[c]! * (1 - a);
      out[3] = a + out[3]! * (1 - a);
    }
    let share = opacity;
    for (const mask of masks) {
      readGradient(mask, x, y, scratch);
      share *= scratch[3]!;
    }
    for (let c = 0; c < 4; c++) out[c]! *= share;
  },
};

function write(out: Float64Array, { r, g, b }: Rgba, a: number): void {
  out[0] = r * a;
  out[1] = g * a;
  out[2] = b * a;
  out[3] = a;
}

function readPaint<K extends Paint['kind']>(
  paint: Extract<Paint, { kind: K }>,
  x: number,
  y: number,
  out: Float64Array,
) {
  const read: Reader<K> = READERS[paint.kind];
  read(paint, x, y, out);
}

/**
 * A layer's colour at a header pixel, premultiplied and cut to its box: levels 0 to 255, alpha 0 to 1, written to `out`.
 * @param isWhole its box is known to cover the pixel
 */
export function readLayer(
  { paint, box }: StackLayer,
  x: number,
  y: number,
  isWhole: boolean,
  out: Float64Array,
): void {
  readPaint(paint, x, y, out);
  if (!box || isWhole) return;
  const share = boxCoverage(box, x, y);
  if (share < 1) for (let c = 0; c < 4; c++) out[c]! *= share;
}

/** How much of a pixel a box with round corners covers, 0 to 1: by the distance of the pixel's centre from the arc. */
export function boxCoverage({ area, above, below, cut }: FilledBox, x: number, y: number): number {
  if (x < area.left || x >= area.right || y < area.top || y >= area.bottom) return 0;
  if (cut) {
    const { left, right } = area;
    const edge = area.bottom - cutDepth({ cut }) + cutDepthAt(cut, (x + 0.5 - left) / (right - left));
    const share = Math.min(1, Math.max(0, edge - y));
    return share === 0 ? 0 : share * boxCoverage({ area, above, below }, x, y);
  }
  const [cx, cy] = [x + 0.5, y + 0.5];
  const isAbove = cy < (area.top + area.bottom) / 2;
  const height = area.bottom - area.top;
  const radius = Math.min(isAbove ? above : below, (area.right - area.left) / 2, height / 2);
  const dx = Math.max(area.left + radius - cx, cx - (area.right - radius), 0);
  const dy = isAbove ? area.top + radius - cy : cy - (area.bottom - radius);
  if (dx <= 0 || dy <= 0) return 1;
  return Math.min(1, Math.max(0, radius - Math.hypot(dx, dy) + 0.5));
}

/** Whether a layer's box covers every pixel of an area whole. A box with round corners is convex: its corners decide; of one with a cut edge, what is above the cut. */
export function coversArea({ box }: Pick<StackLayer, 'box'>, area: Area): boolean {
  if (!box || sizeOf(area) === 0) return true;
  if (box.cut && area.bottom > box.area.bottom - cutDepth({ cut: box.cut })) return false;
  const corners = [
    [area.left, area.top],
    [area.right - 1, area.top],
    [area.left, area.bottom - 1],
    [area.right - 1, area.bottom - 1],
  ] as const;
  return corners.every(([x, y]) => boxCoverage(box, x, y) === 1);
}

/** Whether a layer is the same colour all over an area. */
export function isEvenOver(layer: StackLayer, area: Area): boolean {
  const { paint } = layer;
  return paint.kind === 'even' && (paint.colour.a === 0 || coversArea(layer, area));
}
