import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import opentype from 'opentype.js';

const require = createRequire(import.meta.url);

/** The logo's size, CSS pixels. */
export const LOGO = { width: 150, height: 40 };

const outlines = (name: string, left: number, baseline: number, size: number, weight = 600): string => {
  const path = require.resolve(`@fontsource/fraunces/files/fraunces-latin-${weight}-normal.woff`);
  const bytes = readFileSync(path);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
  return font.getPath(name, left, baseline, size).toPathData(2);
};

function write(file: string, { width, height }: typeof LOGO, ink: string, mark: string, name: string): void {
  writeFileSync(
    file,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><path fill="${ink}" d="${mark}"/><path fill="${ink}" d="${name}"/></svg>\n`,
  );
}

/** Draws the observatory's logo, a dome with its slit open and the name, its letters as outlines. */
export function writeLogo(file: string, ink: string): void {
  const dome = 'M3 27a15 15 0 0 1 13-14.9V26h4V12.1A15 15 0 0 1 33 27z';
  const base = 'M1 29h34v3H1z';
  const ray = 'M16.6 2h2.8l-.5 7.4h-1.8z';
  write(file, LOGO, ink, dome + base + ray, outlines('Larkfell', 44, 28.5, 26));
}

/** Draws the ferry's logo: two hulls, one behind the other, and the name. */
export function writeFerryLogo(file: string, ink: string): void {
  const near = 'M1 21h32l-4.5 8H5z';
  const far = 'M12 12h22l-3 6H13.5z';
  const mast = 'M20 3h2v8h-2z';
  write(
    file,
    { width: 186, height: 34 },
    ink,
    near + far + mast,
    outlines('Pellow Ferry', 43, 26, 22.5, 700),
  );
}
