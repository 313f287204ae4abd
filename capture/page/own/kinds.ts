import { alpha } from './state.ts';
import type { RawMark } from '../../src/ownRead.ts';
import { backPicture, drawing } from './signs.ts';
import { roles, words } from './state.ts';
import { textRects } from './texts.ts';

/** How a part shows: by letters or by a mark, and what of it takes a colour. */

export const kindOf = (element: HTMLElement): RawMark['kind'] => {
  const role = roles.get(element);
  if (role === 'logo') {
    if (element.matches('img, svg') || drawing(element)) return 'logo';
    return words(element.textContent) !== '' && textRects(element).length > 0
      ? 'text'
      : backPicture(element)
        ? 'logo'
        : 'text';
  }
  if (role === 'icon' || role === 'menu button') return isPainted(element) ? 'mark' : undefined;
  return 'text';
};

/** Whether style can give a mark another colour: a picture keeps its own. */
export const isPainted = (element: HTMLElement) =>
  [element, ...element.querySelectorAll('*')].some(
    (part) =>
      ['::before', '::after'].some((side) => pseudoPaints(part, side).length > 0) ||
      paintsOf(part).some((property) => property !== 'color' && part !== element) ||
      (part === element && textRects(element).length > 0) ||
      (part.matches('svg') && paintsOf(part).length > 0),
  );

/** Colours of its own elements that paint a mark. */
export const PAINTS = [
  'background-color',
  'border-top-color',
  'border-right-color',
  'border-bottom-color',
  'border-left-color',
  'box-shadow',
  'fill',
  'stroke',
  'color',
];

export const paintsOf = (element: Element): string[] => {
  const style = getComputedStyle(element);
  const isSvg = element instanceof SVGElement;
  return PAINTS.filter((property) => {
    const value = style.getPropertyValue(property);
    if (property === 'fill')
      return (
        isSvg && !element.matches('svg, g, defs, title, symbol') && value !== 'none' && alpha(value) > 0.1
      );
    if (property === 'stroke')
      return (
        isSvg &&
        !element.matches('svg, defs, title, symbol') &&
        value !== 'none' &&
        value !== '' &&
        alpha(value) > 0.1
      );
    if (isSvg) return property === 'color' && element.matches('svg');
    if (property === 'box-shadow') return value !== 'none';
    if (property.startsWith('border'))
      return (
        parseFloat(style.getPropertyValue(property.replace('color', 'width'))) > 0 &&
        style.getPropertyValue(property.replace('color', 'style')) !== 'none' &&
        alpha(value) > 0.1
      );
    if (property === 'color') return true;
    return alpha(value) > 0.1;
  });
};

export const pseudoPaints = (element: Element, pseudo: string): string[] => {
  const style = getComputedStyle(element, pseudo);
  if (style.content === 'none' || style.content === 'normal') return [];
  return PAINTS.filter((property) => {
    const value = style.getPropertyValue(property);
    if (property === 'fill' || property === 'stroke') return false;
    if (property === 'box-shadow') return value !== 'none';
    if (property.startsWith('border'))
      return parseFloat(style.getPropertyValue(property.replace('color', 'width'))) > 0 && alpha(value) > 0.1;
    if (property === 'color') return style.content !== '""';
    return alpha(value) > 0.1;
  });
};
