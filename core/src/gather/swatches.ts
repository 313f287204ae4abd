import { headerItems, type Header } from '../model/header.ts';
import type { ColourUse, Swatch } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { colourPlace } from './places.ts';
import { atPath } from './uses.ts';

/** One place where a colour is used. */
export interface PlaceOfUse {
  /** Where it stands in the document, such as `['headers', 0, 'looks', 'top', 'fill', 'colour']`. */
  path: (string | number)[];
  /** What it is, in words: “Links, At the top, Night header”. */
  name: string;
  use: ColourUse;
  /** The header, page or pairing that it belongs to. */
  owner: { kind: 'header' | 'page' | 'pairing'; id: string };
}

const isUse = (value: object): value is ColourUse => {
  const entries = Object.entries(value);
  const isPart = ([key, part]: [string, unknown]) =>
    (key === 'swatch' || key === 'colour') && typeof part === 'string';
  return entries.length > 0 && entries.every(isPart);
};

/** Every place where the site uses a colour, in the order of the document. */
export function coloursInUse(site: Site): PlaceOfUse[] {
  const found: PlaceOfUse[] = [];
  const walk = (value: unknown, path: (string | number)[], owner: PlaceOfUse['owner'], about: string) => {
    if (typeof value !== 'object' || value === null) return;
    if (Array.isArray(value)) return value.forEach((part, i) => walk(part, [...path, i], owner, about));
    if (isUse(value)) {
      found.push({ path, owner, use: value, name: colourPlace(site, path, about) });
      return;
    }
    for (const [key, part] of Object.entries(value)) walk(part, [...path, key], owner, about);
  };
  (site.pairings ?? []).forEach((pairing, i) =>
    walk(pairing, ['pairings', i], { kind: 'pairing', id: pairing.id }, `pairing ${pairing.name}`),
  );
  site.pages.forEach((page, i) => {
    const owner = { kind: 'page' as const, id: page.id };
    walk(page.colour, ['pages', i, 'colour'], owner, page.title);
    page.bands.forEach((band, b) =>
      walk(band, ['pages', i, 'bands', b], owner, `${band.name}, ${page.title}`),
    );
  });
  site.headers.forEach((header, i) =>
    walk(header, ['headers', i], { kind: 'header', id: header.id }, header.name),
  );
  return found;
}

/** The places where a swatch is used. */
export function usesOf(site: Site, swatchId: string): PlaceOfUse[] {
  return coloursInUse(site).filter(({ use }) => use.swatch === swatchId);
}

/** Sets the colour at some places of a draft of the site. */
export function setUses(draft: Site, places: readonly PlaceOfUse[], use: ColourUse): void {
  for (const { path } of places) {
    const holder = atPath(draft, path.slice(0, -1)) as Record<string | number, ColourUse>;
    holder[path.at(-1)!] = { ...use };
  }
}

/** Takes a swatch out of a draft of the site, with another colour in its place wherever it is used. */
export function removeSwatch(draft: Site, swatchId: string, instead: ColourUse): void {
  setUses(draft, usesOf(draft, swatchId), instead);
  draft.palette = draft.palette.filter(({ id }) => id !== swatchId);
}

/** Ids of all parts of a header, hung or spare. */
export function itemIds(header: Header): { id: string }[] {
  return [...headerItems(header), ...(header.spare ?? [])];
}

/** A swatch's colour put into a palette, or changed there. */
export function withSwatch(palette: readonly Swatch[], swatch: Swatch): Swatch[] {
  return palette.some(({ id }) => id === swatch.id)
    ? palette.map((old) => (old.id === swatch.id ? swatch : old))
    : [...palette, swatch];
}
