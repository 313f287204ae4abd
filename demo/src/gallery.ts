import { mkdirSync, writeFileSync } from 'node:fs';
import { paint, type Light } from './canvas.ts';
import { PATTERNS } from './patterns.ts';
import { cloud, dunes, dusk, linen, mist, sea, slate } from './places.ts';

/** Paints the gallery: the pictures and patterns that ship for every site. Run by `npm run pictures`. */
const folder = new URL('../../web/public/gallery/', import.meta.url).pathname;
const PICTURES: [
  name: string,
  says: string,
  make: (w: number, h: number) => (x: number, y: number) => Light,
][] = [
  ['sea', 'Open sea and an island', sea],
  ['mist', 'Ridges in morning mist', mist],
  ['cloud', 'Summer cloud', cloud],
  ['dunes', 'Dunes at evening', dunes],
  ['dusk', 'A bay at dusk', dusk],
  ['slate', 'Dark slate', slate],
  ['linen', 'Woven linen', linen],
];
const NAMES: Record<string, string> = {
  stripes: 'Slanted stripes',
  checks: 'Pale checks',
  dots: 'Dots on red',
  waves: 'Waves',
  chart: 'Sea chart',
};

mkdirSync(folder, { recursive: true });
for (const [name, , make] of PICTURES) await paint(`${folder}${name}.jpg`, 1920, 1080, make(1920, 1080));
for (const [name, make] of Object.entries(PATTERNS)) writeFileSync(`${folder}${name}.svg`, make());
const list = [
  ...PICTURES.map(([file, name]) => ({ file: `${file}.jpg`, name })),
  ...Object.keys(PATTERNS).map((file) => ({ file: `${file}.svg`, name: NAMES[file]! })),
];
writeFileSync(`${folder}gallery.json`, JSON.stringify(list, null, 2) + '\n');
