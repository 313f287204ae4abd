import type { Rgb } from '../colour/rgb.ts';
import type { Raster } from '../geometry/raster.ts';
import { difference, pixelOf, type Pixel, type PixelBox } from './raster.ts';

/** What the computer can do with a logo's pixels: trim it, find and cut its box, set it in one colour. */

/** Channel levels by which a pixel may differ from the margin and still be taken for it. */
const NEARLY = 8;

/**
 * The part of a picture that holds anything: without the margins that are transparent, or as uniform as its corner.
 * @returns the whole picture where there is no margin, or nothing but margin
 */
export function trimBox(raster: Raster, tolerance = NEARLY): PixelBox {
  const { width, height } = raster;
  const margin = pixelOf(raster, 0, 0);
  const isMargin = (x: number, y: number) => {
    const pixel = pixelOf(raster, x, y);
    return pixel[3] <= tolerance || difference(pixel, margin) <= tolerance;
  };
  const isEmptyRow = (y: number, from: number, to: number) => {
    for (let x = from; x <= to; x++) if (!isMargin(x, y)) return false;
    return true;
  };
  const isEmptyColumn = (x: number, from: number, to: number) => {
    for (let y = from; y <= to; y++) if (!isMargin(x, y)) return false;
    return true;
  };
  let [left, top, right, bottom] = [0, 0, width - 1, height - 1];
  while (top <= bottom && isEmptyRow(top, 0, width - 1)) top++;
  if (top > bottom) return { x: 0, y: 0, width, height };
  while (isEmptyRow(bottom, 0, width - 1)) bottom--;
  while (isEmptyColumn(left, top, bottom)) left++;
  while (isEmptyColumn(right, top, bottom)) right--;
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

/**
 * The solid box that a logo carries: its colour, where at least 95 of 100 pixels along its border are opaque and alike.
 * @returns `undefined` where it has none
 */
export function findBox(raster: Raster, tolerance = 12): Rgb | undefined {
  const { width, height } = raster;
  const border: Pixel[] = [];
  for (let x = 0; x < width; x++) border.push(pixelOf(raster, x, 0), pixelOf(raster, x, height - 1));
  for (let y = 1; y < height - 1; y++) border.push(pixelOf(raster, 0, y), pixelOf(raster, width - 1, y));
  const median = ([0, 1, 2] as const).map(
    (c) => border.map((pixel) => pixel[c]).sort((a, b) => a - b)[border.length >> 1]!,
  );
  const middle: Pixel = [median[0]!, median[1]!, median[2]!, 255];
  const alike = border.filter((pixel) => difference(pixel, middle) <= tolerance).length;
  return alike >= 0.95 * border.length ? { r: median[0]!, g: median[1]!, b: median[2]! } : undefined;
}

/**
 * Cuts a uniform box out: what is joined to the border and as near to the box's colour as the tolerance becomes
 * transparent; where it fades into the logo, the box's share of the colour is taken away.
 * @param tolerance largest difference of a channel that still counts as the box, 0 to 255
 */
export function cutBox(raster: Raster, box: Rgb, tolerance: number): Raster {
  const { width, height } = raster;
  const data = new Uint8ClampedArray(raster.data);
  const ground: Pixel = [box.r, box.g, box.b, 255];
  const seen = new Uint8Array(width * height);
  const queue: number[] = [];
  const reach = (x: number, y: number) => {
    if (x < 0 || y < 0 || x >= width || y >= height) return;
    const i = y * width + x;
    if (seen[i]) return;
    const pixel = pixelOf(raster, x, y);
    if (pixel[3] !== 0 && difference(pixel, ground) > tolerance) return;
    seen[i] = 1;
    queue.push(i);
  };
  for (let x = 0; x < width; x++) [0, height - 1].forEach((y) => reach(x, y));
  for (let y = 0; y < height; y++) [0, width - 1].forEach((x) => reach(x, y));
  for (let i = queue.pop(); i !== undefined; i = queue.pop()) {
    data[4 * i + 3] = 0;
    const [x, y] = [i % width, Math.floor(i / width)];
    reach(x - 1, y);
    reach(x + 1, y);
    reach(x, y - 1);
    reach(x, y + 1);
  }
  // Pixels at the cut are the logo's colour over the box's: the nearest inner pixel says which colour that is.
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (seen[i] || !touches(seen, width, height, x, y)) continue;
      const pixel = pixelOf(raster, x, y);
      const inner = innerPixel(raster, seen, x, y);
      if (!inner) continue;
      const share = shareOf(pixel, inner, ground);
      data.set([inner[0], inner[1], inner[2], Math.round(share * pixel[3])], 4 * i);
    }
  }
  return { width, height, data };
}

function touches(seen: Uint8Array, width: number, height: number, x: number, y: number): boolean {
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      const [nx, ny] = [x + dx, y + dy];
      if (nx >= 0 && ny >= 0 && nx < width && ny < height && seen[ny * width + nx]) return true;
    }
  }
  return false;
}

/** Of the pixels two steps away that are not cut, the one that differs most from this one's surroundings. */
function innerPixel(raster: Raster, seen: Uint8Array, x: number, y: number): Pixel | undefined {
  const { width, height } = raster;
  let best: Pixel | undefined;
  let most = -1;
  for (let dy = -2; dy <= 2; dy++) {
    for (let dx = -2; dx <= 2; dx++) {
      const [nx, ny] = [x + dx, y + dy];
      if (nx < 0 || ny < 0 || nx >= width || ny >= height || seen[ny * width + nx]) continue;
      if (touches(seen, width, height, nx, ny)) continue;
      const pixel = pixelOf(raster, nx, ny);
      const near = -Math.hypot(dx, dy);
      if (best === undefined || near > most) [best, most] = [pixel, near];
    }
  }
  return best;
}

/** How much of a colour is in a mix with a ground, 0 to 1, by least squares over the channels. */
function shareOf(mixed: Pixel, colour: Pixel, ground: Pixel): number {
  let [over, under] = [0, 0];
  for (let c = 0; c < 3; c++) {
    const span = colour[c]! - ground[c]!;
    over += (mixed[c]! - ground[c]!) * span;
    under += span * span;
  }
  return under === 0 ? 1 : Math.min(1, Math.max(0, over / under));
}

/** A logo in one colour: every pixel in that colour, its alpha kept. */
export function inOneColour(raster: Raster, { r, g, b }: Rgb): Raster {
  const data = new Uint8ClampedArray(raster.data);
  for (let i = 0; i < data.length; i += 4) data.set([r, g, b], i);
  return { ...raster, data };
}

/** Whether a picture has anything to see through: an opaque one cannot be set in one colour. */
export function isOpaque({ data }: Raster): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i]! < 250) return false;
  return true;
}

/** Every colour of an SVG as another: fills, strokes and stops; `none` and transparent ones stay. */
export function svgInOneColour(svg: string, colour: string): string {
  const keep = /^(none|transparent|inherit|url\(.*)$/i;
  const attribute = svg.replace(
    /\b(fill|stroke|stop-color)\s*=\s*(["'])([^"']*)\2/gi,
    (whole, name: string, quote: string, value: string) =>
      keep.test(value.trim()) ? whole : `${name}=${quote}${colour}${quote}`,
  );
  const style = attribute.replace(
    /\b(fill|stroke|stop-color)\s*:\s*([^;"'}]+)/gi,
    (whole, name: string, value: string) => (keep.test(value.trim()) ? whole : `${name}:${colour}`),
  );
  // Shapes without a fill of their own are black: the root says the colour for them.
  return /<svg[^>]*\sfill=/i.test(style) ? style : style.replace(/<svg\b/i, `<svg fill="${colour}"`);
}
