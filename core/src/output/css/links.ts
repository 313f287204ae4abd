import { folds } from '../../header/fold.ts';
import {
  BUTTON_HEIGHT,
  BUTTON_PADDING,
  LINK_HEIGHT,
  MENU_BUTTON,
  OPENER_WIDTH,
} from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { px, rule } from '../text.ts';
import { currentStyle } from '../../model/type.ts';
import { weightOf } from '../../measure/measure.ts';
import { typeCss } from '../typeCss.ts';
import { PLAIN } from '../../header/look.ts';
import { RING } from '../../sweep/targets.ts';
import { dressedStates, hasTextShadow } from './looks.ts';
import { INK_TIME } from './times.ts';

/** What takes the links' ink and answers to the pointer and the keyboard, beside links themselves. */
const ACTING = '.hr-opener, .hr-toggle, .hr-action, .hr-name';

/** Links, labels, openers, the menu button and buttons, and the ring that shows the focus. */
export function linkCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  const hasLinks = kinds.has('menu') || kinds.has('text');
  const states = dressedStates(header);
  const change = `transition: color ${INK_TIME}`;
  const line = [
    'position: relative',
    'display: flex',
    'align-items: center',
    `height: ${px(LINK_HEIGHT)}`,
    'white-space: nowrap',
    'color: var(--hr-link)',
    'text-decoration: none',
    ...(hasTextShadow(site, header) ? ['text-shadow: var(--hr-letters)'] : []),
    change,
  ];
  const bare = [
    'padding: 0',
    'border: 0',
    'background: none',
    'color: var(--hr-link)',
    'cursor: pointer',
    change,
  ];
  return [
    kinds.has('menu')
      ? [
          rule('.hr ul', 'margin: 0', 'padding: 0', 'list-style: none'),
          rule('.hr-menu', 'display: flex'),
          rule(
            '.hr-menu > li',
            'position: relative',
            'display: flex',
            'align-items: center',
            `height: ${px(LINK_HEIGHT)}`,
            'outline-color: var(--hr-ring, var(--hr-link))',
          ),
          rule(
            '.hr-opener',
            'display: grid',
            'flex: none',
            'place-items: center',
            `width: ${px(OPENER_WIDTH)}`,
            `height: ${px(LINK_HEIGHT)}`,
            ...bare,
          ),
        ].join('')
      : '',
    hasLinks
      ? rule('.hr-link, .hr-label', ...typeCss(site.type.menu), ...line) + weightCss(site) + cueCss()
      : '',
    folds(header)
      ? rule(
          '.hr-toggle',
          'flex: none',
          'align-self: center',
          'place-items: center',
          `width: ${px(MENU_BUTTON)}`,
          `height: ${px(MENU_BUTTON)}`,
          ...bare,
        )
      : '',
    statesCss(states, hasLinks),
    rule('.hr-mark', 'fill: none', 'stroke: currentcolor', 'stroke-width: 2'),
    kinds.has('button')
      ? rule(
          '.hr-button',
          'box-sizing: border-box',
          'display: flex',
          'align-items: center',
          `height: ${px(BUTTON_HEIGHT)}`,
          `padding: 0 ${px(BUTTON_PADDING)}`,
          'white-space: nowrap',
          'text-decoration: none',
        )
      : '',
    ringCss(kinds.has('button')),
  ].join('');
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

/** The line below a hovered link and the one of the page one is on: outside the flow, so that nothing moves. */
function cueCss(): string {
  const share = 'var(--hr-line-share, 100%)';
  return [
    rule(
      '.hr-link::after',
      'content: ""',
      'position: absolute',
      `top: calc(var(--hr-base) - var(--hr-up, 0px) + var(--hr-line-at, ${px(PLAIN.cue.offset)}))`,
      'left: var(--hr-pad, 0px)',
      'width: calc(100% - 2 * var(--hr-pad, 0px))',
      `clip-path: inset(0 calc((100% - ${share}) / 2))`,
      'height: 0',
      'background: currentcolor',
    ),
    rule('.hr-link[aria-current]::after', `height: var(--hr-line-current, ${px(PLAIN.cue.current)})`),
    rule('.hr-link:is(:hover, :active)::after', `height: var(--hr-line-hover, ${px(PLAIN.cue.hover)})`),
  ].join('');
}

/** An entry whose drop-down is open. */
const OPEN = '.hr-menu > li:has(> [aria-expanded="true"])';

/** Ink and backing by state; the later go before the earlier. */
function statesCss(
  { pressed, focused, open, backing }: ReturnType<typeof dressedStates>,
  hasLinks: boolean,
): string {
  const plated = '.hr-link:not(.hr-out), .hr-label:not(.hr-out), .hr-action';
  const back = (state: string, property: string) =>
    backing ? rule(`:is(${plated})${state}::before`, `background: ${property}`) : '';
  const rest = 'var(--hr-plate-rest, transparent)';
  const hovered = `var(--hr-plate-hover, ${rest})`;
  return [
    backing
      ? rule(`:is(${plated})`, 'isolation: isolate') +
        rule('.hr-action', 'position: relative') +
        rule(
          `:is(${plated})::before`,
          'content: ""',
          'position: absolute',
          'z-index: -1',
          `inset: calc((100% - var(--hr-plate-height, ${px(PLAIN.backing.height)})) / 2) calc(-1 * var(--hr-plate-reach, ${px(PLAIN.backing.reach)}))`,
          `border-radius: var(--hr-plate-radius, ${px(PLAIN.backing.radius)})`,
          `background: ${rest}`,
          `transition: background-color ${INK_TIME}`,
        )
      : '',
    hasLinks ? rule('.hr-link[aria-current]', 'color: var(--hr-current)') : '',
    backing ? rule('.hr-link[aria-current]::before', `background: var(--hr-plate-current, ${rest})`) : '',
    open
      ? rule(`${OPEN} > :is(.hr-link, .hr-label, .hr-opener)`, 'color: var(--hr-open, var(--hr-link))') +
        (backing ? rule(`${OPEN} > :is(${plated})::before`, `background: var(--hr-plate-open, ${rest})`) : '')
      : '',
    rule(`:is(.hr-link, ${ACTING}):hover`, 'color: var(--hr-hover)'),
    back(':is(a, button):hover', hovered),
    focused ? rule(`:is(.hr-link, ${ACTING}):focus-visible`, 'color: var(--hr-focused, var(--hr-link))') : '',
    back(':focus-visible', `var(--hr-plate-focused, ${rest})`),
    pressed ? rule(`:is(.hr-link, ${ACTING}):active`, 'color: var(--hr-pressed, var(--hr-hover))') : '',
    back(':is(a, button):active', `var(--hr-plate-pressed, ${hovered})`),
  ].join('');
}

/** The focus ring. What stands on a ground of its own has its ring on the header: it takes the links' ink. */
function ringCss(hasButton: boolean): string {
  const ring = `outline: ${px(RING.thickness)} solid var(--hr-ring, currentcolor)`;
  return [
    rule('.hr a:focus-visible, .hr button:focus-visible', ring, `outline-offset: ${px(RING.offset)}`),
    rule('.hr-menu > li > .hr-out:focus-visible', 'outline-color: inherit'),
    rule('.hr :is(.hr-drop, .hr-panel) :focus-visible', 'outline-color: currentcolor'),
    hasButton
      ? rule('.hr-rail .hr-button:focus-visible', 'outline-color: var(--hr-ring, var(--hr-link))')
      : '',
  ].join('');
}
