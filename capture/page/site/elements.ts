import { plainColour } from '../probe.ts';
import type { SeenColour } from '@hatrail/core/gather/captured';

/** What is asked of any element of a page. */

const MOST_TEXT = 120;
export const words = (text: string | null | undefined) =>
  (text ?? '').replace(/\s+/g, ' ').trim().slice(0, MOST_TEXT);
/** Elements below a root, those in open shadow roots, too. */
export const all = (selector: string, root: ParentNode = document): HTMLElement[] => {
  const found = [...root.querySelectorAll<HTMLElement>(selector)];
  for (const host of root.querySelectorAll('*'))
    if (host.shadowRoot) found.push(...all(selector, host.shadowRoot));
  return found;
};
export const shows = (element: Element) => {
  const { width, height } = element.getBoundingClientRect();
  const style = getComputedStyle(element);
  return width > 1 && height > 1 && style.visibility !== 'hidden' && Number(style.opacity) > 0.05;
};
export const colour = (css: string): SeenColour => {
  const text = plainColour(css);
  const [, r = 0, g = 0, b = 0, a = 1] =
    /^rgba\((\d+), (\d+), (\d+), ([\d.]+)\)$/.exec(text)?.map(Number) ?? [];
  const hex = text.startsWith('#')
    ? text
    : `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  return { hex, opacity: text.startsWith('#') ? 1 : a };
};
export const linksIn = (root: ParentNode) => all('a[href]', root) as HTMLAnchorElement[];
