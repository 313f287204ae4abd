import { describe, expect, test } from 'vitest';
import { coveredBy, itemOfInk, layoutAt, layoutHeader, neededAt, solvedFold } from '../src/header/layout.ts';
import { ALWAYS } from '../src/header/fold.ts';
import type { Extent, Header, Item, Manner, Rail } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import { header, measure, site } from './made.ts';

/** Rails in a header: where each begins, how high it is, and what each item gets, worked out by hand. */

const [own] = header.rails as [Rail];
/** A rail with a logo of 100 × 40 and nothing else, unless something is said. */
const rail = (more: Partial<Rail> = {}): Rail => ({ ...own, end: [], ...more });
const of = (rails: Rail[], more: Partial<Header> = {}, manner: Partial<Manner> = {}): Header => ({
  ...header,
  rails,
  ...more,
  manner: { ...header.manner, ...manner },
});
const at = (worn: Header, width = 800, folded = false, moment: 'top' | 'scrolled' = 'top') =>
  layoutAt(site, worn, width, measure, { folded, moment });
const extent: Extent = { top: 12, sides: 30, linked: false, radius: 0 };
const logo = (more: object = {}): Item => ({ kind: 'logo', id: 'logo', height: 40, ...more }) as Item;

describe('rails one below the other', () => {
  test('each as high as it says, or as its contents need with the padding round them', () => {
    const { rails, bar, height } = at(
      of([rail({ height: 50 }), rail({ height: 20 }), rail({ height: 20, padding: 7 })]),
    );
    expect(rails.map(({ top, height: tall }) => [top, tall])).toEqual([
      [0, 50],
      [50, 40],
      [90, 54],
    ]);
    expect([bar.height, height]).toEqual([144, 144]);
    expect(rails[0]).toMatchObject({ contents: 40, less: 0, x: 0, width: 800 });
  });

  test('one that is hidden is not there, nor is an empty one once the header is folded, unless it has the menu button', () => {
    const steps = [{ below: 900, shown: false }];
    expect(at(of([rail(), rail({ steps })])).rails.map(({ index }) => index)).toEqual([0]);
    const bare = rail({ start: [], height: 30 });
    const folding = of([rail(), bare], { fold: { bar: ['logo'], panel: [], toggle: 'end' } as never });
    expect(at(folding).rails).toHaveLength(2);
    expect(at(folding, 800, true).rails.map(({ index }) => index)).toEqual([0]);
    // What hangs on it goes into the panel: what is left is nothing.
    const emptied = of([rail(), rail({ start: [], end: own.end })], {
      fold: { bar: ['logo'], panel: ['menu'] } as never,
    });
    expect(at(emptied, 800, true).rails.map(({ index }) => index)).toEqual([0]);
    expect(at(emptied, 800, false).rails).toHaveLength(2);
  });

  test('those that run the full width lie above the box, with the inset from the top between', () => {
    const worn = of([rail({ full: true, height: 44 }), rail({ full: true, height: 42 }), rail()], { extent });
    const { rails, bar, height } = at(worn);
    expect(rails.map(({ x, width, top }) => [x, width, top])).toEqual([
      [0, 800, 0],
      [0, 800, 44],
      [30, 740, 98],
    ]);
    expect(rails.map(({ full }) => full)).toEqual([true, true, false]);
    expect([bar.y, bar.height, height]).toEqual([98, 60, 158]);
  });

  test('leaving, in the flow, above and at the bottom: how much of it stands where', () => {
    const leaving = [rail({ leaves: true, height: 44 }), rail()];
    expect(at(of(leaving)).leaving).toBe(44);
    expect(at(of(leaving, {}, { onScroll: 'leaves' })).leaving).toBe(0);
    expect(at(of(leaving, { extent })).leaving).toBe(56);
    expect(at(of([rail({ inFlow: true, height: 44 }), rail()])).slot).toBe(44);
    expect(at(of([rail(), rail()])).slot).toBe(0);
    expect(at(of([rail()], { extent }, { lies: 'above' })).slot).toBe(72);
    const low = at(of([rail()], { extent }, { onScroll: 'bottom', lies: 'above' }));
    expect(low).toMatchObject({ slot: 0, height: 72, bar: { y: 0, height: 60 } });
    expect(coveredBy(of([rail()]), { height: 100, slot: 44 })).toBe(56);
    expect(coveredBy(of([rail()], {}, { onScroll: 'bottom' }), { height: 100, slot: 0 })).toBe(0);
  });

  test('smaller after scrolling: as far as contents let it, its own padding gives way, and its contents stay in the middle', () => {
    const worn = of([rail({ height: 80 })], {}, { smaller: 30 });
    const [first] = at(worn).rails;
    const [later] = at(worn, 800, false, 'scrolled').rails;
    expect([first!.height, first!.less, later!.height, later!.less]).toEqual([80, 0, 50, 30]);
    expect(at(worn, 800, false, 'scrolled').inks[0]!.box.y).toBe(5);
    const padded = of([rail({ height: 80, padding: 12 })], {}, { smaller: 10 });
    expect(at(padded, 800, false, 'scrolled').rails[0]).toMatchObject({ height: 54, less: 10 });
    expect(at(padded).inks[0]!.box.y).toBe(12);
    expect(at(padded, 800, false, 'scrolled').inks[0]!.box.y).toBe(7);
  });
});

describe('the room on a rail', () => {
  test('needed is insets and contents, spare what is left of the rail or of its largest width', () => {
    expect(at(of([rail()])).rails[0]).toMatchObject({ needed: 140, spare: 660 });
    expect(at(of([rail({ max: 300 })])).rails[0]).toMatchObject({ needed: 140, spare: 200 });
    expect(at(of([rail()], { extent })).rails[0]).toMatchObject({ needed: 140, spare: 600 });
  });

  test('what a header needs at a width: the widest rail, with the sides of its box; nothing where it cannot be', () => {
    const needed = (worn: Header, width = 800) => neededAt(site, worn, width, measure);
    const wide = rail({ inset: 50 });
    expect(needed(of([rail(), wide]))).toBe(200);
    expect(needed(of([wide, rail()]))).toBe(200);
    expect(needed(of([rail()], { extent }))).toBe(200);
    // A strip runs past the sides, and is not held in by the box.
    expect(needed(of([rail({ full: true, inset: 110 }), rail()], { extent }))).toBe(320);
    const narrow: Extent = { ...extent, max: 150 };
    expect(needed(of([rail({ full: true, inset: 50 }), rail()], { extent: narrow }))).toBe(200);
    expect(needed(of([wide], { extent: narrow }))).toBe(Infinity);
    expect(needed(of([rail({ max: 100 })]))).toBe(140);
    expect(needed(of([rail({ max: 99 })]))).toBe(Infinity);
    const hidden = rail({ inset: 90, steps: [{ below: 900, shown: false }] });
    expect([needed(of([rail(), hidden])), needed(of([rail(), hidden]), 900)]).toEqual([140, 280]);
    const gone = rail({ start: [logo({ steps: [{ below: 900, shown: false }] })] });
    expect([needed(of([gone])), needed(of([gone]), 900)]).toEqual([40, 140]);
  });

  test('an item that shows nothing takes no room', () => {
    const bare: Site = { ...site, logo: { alt: '', variants: {} } };
    expect(neededAt(bare, of([rail()]), 800, measure)).toBe(40);
  });

  test('where it folds: where it is full, sooner where that is said, always, or never', () => {
    const folding = (more: object) =>
      of([own], { fold: { bar: ['logo'], panel: ['menu'], ...more } as never });
    expect(solvedFold(site, folding({}), measure)).toBe(292);
    expect(solvedFold(site, folding({ sooner: 500 }), measure)).toBe(500);
    expect(solvedFold(site, folding({ sooner: 100 }), measure)).toBe(292);
    expect(solvedFold(site, folding({ always: true }), measure)).toBe(ALWAYS);
    expect(layoutHeader(site, folding({ sooner: 500 }), 499, measure)).toMatchObject({
      folded: true,
      foldWidth: 500,
    });
  });
});

describe('items', () => {
  const backing = { colour: { swatch: 'snow' }, opacity: 0.5, x: 9, y: 4, radius: 3 };

  test('a backing lies round an item, and the ring round both', () => {
    const { inks, items } = at(of([rail({ start: [logo({ backing })] })]));
    expect(inks[0]!.box).toMatchObject({ x: 29, y: 10, width: 100, height: 40 });
    expect(inks[0]!.focus).toEqual({ x: 20, y: 6, width: 118, height: 48 });
    expect(items[0]).toMatchObject({ box: { x: 20, width: 118, height: 48 } });
    expect(items[0]!.backing).toMatchObject({
      radius: 3,
      rest: { r: 238, a: 0.5 },
      hover: { r: 238, a: 0.5 },
    });
    const lit = at(of([rail({ start: [logo({ backing: { ...backing, hover: { swatch: 'night' } } })] })]));
    expect(lit.items[0]!.backing!.hover).toMatchObject({ r: 16, a: 0.5 });
    // Of a menu each link is an element of its own: its ring is its own, too.
    const menu = { ...own.end[0]!, backing } as Item;
    const links = at(of([rail({ start: [menu] })])).inks;
    expect(links[0]!.box.x).toBe(29);
    expect(links.map(({ focus }) => focus)).toEqual([undefined, undefined]);
  });

  test('which item an ink is of: itself, one whose part it is, or the menu of its entry', () => {
    const second = { ...own.end[0]!, id: 'other', menu: 'few' } as Item;
    const worn = of([rail({ end: [own.end[0]!, second] })]);
    const more: Site = {
      ...site,
      menus: [
        ...site.menus,
        { id: 'few', name: 'Few', entries: [{ id: 'three', label: 'Three', page: 'home' }] },
      ],
    };
    const item = (ink: string) => itemOfInk(more, worn, ink)?.id;
    expect(['logo', 'logo-line-2', 'one', 'two-opener', 'three', 'three-opener'].map(item)).toEqual([
      'logo',
      'logo',
      'menu',
      'menu',
      'other',
      'other',
    ]);
    expect(['menu-button', 'four', 'x-logo', 'logos'].map(item)).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    const lost = of([rail({ start: [{ ...second, menu: 'none' } as Item] })]);
    expect(itemOfInk(more, lost, 'one')).toBeUndefined();
  });

  test('the menu button comes first at the start, else last, as a mark of its own', () => {
    const { inks } = at(of([own], { fold: { bar: ['logo'], panel: ['menu'] } as never }), 800, true);
    const button = inks.at(-1)!;
    expect(button).toMatchObject({ id: 'menu-button', what: { kind: 'mark' } });
    const { inked } = button.what as { inked: { x: number; width: number } };
    expect(inked.x + inked.width / 2).toBe(button.box.x + 22);
  });
});
