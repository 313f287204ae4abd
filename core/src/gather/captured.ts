import type { OwnHeader } from '../model/own.ts';

/** What was seen of a site that was made elsewhere: the words that the capture service and the making of a document share. */

/** A colour with what it covers: six hexadecimal digits after a #, and how opaque it is, 0 to 1. */
export interface SeenColour {
  hex: string;
  opacity: number;
}

/** How a text is set, as a browser computes it; lengths in CSS pixels. */
export interface SeenStyle {
  /** The first family of its list, without quotes. */
  family: string;
  /** The keyword at its end, such as serif. */
  generic: string;
  weight: number;
  size: number;
  lineHeight: number;
  letterSpacing: number;
  transform: string;
}

/** An entry of a menu, with those below it. */
export interface SeenEntry {
  label: string;
  /** Absolute. */
  address: string;
  entries: SeenEntry[];
}

/** A button of the header. */
export interface SeenButton {
  label: string;
  address: string;
  ink: SeenColour;
  fill: SeenColour;
  radius: number;
}

/** What the logo is made of. */
export type SeenLogo =
  | { kind: 'svg'; markup: string; alt: string; height: number }
  | { kind: 'picture'; address: string; alt: string; height: number }
  | { kind: 'text'; text: string; size: number; ink: SeenColour };

/** What the header wears at one moment. */
export interface SeenLook {
  /** What is behind its links, page left out; wholly clear where it has no fill of its own. */
  fill: SeenColour;
  link: SeenColour;
  current: SeenColour | undefined;
}

/** A site's own header as it stands. */
export interface SeenHeader {
  height: number;
  /** Free room at its left, from the window's edge to what hangs first. */
  inset: number;
  /** Between two links. */
  gap: number;
  lies: 'over' | 'above';
  onScroll: 'stays' | 'leaves';
  top: SeenLook;
  /** After scrolling, where it stays. */
  scrolled?: SeenLook;
  hover?: SeenColour;
  logo: SeenLogo | undefined;
  /** The logo once it is scrolled, where it is another picture then. */
  logoLater?: SeenLogo;
  entries: SeenEntry[];
  button: SeenButton | undefined;
}

/** How much of the pages a colour covers, as ground or as letters, and what it is used for. */
export interface SeenUse extends SeenColour {
  area: number;
  uses: string[];
}

/** One page: where it is, and the pictures that were taken of it. */
export interface SeenPage {
  /** Absolute. */
  address: string;
  title: string;
  /** What shows where the page ends. */
  colour: string;
  pictures: { width: number; file: string }[];
  /** Parts of it that can be taken away, in the pixels of its picture at 1280. */
  blocks: SeenBlock[];
}

/** A part of a page: where it is in the page's tree, and in its picture. */
export interface SeenBlock {
  /** A selector that is of it alone. */
  path: string;
  label: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Something that was left out of the pictures because it is fixed in the window and not the header. */
export interface LeftOut {
  /** What it says or is called, in a few words. */
  what: string;
  page: string;
}

/** A link of their own header, with those below it; ids are those of its inks. */
export interface SeenOwnEntry {
  id: string;
  label: string;
  /** Absolute; none where it leads nowhere. */
  address?: string;
  entries: SeenOwnEntry[];
}

/** A line below a link: how thick, and how far below the baseline. CSS pixels. */
export interface SeenLine {
  thickness: number;
  below: number;
}

/** What their own header looks like at one moment. */
export interface SeenOwnLook {
  fill: SeenColour;
  logo?: SeenColour;
  link?: SeenColour;
  hover?: SeenColour;
  current?: SeenColour;
  line?: SeenLine;
  hoverLine?: SeenLine;
  currentLine?: SeenLine;
  shadow?: { x: number; y: number; blur: number; spread: number; colour: SeenColour };
  /** A line along its lower edge. */
  edge?: { colour: SeenColour; thickness: number };
}

/** A button of their own header. */
export interface SeenOwnButton {
  id: string;
  label: string;
  address?: string;
  ink: SeenColour;
  hoverInk: SeenColour;
  fill: SeenColour;
  hoverFill: SeenColour;
  radius: number;
}

/** Their own header, as it was read where it stands. */
export interface SeenOwn {
  /** Without its id and its fonts, which it gets where it is kept. */
  own: Omit<OwnHeader, 'id' | 'faces'>;
  /** Families by which its style asks for fonts. */
  entries: SeenOwnEntry[];
  buttons: SeenOwnButton[];
  logo: 'text' | 'logo' | undefined;
  logoText: string;
  logoSize: number;
  top: SeenOwnLook;
  scrolled?: SeenOwnLook;
  panel: { fill: SeenColour; ink: SeenColour };
}

/** Something that is other on the page than was promised. */
export interface TrialOff {
  item: string;
  what: 'rule' | 'missing' | 'box' | 'ink' | 'ground' | 'line' | 'ring' | 'below';
  /** In words, with what to do. */
  says: string;
  width?: number;
  scroll?: number;
  moment?: string;
  state?: string;
  /** Contrast as it was promised, and as it is seen. */
  told?: number;
  seen?: number;
  /** The rule that is in the way. */
  rule?: { selector: string; sets: string };
}

/** What came of trying a paste on the page that it is for. */
export interface TrialResult {
  /** How much was compared. */
  compared: number;
  off: TrialOff[];
  /** How much more is off than is told. */
  more: number;
  widths: number[];
  /** In how many moments. */
  moments: number;
  /** The largest difference of contrast, as a share of what is allowed. */
  largest: number;
}

/** What was seen of a whole site. */
export interface SeenSite {
  address: string;
  name: string;
  pages: SeenPage[];
  header: SeenHeader | undefined;
  /** The header itself, as far as its parts could be told. */
  own?: SeenOwn;
  colours: SeenUse[];
  type: { heading: SeenStyle; text: SeenStyle; menu: SeenStyle; button: SeenStyle };
  /** Font files that came with the pages: under which family, and in which file. */
  fonts: { family: string; weight: number; file: string; ending: string }[];
  leftOut: LeftOut[];
  /** Their own header in pictures, to be held against the one that hangs here. */
  views: { what: string; file: string }[];
  /** What could not be done, in words. */
  notes: string[];
}

/** A page that was found, before any is taken. */
export interface FoundPage {
  /** Absolute. */
  address: string;
  label: string;
  /** Whether the header leads to it. */
  isInHeader: boolean;
}

/** What was found at an address. */
export interface FoundSite {
  /** Where the address led in the end. */
  address: string;
  name: string;
  hasHeader: boolean;
  pages: FoundPage[];
  notes: string[];
}

/** How far bringing in a site is; what was seen names its files by numbers. */
export interface CaptureState {
  id: string;
  phase: 'looking' | 'found' | 'taking' | 'taken' | 'reading' | 'read' | 'trying' | 'tried' | 'failed';
  step?: { what: string; done: number; of: number };
  /** Why it failed, and what to do. */
  message?: string;
  found?: FoundSite;
  seen?: SeenSite;
  /** A header that was read by itself. */
  own?: SeenOwn;
  trial?: TrialResult;
  /** Sizes of the pictures, in pixels, by their numbers. */
  sizes?: Record<string, { width: number; height: number }>;
}
