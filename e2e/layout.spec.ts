import type { Browser, Page as Tab } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { shippedFiles, type ShippedFile } from '@hatrail/node/export';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import { layoutHeader } from '@hatrail/core/header/layout';
import { fontShorthand, type Font, type Measure } from '@hatrail/core/measure/measure';
import { checkSite } from '@hatrail/core/model/check';
import type { Content, WordsPlace } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { siteFiles } from '@hatrail/core/output/files';
import { layoutScene } from '@hatrail/core/sweep/scene';
import type { Box } from '@hatrail/core/geometry/box';
import { generatedSite } from './generated.ts';
import { some } from '../core/test/some.ts';
import { openChromium } from './chromium.ts';
import { serveFiles } from './statics.ts';

/** What the core lays out against what Chromium lays out: generated headers, and every line of the demo's pages. */

const measure = skiaMeasure();
let loaded: LoadedSite;
let files: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;

beforeAll(async () => {
  browser = await openChromium('software');
  loaded = await loadSite('demo/larkfell.hatrail.json');
  server = await serveFiles(() => files);
});
afterAll(async () => {
  await browser.close();
  server.server.close();
});

const HEADERS = Number(process.env.HEADERS ?? (process.env.LONG ? 10 : 2));

/** Everything on the rails as Chromium has it: items with their boxes, and lines of text with left edge, width and top. */
function seenIn(tab: Tab) {
  return tab.evaluate(() => {
    const shown = (element: Element) => element.getBoundingClientRect().width > 0;
    const box = ({ x, y, width, height }: DOMRect) => ({ x, y, width, height });
    const items = [...document.querySelectorAll('.hr-rail :is(.hr-item, .hr-toggle)')];
    const texts = document.querySelectorAll(
      '.hr-rail :is(.hr-site, .hr-tagline, .hr-link, .hr-label, .hr-button, .hr-count)',
    );
    const links = document.querySelectorAll('.hr-menu > li > :is(.hr-link, .hr-label, .hr-opener)');
    return {
      items: items
        .filter((element) => shown(element) || getComputedStyle(element).display !== 'none')
        .filter((element) => element.getClientRects().length > 0)
        .map((element) => ({
          id: /hr-item-(\S+)/.exec(element.className)?.[1] ?? 'menu-button',
          ...box(element.getBoundingClientRect()),
        })),
      texts: [...texts].filter(shown).map((element) => {
        const range = document.createRange();
        range.selectNodeContents(element.firstChild!);
        return { text: element.firstChild!.textContent!, ...box(range.getBoundingClientRect()) };
      }),
      links: [...links].filter(shown).map((element) => box(element.getBoundingClientRect())),
      rails: [...document.querySelectorAll('.hr-rail')]
        .filter(shown)
        .map((element) => box(element.getBoundingClientRect())),
      bar: box(document.querySelector('.hr-bar')!.getBoundingClientRect()),
    };
  });
}

/** Whether the items of every rail keep their gaps and the rail's insets, as Chromium has laid them out. */
function fitsIn(tab: Tab): Promise<boolean> {
  return tab.evaluate(() =>
    [...document.querySelectorAll('.hr-rail')].every((rail) => {
      const style = getComputedStyle(rail);
      const { left, right } = rail.getBoundingClientRect();
      const items = [...rail.querySelectorAll('.hr-item')]
        .filter((item) => item.getClientRects().length > 0)
        .map((item) => item.getBoundingClientRect());
      const gap = parseFloat(style.columnGap);
      return (
        items.every((item, i) => i === 0 || item.left - items[i - 1]!.right >= gap - 0.02) &&
        items.every((item) => item.left >= left + parseFloat(style.paddingLeft) - 0.02) &&
        items.every((item) => item.right <= right - parseFloat(style.paddingRight) + 0.02)
      );
    }),
  );
}

function expectNear(seen: object, expected: object, what: string): void {
  for (const key of ['x', 'y', 'width', 'height'] as const) {
    const [a, b] = [(seen as Box)[key], (expected as Box)[key]];
    expect(Math.abs(a - b), `${what}, ${key}: ${b}, seen ${a}`).toBeLessThanOrEqual(1);
  }
}

/** Shows a site's page; where its files are those that are shown already, it stays as it is. */
async function visit(tab: Tab, site: Site, by = measure): Promise<void> {
  const before = files;
  files = await shippedFiles(site, siteFiles(site, by), loaded.read);
  const isShown = tab.url().startsWith(server.url);
  if (isShown && files.every(({ bytes }, i) => Buffer.compare(bytes, before[i]?.bytes ?? Buffer.of()) === 0))
    return;
  await tab.goto(`${server.url}/log/`);
  await tab.evaluate(() => document.fonts.ready);
}

/**
 * Widths as the browser's own canvas measures them, as the application does. Node's differ by up to 0.4 px where the
 * letters of one word come from two font files.
 */
async function browserMeasure(tab: Tab, site: Site): Promise<Measure> {
  const asked = new Map<string, { text: string; font: string; spacing: string }>();
  const key = (text: string, font: Font) => `${fontShorthand(font)} ${font.letterSpacing} ${text}`;
  const ask: Measure = {
    ...measure,
    advance(text, font) {
      asked.set(key(text, font), { text, font: fontShorthand(font), spacing: `${font.letterSpacing}px` });
      return measure.advance(text, font);
    },
  };
  siteFiles(site, ask);
  for (const width of [320, 500, 700, 1000, 1280, 1920]) layoutHeader(site, site.headers[0]!, width, ask);
  const widths = await tab.evaluate(
    (texts) => {
      const context = document.createElement('canvas').getContext('2d')!;
      return texts.map(({ text, font, spacing }) => {
        context.font = font;
        context.letterSpacing = spacing;
        context.fontKerning = 'normal';
        return context.measureText(text).width;
      });
    },
    [...asked.values()],
  );
  const found = new Map([...asked.keys()].map((name, i) => [name, widths[i]!]));
  return { ...measure, advance: (text, font) => found.get(key(text, font)) ?? measure.advance(text, font) };
}

describe('generated headers', () => {
  test.each(Array.from({ length: HEADERS }, (_, i) => i + 1))(
    'number %i: boxes within 1 px, folded and unfolded; exact fold',
    async (number) => {
      const site = generatedSite(loaded.site, number);
      expect(checkSite(site)).toEqual([]);
      const header = site.headers[0]!;
      const tab = await browser.newPage();
      await visit(tab, site);
      const exact = await browserMeasure(tab, site);
      await visit(tab, site, exact);
      const { foldWidth } = layoutHeader(site, header, 1280, exact);
      const around = foldWidth > 320 && foldWidth < 1920 ? [foldWidth - 1, foldWidth] : [500, 700];
      for (const width of [320, 390, 599, ...around, 1000, 1280, 1920]) {
        await tab.setViewportSize({ width, height: 900 });
        const seen = await seenIn(tab);
        const laid = layoutHeader(site, header, width, exact);
        const at = `header ${number} at ${width}${laid.folded ? ', folded' : ''}`;
        expectNear(seen.bar, laid.bar, `${at}: bar`);
        expect(
          seen.items.map(({ id }) => id),
          at,
        ).toEqual(laid.items.map(({ id }) => id));
        laid.items.forEach(({ id, box }, i) => expectNear(seen.items[i]!, box, `${at}: ${id}`));
        laid.rails.forEach(({ x, top, width: across, height }, i) => {
          expectNear(seen.rails[i]!, { x, y: top, width: across, height }, `${at}: rail ${i}`);
        });
        const runs = laid.inks.flatMap(({ what, page, current }) => {
          if (what.kind !== 'text') return [];
          return [page === 'log' && current ? current : what.run];
        });
        expect(seen.texts.length, at).toBe(runs.length);
        runs.forEach(({ text, font, left, advance, baseline }, i) => {
          const line = seen.texts[i]!;
          const y = baseline - Math.round(measure.metrics(font).ascent);
          expectNear({ ...line, height: 0 }, { x: left, y, width: advance, height: 0 }, `${at}: ${text}`);
        });
        const links = laid.inks.filter(({ id }) => /^e\d/.test(id));
        expect(seen.links.length, at).toBe(links.length);
        links.forEach(({ name, box }, i) => expectNear(seen.links[i]!, box, `${at}: ${name}`));
      }
      if (foldWidth > 0 && foldWidth < 4000) {
        // The same header that never folds: it fits from the fold width on, and not one pixel below.
        const never = { ...header, fold: { bar: [], panel: [], edge: 'top' as const } };
        await visit(tab, { ...site, headers: [never] }, exact);
        for (const width of [foldWidth + 1, foldWidth, foldWidth - 1]) {
          await tab.setViewportSize({ width, height: 900 });
          expect(await fitsIn(tab), `header ${number} unfolded at ${width}`).toBe(width >= foldWidth);
        }
      }
      await tab.close();
    },
  );
});

describe('the demo’s pages', () => {
  const WIDTHS = [320, 390, 639, 640, 768, 999, 1000, 1280, 1281, 1920];
  const asItIs = (site: Site) => site;
  /** A page that opens with what it is called by name, buttons in several rows, and its words moved in. */
  const opening =
    (place?: WordsPlace) =>
    (site: Site): Site => {
      const button = { page: 'home', ink: { colour: '#ffffff' }, fill: { colour: '#101b33' } };
      const contents: Content[] = [
        { kind: 'said', what: 'page title' },
        { kind: 'said', what: 'site name' },
        { kind: 'said', what: 'tagline' },
        {
          kind: 'buttons',
          buttons: ['Book a night', 'Getting here', 'AV', 'What is on tonight'].map((label) => ({
            ...button,
            label,
          })),
        },
      ];
      const pages = site.pages.map((page) => ({
        ...page,
        bands: page.bands.map((band, i) =>
          i === 0 ? { ...band, contents, words: { width: 420, offset: 130, ...(place && { place }) } } : band,
        ),
      }));
      return { ...site, pages };
    };
  test.each(
    some<[string, (site: Site) => Site]>(
      [
        ['/', asItIs],
        ['/visit', asItIs],
        ['/log', asItIs],
        ['/members', asItIs],
        ['/shows', opening()],
        ['/shows', opening('middle')],
        ['/shows', opening('end')],
      ],
      2,
    ),
  )('%s: every line of text where the core has it', async (path, change) => {
    const site = change(loaded.site);
    files = await shippedFiles(site, siteFiles(site, measure), loaded.read);
    const page = site.pages.find((candidate) => candidate.path === path)!;
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await tab.goto(`${server.url}${path === '/' ? '/' : `${path}/`}`);
    await tab.evaluate(() => document.fonts.ready);
    for (const width of WIDTHS) {
      const scene = layoutScene(site, site.headers[0]!, page, { width }, measure);
      await tab.setViewportSize({ width, height: scene.windowHeight });
      // Each text block as its lines' left edges and middles, from the rectangles of its range.
      const seen = await tab.evaluate(() =>
        [...document.querySelectorAll('main :is(h1, h2, h3, p, .band-button)')].map((element) => {
          const range = document.createRange();
          range.selectNodeContents(element);
          return [...range.getClientRects()].map(({ x, width: w }) => [Math.round(x), Math.round(w)]);
        }),
      );
      const expected = scene.laid.bands.flatMap(({ blocks }) =>
        blocks.flatMap((block) =>
          block.kind === 'text'
            ? [
                block.lines.map(({ text, x }) => [
                  Math.round(x),
                  Math.round(measure.advance(text, block.font)),
                ]),
              ]
            : [],
        ),
      );
      expect(seen.length, `${width}`).toBe(expected.length);
      expected.forEach((lines, i) => {
        expect(seen[i]!.length, `lines of block ${i} at ${width}`).toBe(lines.length);
        lines.forEach(([x, w], k) => {
          expect(Math.abs(seen[i]![k]![0]! - x!)).toBeLessThanOrEqual(1);
          expect(Math.abs(seen[i]![k]![1]! - w!)).toBeLessThanOrEqual(1);
        });
      });
    }
    await tab.close();
  });
});
