import { OVER_ALL, OVER_LETTERS, type OverLetters } from '@hatrail/core/output/own/letters';
import { currentClass, stateClass } from './stateClasses.ts';
import { header, inkIds, ofRole, tagOf } from './state.ts';
import { kindOf, paintsOf, pseudoPaints } from './kinds.ts';
import { textRects } from './texts.ts';

/** What is asked of the header while a paste is tried on it. */

/** How an element is spoken of. */
export const named = (at: Element): string =>
  `<${tagOf(at)}${typeof at.className === 'string' && at.className ? ` class="${at.className}"` : ''}>`;

/** The colour that something is read in: of letters, or of what paints a mark. */
export const inkColour = (element: HTMLElement): string => {
  if (kindOf(element) !== 'mark')
    return getComputedStyle(textRects(element)[0]?.node.parentElement ?? element).color;
  const all = [element, ...element.querySelectorAll<HTMLElement>('*')];
  for (const part of all) {
    const paint = paintsOf(part).find(
      (property) =>
        property !== 'box-shadow' &&
        (property !== 'color' || (part === element && textRects(element).length > 0)) &&
        (part !== element || property === 'color' || part.matches('svg')),
    );
    if (paint) return getComputedStyle(part).getPropertyValue(paint);
    for (const side of ['::before', '::after']) {
      const own = pseudoPaints(part, side).find((property) => property !== 'box-shadow');
      if (own) return getComputedStyle(part, side).getPropertyValue(own);
    }
  }
  return getComputedStyle(element).color;
};
/** What changes letters where an element has it, as the browser computes it. */
const changing = (element: Element): string[] => {
  const style = getComputedStyle(element);
  return (Object.entries(OVER_LETTERS) as [OverLetters, string][]).flatMap(([property, plain]) => {
    const value = style.getPropertyValue(property);
    const inert = property === '-webkit-text-fill-color' ? style.color : plain;
    return value === inert || value === '' ? [] : [`${property}: ${value}`];
  });
};
/**
 * What makes the letters of an element look otherwise than in its ink: what is set on them, on anything that they stand in, or
 * on their first letter or line; and letters of another ink than the first.
 */
export const changedLetters = (element: HTMLElement): string | undefined => {
  const all = textRects(element).map(({ node }) => node.parentElement!);
  const ink = all[0] && getComputedStyle(all[0]).color;
  for (const each of new Set(all)) {
    const said = changing(each)[0];
    if (said) return `${said} on ${named(each)}`;
    if (getComputedStyle(each).color !== ink)
      return `color: ${getComputedStyle(each).color} on ${named(each)}`;
    for (const pseudo of ['::first-letter', '::first-line'])
      for (let at: Element = each; at !== header; at = at.parentElement!)
        if (getComputedStyle(at, pseudo).color !== getComputedStyle(at).color)
          return `color: ${getComputedStyle(at, pseudo).color} on ${named(at)}${pseudo}`;
  }
  for (let at: Element | null = all[0] ?? element; at; at = at.parentElement)
    for (const property of OVER_ALL) {
      const value = getComputedStyle(at).getPropertyValue(property);
      if (value !== OVER_LETTERS[property] && value !== '') return `${property}: ${value} on ${named(at)}`;
    }
  return undefined;
};
/** The line below something and the ring round it, as the browser computes them. */
export const signsOf = (element: Element) => {
  const style = getComputedStyle(element);
  const isLined = style.textDecorationLine.split(' ').includes('underline');
  const isRinged = style.outlineStyle !== 'none' && parseFloat(style.outlineWidth) > 0;
  return {
    ...(isLined && {
      line: { thickness: parseFloat(style.textDecorationThickness) || 0, colour: style.textDecorationColor },
    }),
    ...(isRinged && { ring: { thickness: parseFloat(style.outlineWidth), colour: style.outlineColor } }),
  };
};
/** What the mark was taken off, and which it was. */
let unmarked: { element: Element; name?: string; value?: string } | undefined;
/** Takes the mark of the page one is on off its link, or puts it back. */
export const unmark = (isOff: boolean): void => {
  for (const each of ofRole('current').slice(0, 1)) {
    const attribute = [each, each.closest('li')].find((at) => at?.hasAttribute('aria-current'));
    const told = stateClass(each, ofRole('link', 'current')) ?? currentClass(each);
    if (isOff && attribute) {
      unmarked = { element: attribute, value: attribute.getAttribute('aria-current')! };
      attribute.removeAttribute('aria-current');
    } else if (isOff && told) {
      unmarked = { element: told.on, name: told.name };
      told.on.classList.remove(told.name);
    } else if (!isOff && unmarked) {
      if (unmarked.name !== undefined) unmarked.element.classList.add(unmarked.name);
      else unmarked.element.setAttribute('aria-current', unmarked.value!);
      unmarked = undefined;
    }
  }
};

/** What was hidden, with what it said before. */
const hidden = new Map<HTMLElement, string | null>();
export const hideInks = (isHidden: boolean) => {
  if (!isHidden) {
    for (const [element, before] of hidden) {
      if (before === null) element.removeAttribute('style');
      else element.setAttribute('style', before);
    }
    hidden.clear();
    return;
  }
  const out = (element: HTMLElement, values: Record<string, string>) => {
    if (!hidden.has(element)) hidden.set(element, element.getAttribute('style'));
    for (const [name, value] of Object.entries(values)) element.style.setProperty(name, value, 'important');
  };
  const letters = {
    color: 'transparent',
    '-webkit-text-fill-color': 'transparent',
    'text-decoration-color': 'transparent',
    'outline-color': 'transparent',
  };
  for (const each of [header, ...header.querySelectorAll<HTMLElement>('*')]) out(each, letters);
  for (const [element] of inkIds) {
    if (kindOf(element as HTMLElement) === 'text') continue;
    for (const each of element.querySelectorAll<HTMLElement>('*')) out(each, { visibility: 'hidden' });
    if (element.matches('svg, img')) out(element as HTMLElement, { visibility: 'hidden' });
  }
  for (const each of ofRole('drop-down')) out(each, { visibility: 'hidden' });
};
/** The links that stand in drop-downs, or in the folded menu. */
export const panelLinks = (isFolded: boolean): HTMLElement[] => {
  const panel = ofRole('panel')[0];
  const isBelow = (each: HTMLElement) => inkIds.get(each)?.startsWith('below-') ?? false;
  return [
    ...ofRole('child').filter((each) => isFolded || !isBelow(each)),
    ...(isFolded ? ofRole('link').filter((each) => !panel || panel.contains(each)) : []),
  ];
};
export const elementOf = (ink: string) =>
  [...inkIds].find(([, id]) => id === ink)?.[0] as HTMLElement | undefined;
