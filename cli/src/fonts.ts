import { createRequire } from 'node:module';
import { GlobalFonts } from '@napi-rs/canvas';
import { FAMILIES } from '@hatrail/core/model/type';
import { fontFiles, type FontFile } from '@hatrail/core/output/fonts';

const require = createRequire(import.meta.url);
const families = new Map(fontFiles().map((font) => [font.file, font.family]));

/** The path of a font file that ships, or `undefined` for any other name. */
export function fontPath(file: string): string | undefined {
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
  const isPlain = ({ cssName, family }: FontFile) => cssName === FAMILIES[family].name;
  const files = fontFiles();
  for (const font of [...files.filter((file) => !isPlain(file)), ...files.filter(isPlain)]) {
    GlobalFonts.registerFromPath(fontPath(font.file)!, font.cssName);
  }
}
