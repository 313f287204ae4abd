import type { OwnRole } from '@hatrail/core/model/own';
import { plainColour } from '../probe.ts';

/** The header that is read, what its parts are, and what is asked of any element. */

export const words = (text: string | null | undefined) => (text ?? '').replace(/\s+/g, ' ').trim();
export const shows = (element: Element) => {
  const { width, height } = element.getBoundingClientRect();
  if (width < 1 || height < 1) return false;
  return element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
};
export const classesOf = (element: Element) => [...element.classList];
export const tagOf = (element: Element) => element.tagName.toLowerCase();
export const STATE_CLASS =
  /(^|[-_])(current|active|is-here|selected|here|open|opened|hover|focus|visible|shown|show|js)([-_]|$)/i;

export let header: HTMLElement;
export const roles = new Map<Element, OwnRole>();
export const inkIds = new Map<Element, string>();

export const nodesOf = (element: Element): ChildNode[] => [...element.childNodes].filter(isKept);
const isKept = (node: ChildNode): boolean =>
  node.nodeType === Node.TEXT_NODE
    ? (node.textContent ?? '') !== ''
    : node.nodeType === Node.ELEMENT_NODE &&
      !/^(script|style|link|meta|base|iframe|frame|object|embed|template|noscript)$/i.test(
        (node as Element).tagName,
      );
export const pathOf = (element: Element): string => {
  const steps: number[] = [];
  for (let at: Element = element; at !== header; at = at.parentElement!) {
    if (!at.parentElement) return '';
    steps.unshift(nodesOf(at.parentElement).indexOf(at as ChildNode));
  }
  return steps.join('/');
};
export const atPath = (path: string): HTMLElement | undefined => {
  let at: Element | undefined = header;
  for (const step of path === '' ? [] : path.split('/')) {
    const next: ChildNode | undefined = at && nodesOf(at)[Number(step)];
    at = next?.nodeType === Node.ELEMENT_NODE ? (next as Element) : undefined;
  }
  return at as HTMLElement | undefined;
};
export const ofRole = (...wanted: OwnRole[]): HTMLElement[] =>
  ([...roles].filter(([, role]) => wanted.includes(role)).map(([element]) => element) as HTMLElement[]).sort(
    (a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1),
  );

/** How opaque a colour is, 0 to 1. */
export const alpha = (css: string): number => {
  const text = plainColour(css);
  return text.startsWith('#') ? 1 : Number(/([\d.]+)\)$/.exec(text)?.[1] ?? 1);
};
export const hasGround = (element: Element, pseudo?: string) => {
  const style = getComputedStyle(element, pseudo);
  return alpha(style.backgroundColor) > 0.01 || style.backgroundImage !== 'none';
};

/** Says which element the header is. */
export function setHeader(element: HTMLElement): void {
  header = element;
}
