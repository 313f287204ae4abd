import { FORMAT, type Site } from './site.ts';

/** A site's document of some version, whatever it holds. */
type Document = Record<string, unknown>;

/**
 * What brings a document from each version to the next, from the first version on. A new version is a line here, and a file of
 * the one before it in `core/test/files`. Versions 2 to 4 only added parts that may be missing.
 */
export const UPGRADES: readonly ((older: Document) => Document)[] = [
  // 1 to 2: own fonts, pairings, pictures with a focus and a subject, snapshots.
  (older) => older,
  // 2 to 3: words of the header, what the pointer does, and layers beyond fill and ink.
  (older) => older,
  // 3 to 4: needs, placements, what differs on a page, and items for some visitors alone.
  (older) => older,
];

/**
 * Brings a document up to the version of this program.
 * @param from its own version, 1 to {@link FORMAT}
 */
export function upgraded(document: Document, from: number): Site {
  const newest = UPGRADES.slice(from - 1).reduce((older, upgrade) => upgrade(older), document);
  return { ...newest, format: FORMAT } as unknown as Site;
}
