import { EASINGS, type Easing } from './easings.ts';
import { ArrayMaxSize, ArrayMinSize, IsBoolean, IsIn, IsOptional, ValidateBy } from 'class-validator';
import { Fold, ITEM_KINDS, RAIL_PLACES as PLACES, type Item } from './item.ts';
import { GROUND_KINDS, type GroundKind } from './layer.ts';
import { Looks, MOMENTS, MOMENT_NAMES, PartLooks, type Moment } from './look.ts';
import { ColourUse } from './palette.ts';
import { HeaderType } from './type.ts';
import { STEP_RANGE } from './stepped.ts';
import { InRange, IsId, IsPlainText, KindList, Nested, NestedList } from './rules.ts';

export { EASINGS, type Easing };
export { RAIL_PLACES as PLACES, type RailPlace } from './item.ts';

/** What changes of a rail below a header width; it holds until the next step. */
export class RailStep {
  @InRange(...STEP_RANGE, 'px') below: number;
  @IsOptional() @IsBoolean({ message: 'It shows or it does not.' }) shown?: boolean;
  @IsOptional() @InRange(0, 400, 'px') height?: number;
  @IsOptional() @InRange(0, 120, 'px') padding?: number;
  @IsOptional() @InRange(0, 240, 'px') inset?: number;
  @IsOptional() @InRange(0, 160, 'px') gap?: number;
}

/** One row of a header. */
export class Rail {
  @InRange(16, 400, 'px') height: number;
  /** Where it is set, the height follows from the contents: this much above and below them. */
  @IsOptional() @InRange(0, 120, 'px') padding?: number;
  /** Free room at each side, CSS pixels. */
  @InRange(0, 240, 'px') inset: number;
  /** Between two items, and least room between two places, CSS pixels. */
  @InRange(0, 160, 'px') gap: number;
  /** Largest width of its contents; as wide as the header where nothing is said. */
  @IsOptional() @InRange(200, 4000, 'px') max?: number;
  /** Scrolls away while the header stays. Only rails above all that stay can. */
  @IsOptional() @IsBoolean({ message: 'It scrolls away or stays.' }) leaves?: boolean;
  /** Stands in the flow while the header lies over the page. Only rails above all that lie over it can. */
  @IsOptional() @IsBoolean({ message: 'It stands in the flow or not.' }) inFlow?: boolean;
  /** Runs the window's full width above the header's box, with the inset from the top between them. Only the first rails can; one stands in the box. */
  @IsOptional() @IsBoolean({ message: 'It runs the full width or stands in the box.' }) full?: boolean;
  @IsOptional()
  @NestedList(() => RailStep, 12)
  steps?: RailStep[];
  /** What it wears of its own, over what the header wears. */
  @IsOptional()
  @Nested(() => PartLooks)
  looks?: PartLooks;
  /** The kept part that it is a use of, by its id. */
  @IsOptional() @IsId() part?: string;
  @KindList(ITEM_KINDS, 16) start: Item[];
  @KindList(ITEM_KINDS, 16) middle: Item[];
  @KindList(ITEM_KINDS, 16) end: Item[];
}

/** What changes of the extent below a header width. */
export class ExtentStep {
  @InRange(...STEP_RANGE, 'px') below: number;
  @IsOptional() @InRange(0, 240, 'px') top?: number;
  @IsOptional() @InRange(0, 400, 'px') sides?: number;
}

/** How far a header is inset from the window's edges. */
export class Extent {
  @InRange(0, 240, 'px') top: number;
  @InRange(0, 400, 'px') sides: number;
  /** Largest width of its box, which stands in the middle then; as wide as the window leaves where nothing is said. */
  @IsOptional() @InRange(240, 4000, 'px') max?: number;
  /** Top and sides are changed together. */
  @IsBoolean({ message: 'They are linked or not.' }) linked: boolean;
  /** Corner radius. */
  @InRange(0, 80, 'px') radius: number;
  @IsOptional()
  @NestedList(() => ExtentStep, 12)
  steps?: ExtentStep[];
}

/**
 * Where *After scrolling* begins: at a distance in CSS pixels, where the header meets the end of a band, or wherever the
 * ground of the band beneath it is of the other kind.
 */
export class Switch {
  @IsIn(['distance', 'first band', 'band', 'ground'], {
    message: 'Choose a distance, the end of a band, or the ground of the band beneath.',
  })
  at: 'distance' | 'first band' | 'band' | 'ground';
  /** CSS pixels; what a page without such a band goes by, too. */
  @InRange(1, 5000, 'px') distance: number;
  /** Number of the band at whose end it begins, from 1; `first band` stands for 1. */
  @IsOptional() @InRange(1, 60) band?: number;
  /** The ground over which the first look is worn, where it follows the ground; dark where nothing is said. */
  @IsOptional() @IsIn(GROUND_KINDS, { message: 'Choose dark or light.' }) first?: GroundKind;
  /** The look worn over bands whose ground is not known; the first where nothing is said. */
  @IsOptional() @IsIn(['top', 'scrolled'], { message: 'Choose top or scrolled.' }) unknown?:
    'top' | 'scrolled';
}

/** When an ink changes, apart from what is behind it. */
export class InkChange {
  /** ms after the change begins. */
  @InRange(0, 2000, 'ms') delay: number;
  @InRange(0, 2000, 'ms') duration: number;
}

/** What a header does while its page scrolls, as words for the eye. */
export const ON_SCROLL = ['leaves', 'stays', 'returns', 'bottom'] as const;
export type OnScroll = (typeof ON_SCROLL)[number];

/** How the header behaves. */
export class Manner {
  /** `over`: laid over the page. `above`: in the flow, the page begins below it. */
  @IsIn(['over', 'above'], { message: 'Choose over or above the page.' })
  lies: 'over' | 'above';
  /** `returns`: goes when the page is scrolled down and comes back when it is scrolled up. `bottom`: keeps to the window's lower edge. */
  @IsIn(ON_SCROLL, { message: 'Choose leaves, stays, returns or bottom.' })
  onScroll: OnScroll;
  @Nested(() => Switch) switch: Switch;
  /** How much lower its rails are once *At the top* is over, CSS pixels; never lower than what hangs on them needs. */
  @IsOptional() @InRange(0, 200, 'px') smaller?: number;
  /** How long one moment changes into the next, ms. */
  @InRange(0, 2000, 'ms') duration: number;
  /** CSS Easing 1; `ease` where nothing is said. */
  @IsOptional() @IsIn(EASINGS, { message: `Choose ${EASINGS.join(', ')}.` }) easing?: Easing;
  /** Where the inks do not change along with the rest. */
  @IsOptional()
  @Nested(() => InkChange)
  ink?: InkChange;
  /**
   * The change goes along with the scroll over so many CSS pixels, half of them on each side of where it begins, in the
   * place of running over time. Where a look follows the ground there is no such stretch.
   */
  @IsOptional() @InRange(2, 2000, 'px') stretch?: number;
}

/** The moments in which a visitor meets a header: one that goes and comes back is not there after scrolling on. */
export function momentsOf({ manner }: Pick<Header, 'manner'>): readonly Moment[] {
  return manner.onScroll === 'returns' ? ['top', 'back'] : ['top', 'scrolled'];
}

/** All moments that a header is dressed for: with one for the pointer over it, where it has that. */
export function allMoments(header: Pick<Header, 'manner' | 'looks'>): readonly Moment[] {
  return [...momentsOf(header), ...(header.looks.pointed ? (['pointed'] as const) : [])];
}

/**
 * The moments whose looks any of a header's moments is made of: one that comes back up takes from *After scrolling*, too,
 * what it does not set.
 */
export function formsOf(header: Pick<Header, 'manner' | 'looks'>): readonly Moment[] {
  const last = MOMENTS.indexOf(momentsOf(header).at(-1)!);
  return [...MOMENTS.slice(0, last + 1), ...(header.looks.pointed ? (['pointed'] as const) : [])];
}

/** What a header's moments are called: where its look follows the ground, by that ground. */
export function momentName({ manner }: Pick<Header, 'manner'>, moment: Moment): string {
  const { at, first = 'dark' } = manner.switch;
  if (at !== 'ground' || manner.onScroll === 'returns' || moment === 'pointed') return MOMENT_NAMES[moment];
  return (moment === 'top') === (first === 'dark') ? 'Over dark bands' : 'Over light bands';
}

/** What drop-downs and the folded menu wear: solid, so that it can be read over anything. */
export class PanelLook {
  @Nested(() => ColourUse) fill: ColourUse;
  @Nested(() => ColourUse) ink: ColourUse;
  /** Ink and fill of an entry under the pointer; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  hover?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  hoverFill?: ColourUse;
  /** The same pressed, as hovered where nothing is said; and with the keyboard on it, as at rest. */
  @IsOptional()
  @Nested(() => ColourUse)
  pressed?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  pressedFill?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  focused?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  focusedFill?: ColourUse;
  /** Ink of the entry of the page one is on. */
  @IsOptional()
  @Nested(() => ColourUse)
  current?: ColourUse;
}

/** What a rail or an item wore in a look that is set aside. */
export class TrialPart {
  /** `rail-1` for the first rail, or an item's id. */
  @IsId() of: string;
  @Nested(() => PartLooks) looks: PartLooks;
}

export const HELD_LAYERS = ['fill', 'tint', 'gradient'] as const;

/** A layer whose opacity is kept at the least that clears its moment: it is solved again when what it depends on changes. */
export class Hold {
  @IsIn(MOMENTS, { message: `Choose ${MOMENTS.join(', ')}.` }) moment: Moment;
  @IsIn(HELD_LAYERS, { message: `Choose ${HELD_LAYERS.join(', ')}.` }) layer: (typeof HELD_LAYERS)[number];
}

/** A look that is set aside to be compared: what the header, its rails and its items wore, and how it behaved. */
export class Trial {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @Nested(() => Looks) looks: Looks;
  @NestedList(() => TrialPart, 80) parts: TrialPart[];
  @Nested(() => Manner) manner: Manner;
  @Nested(() => PanelLook) panel: PanelLook;
}

export class Header {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  /** The header that the site has already, which wears this in the place of one of ours: its id in `ownHeaders`. */
  @IsOptional() @IsId() own?: string;
  @IsOptional()
  @Nested(() => HeaderType)
  type?: HeaderType;
  @NestedList(() => Rail, 8)
  @ArrayMinSize(1, { message: 'Give it a rail: it has none.' })
  @ArrayMaxSize(8, { message: '8 rails at most.' })
  @AreLeading('leaves', 'Only rails above all that stay can scroll away.')
  @AreLeading('inFlow', 'Only rails above all that lie over the page can stand in the flow.')
  @AreLeading('full', 'Only rails above all that stand in the box can run the full width.')
  @HasBox()
  rails: Rail[];
  @IsOptional()
  @Nested(() => Extent)
  extent?: Extent;
  @IsOptional()
  @Nested(() => Fold)
  fold?: Fold;
  /** Items that hang on the spare rod: made, but not in the header now. */
  @IsOptional()
  @KindList(ITEM_KINDS, 60)
  spare?: Item[];
  @Nested(() => Looks) looks: Looks;
  /** The kept part whose looks it wears, by its id. */
  @IsOptional() @IsId() part?: string;
  @Nested(() => Manner) manner: Manner;
  @Nested(() => PanelLook) panel: PanelLook;
  @IsOptional()
  @NestedList(() => Hold, 9)
  holds?: Hold[];
  /** Looks that are set aside. */
  @IsOptional()
  @NestedList(() => Trial, 12)
  trials?: Trial[];
}

/** All items of a rail, from start to end. */
export function itemsOf(rail: Rail): Item[] {
  return PLACES.flatMap((place) => rail[place]);
}

/** All items of a header, from the first rail on. */
export function headerItems(header: Header): Item[] {
  return header.rails.flatMap(itemsOf);
}

/** What comes onto a rail goes somewhere when the header folds: logo and name stay, the rest goes into the folded menu. */
export function foldToo({ fold }: Header, { id, kind }: Item): void {
  if (!fold || fold.bar.includes(id) || fold.panel.includes(id)) return;
  (kind === 'logo' || kind === 'name' ? fold.bar : fold.panel).push(id);
}

/** The rails with a mark are the first ones, without a gap. */
function AreLeading(mark: 'leaves' | 'inFlow' | 'full', message: string): PropertyDecorator {
  return ValidateBy({
    name: `areLeading-${mark}`,
    validator: {
      validate: (rails) =>
        !Array.isArray(rails) ||
        rails.every((rail: Partial<Rail>, i) => !rail?.[mark] || i === 0 || rails[i - 1]?.[mark] === true),
      defaultMessage: () => message,
    },
  });
}

/** Some rail stands in the header's box. */
function HasBox(): PropertyDecorator {
  return ValidateBy({
    name: 'hasBox',
    validator: {
      validate: (rails) =>
        !Array.isArray(rails) || rails.length === 0 || rails.some((rail: Partial<Rail>) => !rail?.full),
      defaultMessage: () => 'Leave one rail in the box: all of them run the full width.',
    },
  });
}

export type { Fold, Item } from './item.ts';
export * from './look.ts';
