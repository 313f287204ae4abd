import { IsOptional } from 'class-validator';
import { ColourUse } from '../model/palette.ts';
import { InRange, Nested } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { BLACK, layerKind, mixFills, mixNumbers, percent, told } from './kind.ts';

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

export const shadow = layerKind<ShadowLook, Required<ShadowLook>>({
  title: 'Shadow',
  values: ShadowLook,
  plain: { x: 0, y: 4, blur: 16, spread: 0, colour: BLACK, opacity: 0 },
  wearers: ['header'],
  passesDown: false,
  shows: ({ opacity }) => opacity > 0,
  onOwn: (worn) => worn,
  start: () => ({ opacity: 0.25 }),
  between: (a, b, { layers: p }, palette) => ({ ...mixNumbers(a, b, p), ...mixFills(palette, a, b, p) }),
  cover: { say: ({ opacity }) => `Shadow, ${percent(opacity)}`, off: { opacity: 0 } },
  tells({ x, y, blur, spread, colour, opacity }, all, palette) {
    if (!all.some((each) => each.opacity > 0)) return [];
    const lengths = [x, y, blur, spread].map(px).join(' ');
    return [{ name: '--hr-shadow', value: `${lengths} ${told(palette, colour, opacity)}` }];
  },
});
