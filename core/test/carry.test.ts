import { describe, expect, test } from 'vitest';
import { checkSite } from '../src/model/check.ts';
import { headerItems, type Header, type Rail } from '../src/model/header.ts';
import type { ButtonItem, Item } from '../src/model/item.ts';
import { applyEdit, makeEdit } from '../src/model/patch.ts';
import type { Site } from '../src/model/site.ts';
import {
  aheadOf,
  carryToAll,
  cutLoose,
  hangKeptRail,
  keptBand,
  keptItem,
  keptRail,
  putBack,
  usesOf,
} from '../src/model/carry.ts';
import type { KeptPart } from '../src/model/parts.ts';
import { header, site } from './made.ts';

/** Parts that are kept under a name: changed in one place, told, then changed in all, undone as one. */

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
    expect(usesOf(whole, whole.parts![0]!).map((use) => use.header?.id)).toEqual(['one', 'two', 'three']);
  });

  const rounded = (of: Site, i: number, radius: number) =>
    makeEdit(of, 'Round it', (draft) => void (inHeader(draft as Site, i).radius = radius))[0];

  test('changed in one header it is ahead there alone; carried it is the same in all and in the part, but for what is each use’s own', () => {
    const [ahead] = makeEdit(whole, 'Round it', (draft) => {
      const item = inHeader(draft as Site, 1);
      item.radius = 20;
      item.pressedFill = { swatch: 'white' };
      item.align = 'end';
    });
    expect(buttons(ahead).map(({ radius }) => radius)).toEqual([8, 20, 8]);
    expect(aheadOf(ahead).map(({ part, use }) => [part.id, use.header?.id])).toEqual([['booking', 'two']]);
    const [next, edit] = carried(ahead);
    expect(buttons(next).map(({ radius, pressedFill }) => [radius, pressedFill])).toEqual(
      [1, 2, 3].map(() => [20, { swatch: 'white' }]),
    );
    expect(buttons(next).map(({ align, who, shift }) => [align, who, shift])).toEqual([
      [undefined, undefined, undefined],
      ['end', 'signed in', undefined],
      [undefined, undefined, 4],
    ]);
    expect(next.parts![0]!.items![0]).toMatchObject({ radius: 20 });
    expect(aheadOf(next)).toEqual([]);
    expect(applyEdit(next, edit, 'back')).toEqual(ahead);
    expect(applyEdit(applyEdit(next, edit, 'back'), edit, 'forward')).toEqual(next);
  });

  test('a value that goes, goes everywhere; put back, it is as it was to the letter', () => {
    const [gone] = makeEdit(
      whole,
      'No line',
      (draft) => void delete (inHeader(draft as Site, 0) as Partial<ButtonItem>).hoverFill,
    );
    expect(buttons(carried(gone)[0]).every((item) => !('hoverFill' in item))).toBe(true);
    const [back] = makeEdit(rounded(whole, 2, 30), 'Back', (draft) =>
      putBack(draft as Site, aheadOf(rounded(whole, 2, 30))[0]!),
    );
    expect(back).toEqual(whole);
  });

  test('two uses that are ahead are both told, and the one that is carried wins', () => {
    const two = rounded(rounded(whole, 0, 30), 1, 3);
    expect(aheadOf(two).map(({ use }) => use.header?.id)).toEqual(['one', 'two']);
    const [next] = makeEdit(two, 'All', (draft) => carryToAll(draft as Site, aheadOf(two)[1]!));
    expect(buttons(next).map(({ radius }) => radius)).toEqual([3, 3, 3]);
  });

  test('cut loose it is told no more; the last one left is what is kept', () => {
    const ahead = rounded(whole, 0, 30);
    const [cut] = makeEdit(ahead, 'Only here', (draft) => cutLoose(draft as Site, aheadOf(ahead)[0]!));
    expect(buttons(cut).map(({ radius, part }) => [radius, part])).toEqual([
      [30, undefined],
      [8, 'booking'],
      [8, 'booking'],
    ]);
    expect(aheadOf(cut)).toEqual([]);
    const [lone] = makeEdit(cut, 'Cut loose', (draft) => void delete inHeader(draft as Site, 2).part);
    const later = rounded(lone, 1, 3);
    expect(later.parts![0]!.items![0]).toMatchObject({ radius: 3 });
    expect(aheadOf(later)).toEqual([]);
  });

  test('a part whose name has gone changes nothing, and its uses are told by nobody', () => {
    const [lost] = makeEdit(whole, 'Lose the name', (draft) => void (draft.parts = []));
    const next = rounded(lost, 0, 30);
    expect(buttons(next).map(({ radius }) => radius)).toEqual([30, 8, 8]);
    expect([aheadOf(next), checkSite(next)]).toEqual([[], []]);
  });
});

/** What is ahead of its part, carried to all. */
function carried(of: Site): ReturnType<typeof makeEdit> {
  return makeEdit(of, 'In all', (draft) => carryToAll(draft as Site, aheadOf(of)[0]!));
}

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
  const [ahead] = makeEdit(
    dressed,
    'Fill',
    (draft) => void (draft.headers[1]!.looks.scrolled = { fill: { opacity: 0.9 } }),
  );
  const [next] = carried(ahead);
  expect(next.headers.map(({ looks }) => looks.scrolled.fill?.opacity)).toEqual([
    0.9,
    0.9,
    header.looks.scrolled.fill?.opacity,
  ]);
  expect(next.parts![0]!.looks!.scrolled).toEqual({ fill: { opacity: 0.9 } });
});

describe('a kept rail', () => {
  const { part: _, ...loose } = button;
  const rail: Rail = { ...header.rails[0]!, start: [], middle: [], end: [loose], height: 40 };
  const part: KeptPart = {
    id: 'strip',
    name: 'Strip',
    rail: keptRail({ ...rail, leaves: true, part: 'strip' }),
  };
  /** Two headers of one rail each; in the second a button of the same name hangs already. */
  const start: Site = {
    ...site,
    parts: [part],
    headers: [
      header,
      {
        ...wearing('two', { ...loose, label: 'Mine' }),
        fold: { edge: 'end', bar: ['book'], panel: [] },
      },
    ],
  };
  const [hung] = makeEdit(start, 'Hang it', (draft) => {
    for (const each of draft.headers) hangKeptRail(each as Header, part);
  });
  const last = (of: Site, i: number) => of.headers[i]!.rails.at(-1)!;

  test('is hung under ids that are free there, and folds like what hangs', () => {
    expect(checkSite(hung)).toEqual([]);
    expect(part.rail).not.toHaveProperty('leaves');
    expect(last(hung, 0).end.map(({ id }) => id)).toEqual(['book']);
    const [id] = last(hung, 1).end.map((item) => item.id);
    expect(id).not.toBe('book');
    expect(hung.headers[1]!.fold!.panel).toContain(id);
    expect(aheadOf(hung)).toEqual([]);
  });

  test('what comes, changes and goes on it does so in all, and keeps its ids and its place when folded', () => {
    const old = last(hung, 1).end[0]!.id;
    const [ahead] = makeEdit(hung, 'Change it', (draft) => {
      const one = draft.headers[0]!.rails.at(-1)!;
      one.height = 52;
      one.end.unshift({ ...loose, id: 'more', label: 'More' });
      (one.end[1] as ButtonItem).radius = 2;
      for (const rail of draft.headers[0]!.rails) rail.leaves = true;
    });
    expect(aheadOf(ahead).map(({ use }) => use.header?.id)).toEqual([header.id]);
    const [next] = carried(ahead);
    expect(checkSite(next)).toEqual([]);
    expect(last(next, 1)).toMatchObject({ height: 52, end: [{ label: 'More' }, { id: old, radius: 2 }] });
    expect(last(next, 1).leaves).toBeUndefined();
    const [gone] = carried(
      makeEdit(next, 'Take it off', (draft) => void draft.headers[0]!.rails.at(-1)!.end.pop())[0],
    );
    expect(last(gone, 1).end).toHaveLength(1);
    expect(gone.headers[1]!.fold!.panel).not.toContain(old);
    expect(gone.headers[1]!.fold!.bar).toEqual(['book']);
    expect([aheadOf(gone), checkSite(gone)]).toEqual([[], []]);
  });
});

test('a kept band opens pages, and is changed in all of them', () => {
  const band = site.pages[0]!.bands[0]!;
  const opening: Site = {
    ...site,
    parts: [{ id: 'open', name: 'Opening', band: keptBand({ ...band, part: 'open' }) }],
    pages: ['/', '/a', '/b'].map((path, i) => ({
      ...site.pages[0]!,
      id: i === 0 ? site.pages[0]!.id : `page-${i}`,
      path,
      bands: i < 2 ? [{ ...band, id: `own-${i}`, part: 'open' }] : [band],
    })),
  };
  expect([checkSite(opening), aheadOf(opening)]).toEqual([[], []]);
  const [ahead] = makeEdit(
    opening,
    'Lower',
    (draft) => void (draft.pages[0]!.bands[0]!.height = { unit: 'px', value: 99 }),
  );
  const [next] = carried(ahead);
  expect(next.pages.map(({ bands }) => [bands[0]!.id, bands[0]!.height.value])).toEqual([
    ['own-0', 99],
    ['own-1', 99],
    [band.id, band.height.value],
  ]);
});
