import { cssColour } from '../../colour/rgb.ts';
import { foldOf, folds } from '../../header/fold.ts';
import { kindOf } from '../../header/kinds/index.ts';
import { MENU_BUTTON } from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { px, rule } from '../../css/text.ts';
import { typeCss } from '../typeCss.ts';
import type { Addresses } from '../addresses.ts';
import { panelInks, subCss } from './dropDowns.ts';

/** Entries of the folded menu that stand in its middle or at its end, with what hangs there beside them. */
function entriesCss(place: 'middle' | 'end'): string {
  const [line, margin] = place === 'middle' ? ['center', '16px auto 0'] : ['flex-end', '16px 16px 0 auto'];
  return [
    rule(
      '.hr-panel .hr-sub',
      `justify-content: ${line}`,
      `text-align: ${place === 'middle' ? 'center' : 'end'}`,
    ),
    rule('.hr-panel ul ul', 'padding-inline-start: 0', place === 'end' && 'padding-inline-end: 20px'),
    rule('.hr-panel > .hr-button', `margin: ${margin}`),
    rule('.hr-panel > .hr-iconset', `justify-content: ${line}`),
  ].join('');
}

/** The folded menu: a dialog, so that the browser itself keeps the focus inside and gives it back. */
export function panelCss(site: Site, header: Header, to: Pick<Addresses, 'picture' | 'sizes'>): string {
  if (!folds(header)) return '';
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const { edge, share, size, row, panel, entries = 'start' } = foldOf(header);
  const isSide = edge === 'start' || edge === 'end';
  const extent = isSide ? 'width' : 'height';
  const block = { start: '0', end: '0', top: '0 auto', bottom: 'auto 0' };
  const inline = { start: '0 auto', end: 'auto 0', top: '0', bottom: '0' };
  return [
    rule(
      '.hr-panel',
      'position: fixed',
      `inset-block: ${block[edge]}`,
      `inset-inline: ${inline[edge]}`,
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
      ...panelInks(site, header),
    ),
    rule('.hr-panel::backdrop', 'background: rgb(0 0 0 / 0.4)', 'backdrop-filter: none'),
    rule(
      '.hr-close',
      'display: grid',
      'place-items: center',
      `width: ${px(MENU_BUTTON)}`,
      `height: ${px(MENU_BUTTON)}`,
      'margin: 8px 8px 0',
      'margin-inline-start: auto',
      'padding: 0',
      'border: 0',
      'background: none',
      'color: inherit',
      'cursor: pointer',
    ),
    rule('.hr-close > .hr-icon', 'width: 22px', 'height: 22px'),
    rule('.hr-panel ul ul', 'padding-inline-start: 20px'),
    rule('.hr-panel > .hr-button', 'width: fit-content', 'margin: 16px 16px 0'),
    rule('.hr-panel > .hr-iconset', 'padding: 8px 12px'),
    // What has no ground of its own there wears the menu's ink in every state.
    rule(
      '.hr-panel :is(.hr-close, .hr-button, .hr-action)',
      '--hr-hover: var(--hr-link)',
      '--hr-pressed: initial',
      '--hr-focused: initial',
    ),
    ...headerItems(header)
      .filter(({ id, kind }) => panel.includes(id) && (kind === 'button' || kind === 'icons'))
      .flatMap((item) =>
        kindOf(item)
          .css(site, item.kind === 'icons' ? { ...item, size: 24 } : item, `.hr-in-${item.id}`, { to })
          .map(([selector, ...declarations]) => rule(selector, ...declarations)),
      ),
    headerItems(header).some(({ kind }) => kind === 'menu' || kind === 'search') ? '' : subCss(site, header),
    size === undefined ? '' : rule('.hr-panel .hr-sub', ...typeCss(site.type.menu, size)),
    entries === 'start' ? '' : entriesCss(entries),
    row === undefined ? '' : rule('.hr-panel .hr-sub', `min-height: ${px(row)}`),
  ].join('');
}
