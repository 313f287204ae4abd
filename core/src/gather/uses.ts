import { referencesOf, type PartKind, type Reference } from '../model/references.ts';
import type { Look } from '../model/look.ts';
import type { Band } from '../model/page.ts';
import type { Site } from '../model/site.ts';

/** Where pictures, menus, pages and pairings are used, and how another takes their place. */

/** What stands at a path of a document, to be read or changed. */
export function atPath(site: unknown, path: readonly (string | number)[]): unknown {
  return path.reduce<unknown>(
    (part, key) => (part as Record<string | number, unknown> | undefined)?.[key],
    site,
  );
}

/** Every place that names a part of the site. */
export function usesOfPart(site: Site, kind: PartKind, id: string): Reference[] {
  return referencesOf(site).filter((reference) => reference.kind === kind && reference.id === id);
}

/** Puts another part in the place of one, wherever a draft of the site names it. */
export function useInstead(draft: Site, kind: PartKind, id: string, instead: string): void {
  for (const { path } of usesOfPart(draft, kind, id)) {
    const holder = atPath(draft, path.slice(0, -1)) as Record<string | number, string>;
    holder[path.at(-1)!] = instead;
  }
}

/**
 * Takes a picture out of a draft of the site, and out of every place where it is used, wherever that is: a backdrop keeps its
 * colour, a picture item goes from its rail, an icon of the owner's becomes a star, the picture layer of a look goes, and so
 * do a logo variant and a full-length picture of a page. Of pictures that take turns the next is the first.
 */
export function removePicture(draft: Site, id: string): void {
  draft.pictures = draft.pictures.filter((picture) => picture.id !== id);
  // From the last use on, so that what goes from a list leaves the places before it as they are.
  for (const { path } of usesOfPart(draft, 'picture', id).reverse()) loseAt(draft, path);
  for (const page of draft.pages) if (page.snapshots?.length === 0) delete page.snapshots;
  for (const { picture } of draft.pages.flatMap(({ bands }) => bands.map(({ backdrop }) => backdrop)))
    if (picture?.takeTurns?.pictures.length === 0) delete picture.takeTurns;
  for (const header of draft.headers) if (header.spare?.length === 0) delete header.spare;
  if (draft.parts) draft.parts = draft.parts.filter(({ items }) => items?.length !== 0);
}

/** The pictures that take turns with one, of which the next takes its place. */
function nextOf(holder: object | undefined): string[] | undefined {
  const { takeTurns } = (holder ?? {}) as { takeTurns?: { pictures: string[] } };
  return takeTurns && takeTurns.pictures.length > 0 ? takeTurns.pictures : undefined;
}

/** Takes away what names a picture at a path. */
function loseAt(draft: Site, path: readonly (string | number)[]): void {
  type Named = Record<string | number, unknown>;
  const key = path.at(-1)!;
  const [list, own] = path.slice(-3, -1) as [string | number, string | number];
  const holder = atPath(draft, path.slice(0, -1)) as Named | unknown[];
  const around = atPath(draft, path.slice(0, -2)) as Named | unknown[];
  if (Array.isArray(holder)) holder.splice(Number(key), 1);
  else if (own === 'variants' || own === 'turns') delete holder[key];
  else if (list === 'links') {
    delete holder[key];
    holder.icon = 'star';
  } else if (Array.isArray(around)) around.splice(Number(own), 1);
  else if (nextOf(holder)) holder[key] = nextOf(holder)!.shift();
  else delete around[own];
}

/** Takes a pairing out of a draft of the site. What wore it, wherever that is, keeps its colours as its own. */
export function removePairing(draft: Site, id: string): void {
  const pairing = draft.pairings?.find((each) => each.id === id);
  if (!pairing) return;
  const { ink: link, hover = link, current = link, ground } = pairing;
  for (const { path } of usesOfPart(draft, 'pairing', id)) {
    const wearer = atPath(draft, path.slice(0, -1)) as Band | Look;
    delete wearer.pairing;
    if ('backdrop' in wearer) {
      wearer.ink = { ...link };
      wearer.backdrop.colour = { ...ground };
    } else {
      wearer.ink = { link: { ...link }, hover: { ...hover }, current: { ...current }, ...wearer.ink };
      wearer.fill = { colour: { ...ground }, ...wearer.fill };
    }
  }
  draft.pairings = draft.pairings!.filter((each) => each !== pairing);
}

/**
 * Takes a page out of a draft of the site. Links to it go to another page, or to the address that it had, so that none
 * is lost silently.
 */
export function removePage(draft: Site, id: string, instead?: string): void {
  const gone = draft.pages.find((page) => page.id === id);
  for (const { path } of usesOfPart(draft, 'page', id)) {
    const link = atPath(draft, path.slice(0, -1)) as { page?: string; address?: string; label?: string };
    if (instead !== undefined) link.page = instead;
    else {
      delete link.page;
      link.address = gone?.path ?? '/';
      // An entry without a label of its own was called by the page's title.
      if (path[0] === 'menus' && link.label === undefined) link.label = gone?.title ?? 'Untitled';
    }
  }
  draft.pages = draft.pages.filter((page) => page.id !== id);
}
