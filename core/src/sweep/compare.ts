import { spotKey, type Row } from './row.ts';
import type { Verdict } from './verdict.ts';

/** A verdict that another look or material changes, at its worst place. */
export interface VerdictChange extends Pick<Row, 'item' | 'state' | 'part' | 'becoming' | 'moment'> {
  from: { verdict: Verdict; contrast: number };
  to: { verdict: Verdict; contrast: number; row: Row };
}

const keyOf = (row: Row) => `${row.header} ${spotKey(row)} ${row.moment}`;

/** The worst row of each item in each state at each moment. */
function worstByItem(rows: readonly Row[]): Map<string, Row> {
  const worst = new Map<string, Row>();
  for (const row of rows) {
    const key = keyOf(row);
    const known = worst.get(key);
    if (!known || row.worst / row.needed < known.worst / known.needed) worst.set(key, row);
  }
  return worst;
}

/**
 * What differs between two sweeps of a site: every item whose verdict, over all pages and widths, is another one. What is on its way
 * into a state has a row only where it is lost there: where it has none it is as clear as in that state.
 */
export function changedVerdicts(before: readonly Row[], after: readonly Row[]): VerdictChange[] {
  const [old, now] = [worstByItem(before), worstByItem(after)];
  const arrived = ({ becoming: _, ...row }: Row) => keyOf(row);
  const gone = [...old].filter(([key, row]) => row.becoming && !now.has(key));
  return [...now, ...gone.map(([key]) => [key, undefined] as const)].flatMap(([key, is]) => {
    const any = (is ?? old.get(key))!;
    const was = old.get(key) ?? (any.becoming && old.get(arrived(any)));
    const row = is ?? now.get(arrived(any));
    if (!was || !row || was.verdict === row.verdict) return [];
    const { item, state, part, becoming, moment } = any;
    return [
      {
        item,
        state,
        part,
        ...(becoming && { becoming }),
        moment,
        from: { verdict: was.verdict, contrast: was.worst },
        to: { verdict: row.verdict, contrast: row.worst, row },
      },
    ];
  });
}
