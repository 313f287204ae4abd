import { InRange } from './rules.ts';

/** The contrast that an owner asks for: of text, of large text (18 pt, or 14 pt in bold), and of marks, lines, rings and logos. */
export class Needs {
  @InRange(1, 21) text: number;
  @InRange(1, 21) large: number;
  @InRange(1, 21) marks: number;
}

/** What WCAG 2.2 asks for at level AA: 1.4.3 and 1.4.11. */
export const USUAL_NEEDS: Needs = { text: 4.5, large: 3, marks: 3 };

/** What it asks for at level AAA: 1.4.6; of marks it asks no more. */
export const STRICT_NEEDS: Needs = { text: 7, large: 4.5, marks: 3 };

/** What is asked for on a site: its own, or level AA. */
export function needsOf({ needs }: { needs?: Needs | undefined }): Needs {
  return needs ?? USUAL_NEEDS;
}
