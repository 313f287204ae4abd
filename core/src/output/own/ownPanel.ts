import { cssColour } from '../../colour/rgb.ts';
import { px } from '../../css/text.ts';
import { ALWAYS } from '../../header/fold.ts';
import { RING } from '../../header/metrics.ts';
import { ownFold } from '../../header/ownLayout.ts';
import { panelStates } from '../../header/panelStates.ts';
import type { Header } from '../../model/header.ts';
import type { OwnHeader } from '../../model/own.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { unchanged } from './letters.ts';
import { neutral, type ByState, type Declared, type Writer } from './writer.ts';

/** Drop-downs and the folded menu of a site's own header. */

/** What drop-downs and the folded menu are written with. */
interface PanelInks {
  fill: string;
  ink: string;
  current: string;
  /** With the keyboard on an entry, under the pointer, and pressed. */
  rises: ByState;
}

function panelInks(site: Site, header: Header): PanelInks {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const { rest, hover, pressed, focused, current } = panelStates(header.panel);
  const isFilled = [hover, pressed, focused].some(({ fill }) => fill !== rest.fill);
  const worn = ({ ink, fill }: typeof rest): Declared => [
    ['color', colour(ink)],
    ...(isFilled ? ([['background-color', colour(fill)]] as Declared) : []),
  ];
  const ringed: Declared = [
    ['outline-style', 'solid'],
    ['outline-width', px(RING.thickness)],
    ['outline-color', colour(focused.ink)],
    ['outline-offset', '-2px'],
  ];
  return {
    fill: colour(rest.fill),
    ink: colour(rest.ink),
    current: colour(current.ink),
    rises: { focus: [...worn(focused), ...ringed], hover: worn(hover), active: worn(pressed) },
  };
}

const groundIn = (colour: string): Declared => [
  ['background-color', colour],
  ['background-image', 'none'],
];

/** Drop-downs, and the folded menu where it folds. */
export function writePanel(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
  const inks = panelInks(site, header);
  for (const group of writer.groups('drop-down'))
    writer.write(group, 'Drop-downs.', { rest: groundIn(inks.fill) });
  for (const group of writer.groups('children'))
    writer.write(group, 'Links in drop-downs.', {
      rest: [
        ['color', inks.ink],
        ['background-color', 'transparent'],
        ...neutral(own, group, ['background-image', 'none']),
        ...unchanged(own, group),
      ],
      ...inks.rises,
    });
  writeFolded(writer, own, inks);
}

/** The folded menu, at the widths at which it folds. */
function writeFolded(writer: Writer, own: OwnHeader, { fill, ink, current, rises }: PanelInks): void {
  const fold = ownFold(own);
  const panels = writer.groups('panel');
  if (fold === 0 || panels.length === 0) return;
  const when = fold >= ALWAYS ? {} : { media: `@media (max-width: ${fold - 0.02}px)` };
  for (const [i, group] of panels.entries()) {
    const says = i === 0 ? 'The folded menu.' : 'Grounds within it.';
    const rest = groundIn(i === 0 ? fill : 'transparent');
    writer.write(group, says, { rest }, { ...when, chain: `panel ${i}` });
  }
  const currents = writer.groups('current');
  for (const group of writer.groups('links')) {
    const how = { ...when, chain: `link ${group.number}` };
    const rest: Declared = [['color', ink]];
    const here: Declared = [['color', current]];
    const all = { rest, ...rises };
    writer.write(group, 'Links of the folded menu.', { rest }, { ...how, all });
    for (const each of currents)
      writer.write(
        each,
        'The link of the page one is on, there.',
        { rest: here },
        { ...how, all: { rest: here, ...rises } },
      );
    writer.write(group, 'The same with the keyboard on them, under the pointer, and pressed.', rises, {
      ...how,
      all,
      also: currents,
    });
  }
}
