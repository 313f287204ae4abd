import { folds } from '../../header/fold.ts';
import { logoVariantsOf } from '../../header/look.ts';
import { ACTION, COUNT, FIELD, ICON_LEAST, LINK_HEIGHT } from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import type { ItemKindName } from '../../model/item.ts';
import type { Site } from '../../model/site.ts';
import { px, rule } from '../../css/text.ts';
import { hasTextShadow } from './looks.ts';
import { INK_TIME } from '../../css/times.ts';

/** A search field that stands open: its label lies in it until something is typed. */
function fieldCss(): string {
  const { height, padding } = FIELD;
  return [
    rule('.hr-field', 'position: relative', 'display: flex', 'align-items: center', `height: ${px(height)}`),
    rule(
      '.hr-field::before',
      'content: ""',
      'position: absolute',
      'z-index: -2',
      'inset: 0',
      'border-radius: inherit',
      'background: var(--hr-ground)',
    ),
    rule(
      '.hr-field > input',
      'position: absolute',
      'inset: 0',
      'box-sizing: border-box',
      'width: 100%',
      'height: 100%',
      'margin: 0',
      'padding: 0',
      `padding-inline: ${px(padding)} ${px(height)}`,
      'border: 0',
      'border-radius: inherit',
      'background: none',
      'color: inherit',
      'font: inherit',
      'letter-spacing: inherit',
      'appearance: none',
    ),
    rule('.hr-field > input:focus-visible', 'outline-color: var(--hr-around)'),
    rule('.hr-hint', `padding-inline-start: ${px(padding)}`, 'white-space: nowrap', 'pointer-events: none'),
    rule('.hr-field > input:not(:placeholder-shown) + .hr-hint', 'visibility: hidden'),
    rule(
      '.hr-send',
      'position: absolute',
      'inset-block: 0',
      'inset-inline-end: 0',
      'display: grid',
      'place-items: center',
      `width: ${px(height)}`,
      'padding: 0',
      'border: 0',
      'background: none',
      'color: inherit',
      'cursor: pointer',
    ),
  ].join('');
}

/** Logo, site name, icons and pictures. */
export function itemCss(site: Site, header: Header): string {
  const kinds = new Set<string>(headerItems(header).map(({ kind }) => kind));
  const has = (...names: ItemKindName[]) => names.some((name) => kinds.has(name));
  const variants = logoVariantsOf(site, header);
  const change = `transition: color ${INK_TIME}`;
  const letters = hasTextShadow(site, header) ? ['text-shadow: var(--hr-letters)'] : [];
  const ink = ['text-decoration: none', change];
  return [
    has('logo')
      ? [
          rule(
            '.hr-logo img',
            'position: absolute',
            'inset: 0',
            'box-sizing: border-box',
            'width: 100%',
            'height: 100%',
            // Within the room round it that a ground of its own takes.
            'padding: inherit',
            `transition: opacity ${INK_TIME}`,
          ),
          ...(variants.length > 1
            ? variants.map(({ variant }) => rule(`.hr-${variant}`, `opacity: var(--hr-${variant})`))
            : []),
        ].join('')
      : '',
    has('name') ? rule('.hr-name', 'flex-direction: column', 'white-space: nowrap', ...letters, ...ink) : '',
    has('icons')
      ? rule('.hr-icons', 'display: flex', 'margin: 0', 'padding: 0', 'list-style: none') +
        rule('.hr-icons .hr-action', `height: ${px(LINK_HEIGHT)}`, `min-width: ${px(ICON_LEAST)}`) +
        rule('.hr-own', 'background: currentcolor', 'mask-size: contain', 'mask-repeat: no-repeat')
      : '',
    // The folded menu's close button has one too.
    folds(header) || has('icons', 'search', 'account', 'basket')
      ? rule('.hr-icon', 'display: block', 'fill: currentcolor')
      : '',
    has('icons', 'search', 'account', 'basket')
      ? rule(
          '.hr-action',
          'box-sizing: border-box',
          'display: flex',
          'align-items: center',
          'justify-content: center',
          `width: ${px(ACTION)}`,
          `height: ${px(ACTION)}`,
          'padding: 0',
          'border: 0',
          'background: none',
          'cursor: pointer',
          ...ink,
        )
      : '',
    headerItems(header).some((item) => item.kind === 'search' && item.field) ? fieldCss() : '',
    has('basket')
      ? rule('.hr-basket', 'width: auto', ...letters) +
        rule(
          '.hr-basket > span:first-of-type',
          'display: grid',
          'place-items: center',
          `width: ${px(ACTION)}`,
        ) +
        rule('.hr-count', `margin-inline-start: ${px(COUNT.before)}`)
      : '',
    has('picture') ? rule('.hr-picture img', 'display: block', 'width: 100%', 'height: 100%') : '',
  ].join('');
}
