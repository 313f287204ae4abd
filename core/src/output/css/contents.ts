import { cssColour, hexColour } from '../../colour/rgb.ts';
import type { Band, WordsPlace } from '../../model/page.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { BAND_BUTTON, TEXT_MAX, WORDS_LEAST } from '../../page/metrics.ts';
import { px, rule } from '../../css/text.ts';
import { typeCss } from '../typeCss.ts';

/** What stands in bands: buttons, cards and pictures. */

/** How far a band's words are moved in, and never so far that less than the least width is left for them. */
export const WORDS_OFFSET = `min(var(--words-x, 0px), max(0px, 100% - ${px(WORDS_LEAST)}))`;

/** How wide a band's words are at most. */
export const WORDS_WIDTH = `min(100% - ${WORDS_OFFSET}, var(--words, ${px(TEXT_MAX)}))`;

/** Where a band's words stand in their column, where that is not its start. */
export function placeCss(place: WordsPlace | undefined): string[] {
  if (place === 'middle') return ['--words-before: auto', '--words-place: center'];
  if (place === 'end')
    return ['--words-before: auto', `--words-after: ${WORDS_OFFSET}`, '--words-place: end'];
  return [];
}

/** A class that stands for a colour, so that pages need no styles of their own. */
export function contentClass(prefix: string, use: ColourUse, site: Site): string {
  return `${prefix}-${use.swatch ?? hexColour(resolveColour(site.palette, use)).slice(1)}`;
}

/** Buttons below the words of a band; nothing where no band has any. */
export function buttonsCss(site: Site): string {
  const hasButtons = site.pages.some(({ bands }) =>
    bands.some(({ contents }) => contents.some(({ kind }) => kind === 'buttons')),
  );
  if (!hasButtons) return '';
  const { height, padding, radius, gap } = BAND_BUTTON;
  return [
    rule(
      '.buttons',
      'display: flex',
      'flex-wrap: wrap',
      `gap: ${px(gap)}`,
      `width: ${WORDS_WIDTH}`,
      `margin: 0 var(--words-after, auto) 0 var(--words-before, ${WORDS_OFFSET})`,
      'justify-content: var(--words-place, start)',
    ),
    rule(
      '.band-button',
      'box-sizing: border-box',
      'display: flex',
      'align-items: center',
      `height: ${px(height)}`,
      `padding: 0 ${px(padding)}`,
      `border-radius: ${px(radius)}`,
      ...typeCss(site.type.button),
      'white-space: nowrap',
      'text-decoration: none',
    ),
    rule(
      '.band-button:is(:hover, :focus-visible)',
      'text-decoration: underline 2px',
      'text-underline-offset: 0.4em',
    ),
    rule('.band-button:focus-visible', 'outline: 2px solid', 'outline-offset: 3px'),
  ].join('');
}

/** How many pictures stand side by side in each gallery of a band. */
export function pictureCounts(band: Band): number[] {
  return band.contents.flatMap((content) => (content.kind === 'pictures' ? [content.pictures.length] : []));
}

/** The colours of cards and buttons, a class for each. */
export function colourClasses(site: Site): string[] {
  const rules = new Set<string>();
  for (const { bands } of site.pages) {
    for (const content of bands.flatMap((band) => band.contents)) {
      if (content.kind !== 'cards' && content.kind !== 'buttons') continue;
      const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
      const worn = content.kind === 'cards' ? [content] : content.buttons;
      for (const { fill, ink } of worn) {
        rules.add(rule(`.${contentClass('cards', fill, site)}`, `background: ${colour(fill)}`));
        rules.add(rule(`.${contentClass('ink', ink, site)}`, `color: ${colour(ink)}`));
      }
    }
  }
  return [...rules];
}
