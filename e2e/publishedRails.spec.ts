import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import type { Fold } from '@hatrail/core/model/item';
import { newItem } from '@hatrail/core/start/items';
import { findings } from './axe.ts';
import { openVisitor, type Visitor } from './visitor.ts';
import type { Page as Tab } from 'playwright-core';
import { some } from '../core/test/some.ts';

/** A published header of several rails and every kind of item, as a visitor meets it. */

let visitor: Visitor;
let running: Visitor['running'];
let visit: Visitor['visit'];

beforeAll(async () => {
  visitor = await openVisitor();
  ({ running, visit } = visitor);
});
afterAll(() => visitor.close());

const asItIs = () => undefined;

/** Adds every kind of item that the ferry does not have. */
function everyKind(header: Header): void {
  const { site } = running.context.sites.read(running.context.sites.ids()[1]!)!;
  const add = (kind: Parameters<typeof newItem>[2]) => newItem(site, header, kind);
  header.rails[1]!.start.push(add('icons'), add('picture'));
  header.rails[1]!.end.push(add('search'), add('account'), add('basket'));
}

/** Boxes of everything in the header, by their order. */
const boxes = (tab: Tab) =>
  tab.evaluate(() =>
    [...document.querySelectorAll('.hr-bar :is(a, button, .hr-item):not(.hr-drop *)')].map((element) => {
      const { x, y, width, height } = element.getBoundingClientRect();
      return [x, y, width, height].map((v) => Math.round(v * 100) / 100).join(' ');
    }),
  );

describe('a header of two rails', () => {
  test('no hover, focus or current page moves anything', async () => {
    const tab = await visit(everyKind, 1280, 'island/');
    const before = await boxes(tab);
    expect(before.length).toBeGreaterThan(15);
    const links = tab.locator('.hr-bar :is(a, button)');
    for (const link of some(await links.all(), 3)) {
      if (!(await link.isVisible())) continue;
      await link.hover();
      expect(await boxes(tab)).toEqual(before);
      await link.focus();
      expect(await boxes(tab)).toEqual(before);
    }
    await tab.mouse.move(600, 700);
    expect(await tab.locator('.hr-bar [aria-current=page]').count()).toBe(1);
    await tab.goto(`${running.liveUrl}/pellow/fares/`);
    await tab.evaluate(() => document.fonts.ready);
    expect(await boxes(tab)).toEqual(before);
    expect(await findings(tab)).toEqual([]);
    await tab.context().close();
  });

  test('search opens a real form, which asks the site; account and basket are named links', async () => {
    const tab = await visit(everyKind);
    await tab.getByRole('button', { name: 'Search' }).click();
    const field = tab.getByRole('searchbox');
    await field.waitFor();
    expect(await field.evaluate((input) => input === document.activeElement)).toBe(true);
    await field.fill('first boat');
    const [request] = await Promise.all([tab.waitForRequest(/search/), tab.keyboard.press('Enter')]);
    expect(new URL(request.url()).search).toBe('?q=first+boat');
    await tab.waitForURL(/search/);
    await tab.goto(`${running.liveUrl}/pellow/`);
    expect(await tab.getByRole('link', { name: 'Your account' }).getAttribute('href')).toMatch(/account/);
    expect(await tab.getByRole('link', { name: /^Basket/ }).count()).toBe(1);
    await tab.context().close();
  });

  test('a drop-down opens under the pointer and stays inside the window', async () => {
    const tab = await visit((header) => {
      header.rails[0]!.end.reverse();
      header.extent = { top: 0, sides: 0, linked: true, radius: 0 };
      header.rails[0]!.inset = 4;
    }, 760);
    const opener = tab.getByRole('button', { name: 'More in Timetable' });
    expect(await opener.getAttribute('aria-expanded')).toBe('false');
    await tab.getByRole('link', { name: 'Timetable' }).first().hover();
    expect(await opener.getAttribute('aria-expanded')).toBe('true');
    const box = (await tab.locator('.hr-drop').first().boundingBox())!;
    expect(box.x).toBeGreaterThanOrEqual(0);
    expect(box.x + box.width).toBeLessThanOrEqual(760);
    await tab.mouse.move(20, 700);
    expect(await opener.getAttribute('aria-expanded')).toBe('false');
    await tab.context().close();
  });

  test('the first band’s words are clear of it, however high it is', async () => {
    for (const width of [1280, 390]) {
      const tab = await visit((header) => void (header.rails[1]!.padding = 30), width);
      const bar = (await tab.locator('.hr-bar').boundingBox())!;
      const heading = (await tab.locator('h1').boundingBox())!;
      expect(heading.y).toBeGreaterThan(bar.y + bar.height);
      expect((await tab.locator('.band').first().boundingBox())!.y).toBe(0);
      await tab.context().close();
    }
  });

  test('a strip above leaves with the page, and the rest stays where it ends', async () => {
    const tab = await visit((header) => {
      header.rails = [{ ...header.rails[1]!, leaves: true, inFlow: true }, header.rails[0]!];
    });
    const [strip, main] = [tab.locator('.hr-rail-1'), tab.locator('.hr-rail-2')];
    const at = async (scroll: number) => {
      await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), scroll);
      await tab.waitForTimeout(120);
      return [(await strip.boundingBox())!.y, (await main.boundingBox())!.y];
    };
    const [top, below] = await at(0);
    const { height } = (await strip.boundingBox())!;
    expect(below).toBe(top! + height);
    // The part in the flow pushes the page down.
    expect((await tab.locator('.band').first().boundingBox())!.y).toBe(top! + height);
    expect(await at(10)).toEqual([top! - 10, below! - 10]);
    expect((await at(900))[1]).toBe(0);
    await tab.context().close();
  });
});

describe('the folded menu', () => {
  const EDGES: Fold['edge'][] = process.env.LONG ? ['top', 'bottom', 'start', 'end'] : ['end'];

  test.each(EDGES)('opens from the %s, covers its share, keeps the focus and gives it back', async (edge) => {
    const tab = await visit((header) => void (header.fold = { ...header.fold!, edge, share: 60 }), 390);
    const toggle = tab.getByRole('button', { name: 'Menu', exact: true });
    await toggle.focus();
    await tab.keyboard.press('Enter');
    const panel = tab.locator('.hr-panel');
    await panel.waitFor();
    const box = (await panel.boundingBox())!;
    const isSide = edge === 'start' || edge === 'end';
    expect(Math.round(isSide ? box.width : box.height)).toBe(isSide ? 234 : 480);
    const touches = {
      top: box.y,
      bottom: 800 - box.y - box.height,
      start: box.x,
      end: 390 - box.x - box.width,
    };
    expect(Math.abs(touches[edge])).toBeLessThan(0.5);
    for (let i = 0; i < 9; i++) {
      await tab.keyboard.press('Tab');
      // The browser's own bar is a stop too; nothing of the page behind is.
      expect(
        await tab.evaluate(() => {
          const active = document.activeElement!;
          return active === document.body || active.closest('.hr-panel') !== null;
        }),
      ).toBe(true);
    }
    expect(await findings(tab)).toEqual([]);
    await tab.keyboard.press('Escape');
    await panel.waitFor({ state: 'hidden' });
    expect(await toggle.evaluate((button) => button === document.activeElement)).toBe(true);
    await tab.context().close();
  });

  test('covers what it needs where nothing else is said, and closes by its button and a click outside', async () => {
    const tab = await visit((header) => {
      const { share: _, ...fold } = header.fold!;
      header.fold = { ...fold, edge: 'top' };
    }, 390);
    const toggle = tab.getByRole('button', { name: 'Menu', exact: true });
    const panel = tab.locator('.hr-panel');
    await toggle.click();
    const { height } = (await panel.boundingBox())!;
    expect(height).toBeLessThan(500);
    expect(await tab.locator('.hr-panel').getByRole('link', { name: 'Fares' }).isVisible()).toBe(true);
    await tab.locator('.hr-panel').getByRole('link', { name: 'Fares' }).click({ trial: true });
    await tab.getByRole('button', { name: 'Close menu' }).click();
    await panel.waitFor({ state: 'hidden' });
    await toggle.click();
    await tab.mouse.click(195, height + 120);
    await panel.waitFor({ state: 'hidden' });
    await tab.context().close();
  });

  test('shows another menu and its own sizes, where the owner wants them', async () => {
    const tab = await visit((header) => {
      header.fold = { ...header.fold!, size: 22, row: 60, panel: ['book', 'menu'] };
    }, 390);
    await tab.getByRole('button', { name: 'Menu', exact: true }).click();
    const link = tab.locator('.hr-panel').getByRole('link', { name: 'Fares' });
    expect(await link.evaluate((a) => getComputedStyle(a).fontSize)).toBe('22px');
    expect((await link.boundingBox())!.height).toBeGreaterThanOrEqual(60);
    const order = await tab.locator('.hr-panel').getByRole('link').allTextContents();
    expect(order[0]).toBe('Book a crossing');
    await tab.context().close();
  });

  test('as it ships, axe finds nothing, folded or not', async () => {
    for (const width of [1280, 390]) {
      const tab = await visit(asItIs, width);
      expect(await findings(tab)).toEqual([]);
      await tab.context().close();
    }
  });
});
