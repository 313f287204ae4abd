import { cssColour } from '../../colour/rgb.ts';
import { keepsToBottom } from '../../header/manner.ts';
import { BUTTON_HEIGHT, DROP_DOWN, LINK_HEIGHT } from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { lineHeightPx } from '../../model/type.ts';
import { px, rule } from '../../css/text.ts';
import { typeCss } from '../typeCss.ts';
import { BACKING_STATES } from '../../layers/backing.ts';
import { panelStates } from '../../header/panelStates.ts';

/** Drop-downs: kept inside the window, whatever hangs in them. */
export function dropCss(site: Site, header: Header): string {
  const kinds = new Set(headerItems(header).map(({ kind }) => kind));
  if (!kinds.has('menu') && !kinds.has('search')) return '';
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  return [
    rule(
      '.hr-drop',
      'display: none',
      'position: absolute',
      'z-index: 1',
      keepsToBottom(header) ? 'bottom: 100%' : 'top: 100%',
      'inset-inline-start: -16px',
      'box-sizing: border-box',
      `width: min(${px(DROP_DOWN)}, 100vw)`,
      'max-height: calc(100vh - 100% - 60px)',
      'overflow: auto',
      `background: ${colour(header.panel.fill)}`,
      ...panelInks(site, header),
    ),
    rule('.hr .hr-drop', 'padding: 8px 0'),
    rule('.hr-drop ul', 'padding-inline-start: 16px'),
    rule('[aria-expanded="true"] + .hr-drop', 'display: block'),
    subCss(site, header),
  ].join('');
}

/** What everything in a drop-down or in the folded menu takes its ink from; nothing of what links in the bar wear. */
export function panelInks(site: Site, { panel }: Header): string[] {
  const { rest, focused } = panelStates(panel);
  const ink = cssColour(resolveColour(site.palette, rest.ink));
  return [
    `color: ${ink}`,
    ...['link', 'own', 'hover', 'current'].map((name) => `--hr-${name}: ${ink}`),
    `--hr-focused: ${cssColour(resolveColour(site.palette, focused.ink))}`,
    ...['ring', 'pressed', 'open', ...BACKING_STATES.map((state) => `plate-${state}`)].map(
      (name) => `--hr-${name}: initial`,
    ),
  ];
}

/** A link in a drop-down or in the folded menu. */
export function subCss(site: Site, { panel }: Header): string {
  const { menu } = site.type;
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const worn = panelStates(panel);
  const inState = (state: 'focused' | 'hover' | 'pressed') => [
    `color: ${colour(worn[state].ink)}`,
    `background: ${colour(worn[state].fill)}`,
    // The ring lies in the entry, on that fill.
    `outline-color: ${colour(worn[state].ink)}`,
  ];
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
    rule('.hr-sub[aria-current]', 'text-decoration: underline 2px', `color: ${colour(worn.current.ink)}`),
    rule('.hr .hr-sub:focus-visible', 'outline-offset: -4px', ...inState('focused')),
    rule('a.hr-sub:hover', 'text-decoration: underline 2px', ...inState('hover')),
    rule('.hr a.hr-sub:active', ...inState('pressed')),
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
