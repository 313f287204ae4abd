import { at as elementAt } from '../lists.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Rgb } from '../colour/rgb.ts';
import type {
  Band,
  ButtonsContent,
  CardsContent,
  Content,
  HeadingContent,
  Page,
  ParagraphContent,
  SaidContent,
  WordsPlace,
} from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { headingInk, headingShadow, headingStyle, inCase, type TypeStyle } from '../model/type.ts';
import { breakLines } from '../measure/lines.ts';
import { baselineInLine, fontOf, type Measure } from '../measure/measure.ts';
import type { Block } from './laid.ts';
import {
  BAND_BUTTON,
  CARD_GAP,
  CARD_PADDING,
  COLUMN_GAP,
  CONTENT_MAX,
  TEXT_MAX,
  WORDS_LEAST,
  cardTitleSize,
  headingSize,
  pageStep,
  type PageStep,
} from './metrics.ts';

/** The contents of a band: text, buttons, cards and pictures, in the column that they stand in. */

/** The colours that a band is dressed in: those of the pairing it wears, or its own. */
export function bandColours(site: Pick<Site, 'pairings'>, band: Band): { ground: ColourUse; ink: ColourUse } {
  const pairing = (site.pairings ?? []).find(({ id }) => id === band.pairing);
  return pairing ?? { ground: band.backdrop.colour, ink: band.ink };
}

/** Left edge and width of the contents' column. */
export function contentColumn(width: number): { x: number; width: number } {
  const gutter = Math.max(pageStep(width).gutter, (width - CONTENT_MAX) / 2);
  return { x: gutter, width: width - 2 * gutter };
}

/** What contents are laid out with. */
export interface Pen {
  site: Site;
  page: Page;
  band: Band;
  measure: Measure;
  step: PageStep;
  column: { x: number; width: number };
}

/** The room that words have from a row on, and where they stand in it. */
interface WordsBox {
  x: number;
  y: number;
  width: number;
  place?: WordsPlace | undefined;
}

/** What a piece of content adds: its blocks, from y on, and its height. */
interface Laid {
  blocks: Block[];
  height: number;
}

/** Lays out a piece of content from a row on. */
export function layoutContent(pen: Pen, content: Content, y: number): Laid {
  const { site, page, band, column, step } = pen;
  const { offset, width } = wordsPlace(band, column.width);
  const at = { x: column.x + offset, y, width, place: band.words?.place };
  const colour = resolveColour(site.palette, bandColours(site, band).ink);
  const turned = band.turns?.ink && { turned: resolveColour(site.palette, band.turns.ink) };
  switch (content.kind) {
    case 'heading': {
      const style = headingStyle(site.type, content.level);
      const size = headingSize(site.type, content.level, step);
      const own = headingInk(site.type, content.level);
      const ink = own ? resolveColour(site.palette, own) : colour;
      const laid = layoutText(pen, 'heading', content.text, { style, size, colour: ink, ...turned }, at);
      return { ...laid, blocks: [...shadowUnder(site, content.level, laid.blocks), ...laid.blocks] };
    }
    case 'paragraph':
      return layoutText(
        pen,
        'paragraph',
        content.text,
        { style: site.type.text, size: site.type.text.size, colour, ...turned },
        at,
      );
    case 'said':
      return layoutContent(pen, spoken(site, page, content), y);
    case 'buttons':
      return layoutButtons(pen, content, at);
    case 'cards':
      return layoutCards(pen, content, y);
    case 'pictures':
      return layoutPictures(pen, content.pictures, y);
  }
}

/** The shadow under a heading's letters. */
function shadowUnder({ type, palette }: Site, level: 1 | 2, blocks: readonly Block[]): Block[] {
  const shadow = headingShadow(type, level);
  if (!shadow) return [];
  const { x, y, blur, opacity } = shadow;
  const colour = { ...resolveColour(palette, shadow.colour), a: opacity };
  return blocks.flatMap((block) =>
    block.kind === 'text'
      ? [{ kind: 'shadow', font: block.font, lines: block.lines, shadow: { x, y, blur, colour } }]
      : [],
  );
}

/** Where a band's words stand in its column: they keep at least {@link WORDS_LEAST} of it. */
export function wordsPlace({ words = {} }: Band, column: number): { offset: number; width: number } {
  const { place } = words;
  const most = Math.max(0, column - WORDS_LEAST);
  // In the middle nothing moves them.
  const offset = place === 'middle' ? 0 : Math.min(words.offset ?? 0, most);
  const width = Math.min(column - offset, words.width ?? TEXT_MAX);
  const left = column - width;
  return { offset: place === 'middle' ? left / 2 : place === 'end' ? left - offset : offset, width };
}

/** How much of what is free beside a line stands before it. */
const BEFORE: Record<WordsPlace, number> = { start: 0, middle: 0.5, end: 1 };

/** What is free before a line of a width in a room, CSS pixels. */
function free(place: WordsPlace | undefined, room: number, width: number): number {
  return BEFORE[place ?? 'start'] * Math.max(0, room - width);
}

/** What is said by name, as the heading or paragraph that it stands for. */
export function spoken(site: Site, page: Page, { what }: SaidContent): HeadingContent | ParagraphContent {
  if (what === 'tagline') return { kind: 'paragraph', text: site.tagline || site.name };
  return { kind: 'heading', level: 1, text: what === 'page title' ? page.title : site.name };
}

/** Buttons in as many rows as they need: the next one where one does not fit. */
function inRows<T extends { width: number }>(buttons: readonly T[], room: number): T[][] {
  const rows: T[][] = [];
  let taken = 0;
  for (const button of buttons) {
    const row = rows.at(-1);
    if (row && taken + button.width <= room + 1e-6) row.push(button);
    else {
      rows.push([button]);
      taken = 0;
    }
    taken += button.width + BAND_BUTTON.gap;
  }
  return rows;
}

/** Buttons side by side, where the words stand. */
function layoutButtons({ site, measure }: Pen, { buttons }: ButtonsContent, at: WordsBox): Laid {
  const style = site.type.button;
  const font = fontOf(style, style.size);
  const lineHeight = Math.round(style.size * style.lineHeight);
  const sized = buttons.map((button) => {
    const text = inCase(style, button.label);
    return {
      ...button,
      text,
      width: Math.ceil(measure.advance(text, font) * 64 - 1e-6) / 64 + 2 * BAND_BUTTON.padding,
    };
  });
  const rows = inRows(sized, at.width);
  const down = BAND_BUTTON.height + BAND_BUTTON.gap;
  const blocks = rows.flatMap((row, i) => {
    const y = at.y + i * down;
    const taken = row.reduce((sum, { width }) => sum + width, (row.length - 1) * BAND_BUTTON.gap);
    let x = at.x + free(at.place, at.width, taken);
    const baseline = y + (BAND_BUTTON.height - lineHeight) / 2 + baselineInLine(measure, font, lineHeight);
    return row.flatMap(({ text, width, ink, fill }): Block[] => {
      const left = x;
      x += width + BAND_BUTTON.gap;
      return [
        {
          kind: 'button',
          box: { x: left, y, width, height: BAND_BUTTON.height },
          colour: resolveColour(site.palette, fill),
          radius: BAND_BUTTON.radius,
        },
        {
          kind: 'text',
          role: 'paragraph',
          font,
          colour: resolveColour(site.palette, ink),
          lines: [{ text, x: left + BAND_BUTTON.padding, baseline: Math.round(baseline) }],
        },
      ];
    });
  });
  return { blocks, height: rows.length > 0 ? rows.length * down - BAND_BUTTON.gap : 0 };
}

function layoutText(
  { measure }: Pen,
  role: 'heading' | 'paragraph',
  text: string,
  { style, size, ...colours }: { style: TypeStyle; size: number; colour: Rgb; turned?: Rgb },
  at: WordsBox,
): Laid {
  const font = fontOf(style, size);
  const lineHeight = Math.round(size * style.lineHeight);
  const first = at.y + baselineInLine(measure, font, lineHeight);
  const lines = breakLines(inCase(style, text), font, at.width, measure).map((line, i) => ({
    text: line,
    x: at.x + (at.place === undefined ? 0 : free(at.place, at.width, measure.advance(line, font))),
    baseline: first + i * lineHeight,
  }));
  return { blocks: [{ kind: 'text', role, font, ...colours, lines }], height: lines.length * lineHeight };
}

/** Left edge and width of each column, edges not rounded. */
function columns(column: { x: number; width: number }, count: number): { x: number; width: number }[] {
  const width = (column.width - COLUMN_GAP * (count - 1)) / count;
  return Array.from({ length: count }, (_, i) => ({ x: column.x + i * (width + COLUMN_GAP), width }));
}

function layoutCards(pen: Pen, content: CardsContent, y: number): Laid {
  const { site, step } = pen;
  const ink = resolveColour(site.palette, content.ink);
  const ownInk = headingInk(site.type, 3);
  const titleInk = ownInk ? resolveColour(site.palette, ownInk) : ink;
  const fill = resolveColour(site.palette, content.fill);
  const places = columns(pen.column, step.cardColumns);
  const blocks: Block[] = [];
  let top = y;
  for (let i = 0; i < content.cards.length; i += places.length) {
    if (i > 0) top += COLUMN_GAP;
    const row = content.cards.slice(i, i + places.length).map((card, j) => {
      const { x, width } = elementAt(places, j);
      const at = { x: x + CARD_PADDING, y: top + CARD_PADDING, width: width - 2 * CARD_PADDING };
      const titleStyle = headingStyle(site.type, 3);
      const title = layoutText(
        pen,
        'heading',
        card.title,
        { style: titleStyle, size: cardTitleSize(site.type), colour: titleInk },
        at,
      );
      const below = { ...at, y: at.y + title.height + CARD_GAP };
      const text = layoutText(
        pen,
        'paragraph',
        card.text,
        { style: site.type.text, size: site.type.text.size, colour: ink },
        below,
      );
      const height = title.height + CARD_GAP + text.height + 2 * CARD_PADDING;
      return { x, width, height, texts: [...title.blocks, ...text.blocks] };
    });
    const height = Math.max(...row.map((card) => card.height));
    for (const card of row) {
      blocks.push({ kind: 'card', box: { x: card.x, y: top, width: card.width, height }, colour: fill });
      blocks.push(...card.texts);
    }
    top += height;
  }
  return { blocks, height: top - y };
}

function layoutPictures(pen: Pen, pictures: string[], y: number): Laid {
  const { step } = pen;
  const places = columns(pen.column, Math.max(1, Math.min(step.pictureColumns, pictures.length)));
  const blocks = pictures.map((picture, i): Block => {
    const { x, width } = elementAt(places, i % places.length);
    const row = Math.floor(i / places.length);
    const top = y + row * (step.pictureHeight + COLUMN_GAP);
    const focus = pen.site.pictures.find(({ id }) => id === picture)?.focus ?? { x: 50, y: 50 };
    return { kind: 'picture', picture, focus, box: { x, y: top, width, height: step.pictureHeight } };
  });
  const rows = Math.ceil(pictures.length / places.length);
  return { blocks, height: rows > 0 ? rows * (step.pictureHeight + COLUMN_GAP) - COLUMN_GAP : 0 };
}
