import { freeId } from '../model/freeId.ts';
import type { Page } from '../model/page.ts';
import type { Picture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { usesOfPart } from '../gather/uses.ts';
import { pathOf, titleOf } from './seenSite.ts';

/** A page that was taken for a site that is here already, with its pictures as they were taken in. */
export interface TakenPage {
  /** Absolute. */
  address: string;
  title: string;
  /** What shows where the page ends: six hexadecimal digits after a #. */
  colour: string;
  pictures: { width: number; picture: Picture }[];
}

/** What became of pages that were taken, by their ids. */
export interface TakenInto {
  /** Those that came to the site. */
  fresh: string[];
  /** Those that it had, with other pictures now. */
  again: string[];
}

/**
 * Puts pages that were taken into a site: one that was brought in from the same address gets the new pictures, every other is new.
 * @param draft a draft of the site; it is changed
 * @param from where the pages' site begins, and what it is called
 */
export function putTaken(
  draft: Site,
  taken: readonly TakenPage[],
  from: { address: string; name: string },
): TakenInto {
  const into: TakenInto = { fresh: [], again: [] };
  for (const { address, title, colour, pictures } of taken) {
    draft.pictures.push(...pictures.map(({ picture }) => picture));
    const snapshots = pictures.map(({ width, picture }) => ({ width, picture: picture.id }));
    const known = draft.pages.find((page) => page.from === address);
    if (known) {
      const old = known.snapshots ?? [];
      known.snapshots = snapshots;
      for (const { picture } of old)
        if (usesOfPart(draft, 'picture', picture).length === 0)
          draft.pictures = draft.pictures.filter(({ id }) => id !== picture);
      into.again.push(known.id);
    } else {
      const page = newPage(draft, { address, title, colour }, from);
      draft.pages.push({ ...page, snapshots });
      into.fresh.push(page.id);
    }
  }
  return into;
}

function newPage(
  { pages, palette }: Site,
  { address, title, colour }: Pick<TakenPage, 'address' | 'title' | 'colour'>,
  from: { address: string; name: string },
): Page {
  const wanted = pathOf(address, from.address);
  const isTaken = (path: string) => pages.some((page) => page.path === path);
  let path = wanted === '/' ? '/page' : wanted;
  for (let i = 2; isTaken(path); i++) path = `${wanted === '/' ? '/page' : wanted}-${i}`;
  const swatch = palette.find((each) => each.colour.toLowerCase() === colour.toLowerCase());
  return {
    id: freeId(path, pages),
    title: titleOf(title, from.name),
    path,
    colour: swatch ? { swatch: swatch.id } : { colour },
    bands: [],
    from: address,
  };
}
