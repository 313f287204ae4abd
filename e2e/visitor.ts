import type { Page as Tab } from 'playwright-core';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { start, type Running } from '@hatrail/server/start';
import { seededFolder } from '../server/test/seeded.ts';
import { openChromium } from './chromium.ts';

/** Someone who visits the published ferry. */
export interface Visitor {
  running: Running;
  /** Publishes the ferry with its header changed, and visits it. */
  visit(change: (header: Header, site: Site) => void, width?: number, path?: string): Promise<Tab>;
  close(): Promise<void>;
}

/** Starts the application with its demo sites, and a browser beside it. */
export async function openVisitor(): Promise<Visitor> {
  const running = await start({
    port: 0,
    livePort: 0,
    dataFolder: seededFolder(),
  });
  const browser = await openChromium('software');
  return {
    running,
    async visit(change, width = 1280, path = '') {
      const { context } = running;
      const id = context.sites.ids()[1]!;
      const { site: kept, hashes } = context.sites.read(id)!;
      const site = structuredClone(kept);
      // Both rails on every page.
      for (const page of site.pages) delete page.own;
      change(site.headers[0]!, site);
      context.releases.make(id, site, hashes, '');
      const opened = await browser.newContext({
        viewport: { width, height: 800 },
        bypassCSP: true,
        reducedMotion: 'reduce',
      });
      const tab = await opened.newPage();
      await tab.goto(`${running.liveUrl}/pellow/${path}`);
      await tab.evaluate(() => document.fonts.ready);
      return tab;
    },
    async close() {
      await browser.close();
      await running.close();
    },
  };
}

/** Adds up every layout shift from now on; to be read with {@link shiftOf}. */
export async function watchShift(tab: Tab): Promise<void> {
  await tab.evaluate(() => {
    const told = globalThis as unknown as { shift: number };
    told.shift = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        told.shift += (entry as PerformanceEntry & { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: false });
  });
}

export const shiftOf = (tab: Tab): Promise<number> =>
  tab.evaluate(() => (globalThis as unknown as { shift: number }).shift);
