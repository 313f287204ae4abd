import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Browser, CDPSession, Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/node/export';
import { loadSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { headerFiles } from '@hatrail/core/output/files';
import { openChromium } from './chromium.ts';
import { decode } from './bruteForce.ts';
import { HOSTS, type Host } from './hosts.ts';
import { serveFiles } from './statics.ts';

/**
 * The header keeps its pixels on the page that it lands on, whether the page's own style sheet comes before or after; and
 * leaves the page as it was. `HOSTS=all` for every host, both ways.
 */

const ALL = process.env.HOSTS === 'all';
const measure = skiaMeasure();
let files: ShippedFile[] = [];
let exported: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;
let tab: Tab;
let cdp: CDPSession;
let markup = '';
const text = (path: string) => Buffer.from(exported.find((file) => file.path === path)!.bytes).toString();

/** The header with all kinds of things on it. */
function rich(site: Site): { site: Site; header: Header } {
  const [first] = site.headers;
  const [rail] = first!.rails;
  const to = { address: '/x' };
  const grey = { colour: '#888888' };
  const header: Header = {
    ...first!,
    looks: {
      top: {
        ...first!.looks.top,
        fill: { colour: { colour: '#203050' }, opacity: 0.7 },
        backing: {
          rest: { colour: grey, opacity: 0.3 },
          hover: { colour: { colour: '#000000' }, opacity: 0.8 },
        },
        textShadow: { blur: 3, opacity: 0.5 },
      },
      scrolled: {
        fill: { opacity: 0.95 },
        gradient: {
          on: true,
          stops: [
            { at: 0, colour: grey, opacity: 0.4 },
            { at: 100, colour: grey, opacity: 0 },
          ],
        },
      },
    },
    rails: [
      rail!,
      {
        height: 52,
        inset: 24,
        gap: 12,
        start: [
          { kind: 'name', id: 'name', size: 18, tagline: true },
          {
            kind: 'text',
            id: 'line',
            text: '01632 960 123',
            size: 14,
            to,
            backing: { colour: grey, opacity: 0.5, x: 8, y: 0, radius: 6 },
          },
        ],
        middle: [],
        end: [
          {
            kind: 'icons',
            id: 'icons',
            size: 20,
            gap: 6,
            links: [{ id: 'one', label: 'One', icon: 'globe', ...to }],
          },
          { kind: 'search', id: 'search', size: 20, label: 'Find', to },
          {
            kind: 'search',
            id: 'field',
            size: 20,
            label: 'Find',
            to,
            field: { width: 130, fill: { colour: '#ffffff' }, ink: { colour: '#101b33' }, radius: 6 },
          },
          { kind: 'basket', id: 'basket', size: 20, label: 'Basket', to, count: 3 },
        ],
      },
    ],
  };
  return { site: { ...site, headers: [header] }, header };
}

beforeAll(async () => {
  const loaded = await loadSite('demo/larkfell.hatrail.json');
  const { site, header } = rich(loaded.site);
  exported = await shippedFiles(site, headerFiles(site, header, measure), loaded.read);
  markup = text('header.html');
  server = await serveFiles(() => files);
  browser = await openChromium('software');
  tab = await browser.newPage({ reducedMotion: 'reduce' });
  await tab.route(/^https?:\/\/(?!127)/, (route) => route.abort());
  cdp = await tab.context().newCDPSession(tab);
  await cdp.send('DOM.enable');
  await cdp.send('CSS.enable');
});
afterAll(async () => {
  await browser.close();
  server.server.close();
});

/** The part of the page that is behind the header is the same on all hosts; what comes after it is the host's. */
const BEHIND =
  'all: initial !important; display: block !important; position: absolute !important; inset: 0 0 auto !important; z-index: 1 !important; height: 3000px !important; background: linear-gradient(90deg, #134, #eee) !important';
const OWN = `<div id="page"><h1>Own words</h1><p>A <a href="/y">link</a>, a <button type="button">button</button></p><ul><li>one<li><a href="#z">two</a></ul><img alt="" width="20" height="20"></div>`;

type Order = 'before' | 'after' | 'alone';

function page({ css }: Host, order: Order): string {
  const own = `<style>${css}</style>`;
  const ours =
    order === 'alone'
      ? ''
      : '<link rel="stylesheet" href="fonts.css"><link rel="stylesheet" href="header.css"><script src="header.js"></script>';
  const head = order === 'before' ? own + ours : ours + own;
  // Neither a caret nor a change on its way is what is looked at.
  const still = '<style>.hr input { caret-color: transparent !important }</style>';
  return `<!doctype html><html><head>${head}${still}</head><body>${order === 'alone' ? '' : markup}<main style="${BEHIND}"></main>${OWN}</body></html>`;
}

async function show(host: Host, order: Order, width: number): Promise<void> {
  files = [...exported, { path: 'index.html', bytes: Buffer.from(page(host, order)) }];
  await tab.setViewportSize({ width, height: 460 });
  await tab.goto(`${server.url}/?${Math.random()}`);
  await tab.evaluate(() => document.fonts.ready);
}

const force = async (selector: string, forcedPseudoClasses: string[]) => {
  const { root } = await cdp.send('DOM.getDocument');
  const { nodeId } = await cdp.send('DOM.querySelector', { nodeId: root.nodeId, selector });
  await cdp.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses });
};

/** What is done to the header, one after the other, at each width. */
const SIGHTS: { name: string; width: number; act: () => Promise<unknown> }[] = [
  { name: 'at rest', width: 1280, act: () => Promise.resolve() },
  { name: 'hovered', width: 1280, act: () => force('.hr-link', ['hover']) },
  { name: 'focused', width: 1280, act: () => force('.hr-link', ['focus', 'focus-visible']) },
  { name: 'button hovered', width: 1280, act: () => force('.hr-rail .hr-button', ['hover', 'active']) },
  {
    name: 'open',
    width: 1280,
    act: async () => {
      await tab.locator('.hr-opener').first().click();
      await tab.mouse.move(640, 440);
    },
  },
  {
    name: 'searching',
    width: 1280,
    act: () =>
      tab
        .locator('.hr-find .hr-action')
        .click()
        .then(() => tab.mouse.move(640, 440)),
  },
  {
    name: 'scrolled',
    width: 1280,
    act: () =>
      tab.evaluate(() => scrollTo(0, 300)).then(() => tab.locator('.hr[data-moment="scrolled"]').waitFor()),
  },
  { name: 'folded', width: 390, act: () => Promise.resolve() },
  {
    name: 'folded, open',
    width: 390,
    act: () =>
      tab
        .locator('.hr-toggle')
        .click()
        .then(() => tab.mouse.move(380, 450)),
  },
];

/** @param rests how long each is left alone before it is looked at, ms */
async function sightsOf(host: Host, order: Order, rests = 30): Promise<Buffer[]> {
  const shots: Buffer[] = [];
  let shown = 0;
  for (const { width, act } of SIGHTS) {
    if (width !== shown) await show(host, order, width);
    shown = width;
    await act();
    await tab.evaluate(
      (ms) =>
        new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, ms)))),
      rests,
    );
    const { data } = await cdp.send('Page.captureScreenshot', { format: 'png', optimizeForSpeed: true });
    shots.push((await decode(Buffer.from(data, 'base64'))).data);
    await force('.hr-link', []);
    await force('.hr-rail .hr-button', []);
  }
  return shots;
}

/** How far one picture of the same may be from the next at the rim of a rounded corner, levels of 255. */
const RIM = 2;

/** How many of two pictures' pixels differ. */
function differing(a: Buffer, b: Buffer): number {
  let count = a.length === b.length ? 0 : Infinity;
  for (let i = 0; i < a.length; i += 3) {
    if ([0, 1, 2].some((c) => Math.abs(a[i + c]! - b[i + c]!) > RIM)) count++;
  }
  return count;
}

const NEUTRAL: Host = { name: 'neutral', css: 'body { margin: 0 }' };
let neutral: Promise<Buffer[]> | undefined;

/** The neutral page, seen the same twice: what all others are held against is not taken too early. */
async function steady(): Promise<Buffer[]> {
  let last = await sightsOf(NEUTRAL, 'before', 200);
  for (let tries = 0; tries < 4; tries++) {
    const next = await sightsOf(NEUTRAL, 'before', 200);
    if (next.every((shot, i) => shot.equals(last[i]!))) break;
    last = next;
  }
  return last;
}

/** What a page's own words look like to the browser. */
const ownWords = () =>
  tab.evaluate(() =>
    [...document.querySelectorAll('#page, #page *')].map((element) => {
      const { x, width, height } = element.getBoundingClientRect();
      const { color, backgroundColor, fontSize, display, margin, padding, outlineStyle } =
        getComputedStyle(element);
      return { x, width, height, color, backgroundColor, fontSize, display, margin, padding, outlineStyle };
    }),
  );

const chosen = HOSTS.filter((_, i) => ALL || i === 2);

describe.each(chosen)('on a page with $name', (host) => {
  test.each(ALL ? (['before', 'after'] as const) : (['after'] as const))(
    'its own style %s ours',
    async (order) => {
      neutral ??= steady();
      const wanted = await neutral;
      const offIn = (seen: Buffer[]) =>
        SIGHTS.map(({ name }, i) => [name, differing(seen[i]!, wanted[i]!)] as const).filter(
          ([, count]) => count > 0,
        );
      // On a busy machine a picture may be taken before the browser has painted: then once more.
      const off = [offIn(await sightsOf(host, order))];
      if (off[0]!.length > 0) off.push(offIn(await sightsOf(host, order, 600)));
      expect(Object.fromEntries(off.at(-1)!)).toEqual({});
      await show(host, order, 1280);
      const withHeader = await ownWords();
      await show(host, 'alone', 1280);
      expect(withHeader).toEqual(await ownWords());
    },
  );
});
