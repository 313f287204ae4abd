import { cssColour } from '../../colour/rgb.ts';
import type { Measure } from '../../measure/measure.ts';
import type { AccountItem, BasketItem, SearchField, SearchItem } from '../../model/item.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import { px } from '../../css/text.ts';
import { typeCss } from '../../output/typeCss.ts';
import type { TypeStyle } from '../../model/type.ts';
import type { Site } from '../../model/site.ts';
import { ICONS } from '../../model/icons.ts';
import { centred, labelWidth, textRun, type HeaderInk, type Measured } from '../ink.ts';
import { ACTION, COUNT, FIELD, ICON_INK } from '../metrics.ts';
import { escapeHtml, hrefOf, iconHtml, indent, type ItemKind, type Markup, type Rule } from './kind.ts';

/** Search, account and basket: an icon in a square that takes a touch. */

type ActionItem = SearchItem | AccountItem | BasketItem;

function square({ id, size, label, to }: ActionItem): Measured {
  return {
    width: ACTION,
    height: ACTION,
    place(x, y) {
      const box = { x, y, width: ACTION, height: ACTION };
      const inked = centred(box, { width: size * ICON_INK, height: size * ICON_INK });
      return [{ id, name: label, box, what: { kind: 'mark', inked }, plate: box, page: to.page }];
    },
  };
}

function sizeRules({ size }: ActionItem, self: string): Rule[] {
  return [[`${self} .hr-icon`, `width: ${px(size)}`, `height: ${px(size)}`]];
}

function formHtml({ to }: Markup, item: SearchItem): string {
  return [
    `<form class="hr-search" role="search" action="${escapeHtml(to.link(item.to))}">`,
    `  <input type="search" name="q" aria-label="${escapeHtml(item.label)}" required>`,
    `  <button type="submit">${escapeHtml(item.label)}</button>`,
    '</form>',
  ].join('\n');
}

/** Type in a search field: large enough that a phone does not draw nearer when it is typed in. */
const fieldStyle = (site: Site): TypeStyle => ({ ...site.type.text, size: FIELD.size, letterSpacing: 0 });

/** How wide a field is: as its owner wants it, and never narrower than its label and its icon. CSS pixels. */
function fieldWidth(site: Site, { label }: SearchItem, { width }: SearchField, measure: Measure): number {
  const needed = labelWidth(label, fieldStyle(site), measure) + FIELD.padding + FIELD.height;
  return Math.max(width, Math.ceil(needed));
}

/** A field that stands open: its label until something is typed, and the icon that sends it. */
function openField(site: Site, item: SearchItem, field: SearchField, measure: Measure): Measured {
  const { id, label, size, to } = item;
  const style = fieldStyle(site);
  const width = fieldWidth(site, item, field, measure);
  const { fill, ink, radius } = field;
  return {
    width,
    height: FIELD.height,
    place(x, y) {
      const box = { x, y, width, height: FIELD.height };
      const run = textRun(label, style, { left: x + FIELD.padding, box }, measure);
      const send = { ...box, x: x + width - FIELD.height, width: FIELD.height };
      const inked = centred(send, { width: size * ICON_INK, height: size * ICON_INK });
      return [
        {
          id,
          name: label,
          box,
          what: { kind: 'text', run },
          button: { ink, fill, hoverFill: fill, radius, loose: true },
          page: to.page,
        },
        {
          id: `${id}-send`,
          name: `${label}, send`,
          box: send,
          what: { kind: 'mark', inked },
          ink: resolveColour(site.palette, ink),
          // What is typed is sent by Enter.
          focus: false,
          isStill: true,
        },
      ];
    },
  };
}

function fieldHtml({ to }: Markup, item: SearchItem, className: string): string {
  const label = escapeHtml(item.label);
  return [
    `<div class="${className}">`,
    `  <form class="hr-field" role="search" action="${escapeHtml(to.link(item.to))}">`,
    `    <input type="search" name="q" placeholder=" " aria-label="${label}" required>`,
    `    <span class="hr-hint" aria-hidden="true">${label}</span>`,
    `    <button class="hr-send" type="submit" tabindex="-1" aria-label="${label}">${iconHtml(ICONS.search, item.size)}</button>`,
    '  </form>',
    '</div>',
  ].join('\n');
}

/** The rules of one that stands open. */
function fieldRules(
  site: Site,
  item: SearchItem,
  field: SearchField,
  { self, measure }: { self: string; measure: Measure | undefined },
): Rule[] {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const width = measure ? fieldWidth(site, item, field, measure) : field.width;
  return [
    [
      `${self} .hr-field`,
      ...typeCss(fieldStyle(site)),
      `width: ${px(width)}`,
      `border-radius: ${px(field.radius)}`,
      `color: ${colour(field.ink)}`,
      `--hr-ground: ${colour(field.fill)}`,
    ],
    ...sizeRules(item, self),
  ];
}

export const search: ItemKind<SearchItem> = {
  name: 'Search',
  title: (_site, { label }) => label,
  measure: (site, item, measure) => (item.field ? openField(site, item, item.field, measure) : square(item)),
  html(markup, item, className) {
    if (item.field) return fieldHtml(markup, item, className);
    return [
      `<div class="hr-find ${className}">`,
      `  <button class="hr-action" type="button" aria-expanded="false" aria-controls="hr-${markup.header.id}-${item.id}" aria-label="${escapeHtml(item.label)}">`,
      `    ${iconHtml(ICONS.search, item.size)}`,
      '  </button>',
      `  <div class="hr-drop" id="hr-${markup.header.id}-${item.id}">`,
      indent(formHtml(markup, item), 4),
      '  </div>',
      '</div>',
    ].join('\n');
  },
  panelHtml: formHtml,
  css: (site, item, self, { measure } = {}) =>
    item.field ? fieldRules(site, item, item.field, { self, measure }) : sizeRules(item, self),
};

export const account: ItemKind<AccountItem> = {
  name: 'Account',
  isOneElement: true,
  title: (_site, { label }) => label,
  measure: (_site, item) => square(item),
  html: (markup, { label, size, to }, className) =>
    `<a class="hr-action ${className}" ${hrefOf(markup, to)} aria-label="${escapeHtml(label)}">${iconHtml(ICONS.account, size)}</a>`,
  panelHtml: (markup, { label, to }) => `<a class="hr-sub" ${hrefOf(markup, to)}>${escapeHtml(label)}</a>`,
  css: (_site, item, self) => sizeRules(item, self),
};

/** The number beside a basket is set in the button's family. */
const countStyle = (site: Site): TypeStyle => ({ ...site.type.button, letterSpacing: 0 });

export const basket: ItemKind<BasketItem> = {
  name: 'Basket',
  isOneElement: true,
  title: (_site, { label }) => label,
  measure(site, item, measure) {
    const icon = square(item);
    const style = countStyle(site);
    const text = String(item.count);
    const width = labelWidth(text, style, measure, COUNT.size);
    return {
      width: ACTION + COUNT.before + width,
      height: ACTION,
      place(x, y) {
        const [mark] = icon.place(x, y) as [HeaderInk];
        const left = x + ACTION + COUNT.before;
        const whole = { ...mark.box, width: ACTION + COUNT.before + width };
        const run = textRun(text, style, { left, box: whole, size: COUNT.size }, measure);
        const box = { ...whole, x: left, width };
        return [
          { ...mark, box: whole, plate: whole, element: item.id },
          {
            id: `${item.id}-count`,
            name: `${item.label}, count`,
            box,
            what: { kind: 'text', run },
            plate: whole,
            element: item.id,
            focus: false,
            page: item.to.page,
          },
        ];
      },
    };
  },
  html: (markup, { label, size, to, count }, className) =>
    `<a class="hr-action hr-basket ${className}" ${hrefOf(markup, to)} aria-label="${escapeHtml(label)}, ${count}"><span>${iconHtml(ICONS.basket, size)}</span><span class="hr-count">${count}</span></a>`,
  panelHtml: (markup, { label, to, count }) =>
    `<a class="hr-sub" ${hrefOf(markup, to)}>${escapeHtml(label)}, ${count}</a>`,
  css: (site, item, self) => [
    ...sizeRules(item, self),
    [`${self} .hr-count`, ...typeCss(countStyle(site), COUNT.size)],
  ],
};
