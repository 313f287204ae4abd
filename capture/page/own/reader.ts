import { alpha } from './state.ts';
import type { OwnReader, RawInkNow } from '../../src/ownRead.ts';
import { OVER_ALL, OVER_LETTERS } from '@hatrail/core/output/own/letters';
import { adopt, find, findNarrow, marks } from './parts.ts';
import {
  changedLetters,
  elementOf,
  hideInks,
  inkColour,
  named,
  panelLinks,
  signsOf,
  unmark,
} from './trial.ts';
import { noteGrounds } from './grounds.ts';
import { groups, made } from './groups.ts';
import { hasGround, header, inkIds, ofRole, roles, shows } from './state.ts';
import { logoBox, measure } from './places.ts';
import { drawings } from './signs.ts';
import { look } from './looks.ts';
import { markup } from './markup.ts';
import { closedInks, notePointed, openMarked, openers } from './opening.ts';
import { kindOf } from './kinds.ts';
import { nameOf } from './names.ts';
import { newClass, noteClasses, watched } from './classes.ts';
import { rules } from './rules.ts';
import { textRects } from './texts.ts';

/** What makes a logo's picture look as it does. */
const LOGO_LOOK = [
  ...OVER_ALL,
  'display',
  'visibility',
  'background-image',
  'background-color',
  'color',
  'fill',
  'stroke',
  'content',
];

/** The reader of a header, as the page is asked for it. */

export const reader: OwnReader = {
  find,
  adopt,
  findNarrow,
  marks,
  noteClasses,
  newClass,
  hasClass: (on, name) => watched()[on].classList.contains(name),
  measure,
  look,
  noteGrounds,
  closedInks,
  notePointed,
  groups,
  inksOfGroups: (name) =>
    made
      .filter((group) => group.name === name)
      .flatMap(({ elements }) => elements.flatMap((each) => inkIds.get(each) ?? [])),
  rules,
  markup,
  spot: (ink) => {
    const element = elementOf(ink);
    if (!element || !shows(element)) return undefined;
    const [rect] = element.getClientRects();
    return rect && { x: rect.left + Math.min(rect.width / 2, 12), y: rect.top + rect.height / 2 };
  },
  computed: (ink, property) => {
    const element = elementOf(ink);
    // The colour of letters is that of the element that they stand in.
    const of =
      element && property === 'color' ? (textRects(element)[0]?.node.parentElement ?? element) : element;
    return of && getComputedStyle(of).getPropertyValue(property);
  },
  logoLook: () => {
    const logo = ofRole('logo')[0];
    const parts = logo ? [logo, ...logo.querySelectorAll('*')] : [];
    const looks = parts.map((part) => {
      const style = getComputedStyle(part);
      return LOGO_LOOK.map((property) => style.getPropertyValue(property)).concat(
        part instanceof HTMLImageElement ? part.currentSrc : '',
      );
    });
    const isPlain = parts.every((part) =>
      OVER_ALL.every(
        (property) => getComputedStyle(part).getPropertyValue(property) === OVER_LETTERS[property],
      ),
    );
    return { isPlain, says: JSON.stringify(looks) };
  },
  isolateLogo: () => {
    const logo = ofRole('logo')[0];
    if (!logo || !shows(logo)) return undefined;
    const only = document.createElement('style');
    only.textContent =
      'html, body, body * { visibility: hidden !important; background-color: transparent !important; box-shadow: none !important } html, body { background: none !important } [data-hr-logo], [data-hr-logo] * { visibility: visible !important }';
    document.head.append(only);
    logo.dataset.hrLogo = '';
    // What the paste takes off what it stands in is not part of it.
    for (let at = logo.parentElement; at; at = at.parentElement) {
      at.style.setProperty('background', 'none', 'important');
      for (const property of OVER_ALL) at.style.setProperty(property, OVER_LETTERS[property], 'important');
    }
    const [x, y, width, height] = logoBox(logo);
    return { x, y, width, height };
  },
  isThere: () => shows(header),
  unmark,
  opensByPointer: () => ofRole('drop-down').some(shows),
  opensByKey: () => {
    const drop = ofRole('drop-down')[0];
    const first = ofRole('child')[0];
    if (!drop || !first) return undefined;
    const li = drop.parentElement;
    const opener = li?.querySelector<HTMLElement>('a, button, summary');
    opener?.focus();
    const byFocus = shows(drop);
    opener?.blur();
    const isButton =
      li?.querySelector(':scope > button, :scope > summary, :scope > [aria-expanded]') !== null ||
      drop.closest('details') !== null;
    return byFocus || isButton;
  },
  stopMotion: () => {
    if (document.getElementById('hatrail-still')) return;
    const still = document.createElement('style');
    still.id = 'hatrail-still';
    still.textContent =
      '*, *::before, *::after { transition: none !important; animation: none !important; scroll-behavior: auto !important }';
    document.head.append(still);
  },
  tagInks: () => {
    for (const [element, ink] of inkIds) (element as HTMLElement).dataset.hrInk = ink;
    for (const { link, box } of openers()) box.dataset.hrBox = inkIds.get(link)!;
  },
  openMarked,
  hideInks,
  inkNow: () => {
    const now: ReturnType<OwnReader['inkNow']> = {};
    for (const [element, ink] of inkIds) {
      const part = element as HTMLElement;
      const drawn = kindOf(part) === 'logo' ? drawings(part) : [];
      if (!shows(part) || (drawn.length > 0 && !drawn.some(shows))) continue;
      const { left, top, width, height } = part.getBoundingClientRect();
      const box: RawInkNow['box'] = kindOf(part) === 'logo' ? logoBox(part) : [left, top, width, height];
      const changed = kindOf(part) === 'text' ? changedLetters(part) : undefined;
      now[ink] = {
        box,
        colour: inkColour(part),
        ...(changed !== undefined && { changed }),
        ...signsOf(part),
      };
    }
    return now;
  },
  panelNow: (isFolded) =>
    panelLinks(isFolded).map((each) => {
      const letters = document.createTreeWalker(each, NodeFilter.SHOW_TEXT).nextNode()?.parentElement ?? each;
      let ground = 'rgba(0, 0, 0, 0)';
      for (let at: Element | null = each; at && at !== header; at = at.parentElement) {
        ground = getComputedStyle(at).backgroundColor;
        if (alpha(ground) > 0.01) break;
      }
      return { name: nameOf(each), colour: getComputedStyle(letters).color, ground };
    }),
  groundAt: (ink) => {
    const from = elementOf(ink);
    const button = from && roles.get(from) === 'button';
    for (let at = button ? from.parentElement : from; at && at !== header; at = at.parentElement)
      if (hasGround(at)) return named(at);
    return undefined;
  },
};
globalThis.hatrailOwn = reader;
