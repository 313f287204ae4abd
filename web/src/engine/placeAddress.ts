import type { Raster } from '@hatrail/core/geometry/raster';
import { asContext } from './canvasContext.ts';
import { drawPlace, type PlacePicture } from '@hatrail/core/report/place';

/** A picture of a worst place as a data address, by the browser's own canvas. */
export async function placeAddress(picture: PlacePicture): Promise<string> {
  const { width, height } = picture.ground;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d')!;
  put(context, picture.ground);
  drawPlace(asContext(context), picture, (pixels, x, y) => {
    const part = new OffscreenCanvas(pixels.width, pixels.height);
    put(part.getContext('2d')!, pixels);
    context.drawImage(part, x, y);
  });
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let binary = '';
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return `data:image/png;base64,${btoa(binary)}`;
}

function put(context: OffscreenCanvasRenderingContext2D, { width, height, data }: Raster): void {
  context.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
}
