import type { TextRun } from '../header/layout.ts';

export type Verdict = 'clear' | 'strained' | 'lost';

/** Contrast that marks and logos need (WCAG 2.2, 1.4.11). */
export const MARK_TARGET = 3;

/** Contrast that a text needs which is not large (WCAG 2.2, 1.4.3). */
export const TEXT_TARGET = 4.5;

/** Contrast that a text needs (WCAG 2.2, 1.4.3): 3 where it is large, else {@link TEXT_TARGET}. */
export function textTarget({ font }: Pick<TextRun, 'font'>): number {
  return textTargetOf(font.size, font.weight);
}

/** The same of a size in CSS pixels and a weight. */
export function textTargetOf(size: number, weight: number): number {
  const large = size >= 24 || (size >= 18.66 && weight >= 700);
  return large ? 3 : TEXT_TARGET;
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
