import { verdictOf, type Verdict } from '@hatrail/core/sweep/verdict';
import type { ThreadPart } from './view.ts';

/** Rows of the threads' canvas; each stands for a stretch of scroll and shows its worst verdict. */
export const ROWS = 1000;

/** A stretch of a thread with one verdict, in rows of the canvas. */
export interface VerdictStretch {
  from: number;
  to: number;
  verdict: Verdict;
}

/**
 * The stretches of a part of an item's thread.
 * @param below how far below the window's top the header keeps, CSS pixels
 */
export function verdictStretches(
  { span: met, shares }: ThreadPart,
  pageHeight: number,
  below = 0,
): VerdictStretch[] {
  const span = { from: met.from + below, to: met.to + below };
  const stretches: VerdictStretch[] = [];
  const last = Math.floor((span.to * ROWS) / pageHeight);
  for (let y = Math.floor((span.from * ROWS) / pageHeight); y <= last; y++) {
    const from = Math.max(0, Math.floor((y * pageHeight) / ROWS) - span.from);
    const to = Math.min(
      shares.length,
      Math.max(from + 1, Math.ceil(((y + 1) * pageHeight) / ROWS) - span.from),
    );
    let least = Infinity;
    for (let s = from; s < to; s++) least = Math.min(least, shares[s]!);
    const verdict = verdictOf(least, 1);
    const stretch = stretches.at(-1);
    if (stretch?.verdict === verdict) stretch.to = y + 1;
    else stretches.push({ from: y, to: y + 1, verdict });
  }
  return stretches;
}
