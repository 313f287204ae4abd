import { cssColour } from '../../colour/rgb.ts';
import { keepsToBottom } from '../../header/manner.ts';
import { BUTTON_HEIGHT, DROP_DOWN, LINK_HEIGHT } from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { lineHeightPx } from '../../model/type.ts';
import { px, rule } from '../text.ts';
import { typeCss } from '../typeCss.ts';

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
    subCss(site, header),
  ].join('');
}

/** A link in a drop-down or in the folded menu. */
export function subCss(site: Site, { panel }: Header): string {
  const { menu } = site.type;
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
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
    rule(
      '.hr-sub[aria-current]',
      'text-decoration: underline 2px',
      panel.current !== undefined && `color: ${colour(panel.current)}`,
    ),
    rule(
      'a.hr-sub:hover',
      'text-decoration: underline 2px',
      panel.hover !== undefined && `color: ${colour(panel.hover)}`,
      panel.hoverFill !== undefined && `background: ${colour(panel.hoverFill)}`,
    ),
    rule(
      '.hr .hr-sub:focus-visible',
      'outline-offset: -4px',
      panel.focused !== undefined && `color: ${colour(panel.focused)}`,
      panel.focusedFill !== undefined && `background: ${colour(panel.focusedFill)}`,
    ),
    panel.pressed || panel.pressedFill
      ? rule(
          '.hr a.hr-sub:active',
          panel.pressed !== undefined && `color: ${colour(panel.pressed)}`,
          panel.pressedFill !== undefined && `background: ${colour(panel.pressedFill)}`,
        )
      : '',
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
