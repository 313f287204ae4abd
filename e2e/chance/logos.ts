import sharp from 'sharp';
import type { Picture } from '@hatrail/core/model/picture';
import { MADE } from '../dressed.ts';

/** Logos of many shapes, drawn or as pixels, for headers by chance. */

const svg = (shapes: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="160" height="40" viewBox="0 0 160 40">${shapes}</svg>`,
  );

/** Logos of many shapes, in one colour each. */
export const LOGOS: Record<string, (colour: string) => Promise<Buffer> | Buffer> = {
  'squares.svg': (c) =>
    svg(
      `<g fill="${c}"><rect x="3.3" y="5.2" width="20" height="29"/><rect x="30.7" y="8.6" width="31" height="23" rx="4"/><rect x="80" y="3" width="60" height="9"/></g>`,
    ),
  'rounds.svg': (c) =>
    svg(`<g fill="${c}"><circle cx="20" cy="20" r="15"/><ellipse cx="100" cy="20" rx="40" ry="14"/></g>`),
  'strokes.svg': (c) =>
    svg(
      `<g fill="none" stroke="${c}" stroke-width="5"><path d="M5 35L25 5L45 35"/><circle cx="80" cy="20" r="13"/><line x1="110" y1="5" x2="150" y2="35"/></g>`,
    ),
  'cut.png': async (c) =>
    sharp(await LOGOS['squares.svg']!(c), { density: 288 })
      .resize(640, 160)
      .png()
      .toBuffer(),
};
const LOGO_FILES = Object.keys(LOGOS).flatMap((file) => [
  { file: `light-${file}`, make: () => LOGOS[file]!('#ffffff') },
  { file: `dark-${file}`, make: () => LOGOS[file]!('#10201c') },
]);
for (const { file, make } of LOGO_FILES) MADE[file] = make;
export const logoPictures: Picture[] = LOGO_FILES.map(({ file }) => ({
  id: file.replace(/\W/g, '-'),
  name: file,
  file,
  ...(file.endsWith('.png') ? { width: 640, height: 160 } : { width: 160, height: 40 }),
  alt: '',
}));
