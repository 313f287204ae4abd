import { createCanvas } from '@napi-rs/canvas';
import type { Raster } from '@hatrail/core/geometry/raster';
import { drawPlace, type PlacePicture } from '@hatrail/core/report/place';
import { asContext, drawTextAsBrowsers } from './skia.ts';

/** A picture of a worst place as a data address, by the Skia canvas. */
export function placeAddress(picture: PlacePicture): string {
  const { width, height } = picture.ground;
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  put(context, picture.ground);
  drawTextAsBrowsers(context);
  drawPlace(asContext(context), picture, (pixels, x, y) => {
    const part = createCanvas(pixels.width, pixels.height);
    put(part.getContext('2d'), pixels);
    context.drawImage(part, x, y);
  });
  return `data:image/png;base64,${canvas.toBuffer('image/png').toString('base64')}`;
}

type Context = ReturnType<ReturnType<typeof createCanvas>['getContext']>;

function put(context: Context, { width, height, data }: Raster): void {
  const pixels = context.createImageData(width, height);
  pixels.data.set(data);
  context.putImageData(pixels, 0, 0);
}
