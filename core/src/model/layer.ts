import { ArrayMaxSize, IsIn, IsOptional } from 'class-validator';
import { BLEND_MODES, type BlendMode } from '../colour/blend.ts';
import { ColourUse } from './palette.ts';
import { InRange, IsId, Nested, NestedList } from './rules.ts';
import { STEP_RANGE, stepped } from './stepped.ts';

/** The layers that may lie behind something: of bands and headers alike. */

/** An even colour with its opacity, 0 to 1. */
export class Tint {
  @Nested(() => ColourUse) colour: ColourUse;
  @InRange(0, 1) opacity: number;
}

export class GradientStop extends Tint {
  /** Place along the gradient, percent. */
  @InRange(0, 100, '%') at: number;
}

/** A linear gradient; the angle is CSS's: 0 upwards, 90 to the right. */
export class Gradient {
  @InRange(-360, 360, 'degrees') angle: number;
  @NestedList(() => GradientStop, 12) stops: GradientStop[];
}

/** A stop of a mask: how much of the picture shows there. */
export class MaskStop {
  /** 0 to 1. */
  @InRange(0, 1) opacity: number;
  /** Place along the mask, percent. */
  @InRange(0, 100, '%') at: number;
}

/** Lets a picture fade out at an angle; the angle is a gradient's. */
export class Mask {
  @InRange(-360, 360, 'degrees') angle: number;
  @NestedList(() => MaskStop, 12) stops: MaskStop[];
}

export const REPEATS = ['no-repeat', 'repeat', 'repeat-x', 'repeat-y'] as const;

/** A picture placed as CSS Backgrounds 3 does: size, position in percent, repeat. */
export class PicturePlacing {
  @IsId() picture: string;
  @IsIn(['cover', 'contain'], { message: 'Choose cover or contain.' })
  size: 'cover' | 'contain';
  @InRange(0, 100, '%') x: number;
  @InRange(0, 100, '%') y: number;
  @IsIn(REPEATS, { message: `Choose ${REPEATS.join(', ')}.` })
  repeat: (typeof REPEATS)[number];
  @IsOptional() @IsIn(BLEND_MODES, { message: `Choose ${BLEND_MODES.join(', ')}.` }) blend?: BlendMode;
  /** A size of its own in the place of cover or contain: width of the picture as drawn, CSS pixels. */
  @IsOptional() @InRange(4, 2000, 'px') drawnWidth?: number;
  /** The same as a share of the width of the box that it lies in; where both are set, this goes before. */
  @IsOptional() @InRange(1, 400, '%') share?: number;
}

/** What changes of a picture's place below a width; it holds until the next step. */
export class PictureStep {
  @InRange(...STEP_RANGE, 'px') below: number;
  @IsOptional() @InRange(0, 100, '%') x?: number;
  @IsOptional() @InRange(0, 100, '%') y?: number;
  @IsOptional() @InRange(1, 400, '%') share?: number;
}

/** Pictures that take turns with a band's own, each in its place. */
export class TakeTurns {
  @IsId({ each: true })
  @ArrayMaxSize(5, { message: '5 pictures beside the first at most.' })
  pictures: string[];
  /** How long each is seen, seconds. */
  @InRange(3, 60, 's') every: number;
}

/** A band's picture, whose place may be another by width. */
export class BandPicture extends PicturePlacing {
  @IsOptional()
  @Nested(() => TakeTurns)
  takeTurns?: TakeTurns;
  @IsOptional()
  @NestedList(() => PictureStep, 12)
  steps?: PictureStep[];
}

/** What is behind a band's contents, bottom first: colour, gradient, picture, tint. */
export class Backdrop {
  /** Shows where nothing covers it, and while a picture is missing. */
  @Nested(() => ColourUse) colour: ColourUse;
  @IsOptional()
  @Nested(() => Gradient)
  gradient?: Gradient;
  @IsOptional()
  @Nested(() => BandPicture)
  picture?: BandPicture;
  @IsOptional()
  @Nested(() => Tint)
  tint?: Tint;
}

/** Every picture of a backdrop, that which is seen first before those that take turns with it. */
export function backdropPictures({ picture }: Backdrop): string[] {
  return picture ? [picture.picture, ...(picture.takeTurns?.pictures ?? [])] : [];
}

/** A backdrop with one of its pictures seen, counted from 0; of one that has no such picture, the first. */
export function backdropShowing(backdrop: Backdrop, shows: number): Backdrop {
  const seen = backdropPictures(backdrop)[shows];
  return seen === undefined || shows === 0
    ? backdrop
    : { ...backdrop, picture: { ...backdrop.picture!, picture: seen } };
}

/** A backdrop as it is at a width. */
export function backdropAt(backdrop: Backdrop, width: number): Backdrop {
  if (!backdrop.picture?.steps) return backdrop;
  const { steps, ...picture } = backdrop.picture;
  return { ...backdrop, picture: stepped<BandPicture>(picture, steps, width) };
}

/** What a band's ground is: the header's inks are chosen for one or the other. */
export const GROUND_KINDS = ['dark', 'light'] as const;
export type GroundKind = (typeof GROUND_KINDS)[number];
