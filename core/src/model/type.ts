import { IsIn } from 'class-validator';
import { InRange, Nested } from './rules.ts';

/** The families that ship. `generic` is what a browser falls back to while the file is on its way. */
export const FAMILIES = {
  'source-serif-4': { name: 'Source Serif 4', style: 'Serif', generic: 'serif' },
  fraunces: { name: 'Fraunces', style: 'Display serif', generic: 'serif' },
  'source-sans-3': { name: 'Source Sans 3', style: 'Humanist sans', generic: 'sans-serif' },
  'hanken-grotesk': { name: 'Hanken Grotesk', style: 'Grotesque sans', generic: 'sans-serif' },
  'zilla-slab': { name: 'Zilla Slab', style: 'Slab', generic: 'serif' },
  'barlow-condensed': { name: 'Barlow Condensed', style: 'Condensed', generic: 'sans-serif' },
} as const;

export type FamilyId = keyof typeof FAMILIES;
const FAMILY_IDS = Object.keys(FAMILIES) as FamilyId[];

/** The weights that every shipped family has. */
export const WEIGHTS = [400, 500, 600, 700] as const;

export const LETTER_CASES = ['as typed', 'capitals', 'small letters'] as const;

/** How one kind of text is set. */
export class TypeStyle {
  @IsIn(FAMILY_IDS, { message: `Choose a family that ships: ${FAMILY_IDS.join(', ')}.` })
  family: FamilyId;
  @IsIn(WEIGHTS, { message: `Choose a weight: ${WEIGHTS.join(', ')}.` })
  weight: (typeof WEIGHTS)[number];
  /** CSS pixels. */
  @InRange(10, 120, 'px') size: number;
  /** A multiple of the size; the line's height is rounded to whole pixels. */
  @InRange(0.9, 3) lineHeight: number;
  /** CSS pixels between letters. */
  @InRange(-4, 20, 'px') letterSpacing: number;
  @IsIn(LETTER_CASES, { message: `Choose a letter-case: ${LETTER_CASES.join(', ')}.` })
  letterCase: (typeof LETTER_CASES)[number];
}

/** The site's type: for headings, running text, menu and button. */
export class SiteType {
  @Nested(() => TypeStyle) heading: TypeStyle;
  @Nested(() => TypeStyle) text: TypeStyle;
  @Nested(() => TypeStyle) menu: TypeStyle;
  @Nested(() => TypeStyle) button: TypeStyle;
}

/** The style's line height in whole CSS pixels. */
export function lineHeightPx(style: TypeStyle): number {
  return Math.round(style.size * style.lineHeight);
}

/** A text in the style's letter-case, as it is drawn and measured. */
export function inCase(style: TypeStyle, text: string): string {
  if (style.letterCase === 'capitals') return text.toLocaleUpperCase('en');
  if (style.letterCase === 'small letters') return text.toLocaleLowerCase('en');
  return text;
}
