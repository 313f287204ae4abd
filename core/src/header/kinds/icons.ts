import type { IconLink, IconsItem } from '../../model/item.ts';
import { cssImage } from '../../output/addresses.ts';
import { px } from '../../css/text.ts';
import { ICONS } from '../../model/icons.ts';
import { centred, type HeaderInk } from '../ink.ts';
import { ICON_INK, ICON_LEAST, LINK_HEIGHT } from '../metrics.ts';
import { escapeHtml, hrefOf, iconHtml, indent, type ItemKind, type Markup, type Rule } from './kind.ts';

function linksHtml(markup: Markup, { links, size }: IconsItem): string {
  const items = links.map(
    (link) =>
      `  <li><a class="hr-action" ${hrefOf(markup, link)} aria-label="${escapeHtml(link.label)}">${drawing(link, size)}</a></li>`,
  );
  return ['<ul class="hr-icons">', ...items, '</ul>'].join('\n');
}

/** An icon that ships is drawn in the ink; an SVG of the owner's is a mask that lets the ink through. */
function drawing(link: IconLink, size: number): string {
  if (link.picture === undefined) return iconHtml(ICONS[link.icon ?? 'globe'], size);
  return `<span class="hr-icon hr-own hr-own-${link.id}"></span>`;
}

export const icons: ItemKind<IconsItem> = {
  name: 'Icon links',
  title: (_site, { links }) => `Icon links, ${links.length}`,
  hasContent: (_site, { links }) => links.length > 0,
  measure(_site, { id, links, size, gap }) {
    const side = Math.max(size, ICON_LEAST);
    return {
      width: side * links.length + gap * Math.max(0, links.length - 1),
      height: LINK_HEIGHT,
      place: (left, y) =>
        links.map((link, i): HeaderInk => {
          const box = { x: left + i * (side + gap), y, width: side, height: LINK_HEIGHT };
          const inked = centred(box, { width: size * ICON_INK, height: size * ICON_INK });
          return {
            id: `${id}-${link.id}`,
            name: link.label,
            box,
            what: { kind: 'mark', inked },
            plate: box,
            page: link.page,
          };
        }),
    };
  },
  html: (markup, item, className) =>
    [`<div class="hr-iconset ${className}">`, indent(linksHtml(markup, item), 2), '</div>'].join('\n'),
  panelHtml: (markup, item) =>
    [
      `<div class="hr-iconset hr-in-${item.id}">`,
      indent(linksHtml(markup, { ...item, size: 24 }), 2),
      '</div>',
    ].join('\n'),
  css: (_site, { size, gap, links }, self, { to } = {}) => [
    [`${self} .hr-icons`, `gap: ${px(gap)}`],
    [`${self} .hr-action`, `width: ${px(Math.max(size, ICON_LEAST))}`],
    [`${self} .hr-icon`, `width: ${px(size)}`, `height: ${px(size)}`],
    ...links.flatMap(({ id, picture }): Rule[] =>
      picture === undefined || !to ? [] : [[`${self} .hr-own-${id}`, `mask-image: ${cssImage(to, picture)}`]],
    ),
  ],
};
