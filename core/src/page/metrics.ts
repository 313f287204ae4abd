import { at } from '../lists.ts';
import type { SiteType } from '../model/type.ts';

/** The page's measures that both the layout and the page's style sheet are made from. CSS pixels. */

/** Rules by width of the page: from `from` px on, until the next. */
export interface PageStep {
  from: number;
  /** Least free room at each side. */
  gutter: number;
  /** Heading sizes as multiples of the heading style's size. */
  heading: [level1: number, level2: number];
  /** Room above and below a band's contents. */
  bandPadding: number;
  pictureHeight: number;
  cardColumns: number;
  pictureColumns: number;
}

export const PAGE_STEPS: readonly PageStep[] = [
  {
    from: 0,
    gutter: 24,
    heading: [0.64, 0.5],
    bandPadding: 48,
    pictureHeight: 180,
    cardColumns: 1,
    pictureColumns: 1,
  },
  {
    from: 640,
    gutter: 40,
    heading: [0.8, 0.6],
    bandPadding: 64,
    pictureHeight: 200,
    cardColumns: 2,
    pictureColumns: 2,
  },
  {
    from: 1000,
    gutter: 80,
    heading: [1, 0.68],
    bandPadding: 88,
    pictureHeight: 240,
    cardColumns: 3,
    pictureColumns: 3,
  },
];

/** Widest that a page's contents get. */
export const CONTENT_MAX = 1120;
/** Widest that a heading or a paragraph gets. */
export const TEXT_MAX = 620;
/** Least width that an offset leaves to a band's words. */
export const WORDS_LEAST = 240;
/** A button in a band. */
export const BAND_BUTTON = { height: 44, padding: 22, radius: 6, gap: 12 };
/** Between a text and what follows it, and between the last text of a group and cards or pictures. */
export const BLOCK_GAP = 20;
export const COLUMN_GAP = 20;
export const CARD_PADDING = 24;
export const CARD_GAP = 10;
export const CARD_RADIUS = 6;
/** Card titles are set in the heading style at this size. */
export const CARD_TITLE_SIZE = 20;

/** The step that holds at a width. */
export function pageStep(width: number): PageStep {
  return PAGE_STEPS.findLast((step) => width >= step.from) ?? at(PAGE_STEPS, 0);
}

/** Size of a heading in whole CSS pixels. A level with a style of its own has that style's size at the widest step. */
export function headingSize(type: SiteType, level: 1 | 2, step: PageStep): number {
  const share = at(step.heading, level - 1);
  const widest = at(PAGE_STEPS.at(-1)!.heading, level - 1);
  return type.level?.level === level
    ? Math.round((type.level.style.size * share) / widest)
    : Math.round(type.heading.size * share);
}

/** Size of a card's title: of heading level 3, where that has a style of its own. */
export function cardTitleSize(type: SiteType): number {
  return type.level?.level === 3 ? type.level.style.size : CARD_TITLE_SIZE;
}
