import { ALWAYS, foldOf, folds, toggleAt, toggleRails } from '../header/fold.ts';
import { ICONS } from '../model/icons.ts';
import { iconHtml, type Markup } from '../header/kinds/kind.ts';
import { hasContent, kindOf } from '../header/kinds/index.ts';
import { MENU_MARK } from '../header/metrics.ts';
import { changesByScroll, hasStrips } from '../header/manner.ts';
import { headerItems, type Header, type Rail } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { wordsOf } from '../model/words.ts';
import { ownHeaderOf } from '../header/ownLayout.ts';
import type { Addresses } from './addresses.ts';
import { ownHtml } from './own/ownHtml.ts';
import { layersHtml } from './css/layers.ts';
import { placesOf } from './geometryCss.ts';
import { escapeHtml, indent } from '../css/text.ts';

/**
 * The header as HTML, with the link that skips it. It stands first in `body`.
 * @param page id of the page that it is for; its links are marked as current
 */
export function headerHtml(site: Site, header: Header, to: Addresses, page?: string): string {
  const own = ownHeaderOf(site, header);
  if (own) return ownHtml(site, header, own, to, page);
  const markup: Markup = { site, header, to, page };
  const toggles = folds(header) ? toggleRails(header) : [];
  const words = wordsOf(site);
  const rails = header.rails.map((rail, i) => railHtml(markup, rail, i, toggles.includes(i)));
  // What rails wear comes before all of them: it lies under the letters of each.
  const part = (full: boolean) => {
    const own = header.rails.filter((rail) => (rail.full === true) === full);
    return [
      ...own.flatMap((rail) => layersHtml(site, { header, rail })),
      ...own.map((rail) => rails[header.rails.indexOf(rail)]!),
    ].map((html) => indent(html, 4));
  };
  return [
    `<a class="hr-skip" href="#main">${escapeHtml(words.skip)}</a>`,
    `<header class="hr" lang="${escapeHtml(words.lang)}" ${mannerAttributes(header)}>`,
    ...(hasStrips(header) ? ['  <div class="hr-strips">', ...part(true), '  </div>'] : []),
    '  <div class="hr-bar">',
    ...layersHtml(site, { header }).map((html) => indent(html, 4)),
    ...part(false),
    '  </div>',
    ...(folds(header) ? [indent(panelHtml(markup), 2)] : []),
    '</header>',
    '',
  ].join('\n');
}

/** What the script must know of how the header behaves. */
function mannerAttributes(header: Header): string {
  const { manner } = header;
  const { at, distance, band = 1, first = 'dark', unknown = 'top' } = manner.switch;
  const attributes: [string, string | number | undefined][] = [
    ['switch', distance],
    ['band', at === 'first band' || at === 'band' ? (at === 'band' ? band : 1) : undefined],
    ['ground', at === 'ground' && manner.onScroll !== 'returns' ? `${first} ${unknown}` : undefined],
    ['stretch', changesByScroll(header) ? manner.stretch : undefined],
    ['returns', manner.onScroll === 'returns' ? '' : undefined],
    ['bottom', manner.onScroll === 'bottom' ? '' : undefined],
  ];
  return attributes
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => (value === '' ? `data-${name}` : `data-${name}="${value}"`))
    .join(' ');
}

function railHtml(markup: Markup, rail: Rail, index: number, hasToggle: boolean): string {
  const toggle = hasToggle ? toggleAt(markup.header, ALWAYS).place : undefined;
  const places = placesOf(rail, toggle).map((place) => {
    const items = rail[place]
      .filter((item) => hasContent(markup.site, item))
      .map((item) => {
        const html = kindOf(item).html(markup, item, `hr-item hr-item-${item.id}`);
        const isBacked = item.kind !== 'button' && item.backing !== undefined;
        return isBacked ? html.replace('>', '><i class="hr-under" aria-hidden="true"></i>') : html;
      });
    if (place === toggle) items[place === 'start' ? 'unshift' : 'push'](toggleHtml(markup));
    return [`  <div class="hr-place hr-${place}">`, indent(items.join('\n'), 4), '  </div>'].join('\n');
  });
  const leaves = markup.header.manner.onScroll === 'stays' && rail.leaves ? ' data-leaves' : '';
  return [`<div class="hr-rail hr-rail-${index + 1}"${leaves}>`, ...places, '</div>'].join('\n');
}

function toggleHtml(markup: Markup): string {
  const { width, height } = MENU_MARK;
  return [
    `<button class="hr-toggle" type="button" aria-haspopup="dialog" aria-controls="${panelId(markup)}" popovertarget="${panelId(markup)}" aria-label="${escapeHtml(wordsOf(markup.site).menu)}">`,
    `  <svg class="hr-mark" width="${width}" height="${height}" viewBox="0 0 22 16" aria-hidden="true"><path d="M0 1h22M0 8h22M0 15h22"/></svg>`,
    '</button>',
  ].join('\n');
}

const panelId = ({ header }: Markup) => `hr-${header.id}-panel`;

/** The folded menu: what goes there, in its own order. */
function panelHtml(markup: Markup): string {
  const { header, site } = markup;
  const words = wordsOf(site);
  const items = headerItems(header);
  const shown = foldOf(header).panel.flatMap((id) => {
    const item = items.find((candidate) => candidate.id === id);
    const html = item && hasContent(site, item) && kindOf(item).panelHtml?.(markup, item);
    return html ? [html] : [];
  });
  return [
    `<dialog class="hr-panel" id="${panelId(markup)}" popover aria-label="${escapeHtml(words.menu)}">`,
    `  <button class="hr-close" type="button" popovertarget="${panelId(markup)}" popovertargetaction="hide" aria-label="${escapeHtml(words.close)}">${iconHtml(ICONS.close, 22)}</button>`,
    indent(shown.join('\n'), 2),
    '</dialog>',
  ].join('\n');
}
