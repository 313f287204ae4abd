import { cssColour, type Rgb } from '../colour/rgb.ts';
import type { Backdrop, Gradient, PicturePlacing } from '../model/layer.ts';
import { turnedBackdrop } from '../model/page.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';
import { setType, type Font, type TypeContext } from '../measure/measure.ts';
import { snapBox, type Box, type Size } from '../geometry/box.ts';
import type { Raster } from '../geometry/raster.ts';
import { gradientLine, stopPlaces } from '../geometry/gradient.ts';
import {
  laidShowing,
  waysSeen,
  type Block,
  type LaidBand,
  type LaidLine,
  type LaidPage,
  type LetterShadow,
} from './laid.ts';
import { cutPoints } from '../geometry/cut.ts';
import { CARD_RADIUS } from './metrics.ts';
import { PAUSE, pauseBars } from './pause.ts';
import { tilingOf, type TilePlacing } from './placing.ts';

/** A decoded picture: its own size, and what the context draws. */
export interface Drawable extends Size {
  image: unknown;
  /** The size of `image` itself, where it is not the picture's: one that ships smaller. */
  pixels?: Size;
  /** A vector picture drawn anew in a size of whole pixels, for tiles. */
  atSize?(width: number, height: number): unknown;
  /**
   * A picture that is drawn as `tile` so much smaller than it is, or larger, that the context would draw it otherwise than a page's raster:
   * its pixels in an area, ready to be drawn as they are.
   */
  reduced?(tile: Box, area: Box): unknown;
}

/** The part of the Canvas 2D interface that painting needs. */
export interface PaintingContext extends TypeContext {
  fillStyle: unknown;
  textBaseline: string;
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: string;
  globalCompositeOperation: string;
  save(): void;
  restore(): void;
  beginPath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  rect(x: number, y: number, width: number, height: number): void;
  roundRect(x: number, y: number, width: number, height: number, radius: number): void;
  clip(): void;
  translate(x: number, y: number): void;
  scale(x: number, y: number): void;
  createPattern(image: never, repeat: 'repeat'): unknown;
  fill(): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  fillText(text: string, x: number, y: number): void;
  drawImage(image: never, x: number, y: number, width: number, height: number): void;
  drawImage(
    image: never,
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
  createLinearGradient(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): { addColorStop(at: number, colour: string): void };
}

/** What painting takes from the site beside the laid-out page. A picture that is missing shows its fallback colour. */
export interface Paints {
  palette: readonly Swatch[];
  pictures: ReadonlyMap<string, Drawable>;
  /** Draws the shadow of a line of letters; none where nothing is drawn. */
  shade?(line: LaidLine, font: Font, shadow: LetterShadow): Shade;
}

/** A shadow of letters, ready to be drawn, and where its left upper corner lies. */
export interface Shade extends Box {
  image: unknown;
}

/**
 * Paints a laid-out page, without its header, on a context whose canvas has the page's size.
 * @param turned with every band turned that turns along with the scroll
 */
export function paintPage(page: LaidPage, context: PaintingContext, paints: Paints, turned = false): void {
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = 'medium';
  context.textBaseline = 'alphabetic';
  context.fillStyle = cssColour(page.colour);
  context.fillRect(0, 0, page.width, page.height);
  for (const band of page.bands) paintBand(page, band, context, paints, turned);
  const { snapshot } = page;
  const picture = snapshot && paints.pictures.get(snapshot.picture);
  if (snapshot && picture) drawOn(context, picture, snapshot.box, snapshot.box);
}

/**
 * All that is kept of a page's pixels: as it is first seen, turned where bands turn, and with each of the pictures that take turns.
 * @param paint paints a page on a canvas of its size, turned or not, and reads its pixels
 */
export function paintRaster(
  laid: LaidPage,
  paint: (page: LaidPage, turned: boolean) => Uint8ClampedArray,
): Raster {
  const { width, height } = laid;
  const turns = laid.bands.some((band) => band.turns);
  const [first, ...others] = Array.from({ length: waysSeen(laid) }, (_, shows): Raster => {
    const page = laidShowing(laid, shows);
    return { width, height, data: paint(page, false), ...(turns && { turned: paint(page, true) }) };
  });
  return { ...first!, ...(others.length > 0 && { others }) };
}

function paintBand(
  page: LaidPage,
  band: LaidBand,
  context: PaintingContext,
  paints: Paints,
  turned: boolean,
): void {
  const { backdrop, turns, top, height } = band;
  paintBackdrop(
    turned ? turnedBackdrop(band) : backdrop,
    { x: 0, y: top, width: page.width, height },
    context,
    paints,
  );
  if (turned && turns) {
    context.fillStyle = cssColour(resolveColour(paints.palette, turns.tint.colour), turns.tint.opacity);
    context.fillRect(0, top, page.width, height);
  }
  for (const block of band.blocks) paintBlock(block, context, paints, turned);
}

/** Paints a backdrop's layers, bottom first, within a box. */
export function paintBackdrop(backdrop: Backdrop, box: Box, context: PaintingContext, paints: Paints): void {
  const { palette } = paints;
  context.save();
  context.beginPath();
  context.rect(box.x, box.y, box.width, box.height);
  context.clip();
  const flood = (style: unknown) => {
    context.fillStyle = style;
    context.fillRect(box.x, box.y, box.width, box.height);
  };
  flood(cssColour(resolveColour(palette, backdrop.colour)));
  if (backdrop.gradient) flood(gradientStyle(backdrop.gradient, box, context, palette));
  const picture = backdrop.picture && paints.pictures.get(backdrop.picture.picture);
  if (backdrop.picture && picture) {
    const { blend = 'normal' } = backdrop.picture;
    context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
    drawPlaced(context, picture, box, backdrop.picture);
    context.globalCompositeOperation = 'source-over';
  }
  if (backdrop.tint) flood(cssColour(resolveColour(palette, backdrop.tint.colour), backdrop.tint.opacity));
  context.restore();
}

/** Steps between two stops of a gradient that differ in opacity. */
const STEPS = 16;

/** A CSS linear gradient over a box, as a canvas style. */
function gradientStyle(
  { angle, stops }: Gradient,
  box: Box,
  context: PaintingContext,
  palette: readonly Swatch[],
): unknown {
  const { x0, y0, x1, y1 } = gradientLine(angle, box);
  const style = context.createLinearGradient(x0, y0, x1, y1);
  const places = stopPlaces(stops);
  stops.forEach((stop, i) => {
    const colour = resolveColour(palette, stop.colour);
    style.addColorStop(places[i]!, cssColour(colour, stop.opacity));
    const next = stops[i + 1];
    if (!next || next.opacity === stop.opacity || places[i] === places[i + 1]) return;
    // Canvases mix colours as they are, style sheets by their opacity: between the two, steps that follow the latter.
    const other = resolveColour(palette, next.colour);
    for (let step = 1; step < STEPS; step++) {
      const p = step / STEPS;
      const opacity = stop.opacity + (next.opacity - stop.opacity) * p;
      const level = (key: keyof Rgb) =>
        Math.round((colour[key] * stop.opacity * (1 - p) + other[key] * next.opacity * p) / opacity);
      const mixed = { r: level('r'), g: level('g'), b: level('b') };
      style.addColorStop(places[i]! + (places[i + 1]! - places[i]!) * p, cssColour(mixed, opacity));
    }
  });
  return style;
}

/** Draws a placed picture over a whole box at the context's origin; the context's canvas has the box's size. */
export function paintPlaced(
  picture: Drawable,
  placing: PicturePlacing,
  size: { width: number; height: number },
  context: PaintingContext,
): void {
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = 'medium';
  drawPlaced(context, picture, { x: 0, y: 0, ...size }, placing);
}

/**
 * Draws a placed picture in a box as browsers paint backgrounds: a single tile as a picture, several as one pattern, so
 * that there is no seam between two.
 */
function drawPlaced(context: PaintingContext, picture: Drawable, box: Box, placing: TilePlacing): void {
  const { tile, across, down } = tilingOf(picture, box, placing);
  if (!across && !down) {
    drawOn(context, picture, tile, box);
    return;
  }
  const own = picture.atSize
    ? { width: Math.max(1, Math.round(tile.width)), height: Math.max(1, Math.round(tile.height)) }
    : (picture.pixels ?? picture);
  const image = picture.atSize?.(own.width, own.height) ?? picture.image;
  const [sx, sy] = [tile.width / own.width, tile.height / own.height];
  context.save();
  context.translate(tile.x, tile.y);
  context.scale(sx, sy);
  context.fillStyle = context.createPattern(sourceOf(image), 'repeat');
  const left = across ? (box.x - tile.x) / sx : 0;
  const top = down ? (box.y - tile.y) / sy : 0;
  context.fillRect(left, top, across ? box.width / sx : own.width, down ? box.height / sy : own.height);
  context.restore();
}

/** What a context draws: pixels are those of whoever has the context, a browser or Skia. */
const sourceOf = (image: unknown) => image as never;

/** Draws a picture as a tile, of which what lies in a box is seen. */
function drawOn(context: PaintingContext, picture: Drawable, tile: Box, box: Box): void {
  const area = wholePixels(tile, box);
  const ready = picture.reduced?.(tile, area);
  if (ready || picture.atSize) {
    const { x, y, width, height } = ready ? area : tile;
    context.drawImage(sourceOf(ready ?? picture.image), x, y, width, height);
    return;
  }
  // Of a picture that is larger than its box browsers draw the part that is seen: what lies beyond is not weighed in at its edges.
  const own = picture.pixels ?? picture;
  const [across, down] = [own.width / tile.width, own.height / tile.height];
  const [x, y] = [Math.max(tile.x, box.x), Math.max(tile.y, box.y)];
  const width = Math.min(tile.x + tile.width, box.x + box.width) - x;
  const height = Math.min(tile.y + tile.height, box.y + box.height) - y;
  if (width <= 0 || height <= 0) return;
  const from = [(x - tile.x) * across, (y - tile.y) * down, width * across, height * down] as const;
  context.drawImage(sourceOf(picture.image), ...from, x, y, width, height);
}

/** The pixels of which a tile and a box both cover some. */
function wholePixels(tile: Box, box: Box): Box {
  const [x, y] = [Math.floor(Math.max(tile.x, box.x)), Math.floor(Math.max(tile.y, box.y))];
  const right = Math.ceil(Math.min(tile.x + tile.width, box.x + box.width));
  const bottom = Math.ceil(Math.min(tile.y + tile.height, box.y + box.height));
  return { x, y, width: Math.max(1, right - x), height: Math.max(1, bottom - y) };
}

function paintBlock(block: Block, context: PaintingContext, paints: Paints, turned: boolean): void {
  switch (block.kind) {
    case 'text':
      setType(context, block.font);
      context.fillStyle = cssColour((turned ? block.turned : undefined) ?? block.colour);
      for (const line of block.lines) context.fillText(line.text, line.x, line.baseline);
      return;
    case 'shadow':
      for (const line of block.lines) {
        const shade = paints.shade?.(line, block.font, block.shadow);
        if (shade) context.drawImage(sourceOf(shade.image), shade.x, shade.y, shade.width, shade.height);
      }
      return;
    case 'edge': {
      const { x, y, width, height } = block.box;
      const bottom = y + height;
      context.fillStyle = cssColour(block.colour);
      context.beginPath();
      context.moveTo(x, bottom);
      cutPoints(block.edge).forEach((depth, i, all) =>
        context.lineTo(x + (width * i) / (all.length - 1), bottom - depth),
      );
      context.lineTo(x + width, bottom);
      context.fill();
      return;
    }
    case 'card':
    case 'button': {
      const { x, y, width, height } = snapBox(block.box);
      context.fillStyle = cssColour(block.colour);
      context.beginPath();
      context.roundRect(x, y, width, height, block.kind === 'card' ? CARD_RADIUS : block.radius);
      context.fill();
      return;
    }
    case 'pause': {
      const { x, y, width, height } = snapBox(block.box);
      context.fillStyle = cssColour({ r: 0, g: 0, b: 0 });
      context.beginPath();
      context.roundRect(x, y, width, height, PAUSE.radius);
      context.fill();
      context.fillStyle = cssColour({ r: 255, g: 255, b: 255 });
      for (const bar of pauseBars({ x, y, width, height }))
        context.fillRect(bar.x, bar.y, bar.width, bar.height);
      return;
    }
    case 'picture': {
      const picture = paints.pictures.get(block.picture);
      if (!picture) return;
      const box = snapBox(block.box);
      context.save();
      context.beginPath();
      context.rect(box.x, box.y, box.width, box.height);
      context.clip();
      const { x, y } = block.focus;
      const placing = { size: 'cover', x, y, repeat: 'no-repeat' } as const;
      drawPlaced(context, picture, block.box, placing);
      context.restore();
      return;
    }
  }
}
