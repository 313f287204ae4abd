import type { Page } from '@hatrail/core/model/page';
import { headerFor } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { proveScene, type SweptRow } from '@hatrail/core/sweep/prove';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from './skia.ts';
import type { LoadedSite } from './siteFile.ts';

/** Sweeps pages of a site at some widths, one scene after the other. */
export async function* proveSite(
  { site, read }: LoadedSite,
  pages: readonly Page[] = site.pages,
  widths: readonly number[] = STANDARD_WIDTHS,
): AsyncGenerator<SweptRow> {
  const measure = skiaMeasure();
  const pictures = await decodePictures(site, read, shippedSizes(site, site.headers[0]!, measure));
  const draw = skiaDrawing(site, pictures);
  for (const page of pages) {
    for (const width of widths) {
      const scene = layoutScene(site, headerFor(site, page), page, width, measure);
      yield* proveScene(scene, skiaRaster(site, scene.laid, pictures), draw);
    }
  }
}
