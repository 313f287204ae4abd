import { IsBoolean, IsOptional } from 'class-validator';
import { ColourUse } from '../model/palette.ts';
import { InRange, Nested } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { BLACK, layerKind, told, type Told } from './kind.ts';

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

type Edge = Required<EdgeLook>;
const SIDES = ['above', 'start', 'end'] as const;
const NO_LINE: Line = { width: 0, colour: BLACK };
const SIDE_WORDS = { above: 'above', start: 'at the start', end: 'at the end' };

/** Whether a look has a line at any side but below. */
export const hasOtherSides = ({ above, start, end }: Pick<Edge, (typeof SIDES)[number]>): boolean =>
  [above, start, end].some(({ width }) => width > 0);

/** Whether lines at other sides than below are drawn at any moment, or round corners. */
export function hasSides(all: readonly Edge[], radius: number): boolean {
  return radius > 0 || all.some(hasOtherSides);
}

export const edge = layerKind<EdgeLook, Edge>({
  title: 'Edge',
  values: EdgeLook,
  plain: { on: false, colour: BLACK, thickness: 1, above: NO_LINE, start: NO_LINE, end: NO_LINE },
  wearers: ['header'],
  passesDown: false,
  shows: (worn) => worn.on || hasOtherSides(worn),
  onOwn: (worn) => worn,
  start: () => ({ on: true }),
  between: (a, b, { layers: p }) => (p < 0.5 ? a : b),
  cover: {
    say(worn) {
      const sides = SIDES.filter((side) => worn[side].width > 0).map((side) => SIDE_WORDS[side]);
      return `Line ${[...(worn.on ? ['below'] : []), ...sides].join(', ')}`;
    },
    off: { on: false, above: NO_LINE, start: NO_LINE, end: NO_LINE },
  },
  tells: (worn, all, palette, radius) => [
    { name: '--hr-edge', value: told(palette, worn.colour, worn.on ? 1 : 0) },
    { name: '--hr-edge-size', value: px(worn.thickness) },
    ...(hasSides(all, radius)
      ? SIDES.flatMap((side): Told[] => [
          { name: `--hr-${side}`, value: told(palette, worn[side].colour) },
          { name: `--hr-${side}-size`, value: px(worn[side].width) },
        ])
      : []),
  ],
});
