import { cssColour } from '../colour/rgb.ts';
import { resolveLook, type ResolvedLook } from '../header/look.ts';
import {
  BUTTON_HEIGHT,
  BUTTON_PADDING,
  DROP_DOWN,
  LINK_HEIGHT,
  MENU_BUTTON,
  OPENER_WIDTH,
} from '../header/metrics.ts';
import { itemsOf, railOf, type Header, type Rail } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { lineHeightPx, type TypeStyle } from '../model/type.ts';
import { familyList } from '../measure/measure.ts';
import { logoVariantsOf } from './headerHtml.ts';
import { px, rule, within } from './text.ts';

/**
 * The header's style sheet. Selectors are single classes, so that a site's own rules win without force.
 * @param foldWidth least header width at which nothing is folded, CSS pixels; 0 where nothing folds. It is asked of the
 *   header itself, by a container query, so that scrollbars of any kind make no difference.
 */
export function headerCss(site: Site, header: Header, foldWidth: number): string {
  const height = header.rails.reduce((sum, rail) => sum + rail.height, 0);
  return [
    header.manner.onScroll === 'stays' ? rule('html', `scroll-padding-top: ${px(height)}`) : '',
    frameCss(site, header, height),
    railCss(railOf(header)),
    logoCss(site, header),
    linkCss(site, railOf(header)),
    panelCss(site, header, height),
    foldWidth > 0 ? within(`@container hr (width < ${px(foldWidth)})`, foldedCss()) : '',
    exceptionsCss(header, foldWidth),
  ]
    .filter(Boolean)
    .join('\n');
}

/** A type style's declarations. */
export function typeCss(style: TypeStyle, size = style.size): string[] {
  const cases = { 'as typed': 'none', capitals: 'uppercase', 'small letters': 'lowercase' };
  return [
    `font: ${style.weight} ${px(size)}/${px(Math.round(size * style.lineHeight))} ${familyList(style.family)}`,
    `letter-spacing: ${px(style.letterSpacing)}`,
    `text-transform: ${cases[style.letterCase]}`,
  ];
}

/** The look's values as custom properties. */
function lookProperties(site: Site, look: ResolvedLook): Map<string, string> {
  const colour = (use: ColourUse, opacity = 1) => cssColour(resolveColour(site.palette, use), opacity);
  return new Map([
    ['--hr-link', colour(look.ink.link)],
    ['--hr-hover', colour(look.ink.hover)],
    ['--hr-current', colour(look.ink.current)],
    ['--hr-light', look.ink.logo === 'light' ? '1' : '0'],
    ['--hr-dark', look.ink.logo === 'dark' ? '1' : '0'],
    ['--hr-fill', colour(look.fill.colour, look.fill.opacity)],
    ['--hr-edge', colour(look.edge.colour, look.edge.on ? 1 : 0)],
    ['--hr-edge-size', px(look.edge.thickness)],
  ]);
}

function frameCss(site: Site, header: Header, height: number): string {
  const { lies, onScroll, duration } = header.manner;
  const position = {
    over: { leaves: 'absolute', stays: 'fixed' },
    above: { leaves: 'relative', stays: 'sticky' },
  };
  const top = lookProperties(site, resolveLook(header, 'top'));
  const scrolled = lookProperties(site, resolveLook(header, 'scrolled'));
  const declare = (properties: Iterable<[string, string]>) =>
    [...properties].map(([key, value]) => `${key}: ${value}`);
  const changed = [...scrolled].filter(([key, value]) => top.get(key) !== value);
  return [
    rule(
      '.hr',
      ...declare(top),
      'box-sizing: border-box',
      `position: ${position[lies][onScroll]}`,
      'z-index: 100',
      'inset: 0 0 auto',
      `height: ${px(height)}`,
      'margin: 0',
      'container: hr / inline-size',
      'background: var(--hr-fill)',
      'transition: background-color var(--hr-time, 0s)',
    ),
    rule('.hr[data-ready]', `--hr-time: ${duration}ms`),
    changed.length > 0 ? rule('.hr[data-moment="scrolled"]', ...declare(changed)) : '',
    rule(
      '.hr::after',
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
  ].join('');
}

function railCss(rail: Rail): string {
  return [
    rule(
      '.hr-rail',
      'box-sizing: border-box',
      'display: flex',
      'align-items: center',
      `gap: ${px(rail.gap)}`,
      `height: ${px(rail.height)}`,
      `padding: 0 ${px(rail.inset)}`,
    ),
    rule('.hr-place', 'display: flex', 'flex: 1 1 0', 'align-items: center', `gap: ${px(rail.gap)}`),
    rail.middle.length > 0 ? rule('.hr-middle', 'flex: none') : '',
    rule('.hr-end', 'justify-content: flex-end'),
  ].join('');
}

function logoCss(site: Site, header: Header): string {
  const item = itemsOf(railOf(header)).find(({ kind }) => kind === 'logo');
  const picture = site.pictures.find(({ id }) => id === site.logo.variants.light);
  if (item?.kind !== 'logo' || !picture) return '';
  const width = (item.height * picture.width) / picture.height;
  const variants = logoVariantsOf(header);
  return [
    rule('.hr-logo', 'position: relative', 'flex: none', `width: ${px(width)}`, `height: ${px(item.height)}`),
    rule(
      '.hr-logo img',
      'position: absolute',
      'inset: 0',
      'width: 100%',
      'height: 100%',
      'transition: opacity var(--hr-time, 0s)',
    ),
    ...(variants.length > 1
      ? variants.map((variant) => rule(`.hr-${variant}`, `opacity: var(--hr-${variant})`))
      : []),
  ].join('');
}

function linkCss(site: Site, rail: Rail): string {
  const items = itemsOf(rail);
  const menu = items.find((item) => item.kind === 'menu');
  const button = items.find((item) => item.kind === 'button');
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const ring = ['outline: 2px solid currentcolor', 'outline-offset: 3px'];
  const change = 'transition: color var(--hr-time, 0s)';
  return [
    menu
      ? [
          rule('.hr ul', 'margin: 0', 'padding: 0', 'list-style: none'),
          rule('.hr-menu', 'display: flex', `gap: ${px(menu.gap)}`),
          rule(
            '.hr-menu > li',
            'position: relative',
            'display: flex',
            'align-items: center',
            `height: ${px(rail.height)}`,
          ),
          rule(
            '.hr-link',
            'display: flex',
            'align-items: center',
            `height: ${px(LINK_HEIGHT)}`,
            ...typeCss(site.type.menu),
            'white-space: nowrap',
            'color: var(--hr-link)',
            'text-decoration: none',
            'text-underline-offset: 0.4em',
            change,
          ),
          rule('.hr-link[aria-current]', 'color: var(--hr-current)', 'text-decoration: underline 2px'),
          rule('.hr-link:hover', 'color: var(--hr-hover)', 'text-decoration: underline 1px'),
          rule(
            '.hr-opener, .hr-toggle',
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
          rule('.hr-opener:hover, .hr-toggle:hover', 'color: var(--hr-hover)'),
          rule('.hr svg', 'fill: none', 'stroke: currentcolor', 'stroke-width: 2'),
          rule('.hr-toggle', 'display: none', `width: ${px(MENU_BUTTON)}`),
        ].join('')
      : '',
    button
      ? [
          rule(
            '.hr-button',
            'box-sizing: border-box',
            'display: flex',
            'flex: none',
            'align-items: center',
            `height: ${px(BUTTON_HEIGHT)}`,
            `padding: 0 ${px(BUTTON_PADDING)}`,
            `border-radius: ${px(button.radius)}`,
            ...typeCss(site.type.button),
            'white-space: nowrap',
            'text-decoration: none',
            `color: ${colour(button.ink)}`,
            `background: ${colour(button.fill)}`,
          ),
          rule('.hr-button:hover', `background: ${colour(button.hoverFill)}`),
        ].join('')
      : '',
    rule('.hr a:focus-visible, .hr button:focus-visible', ...ring),
    // A solid button's ring is seen against the header, not against the button: it takes the links' ink.
    button ? rule('.hr-rail .hr-button:focus-visible', 'outline-color: var(--hr-link)') : '',
  ].join('');
}

function panelCss(site: Site, header: Header, height: number): string {
  const { menu } = site.type;
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const room = Math.max(lineHeightPx(menu) + 16, LINK_HEIGHT);
  return [
    rule(
      '.hr-drop, .hr-panel',
      'display: none',
      'position: absolute',
      'top: 100%',
      'box-sizing: border-box',
      `background: ${colour(header.panel.fill)}`,
      `color: ${colour(header.panel.ink)}`,
    ),
    rule('.hr .hr-drop', 'left: -16px', `width: ${px(DROP_DOWN)}`, 'padding: 8px 0'),
    rule('.hr .hr-drop[data-end]', 'left: auto', 'right: 0'),
    rule('[aria-expanded="true"] + .hr-drop', 'display: block'),
    rule(
      '.hr-panel',
      'left: 0',
      'right: 0',
      `max-height: calc(100vh - ${px(height)})`,
      `max-height: calc(100dvh - ${px(height)})`,
      `padding: 8px ${px(Math.min(railOf(header).inset, 24))} 24px`,
      'overflow: auto',
    ),
    rule(
      '.hr-sub',
      'display: flex',
      'align-items: center',
      `min-height: ${px(room)}`,
      'padding: 0 16px',
      ...typeCss(menu),
      'color: inherit',
      'text-decoration: none',
      'text-underline-offset: 0.4em',
    ),
    rule('.hr-sub:hover, .hr-sub[aria-current]', 'text-decoration: underline 2px'),
    rule('.hr .hr-sub:focus-visible', 'outline-offset: -4px'),
    rule('.hr-panel ul ul', 'padding-left: 20px'),
    rule('.hr-panel .hr-button', 'width: fit-content', 'margin: 16px 16px 0'),
  ].join('');
}

function foldedCss(): string {
  return [
    rule('.hr-rail .hr-fold', 'display: none'),
    rule('.hr-toggle', 'display: grid'),
    rule('.hr[data-open] .hr-panel', 'display: block'),
  ].join('');
}

/** Without the script, without motion, and in forced colours. */
function exceptionsCss(header: Header, foldWidth: number): string {
  const leaves = header.manner.lies === 'over' ? 'absolute' : 'relative';
  return [
    within(
      '@media (scripting: none)',
      [
        rule('.hr', `position: ${leaves}`),
        rule('.hr-opener, .hr .hr-toggle', 'display: none'),
        rule('.hr-menu li:hover .hr-drop, .hr-menu li:focus-within .hr-drop', 'display: block'),
        foldWidth > 0
          ? within(
              `@container hr (width < ${px(foldWidth)})`,
              rule('.hr .hr-panel', 'display: block', 'position: static', 'max-height: none'),
            )
          : '',
      ].join(''),
    ),
    within('@media (prefers-reduced-motion: reduce)', rule('.hr[data-ready]', '--hr-time: 0s')),
    within(
      '@media (forced-colors: active)',
      [
        rule('.hr', 'background: Canvas'),
        rule('.hr::after', 'background: CanvasText', 'forced-color-adjust: none'),
        rule('.hr-button', 'border: 1px solid LinkText'),
        rule('.hr-logo', 'background: var(--hr-fill)', 'forced-color-adjust: none'),
      ].join(''),
    ),
  ].join('');
}
