import type { Check, Checked, Shortcoming } from './kind.ts';
import { focusObscured } from './focusObscured.ts';
import { focusVisible } from './focusVisible.ts';
import { reflow, resizeText, textSpacing } from './room.ts';
import { targetSize } from './targetSize.ts';
import { useOfColour } from './useOfColour.ts';

/** The checks, by what they are of. A new one is a file and a row here. */
export const CHECKS = {
  useOfColour,
  resizeText,
  reflow,
  textSpacing,
  focusVisible,
  focusObscured,
  targetSize,
} satisfies Record<string, Check>;

/** The success criteria that are computed beside contrast. */
export const CHECKED_CRITERIA = ['1.4.1', '1.4.4', '1.4.10', '1.4.12', '2.4.7', '2.4.11', '2.5.8'] as const;

/**
 * Success criteria that headers keep by how they are made, whatever their document says: names hold the words that are seen; a
 * drop-down that opens under the pointer is closed by Escape, may be pointed at, and stays. Tests in a browser hold them to it.
 */
export const KEPT_CRITERIA = ['1.4.13', '2.5.3'] as const;

/** Everything that a header lacks beside contrast, in the order of the checks. */
export function shortcomingsOf(checked: Checked): Shortcoming[] {
  return Object.values(CHECKS).flatMap((check: Check) => check(checked));
}

/** Of these, what is told of rows: where those come from elsewhere than the rest. */
export function sweptShortcomings(swept: Pick<Checked, 'site' | 'header' | 'rows'>): Shortcoming[] {
  return focusVisible(swept);
}
