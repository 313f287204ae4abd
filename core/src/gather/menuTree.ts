import { at } from '../lists.ts';
import { type AnyEntry, type Menu, entriesOf } from '../model/menu.ts';
import { labelOf } from '../model/references.ts';
import type { Site } from '../model/site.ts';

/** Menus as trees: how entries move, and what looks wrong with them. */

/** Levels below the top. */
export const MOST_LEVELS = 2;

interface Spot {
  list: AnyEntry[];
  index: number;
  parent: AnyEntry | undefined;
  level: number;
}

function spotOf(menu: Menu, id: string): Spot | undefined {
  const look = (list: AnyEntry[], parent: AnyEntry | undefined, level: number): Spot | undefined => {
    for (const [index, entry] of list.entries()) {
      if (entry.id === id) return { list, index, parent, level };
      const found = look(entry.children ?? [], entry, level + 1);
      if (found) return found;
    }
    return undefined;
  };
  return look(menu.entries as AnyEntry[], undefined, 0);
}

/** Levels below an entry: 0 where it opens nothing. */
function depthOf(entry: AnyEntry): number {
  return Math.max(0, ...(entry.children ?? []).map((child) => 1 + depthOf(child)));
}

function childrenOf(entry: AnyEntry): AnyEntry[] {
  return (entry.children ??= []);
}

/** Takes an entry out of a draft of a menu, with what is below it. */
export function takeEntry(menu: Menu, id: string): AnyEntry | undefined {
  const spot = spotOf(menu, id);
  if (!spot) return undefined;
  const [entry] = spot.list.splice(spot.index, 1);
  if (spot.list.length === 0 && spot.parent) delete spot.parent.children;
  return entry;
}

/** What an entry may not carry below the top. */
function below(entry: AnyEntry, level: number): AnyEntry {
  if (level > 0) delete entry.standsOut;
  return entry;
}

export type EntryMove = 'up' | 'down' | 'in' | 'out';

/**
 * Moves an entry of a draft of a menu: up or down among its neighbours, in below the one before it, or out to beside the
 * one it is below.
 * @returns whether it could
 */
export function moveEntry(menu: Menu, id: string, move: EntryMove): boolean {
  const spot = spotOf(menu, id);
  if (!spot) return false;
  const { list, index, parent, level } = spot;
  const entry = at(list, index);
  if (move === 'up' || move === 'down') {
    const to = index + (move === 'up' ? -1 : 1);
    if (to < 0 || to >= list.length) return false;
    list.splice(index, 1);
    list.splice(to, 0, entry);
    return true;
  }
  if (move === 'in') {
    const before = list[index - 1];
    if (!before || level + 1 + depthOf(entry) > MOST_LEVELS) return false;
    list.splice(index, 1);
    childrenOf(before).push(below(entry, level + 1));
    return true;
  }
  if (!parent) return false;
  takeEntry(menu, id);
  const outer = spotOf(menu, parent.id)!;
  outer.list.splice(outer.index + 1, 0, entry);
  return true;
}

/**
 * Puts an entry of a draft of a menu beside another one, before or after it, or below it as its last.
 * @returns whether it could: an entry cannot go below itself, or more than two levels down
 */
export function placeEntry(
  menu: Menu,
  id: string,
  beside: string,
  where: 'before' | 'after' | 'below',
): boolean {
  const from = spotOf(menu, id);
  const target = spotOf(menu, beside);
  if (!from || !target || id === beside) return false;
  const entry = at(from.list, from.index);
  if (entriesOf({ entries: [entry] }).some((inner) => inner.entry.id === beside)) return false;
  const level = target.level + (where === 'below' ? 1 : 0);
  if (level + depthOf(entry) > MOST_LEVELS) return false;
  takeEntry(menu, id);
  const { list, index } = spotOf(menu, beside)!;
  if (where === 'below') childrenOf(at(list, index)).push(below(entry, level));
  else list.splice(index + (where === 'after' ? 1 : 0), 0, below(entry, level));
  return true;
}

/** Something about a menu that its owner should know. */
export interface MenuRemark {
  entry: string;
  message: string;
}

/** A second link home, an entry whose page is gone, and entries that lead nowhere and open nothing. */
export function menuRemarks(site: Site, menu: Menu, hasLogo: boolean): MenuRemark[] {
  const home = site.pages.find(({ path }) => path === '/');
  const isHome = (entry: AnyEntry) =>
    (entry.page !== undefined && entry.page === home?.id) || entry.address === '/';
  let homes = hasLogo ? 1 : 0;
  return entriesOf(menu).flatMap(({ entry }): MenuRemark[] => {
    const name = labelOf(site, entry);
    if (isHome(entry) && ++homes > 1) {
      const other =
        hasLogo && homes === 2 ? 'the logo leads home already' : 'another entry leads home already';
      return [{ entry: entry.id, message: `${name}: ${other}.` }];
    }
    if (entry.page === undefined && entry.address === undefined && !entry.children?.length) {
      return [{ entry: entry.id, message: `${name} leads nowhere and opens nothing.` }];
    }
    const path = entry.address?.startsWith('/') ? entry.address.replace(/[#?].*$/, '') || '/' : undefined;
    if (path !== undefined && !site.pages.some((page) => page.path === path)) {
      return [{ entry: entry.id, message: `${name}: there is no page ${path} in this site.` }];
    }
    return [];
  });
}
