import { expect, test } from 'vitest';
import { ITEM_KINDS, ItemStep, type Item, type ItemKindName } from '@hatrail/core/model/item';
import { rangeOf } from '@hatrail/core/model/rules';
import { newSite } from '@hatrail/core/start/newSite';
import { steppedValues } from '../src/hang/steppedValues.ts';

test('what of an item changes by width keeps to what it may be as a whole, and at a width', () => {
  const site = newSite('One', 'straight');
  const values = (kind: ItemKindName) =>
    steppedValues(site, { kind, id: 'x', size: 20, height: 20, gap: 8 } as Item);
  for (const kind of Object.keys(ITEM_KINDS) as ItemKindName[])
    for (const { key, min, max } of values(kind)) {
      const whole = key === 'size' && (kind === 'logo' || kind === 'picture') ? 'height' : key;
      for (const range of [rangeOf(ItemStep, key), rangeOf(ITEM_KINDS[kind], whole)]) {
        expect(min).toBeGreaterThanOrEqual(range.min);
        expect(max).toBeLessThanOrEqual(range.max);
      }
    }
  const gapOf = (kind: ItemKindName) => values(kind).find(({ key }) => key === 'gap');
  expect(gapOf('icons')).toMatchObject({ min: 0, max: 80 });
  expect(gapOf('menu')).toMatchObject({ min: 4, max: 120 });
  expect(values('gap')).toMatchObject([{ key: 'size', min: 8, max: 240 }]);
});
