import type { LogoVariant } from '../model/picture.ts';
import type { Rgb } from '../colour/rgb.ts';
import type { Box } from '../geometry/box.ts';
import type { OwnButton } from './states.ts';
import { currentStyle, inCase, type SiteType, type TypeStyle } from '../model/type.ts';
import { baselineInLine, fontOf, type Font, type Measure } from '../measure/measure.ts';

/** One line of a header's text. Header pixels: y 0 is the window's top edge while the header is there. */
export interface TextRun {
  text: string;
  font: Font;
  /** Left edge and width, trailing letter-spacing included; not rounded. */
  left: number;
  advance: number;
  /** Whole pixels. */
  baseline: number;
  /** Where it lies before letters are put on whole pixels: what is drawn below them goes by that. */
  exactBaseline?: number;
  capHeight: number;
  descent: number;
  /** Right edge of each letter, from the run's left edge. */
  letterEdges: number[];
}

/** The box that is inked: from the capitals of a text to its descenders, a mark's strokes, or all of a picture. */
export function inkedBox({ what, box }: Pick<HeaderInk, 'what' | 'box'>): Box {
  if (what.kind === 'mark') return what.inked;
  if (what.kind !== 'text') return box;
  const { left, advance, baseline, capHeight, descent } = what.run;
  return { x: left, y: baseline - capHeight, width: advance, height: capHeight + descent };
}

/** What is to be read in a header: a link, the logo, a button's label or a mark. */
export interface HeaderInk {
  /** Id of the item, or of the menu entry. */
  id: string;
  /** What it is called on screen and in reports. */
  name: string;
  /** Border box of the element that a visitor meets; edges not rounded. */
  box: Box;
  what: InkKind;
  /** What it wears of its own where it is a button or an entry that stands out, in the place of what links wear: see `buttonIn`. */
  button?: OwnButton;
  /** Its own ink, where it has one in the place of the look's. */
  ink?: Rgb;
  /** The item it belongs to, and the number of its rail: known once it is placed. */
  item?: string;
  rail?: number;
  /** The element that carries it, where that carries more than this ink; its own id where nothing is said. */
  element?: string;
  /** The menu entry that it is of: its link and its opener are open together. */
  entry?: string;
  /** The box on which its backing by state is drawn, where it can have one: that of its link. */
  plate?: Box;
  /** Greatest height of that backing, so that it stays on its rail: known once it is placed. */
  plateMost?: number;
  /** How far that backing may reach past its link, where that is bounded: known once it is placed. */
  reachMost?: number;
  /** Whether it is a link, below which a line tells that it is hovered or leads to the page one is on. */
  isCued?: boolean;
  /** What the focus ring goes round, where that is not its own box; `false` where the keyboard does not come to it. */
  focus?: Box | false;
  /** The room that a link's word has: wider than the word where it is heavier on its own page. */
  room?: { left: number; width: number };
  /** The word as it stands on the page that it leads to, where it is set in another weight there. */
  current?: TextRun;
  /** It has a drop-down, which may be open. */
  opens?: boolean;
  /** The page that it leads to. */
  page?: string;
  /** Whether it answers to the pointer; a plain line of text does not. */
  isStill?: boolean;
  /** Its rail scrolls away while the header stays. */
  leaves?: boolean;
}

export type InkKind =
  | { kind: 'text'; run: TextRun }
  /** A mark drawn in the links' ink, within its inked box. */
  | { kind: 'mark'; inked: Box }
  /** The site's logo: in the variant that is said, else in that of the look. */
  | { kind: 'logo'; variant?: LogoVariant }
  /** A picture judged on its own pixels, like a logo. */
  | { kind: 'picture'; picture: string };

/** Sizes of an item before it is placed, and how it is placed once its left and top edges are known. */
export interface Measured {
  width: number;
  height: number;
  place(left: number, top: number): HeaderInk[];
}

/** A box of a size in the middle of another. */
export function centred(box: Box, size: { width: number; height: number }): Box {
  return {
    x: box.x + (box.width - size.width) / 2,
    y: box.y + (box.height - size.height) / 2,
    width: size.width,
    height: size.height,
  };
}

/** A line of text in the middle of a box's height. */
export function textRun(
  label: string,
  style: TypeStyle,
  { left, box, size = style.size }: { left: number; box: Box; size?: number },
  measure: Measure,
): TextRun {
  const font = fontOf(style, size);
  const text = inCase(style, label);
  const lineHeight = Math.round(size * style.lineHeight);
  const lineTop = box.y + (box.height - lineHeight) / 2;
  const { capHeight, descent } = measure.metrics(font);
  const exactBaseline = lineTop + baselineInLine(measure, font, lineHeight);
  return {
    text,
    font,
    left,
    advance: measure.advance(text, font),
    baseline: Math.round(exactBaseline),
    exactBaseline,
    capHeight,
    descent,
    letterEdges: letterEdges(text, font, measure),
  };
}

const segments = new Intl.Segmenter();

/** The letters of a text, as readers count them: an emoji or a letter with its accents is one. */
export function letters(text: string): string[] {
  return [...segments.segment(text)].map(({ segment }) => segment);
}

/** Right edge of each letter of a text, from its left edge. */
export function letterEdges(text: string, font: Font, measure: Measure): number[] {
  let before = '';
  return letters(text).map((letter) => measure.advance((before += letter), font));
}

/** Width of a label as layout takes it: up to the next sixty-fourth of a pixel. */
export function labelWidth(label: string, style: TypeStyle, measure: Measure, size = style.size): number {
  return snap(measure.advance(inCase(style, label), fontOf(style, size)));
}

/** Width of a link's word, with room for it as it stands on its own page. */
export function linkWidth(label: string, type: SiteType, measure: Measure, size?: number): number {
  return Math.max(
    labelWidth(label, type.menu, measure, size),
    labelWidth(label, currentStyle(type), measure, size),
  );
}

/** A link's word in the middle of its room, and as it stands on its own page. */
export function linkRuns(
  label: string,
  type: SiteType,
  { room, box, size }: { room: { left: number; width: number }; box: Box; size?: number },
  measure: Measure,
): Pick<HeaderInk, 'what' | 'room' | 'current'> {
  const run = (style: TypeStyle) => {
    const set = textRun(label, style, { left: room.left, box, size }, measure);
    return { ...set, left: room.left + Math.max(0, (room.width - snap(set.advance)) / 2) };
  };
  const what = { kind: 'text', run: run(type.menu) } as const;
  if ((type.currentWeight ?? type.menu.weight) === type.menu.weight) return { what };
  return { what, room, current: run(currentStyle(type)) };
}

/** Up to the next sixty-fourth of a pixel, in which browsers lay out. */
export function snap(width: number): number {
  return Math.ceil(width * 64 - 1e-6) / 64;
}
