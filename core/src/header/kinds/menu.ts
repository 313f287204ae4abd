import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { MenuItem, StandOut } from '../../model/item.ts';
import type { AnyEntry, Entry } from '../../model/menu.ts';
import { labelOf, leadsAnywhere } from '../../model/references.ts';
import type { Site } from '../../model/site.ts';
import type { SiteType } from '../../model/type.ts';
import { saidOf, wordsOf } from '../../model/words.ts';
import type { Measure } from '../../measure/measure.ts';
import { cssColour } from '../../colour/rgb.ts';
import { px } from '../../css/text.ts';
import { typeCss } from '../../output/typeCss.ts';
import { centred, labelWidth, linkRuns, linkWidth, textRun, type HeaderInk, type Measured } from '../ink.ts';
import { LINK_HEIGHT, OPENER_MARK, OPENER_WIDTH, STAND_OUT } from '../metrics.ts';
import { ownButton } from '../states.ts';
import { buttonRules } from './buttonRules.ts';
import { escapeHtml, hrefOf, indent, type ItemKind, type Markup, type Rule } from './kind.ts';

function menuOf(site: Site, id: string) {
  return site.menus.find((menu) => menu.id === id);
}

/** Whether an entry has a drop-down. */
const opens = (entry: AnyEntry): boolean => (entry.children?.length ?? 0) > 0;

/** What an entry that stands out wears where its menu item does not say. */
export const PLAIN_STAND_OUT: StandOut = {
  ink: { colour: '#ffffff' },
  fill: { colour: '#1c2b27' },
  hoverFill: { colour: '#000000' },
  radius: 18,
};

/** The type that a menu is set in where it hangs. */
export function menuType({ type }: Site, { letterCase = type.menu.letterCase }: MenuItem): SiteType {
  return { ...type, menu: { ...type.menu, letterCase } };
}

function measureEntry(site: Site, item: MenuItem, entry: Entry, measure: Measure): Measured {
  const type = menuType(site, item);
  const style = type.menu;
  const size = item.size ?? style.size;
  const label = labelOf(site, entry);
  // A label that leads nowhere is never the link of the page one is on.
  const leads = leadsAnywhere(entry);
  const text = leads ? linkWidth(label, type, measure, size) : labelWidth(label, style, measure, size);
  const worn = entry.standsOut ? (item.standOut ?? PLAIN_STAND_OUT) : undefined;
  const padding = worn ? STAND_OUT.padding : 0;
  const height = worn ? STAND_OUT.height : LINK_HEIGHT;
  const width = text + 2 * padding;
  return {
    width: width + (opens(entry) ? OPENER_WIDTH : 0),
    height: LINK_HEIGHT,
    place(left, top) {
      const box = { x: left, y: top + (LINK_HEIGHT - height) / 2, width, height };
      const link: HeaderInk = {
        id: entry.id,
        name: label,
        box,
        ...(leads
          ? linkRuns(label, type, { room: { left: left + padding, width: text }, box, size }, measure)
          : {
              what: {
                kind: 'text',
                run: textRun(label, style, { left: left + padding, box, size }, measure),
              } as const,
            }),
        page: entry.page,
        entry: entry.id,
        ...(leads ? { isCued: true } : { focus: false, isStill: true }),
        ...(opens(entry) && { opens: true }),
        ...(!worn && { plate: box }),
        ...(worn && { button: ownButton(worn) }),
      };
      if (!opens(entry)) return [link];
      const opener = { x: left + width, y: top, width: OPENER_WIDTH, height: LINK_HEIGHT };
      const inked = centred(opener, OPENER_MARK);
      return [
        link,
        {
          id: `${entry.id}-opener`,
          name: `${label}, opener`,
          box: opener,
          what: { kind: 'mark', inked },
          entry: entry.id,
          opens: true,
        },
      ];
    },
  };
}

/** Widths of a menu item's entries as they stand in the bar, first to last. */
export function entryWidths(
  site: Site,
  item: MenuItem,
  measure: Measure,
): { entry: Entry; label: string; width: number }[] {
  return (menuOf(site, item.menu)?.entries ?? []).map((entry) => ({
    entry,
    label: labelOf(site, entry),
    width: measureEntry(site, item, entry, measure).width,
  }));
}

export const menu: ItemKind<MenuItem> = {
  name: 'Menu',
  title(site, item) {
    const found = menuOf(site, item.menu);
    const count = found?.entries.length ?? 0;
    return `${found?.name ?? 'Menu'}, ${count} ${count === 1 ? 'link' : 'links'}`;
  },
  hasContent: (site, item) => (menuOf(site, item.menu)?.entries.length ?? 0) > 0,
  measure(site, item, measure) {
    const parts = (menuOf(site, item.menu)?.entries ?? []).map((entry) =>
      measureEntry(site, item, entry, measure),
    );
    return {
      width: parts.reduce((sum, { width }) => sum + width, item.gap * Math.max(0, parts.length - 1)),
      height: LINK_HEIGHT,
      place(left, top) {
        let x = left;
        return parts.flatMap((part) => {
          const placed = part.place(x, top);
          x += part.width + item.gap;
          return placed;
        });
      },
    };
  },
  html(markup, item, className) {
    const found = menuOf(markup.site, item.menu);
    const entries = (found?.entries ?? []).map((entry) => entryHtml(markup, item, entry));
    const hover = item.opens === 'click and hover' ? ' data-hover' : '';
    return [
      `<nav class="hr-nav ${className}" aria-label="${escapeHtml(found?.name ?? 'Menu')}"${hover}>`,
      '  <ul class="hr-menu">',
      indent(entries.join('\n'), 4),
      '  </ul>',
      '</nav>',
    ].join('\n');
  },
  panelHtml(markup, item) {
    const found = menuOf(markup.site, markup.header.fold?.menu ?? item.menu);
    return [
      `<nav aria-label="${escapeHtml(found?.name ?? 'Menu')}">`,
      indent(listHtml(markup, found?.entries ?? [], '<ul>'), 2),
      '</nav>',
    ].join('\n');
  },
  css(site, item, self, { isStyled } = {}) {
    const { gap, size, letterCase, standOut = PLAIN_STAND_OUT } = item;
    const style = menuType(site, item).menu;
    const cased = typeCss(style).at(-1)!;
    return [
      [`${self} .hr-menu`, `gap: ${px(gap)}`],
      ...(letterCase === undefined
        ? []
        : [[`${self} :is(.hr-link, .hr-label, .hr-drop .hr-sub)`, cased] as [string, ...string[]]]),
      ...(size === undefined
        ? []
        : [[`${self} :is(.hr-link, .hr-label)`, ...typeCss(style, size)] as [string, ...string[]]]),
      [
        `${self} .hr-out`,
        `height: ${px(STAND_OUT.height)}`,
        `padding: 0 ${px(STAND_OUT.padding)}`,
        `--hr-pad: ${px(STAND_OUT.padding)}`,
        `--hr-up: ${px((LINK_HEIGHT - STAND_OUT.height) / 2)}`,
        'text-shadow: none',
      ],
      ...(isStyled && !standOut.loose
        ? styledRules(site, standOut, self)
        : standOutRules(site, standOut, self)),
    ];
  },
};

/** An entry that stands out, in its own style. */
function standOutRules({ palette }: Site, standOut: StandOut, self: string): Rule[] {
  const colour = (use: ColourUse) => cssColour(resolveColour(palette, use));
  const { ink, fill, hoverFill, hoverInk = ink, pressedFill, radius } = standOut;
  return [
    [
      `${self} .hr-out`,
      `--hr-link: ${colour(ink)}`,
      `--hr-hover: ${colour(hoverInk)}`,
      `--hr-current: ${colour(ink)}`,
      // What links of the header wear in other states is not for it.
      ...['pressed', 'focused', 'open'].map((state) => `--hr-${state}: initial`),
      `border-radius: ${px(radius)}`,
      `--hr-ground: ${colour(fill)}`,
    ],
    // A label that leads nowhere does not answer to the pointer.
    [`${self} a.hr-out:hover`, `--hr-ground: ${colour(hoverFill)}`],
    ...(pressedFill ? [[`${self} a.hr-out:active`, `--hr-ground: ${colour(pressedFill)}`] as Rule] : []),
  ];
}

/** The same in the style of all buttons: named twice, so that it goes before what links wear. */
function styledRules({ palette }: Site, standOut: StandOut, self: string): Rule[] {
  const selectors = { rest: `${self} .hr-out.hr-out`, acting: `${self} a.hr-out.hr-out` };
  return buttonRules(palette, standOut, selectors, true);
}

function entryHtml(markup: Markup, item: MenuItem, entry: Entry): string {
  const label = labelOf(markup.site, entry);
  const out = entry.standsOut ? ' hr-out' : '';
  const link = linkHtml(markup, entry, `hr-link${out}`, `hr-label${out}`);
  if (!opens(entry)) return `<li>${link}</li>`;
  const id = `hr-${markup.header.id}-${item.id}-${entry.id}`;
  const more = saidOf(wordsOf(markup.site).more, label);
  const { width, height } = OPENER_MARK;
  return [
    '<li>',
    `  ${link}`,
    `  <button class="hr-opener" type="button" aria-expanded="false" aria-controls="${id}" aria-label="${escapeHtml(more)}">`,
    `    <svg class="hr-mark" width="${width}" height="${height}" viewBox="0 0 10 6" aria-hidden="true"><path d="M1 1l4 4 4-4"/></svg>`,
    '  </button>',
    indent(listHtml(markup, entry.children ?? [], `<ul class="hr-drop" id="${id}">`), 2),
    '</li>',
  ].join('\n');
}

/** A link; or its label alone where the entry only opens what is below it. */
function linkHtml(markup: Markup, entry: AnyEntry, className: string, labelClass = className): string {
  const label = escapeHtml(labelOf(markup.site, entry));
  const own = entry.className ? ` ${escapeHtml(entry.className)}` : '';
  if (!leadsAnywhere(entry)) return `<span class="${labelClass}${own}">${label}</span>`;
  const open = entry.newWindow ? ' target="_blank" rel="noopener"' : '';
  const said = entry.newWindow
    ? `<span class="hr-said"> (${escapeHtml(wordsOf(markup.site).newWindow)})</span>`
    : '';
  return `<a class="${className}${own}" ${hrefOf(markup, entry)}${open}>${label}${said}</a>`;
}

/** Entries as a list, their children below them. */
function listHtml(markup: Markup, entries: readonly AnyEntry[], open: string): string {
  const items = entries.flatMap((entry) => {
    const link = linkHtml(markup, entry, 'hr-sub');
    return opens(entry)
      ? ['  <li>', `    ${link}`, indent(listHtml(markup, entry.children!, '<ul>'), 4), '  </li>']
      : [`  <li>${link}</li>`];
  });
  return [open, ...items, '</ul>'].join('\n');
}
