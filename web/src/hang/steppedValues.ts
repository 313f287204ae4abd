import type { Item, ItemStep, NameItem } from '@hatrail/core/model/item';
import type { Site } from '@hatrail/core/model/site';
import type { SteppedChoice, SteppedValue } from '../parts/ByWidth.tsx';

/** What of an item can change by width. */
export function steppedValues(site: Site, item: Item): SteppedValue<ItemStep>[] {
  const size = (label: string, base: number, min: number, max: number): SteppedValue<ItemStep> => ({
    key: 'size',
    label,
    min: Math.max(8, min),
    max: Math.min(240, max),
    base,
  });
  const shift: SteppedValue<ItemStep> = {
    key: 'shift',
    label: 'Moved down',
    min: -60,
    max: 60,
    base: item.shift ?? 0,
  };
  const gap = (base: number): SteppedValue<ItemStep> => ({
    key: 'gap',
    label: 'Between',
    min: 4,
    max: 120,
    base,
  });
  switch (item.kind) {
    case 'logo':
      return [size('Height', item.height, 16, 160), shift];
    case 'picture':
      return [size('Height', item.height, 12, 240), shift];
    case 'menu':
      return [size('Text size', item.size ?? site.type.menu.size, 10, 60), gap(item.gap), shift];
    case 'button':
      return [size('Text size', item.size ?? site.type.button.size, 10, 40), shift];
    case 'icons':
      return [size('Size', item.size, 12, 60), gap(item.gap), shift];
    case 'gap':
      return [size('Width', item.size, 8, 240)];
    case 'name':
      return [size('Size', item.size, 10, 80), shift];
    case 'text':
      return [size('Text size', item.size, 10, 60), shift];
    default:
      return [size('Size', item.size, 12, 40), shift];
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
