import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Rgb } from '../colour/rgb.ts';
import type { Backdrop } from '../model/layer.ts';
import type {
  Band,
  BandHeight,
  BandTurn,
  ButtonsContent,
  CardsContent,
  Content,
  HeadingContent,
  Page,
  ParagraphContent,
  SaidContent,
  Snapshot,
} from '../model/page.ts';
import type { Picture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { headingStyle, inCase, type TypeStyle } from '../model/type.ts';
import { breakLines } from '../measure/lines.ts';
import { baselineInLine, fontOf, type Font, type Measure } from '../measure/measure.ts';
import {
  BAND_BUTTON,
  BLOCK_GAP,
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

/** A rectangle in CSS pixels; edges need not be whole. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One line of text, placed in page pixels. */
export interface LaidLine {
  text: string;
  x: number;
  baseline: number;
}

export type Block =
  | { kind: 'text'; role: 'heading' | 'paragraph'; font: Font; colour: Rgb; lines: LaidLine[] }
  | { kind: 'card'; box: Box; colour: Rgb }
  | { kind: 'button'; box: Box; colour: Rgb; radius: number }
  | { kind: 'picture'; box: Box; picture: string; focus: { x: number; y: number } };

export interface LaidBand {
  id: string;
  name: string;
  top: number;
  height: number;
  /** Height that its contents need, whatever its own is. */
  needed: number;
  backdrop: Backdrop;
  turns?: BandTurn;
  /** In the order they are painted. */
  blocks: Block[];
}

/** A page with everything at its place, in page pixels. */
export interface LaidPage {
  width: number;
  height: number;
  colour: Rgb;
  /** Height of the header's slot at the top: 0 where the header lies over the page. */
  slot: number;
  bands: LaidBand[];
  /** The picture of the real page that stands in for bands. */
  snapshot?: { picture: string; box: Box };
}

/** Where a page is laid out. */
export interface PageView {
  /** `clientWidth`, CSS pixels. */
  width: number;
  windowHeight: number;
  /** Height of the part of the header that is in the flow. */
  slot: number;
  /** Height of the part of the header that lies over the first band, whose contents clear it. */
  covered: number;
}

/** Lays out a page. Band tops and heights are whole pixels. */
export function layoutPage(site: Site, page: Page, view: PageView, measure: Measure): LaidPage {
  const snapshot = nearestSnapshot(page, view.width);
  const picture = site.pictures.find(({ id }) => id === snapshot?.picture);
  if (picture) return layoutSnapshot(site, page, view, picture);
  let top = view.slot;
  const bands = page.bands.map((band, i): LaidBand => {
    const laid = layoutBand(site, page, band, top, i === 0 ? view.covered : 0, view, measure);
    top += laid.height;
    return laid;
  });
  return {
    width: view.width,
    height: Math.max(top, view.windowHeight),
    colour: resolveColour(site.palette, page.colour),
    slot: view.slot,
    bands,
  };
}

/** The snapshot whose width is nearest; of two equally near, the wider. */
export function nearestSnapshot(page: Page, width: number): Snapshot | undefined {
  const wideFirst = [...(page.snapshots ?? [])].sort((a, b) => b.width - a.width);
  const distance = (snapshot: Snapshot) => Math.abs(snapshot.width - width);
  return wideFirst.reduce<Snapshot | undefined>(
    (best, one) => (!best || distance(one) < distance(best) ? one : best),
    undefined,
  );
}

/** A snapshot scaled to the width, below the header's slot; heights are rounded to whole pixels. */
function layoutSnapshot(site: Site, page: Page, view: PageView, picture: Picture): LaidPage {
  const height = Math.round((picture.height * view.width) / picture.width);
  const box = { x: 0, y: view.slot, width: view.width, height };
  return {
    width: view.width,
    height: Math.max(view.slot + height, view.windowHeight),
    colour: resolveColour(site.palette, page.colour),
    slot: view.slot,
    bands: [],
    snapshot: { picture: picture.id, box },
  };
}

/** The colours that a band is dressed in: those of the pairing it wears, or its own. */
export function bandColours(site: Pick<Site, 'pairings'>, band: Band): { ground: ColourUse; ink: ColourUse } {
  const pairing = (site.pairings ?? []).find(({ id }) => id === band.pairing);
  return pairing ?? { ground: band.backdrop.colour, ink: band.ink };
}

/** A band's least height in whole pixels. */
export function bandHeightPx(height: BandHeight, windowHeight: number): number {
  return Math.round(height.unit === 'px' ? height.value : (height.value * windowHeight) / 100);
}

/** Window heights that are taken where the user names none, by width. */
export function usualWindowHeight(width: number): number {
  return width <= 480 ? 740 : width <= 900 ? 1024 : 800;
}

/** Left edge and width of the contents' column. */
export function contentColumn(width: number): { x: number; width: number } {
  const gutter = Math.max(pageStep(width).gutter, (width - CONTENT_MAX) / 2);
  return { x: gutter, width: width - 2 * gutter };
}

interface Pen {
  site: Site;
  page: Page;
  band: Band;
  measure: Measure;
  step: PageStep;
  column: { x: number; width: number };
}

/** What a piece of content adds: its blocks, from y on, and its height. */
interface Laid {
  blocks: Block[];
  height: number;
}

function layoutBand(
  site: Site,
  page: Page,
  band: Band,
  top: number,
  covered: number,
  view: PageView,
  measure: Measure,
): LaidBand {
  const step = pageStep(view.width);
  const pen: Pen = { site, page, band, measure, step, column: contentColumn(view.width) };
  const blocks: Block[] = [];
  let y = top + covered + step.bandPadding;
  band.contents.forEach((content, i) => {
    if (i > 0) y += BLOCK_GAP;
    const laid = layoutContent(pen, content, y);
    blocks.push(...laid.blocks);
    y += laid.height;
  });
  const needed = y + step.bandPadding - top;
  const height = Math.max(bandHeightPx(band.height, view.windowHeight), needed);
  const backdrop = { ...band.backdrop, colour: bandColours(site, band).ground };
  const { turns } = band;
  return { id: band.id, name: band.name, top, height, needed, backdrop, ...(turns && { turns }), blocks };
}

function layoutContent(pen: Pen, content: Content, y: number): Laid {
  const { site, page, band, column, step } = pen;
  const { offset, width } = wordsPlace(band, column.width);
  const at = { x: column.x + offset, y, width };
  const colour = resolveColour(site.palette, bandColours(site, band).ink);
  switch (content.kind) {
    case 'heading': {
      const style = headingStyle(site.type, content.level);
      const size = headingSize(site.type, content.level, step);
      return layoutText(pen, 'heading', content.text, style, size, at, colour);
    }
    case 'paragraph':
      return layoutText(pen, 'paragraph', content.text, site.type.text, site.type.text.size, at, colour);
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

/** Where a band's words stand in its column: they keep at least {@link WORDS_LEAST} of it. */
export function wordsPlace({ words = {} }: Band, column: number): { offset: number; width: number } {
  const offset = Math.min(words.offset ?? 0, Math.max(0, column - WORDS_LEAST));
  return { offset, width: Math.min(column - offset, words.width ?? TEXT_MAX) };
}

/** What is said by name, as the heading or paragraph that it stands for. */
export function spoken(site: Site, page: Page, { what }: SaidContent): HeadingContent | ParagraphContent {
  if (what === 'tagline') return { kind: 'paragraph', text: site.tagline || site.name };
  return { kind: 'heading', level: 1, text: what === 'page title' ? page.title : site.name };
}

/** Buttons from the column's start on, the next row where one does not fit. */
function layoutButtons(
  { site, measure }: Pen,
  { buttons }: ButtonsContent,
  at: { x: number; y: number; width: number },
): Laid {
  const style = site.type.button;
  const font = fontOf(style, style.size);
  const lineHeight = Math.round(style.size * style.lineHeight);
  const blocks: Block[] = [];
  let [x, y] = [at.x, at.y];
  for (const { label, ink, fill } of buttons) {
    const text = inCase(style, label);
    const width = Math.ceil(measure.advance(text, font) * 64 - 1e-6) / 64 + 2 * BAND_BUTTON.padding;
    if (x > at.x && x + width > at.x + at.width + 1e-6) {
      x = at.x;
      y += BAND_BUTTON.height + BAND_BUTTON.gap;
    }
    const box = { x, y, width, height: BAND_BUTTON.height };
    const baseline = y + (BAND_BUTTON.height - lineHeight) / 2 + baselineInLine(measure, font, lineHeight);
    blocks.push(
      { kind: 'button', box, colour: resolveColour(site.palette, fill), radius: BAND_BUTTON.radius },
      {
        kind: 'text',
        role: 'paragraph',
        font,
        colour: resolveColour(site.palette, ink),
        lines: [{ text, x: x + BAND_BUTTON.padding, baseline: Math.round(baseline) }],
      },
    );
    x += width + BAND_BUTTON.gap;
  }
  return { blocks, height: buttons.length > 0 ? y + BAND_BUTTON.height - at.y : 0 };
}

function layoutText(
  { measure }: Pen,
  role: 'heading' | 'paragraph',
  text: string,
  style: TypeStyle,
  size: number,
  at: { x: number; y: number; width: number },
  colour: Rgb,
): Laid {
  const font = fontOf(style, size);
  const lineHeight = Math.round(size * style.lineHeight);
  const first = at.y + baselineInLine(measure, font, lineHeight);
  const lines = breakLines(inCase(style, text), font, at.width, measure).map((line, i) => ({
    text: line,
    x: at.x,
    baseline: first + i * lineHeight,
  }));
  return { blocks: [{ kind: 'text', role, font, colour, lines }], height: lines.length * lineHeight };
}

/** Left edge and width of each column, edges not rounded. */
function columns(column: { x: number; width: number }, count: number): { x: number; width: number }[] {
  const width = (column.width - COLUMN_GAP * (count - 1)) / count;
  return Array.from({ length: count }, (_, i) => ({ x: column.x + i * (width + COLUMN_GAP), width }));
}

function layoutCards(pen: Pen, content: CardsContent, y: number): Laid {
  const { site, step } = pen;
  const ink = resolveColour(site.palette, content.ink);
  const fill = resolveColour(site.palette, content.fill);
  const places = columns(pen.column, step.cardColumns);
  const blocks: Block[] = [];
  let top = y;
  for (let i = 0; i < content.cards.length; i += places.length) {
    if (i > 0) top += COLUMN_GAP;
    const row = content.cards.slice(i, i + places.length).map((card, j) => {
      const { x, width } = places[j]!;
      const at = { x: x + CARD_PADDING, y: top + CARD_PADDING, width: width - 2 * CARD_PADDING };
      const titleStyle = headingStyle(site.type, 3);
      const title = layoutText(pen, 'heading', card.title, titleStyle, cardTitleSize(site.type), at, ink);
      const below = { ...at, y: at.y + title.height + CARD_GAP };
      const text = layoutText(pen, 'paragraph', card.text, site.type.text, site.type.text.size, below, ink);
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
    const { x, width } = places[i % places.length]!;
    const row = Math.floor(i / places.length);
    const top = y + row * (step.pictureHeight + COLUMN_GAP);
    const focus = pen.site.pictures.find(({ id }) => id === picture)?.focus ?? { x: 50, y: 50 };
    return { kind: 'picture', picture, focus, box: { x, y: top, width, height: step.pictureHeight } };
  });
  const rows = Math.ceil(pictures.length / places.length);
  return { blocks, height: rows > 0 ? rows * (step.pictureHeight + COLUMN_GAP) - COLUMN_GAP : 0 };
}
