import type { Browser, BrowserContext, Page as Tab } from 'playwright-core';
import { valuesOf } from '@hatrail/core/model/changes';
import type { Site } from '@hatrail/core/model/site';
import { start, type Running } from '@hatrail/server/start';
import { seededFolder } from '../server/test/seeded.ts';
import { AT_WORK } from './atWork.ts';
import { openChromium } from './chromium.ts';

/** An owner at work: a server with the demo sites, a browser, and what both browser stories do again and again. */
export interface Owner {
  /** Where the server keeps what it has. */
  dataFolder: string;
  running: Running;
  browser: Browser;
  tab: Tab;
  /** Errors that the page met, by their messages. */
  errors: string[];
  /** A site as the server keeps it now. */
  kept(siteId: string): Site;
  /** Changes a site behind the editor's back, once that has saved what it has, and before it is opened anew. */
  keep(siteId: string, change: (site: Site) => void): Promise<void>;
  button(name: string | RegExp): ReturnType<Tab['getByRole']>;
  /** Opens a part of Gather. */
  part(name: string): Promise<void>;
  /** Goes to a peg of the rod. */
  peg(name: string): Promise<void>;
  close(): Promise<void>;
}

/** Lets the widths between wait: stories that are not of them do without, since every core would be busy all the while. */
export async function pauseBetween(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => localStorage.setItem('hatrail.between', 'paused'));
}

/** Changes a site where the server keeps it. */
function rewrite({ context: { sites } }: Running, siteId: string, change: (site: Site) => void): void {
  const { site, revisions } = sites.read(siteId)!;
  const next = structuredClone(site);
  change(next);
  const partsOf = <T extends { id: string }>(parts: T[], known: Record<string, number>) =>
    parts.map((value) => ({ id: value.id, revision: known[value.id]!, value }));
  sites.write(siteId, next, {
    values: { revision: revisions.site, value: valuesOf(next) },
    headers: partsOf(next.headers, revisions.headers),
    pages: partsOf(next.pages, revisions.pages),
  });
}

interface OwnerOptions {
  /** Whether widths between the usual ones are swept in the background, as they are where nobody says otherwise. */
  sweepsBetween?: boolean;
  /** Changes the demo sites before anybody sees them. */
  sites?: (site: Site) => void;
}

/** Leaves of a site's pages so many bands of the first, and none of others: all of them are swept after every step. */
export function keepBands(bands: number): (site: Site) => void {
  return ({ pages }) => pages.forEach((page, i) => page.bands.splice(i === 0 ? bands : 0));
}

export async function openOwner({ sweepsBetween = false, sites: change }: OwnerOptions = {}): Promise<Owner> {
  const dataFolder = seededFolder();
  const running = await start({ port: 0, livePort: 0, dataFolder });
  if (change) for (const id of running.context.sites.ids()) rewrite(running, id, change);
  const browser = await openChromium('software');
  const context = await browser.newContext({ viewport: { width: 1280, height: 900 }, bypassCSP: true });
  if (!sweepsBetween) await pauseBetween(context);
  const tab = await context.newPage();
  tab.setDefaultTimeout(60_000);
  const errors: string[] = [];
  tab.on('pageerror', (error) => errors.push(error.message));
  tab.on('console', (message) => {
    if (message.type() === 'error') errors.push(`${message.text()} ${message.location().url}`.trim());
  });
  const follow = (navigation: string) => (name: string) =>
    tab
      .getByRole('navigation', { name: navigation })
      .getByRole('link', { name: new RegExp(`^${name}`) })
      .click();
  const owner: Owner = {
    dataFolder,
    running,
    browser,
    tab,
    errors,
    kept: (siteId) => running.context.sites.read(siteId)!.site,
    async keep(siteId, change) {
      if ((await tab.locator('.bar-saved').count()) > 0)
        await tab.locator('.bar-saved[data-save="saved"]').waitFor();
      rewrite(running, siteId, change);
    },
    button: (name) => tab.getByRole('button', { name }),
    part: follow('Materials'),
    peg: follow('Main'),
    close: async () => {
      AT_WORK.delete(owner);
      await browser.close();
      await running.close();
    },
  };
  AT_WORK.add(owner);
  return owner;
}
