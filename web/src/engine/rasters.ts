import { paintPage, paintRaster, type Drawable } from '@hatrail/core/page/paint';
import { contextMeasure } from '@hatrail/core/measure/measure';
import type { LaidPage } from '@hatrail/core/page/laid';
import { contextDrawing } from '@hatrail/core/stack/contextDrawing';
import { shader } from '@hatrail/core/stack/textShadow';
import type { Site } from '@hatrail/core/model/site';
import { rastersOf, type Raster } from '@hatrail/core/geometry/raster';
import { asContext, newContext } from './canvasContext.ts';
import { rasterKey } from './dependsOn.ts';
import { paintedPictures, shippedUrl } from './picturePixels.ts';
import type { SceneRequest } from './types.ts';

/** Page rasters in a worker, kept by what they are painted from. */

/** Most that is kept in one worker, bytes. */
const MOST = 320 * 2 ** 20;

const pictures = new Map<string, Promise<Drawable>>();
const rasters = new Map<string, Raster>();

function decode(url: string, width: number, height: number): Promise<Drawable> {
  let picture = pictures.get(url);
  if (!picture) {
    picture = fetch(url)
      .then((response) => response.blob())
      .then((blob) => createImageBitmap(blob))
      .then((image) => ({ image, width, height, pixels: { width: image.width, height: image.height } }));
    pictures.set(url, picture);
    picture.catch(() => pictures.delete(url));
  }
  return picture;
}

/** Pictures that pages and header layers use, decoded. One that cannot be is left out: its fallback colour shows, as on the page. */
export async function decodeAll({
  site,
  headerId,
  hashes,
  sizes,
  vectors,
}: SceneRequest): Promise<Map<string, Drawable>> {
  const found = new Map<string, Drawable>();
  await Promise.all(
    paintedPictures(site, headerId).map(async (id) => {
      const { width, height, file } = site.pictures.find((picture) => picture.id === id)!;
      const vector = vectors[id];
      if (vector) found.set(id, { image: vector, width, height, atSize: tileOf(vector) });
      if (file.endsWith('.svg')) return;
      const picture = await decode(shippedUrl({ hashes }, id, sizes), width, height).catch(() => undefined);
      if (picture) found.set(id, picture);
    }),
  );
  return found;
}

/** A vector picture that was drawn large, in the size of a tile. */
function tileOf(vector: ImageBitmap) {
  return (width: number, height: number) => {
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d')!;
    context.imageSmoothingQuality = 'high';
    context.drawImage(vector, 0, 0, width, height);
    return canvas;
  };
}

/** Letters as they are drawn, for shadows of headings. */
export const letters = contextDrawing(newContext, new Map());

let shading: ReturnType<typeof shader> | undefined;

const shade: ReturnType<typeof shader> = (line, font, shadow) => {
  shading ??= shader(letters, contextMeasure(newContext(1, 1)), (raster) => {
    const canvas = new OffscreenCanvas(raster.width, raster.height);
    const data = new Uint8ClampedArray(raster.data);
    canvas.getContext('2d')!.putImageData(new ImageData(data, raster.width, raster.height), 0, 0);
    return canvas;
  });
  return shading(line, font, shadow);
};

/** The last that was only passed over. */
let passing: { key: string; raster: Raster } | undefined;

/**
 * The raster of a laid-out page.
 * @param isPassing whether it is not wanted again soon: then none that is kept gives way to it
 */
export async function rasterOf(request: SceneRequest, laid: LaidPage, isPassing = false): Promise<Raster> {
  const { site, hashes, sizes } = request;
  const key = rasterKey(laid, site.palette, hashes, sizes);
  const kept = rasters.get(key) ?? (passing?.key === key ? passing.raster : undefined);
  const raster = kept ?? paint(laid, await decodeAll(request), site);
  if (isPassing) {
    if (!rasters.has(key)) passing = { key, raster };
    return raster;
  }
  rasters.delete(key);
  rasters.set(key, raster);
  let total = [...rasters.values()].reduce((sum, raster) => sum + sizeOf(raster), 0);
  for (const [old, raster] of rasters) {
    if (total <= MOST || old === key) break;
    rasters.delete(old);
    total -= sizeOf(raster);
  }
  return raster;
}

/** What a raster takes, bytes. One that turns is copied once more as it is read. */
const sizeOf = (raster: Raster) =>
  rastersOf(raster).reduce((sum, { data, turned }) => sum + data.length * (turned ? 3 : 1), 0);

function paint(laid: LaidPage, found: Map<string, Drawable>, site: Site): Raster {
  return paintRaster(laid, (page, turned) => {
    const { width, height } = page;
    const context = new OffscreenCanvas(width, height).getContext('2d', {
      alpha: false,
      willReadFrequently: true,
    })!;
    const paints = { palette: site.palette, pictures: found, shade };
    paintPage(page, asContext(context), paints, turned);
    return context.getImageData(0, 0, width, height).data;
  });
}
