import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import type { Row } from '../sweep/row.ts';

/** What is computed of a header beside contrast: each check is one such file and a row in the table. */

/** Something that WCAG 2.2 asks for and the header does not do. */
export interface Shortcoming {
  /** The same for the same thing, whatever order items are in. */
  id: string;
  criterion: string;
  /** What is wrong, in a few words. */
  title: string;
  /** How much, and where: with figures. */
  told: string;
  /** What to do. */
  advice: string;
  /** A change that mends it, computed again with it before it is told. */
  way?: { text: string; header: Header };
  /** Where it is seen: a width, CSS pixels. */
  width?: number;
}

/** What checks look at. */
export interface Checked {
  site: Site;
  header: Header;
  measure: Measure;
  /** The widths that are looked at, ascending; CSS pixels. */
  widths: readonly number[];
  /** What was swept of it, for those that look at that. */
  rows?: readonly Row[];
}

export type Check = (checked: Checked) => Shortcoming[];

/** “390 px”, or “320 to 480 px”. */
export function rangeWords(widths: readonly number[]): string {
  const [least, most] = [Math.min(...widths), Math.max(...widths)];
  return least === most ? `${least} px` : `${least} to ${most} px`;
}
