import type { SeenColour, SeenOwn, SeenOwnEntry, SeenOwnLook } from '../gather/captured.ts';
import type { Header, Look } from '../model/header.ts';
import type { ButtonItem, Item } from '../model/item.ts';
import { isSafeAddress, type Entry, type LinkTarget, type Menu } from '../model/menu.ts';
import type { OwnFace, OwnHeader, OwnLogos } from '../model/own.ts';
import { freeId } from '../model/freeId.ts';
import type { ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { within } from './seenWords.ts';

/** A header that a site has already, made ready to be dressed: what was read of it, its menu, and a header that wears what it does. */

/** What it is made with. */
export interface OwnMaking {
  id: string;
  /** Of the menu that it gets. */
  menu: string;
  swatch: (hex: string) => ColourUse;
  /** Where an address leads on the site. */
  target: (address: string) => LinkTarget;
  /** The page that it was read on, where that is one of the site's: the link that was marked there leads to it. */
  here?: string | undefined;
  faces: OwnFace[];
  hasLogo: boolean;
  /** Which of the site's logo pictures it shows at the top and once scrolled, where these are two. */
  logos?: OwnLogos;
}

export interface MadeOwn {
  own: OwnHeader;
  header: Header;
  menu: Menu;
}

/** Every colour that it wears, so that each can be a swatch. */
export function ownColours({ top, scrolled, buttons, panel }: SeenOwn): string[] {
  const looks = [top, ...(scrolled ? [scrolled] : [])];
  const list: (SeenColour | undefined)[] = [
    ...looks.flatMap(({ fill, link, hover, current, logo }) => [fill, link, hover, current, logo]),
    ...looks.flatMap(({ edge, shadow }) => [edge?.colour, shadow?.colour]),
    ...buttons.flatMap(({ ink, fill, hoverInk, hoverFill }) => [ink, fill, hoverInk, hoverFill]),
    panel.fill,
    panel.ink,
  ];
  return [...new Set(list.flatMap((colour) => (colour && colour.opacity > 0 ? [colour.hex] : [])))];
}

function lookOf(seen: SeenOwnLook, from: SeenOwnLook, swatch: OwnMaking['swatch']): Look {
  const {
    fill,
    link,
    hover = from.hover,
    current,
    hoverLine = from.hoverLine,
    currentLine,
    shadow,
    edge,
  } = seen;
  const below = currentLine?.below ?? hoverLine?.below ?? 6;
  const ink = link?.hex ?? from.link?.hex ?? '#000000';
  return {
    fill: {
      // Nothing shows of a fill that is not there: any colour will do.
      colour: swatch(fill.opacity > 0 ? fill.hex : ink),
      opacity: Math.round(fill.opacity * 100) / 100,
    },
    ink: {
      link: swatch(ink),
      hover: swatch((hover ?? link)?.hex ?? ink),
      current: swatch((current ?? from.current ?? link)?.hex ?? ink),
    },
    cue: {
      hover: within(hoverLine?.thickness ?? 0, 0, 8),
      current: within((currentLine ?? from.currentLine)?.thickness ?? 0, 0, 8),
      offset: within(Math.round(below), 0, 20),
      share: 100,
    },
    shadow: shadow
      ? {
          x: within(shadow.x, -60, 60),
          y: within(shadow.y, -60, 60),
          blur: within(shadow.blur, 0, 120),
          spread: within(shadow.spread, -60, 60),
          colour: swatch(shadow.colour.hex),
          opacity: shadow.colour.opacity,
        }
      : { opacity: 0 },
    edge: edge ? { on: true, colour: swatch(edge.colour.hex), thickness: edge.thickness } : { on: false },
  };
}

/** The parts of a look that are other than in the one before. */
function differing(look: Look, before: Look): Look {
  return Object.fromEntries(
    Object.entries(look).filter(
      ([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key as keyof Look]),
    ),
  );
}

function entriesFrom(
  seen: readonly SeenOwnEntry[],
  target: (address: string, id: string) => LinkTarget,
): Entry[] {
  return seen.map(({ id, label, address, entries }) => ({
    id,
    label,
    ...(address !== undefined && target(address, id)),
    ...(entries.length > 0 && { children: entriesFrom(entries, target) }),
  }));
}

/** Makes what a site's document needs of a header that was read. */
export function ownHeader(seen: SeenOwn, making: OwnMaking): MadeOwn {
  const { id, menu, swatch, target, here, faces, logos } = making;
  const current = seen.own.marks.find(({ role }) => role === 'current')?.ink;
  const own: OwnHeader = { ...seen.own, id, faces, ...(logos && { logos }) };
  return {
    own,
    menu: {
      id: menu,
      name: 'Its menu',
      entries: entriesFrom(seen.entries, (address, of) =>
        of === current && here !== undefined ? { page: here } : target(address),
      ),
    },
    header: {
      id,
      name: 'The header it has',
      own: id,
      ...hungFrom(seen, making),
      looks: ownLooks(seen, swatch),
      manner: {
        lies: own.lies,
        onScroll: own.onScroll,
        switch: { at: 'distance', distance: own.stuck?.from ?? 40 },
        duration: 200,
      },
      panel: { fill: swatch(seen.panel.fill.hex), ink: swatch(seen.panel.ink.hex) },
    },
  };
}

/** What it looks like at the top, and what of that is otherwise once it is scrolled. */
function ownLooks(seen: SeenOwn, swatch: OwnMaking['swatch']): Header['looks'] {
  const top = lookOf(seen.top, seen.top, swatch);
  return { top, scrolled: seen.scrolled ? differing(lookOf(seen.scrolled, seen.top, swatch), top) : {} };
}

/** What hangs in it: its logo, its menu, its buttons; and what of that folds away. */
function hungFrom(seen: SeenOwn, making: OwnMaking): Pick<Header, 'rails' | 'fold'> {
  const logo = logoItems(seen, making);
  const buttons = buttonItems(seen, making);
  const menus: Item[] =
    seen.entries.length > 0 ? [{ kind: 'menu', id: 'menu', menu: making.menu, gap: 24 }] : [];
  const isFolding = seen.own.top.some(({ folded }) => folded);
  const [, , , height = 72] = seen.own.top.at(-1)?.bar ?? [];
  return {
    rails: [
      {
        height: within(Math.round(height), 16, 400),
        inset: 0,
        gap: 24,
        start: logo,
        middle: [],
        end: [...menus, ...buttons],
      },
    ],
    fold: {
      bar: [...logo, ...buttons, ...(isFolding ? [] : menus)].map((item) => item.id),
      panel: isFolding ? menus.map((item) => item.id) : [],
      edge: 'top',
    },
  };
}

function logoItems(seen: SeenOwn, { swatch, hasLogo }: OwnMaking): Item[] {
  if (seen.logo === 'logo' && hasLogo) return [{ kind: 'logo', id: 'logo', height: 40 }];
  if (seen.logo !== 'text') return [];
  const [first, later] = [seen.top.logo, seen.scrolled?.logo];
  const isOther = later && later.hex !== first?.hex;
  const size = within(Math.round(seen.logoSize), 10, 80);
  return [
    {
      kind: 'name',
      id: 'name',
      size,
      tagline: false,
      ...(first && { ink: swatch(first.hex) }),
      ...(isOther && {
        looks: { scrolled: { ink: { link: swatch(later.hex), hover: swatch(later.hex) } } },
      }),
    },
  ];
}

function buttonItems({ buttons }: SeenOwn, { swatch, target }: OwnMaking): ButtonItem[] {
  return buttons.map(({ id, label, address, ink, hoverInk, fill, hoverFill, radius }) => ({
    kind: 'button',
    id,
    label,
    ...(address === undefined ? { address: '/' } : target(address)),
    ink: swatch(ink.hex),
    hoverInk: swatch(hoverInk.hex),
    fill: swatch(fill.hex),
    hoverFill: swatch(hoverFill.hex),
    radius: within(Math.round(radius), 0, 40),
  }));
}

/** Whether an address may stand in a document. */
export const safeTarget = (address: string): LinkTarget => ({
  address: isSafeAddress(address) ? address : '/',
});

/** What of a site's document takes in a header that was read. */
export type OwnTaken = Pick<Site, 'ownHeaders' | 'menus' | 'headers'>;

/**
 * A site's document with a header that was read: a new one, or what was read anew of one that is there, which goes on wearing
 * what it wears.
 * @param headerId the header that is read anew
 */
export function withOwnRead(site: Site, seen: SeenOwn, headerId?: string): OwnTaken & { header: string } {
  const { palette, pages, menus, headers, ownHeaders = [] } = site;
  const swatch = (hex: string): ColourUse => {
    const found = palette.find(({ colour }) => colour.toLowerCase() === hex);
    return found ? { swatch: found.id } : { colour: hex };
  };
  const target = (address: string): LinkTarget => {
    const page = pages.find(({ from }) => from !== undefined && from === address.split('#')[0]);
    return page && !address.includes('#') ? { page: page.id } : safeTarget(address);
  };
  const before = headers.find(({ id, own }) => id === headerId && own !== undefined);
  const known = before && ownHeaders.find(({ id }) => id === before.own);
  const oldMenu = before && menuOf(before);
  const made = ownHeader(seen, {
    id: known?.id ?? freeId('own', [...headers, ...ownHeaders]),
    menu: oldMenu ?? freeId('own-menu', menus),
    swatch,
    target,
    here: pages.find(({ from }) => from !== undefined && from === seen.own.from?.split('#')[0])?.id,
    faces: known?.faces ?? [],
    // Its pictures are taken with the pages, not with the header.
    ...(known?.logos && { logos: known.logos }),
    hasLogo: Object.keys(site.logo.variants).length > 0,
  });
  const header = before ? refreshed(before, made.header, known) : made.header;
  return {
    header: header.id,
    ownHeaders: [...ownHeaders.filter(({ id }) => id !== made.own.id), made.own],
    menus: [...menus.filter(({ id }) => id !== made.menu.id), made.menu],
    headers: before ? headers.map((each) => (each === before ? header : each)) : [...headers, header],
  };
}

/** The menu that hangs in a header, by its id. */
function menuOf(header: Header): string | undefined {
  const items = header.rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end]);
  return items.flatMap((item) => (item.kind === 'menu' ? [item.menu] : []))[0];
}

/** A header that goes on wearing what it wears, with the parts that were found now. */
function refreshed(before: Header, now: Header, known: OwnHeader | undefined): Header {
  const worn = new Map(
    before.rails
      .flatMap(({ start, middle, end }) => [...start, ...middle, ...end])
      .map((item) => [item.id, item]),
  );
  const kept = (items: readonly Item[]) =>
    items.map((item) => {
      const old = worn.get(item.id);
      return old?.kind === item.kind ? { ...item, ...old } : item;
    });
  const isTheirs = known?.stuck !== undefined && before.manner.switch.distance === known.stuck.from;
  return {
    ...before,
    rails: now.rails.map((rail) => ({
      ...rail,
      start: kept(rail.start),
      middle: kept(rail.middle),
      end: kept(rail.end),
    })),
    ...(now.fold && { fold: now.fold }),
    manner: { ...before.manner, ...(isTheirs && { switch: now.manner.switch }) },
  };
}
