import { IsOptional } from 'class-validator';
import { InRange } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { WEARERS, layerKind, mixNumbers, type Told } from './kind.ts';

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

export const cue = layerKind<CueLook, Required<CueLook>>({
  title: 'Line below links',
  values: CueLook,
  plain: { hover: 1, current: 2, offset: 6, share: 100 },
  wearers: WEARERS,
  passesDown: true,
  isListed: 'once set',
  shows: ({ hover, current }) => hover + current > 0,
  // An underline of the word, as long as that is.
  onOwn: (worn) => ({ ...worn, share: 100 }),
  start: () => ({ hover: 2, current: 2 }),
  between: (a, b, { inks }) => mixNumbers(a, b, inks),
  tells: ({ hover, current, offset, share }) => [
    optional('hover', '--hr-line-hover', px(hover)),
    optional('current', '--hr-line-current', px(current)),
    optional('offset', '--hr-line-at', px(offset)),
    optional('share', '--hr-line-share', `${share}%`),
  ],
});

const optional = (key: string, name: string, value: string): Told => ({
  name,
  keys: [key],
  value,
  isOptional: true,
});
