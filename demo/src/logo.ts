import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import opentype from 'opentype.js';

const require = createRequire(import.meta.url);

/** The logo's size, CSS pixels. */
export const LOGO = { width: 150, height: 40 };

/** Draws the logo, a dome with its slit open and the name, its letters as outlines. */
export function writeLogo(file: string, ink: string): void {
  const path = require.resolve('@fontsource/fraunces/files/fraunces-latin-600-normal.woff');
  const bytes = readFileSync(path);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
  const name = font.getPath('Larkfell', 44, 28.5, 26).toPathData(2);
  const dome = 'M3 27a15 15 0 0 1 13-14.9V26h4V12.1A15 15 0 0 1 33 27z';
  const base = 'M1 29h34v3H1z';
  const ray = 'M16.6 2h2.8l-.5 7.4h-1.8z';
  writeFileSync(
    file,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${LOGO.width}" height="${LOGO.height}" viewBox="0 0 ${LOGO.width} ${LOGO.height}"><path fill="${ink}" d="${dome}${base}${ray}"/><path fill="${ink}" d="${name}"/></svg>\n`,
  );
}
