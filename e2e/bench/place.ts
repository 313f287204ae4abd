import { loadSite } from '@hatrail/node/siteFile';
import type { Placement } from '@hatrail/core/model/placement';
import type { Site } from '@hatrail/core/model/site';
import { answerFor, hangingsOf } from '@hatrail/core/placed/answers';
import { placementsTold } from '@hatrail/core/placed/told';
import { AUDIENCES } from '@hatrail/core/model/placement';

/** A site of 300 pages, 12 headers and 40 placements, for everyone and for those who are signed in or out. */
export function manyPlaced(demo: Site): Site {
  const pages = Array.from({ length: 300 }, (_, i) => ({
    ...demo.pages[i % demo.pages.length]!,
    // Those of the demo are led to by its menus.
    id: demo.pages[i]?.id ?? `page-${i}`,
    path: i === 0 ? '/' : `/${['log', 'shows', 'shop'][i % 3]}/${i}`,
  }));
  const headers = Array.from({ length: 12 }, (_, i) => ({
    ...demo.headers[i % demo.headers.length]!,
    id: `header-${i}`,
  }));
  const placements: Placement[] = Array.from({ length: 40 }, (_, i) => ({
    id: `placement-${i}`,
    header: headers[i % 12]!.id,
    ...(i === 39
      ? {}
      : i % 3 === 0
        ? { below: `/${['log', 'shows', 'shop'][i % 3]}/${i * 7}` }
        : { pages: pages.slice(i * 7, i * 7 + 9).map(({ id }) => id) }),
    ...(i % 4 === 1 && { who: 'signed in' as const }),
  }));
  return { ...demo, pages, headers, placements };
}

/** How long all answers and everything that is told of placements take after a change of their order, ms; and what is to be swept. */
export async function placeFigures(): Promise<Record<string, number>> {
  const { site: demo } = await loadSite('demo/larkfell.hatrail.json');
  const site = manyPlaced(demo);
  const answers = (of: Site) =>
    of.pages.flatMap((page) => AUDIENCES.map((who) => answerFor(of, page, who).worn));
  const before = answers(site);
  const placements = [...site.placements!];
  [placements[2], placements[3]] = [placements[3]!, placements[2]!];
  const turned = { ...site, placements };
  let least = Infinity;
  for (let i = 0; i < 8; i++) {
    const start = performance.now();
    answers(turned);
    placementsTold(turned);
    least = Math.min(least, performance.now() - start);
  }
  const after = answers(turned);
  return {
    'placements: 300 pages, 12 headers and 40 placements answered and told, ms': least,
    'placements: of the 600 answers, those that are swept apart': hangingsOf(site).length,
    'placements: of the 600 answers, those that another order makes others': after.filter(
      (worn, i) => worn !== before[i],
    ).length,
  };
}
