import { PAINTS, kindOf, paintsOf, pseudoPaints } from './kinds.ts';
import type { OwnGroupName, OwnOpening } from '@hatrail/core/model/own';
import type { OwnReader } from '../../src/ownRead.ts';
import { grounded, groundedPseudos, isLink, noteGrounds } from './grounds.ts';
import { hasGround, header, ofRole } from './state.ts';
import { currentClass, stateClass } from './stateClasses.ts';
import { escape, rootParts, rootSelector, selectorsFor } from './selectors.ts';
import { inkedBox } from './places.ts';
import { panelOf } from './names.ts';
import { openedBy, openers, type Opener } from './opening.ts';
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
type Add = (name: OwnGroupName, elements: readonly Element[], more?: Partial<Group>) => Group | undefined;

const makeGroups = (): Group[] => {
  const list: Group[] = [];
  const add: Add = (name, elements, more = {}) => {
    if (elements.length === 0) return undefined;
    const inner = more.inner ?? selectorsFor(elements);
    const number = list.filter((each) => each.name === name).length;
    const group = { name, number, elements: [...elements], ...more, inner };
    list.push(group);
    return group;
  };
  add('header', [header], { inner: [''] });
  addGrounds(add);
  addLogo(add);
  for (const each of ofRole('text')) {
    add('text', [each], { item: 'menu' });
    add('letters', lettersIn(each), { item: 'menu' });
  }
  add('menu', ofRole('menu').slice(0, 1));
  addCurrent(add, addLinks(add));
  addBelow(add);
  addButtons(add);
  addMarks(add);
  addPanel(add);
  return list.slice(0, 110);
};

/** What lies between links and page, drop-downs included. */
const addGrounds = (add: Add): void => {
  for (const each of ofRole('drop-down'))
    for (const inside of each.querySelectorAll('*'))
      if (
        hasGround(inside) &&
        !ofRole('child').includes(inside as HTMLElement) &&
        !inside.closest('svg') &&
        !inside.matches('img')
      )
        grounded.add(inside);
  for (const alike of byKin([...grounded])) add('ground', alike);
  for (const pseudo of ['::before', '::after'])
    for (const alike of byKin([...groundedPseudos].flatMap(([each, all]) => (all.has(pseudo) ? [each] : []))))
      add('ground', alike, {
        inner: selectorsFor(alike).map((inner) => `${inner}${pseudo}`),
        pseudo: [pseudo],
      });
};

const addLogo = (add: Add): void => {
  const [logo] = ofRole('logo');
  if (!logo) return;
  const isText = kindOf(logo) === 'text';
  add('logo', [logo], { item: isText ? 'name' : 'logo' });
  if (isText) add('letters', lettersIn(logo), { item: 'name' });
};

/** Links with a drop-down, those together whose drop-downs are told to be open by the same. */
const addOpeners = (add: Add, all: readonly Opener[], among: number): void => {
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

/** Links, by the box that they stand in: those of different boxes have different rules. */
const addLinks = (add: Add): Group[] => {
  const byBox = new Map<Element, Element[]>();
  for (const each of ofRole('link', 'current')) {
    const box = each.closest('ul, ol, nav') ?? header;
    byBox.set(box, [...(byBox.get(box) ?? []), each]);
  }
  const opening = openers();
  return [...byBox.values()].flatMap((elements) => {
    const group = add('links', elements, { item: 'menu' });
    if (!group) return [];
    const own = opening.filter(({ link }) => elements.includes(link));
    addOpeners(add, own, group.number);
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
    return [group];
  });
};

/** The link of the page one is on, by what tells it from the others. */
const addCurrent = (add: Add, links: readonly Group[]): void => {
  const [each] = ofRole('current');
  if (!each) return;
  const base = links.find(({ elements }) => elements.includes(each))!;
  const isTold = each.getAttribute('aria-current') !== null;
  const told = isTold ? undefined : (stateClass(each, ofRole('link', 'current')) ?? currentClass(each));
  const inner = base.inner.flatMap((selector) => {
    if (isTold) return [`${selector}[aria-current]`];
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
};

/** Drop-downs and the links in them: one selector for all of those, or one for each list. */
const addBelow = (add: Add): void => {
  const children = ofRole('child');
  const lists = new Map<Element, Element[]>();
  for (const each of children) {
    const box = each.closest('nav, ul, ol, details') ?? header;
    lists.set(box, [...(lists.get(box) ?? []), each]);
  }
  const together = selectorsFor(children).length === 1 ? [children] : [...lists.values()];
  for (const elements of together) add('children', elements, { item: 'menu' });
  add('letters', children.flatMap(wordsIn), { item: 'menu' });
  add('drop-down', ofRole('drop-down'));
};

const addButtons = (add: Add): void =>
  ofRole('button').forEach((each, i) => {
    const item = `button-${i + 1}`;
    add('button', [each], { item });
    add('letters', lettersIn(each), { item });
  });

/** What paints icons and the menu button, and where their rings lie. */
const addMarks = (add: Add): void => {
  const icons = ofRole('icon').slice(0, 6);
  const toggles = ofRole('menu button').slice(0, 1);
  for (const each of icons) addPaints(add, each, 'icons');
  for (const each of toggles) addPaints(add, each, 'mark');
  for (const each of [...icons, ...toggles]) {
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
};

const addPaints = (add: Add, each: HTMLElement, name: 'icons' | 'mark'): void => {
  for (const part of [each, ...each.querySelectorAll('*')]) {
    const paints = paintsOf(part).filter((property) => part !== each || property === 'color');
    if (paints.length > 0) add(name, [part], { paints });
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

/** The folded menu, and grounds within it. */
const addPanel = (add: Add): void => {
  const panel = panelOf();
  if (!panel) return;
  add('panel', [panel]);
  for (const each of grounded) if (panel.contains(each) && each !== panel) add('panel', [each]);
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
