import type { Viewport } from '@hatrail/core/sweep/widths';
import { at as elementAt } from '@hatrail/core/lists';
import type { Header, Moment } from '@hatrail/core/model/header';
import { proveAll } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

/** A number of a header or its type from which, or up to which, some of its moments are clear on every page. */
export interface NumberAsked {
  loaded: LoadedSite;
  beside: readonly Viewport[];
  moments: readonly Moment[];
  /** The numbers to choose from, ascending. */
  values: readonly number[];
  /** Whether clearness begins at a number and holds above it, or ends at one and holds below. */
  holds: 'above' | 'below';
  /** The site and its header with a number. */
  make: (value: number) => { loaded: LoadedSite; header: Header };
  signal: AbortSignal;
}

/**
 * Finds the number by halving: every one that is tried is swept over all pages and widths.
 * @returns `undefined` where not even the number furthest on the clear side is clear.
 */
export async function boundOf(asked: NumberAsked): Promise<number | undefined> {
  const { beside, moments, values, holds, make, signal } = asked;
  const isClear = async (at: number) => {
    signal.throwIfAborted();
    const { loaded, header } = make(elementAt(values, at));
    const rows = await proveAll(loaded, header, { moments, beside, signal });
    return rows.every(({ verdict }) => verdict === 'clear');
  };
  let [clear, other] = holds === 'above' ? [values.length - 1, -1] : [0, values.length];
  if (!(await isClear(clear))) return undefined;
  while (Math.abs(clear - other) > 1) {
    const middle = Math.trunc((clear + other) / 2);
    if (await isClear(middle)) clear = middle;
    else other = middle;
  }
  return values[clear];
}
