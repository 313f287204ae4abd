import { at } from '@hatrail/core/lists';
import { shortcomingsOf } from '@hatrail/core/checks/index';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import type { Header } from '@hatrail/core/model/header';
import { hangingsOf, type Hanging } from '@hatrail/core/placed/answers';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { placePicture } from '@hatrail/core/report/place';
import { judgePanelAt, type PanelVerdict } from '@hatrail/core/sweep/panel';
import { proveScene } from '@hatrail/core/sweep/prove';
import type { Row, SweptRow } from '@hatrail/core/sweep/row';
import { bareBand, readBand, type BandReading } from '@hatrail/core/sweep/words';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { otherHeights, viewportsOf, widthsBetween } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS, type Viewport } from '@hatrail/core/sweep/widths';
import { placeAddress } from '@hatrail/node/placePng';
import { decodePictures, skiaDrawing, skiaMeasure, skiaRaster } from '@hatrail/node/skia';
import type { LoadedSite } from '@hatrail/node/siteFile';

/** A site ready to be swept: its pictures are decoded once. */
export interface Prover {
  /** Sweeps a header on a page in one window. */
  sweep(hanging: Hanging, viewport: Viewport): SweptRow[];
  /** The words of a page's opening band in one window; none where it has none. */
  words(hanging: Hanging, viewport: Viewport): BandReading[];
  /** A picture of where a row is worst, as a data address; `undefined` where it is of another site. */
  picture(row: Row, size: { width: number; height: number }): string | undefined;
}

/** Makes a site ready to be swept. */
export async function openProver({ site, read }: LoadedSite): Promise<Prover> {
  const measure = skiaMeasure();
  const pictures = await decodePictures(site, read, shippedSizes(site, at(site.headers, 0), measure));
  const draw = skiaDrawing(site, pictures);
  const sceneOf = ({ page, worn }: Hanging, { width, height }: Viewport) =>
    layoutScene(site, worn, page, { width, ...(height && { windowHeight: height }) }, measure);
  return {
    sweep(hanging, viewport) {
      const scene = sceneOf(hanging, viewport);
      const rows = proveScene(scene, skiaRaster(site, scene.laid, pictures), draw);
      return hanging.who ? rows.map((row) => ({ ...row, who: hanging.who! })) : rows;
    },
    words(hanging, viewport) {
      const { page } = hanging;
      if (!page.bands[0]?.contents.length) return [];
      const { laid } = sceneOf(hanging, viewport);
      if (!laid.bands[0]) return [];
      const bare = skiaRaster(site, bareBand(laid, 0), pictures);
      return [readBand(site, { page, laid, index: 0, letters: draw }, bare, measure, true)];
    },
    picture(row, size) {
      const hanging = hangingsOf(site).find(
        ({ page, header, who }) => page.path === row.page && header.id === row.header && who === row.who,
      );
      if (!hanging) return undefined;
      const scene = sceneOf(hanging, row);
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
  hangings: readonly Hanging[],
  { widths, rows }: { widths: readonly number[]; rows: readonly Row[] },
): (Shortcoming & { header: string })[] {
  const measure = skiaMeasure();
  const headers = new Set(hangings.map(({ worn }) => worn));
  const all = [...headers].flatMap((header) =>
    shortcomingsOf({
      site,
      header,
      measure,
      widths,
      rows: rows.filter((row) => row.header === header.id),
    }).map((each) => ({ ...each, header: header.id })),
  );
  // One header may be worn in several ways: what all of them lack is told once.
  return [...new Map(all.map((each) => [each.id, each])).values()];
}

/** The verdicts on drop-downs and folded menus, of the headers that hang on some pages, at some widths. */
export function provePanels(
  { site }: Pick<LoadedSite, 'site'>,
  hangings: readonly Hanging[] = hangingsOf(site),
  widths: readonly number[] = STANDARD_WIDTHS,
): (PanelVerdict & { header: string })[] {
  const measure = skiaMeasure();
  const headers = new Set(hangings.map(({ header }) => header));
  return [...headers].flatMap((header) =>
    judgePanelAt(site, header, widths, measure).map((verdict) => ({ ...verdict, header: header.id })),
  );
}
