import { at } from '../lists.ts';
import { FORMAT, type Site } from '../model/site.ts';
import type { TypeStyle } from '../model/type.ts';
import { emptyHeader, START_HEADERS } from './headers.ts';
import { PAGE_SHAPES } from './pages.ts';
import { PLAIN_PALETTE } from './palettes.ts';

const style = (more: Partial<TypeStyle>): TypeStyle => ({
  family: 'hanken-grotesk',
  weight: 500,
  size: 16,
  lineHeight: 1.4,
  letterSpacing: 0,
  letterCase: 'as typed',
  ...more,
});

/**
 * A new site: a first page, a plain palette and type, and a header.
 * @param headerId a ready-hung header; anything else gives one empty rail
 */
export function newSite(name: string, headerId: string): Site {
  const shape = at(PAGE_SHAPES, 0);
  return {
    format: FORMAT,
    name,
    tagline: '',
    palette: structuredClone(PLAIN_PALETTE.swatches),
    pairings: [
      { id: 'light', name: 'Dark on white', ground: { swatch: 'white' }, ink: { swatch: 'dark' } },
      { id: 'dark', name: 'White on dark', ground: { swatch: 'dark' }, ink: { swatch: 'white' } },
    ],
    type: {
      heading: style({ family: 'source-serif-4', weight: 600, size: 52, lineHeight: 1.15 }),
      text: style({ family: 'source-sans-3', weight: 400, size: 18, lineHeight: 1.55 }),
      menu: style({ weight: 600 }),
      button: style({ weight: 700, size: 15 }),
    },
    pictures: [],
    logo: { alt: name, variants: {} },
    menus: [
      {
        id: 'main',
        name: 'Main menu',
        entries: [
          { id: 'about', label: 'What we do', address: '/#about' },
          { id: 'contact', label: 'Find us', address: '/#contact' },
        ],
      },
    ],
    pages: [{ id: 'home', title: 'Home', path: '/', ...structuredClone(shape.make(name)) }],
    headers: [START_HEADERS.find(({ id }) => id === headerId)?.make() ?? emptyHeader()],
  };
}
