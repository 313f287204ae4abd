import type { Page as Tab } from 'playwright-core';
import type { FoundPage, FoundSite } from '@hatrail/core/gather/captured';
import { readAddress } from '@hatrail/node/guardedAddress';
import type { SeenLink } from './pageRead.ts';
import { SAVED, ask, go, inBrowser, openTab, type Source, type Work } from './session.ts';

/** The pages of a site that was made elsewhere. */

/** Finds the pages of a site: where its header leads, its site map, and what else its first page leads to. */
export async function findPages(source: Source, { signal, tell }: Work): Promise<FoundSite> {
  const start = source.html === undefined ? readAddress(source.address).href : SAVED;
  return inBrowser(source, signal, async (session) => {
    tell({ what: 'Opening the site', done: 0, of: 2 });
    const tab = await openTab(session);
    await go(tab, session.proxy, start);
    tell({ what: 'Looking for its pages', done: 1, of: 2 });
    const address = tab.url();
    const [{ title, siteName }, links, header, note] = [
      await ask(tab, 'title'),
      await ask(tab, 'links'),
      await ask(tab, 'header'),
      await ask(tab, 'headerNote'),
    ];
    const mapped = source.html === undefined ? await siteMap(tab) : [];
    const pages = source.html === undefined ? pagesOf(address, title, links, mapped) : [];
    return {
      address,
      name: siteName || title.split(/\s+[|–—·-]\s+/).at(-1) || new URL(address).hostname,
      hasHeader: header !== undefined,
      pages: pages.length > 0 ? pages : [{ address, label: title || 'Home', isInHeader: true }],
      notes: header
        ? []
        : [note ?? 'No header was found on it: its pages are brought in as they are, under a new header.'],
    };
  });
}

/** Addresses of a site's own map, as far as there is one. */
async function siteMap(tab: Tab): Promise<string[]> {
  const text = await tab
    .evaluate(async () => {
      const answer = await fetch('/sitemap.xml', { signal: AbortSignal.timeout(4000) });
      return answer.ok ? (await answer.text()).slice(0, 2_000_000) : '';
    })
    .catch(() => '');
  return [...text.matchAll(/<loc>\s*([^<\s]+)\s*<\/loc>/g)]
    .map(([, at]) => at!.replaceAll('&amp;', '&'))
    .slice(0, 500);
}

/** What is no page, by its ending. */
const FILES = /\.(pdf|zip|jpe?g|png|gif|webp|avif|svg|mp[34]|docx?|xlsx?|ics|xml|rss|css|js)$/i;

/** Pages of one origin, each once: the first one, those of the header, those of the map, and others, in this order. */
export function pagesOf(
  address: string,
  title: string,
  links: readonly SeenLink[],
  mapped: readonly string[],
): FoundPage[] {
  const found = new Map<string, FoundPage>();
  const add = (to: string, label: string, isInHeader: boolean) => {
    let url: URL;
    try {
      url = new URL(to, address);
    } catch {
      return;
    }
    if (url.origin !== new URL(address).origin || FILES.test(url.pathname)) return;
    url.hash = '';
    const key = url.pathname.replace(/(index\.\w+)?$/, '') + url.search;
    if (!found.has(key)) found.set(key, { address: url.href, label: label || url.pathname, isInHeader });
  };
  add(address, title, true);
  for (const { label, address: to, isInHeader } of links) if (isInHeader) add(to, label, true);
  for (const to of mapped) add(to, '', false);
  for (const { label, address: to } of links) add(to, label, false);
  return [...found.values()].slice(0, 200);
}
