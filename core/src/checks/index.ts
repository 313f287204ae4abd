import type { Check, Checked, Shortcoming } from './kind.ts';
import { focusObscured } from './focusObscured.ts';
import { reflow, textSpacing } from './room.ts';
import { targetSize } from './targetSize.ts';
import { useOfColour } from './useOfColour.ts';

/** The checks, by what they are of. A new one is a file and a row here. */
export const CHECKS = {
  useOfColour,
  reflow,
  textSpacing,
  focusObscured,
  targetSize,
} satisfies Record<string, Check>;

/** The success criteria that are computed beside contrast. */
export const CHECKED_CRITERIA = ['1.4.1', '1.4.10', '1.4.12', '2.4.11', '2.5.8'] as const;

/** Everything that a header lacks beside contrast, in the order of the checks. */
export function shortcomingsOf(checked: Checked): Shortcoming[] {
  return Object.values(CHECKS).flatMap((check: Check) => check(checked));
}
