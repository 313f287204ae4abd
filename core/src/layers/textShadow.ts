import { IsOptional } from 'class-validator';
import { ColourUse } from '../model/palette.ts';
import { InRange, Nested } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { BLACK, WEARERS, layerKind, stepped, told } from './kind.ts';

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

export const textShadow = layerKind<TextShadowLook, Required<TextShadowLook>>({
  title: 'Text shadow',
  values: TextShadowLook,
  plain: { x: 0, y: 1, blur: 4, colour: BLACK, opacity: 0 },
  wearers: WEARERS,
  passesDown: true,
  shows: ({ opacity }) => opacity > 0,
  start: () => ({ opacity: 0.6 }),
  // It is not mixed by browsers.
  between: stepped,
  tells({ x, y, blur, colour, opacity }, all, palette) {
    if (!all.some((each) => each.opacity > 0)) return [];
    const shadow = `${px(x)} ${px(y)} ${px(blur)} ${told(palette, colour, opacity)}`;
    const keys = ['x', 'y', 'blur', 'colour', 'opacity'];
    return [{ name: '--hr-letters', keys, value: opacity === 0 ? 'none' : shadow }];
  },
});
