import { MOMENT_NAMES, type Header, type Moment } from '../model/header.ts';
import type { ColourUse, Swatch } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { headerItems } from '../model/header.ts';

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
  const keys = Object.keys(value);
  return keys.length > 0 && keys.every((key) => key === 'swatch' || key === 'colour');
};

/** Names of the keys under which colours stand. */
const KEY_NAMES: Record<string, string> = {
  link: 'Links',
  hover: 'Hovered',
  current: 'Current page',
  colour: 'Colour',
  fill: 'Fill',
  hoverFill: 'Fill, hovered',
  ink: 'Ink',
  ground: 'Ground',
};

/** Every place where the site uses a colour, in the order of the document. */
export function coloursInUse(site: Site): PlaceOfUse[] {
  const found: PlaceOfUse[] = [];
  const walk = (value: unknown, path: (string | number)[], owner: PlaceOfUse['owner'], about: string) => {
    if (typeof value !== 'object' || value === null) return;
    if (Array.isArray(value)) return value.forEach((part, i) => walk(part, [...path, i], owner, about));
    if (isUse(value)) {
      found.push({ path, owner, use: value, name: nameOf(site, path, about) });
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

function nameOf(site: Site, path: readonly (string | number)[], about: string): string {
  const key = String(path.at(-1));
  const moment = path.find((part): part is Moment => part === 'top' || part === 'scrolled');
  const layer = path.includes('edge')
    ? 'Edge'
    : path.includes('fill') && key === 'colour'
      ? 'Fill'
      : undefined;
  const item = itemAt(site, path);
  const part = path.includes('panel')
    ? 'folded menu and drop-downs'
    : path.includes('backdrop')
      ? ['gradient', 'tint', 'picture'].find((name) => path.includes(name))
      : path.includes('cards') || path.includes('contents')
        ? 'cards'
        : undefined;
  const what =
    layer ?? (path.includes('backdrop') && key === 'colour' && !part ? 'Ground' : (KEY_NAMES[key] ?? key));
  return [what, part, item, moment && MOMENT_NAMES[moment], about].filter(Boolean).join(', ');
}

function itemAt(site: Site, path: readonly (string | number)[]): string | undefined {
  if (path[0] !== 'headers' || path[2] !== 'rails') return undefined;
  const [, h, , r, place, i] = path as [string, number, string, number, 'start' | 'middle' | 'end', number];
  const item = site.headers[h]?.rails[r]?.[place]?.[i];
  return item && ('label' in item ? item.label : item.kind);
}

/** The places where a swatch is used. */
export function usesOf(site: Site, swatchId: string): PlaceOfUse[] {
  return coloursInUse(site).filter(({ use }) => use.swatch === swatchId);
}

/** What stands at a path of a document, to be read or changed. */
export function atPath(site: unknown, path: readonly (string | number)[]): unknown {
  return path.reduce<unknown>((part, key) => (part as Record<string | number, unknown>)[key], site);
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

/** An id made from a name that is not taken. */
export function freeId(name: string, taken: readonly { id: string }[]): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'one';
  const ids = new Set(taken.map(({ id }) => id));
  for (let i = 1; ; i++) {
    const id = i === 1 ? base : `${base}-${i}`;
    if (!ids.has(id)) return id;
  }
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
