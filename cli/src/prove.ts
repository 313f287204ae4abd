import { at } from '@hatrail/core/lists';
import type { Page } from '@hatrail/core/model/page';
import { headerFor } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { judgePanelAt, type PanelVerdict } from '@hatrail/core/sweep/panel';
import { proveScene, type SweptRow } from '@hatrail/core/sweep/prove';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import type { LoadedSite } from '@hatrail/node/siteFile';

/** Sweeps pages of a site at some widths, one scene after the other. */
export async function* proveSite(
  { site, read }: LoadedSite,
  pages: readonly Page[] = site.pages,
  widths: readonly number[] = STANDARD_WIDTHS,
): AsyncGenerator<SweptRow> {
  const measure = skiaMeasure();
  const pictures = await decodePictures(site, read, shippedSizes(site, at(site.headers, 0), measure));
  const draw = skiaDrawing(site, pictures);
  for (const page of pages) {
    for (const width of widths) {
      const scene = layoutScene(site, headerFor(site, page), page, { width }, measure);
      yield* proveScene(scene, skiaRaster(site, scene.laid, pictures), draw);
    }
  }
}

/** The verdicts on drop-downs and folded menus, of the headers that hang on some pages, at some widths. */
export function provePanels(
  { site }: Pick<LoadedSite, 'site'>,
  pages: readonly Page[] = site.pages,
  widths: readonly number[] = STANDARD_WIDTHS,
): (PanelVerdict & { header: string })[] {
  const measure = skiaMeasure();
  const headers = new Set(pages.map((page) => headerFor(site, page)));
  return [...headers].flatMap((header) =>
    judgePanelAt(site, header, widths, measure).map((verdict) => ({ ...verdict, header: header.id })),
  );
}
