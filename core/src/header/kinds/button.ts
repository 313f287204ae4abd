import { cssColour } from '../../colour/rgb.ts';
import type { ButtonItem } from '../../model/item.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import { px } from '../../css/text.ts';
import { typeCss } from '../../output/typeCss.ts';
import { labelWidth, textRun } from '../ink.ts';
import { BUTTON_HEIGHT, BUTTON_PADDING } from '../metrics.ts';
import { escapeHtml, hrefOf, type ItemKind } from './kind.ts';

export const button: ItemKind<ButtonItem> = {
  name: 'Button',
  title: (_site, { label }) => label,
  measure(site, item, measure) {
    const style = site.type.button;
    const size = item.size ?? style.size;
    const width = labelWidth(item.label, style, measure, size) + 2 * BUTTON_PADDING;
    const colour = (use: ColourUse) => resolveColour(site.palette, use);
    return {
      width,
      height: BUTTON_HEIGHT,
      place(x, y) {
        const box = { x, y, width, height: BUTTON_HEIGHT };
        const run = textRun(item.label, style, { left: x + BUTTON_PADDING, box, size }, measure);
        const solid = (use: ColourUse) => ({ ...colour(use), a: 1 });
        const backing = {
          rest: solid(item.fill),
          hover: solid(item.hoverFill),
          ...(item.pressedFill && { pressed: solid(item.pressedFill) }),
          radius: item.radius,
        };
        const what = { kind: 'text', run } as const;
        return [
          {
            id: item.id,
            name: item.label,
            box,
            what,
            backing,
            ink: colour(item.ink),
            ...(item.hoverInk && { hoverInk: colour(item.hoverInk) }),
            wearsOwn: true,
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
  css(site, item, self) {
    const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
    return [
      [
        self,
        ...typeCss(site.type.button, item.size),
        `border-radius: ${px(item.radius)}`,
        `color: ${colour(item.ink)}`,
        `--hr-ground: ${colour(item.fill)}`,
      ],
      [
        `${self}:hover`,
        `--hr-ground: ${colour(item.hoverFill)}`,
        ...(item.hoverInk ? [`color: ${colour(item.hoverInk)}`] : []),
      ],
      ...(item.pressedFill
        ? [[`${self}:active`, `--hr-ground: ${colour(item.pressedFill)}`] as [string, string]]
        : []),
    ];
  },
};
