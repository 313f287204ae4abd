import { at as elementAt } from '@hatrail/core/lists';
import { createCanvas, loadImage, type Canvas, type Image, type SKRSContext2D } from '@napi-rs/canvas';
import { luminance16, WHITE_LUMINANCE } from '@hatrail/core/colour/contrast';
import { parseColour } from '@hatrail/core/colour/rgb';
import { contextMeasure, type Measure, type MeasuringContext } from '@hatrail/core/measure/measure';
import type { Site } from '@hatrail/core/model/site';
import { paintPage, paintRaster, type Drawable } from '@hatrail/core/page/paint';
import { snapBox } from '@hatrail/core/geometry/box';
import type { LaidPage } from '@hatrail/core/page/laid';
import { headerPictures } from '@hatrail/core/output/files';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import { picturesOf } from '@hatrail/core/output/page';
import type { Raster } from '@hatrail/core/geometry/raster';
import { contextDrawing, type ReadableContext } from '@hatrail/core/stack/contextDrawing';
import type { Drawing } from '@hatrail/core/stack/drawing';
import { shader } from '@hatrail/core/stack/textShadow';
import { registerFonts } from './fonts.ts';
import { halvesOf, halvings, reducedPixels, type Halves } from '@hatrail/core/pixels/reduced';

/** What the core needs from outside, by the Skia canvas: text metrics, decoded pictures, pixels. */

/** Skia's context, as the core knows one: its types are not those of a browser. */
export const asContext = (context: SKRSContext2D) => context as unknown as ReadableContext & MeasuringContext;

const newContext = (width: number, height: number) => asContext(createCanvas(width, height).getContext('2d'));

/** Text metrics of the shipped families. */
export function skiaMeasure(): Measure {
  registerFonts();
  return contextMeasure(newContext(1, 1));
}

/** Decodes the pictures that a site uses, in the sizes in which they ship. `read` gives a file's bytes, or `undefined` where it is missing. */
export async function decodePictures(
  site: Site,
  read: (file: string, width?: number) => Promise<Uint8Array | undefined>,
  sizes: ShippedSizes = {},
): Promise<Map<string, Drawable>> {
  const pictures = new Map<string, Drawable>();
  const used = site.headers.flatMap((header) => headerPictures(site, header));
  for (const id of new Set([...picturesOf(site), ...used])) {
    const { file, width, height } = site.pictures.find((picture) => picture.id === id)!;
    const bytes = await read(file, sizes[id]?.one);
    if (!bytes) continue;
    const image = await loadImage(Buffer.from(bytes));
    const pixels = { width: image.width, height: image.height };
    pictures.set(
      id,
      file.endsWith('.svg')
        ? { image, width, height, pixels, atSize: tileOf(image) }
        : Object.assign(smoothed(image), { width, height, pixels, reduced: reducerOf(image) }),
    );
  }
  return pictures;
}

/**
 * A raster picture as a canvas, drawn the first time that it is asked for: of a decoded one Skia's canvas passes over how smooth
 * it is to be, and weighs its texels by sixteenths.
 */
function smoothed(image: Image): Pick<Drawable, 'image'> {
  let drawn: Canvas | undefined;
  return Object.defineProperty({ image: undefined as unknown }, 'image', {
    enumerable: true,
    get: () => (drawn ??= tileOf(image)(image.width, image.height)),
  });
}

/** Draws a vector picture anew in a size. */
function tileOf(image: Image) {
  return (width: number, height: number) => {
    const canvas = createCanvas(width, height);
    canvas.getContext('2d').drawImage(image, 0, 0, width, height);
    return canvas;
  };
}

/** In how many sizes a picture that was reduced is kept: the same is drawn for page after page. */
const SIZES_KEPT = 3;

/** Draws a raster picture that is drawn smaller or larger than it is, which Skia's canvas does otherwise than a page's raster. */
function reducerOf(image: Image): NonNullable<Drawable['reduced']> {
  let halves: Halves | undefined;
  const kept = new Map<string, Canvas>();
  return (tile, area) => {
    const isLarger = tile.width > image.width || tile.height > image.height;
    if (halvings(image, tile) === 0 && !isLarger) return undefined;
    const key = JSON.stringify([
      tile.width,
      tile.height,
      area.x - tile.x,
      area.y - tile.y,
      area.width,
      area.height,
    ]);
    const known = kept.get(key);
    if (known) return known;
    halves ??= halvesOf(drawnPixels(image, image.width, image.height), image);
    const canvas = createCanvas(area.width, area.height);
    const pixels = canvas.getContext('2d').createImageData(area.width, area.height);
    pixels.data.set(reducedPixels(halves, tile, area));
    canvas.getContext('2d').putImageData(pixels, 0, 0);
    const [oldest] = kept.keys();
    if (kept.size >= SIZES_KEPT && oldest !== undefined) kept.delete(oldest);
    kept.set(key, canvas);
    return canvas;
  };
}

/** The pixels of a PNG picture. */
export async function pngRaster(bytes: Uint8Array): Promise<Raster> {
  const image = await loadImage(Buffer.from(bytes));
  const { width, height } = image;
  return { width, height, data: drawnPixels(image, width, height) };
}

/** Paints a laid-out page. */
export function skiaRaster(site: Site, laid: LaidPage, pictures: ReadonlyMap<string, Drawable>): Raster {
  registerFonts();
  const paints = { palette: site.palette, pictures, shade: skiaShader() };
  return paintRaster(laid, (page, turned) => {
    const context = createCanvas(page.width, page.height).getContext('2d');
    drawTextAsBrowsers(context);
    paintPage(page, asContext(context), paints, turned);
    return context.getImageData(0, 0, page.width, page.height).data;
  });
}

/** Draws the shadows of headings. */
function skiaShader(): ReturnType<typeof shader> {
  const letters = contextDrawing(newContext, new Map(), SHADOW_GREY);
  return shader(letters, skiaMeasure(), ({ width, height, data }) => {
    const canvas = createCanvas(width, height);
    const context = canvas.getContext('2d');
    const pixels = context.createImageData(width, height);
    pixels.data.set(data);
    context.putImageData(pixels, 0, 0);
    return canvas;
  });
}

/** A decoded picture as an address that holds all of it; empty where there is none. */
export function pictureAddress(picture: Drawable | undefined): string {
  if (!picture) return '';
  const { width, height } = picture.pixels ?? picture;
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').drawImage(picture.image as Image, 0, 0, width, height);
  return canvas.toDataURL('image/png');
}

/** Draws what the header shows: its logo and pictures in their boxes, its picture layers, its letters. */
export function skiaDrawing(site: Site, pictures: ReadonlyMap<string, Drawable>): Drawing {
  registerFonts();
  const logos = new Map<string, Raster>();
  return {
    logo(id, ink) {
      const picture = pictures.get(id);
      if (!picture) return undefined;
      const { x: left, y: top, width, height } = snapBox(ink.box);
      const key = `${id} ${width} ${height}`;
      const drawn = logos.get(key) ?? drawLogo(site, id, picture, width, height);
      logos.set(key, drawn);
      return { ...drawn, left, top };
    },
    ...contextDrawing(newContext, pictures, SHADOW_GREY),
  };
}

function drawLogo(site: Site, id: string, picture: Drawable, width: number, height: number): Raster {
  const isVector = site.pictures.find((candidate) => candidate.id === id)!.file.endsWith('.svg');
  const image = picture.image as Canvas;
  const isSmaller = image.width >= width && image.height >= height;
  const whole = { x: 0, y: 0, width, height };
  const data = isVector
    ? sampledPixels(image, width, height)
    : isSmaller
      ? reducedPixels(halvesOf(drawnPixels(image, image.width, image.height), image), whole, whole)
      : drawnPixels(image, width, height);
  return { width, height, data };
}

function drawnPixels(image: Image | Canvas, width: number, height: number): Uint8ClampedArray {
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(image, 0, 0, width, height);
  return context.getImageData(0, 0, width, height).data;
}

/** Parts of a pixel's side that a vector picture is drawn in. */
const PARTS = 16;

/**
 * A vector picture by how much of each pixel its shapes cover. Browsers come to that for rectangles, circles and lines, each
 * by a formula of its own, and near it by a few samples for all other shapes.
 */
function sampledPixels(image: Image | Canvas, width: number, height: number): Uint8ClampedArray {
  const fine = drawnPixels(image, width * PARTS, height * PARTS);
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i++) {
    const from = 4 * ((i % width) * PARTS + Math.floor(i / width) * PARTS * width * PARTS);
    const sum = [0, 0, 0, 0];
    for (let y = 0; y < PARTS; y++) {
      for (let x = 0, at = from + 4 * y * width * PARTS; x < PARTS; x++, at += 4) {
        const alpha = fine[at + 3]!;
        for (let c = 0; c < 3; c++) sum[c]! += fine[at + c]! * alpha;
        sum[3]! += alpha;
      }
    }
    for (let c = 0; c < 3; c++) data[4 * i + c] = elementAt(sum, c) / (elementAt(sum, 3) || 1);
    data[4 * i + 3] = elementAt(sum, 3) / (PARTS * PARTS);
  }
  return data;
}

/** Greys whose coverage the canvas draws as browsers draw that of dark and of light text. */
const GREYS = { dark: '#707070', light: '#808080' };

/** The grey in which shadows of letters cover as much as in browsers. */
const SHADOW_GREY = 'rgb(100 100 100)';

/**
 * Makes a context draw text as heavy as browsers do. Skia corrects the coverage of glyphs for the text's own
 * lightness; this build does so more strongly than Chromium's, which makes light text too bold and dark text too thin.
 * So the coverage is drawn in a grey at which both agree, and then filled with the colour.
 */
export function drawTextAsBrowsers(context: SKRSContext2D): void {
  context.fillText = (text: string, x: number, y: number) => {
    const style = String(context.fillStyle);
    const size = Number(/([\d.]+)px/.exec(context.font)?.[1] ?? 16);
    const left = Math.floor(x) - Math.ceil(size);
    const top = Math.floor(y) - Math.ceil(1.5 * size);
    const width = Math.ceil(context.measureText(text).width + 2 * size) + 1;
    const scratch = createCanvas(width, Math.ceil(2.5 * size)).getContext('2d');
    scratch.font = context.font;
    scratch.letterSpacing = context.letterSpacing;
    scratch.fontKerning = context.fontKerning;
    scratch.fillStyle = luminance16(parseColour(style)!) > WHITE_LUMINANCE / 3 ? GREYS.light : GREYS.dark;
    scratch.fillText(text, x - left, y - top);
    scratch.globalCompositeOperation = 'source-in';
    scratch.fillStyle = style;
    scratch.fillRect(0, 0, width, scratch.canvas.height);
    context.drawImage(scratch.canvas, left, top);
  };
}
