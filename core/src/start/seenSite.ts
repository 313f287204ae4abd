import { colourWord } from '../colour/colourWord.ts';
import type {
  SeenColour,
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
import type { Header, Rail } from '../model/header.ts';
import type { ButtonItem, Item } from '../model/item.ts';
import { isSafeAddress, type Entry, type LinkTarget } from '../model/menu.ts';
import type { OwnLogos } from '../model/own.ts';
import type { Page } from '../model/page.ts';
import type { ColourUse, Swatch } from '../model/palette.ts';
import type { Picture } from '../model/picture.ts';
import type { SeenPart } from '../model/seen.ts';
import type { Site } from '../model/site.ts';
import { WEIGHTS, type FamilyId, type OwnFont, type TypeStyle } from '../model/type.ts';
import { ownColours, ownHeader } from './ownHeader.ts';
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

const within = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value));
const round = (value: number, by: number) => Math.round(value / by) / Math.round(1 / by);

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

const plainText = (text: string, most: number) =>
  text
    .replace(/\p{Cc}/gu, ' ')
    .trim()
    .slice(0, most);

/** Which of two logo pictures is the light one: that of the moment with the lighter links. */
function logosOf(own: SeenOwn | undefined): OwnLogos {
  const light = (hex = '#000000') => relativeLuminance(parseColour(hex) ?? { r: 0, g: 0, b: 0 });
  const isTopLight = light(own?.top.link?.hex) > light(own?.scrolled?.link?.hex);
  return isTopLight ? { top: 'light', scrolled: 'dark' } : { top: 'dark', scrolled: 'light' };
}

/** Where links lead: to a page that was brought in, or to the address that they have. */
function targetOf(address: string, pages: readonly { id: string; from: string; path: string }[]): LinkTarget {
  const [bare = '', hash] = address.split('#');
  const page = pages.find(
    ({ from }) => from.replace(/(index\.\w+)?$/, '') === bare.replace(/(index\.\w+)?$/, ''),
  );
  if (page && !hash) return { page: page.id };
  const to = page ? `${page.path}#${hash}` : address;
  return { address: isSafeAddress(to) ? to : '/' };
}

type BroughtPage = Page & { from: string };

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

/** Every colour that a header wears, so that each is a swatch of its own. */
function neededColours(header: SeenHeader | undefined): string[] {
  if (!header) return [];
  const { top, scrolled, hover, button, logo } = header;
  const list = [
    top.fill,
    top.link,
    hover,
    top.current,
    scrolled?.fill,
    scrolled?.link,
    button?.fill,
    button?.ink,
    logo?.kind === 'text' ? logo.ink : undefined,
  ];
  return list.flatMap((colour) => (colour && colour.opacity > 0 ? [colour.hex] : []));
}

interface Making {
  seen: SeenSite;
  swatch: (hex: string) => ColourUse;
  pages: readonly BroughtPage[];
  hasLogo: boolean;
}

/** A header of ours that wears what theirs does: to be judged at once, and dressed from there. */
function headerOf(seen: SeenHeader, { swatch, pages, hasLogo }: Making): Header {
  const { top, scrolled, hover, button, logo } = seen;
  const name: Item = {
    kind: 'name',
    id: 'name',
    size: within(logo?.kind === 'text' ? Math.round(logo.size) : 24, 10, 80),
    tagline: false,
  };
  const height = logo && logo.kind !== 'text' ? within(Math.round(logo.height), 16, 160) : 40;
  const first: Item = hasLogo ? { kind: 'logo', id: 'logo', height } : name;
  const menu: Item = { kind: 'menu', id: 'menu', menu: 'main', gap: within(Math.round(seen.gap), 4, 120) };
  const asButton = (): ButtonItem[] =>
    button
      ? [
          {
            kind: 'button',
            id: 'button',
            label: plainText(button.label, 120) || 'Button',
            ...targetOf(button.address, pages),
            ink: swatch(button.ink.hex),
            fill: swatch(button.fill.hex),
            hoverFill: swatch(button.fill.hex),
            radius: within(Math.round(button.radius), 0, 40),
          },
        ]
      : [];
  const rail: Rail = {
    height: within(Math.round(seen.height), 16, 400),
    inset: within(Math.round(seen.inset), 0, 240),
    gap: 28,
    start: [first],
    middle: [],
    end: [menu, ...asButton()],
  };
  const fill = ({ hex, opacity }: SeenColour) => ({
    // Nothing shows of a fill that is not there: any colour will do.
    colour: opacity > 0 ? swatch(hex) : swatch(top.link.hex),
    opacity: round(opacity, 0.01),
  });
  const ink = ({ link, current }: SeenHeader['top']) => ({
    link: swatch(link.hex),
    hover: swatch((hover ?? link).hex),
    current: swatch((current ?? link).hex),
  });
  const later = scrolled && { fill: fill(scrolled.fill), ink: ink(scrolled) };
  return {
    id: 'own',
    name: 'Header as it was',
    rails: [rail],
    looks: { top: { fill: fill(top.fill), ink: ink(top) }, scrolled: later ?? {} },
    manner: {
      lies: seen.lies,
      onScroll: seen.onScroll,
      switch: { at: 'distance', distance: 40 },
      duration: 200,
    },
    panel: {
      fill: swatch(
        (scrolled?.fill.opacity ?? 0) > top.fill.opacity
          ? scrolled!.fill.hex
          : top.fill.opacity > 0
            ? top.fill.hex
            : '#ffffff',
      ),
      ink: swatch(top.link.hex),
    },
  };
}

/**
 * A document of what was seen: pages with their pictures, palette, type, logo, menu, and a header that wears what theirs does.
 * @param without what the owner leaves out: a new site's stands in for it
 */
export function siteOfSeen(seen: SeenSite, files: SeenFiles, without: ReadonlySet<SeenPart>): Site {
  const name = plainText(seen.name, 120) || new URL(seen.address).hostname;
  const plain = newSite(name, 'straight');
  const header = without.has('header') ? undefined : seen.header;
  const palette = paletteOf(without.has('palette') ? [] : seen.colours, [
    ...(header && seen.own ? ownColours(seen.own) : []),
    ...neededColours(header),
    ...(without.has('palette') ? [] : seen.pages.map(({ colour }) => colour)),
  ]).slice(0, 60);
  const known = new Map(palette.map(({ id, colour }) => [colour, id]));
  const swatch = (hex: string): ColourUse => {
    const id = known.get(hex);
    return id === undefined ? { colour: hex } : { swatch: id };
  };
  const pictures: Picture[] = [];
  const pages = pagesOf(seen, files, swatch, pictures);
  const { logo, logoLater } = seen.header ?? {};
  const keepLogo = (of: SeenLogo | undefined, called: string): string | undefined => {
    const drawn =
      of && of.kind !== 'text' && !without.has('logo')
        ? files.pictures.get('address' in of ? of.address : '')
        : undefined;
    if (!drawn) return undefined;
    const id = freeId('logo', pictures);
    pictures.push({ id, name: called, alt: '', ...drawn });
    return id;
  };
  const logoId = keepLogo(logo, 'Logo');
  const laterId = logoId === undefined ? undefined : keepLogo(logoLater, 'Logo, once scrolled');
  const logos = laterId === undefined ? undefined : logosOf(seen.own);
  const alt = (logo && logo.kind !== 'text' ? plainText(logo.alt, 120) : '') || name;
  const fonts = without.has('type')
    ? []
    : [...new Map([...files.fonts.values()].map((font) => [font.id, font])).values()];
  const made =
    header && seen.own
      ? ownHeader(seen.own, {
          id: 'own',
          menu: 'main',
          swatch,
          target: (address) => targetOf(address, pages),
          here: pages.find(({ from }) => from === seen.own?.own.from?.split('#')[0])?.id,
          faces: seen.fonts.flatMap(({ family, weight, file }) => {
            const font = files.fonts.get(file);
            return font ? [{ family: family.slice(0, 80), weight, font: font.id }] : [];
          }),
          hasLogo: logoId !== undefined,
          ...(logos && { logos }),
        })
      : undefined;
  const { heading, text, menu, button } = seen.type;
  const style = (each: SeenStyle) => styleOf(each, seen.fonts, files);
  const hasPlainHeader = header === undefined;
  return {
    ...plain,
    name,
    // A new site's header names the swatches of a new site.
    palette:
      hasPlainHeader || palette.length === 0
        ? [...plain.palette, ...palette.filter(({ id }) => plain.palette.every((each) => each.id !== id))]
        : palette,
    ...(!hasPlainHeader && { pairings: [] }),
    ...(!without.has('type') && {
      type: { heading: style(heading), text: style(text), menu: style(menu), button: style(button) },
    }),
    ...(fonts.length > 0 && { fonts }),
    pictures,
    logo: {
      alt,
      variants:
        logoId === undefined
          ? {}
          : logos
            ? { [logos.top]: logoId, [logos.scrolled]: laterId }
            : { single: logoId },
    },
    menus: made
      ? [made.menu]
      : without.has('menu') || !seen.header?.entries.length
        ? plain.menus
        : [{ id: 'main', name: 'Main menu', entries: entriesOf(seen.header.entries, pages) }],
    pages,
    ...(made && { ownHeaders: [made.own] }),
    headers: made
      ? [made.header]
      : header
        ? [headerOf(header, { seen, swatch, pages, hasLogo: logoId !== undefined })]
        : plain.headers,
  };
}

/** Families that nothing was had of, with what stands in for each, in words. */
export function standIns({ type, fonts }: SeenSite): string[] {
  const families = new Map(Object.values(type).map((style) => [style.family, style]));
  return [...families.values()]
    .filter(({ family }) => fonts.every((each) => each.family.toLowerCase() !== family.toLowerCase()))
    .map((style) => `${style.family || 'Its letters'}: ${nearestFamily(style)}`);
}
