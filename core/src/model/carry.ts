import { freeId } from './freeId.ts';
import { foldToo, headerItems, itemsOf, PLACES, type Header, type Rail } from './header.ts';
import type { Item } from './item.ts';
import type { Band, Page } from './page.ts';
import type { KeptPart } from './parts.ts';
import type { Site } from './site.ts';

/**
 * Parts that are kept under a name and used in many places. Every use holds its values itself, so that nothing else in the
 * program need know of parts. What is changed in one use stands there first, ahead of the part; once it is seen what that
 * would make of the others it is carried to all, or the use is cut loose, or put back.
 */

/** What of an item is its use's own: where it hangs, and for whom. */
const OWN = ['id', 'part', 'align', 'shift', 'who', 'shown', 'steps'] as const;

/** One use of a part: where it is, and how it is set or let go. */
export interface Use {
  /** Of an item, a rail or looks. */
  header?: Header;
  /** Of a band. */
  page?: Page;
  item?: Item;
  rail?: Rail;
  band?: Band;
  /** All of it that is the same in every use, as text. */
  value: string;
  /** Makes it what another use, or the part itself, is: of a draft. */
  become(other: Holder): void;
  /** Cuts it loose: of a draft. */
  loosen(): void;
}

/** What holds the values of a part: a use of it, or the part itself. */
type Holder = Pick<KeptPart, 'items' | 'rail' | 'looks' | 'band'>;

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Values in the order of their names, so that the same are the same text. */
const textOf = (value: unknown): string =>
  JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  );

function without<T extends object>(value: T, keys: readonly string[]): Partial<T> {
  return Object.fromEntries(Object.entries(value).filter(([key]) => !keys.includes(key))) as Partial<T>;
}

/** Rails hold items under ids that are their header's own. */
function sharedRail(rail: Rail): object {
  const items = (list: readonly Item[]) => list.map((item) => without(item, ['id']));
  return {
    ...without(rail, RAIL_OWN),
    start: items(rail.start),
    middle: items(rail.middle),
    end: items(rail.end),
  };
}

const RAIL_OWN = ['part', 'leaves', 'inFlow', 'full'];
const BAND_OWN = ['id', 'part'];

/** What a part holds that all its uses share, as text. */
function valueOf({ items, rail, looks, band }: Holder): string {
  if (rail) return textOf(sharedRail(rail));
  if (looks) return textOf(looks);
  if (band) return textOf(without(band, BAND_OWN));
  return textOf(items?.[0] ? without(items[0], OWN) : undefined);
}

/** Puts values in the place of others, but for those of some names. */
function assign(target: object, values: object, keeps: readonly string[]): void {
  const into = target as Record<string, unknown>;
  for (const key of Object.keys(into)) if (!keeps.includes(key) && !(key in values)) delete into[key];
  for (const [key, value] of Object.entries(values))
    if (!keeps.includes(key) && textOf(into[key]) !== textOf(value)) into[key] = plain(value);
}

/** Every item of a header, hung or spare. */
const hung = (header: Header) => [...headerItems(header), ...(header.spare ?? [])];

/** What items are told apart by, beside their ids, for whoever looks at them. */
const NAMING = new Set(['label', 'text', 'menu', 'picture', 'links']);

/** How alike two items of a kind are: by their ids first, then by what they are called, then by all else. */
function likeness(a: Item, b: Item): number {
  if (a.kind !== b.kind) return 0;
  const other = new Map<string, unknown>(Object.entries(b));
  const same = Object.entries(a).flatMap(([key, value]) =>
    textOf(value) === textOf(other.get(key)) ? [key] : [],
  );
  return same.reduce((sum, key) => sum + (key === 'id' ? 1000 : NAMING.has(key) ? 30 : 1), 0);
}

/** Which old item becomes which fresh one: the most alike first. */
function pairedItems(old: readonly Item[], fresh: readonly Item[]): Map<Item, Item> {
  const pairs = fresh
    .flatMap((to) => old.map((from) => ({ to, from, likeness: likeness(from, to) })))
    .filter((pair) => pair.likeness > 0)
    .sort((a, b) => b.likeness - a.likeness);
  const taken = new Map<Item, Item>();
  const used = new Set<Item>();
  for (const { to, from } of pairs) {
    if (taken.has(to) || used.has(from)) continue;
    taken.set(to, from);
    used.add(from);
  }
  return taken;
}

/**
 * Puts the contents of one rail on another. What hangs there already keeps its id, by which it is known elsewhere; what
 * comes gets one that is free in the header.
 */
function assignRail(rail: Rail, from: Rail, header: Header | undefined): void {
  const old = itemsOf(rail);
  const taken = pairedItems(old, itemsOf(from));
  const left = new Set(old);
  for (const item of taken.values()) left.delete(item);
  const ids = header ? hung(header) : [...old];
  const fresh = (item: Item): Item => {
    const known = taken.get(item);
    if (known) return { ...plain(item), id: known.id };
    const made = { ...plain(item), id: freeId(item.id, ids) };
    ids.push(made);
    return made;
  };
  const lists = { start: from.start.map(fresh), middle: from.middle.map(fresh), end: from.end.map(fresh) };
  assign(rail, { ...without(from, RAIL_OWN), ...lists }, RAIL_OWN);
  if (!header) return;
  const gone = new Set([...left].map(({ id }) => id));
  const { fold } = header;
  if (fold) {
    fold.bar = fold.bar.filter((id) => !gone.has(id));
    fold.panel = fold.panel.filter((id) => !gone.has(id));
  }
  const known = new Set(old.map(({ id }) => id));
  for (const item of PLACES.flatMap((place) => lists[place])) if (!known.has(item.id)) foldToo(header, item);
}

function itemUse(header: Header, item: Item): Use {
  return {
    header,
    item,
    value: valueOf({ items: [item] }),
    become: ({ items }) => items?.[0] && assign(item, items[0], OWN),
    loosen: () => delete item.part,
  };
}

function railUse(header: Header, rail: Rail): Use {
  return {
    header,
    rail,
    value: valueOf({ rail }),
    become: ({ rail: from }) => from && assignRail(rail, from, header),
    loosen: () => delete rail.part,
  };
}

function looksUse(header: Header): Use {
  return {
    header,
    value: valueOf({ looks: header.looks }),
    become: ({ looks }) => looks && (header.looks = plain(looks)),
    loosen: () => delete header.part,
  };
}

function bandUse(page: Page, band: Band): Use {
  return {
    page,
    band,
    value: valueOf({ band }),
    become: ({ band: from }) => from && assign(band, from, BAND_OWN),
    loosen: () => delete band.part,
  };
}

/** Every use of a part, in the order of the headers, or of the pages. */
export function usesOf(site: Site, part: KeptPart): Use[] {
  const isUse = (one: { part?: string | undefined }) => one.part === part.id;
  if (part.band)
    return site.pages.flatMap((page) => page.bands.filter(isUse).map((band) => bandUse(page, band)));
  return site.headers.flatMap((header): Use[] => {
    if (part.looks) return isUse(header) ? [looksUse(header)] : [];
    if (part.rail) return header.rails.filter(isUse).map((rail) => railUse(header, rail));
    return hung(header)
      .filter(isUse)
      .map((item) => itemUse(header, item));
  });
}

/** The same use of a part in a draft, or in another version of a site. */
function sameUse(site: Site, part: KeptPart, use: Use): Use | undefined {
  const uses = usesOf(site, part).filter(
    ({ header, page }) => header?.id === use.header?.id && page?.id === use.page?.id,
  );
  return uses.find(({ item, band, value }) =>
    use.item ? item?.id === use.item.id : use.band ? band?.id === use.band.id : value === use.value,
  );
}

function holderOf({ item, rail, band, header }: Use): Holder {
  return rail
    ? { rail }
    : band
      ? { band }
      : item
        ? { items: [item] }
        : { ...(header && { looks: header.looks }) };
}

/** A use that was changed and is ahead of its part, and of the other uses. */
export interface Ahead {
  part: KeptPart;
  use: Use;
}

/** Every use that has other values than its part, in the order of the parts. */
export function aheadOf(site: Site): Ahead[] {
  return (site.parts ?? []).flatMap((part) => {
    const value = valueOf(part);
    return usesOf(site, part)
      .filter((use) => use.value !== value)
      .map((use) => ({ part, use }));
  });
}

/**
 * Carries what one use of a part has to the part and to all its uses.
 * @param site the site, or a draft of it; it is changed
 */
export function carryToAll(site: Site, { part, use }: Ahead): void {
  const kept = site.parts?.find(({ id }) => id === part.id);
  const from = kept && sameUse(site, kept, use);
  if (!kept || !from) return;
  const holder = plain(holderOf(from));
  for (const each of usesOf(site, kept)) if (each.value !== from.value) each.become(holder);
  keep(kept, holder);
}

/** Makes a part what one of its uses is. */
function keep(kept: KeptPart, holder: Holder): void {
  if (kept.rail && holder.rail) assignRail(kept.rail, holder.rail, undefined);
  else if (kept.band && holder.band) assign(kept.band, holder.band, BAND_OWN);
  else if (kept.looks && holder.looks) kept.looks = holder.looks;
  else if (kept.items?.[0] && holder.items?.[0]) assign(kept.items[0], holder.items[0], OWN);
}

/**
 * A part that is used once is as that use is, since nothing else would become another.
 * @param site a draft of the site; its parts are changed
 */
export function followLone(site: Site): void {
  for (const part of site.parts ?? []) {
    const [use, ...others] = usesOf(site, part);
    if (use && others.length === 0 && use.value !== valueOf(part)) keep(part, plain(holderOf(use)));
  }
}

/** Puts a use back to what is kept: of a draft. */
export function putBack(site: Site, { part, use }: Ahead): void {
  const kept = site.parts?.find(({ id }) => id === part.id);
  if (kept) sameUse(site, kept, use)?.become(kept);
}

/** Cuts a use loose from its part, so that it is what it is: of a draft. */
export function cutLoose(site: Site, { part, use }: Ahead): void {
  sameUse(site, part, use)?.loosen();
}

/** An item as a part keeps it: without what is its use's own. */
export function keptItem(item: Item): Item {
  const { part: _, align: __, who: ___, ...kept } = plain(item) as Item & { align?: string };
  return kept as Item;
}

/** A rail as a part keeps it. */
export function keptRail(rail: Rail): Rail {
  return without(plain(rail), RAIL_OWN) as Rail;
}

/** A band as a part keeps it. */
export function keptBand(band: Band): Band {
  return without(plain(band), ['part']) as Band;
}

/** Hangs a kept rail below a header's others: of a draft. */
export function hangKeptRail(header: Header, part: KeptPart): void {
  if (!part.rail) return;
  const rail: Rail = { ...plain(part.rail), start: [], middle: [], end: [], part: part.id };
  header.rails.push(rail);
  assignRail(rail, part.rail, header);
}
