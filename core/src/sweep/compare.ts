import { spotKey, type Row } from './row.ts';
import type { Verdict } from './verdict.ts';

/** A verdict that another look or material changes, at its worst place. */
export interface VerdictChange {
  item: string;
  state: Row['state'];
  moment: Row['moment'];
  from: { verdict: Verdict; contrast: number };
  to: { verdict: Verdict; contrast: number; row: Row };
}

/** The worst row of each item in each state at each moment. */
function worstByItem(rows: readonly Row[]): Map<string, Row> {
  const worst = new Map<string, Row>();
  for (const row of rows) {
    const key = `${row.header} ${spotKey(row)} ${row.moment}`;
    const known = worst.get(key);
    if (!known || row.worst / row.needed < known.worst / known.needed) worst.set(key, row);
  }
  return worst;
}

/** What differs between two sweeps of a site: every item whose verdict, over all pages and widths, is another one. */
export function changedVerdicts(before: readonly Row[], after: readonly Row[]): VerdictChange[] {
  const old = worstByItem(before);
  return [...worstByItem(after)].flatMap(([key, row]) => {
    const was = old.get(key);
    if (!was || was.verdict === row.verdict) return [];
    const { item, state, moment } = row;
    return [
      {
        item,
        state,
        moment,
        from: { verdict: was.verdict, contrast: was.worst },
        to: { verdict: row.verdict, contrast: row.worst, row },
      },
    ];
  });
}
