import { cssColour } from '../colour/rgb.ts';
import { ALWAYS, foldOf, folds } from '../header/fold.ts';
import { kindOf } from '../header/kinds/index.ts';
import { layoutHeader } from '../header/layout.ts';
import { logoVariantsOf, resolveLook, type ResolvedLook } from '../header/look.ts';
import {
  ACTION,
  BUTTON_HEIGHT,
  BUTTON_PADDING,
  COUNT,
  DROP_DOWN,
  ICON_LEAST,
  LINK_HEIGHT,
  MENU_BUTTON,
  OPENER_WIDTH,
} from '../header/metrics.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { lineHeightPx } from '../model/type.ts';
import { geometryCss, isInFlow } from './geometryCss.ts';
import { px, rule, within } from './text.ts';
import { typeCss } from './typeCss.ts';

/**
 * The header's style sheet. Selectors are single classes wherever they can be, so that a site's own rules win without
 * force.
 */
export function headerCss(site: Site, header: Header, measure: Measure): string {
  const layout = layoutHeader(site, header, ALWAYS, measure);
  const staying = layout.height - layout.leaving;
  return [
    header.manner.onScroll === 'stays' ? rule('html', `scroll-padding-top: ${px(staying)}`) : '',
    frameCss(site, header, layout.leaving),
    railCss(),
    itemCss(site, header),
    linkCss(site, header),
    dropCss(site, header),
    panelCss(site, header),
    geometryCss(site, header, layout.foldWidth, measure),
    exceptionsCss(header, layout.foldWidth),
  ]
    .filter(Boolean)
    .join('\n');
}

/** The look's values as custom properties. */
function lookProperties(site: Site, look: ResolvedLook): Map<string, string> {
  const colour = (use: ColourUse, opacity = 1) => cssColour(resolveColour(site.palette, use), opacity);
  return new Map([
    ['--hr-link', colour(look.ink.link)],
    ['--hr-hover', colour(look.ink.hover)],
    ['--hr-current', colour(look.ink.current)],
    ...(['light', 'dark', 'single'] as const).map((variant): [string, string] => [
      `--hr-${variant}`,
      look.ink.logo === variant ? '1' : '0',
    ]),
    ['--hr-fill', colour(look.fill.colour, look.fill.opacity)],
    ['--hr-edge', colour(look.edge.colour, look.edge.on ? 1 : 0)],
    ['--hr-edge-size', px(look.edge.thickness)],
  ]);
}

function frameCss(site: Site, header: Header, leaving: number): string {
  const { lies, onScroll, duration } = header.manner;
  const position = {
    over: { leaves: 'absolute', stays: 'fixed' },
    above: { leaves: 'relative', stays: 'sticky' },
  };
  const top = lookProperties(site, resolveLook(site, header, 'top'));
  const scrolled = lookProperties(site, resolveLook(site, header, 'scrolled'));
  const declare = (properties: Iterable<[string, string]>) =>
    [...properties].map(([key, value]) => `${key}: ${value}`);
  const changed = [...scrolled].filter(([key, value]) => top.get(key) !== value);
  return [
    rule(
      '.hr',
      ...declare(top),
      leaving > 0 && `--hr-leave: ${px(leaving)}`,
      `position: ${position[isInFlow(header) ? 'above' : lies][onScroll]}`,
      'z-index: 100',
      leaving > 0 ? 'inset: calc(-1 * var(--hr-leave)) 0 auto' : 'inset: 0 0 auto',
      'display: flow-root',
      'margin: 0',
      'container: hr / inline-size',
      'pointer-events: none',
    ),
    rule('.hr[data-ready]', `--hr-time: ${duration}ms`),
    changed.length > 0 ? rule('.hr[data-moment="scrolled"]', ...declare(changed)) : '',
    rule(
      '.hr-bar',
      'position: relative',
      'background: var(--hr-fill)',
      'pointer-events: auto',
      'transition: background-color var(--hr-time, 0s)',
    ),
    rule(
      '.hr-bar::after',
      'content: ""',
      'position: absolute',
      'inset: 100% 0 auto',
      'height: var(--hr-edge-size)',
      'background: var(--hr-edge)',
      'pointer-events: none',
      'transition: background-color var(--hr-time, 0s)',
    ),
    rule(
      '.hr-skip',
      'position: fixed',
      'z-index: 101',
      'top: -100px',
      'left: 8px',
      'padding: 12px 16px',
      'background: #fff',
      'color: #000',
    ),
    rule('.hr-skip:focus', 'top: 8px'),
    rule(
      '.hr-said',
      'position: absolute',
      'width: 1px',
      'height: 1px',
      'overflow: hidden',
      'clip-path: inset(50%)',
      'white-space: nowrap',
    ),
  ].join('');
}

function railCss(): string {
  return [
    rule('.hr-rail', 'box-sizing: border-box', 'align-items: stretch'),
    rule('.hr-place', 'display: flex', 'flex: 1 1 0', 'align-items: center'),
    rule('.hr-middle', 'flex: none'),
    rule('.hr-end', 'justify-content: flex-end'),
    rule('.hr-item', 'position: relative', 'flex: none', 'box-sizing: border-box'),
  ].join('');
}

/** Logo, site name, icons and pictures. */
function itemCss(site: Site, header: Header): string {
  const kinds = new Set([...headerItems(header)].map(({ kind }) => kind));
  const has = (...names: string[]) => names.some((name) => kinds.has(name as never));
  const variants = logoVariantsOf(site, header);
  const change = 'transition: color var(--hr-time, 0s)';
  const ink = ['color: var(--hr-link)', 'text-decoration: none', change];
  return [
    has('logo')
      ? [
          rule(
            '.hr-logo img',
            'position: absolute',
            'inset: 0',
            'width: 100%',
            'height: 100%',
            'transition: opacity var(--hr-time, 0s)',
          ),
          ...(variants.length > 1
            ? variants.map(({ variant }) => rule(`.hr-${variant}`, `opacity: var(--hr-${variant})`))
            : []),
        ].join('')
      : '',
    has('name')
      ? rule('.hr-name', 'flex-direction: column', 'white-space: nowrap', ...ink) +
        rule('.hr-name:hover', 'color: var(--hr-hover)')
      : '',
    has('icons')
      ? rule('.hr-icons', 'display: flex', 'margin: 0', 'padding: 0', 'list-style: none') +
        rule('.hr-icons .hr-action', `height: ${px(LINK_HEIGHT)}`, `min-width: ${px(ICON_LEAST)}`) +
        rule('.hr-own', 'background: currentcolor', 'mask-size: contain', 'mask-repeat: no-repeat')
      : '',
    // The folded menu's close button has one too.
    folds(header) || has('icons', 'search', 'account', 'basket')
      ? rule('.hr-icon', 'display: block', 'fill: currentcolor')
      : '',
    has('icons', 'search', 'account', 'basket')
      ? rule(
          '.hr-action',
          'box-sizing: border-box',
          'display: flex',
          'align-items: center',
          'justify-content: center',
          `width: ${px(ACTION)}`,
          `height: ${px(ACTION)}`,
          'padding: 0',
          'border: 0',
          'background: none',
          'cursor: pointer',
          ...ink,
        ) + rule('.hr-action:hover', 'color: var(--hr-hover)')
      : '',
    has('basket')
      ? rule('.hr-basket', 'width: auto') +
        rule('.hr-basket > :first-child', 'display: grid', 'place-items: center', `width: ${px(ACTION)}`) +
        rule('.hr-count', `margin-left: ${px(COUNT.before)}`)
      : '',
    has('picture') ? rule('.hr-picture img', 'display: block', 'width: 100%', 'height: 100%') : '',
  ].join('');
}

function linkCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  const ring = ['outline: 2px solid currentcolor', 'outline-offset: 3px'];
  const change = 'transition: color var(--hr-time, 0s)';
  const line = [
    'display: flex',
    'align-items: center',
    `height: ${px(LINK_HEIGHT)}`,
    'white-space: nowrap',
    'color: var(--hr-link)',
    'text-decoration: none',
    'text-underline-offset: 0.4em',
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

/** Drop-downs: kept inside the window, whatever hangs in them. */
function dropCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  if (!kinds.has('menu') && !kinds.has('search')) return '';
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  return [
    rule(
      '.hr-drop',
      'display: none',
      'position: absolute',
      'z-index: 1',
      'top: 100%',
      'left: -16px',
      'box-sizing: border-box',
      `width: min(${px(DROP_DOWN)}, 100vw)`,
      'max-height: calc(100vh - 100% - 60px)',
      'overflow: auto',
      `background: ${colour(header.panel.fill)}`,
      `color: ${colour(header.panel.ink)}`,
    ),
    rule('.hr .hr-drop', 'padding: 8px 0'),
    rule('.hr-drop ul', 'padding-left: 16px'),
    rule('[aria-expanded="true"] + .hr-drop', 'display: block'),
    subCss(site),
  ].join('');
}

/** A link in a drop-down or in the folded menu. */
function subCss(site: Site): string {
  const { menu } = site.type;
  const room = Math.max(lineHeightPx(menu) + 16, LINK_HEIGHT);
  return [
    rule(
      '.hr-sub',
      'display: flex',
      'align-items: center',
      'box-sizing: border-box',
      `min-height: ${px(room)}`,
      'margin: 0',
      'padding: 4px 16px',
      ...typeCss(menu),
      'overflow-wrap: anywhere',
      'color: inherit',
      'text-decoration: none',
      'text-underline-offset: 0.4em',
    ),
    rule('a.hr-sub:hover, .hr-sub[aria-current]', 'text-decoration: underline 2px'),
    rule('.hr .hr-sub:focus-visible', 'outline-offset: -4px'),
    rule('.hr-search', 'display: flex', 'gap: 8px', 'padding: 8px 16px'),
    rule(
      '.hr-search > *',
      'box-sizing: border-box',
      'min-width: 0',
      `height: ${px(BUTTON_HEIGHT)}`,
      'padding: 0 10px',
      'border: 1px solid currentcolor',
      'border-radius: 0',
      'background: none',
      'color: inherit',
      ...typeCss(menu, 16),
    ),
    rule('.hr-search > input', 'flex: 1'),
    rule('.hr-search > button', 'flex: none'),
  ].join('');
}

/** The folded menu: a dialog, so that the browser itself keeps the focus inside and gives it back. */
function panelCss(site: Site, header: Header): string {
  if (!folds(header)) return '';
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const { edge, share, size, row, panel } = foldOf(header);
  const isSide = edge === 'start' || edge === 'end';
  const extent = isSide ? 'width' : 'height';
  const least = { start: '0 auto 0 0', end: '0 0 0 auto', top: '0 0 auto', bottom: 'auto 0 0' };
  return [
    rule(
      '.hr-panel',
      'position: fixed',
      `inset: ${least[edge]}`,
      'box-sizing: border-box',
      isSide ? 'height: 100dvh' : 'width: 100%',
      share === undefined ? `${extent}: fit-content` : `${extent}: ${isSide ? `${share}vw` : `${share}dvh`}`,
      'max-width: 100%',
      'max-height: 100dvh',
      isSide && share === undefined && 'min-width: min(280px, 100%)',
      'margin: 0',
      'padding: 0 0 24px',
      'border: 0',
      'overflow: auto',
      'overscroll-behavior: contain',
      // The header itself lets the pointer through beside its bar.
      'pointer-events: auto',
      `background: ${colour(header.panel.fill)}`,
      `color: ${colour(header.panel.ink)}`,
    ),
    rule('.hr-panel::backdrop', 'background: rgb(0 0 0 / 0.4)'),
    rule(
      '.hr-close',
      'display: grid',
      'place-items: center',
      `width: ${px(MENU_BUTTON)}`,
      `height: ${px(MENU_BUTTON)}`,
      'margin: 8px 8px 0 auto',
      'padding: 0',
      'border: 0',
      'background: none',
      'color: inherit',
      'cursor: pointer',
    ),
    rule('.hr-panel ul ul', 'padding-left: 20px'),
    rule('.hr-panel > .hr-button', 'width: fit-content', 'margin: 16px 16px 0'),
    rule('.hr-panel > .hr-iconset', '--hr-link: currentcolor', 'padding: 8px 12px'),
    rule('.hr-panel .hr-action', 'color: inherit'),
    ...headerItems(header)
      .filter(({ id, kind }) => panel.includes(id) && (kind === 'button' || kind === 'icons'))
      .flatMap((item) =>
        kindOf(item)
          .css(site, item.kind === 'icons' ? { ...item, size: 24 } : item, `.hr-in-${item.id}`)
          .map(([selector, ...declarations]) => rule(selector, ...declarations)),
      ),
    headerItems(header).some(({ kind }) => kind === 'menu' || kind === 'search') ? '' : subCss(site),
    size === undefined ? '' : rule('.hr-panel .hr-sub', ...typeCss(site.type.menu, size)),
    row === undefined ? '' : rule('.hr-panel .hr-sub', `min-height: ${px(row)}`),
  ].join('');
}

/** Without the script, without motion, in forced colours and in print. */
function exceptionsCss(header: Header, foldWidth: number): string {
  const leaves = header.manner.lies === 'over' && !isInFlow(header) ? 'absolute' : 'relative';
  const opened = rule(
    '.hr .hr-panel',
    'display: block',
    'position: static',
    'height: auto',
    'max-height: none',
  );
  const always = foldWidth >= ALWAYS;
  return [
    within(
      '@media (scripting: none)',
      [
        rule('.hr', `position: ${leaves}`, 'inset: 0 0 auto'),
        rule('.hr-opener, .hr .hr-toggle, .hr-close', 'display: none'),
        rule('.hr-menu li:hover .hr-drop, .hr-menu li:focus-within .hr-drop', 'display: block'),
        rule('.hr-find:hover .hr-drop, .hr-find:focus-within .hr-drop', 'display: block'),
        foldWidth === 0 ? '' : always ? opened : within(`@container hr (width < ${px(foldWidth)})`, opened),
      ].join(''),
    ),
    within('@media (prefers-reduced-motion: reduce)', rule('.hr[data-ready]', '--hr-time: 0s')),
    within(
      '@media (forced-colors: active)',
      [
        rule('.hr-bar', 'background: Canvas'),
        rule('.hr-bar::after', 'background: CanvasText', 'forced-color-adjust: none'),
        rule('.hr-button', 'border: 1px solid LinkText'),
        rule('.hr-icon', 'fill: LinkText'),
        rule('.hr-own', 'background: LinkText', 'forced-color-adjust: none'),
        rule('.hr-logo', 'background: var(--hr-fill)', 'forced-color-adjust: none'),
      ].join(''),
    ),
  ].join('');
}
