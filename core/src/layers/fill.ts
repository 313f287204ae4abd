import { IsOptional } from 'class-validator';
import { ColourUse } from '../model/palette.ts';
import { InRange, Nested } from '../model/rules.ts';
import { WHITE, even, layerKind, mixFills, percent, told, type ResolvedFill } from './kind.ts';

/** What a moment sets of the fill or the tint. */
export class FillLook {
  @IsOptional()
  @Nested(() => ColourUse)
  colour?: ColourUse;
  /** 0 to 1. */
  @IsOptional() @InRange(0, 1) opacity?: number;
}

/** What fill and tint have in common: an even colour with its opacity. */
export function evenLayer(title: string) {
  return {
    title,
    values: FillLook,
    wearers: ['header', 'rail'] as const,
    passesDown: false,
    onOwn: (worn: ResolvedFill) => worn,
    shows: ({ opacity }: ResolvedFill) => opacity > 0,
    cover: {
      say: ({ opacity }: ResolvedFill) => `${title}, ${percent(opacity)}`,
      off: { opacity: 0 } as FillLook,
    },
  };
}

export const fill = layerKind<FillLook, ResolvedFill>({
  ...evenLayer('Fill'),
  plain: { colour: WHITE, opacity: 0 },
  isListed: 'always',
  start: () => ({ opacity: 0.5 }),
  between: (a, b, { layers }, palette) => mixFills(palette, a, b, layers),
  paint: (worn, palette) => ({ paint: { kind: 'even', colour: even(palette, worn) } }),
  isAlwaysPainted: true,
  tells: ({ colour, opacity }, _all, palette) => [
    { name: '--hr-fill', value: told(palette, colour, opacity) },
  ],
  // A header's fill is its own background, as long as there is nothing else; a rail's always is an element of its own.
  back: { isNeeded: (all, wearer) => wearer === 'rail' && all.some(({ opacity }) => opacity > 0) },
});
