import type { BrowserContext, Page as Tab, Response } from 'playwright-core';
import { BadInput } from '@hatrail/core/model/badInput';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { openBrowser } from './browser.ts';
import type { PageReader } from './pageRead.ts';
import { pageScript } from './pageScript.ts';
import { openProxy, type Proxy, type Reach } from './proxy.ts';

/** A browser of its own for what is brought in: opened, sent to addresses, asked, and closed whatever comes of it. */

/** Longest for one page to answer, and for a whole capture, ms. */
const ANSWERS = 20_000;
const LONGEST = 8 * 60_000;
/** The width at which a page is read. */
export const READ_AT = 1280;
/** A saved page is opened at this address, which leads nowhere. */
export const SAVED = 'http://saved-page.invalid/';

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

/** What work is given: when it is to stop, and whom to tell how far it is. */
export interface Work {
  signal: AbortSignal;
  tell: (step: Step) => void;
}

/** A browser that is open for one source. */
export interface Session {
  context: BrowserContext;
  proxy: Proxy;
  source: Source;
}

/** Does something in a browser of its own, which is closed whatever comes of it. */
export async function inBrowser<T>(
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
export async function openTab({ context, source }: Session): Promise<Tab> {
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
export async function go(tab: Tab, proxy: Proxy, address: string): Promise<void> {
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
export function ask<K extends keyof PageReader>(
  tab: Tab,
  what: K,
  ...given: Parameters<PageReader[K]>
): Promise<Awaited<ReturnType<PageReader[K]>>> {
  return tab.evaluate(
    ([name, values]) => (globalThis.hatrailReader![name] as (...of: unknown[]) => unknown)(...values),
    [what, given] as [K, unknown[]],
  ) as Promise<Awaited<ReturnType<PageReader[K]>>>;
}
