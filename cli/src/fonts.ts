import { createRequire } from 'node:module';
import { GlobalFonts } from '@napi-rs/canvas';
import { fontFiles } from '@hatrail/core/output/fonts';

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
  for (const font of fontFiles()) GlobalFonts.registerFromPath(fontPath(font.file)!, font.cssName);
}
