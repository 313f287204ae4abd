import type { LogoItem } from '../../model/item.ts';
import { logoPicture } from '../../model/picture.ts';
import type { Site } from '../../model/site.ts';
import { saidOf, wordsOf } from '../../model/words.ts';
import { imageSource } from '../../output/addresses.ts';
import { px } from '../../css/text.ts';
import { snap } from '../ink.ts';
import { logoVariantsOf } from '../look.ts';
import { escapeHtml, homeOf, type ItemKind } from './kind.ts';

/** Width of the logo at a height; nothing where the site has none. */
function logoWidth(site: Site, height: number): number {
  const id = logoPicture(site.logo, 'light');
  const picture = site.pictures.find((candidate) => candidate.id === id);
  return picture ? snap((height * picture.width) / picture.height) : 0;
}

export const logo: ItemKind<LogoItem> = {
  name: 'Logo',
  isOneElement: true,
  title: (site) => (logoPicture(site.logo, 'light') ? 'Logo' : 'Logo, none yet'),
  hasContent: (site) => logoPicture(site.logo, 'light') !== undefined,
  measure(site, { id, height }) {
    const width = logoWidth(site, height);
    return {
      width,
      height,
      place: (x, y) =>
        width > 0 ? [{ id, name: 'Logo', box: { x, y, width, height }, what: { kind: 'logo' } }] : [],
    };
  },
  html(markup, _item, className) {
    const { site, header, to } = markup;
    if (!logoPicture(site.logo, 'light')) return '';
    const pictures = logoVariantsOf(site, header).map(({ variant, picture }) => {
      return `  <img class="hr-${variant}" ${imageSource(to, picture)} alt="">`;
    });
    return [
      `<a class="hr-logo ${className}" href="${homeOf(markup)}" aria-label="${escapeHtml(saidOf(wordsOf(site).home, site.logo.alt))}">`,
      ...pictures,
      '</a>',
    ].join('\n');
  },
  css: (site, { height }, self) => [[self, `width: ${px(logoWidth(site, height))}`, `height: ${px(height)}`]],
};
