import type { OwnOpening } from '@hatrail/core/model/own';
import { inkIds, ofRole, shows } from './state.ts';

/** Links that have a drop-down: the box that is of both, and what opens it. */

export interface Opener {
  link: HTMLElement;
  /** The first link below it. */
  below: HTMLElement;
  /** The nearest box that holds the link and what is below it. */
  box: HTMLElement;
  /** How many elements further out than the link that is. */
  up: number;
  /** Whether that box holds other links of the menu, too, so that what is done in it says nothing of this one. */
  isShared: boolean;
}

export const openers = (): Opener[] =>
  ofRole('link', 'current').flatMap((link) => {
    const id = inkIds.get(link);
    const below = ofRole('child').find((child) => inkIds.get(child)?.startsWith(`${id}-`));
    if (id === undefined || !below || link.contains(below)) return [];
    let [box, up] = [link.parentElement!, 1];
    for (; !box.contains(below); up++) box = box.parentElement!;
    const isShared = ofRole('link', 'current').some((other) => other !== link && box.contains(other));
    return [{ link, below, box, up, isShared }];
  });

/** What was seen to be opened by the pointer on its link. */
const byPointer = new Set<Element>();

/** Notes whether a link's drop-down shows, with the pointer on that link. */
export const notePointed = (ink: string): void => {
  const own = openers().find(({ link }) => inkIds.get(link) === ink);
  if (own && shows(own.below)) byPointer.add(own.link);
};

/** The links with a drop-down that do not show it now. */
export const closedInks = (): string[] =>
  openers().flatMap(({ link, below }) => (shows(below) ? [] : [inkIds.get(link)!]));

/** What opens a link's drop-down, as far as a selector can say so. */
export const openedBy = ({ link, below, box, isShared }: Opener): OwnOpening[] => {
  const by: OwnOpening[] = [];
  if (isShared) return link.hasAttribute('aria-expanded') ? ['expanded'] : [];
  if (box.tagName === 'DETAILS' && link.tagName === 'SUMMARY') by.push('details');
  if (byPointer.has(link)) by.push('pointer');
  if (link.hasAttribute('aria-expanded')) by.push('expanded');
  else if (box.querySelector(':scope > [aria-expanded]')) by.push('beside');
  if (!shows(below)) {
    link.focus();
    if (document.activeElement === link && shows(below)) by.push('focus');
    link.blur();
  }
  return by;
};

/** Opens a link's drop-down as far as the markup says that it is open, or closes it again. */
export const openMarked = (ink: string, isOpen: boolean): void => {
  const own = openers().find(({ link }) => inkIds.get(link) === ink);
  if (!own) return;
  const { link, box } = own;
  if (box instanceof HTMLDetailsElement) box.open = isOpen;
  for (const each of [link, box.querySelector(':scope > [aria-expanded]')])
    if (each?.hasAttribute('aria-expanded')) each.setAttribute('aria-expanded', String(isOpen));
};
