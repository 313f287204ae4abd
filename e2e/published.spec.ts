import type { Browser, BrowserContextOptions, Page as Tab } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import { start, type Running } from '@hatrail/server/start';
import { seededFolder } from '../server/test/seeded.ts';
import { findings } from './axe.ts';
import { openChromium } from './chromium.ts';
import { shiftOf, watchShift } from './visitor.ts';
import { some } from '../core/test/some.ts';

/** The published site as a visitor meets it, on the stand-in. */

let running: Running;
let browser: Browser;

beforeAll(async () => {
  running = await start({ port: 0, livePort: 0, dataFolder: seededFolder() });
  publish();
  browser = await openChromium('software');
});
afterAll(async () => {
  await browser.close();
  await running.close();
});

/** Publishes the demo site, with its header changed; its first one on every page where that is asked for. */
function publish(change: (header: Header) => void = () => undefined, isEverywhere = false): void {
  const { context } = running;
  const [id] = context.sites.ids();
  const { site: kept, hashes } = context.sites.read(id!)!;
  const site = structuredClone(kept);
  site.headers.forEach(change);
  if (isEverywhere) delete site.placements;
  context.releases.make(id!, site, hashes, '');
}

async function visit(path = '', options: BrowserContextOptions = {}): Promise<Tab> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    bypassCSP: true,
    ...options,
  });
  const tab = await context.newPage();
  await tab.goto(`${running.liveUrl}/larkfell/${path}`);
  await tab.evaluate(() => document.fonts.ready);
  return tab;
}
const momentAfter = async (tab: Tab, scroll: number) => {
  await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), scroll);
  // Two frames and a scroll event later the header has settled.
  await tab.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  await tab.waitForTimeout(150);
  return tab.locator('.hr').getAttribute('data-moment');
};
const expanded = (tab: Tab, name: string) =>
  tab.getByRole('button', { name, exact: true }).getAttribute('aria-expanded');
/** Width at which the menu folds, found from outside: at it the links show, a pixel below the menu button does. */
async function foldsBelow(tab: Tab): Promise<number> {
  let [low, high] = [320, 1280];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    await tab.setViewportSize({ width: middle, height: 800 });
    if (await tab.locator('.hr-menu').isVisible()) high = middle;
    else low = middle;
  }
  return high;
}

describe('the published header', () => {
  test('lies over the picture, stays, and changes its look at the switch', async () => {
    const tab = await visit();
    expect(await tab.locator('#aurora').evaluate((band) => band.getBoundingClientRect().top)).toBe(0);
    const fill = () => tab.locator('.hr-bar').evaluate((header) => getComputedStyle(header).backgroundColor);
    expect(await fill()).toBe('rgba(16, 27, 51, 0)');
    expect(await momentAfter(tab, 59)).toBe('top');
    expect(await momentAfter(tab, 60)).toBe('scrolled');
    await expect.poll(fill, { timeout: 60_000 }).toBe('rgba(16, 27, 51, 0.42)');
    expect(await tab.locator('.hr').evaluate((header) => header.getBoundingClientRect().top)).toBe(0);
    expect(await momentAfter(tab, 0)).toBe('top');
    await tab.context().close();
  });

  test('shifts nothing when the moment changes', async () => {
    const tab = await visit();
    await tab.waitForLoadState('networkidle');
    await tab.waitForTimeout(300);
    await watchShift(tab);
    for (const scroll of [100, 0, 300, 10]) await momentAfter(tab, scroll);
    expect(await shiftOf(tab)).toBe(0);
    await tab.context().close();
  });

  test('folds at the fold width that was solved, and nothing wraps or overflows there', async () => {
    const tab = await visit();
    const fold = await foldsBelow(tab);
    const css = await tab.evaluate(() => fetch('assets/header-night.css').then((answer) => answer.text()));
    expect(css).toContain(`width < ${fold}px`);
    const fits = (width: number) =>
      tab.setViewportSize({ width, height: 800 }).then(() =>
        tab.evaluate(() => {
          const edge = (selector: string) => document.querySelector(selector)!.getBoundingClientRect();
          const gap = edge('.hr-menu').left - edge('.hr-logo').right;
          return gap >= 28 - 0.02 && edge('.hr-rail .hr-button').right <= innerWidth - 40 + 0.02;
        }),
      );
    expect(await fits(fold)).toBe(true);
    await tab.addStyleTag({
      content: '.hr .hr-rail .hr-fold{display:flex!important}.hr .hr-toggle{display:none!important}',
    });
    expect(await fits(fold - 1)).toBe(false);
    await tab.context().close();
  });

  test('opens its drop-down by mouse and by keyboard, and closes it again', async () => {
    const tab = await visit();
    const more = tab.getByRole('button', { name: 'More in Visit' });
    await more.click();
    expect(await tab.getByRole('link', { name: 'Opening nights' }).isVisible()).toBe(true);
    await tab.mouse.click(600, 500);
    expect(await expanded(tab, 'More in Visit')).toBe('false');
    await more.focus();
    await tab.keyboard.press('Enter');
    await tab.keyboard.press('Tab');
    expect(await tab.evaluate(() => document.activeElement!.textContent)).toBe('Getting here');
    await tab.keyboard.press('Escape');
    expect(await expanded(tab, 'More in Visit')).toBe('false');
    expect(await tab.evaluate(() => document.activeElement!.getAttribute('aria-label'))).toBe(
      'More in Visit',
    );
    await tab.keyboard.press('Space');
    for (let i = 0; i < 4; i++) await tab.keyboard.press('Tab');
    expect(await expanded(tab, 'More in Visit')).toBe('false');
    await tab.context().close();
  });

  test('what opens under the pointer is closed by Escape, may be pointed at, and stays (1.4.13)', async () => {
    publish((header) => {
      for (const item of header.rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end]))
        if (item.kind === 'menu') item.opens = 'click and hover';
    });
    const tab = await visit();
    const drop = tab.locator('.hr-drop').first();
    await tab.locator('.hr-menu > li').first().hover();
    expect(await drop.isVisible()).toBe(true);
    const { x, y, width, height } = (await drop.boundingBox())!;
    // Down from the entry into it, pixel by pixel where the two meet: nowhere on the way does it go.
    for (let down = y - 20; down < y + height - 2; down += process.env.LONG || down < y + 8 ? 1 : 9) {
      await tab.mouse.move(x + width / 4, down);
      expect(await drop.isVisible()).toBe(true);
    }
    await tab.waitForTimeout(1500);
    expect(await drop.isVisible()).toBe(true);
    await tab.keyboard.press('Escape');
    expect(await drop.isVisible()).toBe(false);
    await tab.context().close();
    publish();
  });

  test('whatever has a name for those who listen holds the words that are seen (2.5.3)', async () => {
    const tab = await visit();
    const named = await tab.locator('.hr [aria-label]:is(a, button, input)').evaluateAll((all) =>
      all.map((element) => ({
        name: element.getAttribute('aria-label')!.toLowerCase(),
        seen: (element.textContent ?? '').trim().toLowerCase(),
      })),
    );
    expect(named.length).toBeGreaterThan(2);
    expect(named.filter(({ name, seen }) => !name.includes(seen))).toEqual([]);
    await tab.context().close();
  });

  test('folded, its menu button opens the whole menu by keyboard', async () => {
    const tab = await visit('visit/', { viewport: { width: 390, height: 740 } });
    expect(await tab.locator('.hr-menu').isVisible()).toBe(false);
    await tab.getByRole('button', { name: 'Menu', exact: true }).focus();
    await tab.keyboard.press('Enter');
    const panel = tab.locator('.hr-panel');
    expect(await panel.isVisible()).toBe(true);
    expect(await panel.getByRole('link').allTextContents()).toEqual([
      'Visit',
      'Getting here',
      'Opening nights',
      'Access',
      'Shows',
      'Night log',
      'Groups & schools',
      'Members',
      'Book a night',
    ]);
    expect(await panel.locator('[aria-current=page]').textContent()).toBe('Visit');
    expect(await findings(tab)).toEqual([]);
    await tab.keyboard.press('Escape');
    expect(await panel.isVisible()).toBe(false);
    await tab.context().close();
  });

  test('leaves the place that a link jumps to in sight', async () => {
    const tab = await visit('visit/#getting-here');
    await tab.waitForTimeout(200);
    const top = await tab.locator('#getting-here').evaluate((band) => band.getBoundingClientRect().top);
    expect(Math.abs(top - 76)).toBeLessThanOrEqual(1);
    await tab.context().close();
  });

  test('is skipped by the first link, in sight once it has focus', async () => {
    const tab = await visit();
    await tab.keyboard.press('Tab');
    const skip = tab.getByRole('link', { name: 'Skip to content' });
    expect(await skip.evaluate((link) => link.getBoundingClientRect().top)).toBeGreaterThanOrEqual(0);
    await tab.keyboard.press('Enter');
    expect(await tab.evaluate(() => document.activeElement!.id)).toBe('main');
    await tab.context().close();
  });

  test('works without JavaScript: links are there, unfolded and folded', async () => {
    const tab = await visit('', { javaScriptEnabled: false });
    expect(await tab.getByRole('link', { name: 'Shows' }).first().isVisible()).toBe(true);
    expect(await tab.locator('.hr-opener').isVisible()).toBe(false);
    await tab.locator('.hr-menu > li').first().hover();
    expect(await tab.getByRole('link', { name: 'Access' }).first().isVisible()).toBe(true);
    await tab.setViewportSize({ width: 390, height: 740 });
    // The menu is a popover then, which its button opens and its cross closes.
    const link = tab.locator('.hr-panel').getByRole('link', { name: 'Night log' });
    expect(await link.isVisible()).toBe(false);
    await tab.locator('.hr-toggle').click();
    expect(await link.isVisible()).toBe(true);
    await tab.locator('.hr-close').click();
    expect(await link.isVisible()).toBe(false);
    await tab.context().close();
  });

  test('respects reduced motion and forced colours', async () => {
    const tab = await visit('', { reducedMotion: 'reduce', forcedColors: 'active' });
    const style = await tab.locator('.hr').evaluate((header) => {
      const { transitionDuration, backgroundColor } = getComputedStyle(header);
      return { transitionDuration, backgroundColor };
    });
    expect(style.transitionDuration).toBe('0s');
    expect(style.backgroundColor).not.toBe('rgba(16, 27, 51, 0)');
    await tab.context().close();
  });

  test(
    'carries no code of the application, and once it is clear axe finds nothing on any page',
    { timeout: 300_000 },
    async () => {
      publish(undefined, true);
      const tab = await visit('book/');
      const lost = await findings(tab);
      expect(lost.length).toBeGreaterThan(0);
      expect(lost.every((finding) => finding.startsWith('color-contrast: .hr-link'))).toBe(true);
      publish((header) => {
        if (header.id !== 'night') return;
        for (const look of [header.looks.top, header.looks.scrolled])
          look.fill = { ...look.fill, opacity: 0.85 };
      }, true);
      for (const path of some(['', 'visit/', 'shows/', 'log/', 'members/', 'book/'], 3)) {
        await tab.goto(`${running.liveUrl}/larkfell/${path}`);
        const scripts = await tab.evaluate(() =>
          [...document.scripts].map(({ src }) => new URL(src).pathname),
        );
        expect(scripts).toEqual(['/larkfell/assets/header.js']);
        expect(await findings(tab)).toEqual([]);
      }
      await tab.context().close();
    },
  );
});
