import type { TextRun } from '../header/layout.ts';
import type { Needs } from '../model/needs.ts';

export type Verdict = 'clear' | 'strained' | 'lost';

/** Contrast that a text needs, by a size in CSS pixels and a weight: less where it is large as WCAG 2.2 has it. */
export function textTarget(needs: Needs, { size, weight }: Pick<TextRun['font'], 'size' | 'weight'>): number {
  return isLarge(size, weight) ? needs.large : needs.text;
}

/** Large text in the sense of WCAG 2.2: 18 pt, or 14 pt in bold. */
function isLarge(size: number, weight: number): boolean {
  return size >= 24 || (size >= 18.66 && weight >= 700);
}

/** Clear at or above the target, strained at or above two thirds of it, else lost. */
export function verdictOf(contrast: number, needed: number): Verdict {
  if (contrast >= needed) return 'clear';
  return contrast >= (needed * 2) / 3 ? 'strained' : 'lost';
}

const RANK: Record<Verdict, number> = { lost: 0, strained: 1, clear: 2 };

/** The worst of some verdicts; clear where there are none. */
export function worstVerdict(verdicts: Iterable<Verdict>): Verdict {
  let worst: Verdict = 'clear';
  for (const verdict of verdicts) if (RANK[verdict] < RANK[worst]) worst = verdict;
  return worst;
}
