import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Browser, Page as Tab } from 'playwright-core';
import { shippedFiles, type ShippedFile } from '@hatrail/node/export';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import type { Header } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import { headerFiles } from '@hatrail/core/output/files';
import { openChromium } from './chromium.ts';
import { serveFiles } from './statics.ts';

/** The header on pages that are put together in other ways than ours. */

const measure = skiaMeasure();
let loaded: LoadedSite;
let files: ShippedFile[] = [];
let exported: ShippedFile[] = [];
let server: Awaited<ReturnType<typeof serveFiles>>;
let browser: Browser;
let markup = '';

async function wear(change: (header: Header) => void = () => undefined): Promise<void> {
  const site = structuredClone(loaded.site);
  const [header] = site.headers;
  change(header!);
  exported = await shippedFiles(site, headerFiles(site, header!, measure), loaded.read);
  markup = Buffer.from(exported.find(({ path }) => path === 'header.html')!.bytes).toString();
}
beforeAll(async () => {
  loaded = await loadSite('demo/larkfell.hatrail.json');
  server = await serveFiles(() => files);
  browser = await openChromium('software');
  await wear();
});
afterAll(async () => {
  await browser.close();
  server.server.close();
});

const LINKS = '<link rel="stylesheet" href="fonts.css"><link rel="stylesheet" href="header.css">';
const SCRIPT = '<script src="header.js" defer></script>';
const MAIN =
  '<main id="main"><section style="height: 900px">One</section><section style="height: 2000px">Two</section></main>';

/** Opens a page; what went wrong in it is told at its end. */
async function open(head: string, body: string, options: object = {}): Promise<Tab> {
  files = [
    ...exported,
    { path: 'index.html', bytes: Buffer.from(`<!doctype html><head>${head}</head><body>${body}</body>`) },
  ];
  const tab = await browser.newPage({ viewport: { width: 1280, height: 600 }, ...options });
  tab.on('pageerror', (error) => expect(error.message).toBe('no error'));
  await tab.goto(`${server.url}/?${Math.random()}`);
  return tab;
}
const moment = (tab: Tab, nth = 0) => tab.locator('header.hr').nth(nth).getAttribute('data-moment');
const opensAndCloses = async (tab: Tab, nth = 0) => {
  const opener = tab.locator('header.hr').nth(nth).locator('.hr-opener').first();
  const drop = tab.locator('header.hr').nth(nth).locator('.hr-drop').first();
  await opener.click();
  expect(await drop.isVisible()).toBe(true);
  await opener.click();
  expect(await drop.isVisible()).toBe(false);
};

describe('the script', () => {
  test.each([
    ['in the head, without defer', '<script src="header.js"></script>', ''],
    ['twice', SCRIPT + SCRIPT, '<script src="header.js"></script>'],
    ['after the header', '', '<script src="header.js"></script>'],
  ])('%s, beside something else that is called hr', async (_, head, after) => {
    const tab = await open(LINKS + head, `<div class="hr">A line</div>${markup}${MAIN}${after}`);
    await opensAndCloses(tab);
    await tab.evaluate(() => scrollTo(0, 400));
    await expect.poll(() => moment(tab)).toBe('scrolled');
    expect(await tab.locator('div.hr').evaluate((line) => getComputedStyle(line).position)).toBe('static');
    await tab.close();
  });

  test('two headers with the same ids: each opens its own', async () => {
    const tab = await open(
      LINKS + SCRIPT,
      `${markup}${MAIN}<div style="position: relative; height: 300px; transform: translate(0)">${markup}</div>`,
    );
    await expect.poll(() => moment(tab, 1)).toBe('top');
    await opensAndCloses(tab, 0);
    const ids = await tab.evaluate(() => [...document.querySelectorAll('header [id]')].map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
    await tab.locator('header.hr').nth(1).scrollIntoViewIfNeeded();
    await opensAndCloses(tab, 1);
    await tab.close();
  });

  test('the same menu hung twice: both can be opened', async () => {
    await wear((header) => {
      const [rail] = header.rails;
      const menu = rail!.end.find(({ kind }) => kind === 'menu') as Extract<Item, { kind: 'menu' }>;
      header.rails.push({
        ...structuredClone(rail!),
        start: [],
        end: [{ ...structuredClone(menu), id: 'again' }],
      });
    });
    const tab = await open(LINKS + SCRIPT, markup + MAIN);
    const openers = tab.locator('.hr-opener');
    expect(await openers.count()).toBe(2);
    for (const i of [0, 1]) {
      await openers.nth(i).click();
      expect(await tab.locator('.hr-drop').nth(i).isVisible()).toBe(true);
      expect(
        await openers
          .nth(i)
          .evaluate(
            (button) =>
              document.getElementById(button.getAttribute('aria-controls')!) === button.nextElementSibling,
          ),
      ).toBe(true);
      // What hangs down from the first lies over the second.
      await tab.keyboard.press('Escape');
    }
    await tab.close();
    await wear();
  });

  test('a page that changes without being loaded: a header that comes later works, its current page is marked', async () => {
    const tab = await open(LINKS + SCRIPT, `<div id="app">${markup}${MAIN}</div>`);
    await opensAndCloses(tab);
    await tab.evaluate(() => {
      history.pushState({}, '', '/log/');
      const app = document.querySelector('#app')!;
      app.innerHTML = app.innerHTML.replaceAll(' data-ready=""', '');
    });
    // In the bar and in the folded menu.
    const current = tab.locator('[aria-current]');
    await expect.poll(() => current.allTextContents()).toEqual(['Night log', 'Night log']);
    await opensAndCloses(tab);
    await tab.evaluate(() => scrollTo(0, 400));
    await expect.poll(() => moment(tab)).toBe('scrolled');
    await tab.close();
  });

  test('a header that has been taken out is left alone', async () => {
    const tab = await open(LINKS + SCRIPT, markup + MAIN);
    await expect.poll(() => moment(tab)).toBe('top');
    const told = await tab.evaluate(async () => {
      const painted = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
      const gone = document.querySelector<HTMLElement>('header.hr')!;
      gone.remove();
      await painted();
      gone.removeAttribute('style');
      document.body.style.height = '4000px';
      scrollTo(0, 400);
      await painted();
      return [gone.getAttribute('style'), gone.dataset.moment];
    });
    expect(told).toEqual([null, 'top']);
    await tab.close();
  });

  test.each([
    ['the body', 'html, body { height: 100%; margin: 0; overflow-x: hidden }', (inside: string) => inside],
    [
      'a box of the page’s own',
      'body { margin: 0 } .box { height: 100vh; overflow: auto }',
      (inside: string) => `<div class="box">${inside}</div>`,
    ],
  ])('where %s scrolls, the look changes with that', async (_, css, wrap) => {
    const tab = await open(`${LINKS}${SCRIPT}<style>${css}</style>`, wrap(markup + MAIN));
    expect(await moment(tab)).toBe('top');
    await tab.evaluate(() => (document.querySelector('.box') ?? document.body).scrollTo(0, 400));
    await expect.poll(() => moment(tab)).toBe('scrolled');
    await tab.evaluate(() => (document.querySelector('.box') ?? document.body).scrollTo(0, 0));
    await expect.poll(() => moment(tab)).toBe('top');
    await tab.close();
  });

  test('a header that leaves does so where the body scrolls, too', async () => {
    await wear((header) => (header.manner.onScroll = 'leaves'));
    const tab = await open(
      `${LINKS}${SCRIPT}<style>html, body { height: 100%; margin: 0; overflow-x: hidden }</style>`,
      markup + MAIN,
    );
    await expect.poll(() => tab.locator('header.hr[data-within]').count()).toBe(1);
    const top = (selector: string) =>
      tab
        .locator(selector)
        .first()
        .evaluate((part) => part.getBoundingClientRect().top);
    expect([await top('.hr-bar'), await top('main')]).toEqual([0, 0]);
    await tab.evaluate(() => document.body.scrollTo(0, 300));
    await expect.poll(() => top('.hr-bar')).toBe(-300);
    await tab.close();
    await wear();
  });
});

describe('the header', () => {
  test('lies over other bars, and where its owner says', async () => {
    const bar =
      '<div id="bar" style="position: fixed; inset: 0 0 auto; height: 60px; z-index: 9999">Bar</div>';
    const above = (tab: Tab) => tab.evaluate(() => document.elementFromPoint(640, 20)!.id);
    const tab = await open(LINKS + SCRIPT, markup + bar + MAIN);
    expect(await above(tab)).not.toBe('bar');
    await tab.addStyleTag({ content: '.hr { --hr-z: 5 }' });
    expect(await above(tab)).toBe('bar');
    await tab.close();
  });

  test('one’s own custom properties are the way in, before the rules of elements', async () => {
    const tab = await open(
      `${LINKS}${SCRIPT}<style>.hr { --hr-link: rgb(1 2 3) } .hr-link { color: red } a { color: blue }</style>`,
      markup + MAIN,
    );
    expect(
      await tab
        .locator('.hr-link')
        .nth(1)
        .evaluate((link) => getComputedStyle(link).color),
    ).toBe('rgb(1, 2, 3)');
    await tab.close();
  });

  test('is never wider than its window, and keeps its menu button in it', async () => {
    await wear((header) => {
      const [rail] = header.rails;
      rail!.start.push({
        kind: 'text',
        id: 'long',
        text: 'Open every clear night from September to the end of April',
        size: 15,
      });
      header.fold = { bar: ['logo', 'long'], panel: ['menu', 'button'], edge: 'top' };
      header.looks.top.backing = { rest: { colour: { colour: '#ffffff' }, opacity: 0.3 }, reach: 40 };
    });
    const tab = await open(`${LINKS}${SCRIPT}<style>body { margin: 0 }</style>`, markup + MAIN);
    for (const width of [320, 390, 443, 560, 900, 1280]) {
      await tab.setViewportSize({ width, height: 600 });
      expect(await tab.evaluate(() => document.documentElement.scrollWidth), `${width}`).toBeLessThanOrEqual(
        width,
      );
      const toggle = await tab.locator('.hr-toggle').boundingBox();
      if (toggle) expect(toggle.x + toggle.width, `${width}`).toBeLessThanOrEqual(width);
    }
    await tab.close();
    await wear();
  });

  test('with letters and words spaced out (WCAG 2.2, 1.4.12) nothing is pushed out of the window', async () => {
    const tab = await open(
      `${LINKS}${SCRIPT}<style>body { margin: 0 } .hr * { letter-spacing: 0.12em !important; word-spacing: 0.16em !important; line-height: 1.5 !important }</style>`,
      markup + MAIN,
    );
    for (const width of [880, 900, 920, 940, 1000]) {
      await tab.setViewportSize({ width, height: 600 });
      const button = (await tab.locator('.hr-rail .hr-button').boundingBox())!;
      expect(button.x + button.width, `${width}`).toBeLessThanOrEqual(width);
    }
    await tab.close();
  });

  test('shows its logo in forced colours and on paper, on the ground that it is for', async () => {
    const tab = await open(LINKS + SCRIPT, markup + MAIN, { forcedColors: 'active' });
    const ground = () => tab.locator('.hr-logo').evaluate((logo) => getComputedStyle(logo).backgroundColor);
    const shown = () =>
      tab
        .locator('.hr-logo img')
        .evaluateAll((images) =>
          images.filter((image) => getComputedStyle(image).opacity === '1').map(({ className }) => className),
        );
    expect([await ground(), await shown()]).toEqual(['rgb(0, 0, 0)', ['hr-light']]);
    await tab.emulateMedia({ media: 'print', forcedColors: 'none' });
    expect([await ground(), await shown()]).toEqual(['rgb(0, 0, 0)', ['hr-light']]);
    await tab.close();
  });

  test('from right to left, drop-downs, indents and the close button stand on their other side', async () => {
    const tab = await open(LINKS + SCRIPT, `<div dir="rtl">${markup}</div>${MAIN}`);
    await tab.locator('.hr-opener').first().click();
    const [drop, entry] = await Promise.all(
      ['.hr-drop', '.hr-menu > li:has(.hr-drop)'].map((part) => tab.locator(part).first().boundingBox()),
    );
    expect(Math.abs(drop!.x + drop!.width - (entry!.x + entry!.width + 16))).toBeLessThanOrEqual(1);
    await tab.setViewportSize({ width: 390, height: 700 });
    await tab.locator('.hr-toggle').click();
    expect((await tab.locator('.hr-close').boundingBox())!.x).toBeLessThan(60);
    await tab.close();
  });
});
