import { Allow, IsBoolean, IsIn, IsOptional, ValidateBy } from 'class-validator';
import { MAX_LABEL, Target } from './menu.ts';
import { ColourUse } from './palette.ts';
import type { LogoVariant } from './picture.ts';
import { InRange, IsId, IsPlainText, KindList, Nested, NestedList } from './rules.ts';

export class LogoItem {
  @Allow() kind: 'logo';
  @IsId() id: string;
  /** Drawn height, CSS pixels; the width follows from the picture. */
  @InRange(16, 160, 'px') height: number;
}

export class MenuItem {
  @Allow() kind: 'menu';
  @IsId() id: string;
  @IsId() menu: string;
  /** Between two links, CSS pixels. */
  @InRange(4, 120, 'px') gap: number;
}

export class ButtonItem extends Target {
  @Allow() kind: 'button';
  @IsId() id: string;
  @IsPlainText(MAX_LABEL) label: string;
  @Nested(() => ColourUse) ink: ColourUse;
  @Nested(() => ColourUse) fill: ColourUse;
  /** Fill under the pointer. */
  @Nested(() => ColourUse) hoverFill: ColourUse;
  /** Corner radius, CSS pixels. */
  @InRange(0, 40, 'px') radius: number;
}

export type Item = LogoItem | MenuItem | ButtonItem;
export const PLACES = ['start', 'middle', 'end'] as const;
export type Place = (typeof PLACES)[number];

const ITEM_KINDS = { logo: LogoItem, menu: MenuItem, button: ButtonItem };

/** One row of a header. */
export class Rail {
  @InRange(44, 240, 'px') height: number;
  /** Free room at each side, CSS pixels. */
  @InRange(0, 240, 'px') inset: number;
  /** Between two items, and least room between two places, CSS pixels. */
  @InRange(4, 160, 'px') gap: number;
  @KindList(ITEM_KINDS, 12) start: Item[];
  @KindList(ITEM_KINDS, 12) middle: Item[];
  @KindList(ITEM_KINDS, 12) end: Item[];
}

/** What a moment sets of the ink; what is missing is inherited. */
export class InkLook {
  @IsOptional()
  @Nested(() => ColourUse)
  link?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  hover?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  current?: ColourUse;
  @IsOptional()
  @IsIn(['light', 'dark'], { message: 'Choose the light or the dark logo.' })
  logo?: LogoVariant;
}

/** What a moment sets of the line below the header. */
export class EdgeLook {
  @IsOptional() @IsBoolean({ message: 'The edge is on or off.' }) on?: boolean;
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** CSS pixels. */
  @IsOptional() @InRange(1, 12, 'px') thickness?: number;
}

/** What a moment sets of the fill. */
export class FillLook {
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** 0 to 1. */
  @IsOptional() @InRange(0, 1) opacity?: number;
}

/** What the header wears at one moment; each value that is missing is inherited. */
export class Look {
  @IsOptional()
  @Nested(() => InkLook)
  ink?: InkLook;
  @IsOptional()
  @Nested(() => EdgeLook)
  edge?: EdgeLook;
  @IsOptional()
  @Nested(() => FillLook)
  fill?: FillLook;
}

export const MOMENTS = ['top', 'scrolled'] as const;
export type Moment = (typeof MOMENTS)[number];

/** The moments' names, as visitors meet them. */
export const MOMENT_NAMES: Record<Moment, string> = { top: 'At the top', scrolled: 'After scrolling' };

export class Looks {
  @Nested(() => Look) top: Look;
  @Nested(() => Look) scrolled: Look;
}

/** Where *After scrolling* begins: at a distance in CSS pixels, or where the header meets the end of the first band. */
export class Switch {
  @IsIn(['distance', 'first band'], { message: 'Choose a distance or the end of the first band.' })
  at: 'distance' | 'first band';
  /** CSS pixels; kept while the first band is chosen, so that going back loses nothing. */
  @InRange(1, 5000, 'px') distance: number;
}

/** How the header behaves. */
export class Manner {
  /** `over`: laid over the page. `above`: in the flow, the page begins below it. */
  @IsIn(['over', 'above'], { message: 'Choose over or above the page.' })
  lies: 'over' | 'above';
  @IsIn(['leaves', 'stays'], { message: 'Choose leaves or stays.' })
  onScroll: 'leaves' | 'stays';
  @Nested(() => Switch) switch: Switch;
  /** How long one moment changes into the next, ms. */
  @InRange(0, 2000, 'ms') duration: number;
}

/** What drop-downs and the folded menu wear: solid, so that it can be read over anything. */
export class PanelLook {
  @Nested(() => ColourUse) fill: ColourUse;
  @Nested(() => ColourUse) ink: ColourUse;
}

export class Header {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  @NestedList(() => Rail, 1)
  @HasLogo()
  rails: Rail[];
  @Nested(() => Looks) looks: Looks;
  @Nested(() => Manner) manner: Manner;
  @Nested(() => PanelLook) panel: PanelLook;
}

/** The header's rail; version 1 of the site file has exactly one. */
export function railOf(header: Header): Rail {
  return header.rails[0]!;
}

/** All items of a rail, from start to end. */
export function itemsOf(rail: Rail): Item[] {
  return PLACES.flatMap((place) => rail[place]);
}

function HasLogo(): PropertyDecorator {
  return ValidateBy({
    name: 'hasLogo',
    validator: {
      validate: (rails) =>
        Array.isArray(rails) &&
        rails.some((rail: Partial<Rail>) =>
          PLACES.some(
            (place) => Array.isArray(rail?.[place]) && rail[place].some((item) => item?.kind === 'logo'),
          ),
        ),
      defaultMessage: () => 'This header has no logo: hang one on its rail.',
    },
  });
}
