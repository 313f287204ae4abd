import { IsIn, IsOptional, Matches } from 'class-validator';
import { ColourUse } from './palette.ts';
import { InRange, IsPlainText, Nested } from './rules.ts';

/** The families that ship. `generic` is what a browser falls back to while the file is on its way. */
export const FAMILIES = {
  'source-serif-4': { name: 'Source Serif 4', style: 'Serif', generic: 'serif' },
  fraunces: { name: 'Fraunces', style: 'Display serif', generic: 'serif' },
  'source-sans-3': { name: 'Source Sans 3', style: 'Humanist sans', generic: 'sans-serif' },
  'hanken-grotesk': { name: 'Hanken Grotesk', style: 'Grotesque sans', generic: 'sans-serif' },
  'zilla-slab': { name: 'Zilla Slab', style: 'Slab', generic: 'serif' },
  'barlow-condensed': { name: 'Barlow Condensed', style: 'Condensed', generic: 'sans-serif' },
} as const;

export type ShippedFamily = keyof typeof FAMILIES;
/** A family of the owner's own: `own-` and the beginning of its file's hash. */
export type OwnFamily = `own-${string}`;
export type FamilyId = ShippedFamily | OwnFamily;
export const FAMILY_IDS = Object.keys(FAMILIES) as ShippedFamily[];

export function isOwnFamily(family: FamilyId): family is OwnFamily {
  return !(family in FAMILIES);
}

/** A font file of the owner's own; it goes along in export and site file. */
export class OwnFont {
  @Matches(/^own-[0-9a-f]{12}$/, { message: 'The id of a font is own- and 12 digits of its file’s hash.' })
  id: OwnFamily;
  @IsPlainText(80) name: string;
  @Matches(/^(?!\.)[\w.-]{1,120}\.(woff2?|ttf|otf)$/i, {
    message: 'Name a WOFF2, WOFF, TTF or OTF file that lies beside the site file, without a folder.',
  })
  file: string;
}

/** The weights that every shipped family has. */
export const WEIGHTS = [400, 500, 600, 700] as const;

export const LETTER_CASES = ['as typed', 'capitals', 'small letters'] as const;
export type LetterCase = (typeof LETTER_CASES)[number];

/** How one kind of text is set. */
export class TypeStyle {
  @Matches(new RegExp(`^(${FAMILY_IDS.join('|')}|own-[0-9a-f]{12})$`), {
    message: `Choose a family that ships, ${FAMILY_IDS.join(', ')}, or a font of your own.`,
  })
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
  letterCase: LetterCase;
}

/** A shadow under the letters of a heading (CSS Text Decoration 3, section 4): under all of them, and on none. */
export class HeadingShadow {
  @Nested(() => ColourUse) colour: ColourUse;
  /** 0 to 1. */
  @InRange(0, 1) opacity: number;
  /** Blur radius, CSS pixels: twice the standard deviation. */
  @InRange(0, 40, 'px') blur: number;
  @InRange(-20, 20, 'px') x: number;
  @InRange(-20, 20, 'px') y: number;
}

/** The heading level that has a style of its own, and that style, as at the widest step. */
export class HeadingLevel {
  @IsIn([1, 2, 3], { message: 'Choose heading level 1, 2 or 3.' }) level: 1 | 2 | 3;
  @Nested(() => TypeStyle) style: TypeStyle;
  /** Its ink wherever it stands; that of the band or card it is in where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  ink?: ColourUse;
  /** Of the headings of a band; none where nothing is said, and none on cards. */
  @IsOptional()
  @Nested(() => HeadingShadow)
  shadow?: HeadingShadow;
}

/** The site's type: for headings, running text, menu and button. */
export class SiteType {
  @Nested(() => TypeStyle) heading: TypeStyle;
  /** A level of heading that is set in its own way. */
  @IsOptional()
  @Nested(() => HeadingLevel)
  level?: HeadingLevel;
  @Nested(() => TypeStyle) text: TypeStyle;
  @Nested(() => TypeStyle) menu: TypeStyle;
  /** Weight of the link of the page one is on; that of the others where nothing is said. Every link keeps room for it. */
  @IsOptional()
  @IsIn(WEIGHTS, { message: `Choose a weight: ${WEIGHTS.join(', ')}.` })
  currentWeight?: (typeof WEIGHTS)[number];
  @Nested(() => TypeStyle) button: TypeStyle;
}

/** The type that a header is set in where that is set apart from the site's. What is not named is as the site has it. */
export class HeaderType {
  /** Links and lines of text. */
  @IsOptional()
  @Nested(() => TypeStyle)
  menu?: TypeStyle;
  /** Weight of the link of the page one is on, where its links are set apart: that of the others where nothing is said. */
  @IsOptional()
  @IsIn(WEIGHTS, { message: `Choose a weight: ${WEIGHTS.join(', ')}.` })
  currentWeight?: (typeof WEIGHTS)[number];
  @IsOptional()
  @Nested(() => TypeStyle)
  button?: TypeStyle;
  /** The site's name. */
  @IsOptional()
  @Nested(() => TypeStyle)
  name?: TypeStyle;
}

/** A site's type as a header is set in it. */
export function typeIn(type: SiteType, own: HeaderType | undefined): SiteType {
  if (!own) return type;
  const { currentWeight: common, ...rest } = type;
  const current = own.menu ? own.currentWeight : common;
  return {
    ...rest,
    heading: own.name ?? type.heading,
    menu: own.menu ?? type.menu,
    button: own.button ?? type.button,
    ...(current !== undefined && { currentWeight: current }),
  };
}

/** How the link of the page one is on is set. */
export function currentStyle({ menu, currentWeight = menu.weight }: SiteType): TypeStyle {
  return { ...menu, weight: currentWeight };
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

/** The style of a heading level: its own where it has one. */
export function headingStyle(type: SiteType, level: 1 | 2 | 3): TypeStyle {
  return type.level?.level === level ? type.level.style : type.heading;
}

/** The shadow that headings of a level have in a band; none where it would not be seen. */
export function headingShadow({ level: own }: SiteType, level: 1 | 2): HeadingShadow | undefined {
  return own?.level === level && (own.shadow?.opacity ?? 0) > 0 ? own.shadow : undefined;
}

/** The ink that a level of heading has wherever it stands, where it has one. */
export function headingInk({ level: own }: SiteType, level: 1 | 2 | 3): ColourUse | undefined {
  return own?.level === level ? own.ink : undefined;
}
