import { createRequire } from 'node:module';
import { GlobalFonts } from '@napi-rs/canvas';
import { create as createFont } from 'fontkit';
import { BadInput } from '@hatrail/core/model/badInput';
import type { Site } from '@hatrail/core/model/site';
import { fontFiles, type FontFile } from '@hatrail/core/output/fonts';

const require = createRequire(import.meta.url);
const families = new Map(fontFiles().map((font) => [font.file, font.family]));

/** The path of a font file that ships, or of its family's licence; `undefined` for any other name. */
export function fontPath(file: string): string | undefined {
  const licence = /^([a-z0-9-]+)-licence\.txt$/.exec(file)?.[1];
  if (licence !== undefined && [...families.values()].some((family) => family === licence))
    return require.resolve(`@fontsource/${licence}/LICENSE`);
  const family = families.get(file);
  return family && require.resolve(`@fontsource/${family}/files/${file}`);
}

let registered = false;

/** Makes the shipped families known to the Skia canvas, once. */
export function registerFonts(): void {
  if (registered) return;
  registered = true;
  // A file is known by its own name too, and of two by one name the later is taken: the plain Latin ones come last, or
  // their letters would be set from the extended files, which carry no kerning for them.
  const isPlain = ({ isExtended }: FontFile) => !isExtended;
  const files = fontFiles();
  for (const font of [...files.filter((file) => !isPlain(file)), ...files.filter(isPlain)]) {
    GlobalFonts.registerFromPath(fontPath(font.file)!, font.cssName);
  }
}

const own = new Set<string>();

/**
 * Makes the owner's own fonts of a site known to the Skia canvas, each once.
 * @param read gives the bytes of a file of the site by its name
 */
export async function registerOwnFonts(
  { fonts = [] }: Pick<Site, 'fonts'>,
  read: (file: string) => Promise<Uint8Array | undefined>,
): Promise<void> {
  for (const { id, file } of fonts) {
    if (own.has(id)) continue;
    const bytes = await read(file);
    if (!bytes) continue;
    own.add(id);
    GlobalFonts.register(Buffer.from(bytes), id);
  }
}

/**
 * Reads a font file's head.
 * @returns the name of its family
 * @throws {BadInput} if it is no WOFF2, WOFF, TTF or OTF font, or is damaged
 */
export function fontName(bytes: Uint8Array, file: string): string {
  const wrong = new BadInput(
    `${file} is no font that can be used: bring a whole WOFF2, WOFF, TTF or OTF file of one font.`,
  );
  try {
    const font = createFont(Buffer.from(bytes));
    if (!('familyName' in font) || font.numGlyphs < 1) throw wrong;
    // Broken tables show only when a letter is asked for.
    const glyph = font.glyphForCodePoint(0x61);
    if (!(glyph.advanceWidth >= 0) || glyph.path.commands.length > 1e6) throw wrong;
    return font.familyName || file;
  } catch {
    throw wrong;
  }
}
