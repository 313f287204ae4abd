import { describe, expect, test } from 'vitest';
import { checkSite } from '../src/model/check.ts';
import { headerItems, type Header } from '../src/model/header.ts';
import type { ButtonItem, Item } from '../src/model/item.ts';
import { applyEdit, makeEdit } from '../src/model/patch.ts';
import type { Site } from '../src/model/site.ts';
import { keptItem, usesOf } from '../src/model/carry.ts';
import { header, site } from './made.ts';

/** Parts that are kept under a name: changed in one place, changed in all, undone as one. */

const button: ButtonItem = {
  kind: 'button',
  id: 'book',
  part: 'booking',
  label: 'Book',
  page: 'home',
  ink: { swatch: 'white' },
  fill: { swatch: 'night' },
  hoverFill: { swatch: 'night' },
  radius: 8,
};
const wearing = (id: string, item: Item): Header => ({
  ...header,
  id,
  name: id,
  rails: [{ ...header.rails[0]!, end: [...header.rails[0]!.end, item] }, ...header.rails.slice(1)],
});
const whole: Site = {
  ...site,
  parts: [{ id: 'booking', name: 'Booking', items: [keptItem(button)] }],
  headers: [
    wearing('one', button),
    wearing('two', { ...button, id: 'again', align: 'start', who: 'signed in' }),
    wearing('three', { ...button, shift: 4 }),
  ],
};
const buttons = (of: Site) =>
  of.headers.flatMap(headerItems).filter((item): item is ButtonItem => item.kind === 'button');
const inHeader = (of: Site, i: number) =>
  headerItems(of.headers[i]!).find((item) => item.kind === 'button') as ButtonItem;

describe('a kept button', () => {
  test('is sound, and its uses are found in every header', () => {
    expect(checkSite(whole)).toEqual([]);
    expect(usesOf(whole, whole.parts![0]!).map((use) => use.header.id)).toEqual(['one', 'two', 'three']);
  });

  test('changed in one header it is changed in all and in the part, but for what is each use’s own; undone as one', () => {
    const [next, edit] = makeEdit(whole, 'Round it', (draft) => {
      const item = inHeader(draft as Site, 1);
      item.radius = 20;
      item.pressedFill = { swatch: 'white' };
      item.align = 'end';
    });
    expect(buttons(next).map(({ radius, pressedFill }) => [radius, pressedFill])).toEqual(
      [1, 2, 3].map(() => [20, { swatch: 'white' }]),
    );
    expect(buttons(next).map(({ align, who, shift }) => [align, who, shift])).toEqual([
      [undefined, undefined, undefined],
      ['end', 'signed in', undefined],
      [undefined, undefined, 4],
    ]);
    expect(next.parts![0]!.items![0]).toMatchObject({ radius: 20 });
    expect(applyEdit(next, edit, 'back')).toEqual(whole);
    expect(applyEdit(applyEdit(next, edit, 'back'), edit, 'forward')).toEqual(next);
  });

  test('a value that goes, goes everywhere; the part itself changes all', () => {
    const [gone] = makeEdit(
      whole,
      'No line',
      (draft) => void delete (inHeader(draft as Site, 0) as Partial<ButtonItem>).hoverFill,
    );
    expect(buttons(gone).every((item) => !('hoverFill' in item))).toBe(true);
    const [renamed] = makeEdit(whole, 'Other words', (draft) => {
      (draft.parts![0]!.items![0] as ButtonItem).label = 'Come';
    });
    expect(buttons(renamed).map(({ label }) => label)).toEqual(['Come', 'Come', 'Come']);
  });

  test('cut loose it follows no more, and nothing follows it; an item of another part is left alone', () => {
    const [cut] = makeEdit(whole, 'Cut loose', (draft) => void delete inHeader(draft as Site, 0).part);
    const [next] = makeEdit(cut, 'Round it', (draft) => void (inHeader(draft as Site, 0).radius = 30));
    expect(buttons(next).map(({ radius }) => radius)).toEqual([30, 8, 8]);
    const [later] = makeEdit(next, 'Round it', (draft) => void (inHeader(draft as Site, 1).radius = 3));
    expect(buttons(later).map(({ radius }) => radius)).toEqual([30, 3, 3]);
  });

  test('hung anew it is as it is kept, and a part whose name has gone changes nothing', () => {
    const [lost] = makeEdit(whole, 'Lose the name', (draft) => void (draft.parts = []));
    const [next] = makeEdit(lost, 'Round it', (draft) => void (inHeader(draft as Site, 0).radius = 30));
    expect(buttons(next).map(({ radius }) => radius)).toEqual([30, 8, 8]);
    expect(checkSite(next)).toEqual([]);
  });

  test('kept looks are carried in the same way', () => {
    const dressed: Site = {
      ...whole,
      parts: [{ id: 'night', name: 'Night', looks: header.looks }],
      headers: [
        { ...header, part: 'night' },
        { ...header, id: 'other', part: 'night' },
        { ...header, id: 'third' },
      ],
    };
    expect(checkSite(dressed)).toEqual([]);
    const [next] = makeEdit(
      dressed,
      'Fill',
      (draft) => void (draft.headers[1]!.looks.scrolled = { fill: { opacity: 0.9 } }),
    );
    expect(next.headers.map(({ looks }) => looks.scrolled.fill?.opacity)).toEqual([
      0.9,
      0.9,
      header.looks.scrolled.fill?.opacity,
    ]);
    expect(next.parts![0]!.looks!.scrolled).toEqual({ fill: { opacity: 0.9 } });
  });
});
