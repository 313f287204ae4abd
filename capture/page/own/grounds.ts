import { hasGround, header, ofRole, roles, shows } from './state.ts';
import { kindOf } from './kinds.ts';
import { changedInStates } from './sheets.ts';

/** What lies between links and page with a ground of its own, or makes all that is in it look otherwise than it is. */

/** Elements that lie between links and page with a ground of their own. */
export const grounded = new Set<Element>();
/** Whether an element makes all that is in it look otherwise than it is. */
const changesInside = (element: Element) => {
  const style = getComputedStyle(element);
  const isFaint = Number(style.opacity) < 1 && Number(style.opacity) > 0.05;
  return (
    [...roles.keys()].some((part) => part !== element && element.contains(part)) &&
    (isFaint || style.filter !== 'none' || style.mixBlendMode !== 'normal' || style.maskImage !== 'none')
  );
};
/** What of an element is drawn before and after its contents with a ground of its own that lies under them. */
export const groundedPseudos = new Map<Element, Set<string>>();
export const isLink = (each: Element) => ['link', 'current'].includes(roles.get(each)!);
const isBox = (each: Element) =>
  !roles.has(each) || isLink(each) || ['menu', 'panel', 'header'].includes(roles.get(each)!);
/** Whether an element lies between links and page, and is none of what is read itself. */
const liesBetween = (each: Element) =>
  isBox(each) &&
  !each.closest('svg') &&
  !each.matches('img, input, picture, video, canvas') &&
  !ofRole('button', 'icon', 'menu button', 'drop-down').some((part) => part.contains(each)) &&
  !(ofRole('logo')[0]?.contains(each) && kindOf(ofRole('logo')[0]!) === 'logo');
/** Whether what stands before or after an element's contents lies under them, and is no line below a word. */
const liesUnder = (each: Element, pseudo: string) => {
  const { content, position, height } = getComputedStyle(each, pseudo);
  return content !== 'none' && content !== 'normal' && position === 'absolute' && !(parseFloat(height) <= 6);
};
const noteUnder = (each: Element, pseudo: string) => {
  const known = groundedPseudos.get(each) ?? new Set();
  groundedPseudos.set(each, known.add(pseudo));
};
export const noteGrounds = (texts: Record<string, string>) => {
  for (const each of header.querySelectorAll('*')) {
    if (!liesBetween(each)) continue;
    // A part that draws itself by its ground is read, not removed.
    if (getComputedStyle(each).backgroundImage.includes('url(') && !shows(each)) continue;
    if (hasGround(each) || changesInside(each)) grounded.add(each);
    for (const pseudo of ['::before', '::after'])
      if (liesUnder(each, pseudo) && hasGround(each, pseudo)) noteUnder(each, pseudo);
  }
  // What has one only under the pointer or with the keyboard; a link's own is written with the link.
  for (const { element, pseudo, isMade } of changedInStates(texts)) {
    const isBelow = ofRole('drop-down').some((drop) => drop !== element && drop.contains(element));
    if (!liesBetween(element) && !(isBelow && !roles.has(element) && !element.closest('svg'))) continue;
    if (pseudo === undefined) {
      if (!isLink(element)) grounded.add(element);
    } else if (isMade || liesUnder(element, pseudo)) noteUnder(element, pseudo);
  }
};
