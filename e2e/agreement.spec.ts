import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Browser, Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { loadSite, type LoadedSite } from '@hatrail/cli/siteFile';
import { decodePictures, skiaMeasure, skiaRaster } from '@hatrail/cli/skia';
import { composeOver } from '@hatrail/core/colour/composite';
import type { BlendMode } from '@hatrail/core/model/layer';
import type { Header } from '@hatrail/core/model/header';
import { logoVariantsOf } from '@hatrail/core/header/look';
import type { Site } from '@hatrail/core/model/site';
import { siteFiles } from '@hatrail/core/output/files';
import type { Box } from '@hatrail/core/page/layout';
import { snapBox } from '@hatrail/core/page/paint';
import { pixelAt } from '@hatrail/core/stack/ground';
import { readAt } from '@hatrail/core/sweep/exact';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import type { LogoPixels } from '@hatrail/core/sweep/logo';
import { headerRow, layoutScene, momentAt } from '@hatrail/core/sweep/scene';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { cellRatio, decode, logoRatio, meanDifference } from './bruteForce.ts';
import { openChromium } from './chromium.ts';
import { serveFiles } from './statics.ts';

/** The exported header on the exported pages, in Chromium, against what the core computes for them. */

const measure = skiaMeasure();
let sites: Record<SiteName, LoadedSite>;
let files: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;

beforeAll(async () => {
  browser = await openChromium();
  sites = {
    larkfell: await loadSite('demo/larkfell.hatrail.json'),
    pellow: await loadSite('demo/pellow.hatrail.json'),
  };
  server = await serveFiles(() => files);
});
afterAll(async () => {
  await browser.close();
  server.server.close();
});

type SiteName = 'larkfell' | 'pellow';

interface Combination {
  /** The observatory where nothing is said. */
  of?: SiteName;
  path: string;
  width: number;
  scroll: number;
  /** What is changed in the demo header, and in its site. */
  change?: (header: Header) => Partial<Header>;
  changeSite?: (site: Site) => Partial<Site>;
  name?: string;
}

const above = ({ looks, manner }: Header): Partial<Header> => ({
  manner: { ...manner, lies: 'above' },
  looks: { ...looks, top: { ...looks.top, fill: { colour: { swatch: 'slate' }, opacity: 0.85 } } },
});
const dark = ({ looks }: Header): Partial<Header> => ({
  looks: {
    ...looks,
    scrolled: {
      ink: {
        link: { swatch: 'midnight' },
        hover: { colour: '#7a1f1f' },
        current: { swatch: 'aurora' },
        logo: 'dark',
      },
      fill: { colour: { swatch: 'snow' }, opacity: 0.3 },
    },
  },
});
const bandSwitch = ({ manner }: Header): Partial<Header> => ({
  manner: { ...manner, switch: { at: 'first band', distance: 60 } },
});
const leaves = ({ manner }: Header): Partial<Header> => ({ manner: { ...manner, onScroll: 'leaves' } });
const middle = ({ rails: [rail] }: Header): Partial<Header> => ({
  rails: [
    { ...rail!, start: [rail!.end[1]!], middle: rail!.start, end: [rail!.end[0]!], inset: 24, height: 64 },
  ],
});

/** The ferry's second rail above its first, in the flow, and scrolling away. */
const stripAbove = ({ rails: [first, second] }: Header): Partial<Header> => ({
  rails: [{ ...second!, leaves: true, inFlow: true }, first!],
});
/** A picture of the real page in the place of its bands. */
const shot = ({ pages }: Site): Partial<Site> => ({
  pages: pages.map((page) =>
    page.path === '/fares' ? { ...page, snapshots: [{ width: 1440, picture: 'crossing' }] } : page,
  ),
});
const blended =
  (blend: BlendMode) =>
  ({ pages }: Site): Partial<Site> => ({
    pages: pages.map((page) => ({
      ...page,
      bands: page.bands.map((band) => {
        const { picture } = band.backdrop;
        if (!picture) return band;
        const colour = { swatch: 'tide' };
        return { ...band, backdrop: { ...band.backdrop, colour, picture: { ...picture, blend } } };
      }),
    })),
  });

const COMBINATIONS: Combination[] = [
  { path: '/', width: 1280, scroll: 0 },
  { path: '/', width: 1280, scroll: 59 },
  { path: '/', width: 1280, scroll: 60 },
  { path: '/', width: 1280, scroll: 430 },
  { path: '/', width: 1280, scroll: 742 },
  { path: '/', width: 1280, scroll: 1051 },
  { path: '/', width: 1280, scroll: 1480 },
  { path: '/', width: 1280, scroll: 2100 },
  { path: '/', width: 1920, scroll: 333 },
  { path: '/', width: 1003, scroll: 900 },
  { path: '/', width: 768, scroll: 512 },
  { path: '/', width: 390, scroll: 640 },
  { path: '/', width: 320, scroll: 1777 },
  { path: '/visit', width: 1280, scroll: 0 },
  { path: '/visit', width: 1441, scroll: 300 },
  { path: '/shows', width: 1280, scroll: 10 },
  { path: '/shows', width: 1111, scroll: 222 },
  { path: '/log', width: 1280, scroll: 640 },
  { path: '/members', width: 900, scroll: 100 },
  { path: '/book', width: 1280, scroll: 300 },
  { path: '/', width: 1280, scroll: 400, change: above, name: 'above the page' },
  { path: '/shows', width: 1280, scroll: 0, change: above, name: 'above the page' },
  { path: '/visit', width: 1280, scroll: 150, change: dark, name: 'dark ink on a thin pale fill' },
  { path: '/', width: 1280, scroll: 595, change: bandSwitch, name: 'just before the end of the first band' },
  { path: '/', width: 1280, scroll: 596, change: bandSwitch, name: 'at the end of the first band' },
  { path: '/shows', width: 1280, scroll: 20, change: leaves, name: 'a header that leaves' },
  { path: '/shows', width: 1280, scroll: 120, change: middle, name: 'logo in the middle, lower rail' },
  { of: 'pellow', path: '/', width: 1280, scroll: 0, name: 'two rails, inset' },
  { of: 'pellow', path: '/', width: 1280, scroll: 640, name: 'over a repeated pattern' },
  { of: 'pellow', path: '/', width: 1600, scroll: 1010, name: 'from the pattern to a dark band' },
  { of: 'pellow', path: '/', width: 768, scroll: 900 },
  { of: 'pellow', path: '/', width: 390, scroll: 300, name: 'folded, two rails' },
  { of: 'pellow', path: '/timetable', width: 1111, scroll: 77 },
  { of: 'pellow', path: '/island', width: 900, scroll: 120 },
  { of: 'pellow', path: '/', width: 1280, scroll: 20, change: stripAbove, name: 'a strip that is leaving' },
  { of: 'pellow', path: '/', width: 1280, scroll: 500, change: stripAbove, name: 'a strip that has left' },
  {
    of: 'pellow',
    path: '/fares',
    width: 1280,
    scroll: 0,
    changeSite: shot,
    name: 'a snapshot of the page',
  },
  ...(['multiply', 'screen', 'overlay', 'luminosity'] as const).map((blend) => ({
    of: 'pellow' as const,
    path: '/',
    width: 1280,
    scroll: 120,
    changeSite: blended(blend),
    name: `the picture blended by ${blend}`,
  })),
];

let worstContrast = 0;
let worstGround = 0;
let judged = 0;

for (const combination of COMBINATIONS) {
  const { of = 'larkfell', path, width, scroll, change, changeSite, name } = combination;
  test(`${of} ${path} at ${width}, ${scroll} px down${name ? `, ${name}` : ''}`, async () => {
    const loaded = sites[of];
    const { site, header } = changed({ ...loaded.site, ...changeSite?.(loaded.site) }, change);
    files = await shippedFiles(site, siteFiles(site, measure), loaded.read);
    const sitePage = site.pages.find((candidate) => candidate.path === path)!;
    const scene = layoutScene(site, header, sitePage, width, measure);
    const pictures = await decodePictures(site, loaded.read);
    const raster = skiaRaster(site, scene.laid, pictures);

    const tab = await browser.newPage({
      viewport: { width, height: scene.windowHeight },
      reducedMotion: 'reduce',
    });
    await tab.goto(`${server.url}${path === '/' ? '/' : `${path}/`}`);
    await tab.evaluate(() => document.fonts.ready);
    await tab.evaluate((y) => scrollTo(0, y), scroll);
    const moment = momentAt(scene, scroll);
    await tab.locator(`.hr[data-moment="${moment}"]`).waitFor();

    expect(await tab.evaluate(() => document.documentElement.scrollHeight)).toBe(scene.laid.height);
    await expectBoxes(tab, scene.layout.inks);

    // Rails that scroll away take the rest of the header up with them.
    const gone = scene.header.manner.onScroll === 'leaves' ? scroll : Math.min(scroll, scene.layout.leaving);
    const top = -gone;
    const clip = { x: 0, y: top, width, height: scene.layout.height };
    const painted = await shoot(tab, clip, false);
    const ground = await shoot(tab, clip, true);

    const logo = scene.layout.inks.find((ink) => ink.what.kind === 'logo')!;
    const drawn: Record<string, LogoPixels> = {};
    for (const { picture } of logoVariantsOf(site, header)) {
      drawn[picture] = await drawInBrowser(tab, site, picture, logo.box);
    }
    for (const target of sceneTargets(scene, moment, (picture) => drawn[picture])) {
      if (target.state === 'hover' || (target.ink.leaves && target.ink.box.y < gone)) continue;
      const row = headerRow(scene, scroll);
      const { contrast } = readAt(target, raster, row);
      const cells = target.shape.cells.map((cell) => ('cell' in cell ? cell.cell : cell));
      const box = {
        left: Math.min(...cells.map(({ left }) => left)),
        top: Math.min(...cells.map((cell) => cell.top)),
        right: Math.max(...cells.map(({ right }) => right)),
        bottom: Math.max(...cells.map(({ bottom }) => bottom)),
      };
      const difference = meanDifference(ground, box, (x, y) => {
        const { r, g, b } = composeOver(pixelAt(raster, x, row + y), target.layers);
        return [r, g, b];
      });
      const seen =
        target.shape.kind === 'logo'
          ? logoRatio(painted, ground, target.shape.cells)
          : Math.min(...target.shape.cells.map((cell) => cellRatio(ground, cell, rgb(target.shape))));
      const what = `${target.ink.name}: computed ${contrast.toFixed(3)}, seen ${seen.toFixed(3)}`;
      judged++;
      worstContrast = Math.max(worstContrast, Math.abs(seen - contrast) / Math.max(0.1, seen * 0.02));
      worstGround = Math.max(worstGround, difference);
      expect(difference, `${what}; ground`).toBeLessThanOrEqual(2);
      const tolerance = Math.max(0.1, seen * 0.02);
      expect(Math.abs(seen - contrast), what).toBeLessThanOrEqual(tolerance);
      const near = [target.needed, (target.needed * 2) / 3].some(
        (limit) => Math.abs(seen - limit) <= tolerance,
      );
      if (!near) expect(verdictOf(contrast, target.needed), what).toBe(verdictOf(seen, target.needed));
    }
    await tab.close();
  });
}

afterAll(() => {
  console.log(
    `${judged} items in ${COMBINATIONS.length} combinations: largest difference ${(100 * worstContrast).toFixed(0)} % of what is allowed, ground ${worstGround.toFixed(2)} levels`,
  );
});

function changed(site: Site, change?: Combination['change']): { site: Site; header: Header } {
  const [first] = site.headers;
  const header = { ...first!, ...change?.(first!) };
  return { site: { ...site, headers: [header] }, header };
}

function rgb(shape: object): [number, number, number] {
  const { r, g, b } = (shape as { colour: { r: number; g: number; b: number } }).colour;
  return [r, g, b];
}

/** The logo's pixels from the browser's own canvas, as the application takes them. */
async function drawInBrowser(tab: Tab, site: Site, picture: string, box: Box): Promise<LogoPixels> {
  const { file } = site.pictures.find(({ id }) => id === picture)!;
  const { x: left, y: top, width, height } = snapBox(box);
  const data = await tab.evaluate(
    async ({ url, width, height }) => {
      const image = new Image();
      image.src = url;
      await image.decode();
      const context = new OffscreenCanvas(width, height).getContext('2d')!;
      context.drawImage(image, 0, 0, width, height);
      return [...context.getImageData(0, 0, width, height).data];
    },
    { url: `${server.url}/assets/pictures/${file}`, width, height },
  );
  return { left, top, width, height, data: Uint8ClampedArray.from(data) };
}

/** The header's own elements, in the core's order, within 1 px of where the core puts them. */
async function expectBoxes(tab: Tab, inks: readonly { name: string; box: Box }[]): Promise<void> {
  const seen = await tab.evaluate(() => {
    const header = document.querySelector('.hr')!.getBoundingClientRect();
    return [
      ...document.querySelectorAll(
        '.hr-rail :is(.hr-logo, .hr-link, .hr-text, .hr-opener, .hr-button, .hr-toggle)',
      ),
    ]
      .map((element) => {
        // A backing lies round what the item itself shows.
        const { x, y, width, height } = element.getBoundingClientRect();
        const style = getComputedStyle(element);
        const [left, top] = element.matches('.hr-text')
          ? [parseFloat(style.paddingLeft), parseFloat(style.paddingTop)]
          : [0, 0];
        return { x: x + left, y: y + top - header.y, width: width - 2 * left, height: height - 2 * top };
      })
      .filter(({ width }) => width > 0);
  });
  expect(seen.length).toBe(inks.length);
  inks.forEach(({ name, box }, i) => {
    for (const key of ['x', 'y', 'width', 'height'] as const) {
      expect(
        Math.abs(seen[i]![key] - box[key]),
        `${name} ${key}: ${box[key]}, seen ${seen[i]![key]}`,
      ).toBeLessThanOrEqual(1);
    }
  });
}

/** The header's pixels, at its own place; without its ink if `bare`. */
async function shoot(tab: Tab, clip: { x: number; y: number; width: number; height: number }, bare: boolean) {
  const style = bare
    ? await tab.addStyleTag({
        content:
          '.hr-rail *{color:transparent!important;text-decoration-color:transparent!important}.hr-rail img{visibility:hidden}',
      })
    : undefined;
  const visible = { ...clip, y: Math.max(0, clip.y), height: clip.height + Math.min(0, clip.y) };
  const shot = await decode(await tab.screenshot({ clip: visible, animations: 'disabled' }));
  await style?.evaluate((element) => (element as HTMLElement).remove());
  if (clip.y >= 0) return shot;
  // A header that has partly left: rows above the window are not to be seen, the rest keep their header rows.
  const missing = -clip.y;
  return {
    ...shot,
    height: clip.height,
    data: Buffer.concat([Buffer.alloc(missing * shot.width * 3), shot.data]),
  };
}
