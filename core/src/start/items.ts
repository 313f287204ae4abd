import { at } from '../lists.ts';
import { freeId } from '../model/freeId.ts';
import { itemIds } from '../gather/swatches.ts';
import { KINDS } from '../header/kinds/index.ts';
import type { Header } from '../model/header.ts';
import type { Item, ItemKindName } from '../model/item.ts';
import type { LinkTarget } from '../model/menu.ts';
import type { Site } from '../model/site.ts';

/** Whether a site has what an item of a kind shows. */
export function canHang(site: Site, kind: ItemKindName): boolean {
  if (kind === 'menu') return site.menus.length > 0;
  if (kind === 'picture') return site.pictures.length > 0;
  return true;
}

/** A new item of a kind, with an id that no other item of the header has. */
export function newItem(site: Site, header: Header, kind: ItemKindName): Item {
  const id = freeId(KINDS[kind].name, itemIds(header));
  const home: LinkTarget = { page: at(site.pages, 0).id };
  const [first, last] = [at(site.palette, 0).id, site.palette.at(-1)!.id];
  switch (kind) {
    case 'logo':
      return { kind, id, height: 40 };
    case 'name':
      return { kind, id, size: 22, tagline: false };
    case 'menu':
      return { kind, id, menu: at(site.menus, 0).id, gap: 28 };
    case 'button':
      return {
        kind,
        id,
        label: 'Get in touch',
        ...home,
        ink: { swatch: last },
        fill: { swatch: first },
        hoverFill: { swatch: first },
        radius: 20,
      };
    case 'text':
      return { kind, id, text: 'A line of text', size: 14 };
    case 'icons':
      return {
        kind,
        id,
        size: 20,
        gap: 14,
        links: [
          { id: 'phone', icon: 'phone', label: 'Call us', address: 'tel:+440000000000' },
          { id: 'mail', icon: 'mail', label: 'Write to us', address: 'mailto:hello@example.org' },
        ],
      };
    case 'picture':
      return { kind, id, picture: at(site.pictures, 0).id, height: 40 };
    case 'search':
      return { kind, id, size: 22, label: 'Search', to: { address: '/search' } };
    case 'account':
      return { kind, id, size: 22, label: 'Your account', to: { address: '/account' } };
    case 'basket':
      return { kind, id, size: 22, label: 'Basket', to: { address: '/basket' }, count: 0 };
    case 'gap':
      return { kind, id, size: 24 };
  }
}
