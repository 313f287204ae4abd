import type { Item, ItemKindName } from '../../model/item.ts';
import type { Site } from '../../model/site.ts';
import { account, basket, search } from './actions.ts';
import { button } from './button.ts';
import { gap } from './gap.ts';
import { icons } from './icons.ts';
import type { ItemKind } from './kind.ts';
import { logo } from './logo.ts';
import { menu } from './menu.ts';
import { name } from './name.ts';
import { pictureItem } from './picture.ts';
import { text } from './text.ts';

/** Every kind of item by its name. */
export const KINDS: { [K in ItemKindName]: ItemKind<Extract<Item, { kind: K }>> } = {
  logo,
  name,
  menu,
  button,
  text,
  icons,
  picture: pictureItem,
  search,
  account,
  basket,
  gap,
};

/** What sets an item's kind apart. */
export function kindOf<I extends Item>(item: I): ItemKind<I> {
  return KINDS[item.kind] as unknown as ItemKind<I>;
}

/** What an item is called. */
export function titleOf(site: Site, item: Item): string {
  return kindOf(item).title(site, item);
}

/** Whether an item has anything to show on this site; what has not takes no room and has no markup. */
export function hasContent(site: Site, item: Item): boolean {
  return kindOf(item).hasContent?.(site, item) ?? true;
}
