import { freeId } from '../model/freeId.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';

/** A page just like another, with a title, an address and ids of its own; of what it was brought in from it is no picture. */
export function copiedPage(site: Site, page: Page): Page {
  const { from: _, ...copy } = structuredClone(page);
  const title = `${page.title.slice(0, 110)}, copy`;
  return { ...copy, id: freeId(page.id, site.pages), title, path: freePath(site, page.path) };
}

/** An address beside another that no page has: `/shows-2`, or for pages just below an address `/shows-2/*`. */
function freePath({ pages }: Site, path: string): string {
  const [own, rest] = path.endsWith('/*') ? [path.slice(0, -2), '/*'] : [path, ''];
  const base = own === '' || own === '/' ? '/home' : own.slice(0, 190).replace(/-+$/, '');
  const taken = new Set(pages.map((page) => page.path));
  for (let n = 2; ; n++) {
    const free = `${base}-${n}${rest}`;
    if (!taken.has(free)) return free;
  }
}
