import type { Look } from '../model/look.ts';
import { referencesOf, type PartKind, type Reference } from '../model/references.ts';
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
 * Takes a picture out of a draft of the site, and out of every place where it is used: a backdrop keeps its colour, a
 * picture item goes from its rail, an icon of the owner's becomes a star, a header's or rail's picture layer goes, in its trials,
 * too.
 */
export function removePicture(draft: Site, id: string): void {
  draft.pictures = draft.pictures.filter((picture) => picture.id !== id);
  for (const [variant, picture] of Object.entries(draft.logo.variants)) {
    if (picture === id) delete draft.logo.variants[variant as keyof typeof draft.logo.variants];
  }
  for (const page of draft.pages) {
    const left = page.snapshots?.filter(({ picture }) => picture !== id);
    if (left?.length === 0) delete page.snapshots;
    else if (left) page.snapshots = left;
    for (const band of page.bands) {
      if (band.backdrop.picture?.picture === id) delete band.backdrop.picture;
      for (const content of band.contents) {
        if (content.kind === 'pictures') content.pictures = content.pictures.filter((used) => used !== id);
      }
    }
  }
  for (const header of draft.headers) {
    const isGone = (item: { kind: string; picture?: string }) =>
      item.kind === 'picture' && item.picture === id;
    for (const rail of header.rails) {
      for (const place of ['start', 'middle', 'end'] as const) {
        rail[place] = rail[place].filter((item) => !isGone(item));
      }
    }
    if (header.spare) header.spare = header.spare.filter((item) => !isGone(item));
    const items = [...header.rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end])];
    for (const item of [...items, ...(header.spare ?? [])]) {
      if (item.kind !== 'icons') continue;
      for (const link of item.links) {
        if (link.picture !== id) continue;
        delete link.picture;
        link.icon = 'star';
      }
    }
    const trials = header.trials ?? [];
    const worn = [header, ...header.rails, ...trials, ...trials.flatMap(({ parts }) => parts)];
    for (const look of worn.flatMap(({ looks }) => Object.values(looks ?? {}) as Look[])) {
      if (look.picture?.picture === id) delete look.picture;
    }
  }
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
