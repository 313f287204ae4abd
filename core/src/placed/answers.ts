import { at } from '../lists.ts';
import { AUDIENCES, type Audience, type Placement } from '../model/placement.ts';
import type { Header } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { differsByAudience, wornOn } from './worn.ts';

/**
 * Which header hangs on a page for some visitors, with what, and why: the one answer that previews, sweeps, what ships, the
 * stand-in and the command line go by.
 */

/** Why a placement does not decide: it is not for that page, not for those visitors, excepts the page, or its header has gone. */
export type Passed = 'page' | 'visitors' | 'except' | 'gone';

/** Which header hangs on a page for some visitors. */
export interface Answer {
  /** The header, as it stands in the document; `undefined` for none. */
  header: Header | undefined;
  /** As it is worn there. */
  worn: Header | undefined;
  /** The placement that decided; `undefined` where none fits, or where the site has none. */
  placement: Placement | undefined;
  /** Those before it, and why each did not. */
  passed: { placement: Placement; why: Passed }[];
}

/** Whether an address is another, or below it. */
export function isBelow(path: string, address: string): boolean {
  if (path === address || address === '/') return true;
  return path.startsWith(address) && path[address.length] === '/';
}

/** Whether a placement is for a page, whoever visits it and whatever it excepts. */
export function reaches({ pages, below }: Placement, page: Pick<Page, 'id' | 'path'>): boolean {
  if (pages === undefined && below === undefined) return true;
  return pages?.includes(page.id) === true || (below !== undefined && isBelow(page.path, below));
}

/** Whether a placement excepts a page. */
export function excepts({ except }: Placement, page: Pick<Page, 'id' | 'path'>): boolean {
  const { pages, below } = except ?? {};
  return pages?.includes(page.id) === true || (below !== undefined && isBelow(page.path, below));
}

function whyNot(site: Site, placement: Placement, page: Page, audience: Audience): Passed | undefined {
  const { header, who } = placement;
  if (header !== undefined && !site.headers.some(({ id }) => id === header)) return 'gone';
  if (!reaches(placement, page)) return 'page';
  if (who !== undefined && who !== audience) return 'visitors';
  return excepts(placement, page) ? 'except' : undefined;
}

/** Whether a placement decides for a page and its visitors, as far as its header has not gone. */
export function fits(placement: Placement, page: Page, audience: Audience): boolean {
  const { who } = placement;
  return (who === undefined || who === audience) && reaches(placement, page) && !excepts(placement, page);
}

/** Which header hangs on a page for some visitors, and why. A site without placements wears its first header everywhere. */
export function answerFor(site: Site, page: Page, audience: Audience): Answer {
  const { placements = [], headers } = site;
  const headerOf = ({ header }: Placement) => headers.find(({ id }) => id === header);
  const at = placements.findIndex(
    (each) => fits(each, page, audience) && (each.header === undefined || headerOf(each) !== undefined),
  );
  const placement = placements[at];
  const header = placements.length === 0 ? headers[0] : placement && headerOf(placement);
  return {
    header,
    worn: header && wornOn(site, header, page, audience),
    placement,
    // Asked for by few: of most pages nobody wants to know.
    get passed() {
      return placements
        .slice(0, at < 0 ? undefined : at)
        .map((each) => ({ placement: each, why: whyNot(site, each, page, audience)! }));
    },
  };
}

/** Whether visitors who are signed in may meet anything else than those who are not. */
export function isSplit({ placements = [], headers }: Site): boolean {
  return placements.some(({ who }) => who !== undefined) || headers.some(differsByAudience);
}

/** The visitors that are told apart on a site: all of them are one where nothing differs. */
export function audiencesOf(site: Site): readonly Audience[] {
  return isSplit(site) ? AUDIENCES : [at(AUDIENCES, 0)];
}

/** A header as it is worn on a page, and by whom: all visitors where nothing is said. */
export interface Hanging {
  page: Page;
  /** The header, as it stands in the document. */
  header: Header;
  worn: Header;
  who?: Audience;
}

/** What hangs on documents that nobody can change any more, so that it is looked for once. */
const known = new WeakMap<Site, Hanging[]>();

/** Every header on every page, once where it is the same for all visitors; those of one header where it is given. */
export function hangingsOf(site: Site, header?: Header): Hanging[] {
  const placed = header ? withHeader(site, header) : site;
  let all = known.get(placed);
  if (!all) {
    all = hangingsAnew(placed);
    if (Object.isFrozen(placed)) known.set(placed, all);
  }
  return header ? all.filter((each) => each.header.id === header.id) : all;
}

function hangingsAnew(site: Site): Hanging[] {
  const hasTwo = isSplit(site);
  return site.pages.flatMap((page) => {
    const own = AUDIENCES.flatMap((who): Hanging[] => {
      const { header, worn } = answerFor(site, page, who);
      return header && worn ? [{ page, header, worn, who }] : [];
    });
    const [first, second] = own;
    const isForAll = !hasTwo || (first && second && first.worn === second.worn);
    return first && isForAll ? [everyone(first)] : own;
  });
}

function everyone({ who: _, ...hanging }: Hanging): Hanging {
  return hanging;
}

/** A site with a header in the place of the one of the same id. */
function withHeader(site: Site, header: Header): Site {
  if (site.headers.includes(header)) return site;
  const placed = { ...site, headers: site.headers.map((old) => (old.id === header.id ? header : old)) };
  return Object.isFrozen(site) ? Object.freeze(placed) : placed;
}

/** All that hangs on a site, and where a header is judged that hangs nowhere. */
export function allHung(site: Site, header: Header): Hanging[] {
  const all = hangingsOf(withHeader(site, header));
  return all.some((each) => each.header === header) ? all : [...all, ...judgedOn(site, header)];
}

/**
 * The pages over which a header is judged: those that it hangs on; one that hangs nowhere is judged over all of them, as it
 * would be there.
 */
export function judgedOn(site: Site, header: Header): Hanging[] {
  const hangings = hangingsOf(site, header);
  if (hangings.length > 0) return hangings;
  return site.pages.flatMap((page) => {
    const worn = wornOn(site, header, page, 'signed out');
    return worn ? [{ page, header, worn }] : [];
  });
}
