import type { PictureItem } from '../../model/item.ts';
import type { Site } from '../../model/site.ts';
import { imageSource } from '../../output/addresses.ts';
import { px } from '../../css/text.ts';
import { snap } from '../ink.ts';
import { escapeHtml, hrefOf, type ItemKind } from './kind.ts';

function pictureOf(site: Site, id: string) {
  return site.pictures.find((picture) => picture.id === id);
}

function widthOf(site: Site, item: PictureItem): number {
  const found = pictureOf(site, item.picture);
  return found ? snap((item.height * found.width) / found.height) : 0;
}

export const pictureItem: ItemKind<PictureItem> = {
  name: 'Picture',
  isOneElement: true,
  title: (site, item) => pictureOf(site, item.picture)?.name ?? 'Picture',
  hasContent: (site, item) => pictureOf(site, item.picture) !== undefined,
  measure(site, item) {
    const width = widthOf(site, item);
    const { id, height, to } = item;
    const found = pictureOf(site, item.picture);
    return {
      width,
      height,
      place: (x, y) =>
        found
          ? [
              {
                id,
                name: found.name,
                box: { x, y, width, height },
                what: { kind: 'picture', picture: found.id },
                page: to?.page,
                ...(!to && { focus: false as const, isStill: true }),
              },
            ]
          : [],
    };
  },
  html(markup, item, className) {
    const { site, to } = markup;
    const found = pictureOf(site, item.picture);
    if (!found) return '';
    const image = `<img ${imageSource(to, found.id)} alt="${escapeHtml(found.alt)}">`;
    return item.to
      ? `<a class="hr-picture ${className}" ${hrefOf(markup, item.to)}>${image}</a>`
      : `<span class="hr-picture ${className}">${image}</span>`;
  },
  css: (site, item, self) => [[self, `width: ${px(widthOf(site, item))}`, `height: ${px(item.height)}`]],
};
