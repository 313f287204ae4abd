import { familyList, weightOf } from '../measure/measure.ts';
import type { TypeStyle } from '../model/type.ts';
import { px } from '../css/text.ts';

/** A type style's declarations. */
export function typeCss(style: TypeStyle, size = style.size): string[] {
  const cases = { 'as typed': 'none', capitals: 'uppercase', 'small letters': 'lowercase' };
  return [
    `font: ${weightOf(style)} ${px(size)}/${px(Math.round(size * style.lineHeight))} ${familyList(style.family)}`,
    `letter-spacing: ${px(style.letterSpacing)}`,
    `text-transform: ${cases[style.letterCase]}`,
  ];
}
