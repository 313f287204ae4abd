import type { TextItem } from '../../model/item.ts';
import { typeCss } from '../../output/typeCss.ts';
import { linkRuns, linkWidth, labelWidth } from '../ink.ts';
import { LINK_HEIGHT } from '../metrics.ts';
import { escapeHtml, hrefOf, type ItemKind, type Markup } from './kind.ts';

function textHtml(markup: Markup, { text, to }: TextItem, className: string): string {
  return to
    ? `<a class="${className} hr-link" ${hrefOf(markup, to)}>${escapeHtml(text)}</a>`
    : `<span class="${className} hr-label">${escapeHtml(text)}</span>`;
}

export const text: ItemKind<TextItem> = {
  name: 'Line of text',
  isOneElement: true,
  title: (_site, item) => item.text,
  measure(site, item, measure) {
    const style = site.type.menu;
    const width = item.to
      ? linkWidth(item.text, site.type, measure, item.size)
      : labelWidth(item.text, style, measure, item.size);
    return {
      width,
      height: LINK_HEIGHT,
      place(x, y) {
        const box = { x, y, width, height: LINK_HEIGHT };
        return [
          {
            id: item.id,
            name: item.text,
            box,
            ...linkRuns(item.text, site.type, { room: { left: x, width }, box, size: item.size }, measure),
            plate: box,
            page: item.to?.page,
            ...(item.to ? { isCued: true } : { focus: false, isStill: true }),
          },
        ];
      },
    };
  },
  html: (markup, item, className) => textHtml(markup, item, `hr-text ${className}`),
  panelHtml: (markup, { text: line, to }) =>
    to
      ? `<a class="hr-sub" ${hrefOf(markup, to)}>${escapeHtml(line)}</a>`
      : `<p class="hr-sub">${escapeHtml(line)}</p>`,
  css: (site, { size }, self) => [[self, ...typeCss(site.type.menu, size)]],
};
