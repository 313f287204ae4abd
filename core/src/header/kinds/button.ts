import type { ButtonItem } from '../../model/item.ts';
import { typeCss } from '../../output/typeCss.ts';
import { labelWidth, textRun } from '../ink.ts';
import { ownButton } from '../states.ts';
import { BUTTON_HEIGHT, BUTTON_PADDING } from '../metrics.ts';
import { buttonRules } from './buttonRules.ts';
import { escapeHtml, hrefOf, type ItemKind } from './kind.ts';

export const button: ItemKind<ButtonItem> = {
  name: 'Button',
  title: (_site, { label }) => label,
  measure(site, item, measure) {
    const style = site.type.button;
    const size = item.size ?? style.size;
    const width = labelWidth(item.label, style, measure, size) + 2 * BUTTON_PADDING;
    return {
      width,
      height: BUTTON_HEIGHT,
      place(x, y) {
        const box = { x, y, width, height: BUTTON_HEIGHT };
        const run = textRun(item.label, style, { left: x + BUTTON_PADDING, box, size }, measure);
        const what = { kind: 'text', run } as const;
        return [
          {
            id: item.id,
            name: item.label,
            box,
            what,
            button: ownButton(item),
            page: item.page,
          },
        ];
      },
    };
  },
  html: (markup, item, className) =>
    `<a class="hr-button ${className}" ${hrefOf(markup, item)}>${escapeHtml(item.label)}</a>`,
  panelHtml: (markup, item) =>
    `<a class="hr-button hr-in-${item.id}" ${hrefOf(markup, item)}>${escapeHtml(item.label)}</a>`,
  css: (site, item, self, { isStyled } = {}) => [
    [self, ...typeCss(site.type.button, item.size)],
    ...buttonRules(site.palette, item, { rest: self, acting: self }, isStyled),
  ],
};
