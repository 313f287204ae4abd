import { AUDIENCES, type Audience } from './placement.ts';
import {
  Allow,
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { ICON_NAMES, type IconName } from './icons.ts';
import { MAX_LABEL, LinkTarget } from './menu.ts';
import { PartLooks } from './look.ts';
import { LETTER_CASES, type LetterCase } from './type.ts';
import { ColourUse } from './palette.ts';
import { STEP_RANGE } from './stepped.ts';
import { InRange, IsId, IsPlainText, IsWhole, Nested, NestedList } from './rules.ts';

/** Where something can hang on a rail, in order. */
export const RAIL_PLACES = ['start', 'middle', 'end'] as const;
export type RailPlace = (typeof RAIL_PLACES)[number];

/** The items that hang on a rail. Sizes are CSS pixels. */

/** A ground of an item's own, behind what it shows. */
export class Backing {
  @Nested(() => ColourUse) colour: ColourUse;
  @InRange(0, 1) opacity: number;
  /** Under the pointer. */
  @IsOptional()
  @Nested(() => ColourUse)
  hover?: ColourUse;
  /** Padding at each side, above and below. */
  @InRange(0, 60, 'px') x: number;
  @InRange(0, 40, 'px') y: number;
  @InRange(0, 60, 'px') radius: number;
}

/** What of a site's name and its tagline is read. */
export const NAME_PARTS = ['both', 'name', 'tagline'] as const;
export type NameParts = (typeof NAME_PARTS)[number];

/** What changes of an item below a header width; it holds until the next step. */
export class ItemStep {
  @InRange(...STEP_RANGE, 'px') below: number;
  @IsOptional() @IsBoolean({ message: 'It shows or it does not.' }) shown?: boolean;
  @IsOptional() @InRange(8, 240, 'px') size?: number;
  @IsOptional() @InRange(0, 160, 'px') gap?: number;
  @IsOptional() @InRange(-60, 60, 'px') shift?: number;
  /** Of a site name: which of it and its tagline is read. */
  @IsOptional() @IsIn(NAME_PARTS, { message: 'Choose both, name or tagline.' }) reads?: NameParts;
}

export const ALIGNMENTS = ['start', 'middle', 'end'] as const;
export type Alignment = (typeof ALIGNMENTS)[number];

/** Anything that hangs on a rail. */
abstract class Hung {
  @IsId() id: string;
  /** Where it stands between the rail's upper and lower edge; in the middle where nothing is said. */
  @IsOptional() @IsIn(ALIGNMENTS, { message: 'Choose start, middle or end.' }) align?: Alignment;
  /** Moves it down, or up where negative. */
  @IsOptional() @InRange(-60, 60, 'px') shift?: number;
  @IsOptional() @IsBoolean({ message: 'It shows or it does not.' }) shown?: boolean;
  /** The kept part that it is a use of, by its id. */
  @IsOptional() @IsId() part?: string;
  /** For whom it is shown; everyone where nothing is said. */
  @IsOptional() @IsIn(AUDIENCES, { message: `Choose ${AUDIENCES.join(' or ')}.` }) who?: Audience;
  @IsOptional()
  @Nested(() => Backing)
  backing?: Backing;
  /** Its own ink in the place of the look's. */
  @IsOptional()
  @Nested(() => ColourUse)
  ink?: ColourUse;
  /** What it wears of its own at a moment: ink and text shadow. */
  @IsOptional()
  @Nested(() => PartLooks)
  looks?: PartLooks;
  @IsOptional()
  @NestedList(() => ItemStep, 12)
  steps?: ItemStep[];
}

/** The logo, which leads home. */
export class LogoItem extends Hung {
  @Allow() kind: 'logo';
  /** Drawn height; the width follows from the picture. */
  @InRange(16, 160, 'px') height: number;
}

/** The site's name, with its tagline below if wanted; it leads home. */
export class NameItem extends Hung {
  @Allow() kind: 'name';
  /** Size of the name, in the heading style. */
  @InRange(10, 80, 'px') size: number;
  @IsBoolean({ message: 'The tagline is shown or not.' }) tagline: boolean;
  /** Which of the two is read; what `tagline` says where nothing is said here. */
  @IsOptional() @IsIn(NAME_PARTS, { message: 'Choose both, name or tagline.' }) reads?: NameParts;
  /** The tagline stands beside the name, on its baseline, and not below it. */
  @IsOptional() @IsBoolean({ message: 'It stands beside the name or below it.' }) beside?: boolean;
  /** The tagline's ink in every state; as the name's where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  taglineInk?: ColourUse;
}

/** What an entry that stands out wears. */
export class StandOut {
  @Nested(() => ColourUse) ink: ColourUse;
  @Nested(() => ColourUse) fill: ColourUse;
  @Nested(() => ColourUse) hoverFill: ColourUse;
  /** Ink under the pointer; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  hoverInk?: ColourUse;
  /** Fill while it is pressed; as hovered where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  pressedFill?: ColourUse;
  @InRange(0, 40, 'px') radius: number;
  /** It keeps this style, whatever looks say of buttons. */
  @IsOptional() @IsBoolean({ message: 'It keeps a style of its own or it does not.' }) loose?: boolean;
}

export class MenuItem extends Hung {
  @Allow() kind: 'menu';
  @IsId() menu: string;
  /** Another menu for visitors who are signed in. */
  @IsOptional() @IsId() menuSignedIn?: string;
  /** Between two links. */
  @InRange(4, 120, 'px') gap: number;
  /** Text size, where it is not the menu style's own. */
  @IsOptional() @InRange(10, 60, 'px') size?: number;
  /** Letter-case of its entries there, where it is not the menu style's own. */
  @IsOptional()
  @IsIn(LETTER_CASES, { message: `Choose a letter-case: ${LETTER_CASES.join(', ')}.` })
  letterCase?: LetterCase;
  /** What opens a drop-down beside a click on its opener. */
  @IsOptional()
  @IsIn(['click', 'click and hover'], { message: 'Choose click, or click and hover.' })
  opens?: 'click' | 'click and hover';
  @IsOptional()
  @Nested(() => StandOut)
  standOut?: StandOut;
}

export class ButtonItem extends LinkTarget {
  @Allow() kind: 'button';
  @IsId() id: string;
  @IsOptional() @IsIn(ALIGNMENTS, { message: 'Choose start, middle or end.' }) align?: Alignment;
  @IsOptional() @InRange(-60, 60, 'px') shift?: number;
  @IsOptional() @IsBoolean({ message: 'It shows or it does not.' }) shown?: boolean;
  @IsOptional() @IsId() part?: string;
  @IsOptional() @IsIn(AUDIENCES, { message: `Choose ${AUDIENCES.join(' or ')}.` }) who?: Audience;
  @IsPlainText(MAX_LABEL) label: string;
  @Nested(() => ColourUse) ink: ColourUse;
  @Nested(() => ColourUse) fill: ColourUse;
  /** Fill under the pointer. */
  @Nested(() => ColourUse) hoverFill: ColourUse;
  /** Ink under the pointer; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  hoverInk?: ColourUse;
  /** Fill while it is pressed; as hovered where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  pressedFill?: ColourUse;
  @InRange(0, 40, 'px') radius: number;
  /** It keeps this style, whatever looks say of buttons. */
  @IsOptional() @IsBoolean({ message: 'It keeps a style of its own or it does not.' }) loose?: boolean;
  /** Text size, where it is not the button style's own. */
  @IsOptional() @InRange(10, 40, 'px') size?: number;
  @IsOptional()
  @NestedList(() => ItemStep, 12)
  steps?: ItemStep[];
}

/** A line of text, which may lead somewhere: a phone number, a mail address, a place on a map. */
export class TextItem extends Hung {
  @Allow() kind: 'text';
  @IsPlainText(MAX_LABEL) text: string;
  /** Text size, in the menu style. */
  @InRange(10, 60, 'px') size: number;
  @IsOptional()
  @Nested(() => LinkTarget)
  to?: LinkTarget;
}

/** One icon that leads somewhere: one that ships, or an SVG picture of the owner's. */
export class IconLink extends LinkTarget {
  @IsId() id: string;
  /** What it is called; read out by screen readers. */
  @IsPlainText(60) label: string;
  @ValidateIf((link: IconLink) => link.picture === undefined)
  @IsIn(ICON_NAMES, { message: `Choose an icon that ships: ${ICON_NAMES.join(', ')}.` })
  icon?: IconName;
  @IsOptional() @IsId() picture?: string;
}

export class IconsItem extends Hung {
  @Allow() kind: 'icons';
  @InRange(12, 60, 'px') size: number;
  @InRange(0, 80, 'px') gap: number;
  @NestedList(() => IconLink, 12) links: IconLink[];
}

export class PictureItem extends Hung {
  @Allow() kind: 'picture';
  @IsId() picture: string;
  @InRange(12, 240, 'px') height: number;
  @IsOptional()
  @Nested(() => LinkTarget)
  to?: LinkTarget;
}

/** A search field that stands open in the bar. */
export class SearchField {
  /** As wide as its label needs at least. */
  @InRange(120, 600, 'px') width: number;
  @Nested(() => ColourUse) fill: ColourUse;
  @Nested(() => ColourUse) ink: ColourUse;
  @InRange(0, 20, 'px') radius: number;
}

/** A form that asks the site: it opens from its icon, or stands open. */
export class SearchItem extends Hung {
  @Allow() kind: 'search';
  @InRange(12, 40, 'px') size: number;
  @IsPlainText(60) label: string;
  /** Where the form is sent, with what was typed as `q`. */
  @Nested(() => LinkTarget) to: LinkTarget;
  @IsOptional()
  @Nested(() => SearchField)
  field?: SearchField;
}

export class AccountItem extends Hung {
  @Allow() kind: 'account';
  @InRange(12, 40, 'px') size: number;
  @IsPlainText(60) label: string;
  @Nested(() => LinkTarget) to: LinkTarget;
}

export class BasketItem extends Hung {
  @Allow() kind: 'basket';
  @InRange(12, 40, 'px') size: number;
  @IsPlainText(60) label: string;
  @Nested(() => LinkTarget) to: LinkTarget;
  /** How many things are in it when the page is made; the site's own script may change the text. */
  @IsInt({ message: 'Give a whole number.' })
  @Min(0, { message: 'Give a number from 0 to 999.' })
  @Max(999, { message: 'Give a number from 0 to 999.' })
  count: number;
}

/** Free room between two items, beyond the rail's gap. */
export class GapItem extends Hung {
  @Allow() kind: 'gap';
  @InRange(0, 400, 'px') size: number;
}

export type Item =
  | LogoItem
  | NameItem
  | MenuItem
  | ButtonItem
  | TextItem
  | IconsItem
  | PictureItem
  | SearchItem
  | AccountItem
  | BasketItem
  | GapItem;

export const ITEM_KINDS = {
  logo: LogoItem,
  name: NameItem,
  menu: MenuItem,
  button: ButtonItem,
  text: TextItem,
  icons: IconsItem,
  picture: PictureItem,
  search: SearchItem,
  account: AccountItem,
  basket: BasketItem,
  gap: GapItem,
};

export type ItemKindName = Item['kind'];

/** Where the menu button hangs while the header is folded. */
export class MenuButtonPlace {
  /** Number of its rail, from 1; where nothing is said, or that rail does not show, that of what stays. */
  @IsOptional() @IsWhole() @InRange(1, 8) rail?: number;
  /** Before what hangs at the start, after what hangs in the middle or at the end. */
  @IsIn(RAIL_PLACES, { message: 'Choose start, middle or end.' }) place: RailPlace;
}

/** Where folded things go, and how the folded menu opens. */
export class Fold {
  /** Folds at every width. */
  @IsOptional() @IsBoolean({ message: 'It folds at every width or not.' }) always?: boolean;
  /** Where its menu button hangs; at the end where nothing is said. */
  @IsOptional()
  @Nested(() => MenuButtonPlace)
  button?: MenuButtonPlace;
  /** Where the entries of the folded menu stand; at the start where nothing is said. */
  @IsOptional() @IsIn(RAIL_PLACES, { message: 'Choose start, middle or end.' }) entries?: RailPlace;
  /** Folds below this header width even where there is room. */
  @IsOptional() @InRange(...STEP_RANGE, 'px') sooner?: number;
  /** Items that stay in the bar. */
  @IsArray({ message: 'Give a list of item ids.' })
  @ArrayMaxSize(60, { message: '60 at most.' })
  @IsId({ each: true })
  bar: string[];
  /** Items of the folded menu, first to last. What is in neither list is not shown there. */
  @IsArray({ message: 'Give a list of item ids.' })
  @ArrayMaxSize(60, { message: '60 at most.' })
  @IsId({ each: true })
  panel: string[];
  /** Another menu in the place of the one that hangs on the rail. */
  @IsOptional() @IsId() menu?: string;
  @IsIn(['top', 'bottom', 'start', 'end'], { message: 'Choose an edge: top, bottom, start or end.' })
  edge: 'top' | 'bottom' | 'start' | 'end';
  /** Share of the window that it covers, percent; as much as it needs where nothing is said. */
  @IsOptional() @InRange(20, 100, '%') share?: number;
  /** Size of its text, and height of a row. */
  @IsOptional() @InRange(12, 40, 'px') size?: number;
  @IsOptional() @InRange(24, 96, 'px') row?: number;
}
