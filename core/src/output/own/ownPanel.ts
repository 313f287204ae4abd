import { cssColour } from '../../colour/rgb.ts';
import { px } from '../../css/text.ts';
import { ALWAYS } from '../../header/fold.ts';
import { RING } from '../../header/metrics.ts';
import { ownFold } from '../../header/ownLayout.ts';
import { panelStates } from '../../header/panelStates.ts';
import type { Header } from '../../model/header.ts';
import type { OwnGroup, OwnHeader } from '../../model/own.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { unchanged } from './letters.ts';
import { neutral, type ByState, type Declared, type Writer } from './writer.ts';

/** Drop-downs and the folded menu of a site's own header. */

/** Drop-downs, and the folded menu where it folds. */
export function writePanel(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const { rest: rests, hover, pressed, focused, current } = panelStates(header.panel);
  const isFilled = [hover, pressed, focused].some(({ fill }) => fill !== rests.fill);
  const worn = ({ ink, fill }: typeof rests): Declared => [
    ['color', colour(ink)],
    ...(isFilled ? ([['background-color', colour(fill)]] as Declared) : []),
  ];
  const ringed: Declared = [
    ['outline-style', 'solid'],
    ['outline-width', px(RING.thickness)],
    ['outline-color', colour(focused.ink)],
    ['outline-offset', '-2px'],
  ];
  for (const group of writer.groups('drop-down'))
    writer.write(group, 'Drop-downs.', {
      rest: [
        ['background-color', colour(rests.fill)],
        ['background-image', 'none'],
      ],
    });
  const children = (group: OwnGroup): ByState => ({
    rest: [
      ['color', colour(rests.ink)],
      ['background-color', 'transparent'],
      ...neutral(own, group, ['background-image', 'none']),
      ...unchanged(own, group),
    ],
    focus: [...worn(focused), ...ringed],
    hover: worn(hover),
    active: worn(pressed),
  });
  for (const group of writer.groups('children')) writer.write(group, 'Links in drop-downs.', children(group));
  const fold = ownFold(own);
  const panels = writer.groups('panel');
  if (fold === 0 || panels.length === 0) return;
  const media = fold >= ALWAYS ? undefined : `@media (max-width: ${fold - 0.02}px)`;
  const when = media ? { media } : {};
  for (const [i, group] of panels.entries())
    writer.write(
      group,
      i === 0 ? 'The folded menu.' : 'Grounds within it.',
      {
        rest: [
          ['background-color', i === 0 ? colour(rests.fill) : 'transparent'],
          ['background-image', 'none'],
        ],
      },
      { ...when, chain: `panel ${i}` },
    );
  for (const group of writer.groups('links')) {
    const chain = `link ${group.number}`;
    const currents = writer.groups('current');
    const rises: ByState = {
      focus: [...worn(focused), ...ringed],
      hover: worn(hover),
      active: worn(pressed),
    };
    const rest: Declared = [['color', colour(rests.ink)]];
    const here: Declared = [['color', colour(current.ink)]];
    writer.write(group, 'Links of the folded menu.', { rest }, { ...when, chain, all: { rest, ...rises } });
    for (const each of currents)
      writer.write(
        each,
        'The link of the page one is on, there.',
        { rest: here },
        { ...when, chain, all: { rest: here, ...rises } },
      );
    writer.write(group, 'The same with the keyboard on them, under the pointer, and pressed.', rises, {
      ...when,
      chain,
      all: { rest, ...rises },
      also: currents,
    });
  }
}
