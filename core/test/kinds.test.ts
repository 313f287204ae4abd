import { describe, expect, test } from 'vitest';
import { hexColour } from '../src/colour/rgb.ts';
import type { HeaderInk } from '../src/header/ink.ts';
import { KINDS, kindOf } from '../src/header/kinds/index.ts';
import { layoutHeader } from '../src/header/layout.ts';
import { ACTION, BUTTON_HEIGHT, BUTTON_PADDING, ICON_LEAST, LINK_HEIGHT } from '../src/header/metrics.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import type { Item, ItemKindName, NameItem, NameParts } from '../src/model/item.ts';
import type { Site } from '../src/model/site.ts';
import type { LetterCase } from '../src/model/type.ts';
import type { Measure } from '../src/measure/measure.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { header, measure, site as plain, light } from './made.ts';

/** Each kind of item: how large it is, what of it is judged, its markup in the bar and in the folded menu, and its rules. */

const WHITE = { colour: '#ffffff' };
const NIGHT = { colour: '#101b33' };
const RED = { colour: '#aa2222' };
const odd = 'Fish & “chips” <5';
const site: Site = {
  ...plain,
  tagline: odd,
  pictures: [
    ...plain.pictures,
    { id: 'badge', name: 'Badge', file: 'badge.svg', width: 60, height: 40, alt: odd },
  ],
};
const items: { [K in ItemKindName]: Extract<Item, { kind: K }> } = {
  logo: { kind: 'logo', id: 'it', height: 24 },
  name: { kind: 'name', id: 'it', size: 20, tagline: true },
  menu: { kind: 'menu', id: 'it', menu: 'main', gap: 12 },
  button: {
    kind: 'button',
    id: 'it',
    label: odd,
    page: 'home',
    ink: WHITE,
    fill: NIGHT,
    hoverFill: RED,
    pressedFill: WHITE,
    radius: 6,
    size: 18,
  },
  text: { kind: 'text', id: 'it', text: odd, size: 14, to: { address: 'mailto:us@larkfell.example' } },
  icons: {
    kind: 'icons',
    id: 'it',
    size: 20,
    gap: 8,
    links: [
      { id: 'a', label: odd, icon: 'globe', address: 'https://a.example' },
      { id: 'b', label: 'Badge', picture: 'badge', page: 'home' },
    ],
  },
  picture: { kind: 'picture', id: 'it', picture: 'badge', height: 30 },
  search: { kind: 'search', id: 'it', label: odd, size: 20, to: { address: '/find' } },
  account: { kind: 'account', id: 'it', label: odd, size: 20, to: { page: 'home' } },
  basket: { kind: 'basket', id: 'it', label: odd, size: 20, to: { page: 'home' }, count: 12 },
  gap: { kind: 'gap', id: 'it', size: 48 },
};
const kinds = Object.keys(KINDS) as ItemKindName[];

/** A header of one rail with one item, which goes into the folded menu as well. */
const hung = (item: Item): Header => ({
  ...header,
  rails: [{ ...header.rails[0]!, start: [item], end: [] }],
  fold: { bar: [], panel: [item.id], edge: 'end' },
});
const withItem = (item: Item) => {
  const of = hung(item);
  const whole = { ...site, headers: [of] };
  const to = rootAddresses(whole);
  return {
    of,
    whole,
    layout: layoutHeader(whole, of, 1200, measure),
    html: headerHtml(whole, of, to, 'home'),
    css: light(headerCss(whole, of, measure, to)),
  };
};

describe.each(kinds)('%s', (kind) => {
  const { whole, layout, html, css } = withItem(items[kind]);

  test('is sound, and says what it is', () => {
    expect(checkSite(whole)).toEqual([]);
    expect(KINDS[kind].name).toMatch(/^[A-Z][a-z ]+$/);
    expect((KINDS[kind] as { title(site: Site, item: Item): string }).title(site, items[kind])).not.toBe('');
  });

  test('has markup in which nothing that an owner writes is code, and each tag is closed', () => {
    expect(html).not.toContain('<5');
    expect(html).not.toContain('& “');
    const open: string[] = [];
    for (const [, slash, tag] of html.matchAll(/<(\/?)([a-z]+)\b[^>]*?(?<!\/)>/g)) {
      if (tag === 'img' || tag === 'input') continue;
      if (slash) expect(open.pop()).toBe(tag);
      else open.push(tag!);
    }
    expect(open).toEqual([]);
  });

  test('marks a link to the page it stands on', () => {
    const leads = ['menu', 'button', 'icons', 'account', 'basket'].includes(kind);
    const bar = html.slice(0, html.indexOf('hr-panel"'));
    expect(/aria-current="page"/.test(bar)).toBe(leads);
  });

  test('has all that is judged of it within its box, in the middle of its rail', () => {
    const [box] = layout.items.map((item) => item.box);
    const inks = layout.inks.filter(({ item }) => item === 'it');
    expect(inks.length > 0).toBe(!['gap'].includes(kind));
    for (const ink of inks) {
      expect(ink.box.x).toBeGreaterThanOrEqual(box!.x - 0.01);
      expect(ink.box.x + ink.box.width).toBeLessThanOrEqual(box!.x + box!.width + 0.01);
      expect(ink.name).not.toBe('');
    }
    expect(new Set(inks.map(({ id }) => id)).size).toBe(inks.length);
    const middle = header.rails[0]!.height / 2;
    expect(box!.y + box!.height / 2).toBeCloseTo(middle, 0);
  });

  test('has rules under its own class alone', () => {
    const rules = [...css.matchAll(/([^{}]*)\{/g)].map(([, selector]) => selector!.trim());
    const own = rules.filter((selector) => /\.hr-item-it\b|\.hr-in-it\b/.test(selector));
    expect(own.length).toBeGreaterThan(0);
    for (const selector of own) expect(selector).toMatch(/^(\.hr\S* )*\.hr-(item|in)-it/);
  });
});

describe('sizes, worked out on paper: letters are half an em wide', () => {
  const sizeOf = (item: Item) => {
    const { width, height } = withItem(item).layout.items[0]!.box;
    return { width, height };
  };
  test('a logo keeps its proportions, and so does a picture', () => {
    expect(sizeOf(items.logo)).toEqual({ width: 60, height: 24 });
    expect(sizeOf(items.picture)).toEqual({ width: 45, height: 30 });
  });
  test('a button is its label and the padding at both sides', () => {
    expect(sizeOf(items.button)).toEqual({
      width: odd.length * 9 + 2 * BUTTON_PADDING,
      height: BUTTON_HEIGHT,
    });
    const { size: _, ...usual } = items.button;
    expect(sizeOf(usual).width).toBe(odd.length * 8 + 2 * BUTTON_PADDING);
  });
  test('icons are as wide as a touch needs, with their gap between them', () => {
    expect(sizeOf(items.icons)).toEqual({ width: 2 * Math.max(20, ICON_LEAST) + 8, height: LINK_HEIGHT });
    expect(sizeOf({ ...items.icons, size: 60 }).width).toBe(128);
  });
  test('search and account are squares, and a basket has its count beside it', () => {
    expect(sizeOf(items.search)).toEqual({ width: ACTION, height: ACTION });
    const [one, more] = [3, 120].map((count) => sizeOf({ ...items.basket, count }).width);
    expect(one).toBeGreaterThan(ACTION);
    // Two digits more.
    expect(more! - one!).toBeCloseTo(2 * 0.5 * 13, 0);
  });
  test('a name is as wide as the wider of its two lines, and as high as both', () => {
    const both = sizeOf(items.name);
    const alone = sizeOf({ ...items.name, tagline: false });
    expect(alone.width).toBe(site.name.length * 10);
    expect(both.height).toBeGreaterThan(alone.height);
    expect(both.width).toBeGreaterThan(alone.width);
  });
  test('a menu in a letter-case of its own is as wide as its letters are then, and says so', () => {
    // Three times as wide where it is a capital, so that the case is seen in the width.
    const wide: Measure = {
      ...measure,
      advance: (text, font) =>
        [...text].reduce((sum, letter) => sum + (letter === letter.toLowerCase() ? 1 : 3), 0) * font.size,
    };
    const as = (letterCase?: LetterCase) => ({ ...items.menu, ...(letterCase && { letterCase }) });
    const width = (letterCase?: LetterCase) =>
      kindOf(as(letterCase)).measure(site, as(letterCase), wide).width;
    expect(width('capitals')).toBeGreaterThan(width());
    expect(width('small letters')).toBeLessThan(width('capitals'));
    expect(width('as typed')).toBe(width());
    const rules = (letterCase?: LetterCase) => JSON.stringify(kindOf(as()).css(site, as(letterCase), '.it'));
    expect(rules('capitals')).toContain('text-transform: uppercase');
    expect(rules()).not.toContain('text-transform');
  });

  test('a tagline beside the name stands on its baseline, with an ink of its own; either is read alone', () => {
    const placed = (item: NameItem) => kindOf(item).measure(site, item, measure);
    const beside = placed({ ...items.name, beside: true });
    const [own, tagline] = beside.place(0, 0);
    expect(tagline!.box.x).toBe(own!.box.width + 12);
    expect(beside.width).toBe(tagline!.box.x + tagline!.box.width);
    const baseline = ({ what }: HeaderInk) => (what.kind === 'text' ? what.run.baseline : NaN);
    expect(baseline(tagline!)).toBe(baseline(own!));
    const dressed = placed({ ...items.name, taglineInk: { colour: '#123456' } }).place(0, 0);
    expect(dressed.map(({ ink }) => ink && hexColour(ink))).toEqual([undefined, '#123456']);
    const read = (reads: NameParts) => placed({ ...items.name, reads }).place(0, 0);
    expect(read('tagline').map(({ id, focus }) => [id, focus !== false])).toEqual([['it-tagline', true]]);
    expect(read('name').map(({ id }) => id)).toEqual(['it']);
    expect(read('both').map(({ focus }) => focus !== false)).toEqual([true, false]);
  });

  test('a gap takes its room and shows nothing', () => {
    expect(sizeOf(items.gap).width).toBe(48);
    expect(withItem(items.gap).layout.inks.filter(({ item }) => item === 'it')).toEqual([]);
  });
});

describe('what is particular', () => {
  test('a button wears its own colours, and has its hovered and pressed ones in the style sheet', () => {
    const { layout, css } = withItem(items.button);
    const [ink] = layout.inks;
    expect(items.button).toMatchObject(ink!.button!);
    expect(ink!.button).toHaveProperty('pressedFill');
    expect(css).toMatch(/\.hr-item-it[^{]*:hover[^{]*\{[^}]*--hr-ground: rgb\(170 34 34\)/);
    expect(css).toMatch(/\.hr-item-it[^{]*:active[^{]*\{[^}]*--hr-ground: rgb\(255 255 255\)/);
  });
  test('a line of text that leads nowhere is no link, cannot be focused, and is judged all the same', () => {
    const { to: _, ...still } = items.text;
    const { html, layout } = withItem(still);
    expect(html).toMatch(/<span class="hr-text hr-item hr-item-it hr-label">/);
    expect(layout.inks[0]).toMatchObject({ focus: false, isStill: true });
    // It is no link: no line is painted below it, and none is told.
    expect(layout.inks[0]!.isCued).toBeUndefined();
    expect(withItem(items.text).html).toContain('href="mailto:us@larkfell.example"');
  });
  test('a search field that stands open is judged on its own ground, and is never narrower than its label', () => {
    const field = { width: 120, fill: { colour: '#ffffff' }, ink: { colour: '#123456' }, radius: 8 };
    const open = { ...items.search, label: 'Find a boat, an island or a day', field } as Item;
    const { html, css, layout } = withItem(open);
    const [label, send] = layout.inks;
    expect(label!.box.width).toBeGreaterThan(200);
    expect(layout.inks).toHaveLength(2);
    expect(label).toMatchObject({ button: { fill: field.fill, ink: field.ink, loose: true } });
    expect(send).toMatchObject({ focus: false, ink: { r: 18, g: 52, b: 86 } });
    expect(html).toMatch(/<form class="hr-field" role="search"/);
    expect(html.match(/tabindex="-1"/g)).toHaveLength(1);
    expect(css).toContain(`width: ${label!.box.width}px`);
  });
  test('a picture that is gone has no markup and takes no room', () => {
    const { html, layout } = withItem({ ...items.picture, picture: 'gone' });
    expect(html).not.toContain('<img');
    expect(layout.inks).toEqual([]);
  });
  test('an owner’s own icon is a mask, one that ships is drawn in the ink', () => {
    const { html } = withItem(items.icons);
    expect(html).toMatch(/hr-own hr-own-\w+"/);
    expect(html).toMatch(/<svg class="hr-icon"[^>]*aria-hidden="true"/);
  });
  test('search is a form that asks, opened by a button that says so', () => {
    const { html } = withItem(items.search);
    expect(html).toMatch(/aria-expanded="false" aria-controls="hr-plain-it"/);
    expect(html).toMatch(/<div class="hr-drop" id="hr-plain-it">/);
    expect(html.match(/role="search" action="\/find"/g)).toHaveLength(2);
  });
  test('a basket says how many things are in it, to the eye and to a screen reader', () => {
    const { html, layout } = withItem(items.basket);
    expect(html).toMatch(/aria-label="Fish &amp; “chips” &lt;5, 12"/);
    expect(html).toContain('<span class="hr-count">12</span>');
    expect(layout.inks.map(({ id }) => id)).toEqual(['it', 'it-count']);
    // The number is part of the link: only the whole has a focus ring.
    expect(layout.inks[1]).toMatchObject({ focus: false });
  });
});
