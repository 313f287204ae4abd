import { ofRole, words } from './state.ts';

/** What parts are called, and the box of the folded menu. */

export const nameOf = (element: HTMLElement) =>
  words(element.getAttribute('aria-label')) ||
  words(element.textContent) ||
  words(element.querySelector('img')?.getAttribute('alt')) ||
  words(element.querySelector('title')?.textContent) ||
  words(element.getAttribute('title'));

/** The folded menu, where it is the menu itself. */
export let panelBox: HTMLElement | undefined;

/** Says which box the folded menu is, where it is the menu itself. */
export function setPanelBox(element: HTMLElement): void {
  panelBox = element;
}

export const panelOf = () => ofRole('panel')[0] ?? panelBox;
