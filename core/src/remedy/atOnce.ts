import { momentsOf, type Header } from '../model/header.ts';
import { copyOf, failing, ifClear, type RemedyKind } from './kind.ts';

/** Links that change at once: where they are clear before and after, and not between. */
export const atOnce: RemedyKind = {
  async find(asked) {
    const { header, moment, rows } = asked;
    const bad = failing(rows);
    if (bad.length === 0 || !bad.every(({ becoming }) => becoming)) return undefined;
    const isPointed = bad.every(({ state }) => state === 'hover' || state === 'pressed');
    // What a header of the site's own wears has the time of its change; ours may have one of its own under the pointer.
    if (isPointed && header.own === undefined) {
      const tried = copyOf(header);
      const at = moment === 'pointed' ? moment : momentsOf(header)[0]!;
      tried.looks[at] = { ...tried.looks[at], cue: { ...tried.looks[at]?.cue, duration: 0 } };
      const way = await ifClear(asked, tried, 'Hovered links at once.');
      if (way) return way;
    }
    const manner: Header['manner'] = { ...header.manner, ink: { delay: 0, duration: 0 } };
    return ifClear(asked, { ...header, manner }, 'Links at once, in all their states.');
  },
};
