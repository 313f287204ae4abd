import { changeCurve, type Change, type ChangeCurve } from '@hatrail/core/change/curve';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { leastPercents, type Knob, type SolvedPlace } from '@hatrail/core/remedy/leastFill';
import { proveScene } from '@hatrail/core/sweep/prove';
import type { Row } from '@hatrail/core/sweep/row';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { bareBand, readBand, type BandReading } from '@hatrail/core/sweep/words';
import { measure, noDrawing, painted } from '../../core/test/made.ts';
import type { LoadedSite } from '../src/engine/loadedSite.ts';

/** The engine as the application asks it, played by the core itself over pages of even bands, at one width. */

export const WIDTH = 500;
/** How often a header was swept over all pages. */
export const asked = { sweeps: 0 };

/** A scene of one header on a page, with its raster. */
export function sceneOf(site: Site, header: Header, page: Page) {
  const scene = layoutScene(
    { ...site, headers: [header] },
    header,
    page,
    { width: WIDTH, windowHeight: 400 },
    measure,
  );
  return { scene, raster: painted(scene.laid, site.palette) };
}

function rowsOn(site: Site, header: Header, page: Page, moments: readonly Moment[]): Row[] {
  const { scene, raster } = sceneOf(site, header, page);
  return proveScene(scene, raster, noDrawing, moments);
}

export async function proveAll(
  { site }: LoadedSite,
  header: Header,
  { moments, signal }: { moments: readonly Moment[]; signal?: AbortSignal },
): Promise<Row[]> {
  signal?.throwIfAborted();
  asked.sweeps++;
  return site.pages.flatMap((page) => rowsOn(site, header, page, moments));
}

export const provePage = async (
  { site }: LoadedSite,
  header: Header,
  { pageId }: { pageId: string },
  moments: readonly Moment[],
): Promise<Row[]> =>
  rowsOn(
    site,
    header,
    site.pages.find(({ id }) => id === pageId)!,
    moments,
  );

export const solvePlaces = async (
  { site }: LoadedSite,
  header: Header,
  moment: Moment,
  { knob, places }: { knob: Knob; places: SolvedPlace[] },
) =>
  places.map((place) => {
    const page = site.pages.find(({ path }) => path === place.page)!;
    const { scene, raster } = sceneOf(site, header, page);
    return leastPercents(scene, raster, noDrawing, { moment, knob }, [place])[0];
  });

export const costOf = async () => undefined;

export async function proveChange(
  { site }: LoadedSite,
  header: Header,
  { pageId }: { pageId: string },
  change: Change,
  { signal }: { signal?: AbortSignal } = {},
): Promise<ChangeCurve | undefined> {
  signal?.throwIfAborted();
  const { scene, raster } = sceneOf(
    site,
    header,
    site.pages.find(({ id }) => id === pageId)!,
  );
  return changeCurve(scene, raster, noDrawing, change);
}

export async function proveChangeAll(loaded: LoadedSite, header: Header, change: Change) {
  const curves = await Promise.all(
    loaded.site.pages.map(async ({ id }) => ({
      id,
      curve: await proveChange(loaded, header, { pageId: id }, change),
    })),
  );
  const [worst] = curves
    .flatMap(({ id, curve }) => (curve ? [{ ...curve, id }] : []))
    .sort((a, b) => a.least.contrast / a.least.needed - b.least.contrast / b.least.needed);
  return worst && { least: { ...worst.least, pageId: worst.id, width: WIDTH }, below: worst.below };
}

export async function readBandAt(
  { site }: LoadedSite,
  headerId: string,
  { pageId, band }: { pageId: string; band: number },
): Promise<BandReading[]> {
  const header = site.headers.find(({ id }) => id === headerId)!;
  const page = site.pages.find(({ id }) => id === pageId)!;
  const { scene } = sceneOf(site, header, page);
  const bare = painted(bareBand(scene.laid, band), site.palette);
  return [readBand(site, { page, laid: scene.laid, index: band }, bare, measure)];
}
