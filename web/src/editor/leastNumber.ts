import type { Header, Moment } from '@hatrail/core/model/header';
import { proveAll, type SiteAtHand } from '../engine/proof.ts';

/** A whole number of a header from which, or up to which, some of its moments are clear on every page. */
export interface NumberAsked {
  hand: SiteAtHand;
  width: number;
  moments: readonly Moment[];
  least: number;
  most: number;
  /** Whether clearness begins at a number and holds above it, or ends at one and holds below. */
  holds: 'above' | 'below';
  /** The header with a number. */
  make: (value: number) => Header;
  signal: AbortSignal;
}

/**
 * Finds the number by halving: every one that is tried is swept over all pages and widths.
 * @returns `undefined` where not even the number furthest on the clear side is clear.
 */
export async function boundOf(asked: NumberAsked): Promise<number | undefined> {
  const { hand, width, moments, least, most, holds, make, signal } = asked;
  const isClear = async (value: number) => {
    signal.throwIfAborted();
    const rows = await proveAll(hand, make(value), { moments, width, signal });
    return rows.every(({ verdict }) => verdict === 'clear');
  };
  let [clear, other] = holds === 'above' ? [most, least - 1] : [least, most + 1];
  if (!(await isClear(clear))) return undefined;
  while (Math.abs(clear - other) > 1) {
    const middle = Math.trunc((clear + other) / 2);
    if (await isClear(middle)) clear = middle;
    else other = middle;
  }
  return clear;
}
