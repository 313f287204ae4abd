import type { Site } from '../model/site.ts';
import { headerItems, type Header } from '../model/header.ts';
import { typedFor } from '../header/typed.ts';
import {
  FAMILIES,
  FAMILY_IDS,
  WEIGHTS,
  currentStyle,
  typeIn,
  type FamilyId,
  type ShippedFamily,
  type TypeStyle,
} from '../model/type.ts';
import { rule } from '../css/text.ts';

/** A font file that goes along: one family, weight and set of letters. */
export interface FontFile {
  family: FamilyId;
  /** The weights that it serves, as CSS writes them: one, or a range. */
  weight: string;
  /** The name by which CSS and the 2D context know it. */
  cssName: string;
  /** The file's name in the family's package; for a font of the owner's own, that of the site file. */
  file: string;
  /** The letters it is for, as CSS writes them; all that it has where nothing is said. */
  range?: string;
  /** Its media type. */
  type: string;
  /** Holds the extended Latin letters only. */
  isExtended?: boolean;
}

/** Letters of the two sets that ship, as their files declare them. */
const SETS = [
  {
    name: 'latin',
    suffix: '',
    range:
      'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD',
  },
  {
    name: 'latin-ext',
    suffix: ' Ext',
    range:
      'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF',
  },
];

/** Every font file that ships, for the families given. */
export function fontFiles(
  families: readonly ShippedFamily[] = FAMILY_IDS,
  weights: readonly number[] = WEIGHTS,
): FontFile[] {
  return families.flatMap((family) =>
    weights.flatMap((weight) =>
      SETS.map(({ name, suffix, range }) => ({
        family,
        weight: String(weight),
        type: 'font/woff2',
        isExtended: suffix !== '',
        cssName: FAMILIES[family].name + suffix,
        file: `${family}-${name}-${weight}-normal.woff2`,
        range,
      })),
    ),
  );
}

/** All styles in which a site and its headers are set. */
export function stylesOf({ type, headers }: Pick<Site, 'type' | 'headers'>): TypeStyle[] {
  const types = [type, ...headers.map((header) => typeIn(type, header.type))];
  return types.flatMap((each) => {
    const { heading, level, text, menu, button } = each;
    return [heading, ...(level ? [level.style] : []), text, menu, currentStyle(each), button];
  });
}

/** The font files that a site's type uses. */
export function fontsOf(site: Site): FontFile[] {
  return filesOf(site, stylesOf(site));
}

/** The font files that a header alone uses. */
export function headerFonts(site: Site, header: Header): FontFile[] {
  const { type } = typedFor(site, header);
  const { heading, text, menu, button } = type;
  const named = headerItems(header).some(({ kind }) => kind === 'name');
  return filesOf(site, [menu, currentStyle(type), button, ...(named ? [heading, text] : [])]);
}

function filesOf(site: Site, styles: readonly TypeStyle[]): FontFile[] {
  const used = new Set(styles.map(({ family, weight }) => `${family} ${weight}`));
  const shipped = fontFiles().filter(({ family, weight }) => used.has(`${family} ${weight}`));
  const own = (site.fonts ?? [])
    .filter(({ id }) => styles.some(({ family }) => family === id))
    .map(({ id, file }): FontFile => ({
      family: id,
      weight: '1 1000',
      cssName: id,
      file,
      type: fontType(file),
    }));
  return [...shipped, ...own];
}

/** Media type of a font file, by its name. */
export function fontType(file: string): string {
  return `font/${file.split('.').pop()!.toLowerCase()}`;
}

/** The style sheet that makes font files known. `url` gives a file's address. */
export function fontCss(files: readonly FontFile[], url: (file: string) => string): string {
  return files
    .map(({ cssName, weight, file, range }) =>
      rule(
        '@font-face',
        `font-family: "${cssName}"`,
        `font-weight: ${weight}`,
        'font-display: swap',
        `src: url("${url(file)}")`,
        range !== undefined && `unicode-range: ${range}`,
      ),
    )
    .join('');
}

/** The files with the licences of shipped fonts, one a family: a font goes nowhere without. */
export function licencesOf(files: readonly FontFile[]): string[] {
  const families = new Set(
    files.filter(({ cssName, family }) => cssName !== family).map(({ family }) => family),
  );
  return [...families].map((family) => `${family}-licence.txt`);
}
