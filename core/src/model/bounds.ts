import { at as elementAt } from '../lists.ts';
import type { Problem } from './badInput.ts';

/** How large a document, and any part of it, may be. What is larger is told before any other rule is looked at. */
export const BOUNDS = {
  /** Levels of objects and lists, one in the other. */
  depth: 64,
  /** Entries of one list. */
  list: 2000,
  /** Characters of one text. */
  text: 100_000,
  /** Values in all. */
  values: 1_000_000,
};

/** The most pixels that a picture may have along a side. */
export const MAX_PICTURE_SIDE = 16384;

/** Keys that mean something to the language itself. */
const RESERVED = new Set(['__proto__', 'constructor', 'prototype']);

/** Whether a name may be a key or an id: it has no meaning of the language's own. */
export function isFreeName(name: string): boolean {
  return !RESERVED.has(name) && !(name in Object.prototype);
}

interface Place {
  value: unknown;
  key: string | number;
  depth: number;
  parent: Place | undefined;
}

/** The first thing by which a document is too large, too deep, or not made of plain parts; a place in a list is never empty. */
export function boundsProblem(data: unknown): Problem | undefined {
  const waiting: Place[] = [{ value: data, key: '', depth: 0, parent: undefined }];
  let values = 0;
  for (let place = waiting.pop(); place; place = waiting.pop()) {
    const { value, depth } = place;
    const problem = (message: string): Problem => ({ path: pathOf(place!), message });
    if (++values > BOUNDS.values)
      return { path: '', message: `${BOUNDS.values} values at most: take some out.` };
    if (typeof value === 'string' && value.length > BOUNDS.text)
      return problem(`Shorten it to ${BOUNDS.text} characters; it has ${value.length}.`);
    if (typeof value !== 'object' || value === null) continue;
    if (depth > BOUNDS.depth)
      return problem(`${BOUNDS.depth} levels at most: what is deeper cannot be read.`);
    if (Array.isArray(value) && value.length > BOUNDS.list)
      return problem(`${BOUNDS.list} at most; there are ${value.length}.`);
    const parts = Object.entries(value);
    for (let i = parts.length - 1; i >= 0; i--) {
      const [key, part] = elementAt(parts, i);
      const child: Place = {
        value: part,
        key: Array.isArray(value) ? Number(key) : key,
        depth: depth + 1,
        parent: place,
      };
      if (Array.isArray(value) && part === null)
        return { path: pathOf(child), message: 'There is nothing here: fill it in or take it out.' };
      if (!Array.isArray(value) && !isFreeName(key))
        return { path: pathOf(child), message: 'This is not part of a site file: take it out.' };
      waiting.push(child);
    }
  }
  return undefined;
}

/** A place as it is written: `headers[0].looks.top`. */
function pathOf(place: Place): string {
  const keys: (string | number)[] = [];
  for (let at: Place | undefined = place; at?.parent; at = at.parent) keys.unshift(at.key);
  return pathText(keys);
}

/** A path as it is written: `headers[0].looks.top`. */
export function pathText(path: readonly (string | number)[]): string {
  return path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${key}` : key),
    '',
  );
}
