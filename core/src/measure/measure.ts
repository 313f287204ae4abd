import { FAMILIES, isOwnFamily, type FamilyId, type TypeStyle } from '../model/type.ts';

/** What a text is measured and drawn in. Sizes in CSS pixels. */
export interface Font {
  family: FamilyId;
  weight: number;
  size: number;
  letterSpacing: number;
}

/** A font's vertical measures in CSS pixels, not rounded. */
export interface FontMetrics {
  ascent: number;
  descent: number;
  capHeight: number;
}

/** Text measurement, handed in by the browser or by Node. */
export interface Measure {
  /** Width of one line of text, trailing letter-spacing included, CSS pixels. */
  advance(text: string, font: Font): number;
  metrics(font: Font): FontMetrics;
}

/** How a 2D context sets text. */
export interface TypeContext {
  font: string;
  letterSpacing: string;
  fontKerning: string;
}

/**
 * Makes a 2D context set text as pages do. Kerning is asked for by name: some fonts kern across spaces, and contexts that
 * are left to themselves shape each word alone.
 */
export function setType(context: TypeContext, font: Font): void {
  context.font = fontShorthand(font);
  context.letterSpacing = `${font.letterSpacing}px`;
  context.fontKerning = 'normal';
}

/** The part of a 2D context that measuring needs. */
export interface MeasuringContext extends TypeContext {
  measureText(text: string): {
    width: number;
    fontBoundingBoxAscent: number;
    fontBoundingBoxDescent: number;
    actualBoundingBoxAscent: number;
  };
}

export function fontOf(style: TypeStyle, size = style.size): Font {
  return { family: style.family, weight: weightOf(style), size, letterSpacing: style.letterSpacing };
}

/** The weight that is asked for: a font file of the owner's own is taken as it is. */
export function weightOf({ family, weight }: TypeStyle): number {
  return isOwnFamily(family) ? 400 : weight;
}

/** The families asked for, first to last, as CSS writes them. The second holds the extended Latin letters. */
export function familyList(family: FamilyId): string {
  if (isOwnFamily(family)) return `"${family}", sans-serif`;
  const { name, generic } = FAMILIES[family];
  return `"${name}", "${name} Ext", ${generic}`;
}

/** The font as the `font` property and the 2D context take it. */
export function fontShorthand(font: Font): string {
  return `${font.weight} ${font.size}px ${familyList(font.family)}`;
}

/**
 * Measures with a 2D context. Vertical measures are taken at 1000 px and scaled, since contexts round them; widths
 * are remembered.
 */
export function contextMeasure(context: MeasuringContext): Measure {
  const widths = new Map<string, number>();
  const vertical = new Map<string, FontMetrics>();
  return {
    advance(text, font) {
      const key = `${font.family} ${font.weight} ${font.size} ${font.letterSpacing} ${text}`;
      let width = widths.get(key);
      if (width === undefined) {
        setType(context, font);
        width = context.measureText(text).width;
        if (widths.size > 20000) widths.clear();
        widths.set(key, width);
      }
      return width;
    },
    metrics(font) {
      const key = `${font.family} ${font.weight}`;
      let at1000 = vertical.get(key);
      if (!at1000) {
        setType(context, { ...font, size: 1000, letterSpacing: 0 });
        const box = context.measureText('H');
        at1000 = {
          ascent: box.fontBoundingBoxAscent,
          descent: box.fontBoundingBoxDescent,
          capHeight: box.actualBoundingBoxAscent,
        };
        vertical.set(key, at1000);
      }
      const scale = font.size / 1000;
      return {
        ascent: at1000.ascent * scale,
        descent: at1000.descent * scale,
        capHeight: at1000.capHeight * scale,
      };
    },
  };
}

/**
 * Distance from the top of a line box to its baseline, in whole CSS pixels: ascent and descent are rounded, and the
 * room left over is halved, rounded down (CSS Inline 3, section 5.2, as browsers carry it out).
 */
export function baselineInLine(measure: Measure, font: Font, lineHeight: number): number {
  const { ascent, descent } = measure.metrics(font);
  const above = Math.round(ascent);
  return Math.floor((lineHeight - above - Math.round(descent)) / 2) + above;
}
