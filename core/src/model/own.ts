import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
} from 'class-validator';

import { IsHarmless, IsHarmlessStyle, IsNoDoer } from './harmless.ts';
import { IsNumbers, IsPlaces, IsSelector, IsWeight } from './ownRules.ts';
import { LOGO_VARIANTS, type LogoVariant } from './picture.ts';
import { InRange, IsId, IsPlainText, Nested, NestedList } from './rules.ts';

/**
 * The header that a site made elsewhere has already: its own markup and style, what each part of it is, where everything
 * stands, and which of its rules a change has to beat. All of it is read in a browser and kept, so that nobody who judges it
 * later needs one. It may come from anywhere, so that nothing of it is believed: markup is a tree without script, style asks
 * for nothing from outside.
 */

/** An attribute of an element, without anything that does something by itself. */
export class OwnAttribute {
  @IsString({ message: 'Give the name of an attribute.' }) name: string;
  @IsString({ message: 'Give the value of an attribute.' })
  @MaxLength(60_000, { message: 'An attribute has 60,000 characters at most.' })
  @IsHarmless()
  value: string;
}

/** An element of their markup, or a text. */
export class OwnNode {
  /** A text between elements; then there is nothing else. */
  @IsOptional()
  @IsString({ message: 'Give a text.' })
  @MaxLength(4000, { message: 'A text has 4,000 characters at most.' })
  text?: string;
  @IsOptional()
  @Matches(/^[a-zA-Z][a-zA-Z0-9-]{0,40}$/, { message: 'Give the name of an element.' })
  @IsNoDoer()
  tag?: string;
  @IsOptional() @NestedList(() => OwnAttribute, 60) attributes?: OwnAttribute[];
  @IsOptional() @NestedList(() => OwnNode, 400) nodes?: OwnNode[];
}

/** What parts of a header can be. */
export const OWN_ROLES = [
  'header',
  'logo',
  'menu',
  'link',
  'current',
  'child',
  'drop-down',
  'button',
  'icon',
  'text',
  'menu button',
  'panel',
] as const;
export type OwnRole = (typeof OWN_ROLES)[number];

/** What they are called. */
export const OWN_ROLE_NAMES: Record<OwnRole, string> = {
  header: 'Header',
  logo: 'Logo',
  menu: 'Menu',
  link: 'Links',
  current: 'Current page',
  child: 'Links below',
  'drop-down': 'Drop-down',
  button: 'Button',
  icon: 'Icons',
  text: 'Other text',
  'menu button': 'Menu button',
  panel: 'Folded menu',
};

/** Numbers of nodes from the header's element down, such as 0/2/1; the header itself is empty. */
const PATH = /^(\d{1,3}(\/\d{1,3}){0,40})?$/;

/** What one element of the markup is. */
export class OwnMark {
  @Matches(PATH, { message: 'Give a path such as 0/2/1.' }) path: string;
  @IsIn(OWN_ROLES, { message: `Choose ${OWN_ROLES.join(', ')}.` }) role: OwnRole;
  /** Of what is read: the id of its ink. */
  @IsOptional() @IsId() ink?: string;
}

/** What is to be read: its id is that of its menu entry or item. */
export class OwnInk {
  @IsId() id: string;
  @IsPlainText(160) name: string;
  /** The item of the rail that it belongs to; none for the menu button. */
  @IsOptional() @IsId() item?: string;
  @IsIn(['text', 'logo', 'mark'], { message: 'Choose text, logo or mark.' }) kind: 'text' | 'logo' | 'mark';
  /** Whether the keyboard does not come to it, and it does not answer to the pointer. */
  @IsOptional() @IsBoolean({ message: 'It answers or not.' }) isStill?: boolean;
  /** Whether a drop-down of it can be seen to be open: see {@link OwnGroup.opened}. */
  @IsOptional() @IsBoolean({ message: 'It opens or not.' }) opens?: boolean;
}

/** Ids, classes and elements of a selector: what it weighs (Selectors 4, section 17). */
export type Weight = [ids: number, classes: number, elements: number];

/** What the style sheet writes rules for. */
export const OWN_GROUPS = [
  'header',
  'ground',
  'logo',
  'menu',
  'links',
  'openers',
  'letters',
  'text',
  'current',
  'children',
  'drop-down',
  'button',
  'icons',
  'mark',
  'lines',
  'focus',
  'panel',
] as const;
export type OwnGroupName = (typeof OWN_GROUPS)[number];

/**
 * What tells that a drop-down is open: the pointer in the box that holds it with its link, the keyboard in it but not on the
 * link, `aria-expanded` of the link, the same of something beside it, or `details` that are open.
 */
export const OWN_OPENINGS = ['pointer', 'focus', 'expanded', 'beside', 'details'] as const;
export type OwnOpening = (typeof OWN_OPENINGS)[number];

/** How links are told of whose drop-down is open. */
export class OwnOpened {
  /** The group of links that they are among. */
  @InRange(0, 60) among: number;
  /** How many elements further out than the link the box is that holds it and its drop-down. */
  @InRange(1, 12) up: number;
  @IsArray({ message: 'Give a list.' })
  @ArrayMinSize(1, { message: 'Give one at least.' })
  @IsIn(OWN_OPENINGS, { each: true, message: `Choose ${OWN_OPENINGS.join(', ')}.` })
  by: OwnOpening[];
}

/** Elements that get the same rules, and the selector that is of them alone. */
export class OwnGroup {
  @IsIn(OWN_GROUPS, { message: `Choose ${OWN_GROUPS.join(', ')}.` }) name: OwnGroupName;
  /** Which of several of that name, from 0. */
  @InRange(0, 60) number: number;
  /** Below the header's own selector; empty for the header itself. Several, where no one selector is of all of them. */
  @IsArray({ message: 'Give a list of selectors.' })
  @ArrayMaxSize(60, { message: '60 selectors at most.' })
  @IsString({ each: true, message: 'Give selectors.' })
  @Matches(/^[^{};<]*$/s, { each: true, message: 'Give selectors.' })
  inner: string[];
  /** What the heaviest of them weighs, without the header's own. */
  @IsWeight() weight: Weight;
  /** The item whose colours it has, where it is of one. */
  @IsOptional() @IsId() item?: string;
  /** Of links with a drop-down: what tells that it is open. */
  @IsOptional() @Nested(() => OwnOpened) opened?: OwnOpened;
  /** The properties that paint a mark: which of its elements' colours are its ink. */
  @IsOptional()
  @IsArray({ message: 'Give a list of properties.' })
  @ArrayMaxSize(20, { message: '20 properties at most.' })
  @Matches(/^[a-z-]{2,40}$/, { each: true, message: 'Give names of properties.' })
  paints?: string[];
}

/** States in which a rule of theirs holds. */
export const OWN_STATES = ['hover', 'focus', 'active'] as const;
export type OwnState = (typeof OWN_STATES)[number];

/** A rule of theirs that sets what a change sets, too. */
export class OwnRule {
  @IsIn(OWN_GROUPS, { message: `Choose ${OWN_GROUPS.join(', ')}.` }) group: OwnGroupName;
  @InRange(0, 60) number: number;
  @Matches(/^[a-z-]{2,60}$/, { message: 'Give the name of a property.' }) property: string;
  @IsString({ message: 'Give a value.' })
  @MaxLength(400, { message: 'A value has 400 characters at most.' })
  value: string;
  /** `style` where it stands in the element itself. */
  @IsSelector() selector: string;
  @IsWeight() weight: Weight;
  @IsBoolean({ message: 'It is important or not.' }) important: boolean;
  /** Names of its layers, outermost first, with dots between; a layer without a name is a `?`. */
  @IsOptional()
  @Matches(/^[\w?-]+(\.[\w?-]+)*$/, { message: 'Give the name of a layer.' })
  layer?: string;
  @IsOptional()
  @IsString({ message: 'Give a media query.' })
  @MaxLength(300, { message: 'A media query has 300 characters at most.' })
  media?: string;
  @IsArray({ message: 'Give a list of states.' })
  @IsIn(OWN_STATES, { each: true, message: `Choose ${OWN_STATES.join(', ')}.` })
  states: OwnState[];
}

/** A text as it is set, wherever it stands. CSS pixels. */
export class OwnText {
  @IsString({ message: 'Give a text.' })
  @MaxLength(200, { message: 'A text has 200 characters at most.' })
  text: string;
  @InRange(1, 1000) weight: number;
  @InRange(1, 400, 'px') size: number;
  @InRange(-50, 100, 'px') letterSpacing: number;
  @InRange(0, 6000, 'px') advance: number;
  @InRange(0, 400, 'px') capHeight: number;
  @InRange(-100, 400, 'px') descent: number;
  @IsNumber({}, { each: true, message: 'Give numbers.' })
  @ArrayMaxSize(200, { message: '200 letters at most.' })
  letterEdges: number[];
}

/**
 * Where one ink stands: its number in the list of inks; left, top, width and height of its element; of a text its number in
 * the list of texts, its left edge and its baseline, of anything else -1, 0, 0; of a mark the box that its ink fills, else
 * zeros. CSS pixels from the window's edges.
 */
export type OwnPlace = [
  ink: number,
  x: number,
  y: number,
  width: number,
  height: number,
  text: number,
  left: number,
  baseline: number,
  inkedX: number,
  inkedY: number,
  inkedWidth: number,
  inkedHeight: number,
];

/** Everything as it stands at one width of the window. Between two of these that show the same, all moves evenly. */
export class OwnAt {
  @InRange(200, 4000, 'px') width: number;
  @IsBoolean({ message: 'It is folded or not.' }) folded: boolean;
  /** The header's box, and the radius of its corners: x, y, width, height, radius. */
  @IsNumbers(5) bar: number[];
  @IsPlaces() places: OwnPlace[];
  /**
   * Of one that stays: how far below the window's upper edge it stands once the page is scrolled. Where nothing is said, where it
   * stands at the top if it is fixed, else at the edge.
   */
  @IsOptional() @InRange(-200, 2000, 'px') stays?: number;
}

/** The state that its own script sets when the page is scrolled. */
export class OwnStuck {
  /** What has the class: the header, or an element round it. */
  @IsIn(['header', 'body', 'html'], { message: 'Choose header, body or html.' }) on:
    'header' | 'body' | 'html';
  @Matches(/^[^\s{};<>]{1,80}$/, { message: 'Give the name of a class.' }) name: string;
  /** The first scroll at which it is there. */
  @InRange(1, 5000, 'px') from: number;
}

/** Which of the site's logo pictures it shows at the top, and once its own script has set its class. */
export class OwnLogos {
  @IsIn(LOGO_VARIANTS, { message: `Choose ${LOGO_VARIANTS.join(', ')}.` }) top: LogoVariant;
  @IsIn(LOGO_VARIANTS, { message: `Choose ${LOGO_VARIANTS.join(', ')}.` }) scrolled: LogoVariant;
}

/** A font file of theirs, under the name by which their style asks for it. */
export class OwnFace {
  @Matches(/^[^"\\{};<>]{1,80}$/, { message: 'Give the name of a family.' }) family: string;
  @InRange(1, 1000) weight: number;
  /** The id of a font of the site. */
  @IsId() font: string;
}

/** Something that style cannot do, and the few lines that would. */
export class OwnNote {
  @IsPlainText(400) what: string;
  @IsOptional()
  @IsString({ message: 'Give lines of code.' })
  @MaxLength(3000, { message: '3,000 characters at most.' })
  lines?: string;
}

/** What an owner has said of a part: what it is, or that it is none of these. */
export class OwnSaid {
  /** Numbers of nodes from the header down; ^2 for what is two elements further out. */
  @Matches(/^(\^\d{1,2}|(\d{1,3}(\/\d{1,3}){0,40})?)$/, { message: 'Give a path such as 0/2/1.' })
  path: string;
  @IsIn([...OWN_ROLES, 'none'], { message: `Choose ${OWN_ROLES.join(', ')} or none.` }) role:
    OwnRole | 'none';
}

/** The header that a site has already. */
export class OwnHeader {
  @IsId() id: string;
  /** Where it was read. */
  @IsOptional()
  @IsString({ message: 'Give an address.' })
  @MaxLength(2000, { message: 'An address has 2,000 characters at most.' })
  from?: string;
  /** Elements round it, from `html` inwards, without what is beside it. */
  @NestedList(() => OwnNode, 20) around: OwnNode[];
  @Nested(() => OwnNode) node: OwnNode;
  /** Their rules that reach it, sheet by sheet. */
  @IsArray({ message: 'Give a list of style sheets.' })
  @ArrayMaxSize(40, { message: '40 style sheets at most.' })
  @IsHarmlessStyle()
  css: string[];
  @NestedList(() => OwnFace, 12) faces: OwnFace[];
  @NestedList(() => OwnMark, 400) marks: OwnMark[];
  @NestedList(() => OwnInk, 120) inks: OwnInk[];
  /** What its owner has said of parts. */
  @IsOptional() @NestedList(() => OwnSaid, 100) said?: OwnSaid[];
  /** The header's own selector, and what it weighs. */
  @IsSelector() selector: string;
  @IsWeight() weight: Weight;
  /** An id, and classes, that can be added to that selector to make it heavier. */
  @IsOptional() @Matches(/^#[^\s{};<>,]{1,200}$/, { message: 'Give an id.' }) anchorId?: string;
  @IsOptional() @Matches(/^\.[^\s{};<>,]{1,200}$/, { message: 'Give a class.' }) anchorClass?: string;
  @NestedList(() => OwnGroup, 120) groups: OwnGroup[];
  @NestedList(() => OwnRule, 2000) rules: OwnRule[];
  @NestedList(() => OwnText, 2000) texts: OwnText[];
  /** Where everything stands, at the top and after scrolling, by width. */
  @NestedList(() => OwnAt, 1000) top: OwnAt[];
  @NestedList(() => OwnAt, 1000) scrolled: OwnAt[];
  @IsOptional() @Nested(() => OwnStuck) stuck?: OwnStuck;
  /** Where its logo is another picture once it is scrolled. */
  @IsOptional() @Nested(() => OwnLogos) logos?: OwnLogos;
  /** How it is positioned, and what it does while the page scrolls. */
  @IsIn(['static', 'relative', 'absolute', 'fixed', 'sticky'], { message: 'Give a position.' })
  position: 'static' | 'relative' | 'absolute' | 'fixed' | 'sticky';
  @IsIn(['over', 'above'], { message: 'Choose over or above the page.' }) lies: 'over' | 'above';
  @IsIn(['leaves', 'stays'], { message: 'Choose leaves or stays.' }) onScroll: 'leaves' | 'stays';
  /** Widths of its own lines, which its ground has to reach under: above, end, below, start. */
  @IsNumbers(4) lines: number[];
  /** Whether their style already has something before or after the header's contents. */
  @IsOptional() @IsIn(['before', 'after'], { message: 'Choose before or after.' }) free?: 'before' | 'after';
  /** By how much the box of the link of the page one is on is another: its left and upper edge, width and height. */
  @IsOptional() @IsNumbers(4) here?: number[];
  /** What style alone cannot mend, in words, each with the lines that would. */
  @NestedList(() => OwnNote, 20) notes: OwnNote[];
}
