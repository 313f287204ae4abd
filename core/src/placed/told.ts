import { AUDIENCES, type Placement } from '../model/placement.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { answerFor, excepts, fits, reaches } from './answers.ts';

/** What a placement decides, and what is wrong with it. */
export interface PlacementTold {
  placement: Placement;
  /** The pages that it decides for, for some visitors at least. */
  decides: Page[];
  problem?: PlacementProblem;
}

/** Why a placement decides nothing, or less than it says; and the placements with which that is put right. */
export interface PlacementProblem {
  kind: 'gone' | 'no page' | 'no such page' | 'covered' | 'nobody';
  text: string;
  mend: { text: string; placements: Placement[] };
}

/** What every placement of a site decides, in their order. */
export function placementsTold(site: Site): PlacementTold[] {
  const { placements = [] } = site;
  const decides = new Map<Placement, Set<Page>>(placements.map((placement) => [placement, new Set<Page>()]));
  /** For each placement, those that decide in its place. */
  const before = new Map<Placement, Set<Placement>>();
  for (const page of site.pages) {
    for (const who of AUDIENCES) {
      const { placement: decided } = answerFor(site, page, who);
      if (!decided) continue;
      decides.get(decided)!.add(page);
      for (const later of placements.slice(placements.indexOf(decided) + 1))
        if (fits(later, page, who)) before.set(later, (before.get(later) ?? new Set()).add(decided));
    }
  }
  return placements.map((placement) => {
    const own = [...decides.get(placement)!];
    const problem = problemOf(site, placement, own, [...(before.get(placement) ?? [])]);
    return { placement, decides: own, ...(problem && { problem }) };
  });
}

function problemOf(
  site: Site,
  placement: Placement,
  decides: readonly Page[],
  before: readonly Placement[],
): PlacementProblem | undefined {
  const { placements = [], pages } = site;
  const without = placements.filter((each) => each !== placement);
  const remove = { text: 'Remove it', placements: without };
  if (placement.header !== undefined && !site.headers.some(({ id }) => id === placement.header))
    return {
      kind: 'gone',
      text: 'Its header has gone: another takes its place, or it is removed.',
      mend: remove,
    };
  const known = new Set(pages.map(({ id }) => id));
  const lost = placement.pages?.filter((id) => !known.has(id)) ?? [];
  if (lost.length > 0) {
    const kept = placement.pages!.filter((id) => known.has(id));
    const { pages: _, ...rest } = placement;
    const mended = { ...rest, pages: kept };
    const isNothing = kept.length === 0 && placement.below === undefined;
    return {
      kind: 'no such page',
      text:
        lost.length === 1
          ? 'A page that it names has gone.'
          : `${lost.length} pages that it names have gone.`,
      mend: isNothing
        ? remove
        : {
            text: 'Leave them out',
            placements: placements.map((each) => (each === placement ? mended : each)),
          },
    };
  }
  if (decides.length > 0) return undefined;
  const reached = pages.filter((page) => reaches(placement, page));
  if (reached.length === 0) {
    const text =
      placement.below === undefined
        ? 'It names no page.'
        : `No page has the address ${placement.below}, or is below it.`;
    return { kind: 'no page', text, mend: remove };
  }
  if (reached.every((page) => excepts(placement, page))) {
    const { except: _, ...all } = placement;
    return {
      kind: 'nobody',
      text: 'It excepts every page that it is for.',
      mend: {
        text: 'Except nothing',
        placements: placements.map((each) => (each === placement ? all : each)),
      },
    };
  }
  return {
    kind: 'covered',
    text:
      before.length === 1
        ? 'The placement before it decides for all of its pages.'
        : 'Placements before it decide for all of its pages.',
    mend: { text: 'Put it before', placements: putBefore(placements, placement, before) },
  };
}

/** Placements with one of them moved before the first of some others. */
function putBefore(
  placements: readonly Placement[],
  placement: Placement,
  others: readonly Placement[],
): Placement[] {
  const first = Math.min(...others.map((other) => placements.indexOf(other)));
  const rest = placements.filter((each) => each !== placement);
  return [...rest.slice(0, first), placement, ...rest.slice(first)];
}

/** Whether two placements can ever both fit: only then does their order matter. */
export function canMeet(site: Site, a: Placement, b: Placement): boolean {
  if (a.who !== undefined && b.who !== undefined && a.who !== b.who) return false;
  return site.pages.some((page) => AUDIENCES.some((who) => fits(a, page, who) && fits(b, page, who)));
}

/** Where a placement holds, in words: “Members and what is below it, signed in”. */
export function whereWords(site: Site, { pages, below, except, who }: Placement): string {
  const title = (id: string) => site.pages.find((page) => page.id === id)?.title ?? 'a page that has gone';
  const many = (ids: readonly string[]) =>
    ids.length > 3 ? `${ids.length} pages` : ids.map(title).join(', ');
  const where = [
    ...(pages?.length ? [many(pages)] : []),
    ...(below !== undefined ? [below === '/' ? 'everywhere' : `${below} and what is below it`] : []),
  ];
  const but = [
    ...(except?.pages?.length ? [many(except.pages)] : []),
    ...(except?.below ? [`${except.below} and below`] : []),
  ];
  return [
    where.length > 0 ? where.join('; ') : pages ? 'no page' : 'Everywhere',
    ...(but.length > 0 ? [`but not ${but.join('; ')}`] : []),
    who ?? 'for everyone',
  ].join(', ');
}
