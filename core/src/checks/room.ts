import { folds } from '../header/fold.ts';
import { layoutAt, solvedFold } from '../header/layout.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { LEAST_WIDTH, STANDARD_WIDTHS } from '../sweep/widths.ts';
import { rangeWords, type Check, type Shortcoming } from './kind.ts';

/** Whether what hangs on the rails has room: as it is, down to 320 px; and with the text spaced as some readers need it. */

/** Widths at which something does not fit, and by how much at most; CSS pixels. */
interface Short {
  widths: number[];
  by: number;
  worst: number;
  folded: boolean;
}

/** A pixel's share that layout may be short by without anything being cut. */
const ROUNDING = 0.5;

/**
 * Where the rails are too narrow for what hangs on them.
 * @param fold the width from which the style sheet does not fold it
 */
function shortOf(
  site: Site,
  header: Header,
  measure: Measure,
  { widths, fold }: { widths: readonly number[]; fold: number },
): Short[] {
  const found = { folded: empty(true), open: empty(false) };
  for (const width of widths) {
    const folded = width < fold;
    const { rails } = layoutAt(site, header, width, measure, { folded });
    const by = Math.max(0, ...rails.map(({ spare }) => -spare));
    if (by <= ROUNDING) continue;
    const short = folded ? found.folded : found.open;
    short.widths.push(width);
    if (by > short.by) Object.assign(short, { by, worst: width });
  }
  return Object.values(found).filter((short) => short.widths.length > 0);
}

const empty = (folded: boolean): Short => ({ widths: [], by: 0, worst: 0, folded });
const barWords = (folded: boolean) => (folded ? 'The folded bar' : 'The open menu');

/** Windows that are usual, at 200 %: what is 1280 px wide lays its pages out for 640. CSS pixels. */
const ENLARGED = STANDARD_WIDTHS.map((width) => Math.round(width / 2)).filter(
  (width) => width >= LEAST_WIDTH,
);

/** WCAG 2.2, 1.4.4: text can be enlarged to 200 % and nothing is cut off. What folds then is no loss: all of it is in the menu. */
export const resizeText: Check = ({ site, header, measure }) => {
  const fold = solvedFold(site, header, measure);
  return shortOf(site, header, measure, { widths: ENLARGED, fold }).map((short): Shortcoming => ({
    id: `1.4.4 / ${header.id} / ${short.folded ? 'folded' : 'open'}`,
    criterion: '1.4.4',
    title: `${barWords(short.folded)} has no room for text at 200 %`,
    told: `A window of ${2 * short.worst} px at 200 % is ${short.worst} px wide: there it is ${Math.ceil(short.by)} px too narrow, and what does not fit is cut off.`,
    advice: short.folded
      ? 'take something out of the folded bar, or make it smaller there'
      : 'let it fold sooner',
    width: short.worst,
  }));
};

/** WCAG 2.2, 1.4.10: nothing is cut off where a window of 1280 px is enlarged to 400 %, which is one of 320 px, nor in any wider. */
export const reflow: Check = ({ site, header, measure, widths }) => {
  const fold = solvedFold(site, header, measure);
  return shortOf(site, header, measure, { widths, fold }).map((short): Shortcoming => ({
    id: `1.4.10 / ${header.id} / ${short.folded ? 'folded' : 'open'}`,
    criterion: '1.4.10',
    title: `${barWords(short.folded)} has no room for all that hangs in it`,
    told: `At ${rangeWords(short.widths)} it is up to ${Math.ceil(short.by)} px too narrow, worst at ${short.worst} px: what does not fit is cut off. A window of 1280 px enlarged to 400 % is 320 px wide.`,
    advice: short.folded
      ? 'take something out of the folded bar, or make it smaller there'
      : 'let it fold sooner',
    width: short.worst,
  }));
};

/** Text with the spacing of WCAG 2.2, 1.4.12: 0.12 em between letters and 0.16 em between words. */
function spaced(measure: Measure): Measure {
  return {
    metrics: (font) => measure.metrics(font),
    advance(text, font) {
      const letterSpacing = Math.max(font.letterSpacing, 0.12 * font.size);
      const spaces = text.split(' ').length - 1;
      return measure.advance(text, { ...font, letterSpacing }) + spaces * 0.16 * font.size;
    },
  };
}

/**
 * WCAG 2.2, 1.4.12: nothing is cut off where a reader spaces the text. An open menu that has a fold takes a second line where it
 * has no room any more (the header's script sees to it); a folded bar and a header that never folds do not.
 */
export const textSpacing: Check = ({ site, header, measure, widths }) => {
  const fold = solvedFold(site, header, measure);
  // What has no room as it is, is told of by itself.
  const tight = new Set(shortOf(site, header, measure, { widths, fold }).flatMap((short) => short.widths));
  const looked = { widths: widths.filter((width) => !tight.has(width)), fold };
  return shortOf(site, header, spaced(measure), looked)
    .filter(({ folded }) => folded || !folds(header))
    .map((short): Shortcoming => ({
      id: `1.4.12 / ${header.id} / ${short.folded ? 'folded' : 'open'}`,
      criterion: '1.4.12',
      title: `${barWords(short.folded)} has no room for spaced text`,
      told: `With letters and words spaced as a reader may need them it is up to ${Math.ceil(short.by)} px too narrow at ${rangeWords(short.widths)}: what does not fit is cut off.`,
      advice: short.folded ? 'leave more room in the folded bar' : 'let it fold',
      width: short.worst,
    }));
};
