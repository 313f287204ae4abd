import { ALWAYS } from '../header/fold.ts';
import { layoutHeader } from '../header/layout.ts';
import { typedFor } from '../header/typed.ts';
import { keepsToBottom } from '../header/manner.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import type { Addresses } from './addresses.ts';
import { dropCss } from './css/dropDowns.ts';
import { exceptionsCss } from './css/exceptions.ts';
import { frameCss } from './css/frame.ts';
import { itemCss } from './css/items.ts';
import { layersCss, sharedLayersCss } from './css/layers.ts';
import { linkCss } from './css/links.ts';
import { looksCss } from './css/looks.ts';
import { panelCss } from './css/panel.ts';
import { resetCss } from './css/reset.ts';
import { weighed } from './css/weight.ts';
import { ownHeaderOf } from '../header/ownLayout.ts';
import type { OwnHeader } from '../model/own.ts';
import { ownPaste } from './own/ownCss.ts';
import { geometryCss } from './geometryCss.ts';
import { coveredAt } from './howTo.ts';
import { px, rule, within } from '../css/text.ts';

/** The room that the header takes at the top of the page, for the page's own style sheet. */
function coveredCss(site: Site, header: Header, measure: Measure): string {
  return coveredAt(site, header, measure)
    .map(({ below, height }) => {
      const css = rule('html', `--hr-height: ${px(height)}`);
      return below === undefined || below >= ALWAYS ? css : within(`@media (width < ${px(below)})`, css);
    })
    .join('');
}

/** A header that the site has already: its fonts, its own style, and over that what it wears. */
function ownWhole(
  site: Site,
  header: Header,
  own: OwnHeader,
  to: Pick<Addresses, 'picture' | 'sizes'> & Partial<Pick<Addresses, 'font'>>,
): string {
  const { font } = to;
  const faces = own.faces.flatMap(({ family, weight, font: id }) => {
    const file = site.fonts?.find((each) => each.id === id)?.file;
    return file && font
      ? [
          rule(
            '@font-face',
            `font-family: "${family}"`,
            `font-weight: ${weight}`,
            `src: url("${font(file)}")`,
          ),
        ]
      : [];
  });
  return [...faces, ...own.css, ownPaste(site, header, own, to).css].join('\n');
}

/**
 * The header's style sheet. Its rules have a weight that a page's own do not reach: see `weighed`.
 * @param to where the pictures of its layers are had from
 */
export function headerCss(
  of: Site,
  header: Header,
  measure: Measure,
  to: Pick<Addresses, 'picture' | 'sizes'> & Partial<Pick<Addresses, 'font'>>,
): string {
  const own = ownHeaderOf(of, header);
  if (own) return ownWhole(of, header, own, to);
  const site = typedFor(of, header);
  const layout = layoutHeader(site, header, ALWAYS, measure);
  // What a link leads to inside a page is met after scrolling.
  const later = layoutHeader(site, header, ALWAYS, measure, 'scrolled');
  const staying = later.height - later.leaving;
  const edge = keepsToBottom(header) ? 'bottom' : 'top';
  const css = [
    header.manner.onScroll === 'leaves' ? '' : rule('html', `scroll-padding-${edge}: ${px(staying)}`),
    coveredCss(site, header, measure),
    resetCss(),
    looksCss(site, header),
    frameCss(site, header, layout.leaving),
    sharedLayersCss(site, header),
    layersCss(site, { header }, to),
    ...header.rails.map((rail) => layersCss(site, { header, rail }, to)),
    itemCss(site, header),
    linkCss(site, header),
    dropCss(site, header),
    panelCss(site, header, to),
    geometryCss(site, header, layout.foldWidth, measure, to),
    exceptionsCss(site, header),
  ]
    .filter(Boolean)
    .join('\n');
  return weighed(css);
}
