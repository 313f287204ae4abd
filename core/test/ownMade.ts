import { expect } from 'vitest';
import type { SeenOwn } from '../src/gather/captured.ts';
import { checkSite } from '../src/model/check.ts';
import type { OwnAt, OwnGroup, OwnRule, Weight } from '../src/model/own.ts';
import type { Site } from '../src/model/site.ts';
import { newSite } from '../src/start/newSite.ts';
import { ownHeader, safeTarget } from '../src/start/ownHeader.ts';

/** A header that a site has already, made up: its rules, where it stands, and the site that has it. */

export const never = { advance: () => 0, metrics: () => ({ ascent: 0, descent: 0, capHeight: 0 }) };

export const at = (width: number, folded: boolean, x: number, more: Partial<OwnAt> = {}): OwnAt => ({
  width,
  folded,
  bar: [0, 0, width, 60, 0],
  places: folded
    ? [[2, width - 50, 10, 40, 40, -1, 0, 0, width - 42, 20, 24, 20]]
    : [
        [0, x, 20, 50, 20, 0, x, 34, 0, 0, 0, 0],
        [1, x + 70, 20, 60, 20, 1, x + 70, 34, 0, 0, 0, 0],
      ],
  ...more,
});

export const group = (
  name: OwnGroup['name'],
  inner: string[],
  weight: Weight,
  more: Partial<OwnGroup> = {},
): OwnGroup => ({
  name,
  number: 0,
  inner,
  weight,
  ...more,
});

export const rule = (of: Partial<OwnRule>): OwnRule => ({
  group: 'links',
  number: 0,
  property: 'color',
  value: 'red',
  selector: 'a',
  weight: [0, 0, 1],
  important: false,
  states: [],
  ...of,
});

export const SEEN: SeenOwn = {
  own: {
    around: [
      { tag: 'html' },
      { tag: 'body', attributes: [{ name: 'class', value: 'page' }] },
      { tag: 'div', attributes: [{ name: 'id', value: 'wrap' }] },
    ],
    node: {
      tag: 'header',
      attributes: [{ name: 'class', value: 'top' }],
      nodes: [
        { tag: 'a', attributes: [{ name: 'href', value: '/' }], nodes: [{ text: 'A & B' }] },
        {
          tag: 'ul',
          nodes: [
            {
              tag: 'li',
              attributes: [{ name: 'class', value: 'here one' }],
              nodes: [{ tag: 'a', attributes: [{ name: 'href', value: '/one' }], nodes: [{ text: 'One' }] }],
            },
            {
              tag: 'li',
              nodes: [{ tag: 'a', attributes: [{ name: 'href', value: '/two' }], nodes: [{ text: 'Two' }] }],
            },
          ],
        },
        { tag: 'button', nodes: [{ text: '=' }] },
      ],
    },
    css: ['.top a { color: red }'],
    marks: [
      { path: '', role: 'header' },
      { path: '1/0/0', role: 'current', ink: 'link-1' },
      { path: '1/1/0', role: 'link', ink: 'link-2' },
      { path: '2', role: 'menu button', ink: 'menu-button' },
    ],
    inks: [
      { id: 'link-1', name: 'One', item: 'menu', kind: 'text' },
      { id: 'link-2', name: 'Two', item: 'menu', kind: 'text' },
      { id: 'menu-button', name: 'Menu button', kind: 'mark' },
    ],
    selector: '.top',
    weight: [0, 1, 0],
    anchorId: '#head',
    anchorClass: '.top',
    groups: [
      group('header', [''], [0, 0, 0]),
      group('ground', ['ul'], [0, 0, 1]),
      group('links', ['ul a'], [0, 0, 2], { item: 'menu' }),
      group('current', ['li.here > a'], [0, 1, 2], { item: 'menu' }),
      group('focus', ['button'], [0, 0, 1]),
      group('mark', ['button'], [0, 0, 1], { paints: ['color'] }),
      group('panel', ['ul'], [0, 0, 1]),
    ],
    rules: [],
    texts: ['One', 'Two'].map((text, i) => ({
      text,
      weight: 400,
      size: 16,
      letterSpacing: 0,
      advance: 50 + 10 * i,
      capHeight: 11,
      descent: 4,
      letterEdges: [20, 40, 50 + 10 * i],
    })),
    top: [
      at(320, true, 0),
      at(700, true, 0),
      at(701, false, 400),
      at(1001, false, 700),
      at(2560, false, 700),
    ],
    scrolled: [
      at(320, true, 0, { bar: [0, 0, 320, 40, 0] }),
      at(2560, false, 700, { bar: [0, 0, 2560, 40, 0] }),
    ],
    stuck: { on: 'body', name: 'is:down', from: 41 },
    position: 'sticky',
    lies: 'above',
    onScroll: 'stays',
    lines: [0, 0, 2, 0],
    free: 'before',
    notes: [],
  },
  entries: [
    { id: 'link-1', label: 'One', address: 'https://a.example/one', entries: [] },
    { id: 'link-2', label: 'Two', address: 'https://a.example/two', entries: [] },
  ],
  buttons: [],
  logo: undefined,
  logoText: '',
  logoSize: 20,
  top: {
    fill: { hex: '#ffffff', opacity: 1 },
    link: { hex: '#111111', opacity: 1 },
    currentLine: { thickness: 2, below: 4 },
  },
  scrolled: { fill: { hex: '#000000', opacity: 0.5 }, link: { hex: '#eeeeee', opacity: 1 } },
  panel: { fill: { hex: '#ffffff', opacity: 1 }, ink: { hex: '#111111', opacity: 1 } },
};

export function made(change: (seen: SeenOwn) => void = () => undefined) {
  const seen = structuredClone(SEEN);
  change(seen);
  const plain = newSite('A site', 'straight');
  const { own, header, menu } = ownHeader(seen, {
    id: 'own',
    menu: 'main',
    swatch: (hex) => ({ colour: hex }),
    target: safeTarget,
    here: plain.pages[0]!.id,
    faces: [],
    hasLogo: false,
  });
  const site: Site = { ...plain, menus: [menu], ownHeaders: [own], headers: [header] };
  expect(checkSite(site)).toEqual([]);
  return { site, header, own };
}
