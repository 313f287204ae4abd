import { createCanvas, loadImage, type Image } from '@napi-rs/canvas';
import type { HeaderInk } from '@hatrail/core/header/layout';
import { contextMeasure, type Measure } from '@hatrail/core/measure/measure';
import type { LogoVariant } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import { paintPage, snapBox, type Drawable, type PaintingContext } from '@hatrail/core/page/paint';
import type { LaidPage } from '@hatrail/core/page/layout';
import { picturesOf } from '@hatrail/core/output/page';
import type { Raster } from '@hatrail/core/stack/ground';
import type { LogoPixels } from '@hatrail/core/sweep/logo';
import type { DrawLogo } from '@hatrail/core/sweep/targets';
import { registerFonts } from './fonts.ts';

/** What the core needs from outside, by the Skia canvas: text metrics, decoded pictures, pixels. */

/** Text metrics of the shipped families. */
export function skiaMeasure(): Measure {
  registerFonts();
  return contextMeasure(createCanvas(1, 1).getContext('2d') as never);
}

/** Decodes the pictures that a site uses. `read` gives a file's bytes, or `undefined` where it is missing. */
export async function decodePictures(
  site: Site,
  read: (file: string) => Promise<Uint8Array | undefined>,
): Promise<Map<string, Drawable>> {
  const pictures = new Map<string, Drawable>();
  for (const id of picturesOf(site)) {
    const { file, width, height } = site.pictures.find((picture) => picture.id === id)!;
    const bytes = await read(file);
    if (bytes) pictures.set(id, { image: await loadImage(Buffer.from(bytes)), width, height });
  }
  return pictures;
}

/** Paints a laid-out page. */
export function skiaRaster(site: Site, laid: LaidPage, pictures: ReadonlyMap<string, Drawable>): Raster {
  registerFonts();
  const context = createCanvas(laid.width, laid.height).getContext('2d');
  paintPage(laid, context as unknown as PaintingContext, { palette: site.palette, pictures });
  return { width: laid.width, height: laid.height, data: context.getImageData(0, 0, laid.width, laid.height).data };
}

/** Draws a site's logo at the size of its box. */
export function skiaLogo(site: Site, pictures: ReadonlyMap<string, Drawable>): DrawLogo {
  const drawn = new Map<string, LogoPixels>();
  return (variant: LogoVariant, ink: HeaderInk) => {
    const picture = pictures.get(site.logo.variants[variant]);
    if (!picture) return undefined;
    const { x, y, width, height } = snapBox(ink.box);
    const key = `${variant} ${x} ${y} ${width} ${height}`;
    let pixels = drawn.get(key);
    if (!pixels) {
      const context = createCanvas(width, height).getContext('2d');
      context.drawImage(picture.image as Image, 0, 0, width, height);
      pixels = { left: x, top: y, width, height, data: context.getImageData(0, 0, width, height).data };
      drawn.set(key, pixels);
    }
    return pixels;
  };
}
