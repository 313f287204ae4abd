import { PAINTS } from './kinds.ts';
import type { OwnGroupName, OwnOpening } from '@hatrail/core/model/own';
import type { OwnReader } from '../../src/ownRead.ts';
import { hasGround, header, ofRole, roles, shows } from './state.ts';
import { currentClass, stateClass } from './stateClasses.ts';
import { escape, rootParts, rootSelector, selectorsFor } from './selectors.ts';
import { inkedBox } from './places.ts';
import { kindOf, paintsOf, pseudoPaints } from './kinds.ts';
import { panelOf } from './names.ts';
import { openedBy, openers, type Opener } from './opening.ts';
import { changedInStates } from './sheets.ts';
import { lettersIn, wordsIn } from './texts.ts';

/** Elements that a style sheet speaks of together, and what of them paints. */

interface Group {
  name: OwnGroupName;
  number: number;
  elements: Element[];
  inner: string[];
  pseudo?: string[];
  item?: string;
  paints?: string[];
  opened?: { among: number; up: number; by: OwnOpening[] };
}
/** Elements that lie between links and page with a ground of their own. */
const grounded = new Set<Element>();
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
const groundedPseudos = new Map<Element, Set<string>>();
const isLink = (each: Element) => ['link', 'current'].includes(roles.get(each)!);
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
/** Elements of one kind: links together, else those of a name within the same box. */
const byKin = (elements: readonly Element[]): Element[][] => {
  const kin = new Map<Element | null, Map<string, Element[]>>();
  for (const each of elements) {
    const among = isLink(each) ? null : each.parentElement;
    const named = kin.get(among) ?? new Map<string, Element[]>();
    kin.set(among, named.set(each.tagName, [...(named.get(each.tagName) ?? []), each]));
  }
  return [...kin.values()].flatMap((named) => [...named.values()]);
};
export let made: Group[] = [];
const makeGroups = (): Group[] => {
  const list: Group[] = [];
  const add = (name: OwnGroupName, elements: readonly Element[], more: Partial<Group> = {}) => {
    if (elements.length === 0) return;
    const inner = more.inner ?? selectorsFor(elements);
    const number = list.filter((each) => each.name === name).length;
    list.push({ name, number, elements: [...elements], ...more, inner });
  };
  /** Links with a drop-down, those together whose drop-downs are told to be open by the same. */
  const addOpeners = (all: readonly Opener[], among: number) => {
    const alike = new Map<string, { links: HTMLElement[]; opened: NonNullable<Group['opened']> }>();
    for (const each of all) {
      const by = openedBy(each);
      if (by.length === 0) continue;
      const key = `${each.up} ${by.join(' ')}`;
      const known = alike.get(key) ?? { links: [], opened: { among, up: each.up, by } };
      alike.set(key, known);
      known.links.push(each.link);
    }
    for (const { links, opened } of alike.values()) add('openers', links, { item: 'menu', opened });
  };
  add('header', [header], { inner: [''] });
  for (const each of ofRole('drop-down')) {
    for (const inside of each.querySelectorAll('*'))
      if (
        hasGround(inside) &&
        !ofRole('child').includes(inside as HTMLElement) &&
        !inside.closest('svg') &&
        !inside.matches('img')
      )
        grounded.add(inside);
  }
  for (const alike of byKin([...grounded])) add('ground', alike);
  for (const pseudo of ['::before', '::after'])
    for (const alike of byKin([...groundedPseudos].flatMap(([each, all]) => (all.has(pseudo) ? [each] : []))))
      add('ground', alike, {
        inner: selectorsFor(alike).map((inner) => `${inner}${pseudo}`),
        pseudo: [pseudo],
      });
  const logo = ofRole('logo')[0];
  if (logo && kindOf(logo) === 'text') {
    add('logo', [logo], { item: 'name' });
    add('letters', lettersIn(logo), { item: 'name' });
  } else if (logo) {
    add('logo', [logo], { item: 'logo' });
  }
  for (const each of ofRole('text')) {
    add('text', [each], { item: 'menu' });
    add('letters', lettersIn(each), { item: 'menu' });
  }
  const menu = ofRole('menu')[0];
  add('menu', menu ? [menu] : []);
  // Links that stand in different boxes have different rules.
  const byBox = new Map<Element, Element[]>();
  for (const each of ofRole('link', 'current')) {
    const box = each.closest('ul, ol, nav') ?? header;
    byBox.set(box, [...(byBox.get(box) ?? []), each]);
  }
  const opening = openers();
  for (const elements of byBox.values()) {
    add('links', elements, { item: 'menu' });
    addOpeners(
      opening.filter(({ link }) => elements.includes(link)),
      list.filter(({ name }) => name === 'links').length - 1,
    );
    // Letters that have an element and an ink of their own.
    add('letters', elements.flatMap(lettersIn), { item: 'menu' });
    const pseudo = ['::before', '::after'].filter((side) =>
      elements.some((each) => {
        const style = getComputedStyle(each, side);
        return style.content !== 'none' && style.content !== 'normal' && parseFloat(style.height) <= 6;
      }),
    );
    if (pseudo.length > 0)
      add('lines', elements, {
        inner: selectorsFor(elements).flatMap((inner) => pseudo.map((side) => `${inner}${side}`)),
        pseudo,
        item: 'menu',
      });
  }
  for (const each of ofRole('current').slice(0, 1)) {
    const own =
      each.getAttribute('aria-current') !== null ? undefined : stateClass(each, ofRole('link', 'current'));
    const base = list.find((group) => group.name === 'links' && group.elements.includes(each))!;
    const inner = base.inner.flatMap((selector) => {
      if (each.getAttribute('aria-current') !== null) return [`${selector}[aria-current]`];
      const told = own ?? currentClass(each);
      if (!told) return [];
      const name = `.${escape(told.name)}`;
      if (told.on === each) return [`${selector}${name}`];
      // On the list item: its step gets the class.
      const at = selector.lastIndexOf(' ');
      const last = selector.slice(at + 1);
      const withClass = selector.replace(/(^|[ >]+)(li(?:\.[\w-]+)*) > ([^ >]+)$/, `$1$2${name} > $3`);
      if (withClass !== selector) return [withClass];
      const head = selector.slice(0, Math.max(0, at)).replace(/\s*>?\s*$/, '');
      return [`${head ? `${head} ` : ''}li${name} > ${last}`];
    });
    if (inner.length > 0) add('current', [each], { inner: [...new Set(inner)], item: 'menu' });
  }
  const lists = new Map<Element, Element[]>();
  for (const each of ofRole('child')) {
    const box = each.closest('nav, ul, ol, details') ?? header;
    lists.set(box, [...(lists.get(box) ?? []), each]);
  }
  const alike = selectorsFor(ofRole('child'));
  // One selector for all of them, or one for each list.
  if (alike.length === 1) add('children', ofRole('child'), { item: 'menu' });
  else for (const elements of lists.values()) add('children', elements, { item: 'menu' });
  add('letters', ofRole('child').flatMap(wordsIn), { item: 'menu' });
  const drops = ofRole('drop-down');
  add('drop-down', drops);
  ofRole('button').forEach((each, i) => {
    const item = `button-${i + 1}`;
    add('button', [each], { item });
    add('letters', lettersIn(each), { item });
  });
  const markPaints = (each: HTMLElement, name: 'icons' | 'mark') => {
    for (const part of [each, ...each.querySelectorAll('*')]) {
      const isIt = part === each;
      const paints = paintsOf(part).filter((property) => !isIt || property === 'color');
      if (paints.length > 0 && (!isIt || paints.length > 0)) add(name, [part], { paints });
      for (const pseudo of ['::before', '::after']) {
        const own = pseudoPaints(part, pseudo);
        if (own.length > 0)
          add(name, [part], {
            paints: own,
            pseudo: [pseudo],
            inner: selectorsFor([part]).map((inner) => `${inner}${pseudo}`),
          });
      }
    }
  };
  for (const each of ofRole('icon').slice(0, 6)) markPaints(each, 'icons');
  for (const each of ofRole('menu button').slice(0, 1)) markPaints(each, 'mark');
  for (const each of [...ofRole('icon').slice(0, 6), ...ofRole('menu button').slice(0, 1)]) {
    // A line of its own that its mark lies over is behind that mark.
    const [x, y, width, height] = inkedBox(each);
    const { left, top, right, bottom } = each.getBoundingClientRect();
    const style = getComputedStyle(each);
    const isOver =
      x < left + parseFloat(style.borderLeftWidth) ||
      y < top + parseFloat(style.borderTopWidth) ||
      x + width > right - parseFloat(style.borderRightWidth) ||
      y + height > bottom - parseFloat(style.borderBottomWidth);
    add('focus', [each], isOver ? { paints: PAINTS.filter((name) => name.startsWith('border')) } : {});
  }
  const panel = panelOf();
  if (panel) {
    add('panel', [panel]);
    for (const each of grounded) if (panel.contains(each) && each !== panel) add('panel', [each]);
  }
  return list.slice(0, 110);
};
export const groups: OwnReader['groups'] = (texts) => {
  noteGrounds(texts);
  if (!rootSelector) rootParts();
  made = makeGroups();
  return made.map(({ name, number, inner, item, paints, opened }) => ({
    name,
    number,
    inner,
    ...(item !== undefined && { item }),
    ...(paints && { paints }),
    ...(opened && { opened }),
  }));
};
