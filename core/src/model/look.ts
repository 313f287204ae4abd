import { IsBoolean, IsIn, IsOptional } from 'class-validator';
import { BLEND_MODES, GradientStop, Mask, REPEATS, Tint, type BlendMode } from './layer.ts';
import { ColourUse } from './palette.ts';
import type { LogoVariant } from './picture.ts';
import { InRange, IsId, Nested, NestedList } from './rules.ts';

/**
 * Looks: what the header, one of its rails or one of its items wears at one moment. Every value may be missing; it is then
 * taken from an earlier moment, and from what is around.
 */

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
  /** As hovered where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  pressed?: ColourUse;
  /** With the keyboard on it; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  focused?: ColourUse;
  /** While its drop-down is open; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  open?: ColourUse;
  /** The ring round what has the keyboard; the ink it is round where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  ring?: ColourUse;
  @IsOptional()
  @IsIn(['light', 'dark', 'single'], { message: 'Choose the light, the dark or the one-colour logo.' })
  logo?: LogoVariant;
}

/** The line below a link that tells, beside colour, that it is hovered or leads to the page one is on. Nothing moves by it. */
export class CueLook {
  /** Thickness below a hovered link, CSS pixels; 0 is no line. */
  @IsOptional() @InRange(0, 8, 'px') hover?: number;
  /** Thickness below the link of the page one is on. */
  @IsOptional() @InRange(0, 8, 'px') current?: number;
  /** From the baseline down to the line. */
  @IsOptional() @InRange(0, 20, 'px') offset?: number;
  /** Share of the word that it is as long as, in its middle. */
  @IsOptional() @InRange(5, 100, '%') share?: number;
}

/** A ground of each link's and icon's own, by state; nothing moves by it. What is missing is as at rest, pressed as hovered. */
export class BackingLook {
  @IsOptional()
  @Nested(() => Tint)
  rest?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  hover?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  pressed?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  focused?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  current?: Tint;
  /** While its drop-down is open. */
  @IsOptional()
  @Nested(() => Tint)
  open?: Tint;
  /** How far it reaches beyond the word at either side. */
  @IsOptional() @InRange(0, 40, 'px') reach?: number;
  @IsOptional() @InRange(8, 120, 'px') height?: number;
  @IsOptional() @InRange(0, 60, 'px') radius?: number;
}

/** A shadow round the letters of links, name and text (CSS Text Decoration 3, section 4). */
export class TextShadowLook {
  @IsOptional() @InRange(-20, 20, 'px') x?: number;
  @IsOptional() @InRange(-20, 20, 'px') y?: number;
  /** Blur radius, CSS pixels: twice the standard deviation. */
  @IsOptional() @InRange(0, 40, 'px') blur?: number;
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** 0 to 1; 0 is no shadow. */
  @IsOptional() @InRange(0, 1) opacity?: number;
}

/** One side's line, outside the header's box: nothing moves by it. */
export class Line {
  /** CSS pixels; 0 is no line. */
  @InRange(0, 24, 'px') width: number;
  @Nested(() => ColourUse) colour: ColourUse;
}

/** What a moment sets of the lines round the header. `on`, `colour` and `thickness` are those of the line below. */
export class EdgeLook {
  @IsOptional() @IsBoolean({ message: 'The edge is on or off.' }) on?: boolean;
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** CSS pixels. */
  @IsOptional() @InRange(1, 12, 'px') thickness?: number;
  @IsOptional()
  @Nested(() => Line)
  above?: Line;
  @IsOptional()
  @Nested(() => Line)
  start?: Line;
  @IsOptional()
  @Nested(() => Line)
  end?: Line;
}

/** What a moment sets of the shadow that the header throws on the page. */
export class ShadowLook {
  @IsOptional() @InRange(-60, 60, 'px') x?: number;
  @IsOptional() @InRange(-60, 60, 'px') y?: number;
  @IsOptional() @InRange(0, 120, 'px') blur?: number;
  @IsOptional() @InRange(-60, 60, 'px') spread?: number;
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** 0 to 1; 0 is no shadow. */
  @IsOptional() @InRange(0, 1) opacity?: number;
}

/** How far the lower edge hangs below the header's box, at its start, middle and end: a cut edge. CSS pixels. */
export class CutLook {
  @IsOptional() @InRange(0, 160, 'px') start?: number;
  @IsOptional() @InRange(0, 160, 'px') middle?: number;
  @IsOptional() @InRange(0, 160, 'px') end?: number;
}

/** What a moment sets of the fill or the tint. */
export class FillLook {
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** 0 to 1. */
  @IsOptional() @InRange(0, 1) opacity?: number;
}

/** What a moment sets of the gradient over the fill. */
export class GradientLook {
  @IsOptional() @IsBoolean({ message: 'The gradient is there or not.' }) on?: boolean;
  @IsOptional() @InRange(-360, 360, 'degrees') angle?: number;
  @IsOptional()
  @NestedList(() => GradientStop, 12)
  stops?: GradientStop[];
}

/** What a moment sets of the picture over fill and gradient. */
export class PictureLook {
  @IsOptional() @IsBoolean({ message: 'The picture is there or not.' }) on?: boolean;
  @IsOptional() @IsId() picture?: string;
  @IsOptional()
  @IsIn(['cover', 'contain'], { message: 'Choose cover or contain.' })
  size?: 'cover' | 'contain';
  /** A size of its own in the place of cover or contain: width as drawn; 0 goes by `size`. */
  @IsOptional() @InRange(0, 2000, 'px') drawnWidth?: number;
  @IsOptional() @InRange(0, 100, '%') x?: number;
  @IsOptional() @InRange(0, 100, '%') y?: number;
  @IsOptional()
  @IsIn(REPEATS, { message: `Choose ${REPEATS.join(', ')}.` })
  repeat?: (typeof REPEATS)[number];
  @IsOptional() @IsIn(BLEND_MODES, { message: `Choose ${BLEND_MODES.join(', ')}.` }) blend?: BlendMode;
  /** 0 to 1. */
  @IsOptional() @InRange(0, 1) opacity?: number;
  /** Shows under the picture where it lets through, and while it is missing; none where its opacity is 0. */
  @IsOptional()
  @Nested(() => FillLook)
  fallback?: FillLook;
  @IsOptional()
  @Nested(() => Mask)
  mask?: Mask;
}

/** What a moment sets of the blur of what is behind. */
export class BlurLook {
  /** Standard deviation, CSS pixels; 0 is none. */
  @IsOptional() @InRange(0, 60, 'px') radius?: number;
}

/** What the header, a rail or an item wears at one moment; each value that is missing is inherited. */
export class Look {
  /** A pairing that it wears: its ground is the fill's colour, its inks are the links'. What is set here goes before it. */
  @IsOptional() @IsId() pairing?: string;
  @IsOptional()
  @Nested(() => InkLook)
  ink?: InkLook;
  @IsOptional()
  @Nested(() => CueLook)
  cue?: CueLook;
  @IsOptional()
  @Nested(() => BackingLook)
  backing?: BackingLook;
  @IsOptional()
  @Nested(() => TextShadowLook)
  textShadow?: TextShadowLook;
  @IsOptional()
  @Nested(() => EdgeLook)
  edge?: EdgeLook;
  @IsOptional()
  @Nested(() => ShadowLook)
  shadow?: ShadowLook;
  @IsOptional()
  @Nested(() => CutLook)
  cut?: CutLook;
  @IsOptional()
  @Nested(() => FillLook)
  tint?: FillLook;
  @IsOptional()
  @Nested(() => PictureLook)
  picture?: PictureLook;
  @IsOptional()
  @Nested(() => GradientLook)
  gradient?: GradientLook;
  @IsOptional()
  @Nested(() => FillLook)
  fill?: FillLook;
  @IsOptional()
  @Nested(() => BlurLook)
  blur?: BlurLook;
}

/** All moments, in the order in which each takes from the one before it. A header has those of {@link momentsOf}. */
export const MOMENTS = ['top', 'scrolled', 'back', 'pointed'] as const;
export type Moment = (typeof MOMENTS)[number];

/** The moments' names, as visitors meet them. */
export const MOMENT_NAMES: Record<Moment, string> = {
  top: 'At the top',
  scrolled: 'After scrolling',
  back: 'Coming back up',
  pointed: 'Pointer over it',
};

/** The looks of a header, one for each moment. */
export class Looks {
  @Nested(() => Look) top: Look;
  @Nested(() => Look) scrolled: Look;
  @IsOptional()
  @Nested(() => Look)
  back?: Look;
  /** With the pointer or the keyboard on the header, over whatever else it wears then. */
  @IsOptional()
  @Nested(() => Look)
  pointed?: Look;
}

/** The looks of a rail or an item: what it does not take from what is around it. */
export class PartLooks {
  @IsOptional()
  @Nested(() => Look)
  top?: Look;
  @IsOptional()
  @Nested(() => Look)
  scrolled?: Look;
  @IsOptional()
  @Nested(() => Look)
  back?: Look;
  /** With the pointer or the keyboard on the header, over whatever else it wears then. */
  @IsOptional()
  @Nested(() => Look)
  pointed?: Look;
}
