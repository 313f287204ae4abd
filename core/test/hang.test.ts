import { describe, expect, test } from 'vitest';
import { ALWAYS, foldOf, folds, solveFold } from '../src/header/fold.ts';
import { KINDS } from '../src/header/kinds/index.ts';
import { layoutHeader } from '../src/header/layout.ts';
import {
  belowLogo,
  levelShift,
  leastWidth,
  paddingFor,
  roomNeeded,
  widestEntry,
} from '../src/header/readings.ts';
import { extentAt, itemAt, railAt, stepWidths } from '../src/header/steps.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import type { ItemKindName } from '../src/model/item.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { canHang, newItem } from '../src/start/items.ts';
import { header, measure, site } from './made.ts';

const rail = header.rails[0]!;
/** An item whose id is its kind. */
const made = (kind: ItemKindName) => ({ ...newItem(site, header, kind), id: kind });
const withRails = (...rails: Header['rails']): Header => ({ ...header, rails });

describe('values by width', () => {
  const stepped = {
    ...rail,
    steps: [
      { below: 600, inset: 8 },
      { below: 900, inset: 12, gap: 6 },
    ],
  };

  test('what is set at one width holds below it until the next, whatever the order', () => {
    const at = (width: number) => [railAt(stepped, width).inset, railAt(stepped, width).gap];
    expect([at(900), at(899), at(600), at(599)]).toEqual([
      [20, 10],
      [12, 6],
      [12, 6],
      [8, 6],
    ]);
    expect(stepWidths(withRails(stepped))).toEqual([900, 600]);
  });

  test('an item’s size is a logo’s height, and it may be hidden', () => {
    const logo = {
      ...rail.start[0]!,
      steps: [
        { below: 700, size: 24 },
        { below: 400, shown: false },
      ],
    };
    expect(itemAt(logo, 500)).toMatchObject({ height: 24 });
    expect(itemAt(logo, 399)).toMatchObject({ height: 24, shown: false });
    const extent = { top: 16, sides: 16, linked: true, radius: 8, steps: [{ below: 500, top: 4, sides: 4 }] };
    expect(extentAt({ ...header, extent }, 499)).toMatchObject({ top: 4, sides: 4, radius: 8 });
    expect(extentAt(header, 499)).toMatchObject({ top: 0, sides: 0 });
  });
});

describe('the fold', () => {
  test('is the least width from which contents fit at every width, solved stretch by stretch', () => {
    expect(solveFold([], () => 292.3)).toBe(293);
    // 500 wide from 800 on, 700 wide below: it fits between 700 and 800 too.
    expect(solveFold([800], (w) => (w >= 800 ? 500 : 700))).toBe(700);
    // 900 from 800 on, 300 below: it fits below 800, but not just above, so it folds below 900.
    expect(solveFold([800], (w) => (w >= 800 ? 900 : 300))).toBe(900);
    expect(solveFold([800], (w) => (w >= 800 ? 600 : 900))).toBe(800);
    expect(solveFold([], () => Infinity)).toBe(ALWAYS);
    // Just as much as there is fits, and so does a millionth more, which is what is lost in counting.
    expect(solveFold([800], () => 800)).toBe(800);
    expect(solveFold([800], (w) => (w >= 800 ? 800 + 5e-7 : 100))).toBe(100);
    expect(solveFold([800], (w) => (w >= 800 ? 800 + 5e-6 : 100))).toBe(801);
    expect(solveFold([], () => 292 + 5e-7)).toBe(292);
    // Below the last step it never fits, above it does: it folds at that step, and not sooner or later.
    expect(solveFold([900, 600], (w) => (w >= 600 ? 400 : Infinity))).toBe(600);
    expect(solveFold([900, 600], (w) => (w >= 900 ? 850 : 650))).toBe(650);
    // What needs nothing never folds.
    expect(solveFold([], () => 0)).toBe(0);
    expect(solveFold([900], () => -1)).toBe(0);
  });

  test('where nothing is said logo and name stay, and all that leads somewhere goes, in the order in which it hangs', () => {
    const all = withRails(
      { ...rail, start: [made('name'), made('logo')], end: [] },
      {
        ...rail,
        start: [],
        end: (['search', 'gap', 'menu', 'text', 'button'] as const).map((kind) => made(kind)),
      },
    );
    delete all.fold;
    expect(foldOf(all)).toEqual({
      bar: ['name', 'logo'],
      panel: ['search', 'menu', 'text', 'button'],
      edge: 'top',
    });
    expect(folds(all)).toBe(true);
    // What only takes room, and what stays, are nothing to fold; nor is what does not hang.
    expect(folds(withRails({ ...rail, start: [made('logo')], end: [made('gap')] }))).toBe(false);
    expect(folds({ ...all, fold: { bar: [], panel: ['gone'], edge: 'top' } })).toBe(false);
    expect(folds({ ...all, fold: { bar: [], panel: ['gone', 'text'], edge: 'top' } })).toBe(true);
  });

  test('goes sooner where the owner says so, never later', () => {
    const fold = foldOf(header);
    const at = (sooner: number) =>
      layoutHeader(site, { ...header, fold: { ...fold, sooner } }, 1000, measure).foldWidth;
    expect([at(500), at(250)]).toEqual([500, 292]);
  });

  test('is at every width where the owner says so', () => {
    const always = { ...header, fold: { ...foldOf(header), always: true } };
    expect(layoutHeader(site, always, 2400, measure)).toMatchObject({ folded: true, foldWidth: ALWAYS });
    // Nothing that goes into a folded menu: there is nothing to fold.
    const nothing = { ...always, fold: { ...always.fold, panel: [] } };
    expect(layoutHeader(site, nothing, 2400, measure).folded).toBe(false);
  });

  test.each([
    ['start', ['menu-button', 'logo']],
    ['middle', ['logo', 'menu-button']],
    ['end', ['logo', 'menu-button']],
  ] as const)('its button hangs at the %s where the owner says so', (place, ids) => {
    const fold = { ...foldOf(header), always: true, button: { place } };
    const { items, inks, bar } = layoutHeader(site, { ...header, fold }, 800, measure);
    expect(items.map(({ id }) => id)).toEqual(ids);
    const { box } = inks.find(({ id }) => id === 'menu-button')!;
    const middle = box.x + box.width / 2;
    if (place === 'start') expect(box.x).toBe(rail.inset);
    if (place === 'middle') expect(middle).toBeCloseTo(bar.width / 2, 0);
    if (place === 'end') expect(box.x + box.width).toBe(bar.width - rail.inset);
  });

  test('what stays and what goes, and the order there, are the owner’s', () => {
    const fold = { bar: ['menu'], panel: ['logo'], edge: 'end' as const };
    const folded = layoutHeader(site, { ...header, fold, rails: [{ ...rail, inset: 200 }] }, 390, measure);
    expect(folded.folded).toBe(true);
    expect(folded.items.map(({ id }) => id)).toEqual(['menu', 'menu-button']);
  });
});

describe('readings', () => {
  test('an item’s middle against the logo’s, by what is seen of both', () => {
    const layout = layoutHeader(site, header, 800, measure);
    // Logo 10 to 50, middle 30. Capitals 0.7 × 16 = 11.2 above the baseline at 36: middle 30.4.
    expect(belowLogo(site, header, layout, 'menu')!.by).toBeCloseTo(0.4, 9);
    expect(belowLogo(site, header, layout, 'logo')).toBeUndefined();
    const low = withRails({ ...rail, end: [{ ...rail.end[0]!, shift: 5 }] });
    expect(belowLogo(site, low, layoutHeader(site, low, 800, measure), 'menu')!.by).toBeCloseTo(5.4, 9);
    // Baselines lie on whole pixels: the half pixels around are tried, and the nearest is told.
    const level = levelShift(site, low, 800, 'menu', measure)!;
    const set = withRails({ ...rail, end: [{ ...rail.end[0]!, shift: level }] });
    expect(
      Math.abs(belowLogo(site, set, layoutHeader(site, set, 800, measure), 'menu')!.by),
    ).toBeLessThanOrEqual(0.5);
    expect(levelShift(site, set, 800, 'menu', measure)).toBe(level);
    const apart = withRails({ ...rail, end: [] }, { ...rail, start: [] });
    expect(belowLogo(site, apart, layoutHeader(site, apart, 800, measure), 'menu')).toBeUndefined();
  });

  test('the padding for a height gives that height', () => {
    const padding = paddingFor(77, 44);
    const padded = withRails({ ...rail, padding });
    expect(layoutHeader(site, padded, 800, measure).rails[0]).toMatchObject({ height: 77, contents: 44 });
    expect(paddingFor(20, 44)).toBe(0);
  });

  test('room needed by width, room to spare, and the least width of an inset header', () => {
    const extent = { top: 10, sides: 10, linked: true, radius: 0 };
    const inset: Header = { ...header, extent, rails: [{ ...rail, steps: [{ below: 700, gap: 20 }] }] };
    expect(roomNeeded(site, inset, measure, 320, 1920)).toEqual([
      { from: 320, to: 700, needed: 322 },
      { from: 700, to: 1920, needed: 312 },
    ]);
    expect(layoutHeader(site, inset, 800, measure).rails[0]!.spare).toBe(800 - 312);
    // Folded: logo 100, menu button 44, a gap of 20, insets of 20 and 10 at each side.
    expect(leastWidth(site, inset, measure)).toBe(100 + 44 + 20 + 40 + 20);
  });

  test('the widest entry, and what its first word alone would gain', () => {
    // “Night log”, 9 letters at 8 px; “Night” saves 4 of them.
    expect(widestEntry(site, header, measure)).toEqual({
      menu: 'main',
      entry: site.menus[0]!.entries.find(({ label }) => label === 'Night log')!.id,
      label: 'Night log',
      width: 72,
      shorter: 'Night',
      foldsBelow: 292 - 32,
    });
  });
});

describe('every kind of item', () => {
  const kinds = Object.keys(KINDS) as ItemKindName[];

  test.each(kinds)('%s: a new one is sound, is laid out, and has its markup', (kind) => {
    const bare: Header = { ...header, rails: [{ ...rail, start: [], end: [] }] };
    expect(canHang(site, kind)).toBe(true);
    const item = newItem(site, bare, kind);
    const hung: Header = { ...bare, rails: [{ ...rail, start: [item], end: [] }] };
    const whole = { ...site, headers: [hung] };
    expect(checkSite(whole)).toEqual([]);
    const { items } = layoutHeader(whole, hung, 1200, measure);
    expect(items[0]).toMatchObject({ id: item.id, place: 'start', rail: 0 });
    expect(items[0]!.box.width).toBeGreaterThan(0);
    const html = headerHtml(whole, hung, rootAddresses(whole));
    expect(html).toContain(`hr-item-${item.id}`);
    // What is clicked has a name for screen readers.
    for (const [tag] of html.matchAll(/<(a|button)\b[^>]*>\s*<(svg|img)/g))
      expect(tag).toContain('aria-label');
  });

  test('search asks with a form; account and basket are links; a phone number can be called', () => {
    const items = (['search', 'account', 'basket'] as const).map((kind) => newItem(site, header, kind));
    const line = {
      kind: 'text' as const,
      id: 'line',
      text: 'Ring us',
      size: 14,
      to: { address: 'tel:+44123' },
    };
    const hung = withRails({ ...rail, end: [...items, line] });
    const html = headerHtml({ ...site, headers: [hung] }, hung, rootAddresses(site));
    expect(html).toMatch(/<form[^>]*action="\/search"/);
    expect(html).toMatch(/<input[^>]*name="q"/);
    expect(html).toContain('href="/account" aria-label="Your account"');
    expect(html).toContain('href="tel:+44123"');
  });
});

describe('rails that scroll away, or stand in the flow', () => {
  const strip = { ...rail, height: 40, start: [], end: [] };

  test('only rails above all others can', () => {
    const below = withRails(rail, { ...strip, leaves: true });
    expect(checkSite({ ...site, headers: [below] })).toMatchObject([
      { message: expect.stringMatching(/above all that stay/) },
    ]);
    expect(
      checkSite({ ...site, headers: [withRails({ ...strip, leaves: true, inFlow: true }, rail)] }),
    ).toEqual([]);
  });

  test('the slot in the page is the part in the flow, and what leaves takes the room above it along', () => {
    const both = withRails({ ...strip, leaves: true, inFlow: true }, rail);
    const extent = { top: 12, sides: 0, linked: false, radius: 0 };
    const layout = layoutHeader(site, { ...both, extent }, 800, measure);
    expect(layout).toMatchObject({ height: 112, slot: 52, leaving: 52 });
    expect(layout.inks.every(({ leaves }) => !leaves)).toBe(true);
  });
});
