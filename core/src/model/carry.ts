import { itemsOf, type Header } from './header.ts';
import type { Item } from './item.ts';
import type { KeptPart } from './parts.ts';
import type { Site } from './site.ts';

/**
 * Parts that are kept under a name and used in many headers. Every use holds its values itself, so that nothing else in the program
 * need know of parts; what is changed in one is carried to all, within the same step.
 */

/** What of an item is its use's own: where it hangs, and for whom. */
const OWN = ['id', 'part', 'align', 'shift', 'who', 'shown', 'steps'] as const;

/** What of an item is the same in all uses. */
function shared(item: Item): Record<string, unknown> {
  const values: Record<string, unknown> = { ...item };
  for (const key of OWN) delete values[key];
  return values;
}

/** One use of a part: in which header, what it is there, and how it is set. */
export interface Use {
  header: Header;
  /** The item, where it is one; the header's looks where it is not. */
  item?: Item;
  value: unknown;
  set(value: unknown): void;
}

/** Every use of a part, in the order of the headers. */
export function usesOf(site: Site, part: KeptPart): Use[] {
  return site.headers.flatMap((header): Use[] => {
    if (part.looks)
      return header.part === part.id
        ? [{ header, value: header.looks, set: (value) => void (header.looks = value as Header['looks']) }]
        : [];
    return [...header.rails.flatMap(itemsOf), ...(header.spare ?? [])]
      .filter((item) => item.part === part.id)
      .map((item) => ({
        header,
        item,
        value: shared(item),
        set: (value) => setShared(item, value as object),
      }));
  });
}

function setShared(item: Item, value: object): void {
  const values = item as unknown as Record<string, unknown>;
  for (const key of Object.keys(shared(item))) if (!(key in value)) delete values[key];
  for (const [key, each] of Object.entries(value))
    if (JSON.stringify(values[key]) !== JSON.stringify(each)) values[key] = plain(each);
}

const plain = <T>(value: T): T => (value === undefined ? value : (JSON.parse(JSON.stringify(value)) as T));
const text = (value: unknown) => JSON.stringify(value);

/** What a part holds, as its uses have it. */
function valueOf({ items, looks }: KeptPart): unknown {
  return looks ?? (items?.[0] && shared(items[0]));
}

/**
 * Carries what was changed in one use of a part, or in the part itself, to all its uses.
 * @param before the site before the edit
 * @param after the same after it; it is changed
 */
export function carryParts(before: Site, after: Site): void {
  for (const part of after.parts ?? []) {
    const old = before.parts?.find(({ id }) => id === part.id);
    const uses = usesOf(after, part);
    const was = new Map(
      (old ? usesOf(before, old) : []).map((use) => [
        `${use.header.id} ${use.item?.id ?? ''}`,
        text(use.value),
      ]),
    );
    const isChanged = old && text(valueOf(old)) !== text(valueOf(part));
    const changed = uses.find((use) => {
      const known = was.get(`${use.header.id} ${use.item?.id ?? ''}`);
      return known !== undefined && known !== text(use.value);
    });
    if (!isChanged && !changed) continue;
    const value = isChanged ? valueOf(part) : changed!.value;
    for (const use of uses) if (text(use.value) !== text(value)) use.set(plain(value));
    if (text(valueOf(part)) === text(value)) continue;
    if (part.looks) part.looks = plain(value) as Header['looks'];
    else if (part.items?.[0]) setShared(part.items[0], value as object);
  }
}

/** An item as a part keeps it: without what is its use's own. */
export function keptItem(item: Item): Item {
  const { part: _, align: __, who: ___, ...kept } = plain(item) as Item & { align?: string };
  return kept as Item;
}
