import { headerItems } from '../model/header.ts';
import { needsOf } from '../model/needs.ts';
import { copyOf, failing, ifClear, type RemedyKind } from './kind.ts';

/** Least size of large text at any weight (WCAG 2.2), CSS pixels. */
const LARGE = 24;

/** Large text needs less: enough where every text reaches that already. */
export const largerLetters: RemedyKind = {
  async find(asked) {
    const { header, rows } = asked;
    const { text, large } = needsOf(asked.site);
    if (failing(rows).some(({ needed, worst }) => needed < text || worst < large)) return undefined;
    const grown = copyOf(header);
    for (const item of headerItems(grown)) {
      if (item.kind === 'menu' || item.kind === 'text') item.size = Math.max(item.size ?? 0, LARGE);
    }
    return ifClear(asked, grown, `Links and lines of text at ${LARGE} px, which makes them large text.`);
  },
};
