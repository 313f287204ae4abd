import { at as elementAt } from '@hatrail/core/lists';
import type { Change, ChangeCurve, Instant } from '@hatrail/core/change/curve';
import { allMoments, type Header, type Moment } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Audience } from '@hatrail/core/model/placement';
import type { Site } from '@hatrail/core/model/site';
import { judgedOn } from '@hatrail/core/placed/answers';
import { followed } from '@hatrail/core/placed/follows';
import { wornOn } from '@hatrail/core/placed/worn';
import { lookCost, type LookCost } from '@hatrail/core/remedy/cost';
import type { Knob, SolvedPlace } from '@hatrail/core/remedy/leastFill';
import type { Row } from '@hatrail/core/sweep/row';
import { worstWord, type BandWord } from '@hatrail/core/finding/others';
import type { BandReading } from '@hatrail/core/sweep/words';
import { viewportsOf } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS, differing, viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import { answer } from './answers.ts';
import { keyOf, rowsKey } from './dependsOn.ts';
import { groupsOf } from './groups.ts';
import { inTurn } from './inTurn.ts';
import { onEngine, type Urgency } from './pool.ts';
import type { LoadedSite } from './loadedSite.ts';
import { groundsOfPage, sceneRequest, laneName } from './request.ts';

export interface ProofOptions {
  urgency?: Urgency;
  signal?: AbortSignal;
  moments?: readonly Moment[];
  /** How long verdicts are kept, ms: those of what is only tried need not be for long. */
  kept?: number;
}

/** Verdicts are kept by all that they depend on, so that an edit recomputes only what it touched. */
async function proveMoment(
  at: LoadedSite,
  header: Header,
  { pageId, moment, who, ...viewport }: PagePlace & { moment: Moment },
  options: ProofOptions,
): Promise<Row[]> {
  const worn = wornAt(at, header, { pageId, who });
  const key = rowsKey(at, worn.header, pageId, viewport, moment);
  const sweep = async (signal: AbortSignal) => {
    const request = {
      ...(await sceneRequest(worn.at, header.id, pageId, viewport)),
      moments: [moment],
      curves: false,
      isPassing: options.urgency === 'idle',
    };
    const swept = await onEngine(laneName(pageId, viewport), (engine) => engine.sweep(request), {
      ...options,
      signal,
      canStop: true,
    });
    return swept.rows;
  };
  const rows = await answer(['rows', key], sweep, options);
  return who ? rows.map((row) => ({ ...row, who })) : rows;
}

/** A page, seen in a window by some visitors. */
export interface PagePlace extends Viewport {
  pageId: string;
  /** Which visitors, where the header is another for others. */
  who?: Audience | undefined;
}

/** The windows in which a site is judged first: some others, such as that on screen, and those of standard width. */
export function viewportsToProve(beside: readonly Viewport[] = []): Viewport[] {
  return differing([...beside, ...STANDARD_WIDTHS.map((width) => ({ width }))]);
}

/** Every page that a header is judged over, in every such window. */
export function placesToProve(site: Site, header: Header, beside?: readonly Viewport[]): PagePlace[] {
  const hangings = judgedOn(site, header);
  return viewportsToProve(beside).flatMap((viewport) =>
    hangings.map(({ page, who }) => ({ pageId: page.id, ...(who && { who }), ...viewport })),
  );
}

/** How many pages and windows of a sweep over all wait for the engine at a time. */
const AT_ONCE = 12;

/** Sites with a header as it is worn somewhere, so that the same is asked for with the same. */
const wornSites = new WeakMap<Site, WeakMap<Header, LoadedSite>>();

/** A site with a header in its place as it is worn on a page, with what differs there; where nothing is left of it, as it is. */
export function wornAt(
  at: LoadedSite,
  header: Header,
  place: Pick<PagePlace, 'pageId' | 'who'> | Pick<Row, 'page' | 'who'>,
): { at: LoadedSite; header: Header; pageId: string } {
  const { pages } = at.site;
  const page = pages.find(({ id, path }) => ('pageId' in place ? id === place.pageId : path === place.page))!;
  const worn = wornOn(at.site, header, page, place.who ?? 'signed out') ?? header;
  if (worn === header) return { at: withHeader(at, header), header, pageId: page.id };
  const { site } = withHeader(at, header);
  let known = wornSites.get(site);
  if (!known) wornSites.set(site, (known = new WeakMap()));
  const seen = known.get(worn) ?? { ...withHeader({ ...at, site }, worn), base: { site, header } };
  known.set(worn, seen);
  return { at: seen, header: worn, pageId: page.id };
}

/**
 * Sweeps a header over all pages at all standard widths, and some beside.
 * @param progress told after each page and width, with its rows
 */
export async function proveAll(
  at: LoadedSite,
  header: Header,
  options: ProofOptions & {
    beside?: readonly Viewport[];
    progress?: (done: number, of: number, rows: Row[]) => void;
    /** One page, by its path, and one window, where not all are wanted. */
    only?: Pick<Row, 'page' | 'width' | 'height'>;
  } = {},
): Promise<Row[]> {
  const { only } = options;
  const isWanted = (place: PagePlace) =>
    !only ||
    (viewportKey(place) === viewportKey(only) &&
      at.site.pages.some(({ id, path }) => id === place.pageId && path === only.page));
  const places = placesToProve(at.site, header, options.beside).filter(isWanted);
  let done = 0;
  const rows = await inTurn(places, AT_ONCE, async (place) => {
    const found = await Promise.all(
      (options.moments ?? allMoments(header)).map((moment) =>
        proveMoment(at, header, { ...place, moment }, { urgency: 'later', ...options }),
      ),
    );
    const rows = found.flat();
    options.progress?.(++done, places.length, rows);
    return rows;
  });
  return rows.flat();
}

/**
 * Sweeps a header over all pages in one window that is not among those that are kept at hand.
 */
export async function proveViewport(
  at: LoadedSite,
  header: Header,
  viewport: Viewport,
  options: ProofOptions = {},
): Promise<Row[]> {
  const places = judgedOn(at.site, header).flatMap(({ page, who }) =>
    allMoments(header).map((moment) => ({ pageId: page.id, who, ...viewport, moment })),
  );
  const rows = await inTurn(places, AT_ONCE, (place) =>
    proveMoment(at, header, place, { ...options, urgency: 'idle' }),
  );
  return rows.flat();
}

/** Solves places over a header's own look, by their pages and widths: see `leastPercents`. */
export async function solvePlaces(
  at: LoadedSite,
  header: Header,
  moment: Moment,
  { knob, places, floor }: { knob: Knob; places: SolvedPlace[]; floor: number },
  options: ProofOptions,
): Promise<(number | undefined)[]> {
  const groups = groupsOf(places, ({ page, who, ...place }) => `${page} ${who ?? ''} ${viewportKey(place)}`);
  const answers = new Map<SolvedPlace, number | undefined>();
  let most = floor;
  await Promise.all(
    [...groups.values()].map(async (group) => {
      const { page: path, ...viewport } = elementAt(group, 0);
      const { at: worn, pageId } = wornAt(at, header, { page: path, who: viewport.who });
      const request = await sceneRequest(worn, header.id, pageId, viewport);
      const solved = await onEngine(
        laneName(pageId, viewport),
        // What one group needs, the next ones need not fall below.
        (engine) => engine.solve(request, moment, knob, group, most),
        { urgency: 'later', ...options },
      );
      group.forEach((place, i) => answers.set(place, solved[i]));
      most = Math.max(most, ...solved.map((least) => least ?? 0));
    }),
  );
  return places.map((place) => answers.get(place));
}

/** What another header in a header's place costs the look, at the place where a row is worst. */
export async function costOf(
  at: LoadedSite,
  row: Row,
  before: Header,
  after: Header,
  options: ProofOptions = {},
): Promise<LookCost | undefined> {
  const cutOf = async (header: Header) => {
    const { at: worn, pageId } = wornAt(at, header, row);
    const request = await sceneRequest(worn, header.id, pageId, row);
    return onEngine(laneName(pageId, row), (engine) => engine.cut(request, row), options);
  };
  const [old, fresh] = [await cutOf(before), await cutOf(after)];
  return old && fresh && lookCost(old, fresh);
}

/** A picture of where a row of a header is worst, as a data address. */
export async function placeImage(
  at: LoadedSite,
  header: Header,
  row: Row,
  size: { width: number; height: number },
  options: ProofOptions = {},
): Promise<string | undefined> {
  if (at.site.pages.every(({ path }) => path !== row.page)) return undefined;
  const { at: worn, pageId } = wornAt(at, header, row);
  const request = await sceneRequest(worn, header.id, pageId, row);
  return onEngine(laneName(pageId, row), (engine) => engine.picture(request, row, size), {
    urgency: 'soon',
    ...options,
  });
}

/** A site at hand with another header in the place of the one of the same id. */
export function withHeader(at: LoadedSite, header: Header): LoadedSite {
  if (at.site.headers.includes(header)) return at;
  const headers = at.site.headers.map((old) => (old.id === header.id ? header : old));
  return { ...at, site: Object.freeze(followed({ ...at.site, headers })) };
}

/** How well a header is read on a page while it changes. */
export async function proveChange(
  at: LoadedSite,
  header: Header,
  { pageId, who, ...viewport }: PagePlace,
  change: Change,
  options: ProofOptions = {},
): Promise<ChangeCurve | undefined> {
  const worn = wornAt(at, header, { pageId, who });
  const request = await sceneRequest(worn.at, header.id, pageId, viewport);
  return onEngine(laneName(pageId, viewport), (engine) => engine.change(request, change), {
    urgency: 'soon',
    ...options,
  });
}

/** A change over every page and width: where it is worst, and the longest that anything is below anywhere. */
export interface WholeChange {
  least: Instant & PagePlace;
  below: number;
}

/**
 * How well a header is read on every page and at every width while it changes.
 * @param progress told after each page and width
 * @returns `undefined` where no page ever comes to it
 */
export async function proveChangeAll(
  at: LoadedSite,
  header: Header,
  change: Change,
  options: ProofOptions & {
    beside?: readonly Viewport[];
    progress?: (done: number, of: number) => void;
  } = {},
): Promise<WholeChange | undefined> {
  const places = placesToProve(at.site, header, options.beside);
  let done = 0;
  const found = await Promise.all(
    places.map(async (place) => {
      const curve = await proveChange(at, header, place, change, {
        urgency: 'later',
        ...options,
      });
      options.progress?.(++done, places.length);
      return curve && { least: { ...curve.least, ...place }, below: curve.below };
    }),
  );
  return found.reduce<WholeChange | undefined>((worst, one) => {
    if (!worst || !one) return worst ?? one;
    const share = ({ least: { contrast, needed } }: WholeChange) => contrast / needed;
    return {
      least: (share(one) < share(worst) ? one : worst).least,
      below: Math.max(worst.below, one.below),
    };
  }, undefined);
}

/** A band whose words are read. */
interface ReadBand {
  pageId: string;
  band: number;
  /** Whether the words alone are wanted, and not the least tint that clears them. */
  isBrief?: boolean;
}

/**
 * The words of a page's band in one window; nothing where the page has no such band. They do not depend on what the header
 * wears, so that most edits leave them as they were read.
 */
function readBandIn(
  at: LoadedSite,
  headerId: string,
  { pageId, band, isBrief = false }: ReadBand,
  viewport: Viewport,
  options: ProofOptions,
): Promise<BandReading | null> {
  const header = at.site.headers.find(({ id }) => id === headerId)!;
  const worn = wornAt(at, header, { pageId });
  const page = at.site.pages.find(({ id }) => id === pageId);
  const read = async (signal: AbortSignal) => {
    const request = await sceneRequest(worn.at, headerId, pageId, viewport);
    const ask = { urgency: 'soon' as const, ...options, signal };
    const reading = await onEngine(
      laneName(pageId, viewport),
      (engine) => engine.words(request, band, isBrief),
      ask,
    );
    return reading ?? null;
  };
  const grounds = groundsOfPage(worn.at, worn.header);
  const key = keyOf([page, ...grounds, at.site.needs, viewportKey(viewport), band, isBrief]);
  return answer(['words', key], read, options);
}

/** The words of a page's band, in every window of standard width and some beside; none where the page has no such band. */
export async function readBandAt(
  at: LoadedSite,
  headerId: string,
  { beside, ...of }: ReadBand & { beside: readonly Viewport[] },
  options: ProofOptions = {},
): Promise<BandReading[]> {
  const viewports = viewportsOf(viewportsToProve(beside));
  const readings = await Promise.all(
    viewports.map((viewport) => readBandIn(at, headerId, of, viewport, options)),
  );
  return readings.filter((reading) => reading !== null);
}

/** Sweeps a header at some moments over one page, in every window of standard width and some beside. */
export async function provePage(
  at: LoadedSite,
  header: Header,
  { pageId, who, beside }: { pageId: string; who?: Audience | undefined; beside: readonly Viewport[] },
  moments: readonly Moment[],
  options: ProofOptions = {},
): Promise<Row[]> {
  // What is asked about need not hang there yet.
  const known = placesToProve(at.site, header, beside).filter(
    (place) => place.pageId === pageId && (who === undefined || place.who === undefined || place.who === who),
  );
  const places: PagePlace[] =
    known.length > 0 ? known : viewportsToProve(beside).map((viewport) => ({ pageId, who, ...viewport }));
  const rows = await Promise.all(
    places.flatMap((place) =>
      moments.map((moment) => proveMoment(at, header, { ...place, moment }, options)),
    ),
  );
  return rows.flat();
}

/** The pages that a header is judged over whose opening bands have words. */
function wordedPages(site: Site, header: Header): Page[] {
  const pages = new Set(judgedOn(site, header).map(({ page }) => page));
  return [...pages].filter(({ bands }) => bands[0]?.contents.length);
}

/** Reads the words of every page's opening band, in every window of standard width and some beside; pages without any are left out. */
export async function readBanners(
  at: LoadedSite,
  headerId: string,
  beside: readonly Viewport[],
  options: ProofOptions = {},
): Promise<BandWord[]> {
  const header = at.site.headers.find(({ id }) => id === headerId)!;
  const found = await inTurn(wordedPages(at.site, header), AT_ONCE, async ({ id }): Promise<BandWord[]> => {
    const readings = await readBandAt(
      at,
      headerId,
      { pageId: id, band: 0, isBrief: true, beside },
      { urgency: 'later', ...options },
    );
    return worstWord(id, readings);
  });
  return found.flat();
}

/** Reads the words of every page's opening band in one window that is not among those that are kept at hand. */
export async function readBannersIn(
  at: LoadedSite,
  headerId: string,
  viewport: Viewport,
  options: ProofOptions = {},
): Promise<BandWord[]> {
  const header = at.site.headers.find(({ id }) => id === headerId)!;
  const found = await inTurn(wordedPages(at.site, header), AT_ONCE, async ({ id }) => {
    const of = { pageId: id, band: 0, isBrief: true };
    const reading = await readBandIn(at, headerId, of, viewport, { ...options, urgency: 'idle' });
    return reading ? worstWord(id, [reading]) : [];
  });
  return found.flat();
}
