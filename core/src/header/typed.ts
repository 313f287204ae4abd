import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { typeIn, type HeaderType } from '../model/type.ts';

const typed = new WeakMap<Site, WeakMap<HeaderType, Site>>();

/**
 * A site as a header is set in it: with the header's own type, where it has one. Whatever lays out, writes or judges a header asks for
 * this, and is told the same; asked of what it gave, it gives that.
 */
export function typedFor(site: Site, { type }: Pick<Header, 'type'>): Site {
  if (!type) return site;
  let known = typed.get(site);
  if (!known) typed.set(site, (known = new WeakMap()));
  const found = known.get(type) ?? { ...site, type: typeIn(site.type, type) };
  known.set(type, found);
  return found;
}
