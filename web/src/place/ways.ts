import { contrastRatio } from '@hatrail/core/colour/contrast';
import { logoPicture, type LogoVariant } from '@hatrail/core/model/picture';
import { colourName, resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import type { PartLooks } from '@hatrail/core/model/look';
import { momentName, type Look, type Moment } from '@hatrail/core/model/header';
import type { PageOwn } from '@hatrail/core/model/page';
import type { Placement } from '@hatrail/core/model/placement';
import { MOST_PLACEMENTS, type Site } from '@hatrail/core/model/site';
import { freeId } from '@hatrail/core/model/freeId';
import type { Hanging } from '@hatrail/core/placed/answers';
import { withOwn } from '@hatrail/core/placed/own';
import { leastSteps, type PlanStep } from '@hatrail/core/placed/plan';
import { ownOf } from '@hatrail/core/placed/worn';
import { hangingsOf } from '@hatrail/core/placed/answers';
import type { Row } from '@hatrail/core/sweep/row';
import { leastBandTint, withBandTint } from '../dress/bandRemedy.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { proveHanging, type CellProof } from './proof.ts';

/** A change that clears a page for its visitors: swept there before it is told. */
export interface PlaceWay {
  id: string;
  text: string;
  /** What it changes, in a few words. */
  note: string;
  /** How much of the site it changes, for the order: less first. */
  cost: number;
  /** The worst that is left. */
  worst: Row | undefined;
  /** The site with it. */
  change: (site: Site) => Site;
}

const withPage = (
  site: Site,
  pageId: string,
  change: (page: Site['pages'][number]) => Site['pages'][number],
): Site => ({
  ...site,
  pages: site.pages.map((page) => (page.id === pageId ? change(page) : page)),
});

/** A site with something that differs on a page. */
function withDifference(site: Site, { page, header }: Hanging, own: Omit<PageOwn, 'header'>): Site {
  return withPage(site, page.id, (each) => withOwn(each, header.id, { ...ownOf(each, header.id), ...own }));
}

/** A site with another header on some pages, by a placement before all others. */
export function withHeaderOn(
  site: Site,
  headerId: string,
  pageIds: readonly string[],
  who?: Placement['who'],
): Site {
  const placements = site.placements ?? [{ id: 'everywhere', header: site.headers[0]!.id }];
  const id = freeId('here', placements);
  return {
    ...site,
    placements: [{ id, header: headerId, pages: [...pageIds], ...(who && { who }) }, ...placements],
  };
}

/** What differs of looks with another ink at some moments; all else that differs stays. */
function withInk(looks: PartLooks, moments: readonly Moment[], ink: Look['ink']): PartLooks {
  return { ...looks, ...Object.fromEntries(moments.map((moment) => [moment, { ...looks[moment], ink }])) };
}

/** Links and logo in another tone at some moments. */
function inkWays(site: Site, hanging: Hanging, moments: readonly Moment[]): Omit<PlaceWay, 'worst'>[] {
  const luminance = (use: ColourUse) => contrastRatio(resolveColour(site.palette, use), { r: 0, g: 0, b: 0 });
  const uses = site.palette
    .map(({ id }): ColourUse => ({ swatch: id }))
    .sort((a, b) => luminance(a) - luminance(b));
  const ends = uses.length > 1 ? [uses[0]!, uses.at(-1)!] : uses;
  return ends.map((link, i) => {
    const logo: LogoVariant = i === 0 ? 'dark' : 'light';
    const hasLogo = logoPicture(site.logo, logo) !== undefined;
    const ink = { link, hover: link, current: link, ring: link, ...(hasLogo && { logo }) };
    const name = colourName(site.palette, link);
    return {
      id: `ink ${name}`,
      text: `${name} links${hasLogo ? ` and the ${logo} logo` : ''}`,
      note: `${moments.map((moment) => momentName(hanging.header, moment).toLowerCase()).join(' and ')}, on this page`,
      cost: 2,
      change: (of) =>
        withDifference(of, hanging, {
          looks: withInk(ownOf(hanging.page, hanging.header.id)?.looks ?? {}, moments, ink),
        }),
    };
  });
}

/** What may be tried for a page that is not clear. */
function candidates(site: Site, hanging: Hanging, { rows }: CellProof): Omit<PlaceWay, 'worst'>[] {
  const lost = [...new Set(rows.filter(({ verdict }) => verdict !== 'clear').map(({ moment }) => moment))];
  const moments = lost.filter((moment) => moment !== 'pointed');
  return [
    {
      id: 'begins',
      text: 'Begin as after scrolling',
      note: 'its look from the first pixel, on this page',
      cost: 1,
      change: (of) => withDifference(of, hanging, { begins: 'scrolled' }),
    },
    ...(moments.length > 0 ? inkWays(site, hanging, moments) : []),
    ...site.headers
      .filter(({ id }) => id !== hanging.header.id && (site.placements?.length ?? 0) < MOST_PLACEMENTS)
      .map(({ id, name }) => ({
        id: `header ${id}`,
        text: `Hang ${name} here`,
        note: `one placement more: ${hanging.page.title}${hanging.who ? `, ${hanging.who}` : ''}`,
        cost: 3,
        change: (of: Site) => withHeaderOn(of, id, [hanging.page.id], hanging.who),
      })),
  ];
}

/** How a page stands with a change: swept under what hangs there then. */
async function triedOn(
  loaded: LoadedSite,
  hanging: Hanging,
  site: Site,
  signal: AbortSignal,
): Promise<CellProof[]> {
  const at = { ...loaded, site };
  const then = hangingsOf(site).filter(
    ({ page, who }) =>
      page.id === hanging.page.id && (hanging.who === undefined || who === undefined || who === hanging.who),
  );
  return Promise.all(then.map((each) => proveHanging(at, each, signal)));
}

/** A way, where the page is clear with it. */
async function tried(
  loaded: LoadedSite,
  hanging: Hanging,
  candidate: Omit<PlaceWay, 'worst'>,
  signal: AbortSignal,
): Promise<PlaceWay | undefined> {
  signal.throwIfAborted();
  const proofs = await triedOn(loaded, hanging, candidate.change(loaded.site), signal);
  const isClear = proofs.length > 0 && proofs.every(({ verdict }) => verdict === 'clear');
  return isClear ? { ...candidate, worst: proofs[0]!.worst } : undefined;
}

/**
 * What is offered for a page as soon as it is there: its header begun as after scrolling, and the other headers, as far as the
 * page is clear with them; the first few that are found.
 */
export async function offersFor(
  loaded: LoadedSite,
  hanging: Hanging,
  proof: CellProof,
  signal: AbortSignal,
): Promise<PlaceWay[]> {
  const offers: PlaceWay[] = [];
  for (const candidate of candidates(loaded.site, hanging, proof)) {
    const isHeader = candidate.id.startsWith('header ');
    const way =
      isHeader || candidate.id === 'begins' ? await tried(loaded, hanging, candidate, signal) : undefined;
    if (way) offers.push(way);
    if (offers.length === MOST_OFFERS) break;
  }
  return offers;
}

/** How many ways are offered beside a page's own values. */
const MOST_OFFERS = 3;

/**
 * The ways that clear a page for its visitors, each swept there at every moment and standard width, the smallest change first.
 * @param tell told as they are found
 */
export async function waysHere(
  loaded: LoadedSite,
  hanging: Hanging,
  proof: CellProof,
  { signal, tell }: { signal: AbortSignal; tell: (ways: PlaceWay[]) => void },
): Promise<PlaceWay[]> {
  const { site } = loaded;
  let ways: PlaceWay[] = [];
  const add = (way: PlaceWay) => {
    ways = [...ways, way].sort((a, b) => a.cost - b.cost);
    tell(ways);
  };
  for (const candidate of candidates(site, hanging, proof)) {
    const way = await tried(loaded, hanging, candidate, signal);
    if (way) add(way);
  }
  const [band] = hanging.page.bands;
  const isTop = proof.rows.every(({ moment, verdict }) => moment === 'top' || verdict === 'clear');
  if (band && isTop) {
    const colour = band.backdrop.tint?.colour ?? { swatch: darkest(site) };
    const found = await leastBandTint(
      loaded,
      hanging.header,
      { page: hanging.page, beside: [], colour },
      signal,
    );
    const tint = found && { colour, opacity: found.percent / 100 };
    if (found && tint)
      add({
        id: 'tint',
        text: `Tint of its opening band, ${colourName(site.palette, colour)} to ${found.percent} %`,
        note: 'on this page',
        cost: 2,
        worst: [...found.rows].sort((a, b) => a.worst / a.needed - b.worst / b.needed)[0],
        change: (of) =>
          withBandTint(
            of,
            of.pages.find(({ id }) => id === hanging.page.id)!,
            tint,
          ),
      });
  }
  return ways;
}

function darkest({ palette }: Site): string {
  const luminance = (id: string) =>
    contrastRatio(resolveColour(palette, { swatch: id }), { r: 0, g: 0, b: 0 });
  return [...palette].sort((a, b) => luminance(a.id) - luminance(b.id))[0]!.id;
}

/** One step of a plan for the whole site. */
export interface SitePlanStep extends PlanStep {
  text: string;
  note: string;
  change: (site: Site) => Site;
}

/** What clears every page for all visitors together, swept. */
export interface SitePlan {
  steps: SitePlanStep[];
  /** The pages that are not clear with it. */
  left: Hanging[];
  site: Site;
}

/** What is told while a plan is looked for. */
export interface PlanProgress {
  done: number;
  of: number;
}

const keyOfHanging = ({ page, who }: Hanging) => `${page.id} ${who ?? ''}`;

/** Looks for the fewest and smallest changes with which every page is clear for all visitors. */
export async function sitePlan(
  loaded: LoadedSite,
  { signal, tell }: { signal: AbortSignal; tell: (progress: PlanProgress) => void },
): Promise<SitePlan> {
  const { site } = loaded;
  const hangings = hangingsOf(site);
  const lost: { hanging: Hanging; proof: CellProof }[] = [];
  for (const hanging of hangings) {
    const proof = await proveHanging(loaded, hanging, signal);
    signal.throwIfAborted();
    if (proof.verdict !== 'clear') lost.push({ hanging, proof });
  }
  const steps: SitePlanStep[] = [];
  const on = new Map<string, Hanging[]>();
  for (const [done, { hanging, proof }] of lost.entries()) {
    tell({ done, of: lost.length });
    const ways = await waysHere(loaded, hanging, proof, { signal, tell: () => undefined });
    for (const way of ways) {
      const header = /^header (.*)$/.exec(way.id)?.[1];
      if (header) on.set(header, [...(on.get(header) ?? []), hanging]);
      else
        steps.push({
          ...way,
          id: `${keyOfHanging(hanging)} ${way.id}`,
          note: `${way.note}: ${hanging.page.title}${hanging.who ? `, ${hanging.who}` : ''}`,
          clears: [keyOfHanging(hanging)],
        });
    }
  }
  for (const [id, all] of on) {
    // One placement is for everyone, or for some visitors.
    for (const who of [undefined, 'signed out', 'signed in'] as const) {
      const own = all.filter((each) => each.who === who);
      if (own.length === 0) continue;
      const { name } = site.headers.find((each) => each.id === id)!;
      steps.push({
        id: `header ${id} ${who ?? ''}`,
        text: `Hang ${name} on ${own.map(({ page }) => page.title).join(', ')}`,
        note: `one placement more${who ? `, ${who}` : ''}`,
        cost: 3,
        clears: own.map(keyOfHanging),
        change: (of) =>
          withHeaderOn(
            of,
            id,
            own.map(({ page }) => page.id),
            who,
          ),
      });
    }
  }
  const taken = leastSteps(
    lost.map(({ hanging }) => keyOfHanging(hanging)),
    steps,
  );
  const changed = taken.reduce((now, { change }) => change(now), site);
  const left: Hanging[] = [];
  for (const hanging of hangingsOf(changed)) {
    const { verdict } = await proveHanging({ ...loaded, site: changed }, hanging, signal);
    signal.throwIfAborted();
    if (verdict !== 'clear') left.push(hanging);
  }
  return { steps: taken, left, site: changed };
}
