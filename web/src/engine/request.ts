import { layoutHeader } from '@hatrail/core/header/layout';
import { contextMeasure, type Measure, type MeasuringContext } from '@hatrail/core/measure/measure';
import { MOMENTS, type Header } from '@hatrail/core/model/header';
import { titlesOf } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import type { ShippedSizes } from '@hatrail/core/output/shipped';
import type { LoadedSite } from './loadedSite.ts';
import { drawLogos } from './logo.ts';
import { loadFonts } from './fonts.ts';
import { drawVectors } from './vectors.ts';
import type { SceneRequest } from './types.ts';

/** What the workers are asked with: a site, one of its pages at a width, and all that has to be drawn for it beforehand. */

let measure: Measure | undefined;

/** Text metrics on the main thread, once the site's fonts are there. */
export async function readyMeasure({ site, hashes }: LoadedSite): Promise<Measure> {
  await loadFonts(site, hashes, document.fonts);
  measure ??= contextMeasure(document.createElement('canvas').getContext('2d') as MeasuringContext);
  return measure;
}

/** All that a page's layout depends on besides the pages themselves: what the header covers of it, but not what it wears. */
function layoutParts(site: Site, header: Header): unknown[] {
  return [
    site.palette,
    site.pairings,
    site.type,
    site.fonts,
    site.pictures,
    site.logo,
    site.menus,
    titlesOf(site),
    site.name,
    site.tagline,
    header.type,
    header.rails,
    header.extent,
    header.fold,
    header.manner.lies,
    header.manner.onScroll,
    // A logo in another form may be wider, and what is wider folds sooner.
    ...MOMENTS.map((moment) => header.looks[moment]?.ink?.logo),
  ];
}

/** All that a page's own pixels depend on besides the page itself. */
export function groundsOfPage({ site, hashes }: LoadedSite, header: Header): unknown[] {
  return [header.id, hashes, ...layoutParts(site, header)];
}

/** What was worked out last, by the header that it was worked out for. */
const sized = new Map<string, { of: unknown[]; sizes: ShippedSizes }>();

/** The sizes in which pictures ship, worked out anew only when something changes that they depend on. */
export function sizesOf(site: Site, header: Header, by: Measure): ShippedSizes {
  const of = [
    site.pages,
    site.placements,
    ...site.headers.filter(({ id }) => id !== header.id),
    ...layoutParts(site, header),
    ...MOMENTS.map((moment) => header.looks[moment]?.picture),
  ];
  const known = sized.get(header.id);
  if (known?.of.length === of.length && known.of.every((part, i) => part === of[i])) return known.sizes;
  const sizes = shippedSizes(site, header, by);
  sized.set(header.id, { of, sizes });
  return sizes;
}

/** Requests of a site as it is: several ask for the same. */
const requests = new WeakMap<
  Site,
  { hashes: LoadedSite['hashes']; made: Map<string, Promise<SceneRequest>> }
>();

/** A request for one page in one window. */
export function sceneRequest(
  at: LoadedSite,
  headerId: string,
  pageId: string,
  viewport: Viewport,
): Promise<SceneRequest> {
  const { site, hashes } = at;
  let known = requests.get(site);
  if (known?.hashes !== hashes) requests.set(site, (known = { hashes, made: new Map() }));
  const { made } = known!;
  const key = `${headerId} ${laneName(pageId, viewport)}`;
  let request = made.get(key);
  if (!request) {
    made.set(key, (request = makeRequest(at, headerId, pageId, viewport)));
    request.catch(() => made.delete(key));
  }
  return request;
}

async function makeRequest(
  at: LoadedSite,
  headerId: string,
  pageId: string,
  { width, height }: Viewport,
): Promise<SceneRequest> {
  const { site, hashes } = at;
  const header = site.headers.find(({ id }) => id === headerId)!;
  const measure = await readyMeasure(at);
  const layout = layoutHeader(site, header, width, measure);
  // Pictures ship in the sizes that the whole site asks for.
  const sizes = sizesOf(at.base?.site ?? site, at.base?.header ?? header, measure);
  const [logos, vectors] = await Promise.all([
    drawLogos(at, header, layout, sizes),
    drawVectors(site, headerId, hashes),
  ]);
  return { site, headerId, pageId, width, ...(height && { height }), hashes, sizes, logos, vectors };
}

/** What the work is about, so that it goes where its raster is. */
export const laneName = (pageId: string, viewport: Viewport): string => `${pageId} ${viewportKey(viewport)}`;
