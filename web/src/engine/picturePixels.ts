import { layerPictures } from '@hatrail/core/header/look';
import type { Site } from '@hatrail/core/model/site';
import { picturesOf } from '@hatrail/core/output/page';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import type { Picture } from '@hatrail/core/model/picture';
import type { Raster } from '@hatrail/core/geometry/raster';
import type { LoadedSite } from './loadedSite.ts';

/** Pixels of the site's pictures on the main thread, for what is done to one picture at a time. */

/** Where a picture's file is had from; smaller where that will do. */
export function pictureUrl(
  { hashes }: Pick<LoadedSite, 'hashes'>,
  id: string,
  width?: 160 | 320 | 640,
): string {
  return `/api/pictures/${hashes[id] ?? ''}${width ? `?width=${width}` : ''}`;
}

/** The pictures that are painted on pages and behind a header's items. */
export function paintedPictures(site: Site, headerId: string): string[] {
  const header = site.headers.find(({ id }) => id === headerId);
  return [...new Set([...picturesOf(site), ...(header ? layerPictures(site, header) : [])])];
}

/** Where a picture is had from as it ships for screens of ratio 1. */
export function shippedUrl({ hashes }: Pick<LoadedSite, 'hashes'>, id: string, sizes: ShippedSizes): string {
  const width = sizes[id]?.one;
  return `/api/pictures/${hashes[id] ?? ''}${width === undefined ? '' : `?width=${width}`}`;
}

/**
 * A picture drawn at most so many pixels to a side, its proportions kept.
 * @throws where it cannot be decoded
 */
export async function pictureRaster(
  loaded: Pick<LoadedSite, 'hashes'>,
  picture: Picture,
  most: number,
): Promise<Raster> {
  const image = new Image();
  image.src = pictureUrl(loaded, picture.id);
  await image.decode();
  const isVector = picture.file.endsWith('.svg');
  const scale = Math.min(isVector ? Infinity : 1, most / Math.max(picture.width, picture.height));
  const width = Math.max(1, Math.round(picture.width * scale));
  const height = Math.max(1, Math.round(picture.height * scale));
  return pixelsOf(image, width, height);
}

/** An image's pixels, drawn in a size of whole pixels. */
export function pixelsOf(image: HTMLImageElement, width: number, height: number): Raster {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'medium';
  context.drawImage(image, 0, 0, width, height);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

/** A raster as a PNG file. */
export async function rasterFile(raster: Raster): Promise<Blob> {
  const canvas = new OffscreenCanvas(raster.width, raster.height);
  canvas
    .getContext('2d')!
    .putImageData(new ImageData(new Uint8ClampedArray(raster.data), raster.width, raster.height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}
