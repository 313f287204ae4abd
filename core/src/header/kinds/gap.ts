import type { GapItem } from '../../model/item.ts';
import { px } from '../../css/text.ts';
import type { ItemKind } from './kind.ts';

export const gap: ItemKind<GapItem> = {
  name: 'Gap',
  title: (_site, { size }) => `Gap, ${size} px`,
  measure: (_site, { size }) => ({ width: size, height: 0, place: () => [] }),
  html: (_markup, _item, className) => `<span class="hr-gap ${className}"></span>`,
  css: (_site, { size }, self) => [[self, `width: ${px(size)}`]],
};
