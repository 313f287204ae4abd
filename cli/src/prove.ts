import { at } from '@hatrail/core/lists';
import { shortcomingsOf } from '@hatrail/core/checks/index';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { headerFor } from '@hatrail/core/output/files';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { placePicture } from '@hatrail/core/report/place';
import { judgePanelAt, type PanelVerdict } from '@hatrail/core/sweep/panel';
import { proveScene, type Row, type SweptRow } from '@hatrail/core/sweep/prove';
import { bareBand, readBand, type BandReading } from '@hatrail/core/sweep/words';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { otherHeights, viewportsOf, widthsBetween } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS, type Viewport } from '@hatrail/core/sweep/widths';
import { placeAddress } from '@hatrail/node/placePng';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import type { LoadedSite } from '@hatrail/node/siteFile';

/** A site ready to be swept: its pictures are decoded once. */
export interface Prover {
  /** Sweeps one page in one window. */
  sweep(page: Page, viewport: Viewport): SweptRow[];
  /** The words of a page's opening band in one window; none where it has none. */
  words(page: Page, viewport: Viewport): BandReading[];
  /** A picture of where a row is worst, as a data address; `undefined` where it is of another site. */
  picture(row: Row, size: { width: number; height: number }): string | undefined;
}

/** Makes a site ready to be swept. */
export async function openProver({ site, read }: LoadedSite): Promise<Prover> {
  const measure = skiaMeasure();
  const pictures = await decodePictures(site, read, shippedSizes(site, at(site.headers, 0), measure));
  const draw = skiaDrawing(site, pictures);
  const sceneOf = (page: Page, { width, height }: Viewport) =>
    layoutScene(
      site,
      headerFor(site, page),
      page,
      { width, ...(height && { windowHeight: height }) },
      measure,
    );
  return {
    sweep(page, viewport) {
      const scene = sceneOf(page, viewport);
      return proveScene(scene, skiaRaster(site, scene.laid, pictures), draw);
    },
    words(page, viewport) {
      if (!page.bands[0]?.contents.length) return [];
      const { laid } = sceneOf(page, viewport);
      if (!laid.bands[0]) return [];
      const bare = skiaRaster(site, bareBand(laid, 0), pictures);
      return [readBand(site, { page, laid, index: 0 }, bare, measure, true)];
    },
    picture(row, size) {
      const page = site.pages.find(({ path }) => path === row.page);
      if (!page) return undefined;
      const scene = sceneOf(page, row);
      const picture = placePicture(scene, skiaRaster(site, scene.laid, pictures), draw, row, size);
      return picture && placeAddress(picture);
    },
  };
}

/** The usual widths of a site, those between and other heights, as they are swept on screen before any are parted further. */
export function plannedViewports({ site }: Pick<LoadedSite, 'site'>, header: Header): Viewport[] {
  const widths = [...STANDARD_WIDTHS, ...widthsBetween(site, header, skiaMeasure())];
  return viewportsOf([...widths.map((width) => ({ width })), ...otherHeights(site, header)]);
}

/** What the headers that hang on some pages lack beside contrast, at some widths. */
export function lackingOf(
  { site }: Pick<LoadedSite, 'site'>,
  pages: readonly Page[],
  { widths, rows }: { widths: readonly number[]; rows: readonly Row[] },
): (Shortcoming & { header: string })[] {
  const measure = skiaMeasure();
  const headers = new Set(pages.map((page) => headerFor(site, page)));
  return [...headers].flatMap((header) =>
    shortcomingsOf({
      site,
      header,
      measure,
      widths,
      rows: rows.filter((row) => row.header === header.id),
    }).map((each) => ({ ...each, header: header.id })),
  );
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
