import { GREATEST_WIDTH } from '@hatrail/core/sweep/widths';
import type { Site } from '@hatrail/core/model/site';
import { paintedPictures } from './picturePixels.ts';

/** Workers cannot decode SVG: the main thread draws it, as wide as the widest page, and hands the picture over. */
const WIDEST = GREATEST_WIDTH;

const drawn = new Map<string, Promise<ImageBitmap>>();

async function draw(url: string, width: number, height: number): Promise<ImageBitmap> {
  const image = new Image();
  image.src = url;
  await image.decode();
  const scale = Math.max(1, WIDEST / width);
  const canvas = new OffscreenCanvas(Math.round(width * scale), Math.round(height * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas.transferToImageBitmap();
}

/** The SVG pictures that a site's pages and a header's layers use, drawn, by their ids. One that cannot be drawn is left out. */
export async function drawVectors(
  site: Site,
  headerId: string,
  hashes: Record<string, string>,
): Promise<Record<string, ImageBitmap>> {
  const logos: string[] = Object.values(site.logo.variants) as string[];
  const found: Record<string, ImageBitmap> = {};
  for (const id of paintedPictures(site, headerId)) {
    const { file, width, height } = site.pictures.find((picture) => picture.id === id)!;
    if (!file.endsWith('.svg') || logos.includes(id)) continue;
    const url = `/api/pictures/${hashes[id]}`;
    let picture = drawn.get(url);
    if (!picture) {
      picture = draw(url, width, height);
      drawn.set(url, picture);
    }
    const bitmap = await picture.catch(() => undefined);
    if (bitmap) found[id] = bitmap;
  }
  return found;
}
