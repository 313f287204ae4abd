import { px } from '../../css/text.ts';
import { INK_TIME } from '../../css/times.ts';
import { RING } from '../../header/metrics.ts';
import { PLAIN } from '../../layers/index.ts';
import type { Header } from '../../model/header.ts';
import type { OwnGroup, OwnHeader } from '../../model/own.ts';
import { dressedStates } from '../css/looks.ts';
import { unchanged } from './letters.ts';
import { neutral, type ByState, type Declared, type Writer } from './writer.ts';

/** The inks of logo and links of a site's own header, in each state. */

/** What the link of the page one is on sets beside what all of them set. */
const LINED: Declared = [
  ['text-decoration-line', undefined],
  ['text-decoration-thickness', undefined],
];

/** What the rules for inks are written with. */
interface Inking {
  own: OwnHeader;
  states: ReturnType<typeof dressedStates>;
  /** The inks of a link, by state. */
  inks: ByState & { rest: Declared; focus: Declared; hover: Declared; active: Declared };
}

/** The inks of logo and links in each state, as `inkIn` and `backingIn` have it. */
export function writeInks(writer: Writer, header: Header, own: OwnHeader): void {
  const states = dressedStates(header);
  const of: Inking = { own, states, inks: inksIn(states) };
  writeLogo(writer, of);
  for (const group of writer.groups('text'))
    writer.write(group, 'What is written beside the links.', { rest: restOn(of, group) });
  for (const group of writer.groups('links')) writeLinks(writer, of, group);
  for (const group of writer.groups('lines'))
    writer.write(group, 'Lines of their own below links: the line is that of the link itself.', {
      rest: [
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ...neutral(own, group, ['border-bottom-color', 'transparent'], ['border-top-color', 'transparent']),
      ],
    });
}

/** A ring, but for its colour. */
const RINGED: Declared = [
  ['outline-style', 'solid'],
  ['outline-width', px(RING.thickness)],
  ['outline-offset', px(RING.offset)],
];

function inksIn({ focused, pressed }: Inking['states']): Inking['inks'] {
  return {
    rest: [
      ['--hr-own', 'var(--hr-link)'],
      ['color', 'var(--hr-own)'],
      ['transition', `color ${INK_TIME}`],
    ],
    focus: [
      ...(focused ? ([['color', 'var(--hr-focused, var(--hr-own))']] as Declared) : []),
      ...RINGED,
      ['outline-color', 'var(--hr-ring, var(--hr-focused, var(--hr-own)))'],
    ],
    hover: [['color', 'var(--hr-hover)']],
    active: pressed ? [['color', 'var(--hr-pressed, var(--hr-hover))']] : [],
  };
}

/** What lies on the header's ground at rest, without one of its own. */
const restOn = ({ own, inks }: Inking, group: OwnGroup): Declared => [
  ...inks.rest,
  ...unchanged(own, group),
  ...neutral(own, group, ['background-color', 'transparent'], ['background-image', 'none']),
];

/** A logo in letters; of a picture the ring round it. */
function writeLogo(writer: Writer, of: Inking): void {
  const ink = of.own.inks.find(({ id }) => id === 'logo');
  if (ink?.kind === 'logo' && !ink.isStill)
    for (const group of writer.groups('logo'))
      writer.write(group, 'The ring round the logo.', {
        focus: [...RINGED, ['outline-color', 'var(--hr-ring, var(--hr-focused, var(--hr-link)))']],
      });
  if (ink?.kind !== 'text') return;
  const { rest: _, ...rises } = of.inks;
  for (const group of writer.groups('logo'))
    writer.write(group, 'The logo.', { rest: restOn(of, group), ...(!ink.isStill && rises) });
}

/** A line below is drawn in the ink, and as a line. */
const AS_INK: [string, string][] = [
  ['text-decoration-color', 'currentcolor'],
  ['text-decoration-style', 'solid'],
];

/** Links of one group: at rest, on the page one is on, open, and in the states that a visitor puts them into. */
function writeLinks(writer: Writer, { own, states, inks }: Inking, group: OwnGroup): void {
  const chain = `link ${group.number}`;
  const plate = (value: string): Declared => (states.backing ? [['background-color', value]] : []);
  const hovered = 'var(--hr-plate-hover, var(--hr-plate))';
  const rises: ByState = {
    focus: [...inks.focus, ...plate('var(--hr-plate-focused, var(--hr-plate))')],
    hover: [
      ...inks.hover,
      ...plate(hovered),
      ['text-decoration-line', 'var(--hr-line-hovered)'],
      ['text-decoration-thickness', 'var(--hr-line-hover, 1px)'],
    ],
    active: [...inks.active, ...plate(`var(--hr-plate-pressed, ${hovered})`)],
  };
  const currents = writer.groups('current');
  const hasLine = own.rules.some(
    (rule) => (rule.group === 'links' || rule.group === 'current') && rule.property === 'border-bottom-color',
  );
  const lineless: Declared = hasLine ? [['border-bottom-color', 'transparent']] : [];
  const rest: Declared = [
    ...inks.rest.slice(0, 2),
    ...platedBy(states.backing, 'var(--hr-plate-rest, transparent)'),
    ...(states.backing
      ? ([['border-radius', `var(--hr-plate-radius, ${px(PLAIN.backing.radius)})`]] as Declared)
      : []),
    ...neutral(own, group, ['background-image', 'none']),
    ...lineless,
    ['text-underline-offset', 'var(--hr-line-at, 6px)'],
    ['text-decoration-skip-ink', 'none'],
    ...neutral(own, group, ...AS_INK),
    ['transition', `color ${INK_TIME}, background-color ${INK_TIME}`],
    ...unchanged(own, group),
  ];
  writer.write(group, 'Links.', { rest }, { chain, all: { rest, ...rises } });
  const here: Declared = [
    ['--hr-own', 'var(--hr-current)'],
    ['color', 'var(--hr-own)'],
    ...platedBy(states.backing, 'var(--hr-plate-current, var(--hr-plate-rest, transparent))'),
    ['text-decoration-line', 'var(--hr-line-here)'],
    ['text-decoration-thickness', 'var(--hr-line-current, 2px)'],
    ...lineless,
  ];
  for (const current of currents) {
    const worn = [...here, ...neutral(own, current, ...AS_INK)];
    const all = { rest: worn, ...rises };
    writer.write(current, 'The link of the page one is on.', { rest: worn }, { chain, all });
  }
  if (states.open) writeOpeners(writer, group, { rest, rises, currents, hasBacking: states.backing });
  writer.write(group, 'Links with the keyboard on them, under the pointer, and pressed.', rises, {
    chain,
    all: { rest: [...rest, ...LINED], ...rises },
    also: currents,
  });
}

/** The ground of a link at rest: its backing where there are any, else none. */
const platedBy = (hasBacking: boolean, value: string): Declared =>
  hasBacking
    ? [
        ['--hr-plate', value],
        ['background-color', 'var(--hr-plate)'],
      ]
    : [['background-color', 'transparent']];

/** Links whose drop-down is open, where that is told by something. */
function writeOpeners(
  writer: Writer,
  links: OwnGroup,
  {
    rest,
    rises,
    currents,
    hasBacking,
  }: { rest: Declared; rises: ByState; currents: readonly OwnGroup[]; hasBacking: boolean },
): void {
  const open: Declared = [
    ['color', 'var(--hr-open, var(--hr-own))'],
    ...(hasBacking ? ([['background-color', 'var(--hr-plate-open, var(--hr-plate))']] as Declared) : []),
  ];
  for (const group of writer.groups('openers').filter(({ opened }) => opened?.among === links.number))
    writer.write(
      group,
      'Links whose drop-down is open.',
      { open },
      { chain: `link ${links.number}`, all: { rest, open, ...rises }, also: [links, ...currents] },
    );
}
