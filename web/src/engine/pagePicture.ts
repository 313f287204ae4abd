import { at } from '@hatrail/core/lists';
import type { Raster } from '@hatrail/core/geometry/raster';
import { onEngine } from './pool.ts';
import { laneName, sceneRequest } from './request.ts';
import type { LoadedSite } from './loadedSite.ts';

/** Width at which a page is painted to take a colour from. */
const WIDTH = 1280;

/** A whole page as it is painted, without its header. */
export async function pagePicture(loaded: LoadedSite, pageId: string): Promise<Raster> {
  const header = at(loaded.site.headers, 0);
  const request = await sceneRequest(loaded, header.id, pageId, { width: WIDTH });
  const bitmap = await onEngine(laneName(pageId, { width: WIDTH }), (engine) => engine.film(request, WIDTH), {
    urgency: 'soon',
  });
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  return { width: bitmap.width, height: bitmap.height, data };
}
