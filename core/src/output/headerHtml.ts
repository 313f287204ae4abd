import { MENU_MARK, OPENER_MARK } from '../header/metrics.ts';
import { MOMENTS, PLACES, railOf, type Header, type Item } from '../model/header.ts';
import { resolveLook } from '../header/look.ts';
import type { ChildEntry, Entry, Target } from '../model/menu.ts';
import type { LogoVariant } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import type { Addresses } from './addresses.ts';
import { escapeHtml } from './text.ts';

/** What header markup is made from. */
interface Markup {
  site: Site;
  header: Header;
  to: Addresses;
  /** Id of the page it stands on, where that is known. */
  page: string | undefined;
}

/**
 * The header as HTML, with the link that skips it. It stands first in `body`.
 * @param page id of the page that it is for; its links are marked as current
 */
export function headerHtml(site: Site, header: Header, to: Addresses, page?: string): string {
  const markup: Markup = { site, header, to, page };
  const { switch: begins } = header.manner;
  const rail = railOf(header);
  const folds = PLACES.some((place) => rail[place].some((item) => item.kind === 'menu'));
  const places = PLACES.filter((place) => place !== 'middle' || rail.middle.length > 0).map((place) => {
    const items = rail[place].map((item) => itemHtml(markup, item));
    if (place === 'end' && folds) items.push(toggleHtml());
    // A middle from which everything folds goes with it, or its gaps would stay behind.
    const fold = place === 'middle' && rail.middle.every(({ kind }) => kind !== 'logo') ? ' hr-fold' : '';
    return `    <div class="hr-place hr-${place}${fold}">\n${indent(items.join('\n'), 6)}\n    </div>`;
  });
  return [
    '<a class="hr-skip" href="#main">Skip to content</a>',
    `<header class="hr" data-switch="${begins.at === 'distance' ? begins.distance : 'band'}">`,
    '  <div class="hr-rail">',
    ...places,
    '  </div>',
    ...(folds ? [indent(panelHtml(markup), 2)] : []),
    '</header>',
    '',
  ].join('\n');
}

function itemHtml(markup: Markup, item: Item): string {
  switch (item.kind) {
    case 'logo':
      return logoHtml(markup);
    case 'menu': {
      const menu = markup.site.menus.find(({ id }) => id === item.menu);
      const entries = (menu?.entries ?? []).map((entry) => entryHtml(markup, entry));
      return [
        `<nav class="hr-fold" aria-label="${escapeHtml(menu?.name ?? 'Menu')}">`,
        '  <ul class="hr-menu">',
        indent(entries.join('\n'), 4),
        '  </ul>',
        '</nav>',
      ].join('\n');
    }
    case 'button':
      return `<a class="hr-button hr-fold" ${hrefOf(markup, item)}>${escapeHtml(item.label)}</a>`;
  }
}

/** The logo variants that the header's moments show. */
export function logoVariantsOf(header: Header): LogoVariant[] {
  return [...new Set(MOMENTS.map((moment) => resolveLook(header, moment).ink.logo))];
}

function logoHtml({ site, header, to }: Markup): string {
  const pictures = logoVariantsOf(header).map(
    (variant) =>
      `  <img class="hr-${variant}" src="${escapeHtml(to.picture(site.logo.variants[variant]))}" alt="">`,
  );
  const home = escapeHtml(to.link({ address: '/' }));
  return [
    `<a class="hr-logo" href="${home}" aria-label="${escapeHtml(site.logo.alt)}, home">`,
    ...pictures,
    '</a>',
  ].join('\n');
}

function entryHtml(markup: Markup, entry: Entry): string {
  const link = linkHtml(markup, entry, 'hr-link');
  const children = entry.children ?? [];
  if (children.length === 0) return `<li>${link}</li>`;
  const id = `hr-${entry.id}`;
  const { width, height } = OPENER_MARK;
  return [
    '<li>',
    `  ${link}`,
    `  <button class="hr-opener" type="button" aria-expanded="false" aria-controls="${id}" aria-label="More in ${escapeHtml(entry.label)}">`,
    `    <svg width="${width}" height="${height}" viewBox="0 0 10 6" aria-hidden="true"><path d="M1 1l4 4 4-4"/></svg>`,
    '  </button>',
    `  <ul class="hr-drop" id="${id}">`,
    ...children.map((child) => `    <li>${linkHtml(markup, child, 'hr-sub')}</li>`),
    '  </ul>',
    '</li>',
  ].join('\n');
}

function linkHtml(markup: Markup, entry: ChildEntry, className: string): string {
  return `<a class="${className}" ${hrefOf(markup, entry)}>${escapeHtml(entry.label)}</a>`;
}

function hrefOf({ to, page }: Markup, target: Target): string {
  const current = target.page !== undefined && target.page === page ? ' aria-current="page"' : '';
  return `href="${escapeHtml(to.link(target))}"${current}`;
}

function toggleHtml(): string {
  const { width, height } = MENU_MARK;
  return [
    '<button class="hr-toggle" type="button" aria-expanded="false" aria-controls="hr-panel" aria-label="Menu">',
    `  <svg width="${width}" height="${height}" viewBox="0 0 22 16" aria-hidden="true"><path d="M0 1h22M0 8h22M0 15h22"/></svg>`,
    '</button>',
  ].join('\n');
}

/** The folded menu: the same entries as a plain list, children under their parents, then the buttons. */
function panelHtml(markup: Markup): string {
  const items = PLACES.flatMap((place) => railOf(markup.header)[place]);
  const lists = items.flatMap((item) => {
    if (item.kind !== 'menu') return [];
    const menu = markup.site.menus.find(({ id }) => id === item.menu);
    const entries = (menu?.entries ?? []).map((entry) => panelEntryHtml(markup, entry));
    return [
      `<nav aria-label="${escapeHtml(menu?.name ?? 'Menu')}">\n  <ul>\n${indent(entries.join('\n'), 4)}\n  </ul>\n</nav>`,
    ];
  });
  const buttons = items.flatMap((item) =>
    item.kind === 'button'
      ? [`<a class="hr-button" ${hrefOf(markup, item)}>${escapeHtml(item.label)}</a>`]
      : [],
  );
  return `<div class="hr-panel" id="hr-panel">\n${indent([...lists, ...buttons].join('\n'), 2)}\n</div>`;
}

function panelEntryHtml(markup: Markup, entry: Entry): string {
  const link = linkHtml(markup, entry, 'hr-sub');
  const children = entry.children ?? [];
  if (children.length === 0) return `<li>${link}</li>`;
  const list = children.map((child) => `    <li>${linkHtml(markup, child, 'hr-sub')}</li>`);
  return ['<li>', `  ${link}`, '  <ul>', ...list, '  </ul>', '</li>'].join('\n');
}

function indent(text: string, by: number): string {
  return text.replace(/^(?=.)/gm, ' '.repeat(by));
}
