import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Browser, CDPSession, Page as Tab } from 'playwright-core';
import { loadSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import { cssColour, type Rgba } from '@hatrail/core/colour/rgb';
import { resolveWorn } from '@hatrail/core/header/look';
import type { ResolvedLook } from '@hatrail/core/layers/index';
import { pointedOver } from '@hatrail/core/header/pointed';
import { panelStates } from '@hatrail/core/header/panelStates';
import { backingIn, buttonIn, inkIn, ringIn, type LinkState } from '@hatrail/core/header/states';
import { MOMENTS, itemsOf, momentsOf, type Header, type Look, type Moment } from '@hatrail/core/model/header';
import { BUTTON_STATES, buttonKey } from '@hatrail/core/layers/buttons';
import type { ButtonItem, Item } from '@hatrail/core/model/item';
import { resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { relativeAddresses } from '@hatrail/core/output/addresses';
import { headerCss } from '@hatrail/core/output/headerCss';
import { headerHtml } from '@hatrail/core/output/headerHtml';
import { random } from '../core/test/made.ts';
import { openChromium } from './chromium.ts';

/**
 * What is worn is resolved once: every value that the sweep goes by is read back from the style sheet in the browser, for
 * looks that are set at any one moment alone, on the header, a rail or an item, in every state of a link.
 */

const measure = skiaMeasure();
let base: Site;
let browser: Browser;
let tab: Tab;
let cdp: CDPSession;

beforeAll(async () => {
  base = (await loadSite('demo/larkfell.hatrail.json')).site;
  browser = await openChromium('software');
  tab = await browser.newPage({ viewport: { width: 1600, height: 400 } });
  cdp = await tab.context().newCDPSession(tab);
  await cdp.send('DOM.enable');
  await cdp.send('CSS.enable');
});
afterAll(() => browser.close());

const INKS = ['link', 'hover', 'current', 'pressed', 'focused', 'open', 'ring'] as const;
const STATES = ['rest', 'hover', 'pressed', 'focused', 'current', 'open'] as const;
const PARTS = ['header', 'rail', 'menu', 'text', 'icons', 'name', 'logo', 'basket'] as const;

/** A header whose every part wears something by chance at one moment alone, or at several. */
function chanceHeader(seed: number): { site: Site; header: Header } {
  const next = random(seed * 6151 + 3);
  for (let i = 0; i < 5; i++) next();
  const chance = (p: number) => next() < p;
  const colour = (): ColourUse => {
    const [r, g, b] = [next(), next(), next()].map((v) => Math.floor(v * 256));
    return { colour: cssColour({ r: r!, g: g!, b: b! }) };
  };
  const tint = () => ({ colour: colour(), opacity: Math.round(next() * 10) / 10 });
  const styled = (): Look['buttons'] => ({
    ...Object.fromEntries(
      BUTTON_STATES.flatMap((state) => [
        ...(chance(0.4) ? [[buttonKey('fill', state), tint()]] : []),
        ...(chance(0.4) ? [[buttonKey('ink', state), colour()]] : []),
        ...(chance(0.3) ? [[buttonKey('line', state), colour()]] : []),
      ]),
    ),
    ...(chance(0.5) && { thickness: Math.floor(next() * 5) }),
  });
  const look = (): Look => ({
    ink: Object.fromEntries(INKS.filter(() => chance(0.4)).map((name) => [name, colour()])),
    backing: Object.fromEntries(STATES.filter(() => chance(0.35)).map((name) => [name, tint()])),
    ...(chance(0.6) && { buttons: styled() }),
    ...(chance(0.3) && { fill: { ...(chance(0.5) && { colour: colour() }), opacity: next() } }),
    ...(chance(0.3) && { tint: { ...tint() } }),
    ...(chance(0.3) && { blur: { radius: Math.round(next() * 20) } }),
    ...(chance(0.3) && { textShadow: { blur: Math.round(next() * 9), opacity: 0.5 } }),
  });
  // The first seeds dress one part at one moment alone: every part, at every moment.
  const alone = seed < PARTS.length * MOMENTS.length;
  const [part, moment] = [PARTS[seed % PARTS.length]!, MOMENTS[Math.floor(seed / PARTS.length)]!];
  const looks = (of: (typeof PARTS)[number]) =>
    Object.fromEntries(
      MOMENTS.filter((each) => (alone ? of === part && each === moment : chance(0.4))).map((each) => [
        each,
        look(),
      ]),
    );
  const to = { address: '/x' };
  const button = () => ({
    ink: colour(),
    fill: colour(),
    hoverFill: colour(),
    ...(chance(0.5) && { hoverInk: colour() }),
    ...(chance(0.5) && { pressedFill: colour() }),
    ...(chance(0.2) && { loose: true }),
    radius: 6,
  });
  const icons = [{ id: 'one', label: 'One', icon: 'globe' as const, ...to }];
  const items: Item[] = [
    { kind: 'logo', id: 'logo', height: 28, looks: looks('logo') },
    { kind: 'name', id: 'name', size: 18, tagline: false, looks: looks('name') },
    { kind: 'menu', id: 'menu', menu: 'main', gap: 20, standOut: button(), looks: looks('menu') },
    { kind: 'text', id: 'text', text: 'Line', size: 15, to, looks: looks('text') },
    { kind: 'icons', id: 'icons', size: 20, gap: 4, links: icons, looks: looks('icons') },
    { kind: 'basket', id: 'basket', size: 20, label: 'Basket', to, count: 2, looks: looks('basket') },
    { kind: 'button', id: 'act', label: 'Act', page: 'home', ...button() },
  ];
  const ink = { link: colour(), hover: colour(), current: colour() };
  const own = looks('header');
  const header: Header = {
    ...base.headers[0]!,
    rails: [{ height: 60, inset: 20, gap: 10, start: items, middle: [], end: [], looks: looks('rail') }],
    looks: {
      ...own,
      top: { ...own.top, ink: { ...ink, ...own.top?.ink } },
      scrolled: own.scrolled ?? {},
      // Without one of the header's own, what parts wear under the pointer is not worn.
      ...(moment === 'pointed' || !alone ? { pointed: own.pointed ?? {} } : {}),
    },
    manner: {
      ...base.headers[0]!.manner,
      onScroll: seed % 2 === 0 || moment === 'back' ? 'returns' : 'stays',
    },
  };
  const entries = [
    { id: 'own', label: 'Own', page: 'home' },
    { id: 'other', label: 'Other', page: 'log', children: [{ id: 'child', label: 'Child', address: '/c' }] },
    { id: 'out', label: 'Out', address: '/o', standsOut: true },
    { id: 'own-out', label: 'Own', page: 'home', standsOut: true },
  ];
  return { site: { ...base, menus: [{ id: 'main', name: 'Main', entries }], headers: [header] }, header };
}

/** What is looked at: its selector, the item that it is of, and what it is. */
const ELEMENTS = [
  { self: '.hr-link[aria-current]', item: 'menu', isCurrent: true, plate: true },
  { self: '.hr-menu > li:nth-child(2) > .hr-link', item: 'menu', plate: true, opens: true },
  { self: '.hr-opener', item: 'menu', opens: true },
  { self: '.hr-text', item: 'text', plate: true },
  { self: '.hr-icons .hr-action', item: 'icons', plate: true },
  { self: '.hr-basket', item: 'basket', plate: true },
  { self: '.hr-name', item: 'name' },
  { self: '.hr-logo', item: 'logo' },
  { self: '.hr-button', item: 'act', isCurrent: true, isButton: true },
  { self: '.hr-out:not([aria-current])', item: 'menu', isButton: true },
  { self: '.hr-out[aria-current]', item: 'menu', isCurrent: true, isButton: true },
] as const;
const FORCED: Record<LinkState, string[]> = {
  rest: [],
  current: [],
  open: [],
  focused: ['focus', 'focus-visible'],
  hover: ['hover'],
  pressed: ['hover', 'active'],
};

interface Sight {
  color: string;
  plate: string;
  ring: string;
  /** The line along a button's edge, as a shadow within. */
  line: string;
}

/** Puts some elements in a state, by their numbers in the inspector's tree. */
async function force(nodes: readonly number[], forcedPseudoClasses: string[]): Promise<void> {
  await Promise.all(nodes.map((nodeId) => cdp.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses })));
}

/** How elements look, while the menu's opener is open or not. */
const sightsOf = (selectors: readonly string[], isOpen: boolean): Promise<Sight[]> =>
  tab.evaluate(
    ([list, open]) => {
      document.querySelector('.hr-opener')!.setAttribute('aria-expanded', String(open));
      return list.map((selector) => {
        const element = document.querySelector(selector)!;
        const { color, outlineColor } = getComputedStyle(element);
        const { backgroundColor, boxShadow } = getComputedStyle(element, '::before');
        return { color, plate: backgroundColor, ring: outlineColor, line: boxShadow };
      });
    },
    [selectors, isOpen] as const,
  );

/** How thick a line along an edge is, CSS pixels; none where there is none. */
function edge(shadow: string): number | undefined {
  const thickness = Number(/([\d.]+)px inset$/.exec(shadow)?.[1] ?? 0);
  return thickness === 0 ? undefined : thickness;
}

/** A computed colour as numbers: red, green, blue and opacity. */
function numbers(css: string): number[] {
  const found = (css.match(/[\d.]+/g) ?? []).map(Number);
  return found.length === 3 ? [...found, 1] : found;
}

function expectColour(seen: string, told: Rgba, what: string): void {
  // Nothing is to be seen of a colour that lets everything through.
  const a = numbers(seen);
  const b = [told.r, told.g, told.b, told.a];
  if (a[3] === 0 && b[3] === 0) return;
  const off = Math.max(...a.map((v, i) => Math.abs(v - b[i]!) / (i === 3 ? 0.005 : 1)));
  expect(off, `${what}: told ${b.join(' ')}, in the style sheet ${a.join(' ')}`).toBeLessThanOrEqual(1);
}

const SEEDS = Array.from({ length: process.env.LONG ? 48 : 6 }, (_, i) => i);

describe('what is worn', () => {
  test.each(SEEDS)('is what the style sheet says, header %i', async (seed) => {
    const { site, header } = chanceHeader(seed);
    const to = relativeAddresses(site, '/');
    const css = headerCss(site, header, measure, to);
    await tab.setContent(`<style>${css}</style>${headerHtml(site, header, to, 'home')}`);
    const { root } = await cdp.send('DOM.getDocument');
    const nodeOf = async (selector: string) =>
      (await cdp.send('DOM.querySelector', { nodeId: root.nodeId, selector })).nodeId;
    const hr = await nodeOf('.hr');
    const nodes = new Map(
      await Promise.all(ELEMENTS.map(async ({ self }) => [self, await nodeOf(self)] as const)),
    );
    const solid = (use: ColourUse) => ({ ...resolveColour(site.palette, use), a: 1 });
    const moments: [Moment, boolean][] = momentsOf(header).flatMap((moment) =>
      header.looks.pointed
        ? [
            [moment, false],
            [moment, true],
          ]
        : [[moment, false]],
    );
    for (const [moment, isPointed] of moments) {
      await tab.evaluate(
        (name) => (document.querySelector<HTMLElement>('.hr')!.dataset.moment = name),
        moment,
      );
      await cdp.send('CSS.forcePseudoState', { nodeId: hr, forcedPseudoClasses: isPointed ? ['hover'] : [] });
      const worn = isPointed ? pointedOver(header, moment) : header;
      const [rail] = worn.rails;
      const lookOf = (item?: string): ResolvedLook =>
        resolveWorn(site, { header: worn, rail, item: itemsOf(rail!).find(({ id }) => id === item) }, moment);
      const where = `header ${seed}, ${moment}${isPointed ? ', pointed at' : ''}`;
      // With the keyboard in it, or under the pointer, the whole header is pointed at.
      const passing = !header.looks.pointed || isPointed ? (['hover', 'focused', 'pressed'] as const) : [];
      for (const state of ['rest', 'current', 'open', ...passing] as const) {
        const elements = ELEMENTS.filter((element) => {
          if (state === 'open') return 'opens' in element;
          return passing.includes(state as never) || (state === 'current') === 'isCurrent' in element;
        });
        const forced = elements.map(({ self }) => nodes.get(self)!);
        await force(forced, FORCED[state]);
        const sights = await sightsOf(
          elements.map(({ self }) => self),
          state === 'open',
        );
        await force(forced, []);
        elements.forEach((element, i) => {
          const { color, plate, ring, line } = sights[i]!;
          const look = lookOf(element.item);
          const isCurrent = 'isCurrent' in element;
          const what = `${where}, ${element.self} ${state}`;
          if ('isButton' in element) {
            const own = element.item === 'menu' ? header.rails[0]!.start[2] : header.rails[0]!.start[6];
            const told = buttonIn(
              look,
              own?.kind === 'menu' ? own.standOut! : (own as ButtonItem),
              state,
              isCurrent,
            );
            const fill = { ...resolveColour(site.palette, told.fill.colour), a: told.fill.opacity };
            expectColour(color, solid(told.ink), `${what}, ink`);
            expectColour(plate, fill, `${what}, fill`);
            expect(edge(line), `${what}, line`).toEqual(told.thickness === 0 ? undefined : told.thickness);
            if (told.thickness > 0)
              expectColour(line.replace(/ 0px.*/, ''), solid(told.line), `${what}, line`);
            if (state === 'focused') expectColour(ring, solid(ringIn(look, false, true)), `${what}, ring`);
            return;
          }
          if (element.item !== 'logo')
            expectColour(color, solid(inkIn(look, state, isCurrent)), `${what}, ink`);
          if ('plate' in element) {
            const told = backingIn(look, state, isCurrent);
            expectColour(
              plate,
              { ...resolveColour(site.palette, told.colour), a: told.opacity },
              `${what}, backing`,
            );
          }
          if (state === 'focused') expectColour(ring, solid(ringIn(look, isCurrent, false)), `${what}, ring`);
        });
      }
      for (const [selector, look] of [
        ['.hr', resolveWorn(site, { header: worn }, moment)],
        ['.hr-rail-1', resolveWorn(site, { header: worn, rail }, moment)],
      ] as const) {
        const said = await tab.evaluate((self) => {
          const style = getComputedStyle(document.querySelector(self)!);
          return ['--hr-fill', '--hr-tint', '--hr-blur'].map((name) => style.getPropertyValue(name));
        }, selector);
        const isOwn = selector === '.hr' || css.includes('.hr-back-1 ');
        if (!isOwn) continue;
        for (const [i, layer] of (['fill', 'tint'] as const).entries()) {
          // Without an element for it a rail shows none.
          const isShown = layer === 'fill' || selector === '.hr' || css.includes('.hr-back-1 .hr-tint');
          if (!said[i] || !isShown) continue;
          const { colour, opacity } = look[layer];
          expectColour(
            said[i],
            { ...resolveColour(site.palette, colour), a: opacity },
            `${where}, ${selector} ${layer}`,
          );
        }
        if (selector === '.hr' && said[2]) expect(said[2], `${where}, blur`).toBe(`${look.blur.radius}px`);
      }
    }
  });
});

/** Drop-downs and a folded menu by chance, with a button in it. */
function chancePanel(seed: number): { site: Site; header: Header } {
  const { site, header } = chanceHeader(seed + 500);
  const next = random(seed * 911 + 7);
  const colour = (): ColourUse => ({
    colour: cssColour({
      r: Math.floor(next() * 256),
      g: Math.floor(next() * 256),
      b: Math.floor(next() * 256),
    }),
  });
  const optional = ['hover', 'hoverFill', 'pressed', 'pressedFill', 'focused', 'focusedFill', 'current'];
  const set = optional.filter(() => next() < 0.5).map((name) => [name, colour()] as const);
  const button: Item = {
    kind: 'button',
    id: 'book',
    label: 'Book',
    address: '/b',
    ink: colour(),
    ...(seed % 2 === 0 && { hoverInk: colour() }),
    fill: colour(),
    hoverFill: colour(),
    ...(seed % 3 === 0 && { pressedFill: colour() }),
    radius: 4,
  };
  const [rail] = header.rails;
  const own: Header = {
    ...header,
    rails: [{ ...rail!, end: [button] }],
    panel: { fill: colour(), ink: colour(), ...Object.fromEntries(set) },
    fold: { bar: ['logo'], panel: ['menu', 'book'], edge: 'top' },
  };
  return { site: { ...site, headers: [own] }, header: own };
}

describe('what drop-downs and the folded menu wear', () => {
  test.each(Array.from({ length: process.env.LONG ? 16 : 2 }, (_, i) => i))(
    'is what the style sheet says, panel %i',
    async (seed) => {
      const { site, header } = chancePanel(seed);
      const to = relativeAddresses(site, '/');
      const css = headerCss(site, header, measure, to);
      await tab.setContent(`<style>${css}</style>${headerHtml(site, header, to, 'home')}`);
      const { root } = await cdp.send('DOM.getDocument');
      const solid = (use: ColourUse) => ({ ...resolveColour(site.palette, use), a: 1 });
      const told = panelStates(header.panel);
      const button = itemsOf(header.rails[0]!).findLast((item) => item.kind === 'button')!;
      const look = (state: 'rest' | 'hover' | 'pressed' | 'focused') => {
        const isOver = state === 'hover' || state === 'pressed';
        const hovered = isOver ? (button.hoverInk ?? button.ink) : button.ink;
        const over = state === 'pressed' ? (button.pressedFill ?? button.hoverFill) : button.hoverFill;
        return { ink: hovered, fill: isOver ? over : button.fill };
      };
      const states = ['rest', 'hover', 'pressed', 'focused'] as const;
      const seen = async (selector: string, state: LinkState) => {
        const { nodeId } = await cdp.send('DOM.querySelector', { nodeId: root.nodeId, selector });
        expect(nodeId, selector).not.toBe(0);
        await force([nodeId], FORCED[state]);
        const sight = await tab.evaluate((self) => {
          const element = document.querySelector(self)!;
          const grounds = [element, element.closest('.hr-drop, .hr-panel')!].flatMap((each) => [
            getComputedStyle(each, '::before').backgroundColor,
            getComputedStyle(each).backgroundColor,
          ]);
          const { color, outlineColor } = getComputedStyle(element);
          return {
            color,
            ring: outlineColor,
            ground: grounds.find((ground) => ground !== 'rgba(0, 0, 0, 0)')!,
          };
        }, selector);
        await force([nodeId], []);
        return sight;
      };
      for (const where of ['.hr-drop', '.hr-panel']) {
        for (const state of states) {
          const self = `${where} a.hr-sub:not([aria-current])`;
          const { color, ground, ring } = await seen(self, state);
          const what = `panel ${seed}, ${self} ${state}`;
          expectColour(color, solid(told[state].ink), `${what}, ink`);
          expectColour(ground, solid(told[state].fill), `${what}, fill`);
          if (state === 'focused') expectColour(ring, solid(told.focused.ink), `${what}, ring`);
        }
      }
      const current = await seen('.hr-panel .hr-sub[aria-current]', 'current');
      expectColour(current.color, solid(told.current.ink), `panel ${seed}, current`);
      expectColour(current.ground, solid(told.current.fill), `panel ${seed}, current`);
      for (const state of states) {
        const { color, ground } = await seen('.hr-panel .hr-button', state);
        expectColour(color, solid(look(state).ink), `panel ${seed}, button ${state}, ink`);
        expectColour(ground, solid(look(state).fill), `panel ${seed}, button ${state}, fill`);
      }
      const close = await seen('.hr-close', 'focused');
      expectColour(close.color, solid(told.rest.ink), `panel ${seed}, close`);
      expectColour(close.ring, solid(told.rest.ink), `panel ${seed}, ring of close`);
    },
  );
});
