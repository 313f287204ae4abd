import { coversOf } from '../header/covers.ts';
import type { Header } from '../model/header.ts';
import { copyOf, ifClear, type RemedyKind } from './kind.ts';

/**
 * What is wrong where a header that stands in the flow of the page is not clear: its links are read over the page's own
 * colour, or over what covers the page, and not over the page. Laid over it, or without what covers it, it may be clear.
 */
export const layOver: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    if (header.manner.lies !== 'above') return undefined;
    const over = (of: Header): Header => ({ ...of, manner: { ...of.manner, lies: 'over' } });
    const covers = coversOf(site, header, moment);
    const uncovered = copyOf(header);
    for (const { clear } of covers) clear(uncovered);
    const tries: readonly [string, Header][] = [
      [
        'Lay it over the page: it stands above it, so its links are read over the page’s own colour.',
        over(header),
      ],
      ['Clear what covers it.', uncovered],
      ['Lay it over the page, and clear what covers it.', over(uncovered)],
    ];
    for (const [text, tried] of covers.length > 0 ? tries : tries.slice(0, 1)) {
      const way = await ifClear(asked, tried, text);
      if (way) return way;
    }
    return undefined;
  },
};
