import {
  ButtonItem,
  GapItem,
  IconsItem,
  ItemStep,
  LogoItem,
  MenuItem,
  NameItem,
  PictureItem,
  SearchItem,
  TextItem,
  type Item,
} from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import type { SteppedChoice, SteppedValue } from '../parts/ByWidth.tsx';
import type { RuleOf } from '../parts/RuleNumber.tsx';
import { steppedNumber } from '../parts/steppedNumber.ts';

/** What of an item can change by width. */
export function steppedValues(site: Site, item: Item): SteppedValue<ItemStep>[] {
  const size = <T>(label: string, base: number, of: RuleOf<T>) =>
    steppedNumber([ItemStep, 'size'], of, { label, base });
  const gap = <T>(base: number, of: RuleOf<T>) =>
    steppedNumber([ItemStep, 'gap'], of, { label: 'Between', base });
  const shift = steppedNumber([ItemStep, 'shift'], [LogoItem, 'shift'], {
    label: 'Moved down',
    base: item.kind === 'gap' ? 0 : (item.shift ?? 0),
  });
  switch (item.kind) {
    case 'logo':
      return [size('Height', item.height, [LogoItem, 'height']), shift];
    case 'picture':
      return [size('Height', item.height, [PictureItem, 'height']), shift];
    case 'menu': {
      const base = item.size ?? site.type.menu.size;
      return [size('Text size', base, [MenuItem, 'size']), gap(item.gap, [MenuItem, 'gap']), shift];
    }
    case 'button':
      return [size('Text size', item.size ?? site.type.button.size, [ButtonItem, 'size']), shift];
    case 'icons':
      return [size('Size', item.size, [IconsItem, 'size']), gap(item.gap, [IconsItem, 'gap']), shift];
    case 'gap':
      return [size('Width', item.size, [GapItem, 'size'])];
    case 'name':
      return [size('Size', item.size, [NameItem, 'size']), shift];
    case 'text':
      return [size('Text size', item.size, [TextItem, 'size']), shift];
    case 'search':
    case 'account':
    case 'basket':
      return [size('Size', item.size, [SearchItem, 'size']), shift];
  }
}

/** What of a site's name and its tagline can be read. */
export const NAME_READS = [
  ['both', 'name and tagline'],
  ['name', 'the name'],
  ['tagline', 'the tagline'],
] as const;

/** What of a site's name is read by width. */
export function nameReads({ reads, tagline }: NameItem): SteppedChoice<ItemStep> {
  return { key: 'reads', label: 'Reads', options: NAME_READS, base: reads ?? (tagline ? 'both' : 'name') };
}
