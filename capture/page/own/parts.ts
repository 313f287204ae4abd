import { alpha } from './state.ts';
import type { OwnRole } from '@hatrail/core/model/own';
import type { OwnReader, RawMark } from '../../src/ownRead.ts';
import { atPath, header, inkIds, ofRole, pathOf, roles, setHeader, shows, words } from './state.ts';
import { backPicture, drawing, findLogo, isToggle, links, navs, parentEntry } from './signs.ts';
import { currentClass, stateClass } from './stateClasses.ts';
import { kindOf } from './kinds.ts';
import { nameOf, setPanelBox } from './names.ts';
import { textRects } from './texts.ts';

/** Which element is what. */

const looksLikeButton = (element: HTMLElement) => {
  const style = getComputedStyle(element);
  const line = ['Top', 'Right', 'Bottom', 'Left'].every(
    (side) =>
      parseFloat(style[`border${side}Width` as 'borderTopWidth']) > 0 &&
      alpha(style[`border${side}Color` as 'borderTopColor']) > 0.1,
  );
  return (
    (alpha(style.backgroundColor) > 0.3 || style.backgroundImage.includes('gradient') || line) &&
    parseFloat(style.paddingLeft) >= 6
  );
};

export const find: OwnReader['find'] = (corrections) => {
  const found = globalThis.hatrailReader!.element();
  if (!found || found.getRootNode() !== document) return false;
  setHeader(found);
  takeAround();
  const wanted = corrections.find(({ role }) => role === 'header')?.path;
  if (wanted !== undefined) takeWanted(wanted);
  roles.clear();
  inkIds.clear();
  const said = new Map<Element, OwnRole | 'none'>();
  for (const { path, role } of corrections) {
    const element = role === 'header' ? null : atPath(path);
    if (element) said.set(element, role as OwnRole | 'none');
  }
  roles.set(header, 'header');
  const logo = markLogo(said);
  for (const [element, role] of said) if (role !== 'none') roles.set(element, role);
  const parents = markLinks(said, logo);
  markFolded(said);
  // What is written there beside all that: a line of text, a telephone number.
  for (const each of otherTexts()) if (!said.has(each)) roles.set(each, 'text');
  markCurrent(said);
  markBoxes(parents);
  nameInks(parents);
  return true;
};

/** What an owner has said of elements. */
type Said = ReadonlyMap<Element, OwnRole | 'none'>;
/** The entry that each entry of a drop-down lies below. */
type Parents = Map<HTMLElement, HTMLElement | undefined>;

/** What lies round the header with the same size is part of it: a wrapper that sticks, or carries the ground. */
const takeAround = () => {
  for (
    let up = header.parentElement;
    up && up !== document.body && up !== document.documentElement;
    up = up.parentElement
  ) {
    const [own, around] = [header.getBoundingClientRect(), up.getBoundingClientRect()];
    if (Math.abs(own.height - around.height) > 2 || Math.abs(own.top - around.top) > 2) break;
    setHeader(up);
  }
};

/** Takes another element for the header: one so many further out (`^2`), or that at a path. */
const takeWanted = (wanted: string) => {
  const out = /^\^(\d+)$/.exec(wanted);
  if (!out) return setHeader(atPath(wanted) ?? header);
  for (let i = 0; i < Number(out[1]) && header.parentElement && header.parentElement !== document.body; i++)
    setHeader(header.parentElement);
};

const markLogo = (said: Said): HTMLElement | undefined => {
  const saidLogo = [...said].find(([, role]) => role === 'logo')?.[0];
  const logo = (saidLogo as HTMLElement | undefined) ?? findLogo();
  if (logo && said.get(logo) !== 'none') roles.set(logo, 'logo');
  return logo;
};

/** Links, buttons, icons and what opens the folded menu. */
const markLinks = (said: Said, logo: HTMLElement | undefined): Parents => {
  const all = links().filter((each) => each !== logo && !logo?.contains(each) && !said.has(each));
  const toggles = all.filter((each) => isToggle(each));
  // A box that holds what a label ticks is none of them itself.
  for (const each of toggles) roles.set(each, 'menu button');
  const rest = all.filter(
    (each) =>
      !toggles.includes(each) && each.tagName !== 'LABEL' && !toggles.some((toggle) => toggle.contains(each)),
  );
  const entries = rest.filter((each) => each.matches('a, summary') || words(each.textContent) !== '');
  const parents: Parents = new Map(entries.map((each) => [each, parentEntry(each, entries)]));
  const top = entries.filter((each) => parents.get(each) === undefined);
  const buttons = top.filter(isButton);
  // A row of links that all look like buttons is a menu.
  const isRow = buttons.length > 2 && buttons.length > top.length / 2;
  const ownLinks = (logo?.closest('li') ? [] : [logo]) as (HTMLElement | undefined)[];
  for (const each of entries) {
    const text = words(each.textContent);
    const isOpener = each.tagName === 'BUTTON' && each.hasAttribute('aria-expanded') && text === '';
    if (isOpener || ownLinks.includes(each)) continue;
    if (parents.get(each)) roles.set(each, 'child');
    else if (!isRow && buttons.includes(each)) roles.set(each, 'button');
    else if (text === '' && (isDrawn(each) || each.querySelector('i, span'))) roles.set(each, 'icon');
    else if (text !== '') roles.set(each, 'link');
  }
  for (const each of rest) if (isIconButton(each)) roles.set(each, 'icon');
  return parents;
};

const isDrawn = (each: HTMLElement) => Boolean(drawing(each) || backPicture(each));

const isButton = (each: HTMLElement) =>
  shows(each) &&
  each.matches('a, button') &&
  words(each.textContent) !== '' &&
  looksLikeButton(each) &&
  !currentClass(each) &&
  !each.hasAttribute('aria-current');

const isIconButton = (each: HTMLElement) =>
  each.tagName === 'BUTTON' &&
  words(each.textContent) === '' &&
  shows(each) &&
  isDrawn(each) &&
  !each.closest('li');

/** A menu that is there a second time, for narrow windows, is the folded one. */
const markFolded = (said: Said) => {
  const shownLinks = ofRole('link').filter(shows);
  const twice = ofRole('link').filter(
    (each) =>
      !shows(each) &&
      !said.has(each) &&
      shownLinks.some((other) => words(other.textContent) === words(each.textContent)),
  );
  const around = twice.length > 1 ? commonAncestor(twice) : undefined;
  const holdsShown = (box: Element) => shownLinks.some((each) => box.contains(each));
  if (!around || holdsShown(around)) return;
  for (const each of ofRole('link')) if (!shows(each) && around.contains(each)) roles.set(each, 'child');
  let box = around;
  for (
    let up = box.parentElement;
    up && up !== header && !shows(up) && !holdsShown(up);
    up = up.parentElement
  )
    box = up;
  if (!roles.has(box)) roles.set(box, 'panel');
};

/** The page one is on: told, named so, or the one that leads here and is marked otherwise than the others. */
const markCurrent = (said: Said) => {
  const tops = ofRole('link');
  const marked = tops.find(isNamedCurrent);
  if (marked && !said.has(marked)) return void roles.set(marked, 'current');
  const address = location.href.split('#')[0];
  const here = tops.find(
    (each) => each.matches('a') && (each as HTMLAnchorElement).href.split('#')[0] === address,
  );
  if (here && !said.has(here) && stateClass(here, tops)) roles.set(here, 'current');
};

const isNamedCurrent = (each: HTMLElement): boolean => {
  const item = each.closest('li');
  const told = each.getAttribute('aria-current') ?? item?.getAttribute('aria-current') ?? '';
  if (told !== '' && told !== 'false') return true;
  return [each, ...(item && header.contains(item) ? [item] : [])].some((at) =>
    /(^|[-_ ])(current|active|is-here|selected|here)([-_ ]|$)/i.test(at.className),
  );
};

/** Boxes of the menu and its drop-downs. */
const markBoxes = (parents: Parents) => {
  const shared = commonAncestor(ofRole('link', 'current'));
  const nav = navs().find((each) => ofRole('link', 'current').some((link) => each.contains(link)));
  const menu = nav ?? shared;
  if (menu && !roles.has(menu) && menu !== header) roles.set(menu, 'menu');
  for (const each of ofRole('child')) {
    const parent = parents.get(each);
    if (!parent) continue;
    let box: HTMLElement | null = each;
    while (box?.parentElement && !box.parentElement.contains(parent)) box = box.parentElement;
    if (box && box !== each && !roles.has(box)) roles.set(box, 'drop-down');
  }
};

export const adopt: OwnReader['adopt'] = (selector, marks) => {
  const found = document.querySelector<HTMLElement>(selector);
  if (!found) return false;
  setHeader(found);
  roles.clear();
  inkIds.clear();
  for (const { path, role, ink } of marks) {
    const element = atPath(path);
    if (!element) continue;
    roles.set(element, role);
    if (ink !== undefined) inkIds.set(element, ink);
  }
  return true;
};

const nameInks = (parents: Parents) => {
  inkIds.clear();
  const tops = ofRole('link', 'current');
  tops.forEach((each, i) => inkIds.set(each, `link-${i + 1}`));
  const counts = new Map<Element, number>();
  for (const each of ofRole('child')) {
    const parent = parents.get(each) ?? parentEntry(each, tops);
    const of = parent && inkIds.get(parent);
    const count = (counts.get(parent ?? header) ?? 0) + 1;
    counts.set(parent ?? header, count);
    inkIds.set(each, of ? `${of}-${count}` : `below-${count}`);
  }
  ofRole('logo')
    .slice(0, 1)
    .forEach((each) => inkIds.set(each, 'logo'));
  ofRole('button').forEach((each, i) => inkIds.set(each, `button-${i + 1}`));
  ofRole('icon').forEach((each, i) => inkIds.set(each, `icon-${i + 1}`));
  ofRole('text').forEach((each, i) => inkIds.set(each, `text-${i + 1}`));
  ofRole('menu button')
    .slice(0, 1)
    .forEach((each) => inkIds.set(each, 'menu-button'));
};

const commonAncestor = (elements: readonly HTMLElement[]): HTMLElement | undefined => {
  let at = elements[0]?.parentElement ?? undefined;
  while (at && !elements.every((each) => at!.contains(each))) at = at.parentElement ?? undefined;
  return at && header.contains(at) ? at : undefined;
};

/** Elements with words of their own that are no part that is told apart. */
const otherTexts = (): HTMLElement[] => {
  const found = new Set<HTMLElement>();
  const walker = document.createTreeWalker(header, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    const at = node.parentElement;
    if (!at || words(node.data) === '' || at.closest('script, style, svg, option, textarea, noscript'))
      continue;
    let around: Element | null = at;
    while (
      around &&
      around !== header &&
      !/^(logo|link|current|child|button|icon|menu button|text)$/.test(roles.get(around) ?? '')
    )
      around = around.parentElement;
    if (around && around !== header) continue;
    if (!shows(at) || textRects(at).length === 0 || at === header) continue;
    found.add(at);
  }
  return [...found].slice(0, 12);
};

export const findNarrow = () => {
  const known = ofRole('menu button').filter(shows);
  const all = ofRole('menu button');
  if (known.length > 0) {
    for (const each of all) if (each !== known[0]) roles.delete(each);
  } else {
    const fresh = links().find(
      (each) =>
        shows(each) &&
        !roles.has(each) &&
        !ofRole('logo')[0]?.contains(each) &&
        (each.tagName !== 'A' || words(each.textContent).length < 8) &&
        !each.closest('li'),
    );
    for (const each of all) roles.delete(each);
    if (fresh && !ofRole('link', 'current').some(shows)) roles.set(fresh, 'menu button');
    else if (all[0] && shows(all[0])) roles.set(all[0], 'menu button');
  }
  const toggle = ofRole('menu button')[0];
  if (toggle) {
    inkIds.set(toggle, 'menu-button');
    // What is opened: the outermost box of the links that holds neither logo nor button.
    let panel: HTMLElement | null = ofRole('link', 'current')[0] ?? null;
    const isOutside = (at: HTMLElement) =>
      at !== header && !at.contains(toggle) && !at.contains(ofRole('logo')[0] ?? null);
    while (panel?.parentElement && isOutside(panel.parentElement)) panel = panel.parentElement;
    if (panel && ofRole('panel').length === 0) {
      if (!roles.has(panel)) roles.set(panel, 'panel');
      else setPanelBox(panel);
    }
  }
};
export const marks: OwnReader['marks'] = () =>
  ([...roles] as [HTMLElement, OwnRole][])
    .map(([element, role]): RawMark => {
      const ink = inkIds.get(element);
      const link = element.closest<HTMLAnchorElement>('a[href]');
      const name = nameOf(element).slice(0, 120);
      return {
        path: pathOf(element),
        role,
        name,
        ...(ink !== undefined && kindOf(element) && { ink, kind: kindOf(element)! }),
        ...(link && { address: link.href }),
        ...(ink !== undefined &&
          !element.closest('a[href], button, summary, [tabindex]') && { isStill: true }),
      };
    })
    .sort((a, b) => (a.path < b.path ? -1 : 1));
