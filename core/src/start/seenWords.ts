import { isSafeAddress, type LinkTarget } from '../model/menu.ts';
import type { Page } from '../model/page.ts';

/** What is made of words, numbers and addresses that a site elsewhere has. */

/** Kept within limits. */
export const within = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value));
/** Rounded to a multiple. */
export const round = (value: number, by: number) => Math.round(value / by) / Math.round(1 / by);

/** Text without control characters, no longer than may be. */
export const plainText = (text: string, most: number) =>
  text
    .replace(/\p{Cc}/gu, ' ')
    .trim()
    .slice(0, most);

/** A page of ours, and where it was brought in from. */
export type BroughtPage = Page & { from: string };

/** Where links lead: to a page that was brought in, or to the address that they have. */
export function targetOf(
  address: string,
  pages: readonly { id: string; from: string; path: string }[],
): LinkTarget {
  const [bare = '', hash] = address.split('#');
  const page = pages.find(
    ({ from }) => from.replace(/(index\.\w+)?$/, '') === bare.replace(/(index\.\w+)?$/, ''),
  );
  if (page && !hash) return { page: page.id };
  const to = page ? `${page.path}#${hash}` : address;
  return { address: isSafeAddress(to) ? to : '/' };
}
