import type { Page as Tab } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { skiaMeasure } from '@hatrail/node/skia';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { sceneTargets } from '@hatrail/core/sweep/prove';
import { layoutScene, momentAt } from '@hatrail/core/sweep/scene';
import { noDrawing } from '../core/test/made.ts';
import { openVisitor, shiftOf, watchShift, type Visitor } from './visitor.ts';

/** What a published header does while its page is scrolled. */

const measure = skiaMeasure();
let visitor: Visitor;
let visit: Visitor['visit'];

beforeAll(async () => {
  visitor = await openVisitor();
  ({ visit } = visitor);
});
afterAll(() => visitor.close());

const bar = (tab: Tab) =>
  tab.locator('.hr-bar').evaluate((element) => {
    const { top, bottom } = element.getBoundingClientRect();
    return { top, bottom };
  });
/** Scrolls, and waits until the header's script has heard of it. */
const scrollTo = (tab: Tab, y: number) =>
  tab.evaluate(
    (to) =>
      new Promise((resolve) => {
        addEventListener('scroll', () => requestAnimationFrame(resolve), { once: true });
        window.scrollTo({ top: to, behavior: 'instant' });
      }),
    y,
  );
const moment = (tab: Tab) => tab.locator('.hr').getAttribute('data-moment');

describe('goes and returns', () => {
  test('out of sight while scrolled down, back when scrolled up or reached by keyboard', async () => {
    const tab = await visit(({ manner }) => void Object.assign(manner, { onScroll: 'returns' }));
    expect(await moment(tab)).toBe('top');
    await scrollTo(tab, 900);
    expect((await bar(tab)).bottom).toBeLessThanOrEqual(0);
    await scrollTo(tab, 880);
    expect((await bar(tab)).top).toBeGreaterThanOrEqual(0);
    expect(await moment(tab)).toBe('back');
    await scrollTo(tab, 950);
    expect((await bar(tab)).bottom).toBeLessThanOrEqual(0);
    await tab.locator('.hr-link').first().focus();
    expect((await bar(tab)).top).toBeGreaterThanOrEqual(0);
    await tab.context().close();
  });
});

describe('keeps to the bottom edge', () => {
  test('on the window’s lower edge at every scroll; its drop-down opens upwards, inside the window', async () => {
    const tab = await visit(({ manner }) => void Object.assign(manner, { onScroll: 'bottom' }));
    const inset = await tab.evaluate(() =>
      parseFloat(getComputedStyle(document.querySelector('.hr-bar')!).marginBottom),
    );
    for (const y of [300, 900]) {
      await scrollTo(tab, y);
      expect((await bar(tab)).bottom).toBe(800 - inset);
    }
    await tab.getByRole('link', { name: 'Timetable' }).first().hover();
    const drop = (await tab.locator('[aria-expanded=true] + .hr-drop').boundingBox())!;
    expect(drop.y).toBeGreaterThanOrEqual(0);
    expect(drop.y + drop.height).toBeLessThanOrEqual((await bar(tab)).top + 60);
    await tab.context().close();
  });
});

describe('smaller after scrolling', () => {
  test('everything is where the core has it, and nothing is laid out anew', async () => {
    let site!: Site;
    const tab = await visit((header, all) => {
      site = all;
      header.manner = {
        ...header.manner,
        smaller: 30,
        onScroll: 'stays',
        switch: { at: 'distance', distance: 50 },
      };
      for (const rail of header.rails)
        Object.assign(rail, { leaves: false, inFlow: false, height: rail.height + 24 });
    });
    const header = site.headers[0]!;
    const scene = layoutScene(site, header, site.pages[0]!, { width: 1280, windowHeight: 800 }, measure);
    const tops = (selector: string) =>
      tab
        .locator(selector)
        .evaluateAll((all) => all.map((element) => Math.round(element.getBoundingClientRect().top)));
    const links = (at: 'top' | 'scrolled') =>
      scene.layouts[at].inks
        .filter(({ id, isCued }) => isCued && !id.endsWith('-opener'))
        .map(({ box }) => Math.round(box.y));
    expect((await tops('.hr-rail .hr-link')).sort()).toEqual(links('top').sort());
    await watchShift(tab);
    await scrollTo(tab, 400);
    expect((await tops('.hr-rail .hr-link')).sort()).toEqual(links('scrolled').sort());
    const back = await tab
      .locator('.hr-bar > .hr-back')
      .evaluate((element) => element.getBoundingClientRect().bottom);
    expect(Math.round(back)).toBe(scene.layouts.scrolled.height);
    expect(scene.layouts.scrolled.height).toBeLessThan(scene.layouts.top.height);
    await scrollTo(tab, 0);
    expect(await shiftOf(tab)).toBe(0);
    await tab.context().close();
  });
});

describe('follows the ground', () => {
  const follows = (header: Header) => {
    header.manner = {
      ...header.manner,
      onScroll: 'stays',
      lies: 'over',
      switch: { at: 'ground', distance: 50 },
    };
  };
  test('each band of the page has its look, at the very pixel where the core has it', async () => {
    let site!: Site;
    const tab = await visit((header, all) => {
      site = all;
      follows(header);
      site.pages[0]!.bands.forEach((band, i) => (band.ground = i % 2 === 0 ? 'dark' : 'light'));
    });
    const { stretches, maxScroll } = layoutScene(
      site,
      site.headers[0]!,
      site.pages[0]!,
      { width: 1280, windowHeight: 800 },
      measure,
    );
    expect(stretches.length).toBeGreaterThan(2);
    for (const { from, moment: met } of stretches.slice(1)) {
      if (from > maxScroll) continue;
      await scrollTo(tab, from - 1);
      expect(await moment(tab)).not.toBe(met);
      await scrollTo(tab, from);
      expect(await moment(tab)).toBe(met);
    }
    await tab.context().close();
  });
  test('a page that does not say has the look that was chosen for it', async () => {
    const tab = await visit((header) => {
      follows(header);
      header.manner.switch.unknown = 'scrolled';
    });
    await tab.evaluate(() => {
      for (const band of document.querySelectorAll<HTMLElement>('main > *')) delete band.dataset.hrGround;
      // The page grows, as it does when its pictures come.
      document.body.append('more');
    });
    await expect.poll(() => moment(tab)).toBe('scrolled');
    await tab.context().close();
  });
});

describe('in the richest look', () => {
  const rich = (header: Header) => {
    const colour = { colour: '#101b33' };
    const stops = [0, 100].map((at) => ({ at, colour, opacity: 0.3 + at / 200 }));
    const look = (n: number): Header['looks']['top'] => ({
      ink: { link: { colour: '#ffffff' }, pressed: colour, logo: n === 1 ? 'light' : 'dark' },
      backing: { hover: { colour, opacity: 0.5 } },
      gradient: { on: true, angle: 90 * n, stops },
      tint: { colour, opacity: n / 10 },
      blur: { radius: 6 * n },
      fill: { colour, opacity: 0.2 * n },
      shadow: { opacity: 0.3, y: n },
    });
    header.looks = { top: look(1), scrolled: look(2) };
    header.manner = {
      ...header.manner,
      onScroll: 'stays',
      lies: 'over',
      smaller: 10,
      switch: { at: 'distance', distance: 60 },
    };
    for (const rail of header.rails)
      Object.assign(rail, { leaves: false, inFlow: false, height: rail.height + 20 });
  };

  test('nothing shifts at the switch, and scrolling makes no long task', async () => {
    const tab = await visit(rich);
    await watchShift(tab);
    await tab.evaluate(() => {
      const told = globalThis as unknown as { long: number };
      told.long = 0;
      new PerformanceObserver((list) => {
        told.long += list.getEntries().length;
      }).observe({ type: 'longtask' });
    });
    const longTasks = async () => {
      await tab.evaluate(() => ((globalThis as unknown as { long: number }).long = 0));
      for (const y of [30, 200, 900, 40, 0]) await scrollTo(tab, y);
      return tab.evaluate(() => (globalThis as unknown as { long: number }).long);
    };
    // A machine that does something else meanwhile makes one long now and then; what the script itself does comes each time.
    const seen = [await longTasks(), await longTasks(), await longTasks()];
    expect(await shiftOf(tab)).toBe(0);
    expect(Math.min(...seen)).toBe(0);
    await tab.context().close();
  });

  test('along with the scroll: at each scroll the colours that the core has there, and nothing shifts', async () => {
    let site!: Site;
    const tab = await visit((header, all) => {
      site = all;
      rich(header);
      header.looks.scrolled.ink = { ...header.looks.scrolled.ink, link: { colour: '#15233b' } };
      header.manner.switch.distance = 150;
      header.manner.stretch = 200;
    });
    const scene = layoutScene(
      site,
      site.headers[0]!,
      site.pages[0]!,
      { width: 1280, windowHeight: 800 },
      measure,
    );
    expect(scene.transition).toEqual({ from: 50, to: 250 });
    await watchShift(tab);
    const levels = (text: string) => (text.match(/[\d.]+/g) ?? []).map(Number);
    for (const y of [30, 51, 110, 149, 150, 233, 400]) {
      await scrollTo(tab, y);
      const targets = sceneTargets(scene, momentAt(scene, y), noDrawing, y);
      const link = targets.find(({ ink, state }) => ink.isCued && state === 'rest')!;
      const seen = await tab
        .locator('.hr-link:not([aria-current])')
        .first()
        .evaluate((element) => getComputedStyle(element).color);
      // Mixed colours are told as shares of one, plain ones in levels.
      const [r, g, b] = levels(seen).map((v) => (seen.startsWith('color') ? v * 255 : v));
      if (link.shape.kind !== 'cells') throw new Error('a link is text');
      expect(Math.abs(r! - link.shape.colour.r), `${y} px down: ${seen}`).toBeLessThanOrEqual(0.51);
      expect(Math.abs(g! - link.shape.colour.g)).toBeLessThanOrEqual(0.51);
      expect(Math.abs(b! - link.shape.colour.b)).toBeLessThanOrEqual(0.51);
    }
    expect(await shiftOf(tab)).toBe(0);
    await tab.context().close();
  });

  test('on paper: once, in black, with no ground', async () => {
    const tab = await visit(rich);
    await tab.emulateMedia({ media: 'print' });
    const style = (selector: string, property: string) =>
      tab
        .locator(selector)
        .first()
        .evaluate((element, name) => getComputedStyle(element).getPropertyValue(name), property);
    expect(await style('.hr', 'position')).toBe('relative');
    expect(await style('.hr-link', 'color')).toBe('rgb(0, 0, 0)');
    expect(await style('.hr-bar > .hr-back', 'display')).toBe('none');
    await tab.context().close();
  });

  test('at 400 % zoom, which leaves 320 px: no sideways scroll, and every link can be had', async () => {
    const tab = await visit(rich, 320);
    expect(await tab.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
    await tab.locator('.hr-toggle').click();
    const links = tab.locator('.hr-panel a');
    expect(await links.count()).toBeGreaterThan(3);
    for (const box of await links.evaluateAll((all) => all.map((link) => link.getBoundingClientRect().right)))
      expect(box).toBeLessThanOrEqual(320);
    await tab.context().close();
  });
});
