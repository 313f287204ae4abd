import type { OwnGroupName, OwnOpening, OwnRole, OwnState } from '@hatrail/core/model/own';

/** What is read of a header from within its page (capture/page/own). What is said there is checked before it is used. */

/** An element with its role, by the numbers of nodes from the header down. */
export interface RawMark {
  path: string;
  role: OwnRole;
  /** The id of its ink, where it has one: `link-1`, `link-1-2`, `logo`, `button-1`, `icon-1`, `menu-button`. */
  ink?: string;
  name: string;
  address?: string;
  kind?: 'text' | 'logo' | 'mark';
  isStill?: boolean;
}

export interface RawNode {
  text?: string;
  tag?: string;
  attributes?: [string, string][];
  nodes?: RawNode[];
}

export interface RawRule {
  group: OwnGroupName;
  number: number;
  property: string;
  value: string;
  /** One selector of a list, with its states. */
  selector: string;
  important: boolean;
  layer?: string;
  media?: string;
  states: OwnState[];
}

export interface RawGroup {
  name: OwnGroupName;
  number: number;
  inner: string[];
  item?: string;
  paints?: string[];
  opened?: { among: number; up: number; by: OwnOpening[] };
}

export interface RawText {
  text: string;
  family: string;
  weight: number;
  size: number;
  letterSpacing: number;
  advance: number;
  capHeight: number;
  descent: number;
  letterEdges: number[];
}

export interface RawPlace {
  ink: string;
  box: [number, number, number, number];
  text?: RawText;
  left?: number;
  baseline?: number;
  inked?: [number, number, number, number];
}

export interface RawAt {
  width: number;
  folded: boolean;
  bar: [number, number, number, number, number];
  places: RawPlace[];
}

/** The look of a header at one moment, colours as CSS computes them. */
export interface RawLook {
  position: string;
  /** What lies behind its links up to the header, nested grounds taken together. */
  fill: string;
  /** Colours and what else it is seen by, of one of each. */
  logo?: string;
  link?: string;
  current?: string;
  childInk?: string;
  dropFill?: string;
  panelFill?: string;
  /** Of the line below a link: its thickness, and how far below the baseline. */
  line?: { thickness: number; below: number };
  currentLine?: { thickness: number; below: number };
  shadow: string;
  borders: [number, number, number, number];
  borderBelow: string;
  button?: { ink: string; fill: string; radius: number };
}

export interface RawMarkup {
  around: RawNode[];
  node: RawNode;
  css: string[];
  selector: string;
  anchorId?: string;
  anchorClass?: string;
  free?: 'before' | 'after';
}

/** What is read, as it is at this moment. */
export interface RawInkNow {
  box: [number, number, number, number];
  colour: string;
  /** What makes its letters look otherwise than in that colour. */
  changed?: string;
  /** The line below it, and the ring round it: thickness in CSS pixels, and colour. */
  line?: RawSign;
  ring?: RawSign;
}

interface RawSign {
  thickness: number;
  colour: string;
}

export interface OwnReader {
  /** Finds the parts as they are at a wide window; corrections go before what is found. */
  find(corrections: { path: string; role: OwnRole | 'none' }[]): boolean;
  /** Takes a header, and what its parts are, as they were found before. */
  adopt(selector: string, marks: { path: string; role: OwnRole; ink?: string }[]): boolean;
  /** Finds what shows only at a narrow window: the menu button. */
  findNarrow(): void;
  marks(): RawMark[];
  /** The class that is there after scrolling and was not at the top. */
  noteClasses(): void;
  newClass(): { on: 'header' | 'body' | 'html'; name: string } | undefined;
  hasClass(on: 'header' | 'body' | 'html', name: string): boolean;
  /** @param scroll where the page is scrolled to meanwhile */
  measure(scroll: number): RawAt;
  look(): RawLook;
  /** Notes which elements have a ground of their own now. */
  noteGrounds(sheets: Record<string, string>): void;
  groups(sheets: Record<string, string>): RawGroup[];
  /** The inks of elements that groups of a name are of. */
  inksOfGroups(name: OwnGroupName): string[];
  /** Links whose drop-down is closed now. */
  closedInks(): string[];
  /** Notes whether a link's drop-down shows while the pointer is on that link. */
  notePointed(ink: string): void;
  /** Opens a link's drop-down as far as the markup says that it is open, or closes it again. */
  openMarked(ink: string, isOpen: boolean): void;
  rules(sheets: Record<string, string>): RawRule[];
  markup(sheets: Record<string, string>): Promise<RawMarkup>;
  /** Centre of an ink's element, for the pointer. */
  spot(ink: string): { x: number; y: number } | undefined;
  computed(ink: string, property: string): string | undefined;
  /** Whether a drop-down shows with the keyboard on its link. */
  opensByKey(): boolean | undefined;
  opensByPointer(): boolean;
  /** Takes the mark of the page one is on off its link, or puts it back. */
  unmark(isOff: boolean): void;
  /** What the logo looks like: whether it is its picture as it comes, and all that makes it look as it does. */
  logoLook(): { isPlain: boolean; says: string };
  /** Puts everything but the logo out of sight, for its picture; tells where it is. */
  isolateLogo(): { x: number; y: number; width: number; height: number } | undefined;
  /** Whether the header shows at all. */
  isThere(): boolean;
  stopMotion(): void;
  /** Names the elements that carry inks, so that they are found from outside. */
  tagInks(): void;
  /** Puts everything that is read out of sight, or back. */
  hideInks(isHidden: boolean): void;
  /** Where everything that is read stands, its ink, and what makes its letters look otherwise than in that. */
  inkNow(): Record<string, RawInkNow>;
  /** Links in drop-downs, or those of the folded menu too: their inks, and what lies behind them. */
  panelNow(isFolded: boolean): { name: string; colour: string; ground: string }[];
  /** What has a ground of its own between an ink and the header, in words. */
  groundAt(ink: string): string | undefined;
}

declare global {
  /** The reader of a header, once it is in the page. */
  var hatrailOwn: OwnReader | undefined;
}
