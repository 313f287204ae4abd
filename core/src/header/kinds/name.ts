import { baselineInLine, fontOf, type Measure } from '../../measure/measure.ts';
import { cssColour } from '../../colour/rgb.ts';
import type { NameItem } from '../../model/item.ts';
import { resolveColour } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import type { TypeStyle } from '../../model/type.ts';
import { typeCss } from '../../output/typeCss.ts';
import { px } from '../../css/text.ts';
import { labelWidth, textRun, type HeaderInk } from '../ink.ts';
import { taglineSize } from '../metrics.ts';
import { escapeHtml, homeOf, type ItemKind } from './kind.ts';

type Part = 'name' | 'tagline';

/** What of the two is read, in order; a site without a tagline has its name alone. */
function partsOf({ tagline }: Site, item: NameItem): Part[] {
  const reads = tagline === '' ? 'name' : (item.reads ?? (item.tagline ? 'both' : 'name'));
  return reads === 'both' ? ['name', 'tagline'] : [reads];
}

/** How a part is set: its words, style and size, and the height of its line, CSS pixels. */
interface Line {
  text: string;
  style: TypeStyle;
  size: number;
  height: number;
}

function lineOf({ name: own, tagline, type }: Site, { size }: NameItem, part: Part): Line {
  const style = part === 'name' ? type.heading : type.text;
  const at = part === 'name' ? size : taglineSize(size);
  return {
    text: part === 'name' ? own : tagline,
    style,
    size: at,
    height: Math.round(at * style.lineHeight),
  };
}

/** Between the name and a tagline beside it, CSS pixels. */
const gapBeside = ({ size }: NameItem) => Math.round(0.6 * size);

/** By how many whole pixels name and tagline are lowered, so that they stand on one baseline. */
function lowered(site: Site, item: NameItem, measure: Measure): Record<Part, number> {
  const baseline = (part: Part) => {
    const { style, size, height } = lineOf(site, item, part);
    return baselineInLine(measure, fontOf(style, size), height);
  };
  const difference = Math.round(baseline('name') - baseline('tagline'));
  return { name: Math.max(0, -difference), tagline: Math.max(0, difference) };
}

/** Whether the two stand side by side. */
const standsBeside = (site: Site, item: NameItem) => item.beside === true && partsOf(site, item).length === 2;

export const name: ItemKind<NameItem> = {
  name: 'Site name',
  isOneElement: true,
  title: (site, item) =>
    ({ both: 'Site name and tagline', name: 'Site name', tagline: 'Tagline' })[
      partsOf(site, item).length === 2 ? 'both' : partsOf(site, item)[0]!
    ],
  measure(site, item, measure) {
    const { id } = item;
    const isBeside = standsBeside(site, item);
    const down = isBeside ? lowered(site, item, measure) : { name: 0, tagline: 0 };
    let [left, top] = [0, 0];
    const parts = partsOf(site, item).map((part) => {
      const line = lineOf(site, item, part);
      const width = labelWidth(line.text, line.style, measure, line.size);
      const placed = { part, line, width, left, top: top + down[part] };
      if (isBeside) left += width + gapBeside(item);
      else top += line.height;
      return placed;
    });
    const width = Math.max(...parts.map((part) => part.left + part.width));
    const height = Math.max(...parts.map((part) => part.top + part.line.height));
    return {
      width,
      height,
      place(x, y) {
        return parts.map(({ part, line, ...at }, i): HeaderInk => {
          const box = { x: x + at.left, y: y + at.top, width: at.width, height: line.height };
          const run = textRun(line.text, line.style, { left: box.x, box, size: line.size }, measure);
          const isTagline = part === 'tagline';
          return {
            id: isTagline ? `${id}-tagline` : id,
            name: isTagline ? 'Tagline' : line.text,
            box,
            ...(isTagline && { element: id }),
            ...(isTagline && item.taglineInk && { ink: resolveColour(site.palette, item.taglineInk) }),
            focus: i === 0 && { x, y, width, height },
            what: { kind: 'text', run },
          };
        });
      },
    };
  },
  html(markup, item, className) {
    const { site } = markup;
    const reads = [
      partsOf(site, item),
      ...(item.steps ?? []).map(({ reads: own }) => partsOf(site, { ...item, ...(own && { reads: own }) })),
    ].flat();
    return [
      `<a class="hr-name ${className}" href="${homeOf(markup)}">`,
      ...(reads.includes('name') ? [`  <span class="hr-site">${escapeHtml(site.name)}</span>`] : []),
      ...(reads.includes('tagline') ? [`  <span class="hr-tagline">${escapeHtml(site.tagline)}</span>`] : []),
      '</a>',
    ].join('\n');
  },
  css(site, item, self, { measure } = {}) {
    const parts = partsOf(site, item);
    const isBeside = standsBeside(site, item);
    const down = isBeside && measure ? lowered(site, item, measure) : { name: 0, tagline: 0 };
    const shown = (part: Part) => (parts.includes(part) ? 'block' : 'none');
    const ink = item.taglineInk && cssColour(resolveColour(site.palette, item.taglineInk));
    return [
      [
        self,
        `flex-direction: ${isBeside ? 'row' : 'column'}`,
        `align-items: flex-start`,
        `column-gap: ${px(isBeside ? gapBeside(item) : 0)}`,
      ],
      [
        `${self} .hr-site`,
        `display: ${shown('name')}`,
        `margin-top: ${px(down.name)}`,
        ...typeCss(site.type.heading, item.size),
      ],
      [
        `${self} .hr-tagline`,
        `display: ${shown('tagline')}`,
        `margin-top: ${px(down.tagline)}`,
        ...typeCss(site.type.text, taglineSize(item.size)),
        ...(ink ? [`color: ${ink}`] : []),
      ],
    ];
  },
};
