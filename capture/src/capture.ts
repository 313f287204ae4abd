import type { BrowserContext, Page as Tab, Response } from 'playwright-core';
import { writeFile } from 'node:fs/promises';
import type {
  FoundPage,
  FoundSite,
  SeenBlock,
  SeenHeader,
  SeenLogo,
  SeenOwn,
  SeenPage,
  SeenSite,
  TrialResult,
} from '@hatrail/core/gather/captured';
import { MOST_CAPTURED } from '@hatrail/core/model/seen';
import { BadInput } from '@hatrail/core/model/badInput';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { readAddress } from '@hatrail/node/guardedAddress';
import { openBrowser } from './browser.ts';
import { asking, readOwn, type Correction, type Standing } from './own.ts';
import { tryOwn, type Tried } from './ownTrial.ts';
import type { HeaderRead, PageReader, SeenLink } from './pageRead.ts';
import { pageScript } from './pageScript.ts';
import { openProxy, type Proxy, type Reach } from './proxy.ts';

/** Opens a site that was made elsewhere in a browser of its own, finds its pages, and takes pictures of them. */

/** How much of a page is taken, CSS pixels of its height. */
const MOST_HEIGHT = 12_000;
/** Longest for one page to answer, and for a whole capture, ms. */
const ANSWERS = 20_000;
const LONGEST = 8 * 60_000;
/** The width at which a page is read. */
export const READ_AT = 1280;
/** How far it is scrolled to see what its header becomes, CSS pixels. */
const SCROLLED = 600;

/** A saved page is opened at this address, which leads nowhere. */
const SAVED = 'http://saved-page.invalid/';

/** What is brought in: an address, or the HTML of a saved page. */
export interface Source extends Reach {
  address: string;
  html?: string;
}

/** A step of the work, as the owner is told of it. */
export interface Step {
  what: string;
  done: number;
  of: number;
}

interface Work {
  signal: AbortSignal;
  tell: (step: Step) => void;
}

interface Session {
  context: BrowserContext;
  proxy: Proxy;
  source: Source;
}

/** Does something in a browser of its own, which is closed whatever comes of it. */
async function inBrowser<T>(
  source: Source,
  signal: AbortSignal,
  work: (session: Session) => Promise<T>,
): Promise<T> {
  const late = AbortSignal.timeout(LONGEST);
  const ends = AbortSignal.any([signal, late]);
  const proxy = await openProxy(source);
  let close = () => proxy.close();
  try {
    const browser = await openBrowser(proxy.port);
    close = async () => {
      await browser.close().catch(() => undefined);
      await proxy.close();
    };
    const stop = () => void browser.close().catch(() => undefined);
    ends.addEventListener('abort', stop);
    if (ends.aborted) stop();
    const version = browser.version().split('.')[0]!;
    const context = await browser.newContext({
      acceptDownloads: false,
      serviceWorkers: 'block',
      reducedMotion: 'reduce',
      colorScheme: 'light',
      viewport: { width: READ_AT, height: usualWindowHeight(READ_AT) },
      userAgent: `Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/${version}.0.0.0 Safari/537.36`,
    });
    context.setDefaultTimeout(30_000);
    return await work({ context, proxy, source });
  } catch (error) {
    if (signal.aborted) throw new BadInput('This was stopped.');
    if (late.aborted) throw new BadInput('This took more than 8 minutes: choose fewer pages and try again.');
    throw error;
  } finally {
    await close();
  }
}

/** A tab that shows nothing but the page that it is sent to. */
async function openTab({ context, source }: Session): Promise<Tab> {
  const tab = await context.newPage();
  context.on('page', (other) => void (other !== tab && other.close().catch(() => undefined)));
  // One that asks whether to stay is not stayed for.
  tab.on('dialog', (dialog) => {
    const done = dialog.type() === 'beforeunload' ? dialog.accept() : dialog.dismiss();
    void done.catch(() => undefined);
  });
  const { html } = source;
  if (html !== undefined)
    await tab.route(`${SAVED}**`, (route) =>
      route.request().url() === SAVED
        ? route.fulfill({ contentType: 'text/html; charset=utf-8', body: html })
        : route.abort(),
    );
  return tab;
}

/**
 * Opens an address and puts the reader into it.
 * @throws {BadInput} that says why it cannot be used, and what to do
 */
async function go(tab: Tab, proxy: Proxy, address: string): Promise<void> {
  const { host, hostname } = new URL(address);
  let response: Response | null;
  try {
    response = await tab.goto(address, { waitUntil: 'domcontentloaded', timeout: ANSWERS });
  } catch (error) {
    const { message } = error as Error;
    const refused = [...proxy.refused.values()][0];
    if (proxy.refused.has(hostname) || (refused !== undefined && /TUNNEL|PROXY/.test(message)))
      throw new BadInput(proxy.refused.get(hostname) ?? refused!);
    throw new BadInput(whyNot(host, proxy.silent.has(hostname) ? 'CONNECTION' : message));
  }
  const status = response?.status() ?? 200;
  const why = proxy.refused.get(new URL(tab.url()).hostname);
  if (status === 403 && why !== undefined) throw new BadInput(why);
  if (status === 502 && proxy.silent.has(new URL(tab.url()).hostname))
    throw new BadInput(whyNot(host, 'CONNECTION'));
  if (status === 401 || status === 407) throw new BadInput(askedForPassword(host));
  if (status >= 400)
    throw new BadInput(`${host} answered ${status}: open the address in a browser and check it.`);
  const type = response?.headers()['content-type'] ?? 'text/html';
  if (!/html|xml/i.test(type))
    throw new BadInput(
      `${host} answered with ${type.split(';')[0]}, not a page: give the address of a page.`,
    );
  await tab.waitForLoadState('load', { timeout: 10_000 }).catch(() => undefined);
  await tab.waitForLoadState('networkidle', { timeout: 2500 }).catch(() => undefined);
  // What runs this file gives functions names by a helper that the page does not know.
  await tab.evaluate('globalThis.__name ??= (named) => named');
  await installReader(tab);
}

const askedForPassword = (host: string) =>
  `${host} asks for a name and a password: save the page from your own browser, and bring that in.`;

function whyNot(host: string, message: string): string {
  if (/AUTH/.test(message)) return askedForPassword(host);
  if (/TOO_MANY_REDIRECTS/.test(message))
    return `${host} sends the browser round in a circle: open the address in your own browser, and give the one that it ends at.`;
  if (/Timeout/.test(message)) return `${host} does not answer within 20 seconds: try again later.`;
  if (/NAME_NOT_RESOLVED|TUNNEL|CONNECTION|ADDRESS|EMPTY_RESPONSE|502/.test(message))
    return `${host} does not answer: check the address and try again.`;
  if (/Download|ERR_ABORTED/.test(message))
    return `${host} answered with a file, not a page: give the address of a page.`;
  if (/CERT|SSL/.test(message))
    return `The certificate of ${host} is not sound: have it mended, or save the page and bring that in.`;
  return `${host} could not be opened: check the address and try again.`;
}

/** Puts the reader into a page. */
export async function installReader(tab: Tab): Promise<void> {
  await tab.evaluate(pageScript('site/reader'));
}

/** Asks the reader in a page. Its functions are called by their names, since they live there. */
function ask<K extends keyof PageReader>(
  tab: Tab,
  what: K,
  ...given: Parameters<PageReader[K]>
): Promise<Awaited<ReturnType<PageReader[K]>>> {
  return tab.evaluate(
    ([name, values]) =>
      (
        (globalThis as unknown as { hatrailReader: Record<string, (...of: unknown[]) => unknown> })
          .hatrailReader[name as string] as (...of: unknown[]) => unknown
      )(...(values as unknown[])),
    [what, given] as [string, unknown[]],
  ) as Promise<Awaited<ReturnType<PageReader[K]>>>;
}

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

/** Where pictures and other files of a capture are put until they are kept. */
export type DraftPath = () => string;

/** Reads a site and takes the pictures of its pages. */
export async function takeSite(
  source: Source,
  found: Pick<FoundSite, 'address' | 'name'>,
  chosen: readonly FoundPage[],
  draft: DraftPath,
  { signal, tell, without }: Work & { without?: ReadonlyMap<string, readonly string[]> },
): Promise<SeenSite> {
  return inBrowser(source, signal, async (session) => {
    const { proxy } = session;
    const tab = await openTab(session);
    const fonts = watchFonts(tab, draft);
    const sheets = watchSheets(tab);
    const of = chosen.length * STANDARD_WIDTHS.length + 2;
    let done = 0;
    tell({ what: 'Reading the header', done, of });
    await go(tab, proxy, found.address);
    const read = await readFirst(tab, draft);
    const logo = await keptLogo(tab, read.header?.logo, draft);
    tell({ what: 'Reading the header', done: ++done, of });
    const pages: SeenPage[] = [];
    const notes: string[] = [];
    tell({ what: 'Measuring the header, width by width', done, of });
    const taken =
      read.header &&
      (await takeOwn(session, tab, { found, chosen, sheets, header: read.header, notes, draft }));
    const { own, drawn } = taken ?? {};
    if (signal.aborted) throw new BadInput('This was stopped.');
    await tab.setViewportSize({ width: READ_AT, height: usualWindowHeight(READ_AT) });
    tell({ what: 'Measuring the header, width by width', done: ++done, of });
    const leftOut: SeenSite['leftOut'] = [];
    for (const page of chosen.slice(0, MOST_CAPTURED)) {
      const pictures: SeenPage['pictures'] = [];
      let blocks: SeenPage['blocks'] = [];
      let [title, colour] = [page.label, read.page];
      for (const width of STANDARD_WIDTHS) {
        tell({ what: `${page.label || page.address}, ${width} px wide`, done, of });
        try {
          await tab.setViewportSize({ width, height: usualWindowHeight(width) });
          // Opened once; at other widths it is as in a window that is made wider, looked at anew.
          if (width === STANDARD_WIDTHS[0]) await go(tab, proxy, page.address);
          else {
            await ask(tab, 'showHeader');
            await installReader(tab);
          }
          await ask(tab, 'scrollThrough', MOST_HEIGHT);
          const own = await ask(tab, 'header');
          if (width === READ_AT) {
            title = (await ask(tab, 'title')).title || title;
            colour = (await ask(tab, 'colours')).page;
          }
          const hidden = await ask(tab, 'clear', [...(without?.get(page.address) ?? [])]);
          for (const what of hidden)
            if (!leftOut.some((each) => each.what === what)) leftOut.push({ what, page: page.address });
          const height = await ask(tab, 'height');
          // Room that a header takes in the flow is given back by the one that hangs there.
          const from = own && !own.isOver ? Math.min(Math.round(own.top + own.height), height - 1) : 0;
          if (height > MOST_HEIGHT && width === READ_AT)
            notes.push(
              `${title} is ${height.toLocaleString('en')} px long: its first ${MOST_HEIGHT.toLocaleString('en')} px were taken.`,
            );
          if (width === READ_AT) blocks = blocksWithin(await ask(tab, 'blocks'), from);
          const file = draft();
          await tab.screenshot({
            path: file,
            type: 'png',
            fullPage: true,
            animations: 'disabled',
            clip: { x: 0, y: from, width, height: Math.max(1, Math.min(height - from, MOST_HEIGHT)) },
          });
          pictures.push({ width, file });
        } catch (error) {
          if (signal.aborted || !(error instanceof BadInput)) throw error;
          notes.push(`${page.label || page.address}: ${error.message}`);
          done += STANDARD_WIDTHS.length - STANDARD_WIDTHS.indexOf(width);
          break;
        }
        tell({ what: `${page.label || page.address}, ${width} px wide`, done: ++done, of });
      }
      if (pictures.length > 0) pages.push({ address: page.address, title, colour, pictures, blocks });
    }
    if (pages.length === 0) throw new BadInput(notes[0] ?? 'No page could be taken: try again.');
    const { header } = read;
    return {
      address: found.address,
      name: found.name,
      pages,
      header: header && { ...header, logo: drawn ?? logo },
      ...(own && { own }),
      colours: read.colours,
      type: read.type,
      fonts: await fonts(),
      leftOut,
      views: read.views,
      notes,
    };
  });
}

/** Their own header, taken apart on a page that its menu leads to, so that the mark of the page one is on is met. */
async function takeOwn(
  { proxy }: Session,
  tab: Tab,
  {
    found,
    chosen,
    sheets,
    header,
    notes,
    draft,
  }: {
    found: Pick<FoundSite, 'address'>;
    chosen: readonly FoundPage[];
    sheets: Record<string, string>;
    header: Standing & Pick<SeenHeader, 'logo'>;
    notes: string[];
    draft: DraftPath;
  },
): Promise<{ own?: SeenOwn; drawn?: SeenLogo } | undefined> {
  const other = chosen.find(({ address, isInHeader }) => isInHeader && address !== found.address);
  try {
    await go(tab, proxy, (other ?? found).address);
    const own = await readOwn(tab, sheets, header);
    if (!own)
      notes.push(
        'Its header stands where style from outside does not reach it: the one that hangs there is one of ours that wears the same.',
      );
    if (!own) return {};
    // A logo that is no picture of its own is taken as it is seen.
    const isDrawn =
      header.logo?.kind === 'picture' || (header.logo?.kind === 'svg' && !/<use/.test(header.logo.markup));
    const drawn = own.logo === 'logo' && !isDrawn ? await logoShot(tab, own, draft) : undefined;
    return { own, ...(drawn && { drawn }) };
  } catch (error) {
    if (tab.isClosed()) throw error;
    notes.push(
      'Its header could not be taken apart: the one that hangs there is one of ours that wears the same.',
    );
    return undefined;
  }
}

/** The logo as it is seen, on nothing. */
async function logoShot(tab: Tab, own: SeenOwn, draft: DraftPath): Promise<SeenLogo | undefined> {
  const clip = await asking(tab)('isolateLogo');
  if (!clip || clip.width < 4 || clip.height < 4) return undefined;
  const file = draft();
  await tab.screenshot({ path: file, type: 'png', omitBackground: true, clip });
  return { kind: 'picture', address: file, alt: own.logoText, height: clip.height };
}

/**
 * Reads the header of one page by itself.
 * @param corrections what an owner has said of its parts
 * @throws {BadInput} where it has none that style reaches
 */
export async function readHeaderOf(
  source: Source,
  corrections: readonly Correction[],
  { signal, tell }: Work,
): Promise<SeenOwn> {
  const start = source.html === undefined ? readAddress(source.address).href : SAVED;
  return inBrowser(source, signal, async (session) => {
    tell({ what: 'Opening the page', done: 0, of: 2 });
    const tab = await openTab(session);
    const sheets = watchSheets(tab);
    await go(tab, session.proxy, start);
    const first = await ask(tab, 'header');
    if (!first)
      throw new BadInput(
        (await ask(tab, 'headerNote')) ??
          'No header was found on it: paste the header alone, with the style that it has.',
      );
    await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), SCROLLED);
    await tab.waitForTimeout(400);
    const later = await ask(tab, 'header');
    const stays = later !== undefined && later.isFixed && later.top > -4 && later.top < 60;
    tell({ what: 'Measuring the header, width by width', done: 1, of: 2 });
    const own = await readOwn(
      tab,
      sheets,
      { lies: first.isOver ? 'over' : 'above', onScroll: stays ? 'stays' : 'leaves' },
      corrections,
    );
    if (!own)
      throw new BadInput('Its header stands where style from outside does not reach it: a shadow root.');
    return own;
  });
}

/** Tries a paste on the page that it is for, as that stands now. */
export async function tryHeaderOn(
  source: Source,
  tried: Tried,
  { signal, tell }: Work,
): Promise<TrialResult> {
  const address = readAddress(source.address).href;
  return inBrowser(source, signal, async (session) => {
    const tab = await openTab(session);
    const open = async (width: number) => {
      await tab.setViewportSize({ width, height: usualWindowHeight(width) });
      await go(tab, session.proxy, address);
      await ask(tab, 'scrollThrough', MOST_HEIGHT);
      await ask(tab, 'clear', []);
      await ask(tab, 'showHeader');
    };
    return tryOwn(tab, open, tried, (what, done, of) => tell({ what, done, of }));
  });
}

/** Most of a style sheet that is read, characters. */
const MOST_SHEET = 3_000_000;

/** Keeps the texts of style sheets by their addresses, for those that a page itself may not read. */
export function watchSheets(tab: Tab): Record<string, string> {
  const texts: Record<string, string> = {};
  tab.on('response', (response) => {
    const isSheet = response.request().resourceType() === 'stylesheet' && response.ok();
    if (!isSheet || Object.keys(texts).length >= 30) return;
    response.text().then(
      (text) => (texts[response.url()] = text.slice(0, MOST_SHEET)),
      () => undefined,
    );
  });
  return texts;
}

/** Blocks in the pixels of a picture that begins further down. */
function blocksWithin(blocks: readonly SeenBlock[], from: number): SeenBlock[] {
  return blocks
    .map((block) => ({ ...block, y: block.y - from }))
    .filter(({ y, height }) => y + height > 0 && y < MOST_HEIGHT);
}

/** What the first page says of the whole: its header at the top, after scrolling and hovered, colours and type. */
async function readFirst(tab: Tab, draft: DraftPath) {
  const first = await ask(tab, 'header');
  const { uses, page } = await ask(tab, 'colours');
  const type = await ask(tab, 'styles');
  const at = await ask(tab, 'firstLink');
  const views: SeenSite['views'] = [];
  const look = async (what: string, below = 24) => {
    const header = await ask(tab, 'header');
    if (!header || header.top + header.height <= 0) return;
    const file = draft();
    const height = Math.min(usualWindowHeight(READ_AT), Math.ceil(header.top + header.height) + below);
    await tab.screenshot({ path: file, type: 'png', clip: { x: 0, y: 0, width: READ_AT, height } });
    views.push({ what, file });
  };
  await look('at the top');
  const parent = await ask(tab, 'firstParent');
  if (parent) {
    await tab.mouse.move(parent.x, parent.y);
    await tab.waitForTimeout(350);
    await look('with its menu open', 220);
  }
  let hover: SeenSite['colours'][number] | HeaderRead['link'] | undefined;
  if (at) {
    await tab.mouse.move(at.x, at.y);
    await tab.waitForTimeout(350);
    hover = await ask(tab, 'linkColour');
    await tab.mouse.move(0, 600);
  }
  await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), SCROLLED);
  await tab.waitForTimeout(500);
  await look('after scrolling');
  const later = await ask(tab, 'header');
  const stays = later !== undefined && later.isFixed && later.top > -4 && later.top < 60;
  await tab.evaluate(() => scrollTo({ top: 0, behavior: 'instant' }));
  const worn = ({ fill, link, current }: HeaderRead) => ({ fill, link, current });
  return {
    page,
    views,
    colours: uses,
    type,
    header: first && {
      height: first.height,
      inset: first.inset,
      gap: first.gap,
      lies: first.isOver ? ('over' as const) : ('above' as const),
      onScroll: stays ? ('stays' as const) : ('leaves' as const),
      top: worn(first),
      ...(stays && { scrolled: worn(later) }),
      ...(hover && { hover }),
      logo: first.logo,
      entries: first.entries,
      button: first.button,
    },
  };
}

/** Largest picture of a logo that is taken, bytes. */
const MOST_LOGO = 4 * 2 ** 20;

/** The logo with its picture brought here: what cannot be had becomes text. */
async function keptLogo(
  tab: Tab,
  logo: SeenLogo | undefined,
  draft: DraftPath,
): Promise<SeenLogo | undefined> {
  if (logo?.kind === 'svg') {
    const file = draft();
    await writeFile(file, logo.markup);
    return { kind: 'picture', address: file, alt: logo.alt, height: logo.height };
  }
  if (logo?.kind !== 'picture') return logo;
  const text = await tab
    .evaluate(
      async ([address, most]) => {
        const answer = await fetch(address);
        const bytes = new Uint8Array(await answer.arrayBuffer());
        if (!answer.ok || bytes.length > most) return '';
        let text = '';
        for (let i = 0; i < bytes.length; i += 8192)
          text += String.fromCharCode(...bytes.subarray(i, i + 8192));
        return btoa(text);
      },
      [logo.address, MOST_LOGO] as const,
    )
    .catch(() => '');
  if (typeof text !== 'string' || text === '') return undefined;
  const file = draft();
  await writeFile(file, Buffer.from(text, 'base64'));
  return { ...logo, address: file };
}

/** Keeps the font files that come with pages, and tells in the end which family each is of. */
function watchFonts(tab: Tab, draft: DraftPath): () => Promise<SeenSite['fonts']> {
  const came = new Map<string, Promise<Buffer>>();
  tab.on('response', (response) => {
    const isFont =
      /\.(woff2?|ttf|otf)(\?|$)/i.test(response.url()) ||
      /font\//.test(response.headers()['content-type'] ?? '');
    if (isFont && response.ok() && came.size < 12) {
      const body = response.body();
      body.catch(() => undefined);
      came.set(response.url(), body);
    }
  });
  return async () => {
    const faces = await tab
      .evaluate(() =>
        [...document.styleSheets].flatMap((sheet) => {
          try {
            return [...sheet.cssRules].flatMap((rule) => {
              if (!(rule instanceof CSSFontFaceRule)) return [];
              const source = /url\(["']?([^"')]+)/.exec(rule.style.getPropertyValue('src'))?.[1];
              const base = sheet.href ?? location.href;
              const family = rule.style.getPropertyValue('font-family').replace(/["']/g, '').trim();
              const weight = parseInt(rule.style.getPropertyValue('font-weight'), 10) || 400;
              return source ? [{ family, weight, address: new URL(source, base).href }] : [];
            });
          } catch {
            // Sheets of other hosts cannot be read from within a page.
            return [];
          }
        }),
      )
      .catch(() => []);
    const kept: SeenSite['fonts'] = [];
    for (const { family, weight, address } of faces) {
      const bytes = await came.get(address)?.catch(() => undefined);
      if (!bytes || kept.some((each) => each.family === family && each.weight === weight)) continue;
      const ending = /\.(woff2?|ttf|otf)(\?|$)/i.exec(address)?.[1] ?? 'woff2';
      const file = draft();
      await writeFile(file, bytes);
      kept.push({ family, weight, file, ending: ending.toLowerCase() });
    }
    return kept;
  };
}
