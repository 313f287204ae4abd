import { colourWord } from '../colour/colourWord.ts';
import type {
  SeenEntry,
  SeenHeader,
  SeenLogo,
  SeenOwn,
  SeenSite,
  SeenStyle,
  SeenUse,
} from '../gather/captured.ts';
import { relativeLuminance } from '../colour/contrast.ts';
import { parseColour } from '../colour/rgb.ts';
import { freeId } from '../model/freeId.ts';
import { at } from '../lists.ts';
import type { Entry } from '../model/menu.ts';
import type { OwnLogos } from '../model/own.ts';
import type { ColourUse, Swatch } from '../model/palette.ts';
import type { Picture } from '../model/picture.ts';
import type { SeenPart } from '../model/seen.ts';
import type { Site } from '../model/site.ts';
import { WEIGHTS, type FamilyId, type OwnFont, type TypeStyle } from '../model/type.ts';
import { ownColours, ownHeader } from './ownHeader.ts';
import { headerOf, neededColours, type Making } from './seenHeader.ts';
import { plainText, round, targetOf, within, type BroughtPage } from './seenWords.ts';
import { newSite } from './newSite.ts';

/** An ordinary site made of what was seen of one that was made elsewhere. */

/** Files that were looked at and can be named, by where they lie. */
export interface SeenFiles {
  pictures: ReadonlyMap<string, Pick<Picture, 'file' | 'width' | 'height'>>;
  fonts: ReadonlyMap<string, OwnFont>;
}

/** How far colours lie apart at least to be two swatches, as the sum of their channels' differences. */
const APART = 10;
const MOST_SWATCHES = 16;

const channels = (hex: string) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));
const distance = (a: string, b: string) => {
  const [one, other] = [channels(a), channels(b)];
  return one.reduce((sum, v, i) => sum + Math.abs(v - at(other, i)), 0);
};

/** The swatches that pages and header need, by what they look like; those of the header, which must be as they are, first. */
function paletteOf(uses: readonly SeenUse[], needed: readonly string[]): Swatch[] {
  const swatches: Swatch[] = [];
  const add = (colour: string) => {
    const word = colourWord(colour);
    const name = word[0]!.toUpperCase() + word.slice(1);
    const count = swatches.filter((each) => each.name.replace(/ \d+$/, '') === name).length;
    const called = count === 0 ? name : `${name} ${count + 1}`;
    swatches.push({ id: freeId(called, swatches), name: called, colour });
  };
  for (const hex of needed) if (swatches.every(({ colour }) => colour !== hex)) add(hex);
  for (const { hex } of uses) {
    if (swatches.length >= MOST_SWATCHES) break;
    if (swatches.every(({ colour }) => distance(colour, hex) > APART)) add(hex);
  }
  return swatches;
}

/** The family that ships and is nearest to one, by its name and its kind. */
export function nearestFamily({ family, generic }: Pick<SeenStyle, 'family' | 'generic'>): FamilyId {
  const name = family.toLowerCase();
  if (/condensed|narrow|compressed|oswald/.test(name)) return 'barlow-condensed';
  if (/slab|rockwell|roboto serif|arvo|courier/.test(name)) return 'zilla-slab';
  const isSerif =
    generic === 'serif' || /georgia|times|garamond|caslon|baskerville|palatino|serif(?! ?sans)/.test(name);
  if (isSerif && !/sans/.test(name)) return 'source-serif-4';
  return /helvetica|arial|grotesk|grotesque|inter|roboto|system/.test(name)
    ? 'hanken-grotesk'
    : 'source-sans-3';
}

function styleOf(seen: SeenStyle, fonts: SeenSite['fonts'], files: SeenFiles): TypeStyle {
  const own = fonts
    .filter(({ family }) => family.toLowerCase() === seen.family.toLowerCase())
    .sort((a, b) => Math.abs(a.weight - seen.weight) - Math.abs(b.weight - seen.weight))
    .flatMap(({ file }) => files.fonts.get(file) ?? [])[0];
  const nearest = WEIGHTS.reduce((a, b) => (Math.abs(b - seen.weight) < Math.abs(a - seen.weight) ? b : a));
  return {
    family: own?.id ?? nearestFamily(seen),
    weight: nearest,
    size: within(round(seen.size, 0.5), 10, 120),
    lineHeight: within(round(seen.lineHeight / seen.size, 0.01), 0.9, 3),
    letterSpacing: within(round(seen.letterSpacing, 0.1), -4, 20),
    letterCase:
      seen.transform === 'uppercase'
        ? 'capitals'
        : seen.transform === 'lowercase'
          ? 'small letters'
          : 'as typed',
  };
}

/** A page's address among those of a site: of small letters, digits and hyphens, without an ending, below where the site begins. */
export function pathOf(address: string, start: string): string {
  const base = new URL(start).pathname.replace(/[^/]*$/, '');
  const { pathname, search } = new URL(address);
  const below = pathname.startsWith(base) ? pathname.slice(base.length) : pathname;
  const bare = below.replace(/(^|\/)index\.\w+$/, '$1').replace(/\.\w+$/, '');
  const parts = `${bare}${search && `/${search}`}`
    .split('/')
    .map((part) =>
      part
        .normalize('NFKD')
        .toLowerCase()
        .replace(/%[0-9a-f]{2}|[^a-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, '')
        .slice(0, 60),
    )
    .filter(Boolean);
  return `/${parts.slice(0, 3).join('/')}`;
}

/** A page's own title, without the name of the site at its end. */
export function titleOf(title: string, site: string): string {
  const parts = title.split(/\s+[|–—·-]\s+/).filter((part) => part !== site && part !== '');
  return (parts[0] ?? title).slice(0, 120) || 'Untitled';
}

/** Which of two logo pictures is the light one: that of the moment with the lighter links. */
function logosOf(own: SeenOwn | undefined): OwnLogos {
  const light = (hex = '#000000') => relativeLuminance(parseColour(hex) ?? { r: 0, g: 0, b: 0 });
  const isTopLight = light(own?.top.link?.hex) > light(own?.scrolled?.link?.hex);
  return isTopLight ? { top: 'light', scrolled: 'dark' } : { top: 'dark', scrolled: 'light' };
}

function pagesOf(
  seen: SeenSite,
  files: SeenFiles,
  swatch: (hex: string) => ColourUse,
  pictures: Picture[],
): BroughtPage[] {
  const pages: BroughtPage[] = [];
  for (const { address, title, colour, pictures: taken } of seen.pages) {
    const called = titleOf(plainText(title, 200), seen.name);
    let path = pages.length === 0 ? '/' : pathOf(address, seen.address);
    while (pages.some((other) => other.path === path))
      path = `${path === '/' ? '/page' : path}-${pages.length + 1}`;
    const id = freeId(path === '/' ? 'home' : path, pages);
    const snapshots = taken.flatMap(({ width, file }) => {
      const known = files.pictures.get(file);
      if (!known) return [];
      // Pages that look alike share their picture: a file stands in a site once.
      const alike = pictures.find((each) => each.file === known.file);
      if (alike) return [{ width, picture: alike.id }];
      const picture = freeId(`${id}-${width}`, pictures);
      pictures.push({ id: picture, name: `${called}, ${width} px`.slice(0, 120), alt: '', ...known });
      return [{ width, picture }];
    });
    pages.push({ id, title: called, path, colour: swatch(colour), bands: [], snapshots, from: address });
  }
  return pages;
}

function entriesOf(seen: readonly SeenEntry[], pages: readonly BroughtPage[]): Entry[] {
  const taken: { id: string }[] = [];
  const entry = ({ label, address, entries }: SeenEntry): Entry => {
    const id = freeId(label, taken);
    taken.push({ id });
    const children = entries.slice(0, 60).map(entry);
    const called = plainText(label, 120);
    return {
      id,
      ...(called && { label: called }),
      ...targetOf(address, pages),
      ...(children.length > 0 && { children }),
    };
  };
  return seen.map(entry);
}

/**
 * A document of what was seen: pages with their pictures, palette, type, logo, menu, and a header that wears what theirs does.
 * @param without what the owner leaves out: a new site's stands in for it
 */
export function siteOfSeen(seen: SeenSite, files: SeenFiles, without: ReadonlySet<SeenPart>): Site {
  const name = plainText(seen.name, 120) || new URL(seen.address).hostname;
  const plain = newSite(name, 'straight');
  const header = without.has('header') ? undefined : seen.header;
  const palette = seenPalette(seen, header, without);
  const swatch = swatchesOf(palette);
  const pictures: Picture[] = [];
  const pages = pagesOf(seen, files, swatch, pictures);
  const { logo, logos } = keptLogos({ seen, files, name, pictures, without });
  const hasLogo = Object.keys(logo.variants).length > 0;
  const made = header && seen.own && madeOwn(seen, seen.own, { files, swatch, pages, hasLogo, logos });
  const fonts = without.has('type') ? [] : [...files.fonts.values()];
  const hasEntries = !without.has('menu') && seen.header?.entries.length;
  const plainMenus = hasEntries
    ? [{ id: 'main', name: 'Main menu', entries: entriesOf(seen.header!.entries, pages) }]
    : plain.menus;
  const ours = header ? [headerOf(header, { swatch, pages, hasLogo })] : plain.headers;
  return {
    ...plain,
    name,
    // A new site's header names the swatches of a new site.
    palette:
      header === undefined || palette.length === 0
        ? [...plain.palette, ...palette.filter(({ id }) => plain.palette.every((each) => each.id !== id))]
        : palette,
    ...(header !== undefined && { pairings: [] }),
    ...(!without.has('type') && { type: typeOf(seen, files) }),
    ...(fonts.length > 0 && { fonts: [...new Map(fonts.map((font) => [font.id, font])).values()] }),
    pictures,
    logo,
    menus: made ? [made.menu] : plainMenus,
    pages,
    ...(made && { ownHeaders: [made.own] }),
    headers: made ? [made.header] : ours,
  };
}

/** Swatches of all that the site keeps: what its header wears, what pages lie on, and what is used on them. */
function seenPalette(
  seen: SeenSite,
  header: SeenHeader | undefined,
  without: ReadonlySet<SeenPart>,
): Swatch[] {
  const isWithout = without.has('palette');
  return paletteOf(isWithout ? [] : seen.colours, [
    ...(header && seen.own ? ownColours(seen.own) : []),
    ...neededColours(header),
    ...(isWithout ? [] : seen.pages.map(({ colour }) => colour)),
  ]).slice(0, 60);
}

/** Uses of colours: by their swatch, where there is one. */
function swatchesOf(palette: readonly Swatch[]): Making['swatch'] {
  const known = new Map(palette.map(({ id, colour }) => [colour, id]));
  return (hex) => {
    const id = known.get(hex);
    return id === undefined ? { colour: hex } : { swatch: id };
  };
}

/**
 * The logo, and that which takes its place once the page is scrolled.
 * @param of `pictures` takes those that are kept; `name` is said where a logo says nothing
 */
function keptLogos(of: {
  seen: SeenSite;
  files: SeenFiles;
  name: string;
  pictures: Picture[];
  without: ReadonlySet<SeenPart>;
}): { logo: Site['logo']; logos?: OwnLogos } {
  const { logo, logoLater } = of.seen.header ?? {};
  const keep = (seen: SeenLogo | undefined, called: string): string | undefined => {
    const isDrawn = seen && seen.kind !== 'text' && !of.without.has('logo');
    const drawn = isDrawn && of.files.pictures.get('address' in seen ? seen.address : '');
    if (!drawn) return undefined;
    const id = freeId('logo', of.pictures);
    of.pictures.push({ id, name: called, alt: '', ...drawn });
    return id;
  };
  const alt = (logo && logo.kind !== 'text' ? plainText(logo.alt, 120) : '') || of.name;
  const single = keep(logo, 'Logo');
  if (single === undefined) return { logo: { alt, variants: {} } };
  const later = keep(logoLater, 'Logo, once scrolled');
  if (later === undefined) return { logo: { alt, variants: { single } } };
  const logos = logosOf(of.seen.own);
  return { logo: { alt, variants: { [logos.top]: single, [logos.scrolled]: later } }, logos };
}

/** Its own header, as the document has it. */
function madeOwn(
  seen: SeenSite,
  own: SeenOwn,
  { files, swatch, pages, hasLogo, logos }: Making & { files: SeenFiles; logos?: OwnLogos },
) {
  return ownHeader(own, {
    id: 'own',
    menu: 'main',
    swatch,
    target: (address) => targetOf(address, pages),
    here: pages.find(({ from }) => from === own.own.from?.split('#')[0])?.id,
    faces: seen.fonts.flatMap(({ family, weight, file }) => {
      const font = files.fonts.get(file);
      return font ? [{ family: family.slice(0, 80), weight, font: font.id }] : [];
    }),
    hasLogo,
    ...(logos && { logos }),
  });
}

function typeOf({ type, fonts }: SeenSite, files: SeenFiles): Site['type'] {
  const style = (each: SeenStyle) => styleOf(each, fonts, files);
  return {
    heading: style(type.heading),
    text: style(type.text),
    menu: style(type.menu),
    button: style(type.button),
  };
}

/** Families that nothing was had of, with what stands in for each, in words. */
export function standIns({ type, fonts }: SeenSite): string[] {
  const families = new Map(Object.values(type).map((style) => [style.family, style]));
  return [...families.values()]
    .filter(({ family }) => fonts.every((each) => each.family.toLowerCase() !== family.toLowerCase()))
    .map((style) => `${style.family || 'Its letters'}: ${nearestFamily(style)}`);
}
