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
import { typeCss } from '../typeCss.ts';
import { hasTextShadow } from './looks.ts';
import { INK_TIME } from './times.ts';

/** Links, labels, openers, the menu button and buttons, and the ring that shows the focus. */
export function linkCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  const ring = ['outline: 2px solid currentcolor', 'outline-offset: 3px'];
  const change = `transition: color ${INK_TIME}`;
  const line = [
    'display: flex',
    'align-items: center',
    `height: ${px(LINK_HEIGHT)}`,
    'white-space: nowrap',
    'color: var(--hr-link)',
    'text-decoration: none',
    'text-underline-offset: 0.4em',
    ...(hasTextShadow(site, header) ? ['text-shadow: var(--hr-letters)'] : []),
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
          ),
          rule(
            '.hr-opener',
            'display: grid',
            'flex: none',
            'place-items: center',
            `width: ${px(OPENER_WIDTH)}`,
            `height: ${px(LINK_HEIGHT)}`,
            'padding: 0',
            'border: 0',
            'background: none',
            'color: var(--hr-link)',
            'cursor: pointer',
            change,
          ),
          rule('.hr-opener:hover', 'color: var(--hr-hover)'),
        ].join('')
      : '',
    kinds.has('menu') || kinds.has('text')
      ? [
          rule('.hr-link, .hr-label', ...typeCss(site.type.menu), ...line),
          rule('.hr-link[aria-current]', 'color: var(--hr-current)', 'text-decoration: underline 2px'),
          rule('.hr-link:hover', 'color: var(--hr-hover)', 'text-decoration: underline 1px'),
        ].join('')
      : '',
    folds(header)
      ? rule(
          '.hr-toggle',
          'flex: none',
          'align-self: center',
          'place-items: center',
          `width: ${px(MENU_BUTTON)}`,
          `height: ${px(MENU_BUTTON)}`,
          'padding: 0',
          'border: 0',
          'background: none',
          'color: var(--hr-link)',
          'cursor: pointer',
          change,
        ) + rule('.hr-toggle:hover', 'color: var(--hr-hover)')
      : '',
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
    rule('.hr a:focus-visible, .hr button:focus-visible', ...ring),
    // A solid button's ring is seen against the header, not against the button: it takes the links' ink.
    kinds.has('button') ? rule('.hr-rail .hr-button:focus-visible', 'outline-color: var(--hr-link)') : '',
  ].join('');
}
