import type { NameItem } from '../../model/item.ts';
import type { Site } from '../../model/site.ts';
import { typeCss } from '../../output/typeCss.ts';
import { labelWidth, textRun, type HeaderInk } from '../ink.ts';
import { taglineSize } from '../metrics.ts';
import { escapeHtml, homeOf, type ItemKind } from './kind.ts';

/** Line heights of the name and of its tagline, CSS pixels. */
function lines(site: Site, { size, tagline }: NameItem): { name: number; tagline: number } {
  const { heading, text } = site.type;
  return {
    name: Math.round(size * heading.lineHeight),
    tagline: tagline && site.tagline ? Math.round(taglineSize(size) * text.lineHeight) : 0,
  };
}

export const name: ItemKind<NameItem> = {
  name: 'Site name',
  title: (site, { tagline }) => (tagline && site.tagline ? 'Site name and tagline' : 'Site name'),
  measure(site, item, measure) {
    const { heading, text } = site.type;
    const { id, size } = item;
    const line = lines(site, item);
    const nameWidth = labelWidth(site.name, heading, measure, size);
    const below = line.tagline > 0 ? labelWidth(site.tagline, text, measure, taglineSize(size)) : 0;
    const width = Math.max(nameWidth, below);
    return {
      width,
      height: line.name + line.tagline,
      place(x, y) {
        const box = { x, y, width: nameWidth, height: line.name };
        const focus = { x, y, width, height: line.name + line.tagline };
        const inks: HeaderInk[] = [
          {
            id,
            name: site.name,
            box,
            focus,
            what: { kind: 'text', run: textRun(site.name, heading, { left: x, box, size }, measure) },
          },
        ];
        if (line.tagline > 0) {
          const under = { x, y: y + line.name, width: below, height: line.tagline };
          const run = textRun(site.tagline, text, { left: x, box: under, size: taglineSize(size) }, measure);
          inks.push({
            id: `${id}-tagline`,
            name: 'Tagline',
            box: under,
            element: id,
            focus: false,
            what: { kind: 'text', run },
          });
        }
        return inks;
      },
    };
  },
  html(markup, item, className) {
    const { site } = markup;
    return [
      `<a class="hr-name ${className}" href="${homeOf(markup)}">`,
      `  <span class="hr-site">${escapeHtml(site.name)}</span>`,
      ...(item.tagline && site.tagline
        ? [`  <span class="hr-tagline">${escapeHtml(site.tagline)}</span>`]
        : []),
      '</a>',
    ].join('\n');
  },
  css: (site, { size }, self) => [
    [`${self} .hr-site`, ...typeCss(site.type.heading, size)],
    [`${self} .hr-tagline`, ...typeCss(site.type.text, taglineSize(size))],
  ],
};
