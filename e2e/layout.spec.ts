import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite, type LoadedSite } from '@hatrail/cli/siteFile';
import { skiaMeasure } from '@hatrail/cli/skia';
import { layoutHeader } from '@hatrail/core/header/layout';
import { checkSite } from '@hatrail/core/model/check';
import type { ButtonItem, Header, Item, LogoItem, MenuItem, Rail } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { FAMILIES, LETTER_CASES, WEIGHTS, type FamilyId } from '@hatrail/core/model/type';
import { siteFiles } from '@hatrail/core/output/files';
import { layoutScene } from '@hatrail/core/sweep/scene';
import { random } from '../core/test/made.ts';
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

const next = random(20);
const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
const between = (low: number, high: number) => Math.round(low + next() * (high - low));
const LABELS = [
  'Visit',
  'Shows',
  'Groups & schools',
  'Über uns',
  'Łódź',
  'AV',
  'Night log',
  'To',
  'Fi flags',
  'ÅÄÖ 1,000',
];

/** The demo site with a menu, type and header made up by chance. */
function generated(base: Site): Site {
  const style = (size: number) => ({
    family: pick(Object.keys(FAMILIES) as FamilyId[]),
    weight: pick(WEIGHTS),
    size,
    lineHeight: between(100, 180) / 100,
    letterSpacing: pick([0, 0, 0.5, 2, -0.3]),
    letterCase: pick(LETTER_CASES),
  });
  const entries = Array.from({ length: between(1, 6) }, (_, i) => ({
    id: `e${i}`,
    label: pick(LABELS),
    address: `/#${i}`,
    ...(next() < 0.3 && { children: [{ id: `c${i}`, label: 'Child', address: '/#c' }] }),
  }));
  const logo: LogoItem = { kind: 'logo', id: 'logo', height: between(16, 44) };
  const menu: MenuItem = { kind: 'menu', id: 'menu', menu: 'main', gap: between(8, 48) };
  const button: ButtonItem = {
    ...(base.headers[0]!.rails[0]!.end[1] as ButtonItem),
    label: pick(LABELS),
    radius: between(0, 20),
  };
  const places: Record<'start' | 'middle' | 'end', Item[]> = { start: [], middle: [], end: [] };
  for (const item of [logo, menu, ...(next() < 0.7 ? [button] : [])])
    places[pick(['start', 'middle', 'end'] as const)].push(item);
  const rail: Rail = { height: between(48, 140), inset: between(0, 60), gap: between(8, 40), ...places };
  const header: Header = { ...base.headers[0]!, rails: [rail] };
  const type = { ...base.type, menu: style(between(12, 24)), button: style(between(12, 20)) };
  return {
    ...base,
    type,
    menus: [{ id: 'main', name: 'Menu', entries }],
    headers: [header],
    pages: [base.pages[3]!],
  };
}

describe('generated headers', () => {
  test.each(Array.from({ length: 16 }, (_, i) => i + 1))(
    'number %i: boxes within 1 px, folded and unfolded; exact fold',
    async () => {
      const site = generated(loaded.site);
      expect(checkSite({ ...site, pages: loaded.site.pages })).toEqual([]);
      files = await shippedFiles(site, siteFiles(site, measure), loaded.read);
      const [header] = site.headers;
      const { foldWidth } = layoutHeader(site, header!, 1280, measure);
      const tab = await browser.newPage();
      await tab.goto(`${server.url}/log/`);
      await tab.evaluate(() => document.fonts.ready);
      for (const width of [320, foldWidth - 1, foldWidth, foldWidth + 7, 1280, 1919]) {
        if (width < 320) continue;
        await tab.setViewportSize({ width, height: 700 });
        const seen = await tab.evaluate(() =>
          [
            ...document.querySelectorAll(
              '.hr-rail :is(.hr-logo, .hr-link, .hr-opener, .hr-button, .hr-toggle)',
            ),
          ]
            .map((element) => element.getBoundingClientRect())
            .filter((box) => box.width > 0)
            .map(({ x, y, width: w, height: h }) => [x, y, w, h]),
        );
        const { inks, folded } = layoutHeader(site, header!, width, measure);
        expect(folded).toBe(width < foldWidth);
        expect(seen).toHaveLength(inks.length);
        inks.forEach(({ name, box }, i) => {
          [box.x, box.y, box.width, box.height].forEach((value, k) => {
            expect(
              Math.abs(seen[i]![k]! - value),
              `${name} at ${width}: ${value}, seen ${seen[i]![k]}`,
            ).toBeLessThanOrEqual(1);
          });
        });
      }
      await tab.close();
    },
  );
});

describe('the demo’s pages', () => {
  const WIDTHS = [320, 390, 639, 640, 768, 999, 1000, 1280, 1281, 1920];
  test.each(['/', '/visit', '/log', '/members'])(
    '%s: every line of text where the core has it',
    async (path) => {
      const { site } = loaded;
      files = await shippedFiles(site, siteFiles(site, measure), loaded.read);
      const page = site.pages.find((candidate) => candidate.path === path)!;
      const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await tab.goto(`${server.url}${path === '/' ? '/' : `${path}/`}`);
      await tab.evaluate(() => document.fonts.ready);
      for (const width of WIDTHS) {
        const scene = layoutScene(site, site.headers[0]!, page, width, measure);
        await tab.setViewportSize({ width, height: scene.windowHeight });
        // Each text block as its lines' left edges and middles, from the rectangles of its range.
        const seen = await tab.evaluate(() =>
          [...document.querySelectorAll('main :is(h1, h2, h3, p)')].map((element) => {
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
    },
  );
});
