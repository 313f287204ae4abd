import type { Page as Tab } from 'playwright-core';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { pageScript } from './pageScript.ts';
import type { OwnReader } from './ownRead.ts';

/** Asks the reader of a header that is in a page. */

/** Asks for one of the things that the reader can say. */
export type Ask = <K extends keyof OwnReader>(
  what: K,
  ...given: Parameters<OwnReader[K]>
) => Promise<Awaited<ReturnType<OwnReader[K]>>>;

/** Asks the reader in a page. */
export function asking(tab: Tab): Ask {
  return (what, ...given) =>
    tab.evaluate(
      ([name, values]) => (globalThis.hatrailOwn![name] as (...of: unknown[]) => unknown)(...values),
      [what, given] as [keyof OwnReader, unknown[]],
    ) as Promise<never>;
}

/** Puts the reader into a page that has the general one. */
export async function installOwn(tab: Tab): Promise<Ask> {
  await tab.evaluate(pageScript('own/reader'));
  return asking(tab);
}

/** Gives the window a width, and the height that goes with it. */
export const sized = (tab: Tab, width: number) =>
  tab.setViewportSize({ width, height: usualWindowHeight(width) });

/** Waits until what has changed is laid out and painted. */
export const settled = (tab: Tab) =>
  tab.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
