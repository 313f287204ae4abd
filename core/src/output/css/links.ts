import { folds } from '../../header/fold.ts';
import { changesByScroll } from '../../header/manner.ts';
import {
  BUTTON_HEIGHT,
  BUTTON_PADDING,
  LINK_HEIGHT,
  MENU_BUTTON,
  MENU_MARK,
  OPENER_MARK,
  OPENER_WIDTH,
  RING,
} from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { px, rule, within } from '../../css/text.ts';
import { BEFORE } from '../../layers/cue.ts';
import { currentStyle } from '../../model/type.ts';
import { weightOf } from '../../measure/measure.ts';
import { typeCss } from '../typeCss.ts';
import { PLAIN } from '../../layers/index.ts';
import { dressedStates, hasTextShadow } from './looks.ts';
import { INK_TIME } from '../../css/times.ts';

/** What takes the links' ink and answers to the pointer and the keyboard, beside links themselves. */
const ACTING = '.hr-opener, .hr-toggle, .hr-action, .hr-name';
/** What has an ink at all, its ring included. */
const INKED = `.hr-link, .hr-label, ${ACTING}, .hr-logo, .hr-picture`;

/** Links, labels, openers, the menu button and buttons, and the ring that shows the focus. */
export function linkCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  const hasLinks = kinds.has('menu') || kinds.has('text');
  const states = dressedStates(header);
  return [
    rule(INKED, '--hr-own: var(--hr-link)', 'color: var(--hr-own)'),
    kinds.has('menu') ? menuCss() : '',
    hasLinks ? lettersCss(site, header) + (states.movingCue ? movingCueCss() : cueCss()) : '',
    folds(header) ? toggleCss() : '',
    statesCss(states, { hasLinks, byScroll: changesByScroll(header) }),
    rule('.hr-mark', 'fill: none', 'stroke: currentcolor', 'stroke-width: 2'),
    ...markSizes(kinds.has('menu'), folds(header)),
    kinds.has('button') ? buttonCss() : '',
    kinds.has('button') || hasLinks ? buttonGroundCss(states) : '',
    ringCss(kinds.has('button')),
  ].join('');
}

/** How ink changes between states. */
const CHANGE = `transition: color ${INK_TIME}`;
/** A button that has nothing of a browser's own. */
const BARE = ['padding: 0', 'border: 0', 'background: none', 'cursor: pointer', CHANGE];

/** The list of a menu, and what opens an entry's drop-down. */
function menuCss(): string {
  return [
    rule(':where(.hr) ul', 'margin: 0', 'padding: 0', 'list-style: none'),
    rule('.hr-menu', 'display: flex'),
    rule(
      '.hr-menu > li',
      'position: relative',
      'display: flex',
      'align-items: center',
      `height: ${px(LINK_HEIGHT)}`,
    ),
    rule(
      '.hr-opener',
      'position: relative',
      'display: grid',
      'flex: none',
      'place-items: center',
      `width: ${px(OPENER_WIDTH)}`,
      `height: ${px(LINK_HEIGHT)}`,
      ...BARE,
    ),
  ].join('');
}

/** Letters of links and labels. */
function lettersCss(site: Site, header: Header): string {
  return (
    rule(
      '.hr-link, .hr-label',
      ...typeCss(site.type.menu),
      'position: relative',
      'display: flex',
      'align-items: center',
      `height: ${px(LINK_HEIGHT)}`,
      'white-space: nowrap',
      'text-decoration: none',
      ...(hasTextShadow(site, header) ? ['text-shadow: var(--hr-letters)'] : []),
      CHANGE,
    ) + weightCss(site)
  );
}

/** What opens the folded menu. */
function toggleCss(): string {
  return rule(
    '.hr-toggle',
    'flex: none',
    'align-self: center',
    'place-items: center',
    `width: ${px(MENU_BUTTON)}`,
    `height: ${px(MENU_BUTTON)}`,
    ...BARE,
  );
}

function buttonCss(): string {
  return rule(
    '.hr-button',
    'box-sizing: border-box',
    'display: flex',
    'align-items: center',
    `height: ${px(BUTTON_HEIGHT)}`,
    `padding: 0 ${px(BUTTON_PADDING)}`,
    'white-space: nowrap',
    'text-decoration: none',
  );
}

/** The ground of buttons, and of links that stand out, under the letters of all of a rail. */
function buttonGroundCss({ buttons, buttonShadow }: ReturnType<typeof dressedStates>): string {
  const outline = 'inset 0 0 0 var(--hr-button-thickness, 0px) var(--hr-rule, transparent)';
  return (
    rule('.hr-button, .hr-out', 'position: relative') +
    rule(
      ':is(.hr-button, .hr-out)::before',
      'content: ""',
      'position: absolute',
      'z-index: -2',
      'inset: 0',
      'border-radius: inherit',
      'background: var(--hr-ground)',
      buttons && `box-shadow: ${outline}${buttonShadow ? ', var(--hr-thrown, 0 0 transparent)' : ''}`,
      // A shadow ends at the edges of its rail: it lies on nothing that hangs on another.
      buttonShadow && 'clip-path: inset(min(0px, (100% - var(--hr-plate-most, 100%)) / 2) -100px)',
    )
  );
}

/** Sizes of the marks on openers and on the menu button. */
function markSizes(hasOpeners: boolean, hasToggle: boolean): string[] {
  const size = (self: string, { width, height }: { width: number; height: number }) =>
    rule(`${self} > .hr-mark`, `width: ${px(width)}`, `height: ${px(height)}`);
  return [hasOpeners ? size('.hr-opener', OPENER_MARK) : '', hasToggle ? size('.hr-toggle', MENU_MARK) : ''];
}

/** The link of the page one is on in its own weight, for which every link has room. */
function weightCss({ type }: Site): string {
  const { weight } = currentStyle(type);
  if (weight === type.menu.weight) return '';
  return (
    rule('.hr-link', 'justify-content: center') +
    rule('.hr-rail .hr-link[aria-current]', `font-weight: ${weightOf(currentStyle(type))}`)
  );
}

/** How wide the word of a link is, or the room that it has. */
const WORD = '(100% - 2 * var(--hr-pad, 0px))';

/**
 * Where a line lies along its word: by its edges, which browsers put on whole pixels as the judge does; a line that is clipped would
 * be pale where it begins or ends between two.
 * @param share of the word, and what of the rest stands before it: numbers, 0 to 1
 */
const along = (share: string, before: string): string[] => [
  `inset-inline-start: calc(var(--hr-pad, 0px) + ${WORD} * (1 - ${share}) * ${before})`,
  `width: calc(${WORD} * ${share})`,
];
const lineTop = (at: string) => `top: calc(var(--hr-base) - var(--hr-up, 0px) + ${at})`;
/** What of a line is as it tells something. */
const TELLING = {
  share: 'var(--hr-line-share, 1)',
  at: `var(--hr-line-at, ${px(PLAIN.cue.offset)})`,
  opacity: 'var(--hr-line-opacity, 1)',
};

/** The line below a hovered link and the one of the page one is on: outside the flow, so that nothing moves. */
function cueCss(): string {
  return [
    rule(
      '.hr-link::after',
      'content: ""',
      'position: absolute',
      lineTop(TELLING.at),
      ...along(TELLING.share, String(BEFORE[PLAIN.cue.from])),
      'height: 0',
      'background: currentcolor',
    ),
    rule('.hr-link[aria-current]::after', `height: var(--hr-line-current, ${px(PLAIN.cue.current)})`),
    rule('.hr-link:is(:hover, :active)::after', `height: var(--hr-line-hover, ${px(PLAIN.cue.hover)})`),
  ].join('');
}

/** How long what tells that a link is hovered takes to come. */
const CUE_TIME = `var(--hr-cue-time, ${INK_TIME})`;

/** The same where the line is there at rest, too, lets its ground through, or comes from a side over time: see `cueIn`. */
function movingCueCss(): string {
  const rest = {
    share: `var(--hr-line-rest-share, ${TELLING.share})`,
    at: `var(--hr-line-rest-at, ${TELLING.at})`,
    opacity: `var(--hr-line-rest-opacity, ${TELLING.opacity})`,
  };
  const before = `var(--hr-line-from, ${BEFORE[PLAIN.cue.from]})`;
  const changes = (time: string) =>
    `transition: ${['height', 'top', 'width', 'inset-inline-start', 'opacity'].map((name) => `${name} ${time}`).join(', ')}`;
  const OVER = '.hr-link:is(:hover, :active)';
  return [
    rule(
      '.hr-link::after',
      'content: ""',
      'position: absolute',
      lineTop(rest.at),
      ...along(rest.share, before),
      `height: var(--hr-line-rest, ${px(PLAIN.cue.rest)})`,
      'background: currentcolor',
      `opacity: ${rest.opacity}`,
      changes(INK_TIME),
    ),
    rule(
      '.hr-link:is([aria-current], :hover, :active)::after',
      lineTop(TELLING.at),
      ...along(TELLING.share, before),
      `opacity: ${TELLING.opacity}`,
    ),
    rule('.hr-link[aria-current]::after', `height: var(--hr-line-current, ${px(PLAIN.cue.current)})`),
    rule(`${OVER}::after`, `height: var(--hr-line-hover, ${px(PLAIN.cue.hover)})`),
    within('@media (prefers-reduced-motion: no-preference)', rule(`${OVER}::after`, changes(CUE_TIME))),
  ].join('');
}

/** An entry whose drop-down is open. */
const OPEN = '.hr-menu > li:has(> [aria-expanded="true"])';

/** What takes ink by its state. */
const LINKS = `:is(.hr-link, ${ACTING})`;
/** What takes a backing by its state. */
const PLATED = ':is(.hr-link:not(.hr-out), .hr-label:not(.hr-out), .hr-action)';
/** The backing at rest, and that under the pointer. */
const PLATE = {
  rest: 'var(--hr-plate-rest, transparent)',
  hovered: 'var(--hr-plate-hover, var(--hr-plate))',
};
/** The extent of a backing that does not grow. */
const PLATE_SIZE = {
  height: `var(--hr-plate-height, ${px(PLAIN.backing.height)})`,
  reach: `var(--hr-plate-reach, ${px(PLAIN.backing.reach)})`,
};
/** Where a backing lies: no higher than its rail has room for, and no further past its link than it may. */
const plateInset = ({ height, reach }: typeof PLATE_SIZE) =>
  `inset: calc((100% - min(${height}, var(--hr-plate-most))) / 2) calc(var(--hr-pad, 0px) - min(${reach}, var(--hr-plate-reach-most, 40px)))`;

/**
 * Ink and backing by state, as `inkIn` and `backingIn` have it; the later go before the earlier. An element's own base is
 * kept in `--hr-own` and `--hr-plate`: that of the page one is on, or that at rest. How long they take is told by `stateTime`.
 */
function statesCss(
  states: ReturnType<typeof dressedStates>,
  { hasLinks, byScroll }: { hasLinks: boolean; byScroll: boolean },
): string {
  const { pressed, focused, open, backing } = states;
  /** Puts a ground under what is in a state. */
  const plate = (selector: string, value: string) =>
    backing ? rule(`${selector}::before`, `background: ${value}`) : '';
  return [
    backing ? backingCss(states) : '',
    hasLinks
      ? rule(
          '.hr-link[aria-current]',
          '--hr-own: var(--hr-current)',
          backing && `--hr-plate: var(--hr-plate-current, ${PLATE.rest})`,
        )
      : '',
    open
      ? rule(`${OPEN} > :is(.hr-link, .hr-label, .hr-opener)`, 'color: var(--hr-open, var(--hr-own))') +
        plate(`${OPEN} > ${PLATED}`, 'var(--hr-plate-open, var(--hr-plate))')
      : '',
    focused ? rule(`${LINKS}:focus-visible`, 'color: var(--hr-focused, var(--hr-own))') : '',
    plate(`${PLATED}:focus-visible`, 'var(--hr-plate-focused, var(--hr-plate))'),
    rule(`${LINKS}:hover`, 'color: var(--hr-hover)'),
    plate(`${PLATED}:is(a, button):hover`, PLATE.hovered),
    pressed ? rule(`${LINKS}:active`, 'color: var(--hr-pressed, var(--hr-hover))') : '',
    plate(`${PLATED}:is(a, button):active`, `var(--hr-plate-pressed, ${PLATE.hovered})`),
    movesCss(states, byScroll),
  ].join('');
}

/** The ground that lies under one link at rest. */
function backingCss({ growingBacking }: ReturnType<typeof dressedStates>): string {
  return (
    rule(PLATED, 'position: relative', `--hr-plate: ${PLATE.rest}`) +
    rule(
      `${PLATED}::before`,
      'content: ""',
      'position: absolute',
      'z-index: -1',
      plateInset(PLATE_SIZE),
      `border-radius: var(--hr-plate-radius, ${px(PLAIN.backing.radius)})`,
      'background: var(--hr-plate)',
      `transition: background-color ${INK_TIME}${growingBacking ? `, inset ${INK_TIME}` : ''}`,
    )
  );
}

/** A backing that grows under the pointer, and how long what tells of the pointer takes to come. */
function movesCss(
  { backing, movingCue, growingBacking }: ReturnType<typeof dressedStates>,
  byScroll: boolean,
): string {
  const grown = growingBacking
    ? rule(
        `${PLATED}:is(a, button):is(:hover, :active)::before`,
        plateInset({
          height: `var(--hr-plate-hover-height, ${PLATE_SIZE.height})`,
          reach: `var(--hr-plate-hover-reach, ${PLATE_SIZE.reach})`,
        }),
      )
    : '';
  if (!(movingCue || growingBacking) || byScroll) return grown;
  const ground = `transition: background-color ${CUE_TIME}${growingBacking ? `, inset ${CUE_TIME}` : ''}`;
  return (
    grown +
    within(
      '@media (prefers-reduced-motion: no-preference)',
      rule(`${LINKS}:hover`, `transition: color ${CUE_TIME}`) +
        (backing ? rule(`${PLATED}:hover::before`, ground) : ''),
    )
  );
}

/**
 * The focus ring, as `ringIn` has it: of its own colour, or of the ink that is worn with the keyboard on it. What stands on
 * a ground of its own has its ring on the header: it takes the links' ink.
 */
function ringCss(hasButton: boolean): string {
  return [
    rule(
      '.hr :is(a, button, input):focus-visible',
      `outline: ${px(RING.thickness)} solid var(--hr-ring, var(--hr-focused, var(--hr-own)))`,
      `outline-offset: ${px(RING.offset)}`,
    ),
    rule('.hr-item', '--hr-around: var(--hr-ring, var(--hr-link))'),
    rule(
      `.hr-menu > li > .hr-out:focus-visible${hasButton ? ', .hr-rail .hr-button:focus-visible' : ''}`,
      'outline-color: var(--hr-around)',
    ),
  ].join('');
}
