import { Allow, ArrayMaxSize, IsArray, IsIn, IsOptional, Matches, MaxLength } from 'class-validator';
import { MOMENTS, PartLooks, type Moment } from './look.ts';
import { Switch } from './header.ts';
import { Backdrop, GROUND_KINDS, Tint, backdropPictures, type GroundKind } from './layer.ts';
import { MAX_LABEL, LinkTarget } from './menu.ts';
import { ColourUse } from './palette.ts';
import { InRange, IsId, IsPlainText, KindList, Nested, NestedList, IsWhole } from './rules.ts';

export class HeadingContent {
  @Allow() kind: 'heading';
  @IsIn([1, 2], { message: 'Choose heading level 1 or 2.' }) level: 1 | 2;
  @IsPlainText(200) text: string;
}

export class ParagraphContent {
  @Allow() kind: 'paragraph';
  @IsPlainText(2000) text: string;
}

export class Card {
  @IsPlainText(120) title: string;
  @IsPlainText(600) text: string;
}

/** Cards side by side, in as many columns as the width has room for. */
export class CardsContent {
  @Allow() kind: 'cards';
  @Nested(() => ColourUse) fill: ColourUse;
  @Nested(() => ColourUse) ink: ColourUse;
  @NestedList(() => Card, 24) cards: Card[];
}

/** Pictures side by side, each filling its box. */
export class PicturesContent {
  @Allow() kind: 'pictures';
  @IsArray({ message: 'Give a list of picture ids.' })
  @ArrayMaxSize(12, { message: '12 pictures at most.' })
  pictures: string[];
}

export const SAID = ['page title', 'site name', 'tagline'] as const;

/** What the page or the site is called, by name: it follows when that changes. */
export class SaidContent {
  @Allow() kind: 'said';
  @IsIn(SAID, { message: `Choose ${SAID.join(', ')}.` }) what: (typeof SAID)[number];
}

export class BandButton extends LinkTarget {
  @IsPlainText(MAX_LABEL) label: string;
  @Nested(() => ColourUse) ink: ColourUse;
  @Nested(() => ColourUse) fill: ColourUse;
}

/** Buttons side by side, in as many rows as they need. */
export class ButtonsContent {
  @Allow() kind: 'buttons';
  @NestedList(() => BandButton, 6) buttons: BandButton[];
}

export type Content =
  HeadingContent | ParagraphContent | CardsContent | PicturesContent | SaidContent | ButtonsContent;

/** Where words can stand in their column. */
export const WORDS_PLACES = ['start', 'middle', 'end'] as const;
export type WordsPlace = (typeof WORDS_PLACES)[number];

/** Where a band's headings and paragraphs stand. CSS pixels. */
export class BandWords {
  /** Widest that they get. */
  @IsOptional() @InRange(200, 1120, 'px') width?: number;
  /** From the column's start, or its end where they stand there; less where that would leave them too narrow. */
  @IsOptional() @InRange(0, 800, 'px') offset?: number;
  /** Where they stand in the column, and their lines among themselves; at the start where nothing is said. */
  @IsOptional() @IsIn(WORDS_PLACES, { message: 'Choose start, middle or end.' }) place?: WordsPlace;
}

/** A band's least height: CSS pixels, or a percentage of the window's height. It grows with its contents. */
export class BandHeight {
  @IsIn(['px', 'window'], { message: 'Give the height in px or as a share of the window.' })
  unit: 'px' | 'window';
  @InRange(0, 4000) value: number;
}

/**
 * A tint that comes over a band's backdrop along with the scroll, another picture in the place of its own, and another ink for its
 * words: none of it at first, all of it at the end.
 */
export class BandTurn {
  @Nested(() => Tint) tint: Tint;
  /** What the band's picture turns into, in its place; it stays as it is where nothing is said, and where the band has none. */
  @IsOptional() @IsId() picture?: string;
  /** What its headings and paragraphs turn into; they stay as they are where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  ink?: ColourUse;
  /** Where it begins: how far the band's upper edge is above the window's by then, CSS pixels; below it where negative. */
  @InRange(-2000, 4000, 'px') from: number;
  /** Over how much scroll it comes, CSS pixels. */
  @InRange(1, 4000, 'px') over: number;
}

/** A curve: how far what comes after a band reaches up at its start, middle and end, CSS pixels. */
export class EdgeShape {
  @InRange(0, 160, 'px') start: number;
  @InRange(0, 160, 'px') middle: number;
  @InRange(0, 160, 'px') end: number;
}

/** A band's lower edge as a curve. */
export class BandEdge extends EdgeShape {
  /** Its shape while the pointer is on the band, at once; as ever where nothing is said. */
  @IsOptional()
  @Nested(() => EdgeShape)
  hover?: EdgeShape;
  /** Of what reaches up; the ground of the band after it where nothing is said, or the page's colour after the last. */
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
}

/** The header, and its moment, whose ground a band wears. */
export class BandFollows {
  @IsId() header: string;
  @IsIn(MOMENTS, { message: `Choose a moment: ${MOMENTS.join(', ')}.` }) moment: Moment;
}

/** One full-width horizontal part of a page. */
export class Band {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @Nested(() => BandHeight) height: BandHeight;
  @Nested(() => Backdrop) backdrop: Backdrop;
  /** The kept part that it is a use of, by its id. */
  @IsOptional() @IsId() part?: string;
  /** A pairing that it wears: its ground is the backdrop's colour, its ink that of headings and text. */
  @IsOptional() @IsId() pairing?: string;
  /** The header whose ground and ink it wears, at one of its moments. The values are its own, and are kept as that has them. */
  @IsOptional()
  @Nested(() => BandFollows)
  follows?: BandFollows;
  /** Whether its ground is dark or light, for headers that follow the ground; told from its backdrop where nothing is said. */
  @IsOptional() @IsIn(GROUND_KINDS, { message: 'Choose dark or light.' }) ground?: GroundKind;
  @IsOptional()
  @Nested(() => BandTurn)
  turns?: BandTurn;
  @IsOptional()
  @Nested(() => BandEdge)
  edge?: BandEdge;
  @IsOptional()
  @Nested(() => BandWords)
  words?: BandWords;
  /** Where all of it leads, its buttons apart. */
  @IsOptional()
  @Nested(() => LinkTarget)
  to?: LinkTarget;
  /** Colour of its headings and text. */
  @Nested(() => ColourUse) ink: ColourUse;
  @KindList(
    {
      heading: HeadingContent,
      paragraph: ParagraphContent,
      cards: CardsContent,
      pictures: PicturesContent,
      said: SaidContent,
      buttons: ButtonsContent,
    },
    40,
  )
  contents: Content[];
}

/** Every picture behind a band: those of its backdrop, and the one that it turns into. */
export function bandPictures({ backdrop, turns }: Pick<Band, 'backdrop' | 'turns'>): string[] {
  const own = backdropPictures(backdrop);
  return own.length > 0 && turns?.picture !== undefined ? [...own, turns.picture] : own;
}

/** What lies behind a band once it has turned, but for the tint that comes. */
export function turnedBackdrop({ backdrop, turns }: Pick<Band, 'backdrop' | 'turns'>): Backdrop {
  const { picture } = backdrop;
  return picture && turns?.picture !== undefined
    ? { ...backdrop, picture: { ...picture, picture: turns.picture } }
    : backdrop;
}

/** What comes in the address of a page that stands for many, in the place of any name. */
export const ANY = '_any';

/** Whether a page stands for all just below an address. */
export function standsForMany({ path }: { path: string }): boolean {
  return path.endsWith('/*');
}

/** The address at which a page is served: of one that stands for many, one that no page can have itself. */
export function servedPath({ path }: { path: string }): string {
  return path.replace(/\/\*$/, `/${ANY}`);
}

/** A full-length picture of a real page, taken at a width. */
export class Snapshot {
  /** CSS pixels of `clientWidth`. */
  @IsWhole()
  @InRange(200, 4000, 'px')
  width: number;
  @IsId() picture: string;
}

/** What of a header differs on one page alone. */
export class PageOwn {
  /** The header that it is of. */
  @IsId() header: string;
  /** It begins as after scrolling: its first look is not worn. */
  @IsOptional()
  @IsIn(['scrolled'], { message: 'It begins as after scrolling, or as elsewhere.' })
  begins?: 'scrolled';
  @IsOptional()
  @IsIn(['over', 'above'], { message: 'Choose over or above the page.' })
  lies?: 'over' | 'above';
  /** Where it changes. */
  @IsOptional()
  @Nested(() => Switch)
  switch?: Switch;
  /** Rails (`rail-1` for the first) and items, by their ids, that are not shown. */
  @IsOptional()
  @IsId({ each: true })
  @ArrayMaxSize(80, { message: '80 at most.' })
  hidden?: string[];
  /** Values of its look that are other than elsewhere. */
  @IsOptional()
  @Nested(() => PartLooks)
  looks?: PartLooks;
}

export class Page {
  @IsId() id: string;
  @IsPlainText(120) title: string;
  @MaxLength(200, { message: 'Shorten the address to 200 characters.' })
  @Matches(/^\/([a-z0-9-]+(\/[a-z0-9-]+)*)?(?<!^\/)(\/\*)?$|^\/$/, {
    message:
      'Give an address like /visit: small letters, digits, hyphens, no slash at the end; or /log/* for any page just below /log.',
  })
  path: string;
  /** Page colour, below the last band and in the header's slot. */
  @Nested(() => ColourUse) colour: ColourUse;
  @NestedList(() => Band, 60) bands: Band[];
  /** Pictures of the real page in the place of bands; the nearest in width is used, scaled. */
  @IsOptional()
  @NestedList(() => Snapshot, 12)
  snapshots?: Snapshot[];
  /** Where it was brought in from, where it was made elsewhere. */
  @IsOptional()
  @Matches(/^https?:\/\/\S{1,1900}$/, { message: 'Give an address that begins with https:// or http://.' })
  from?: string;
  /** What differs on this page alone, of each header that hangs there. */
  @IsOptional()
  @NestedList(() => PageOwn, 40)
  own?: PageOwn[];
}
