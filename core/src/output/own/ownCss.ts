import { cutDepth } from '../../geometry/cut.ts';
import { cutOutline } from '../../layers/cut.ts';
import { hasOtherSides } from '../../layers/edge.ts';
import { px, rule, within } from '../../css/text.ts';
import { cssImage, rootAddresses, type Addresses } from '../addresses.ts';
import { shownPictures } from '../../layers/picture.ts';
import { MOVE_TIME, TIME } from '../../css/times.ts';
import { looksOf, resolveWorn } from '../../header/look.ts';
import { groundOfOwn } from '../../header/ownGround.ts';
import { BESIDE, changesByScroll } from '../../header/manner.ts';
import { changesByTheirs, standsAsTheirs } from '../../header/ownLayout.ts';
import { mostStops } from '../../layers/gradient.ts';
import { headerItems, momentsOf, type Header } from '../../model/header.ts';
import type { OwnHeader } from '../../model/own.ts';
import type { Site } from '../../model/site.ts';
import { looksCss } from '../css/looks.ts';
import { writeInks } from './ownInks.ts';
import { writeButtons, writeMarks } from './ownMarks.ts';
import { OVER_ALL, unchanged } from './letters.ts';
import { writePanel } from './ownPanel.ts';
import { Writer, neutral, type Declared, type Unbeaten } from './writer.ts';

/**
 * The style sheet that dresses a header which a site has already: CSS alone, on selectors of its own markup, each rule as heavy
 * as it must be to win. What is judged is written here, all of it, so that what is promised is what is seen.
 */

/** The class that a script of ours sets, where theirs sets none. */
export const SCROLLED_CLASS = 'hr-scrolled';

/** The class of one that is gone while the page is scrolled down. */
export const GONE_CLASS = 'hr-gone';

/** The selector of a header once it is scrolled, and how much heavier it is than the header's own. */
export function laterSelector(own: OwnHeader, header: Header): string {
  const { selector, stuck } = own;
  if (!stuck || !changesByTheirs(own, header)) return `${selector}.${SCROLLED_CLASS}`;
  const name = `.${escapeName(stuck.name)}`;
  return stuck.on === 'header' ? `${selector}${name}` : `${stuck.on}${name} ${withoutBody(selector)}`;
}

const withoutBody = (selector: string) => selector.replace(/^body > /, '');
const escapeName = (name: string) => name.replace(/[^\w-]/g, (letter) => `\\${letter}`);

/** What is written for a header, and what of theirs no style sheet beats. */
export interface OwnPaste {
  css: string;
  unbeaten: Unbeaten[];
}

/**
 * The style sheet that makes a site's own header wear what a header of its document does.
 * @param to where its picture is had from: beside the style sheet, where nothing is said
 */
export function ownPaste(
  site: Site,
  header: Header,
  own: OwnHeader,
  to: Pick<Addresses, 'picture' | 'sizes'> = rootAddresses(site),
): OwnPaste {
  const writer = new Writer(own);
  writer.text(valuesCss(site, header, own, picturesCss(site, header, own, to)));
  writeHeader(writer, site, header, own);
  if (header.manner.onScroll === 'returns') writer.text(goneCss(own));
  for (const group of writer.groups('ground'))
    writer.write(group, 'Grounds between the links and the page: the header’s own is the one that is seen.', {
      rest: [
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ...neutral(own, group, ['backdrop-filter', 'none']),
        ...unchanged(own, group, [...OVER_ALL]),
      ],
    });
  writeInks(writer, header, own);
  writeButtons(writer, site, header, own);
  writeMarks(writer, own);
  writePanel(writer, site, header, own);
  const head = `/* ${header.name.replaceAll('*/', '')}: dressed with Hat Rail. Paste it again over an earlier one. */\n`;
  return { css: `${head}${writer.end()}`, unbeaten: writer.unbeaten };
}

/** What can be changed later: the header's values, at the top and once it is scrolled. */
function valuesCss(site: Site, header: Header, own: OwnHeader, pictures: string): string {
  // Links, and what is written beside them, need not stand in the menu itself: a second one, or a number to call.
  const inMenu = own.groups.filter(
    ({ name, item }) => name === 'menu' || (item === 'menu' && (name === 'links' || name === 'text')),
  );
  const menu = [...new Set(inMenu.flatMap(({ inner }) => inner))].map((each) =>
    // What begins with a combinator is of the header, and nothing by itself.
    /^[>+~]/.test(each) ? `${own.selector} ${each}` : each,
  );
  const logo = own.groups.find(({ name }) => name === 'logo');
  const { duration, easing = 'ease', ink } = header.manner;
  const selectorOf = (id: string): string | undefined => {
    if (id === 'menu') return menu.length > 0 ? ` :is(${menu.join(', ')})` : undefined;
    const group = id === 'name' || id === 'logo' ? logo : undefined;
    return group?.inner[0] === undefined ? undefined : ` ${group.inner[0]}`;
  };
  const looks = looksCss(site, header, {
    root: own.selector,
    later: laterSelector(own, header),
    rail: () => undefined,
    item: selectorOf,
    without: /^--hr-(light|dark|single|line-(share|rest|from)|cue-time|button|plate-(reach|height|hover-))/,
  });
  const time = (ms: number, delay = 0) => `${ms}ms ${easing}${delay > 0 ? ` ${delay}ms` : ''}`;
  const moves = header.manner.onScroll === 'returns';
  // Along with the scroll it is where the script says: nothing takes a time of its own but going and coming back.
  const lasting = changesByScroll(header)
    ? { ...(moves && { '--hr-move-time': time(duration) }) }
    : { '--hr-time': time(duration), ...(ink && { '--hr-ink-time': time(ink.duration, ink.delay) }) };
  const names = Object.keys(lasting);
  const times =
    names.length === 0
      ? []
      : [
          rule(own.selector, ...Object.entries(lasting).map(([name, value]) => `${name}: ${value}`)),
          within(
            '@media (prefers-reduced-motion: reduce)',
            rule(own.selector, ...names.map((name) => `${name}: 0s`)),
          ),
        ];
  return [
    '/* Values: change these. */\n',
    pictures,
    looks,
    linesCss(site, header, own, selectorOf('menu') ?? ''),
    ...times,
    ...registered(site, header),
  ].join('');
}

/** Where the pictures behind it are had from. */
function picturesCss(
  site: Site,
  header: Header,
  own: OwnHeader,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const ids = shownPictures(looksOf(site, { header }).map(({ picture }) => picture));
  if (ids.length === 0) return '';
  const isThere = (id: string) => site.pictures.some((each) => each.id === id);
  const lines = ids.map((id, i) => `--hr-picture-${i + 1}: ${isThere(id) ? cssImage(to, id) : 'none'}`);
  return rule(own.selector, ...lines);
}

/** Whether a line is drawn below links, at each moment. */
function linesCss(site: Site, header: Header, own: OwnHeader, menu: string): string {
  const item = headerItems(header).find(({ kind }) => kind === 'menu');
  const [first, next] = momentsOf(header);
  const at = (moment: (typeof first & string) | undefined) => {
    const { cue } = resolveWorn(site, { header, rail: header.rails[0], item }, moment ?? 'top');
    const line = (thickness: number) => (thickness > 0 ? 'underline' : 'none');
    return { hover: line(cue.hover), current: line(cue.current) };
  };
  const [a, b] = [at(first), at(next)];
  const rule = (selector: string, { hover, current }: typeof a) =>
    `${selector}${menu} {\n  --hr-line-hovered: ${hover};\n  --hr-line-here: ${current};\n}\n`;
  return (
    rule(own.selector, a) +
    (a.hover === b.hover && a.current === b.current ? '' : rule(laterSelector(own, header), b))
  );
}

/** Colours of gradient and tint registered, so that they change over time. */
function registered(site: Site, header: Header): string[] {
  const looks = looksOf(site, { header });
  const stops = mostStops(looks.map(({ gradient }) => gradient));
  const register = (name: string, syntax: string, initial: string) =>
    `@property ${name} {\n  syntax: "<${syntax}>";\n  inherits: true;\n  initial-value: ${initial};\n}\n`;
  return [
    ...(hasTint(site, header) ? [register('--hr-tint', 'color', 'transparent')] : []),
    ...(stops > 0 ? [register('--hr-angle', 'angle', '180deg')] : []),
    ...Array.from({ length: stops }, (_, i) => [
      register(`--hr-stop-${i + 1}`, 'color', 'transparent'),
      register(`--hr-at-${i + 1}`, 'percentage', '0%'),
    ]).flat(),
  ];
}

const hasTint = (site: Site, header: Header) =>
  looksOf(site, { header }).some(({ tint }) => tint.opacity > 0);

const LINE_BELOW = '0 var(--hr-edge-size) var(--hr-edge)';
const [START, END] = ['calc(-1 * var(--hr-start-size))', 'var(--hr-end-size)'];
const ABOVE = 'calc(-1 * var(--hr-above-size))';
/** Lines at all sides, outside its box: its shape moved that way; and at the corners, where two of them leave a gap, once more both ways. */
const SIDE_LINES = [
  LINE_BELOW,
  `0 ${ABOVE} var(--hr-above)`,
  `${START} 0 var(--hr-start)`,
  `${END} 0 var(--hr-end)`,
  ...[START, END].flatMap((x) => [
    `${x} var(--hr-edge-size) var(--hr-edge)`,
    `${x} ${ABOVE} var(--hr-above)`,
  ]),
];

/** The header's ground as it is written, whoever it is on. */
interface Ground {
  /** Its paint: fill, gradient, tint. */
  paint: Declared;
  /** Its blur, if there is any. */
  blur: Declared;
  /** Shadow and lines, outside its box. */
  shadows: string;
  /** How far its lower edge is cut. */
  isCut: boolean;
  /** Values that change over time on the header itself, so that what takes them does. */
  changing: string[];
}

function groundOf(site: Site, header: Header): Ground {
  const looks = looksOf(site, { header });
  const has = (test: (look: (typeof looks)[number]) => boolean) => looks.some(test);
  const stops = Array.from({ length: mostStops(looks.map(({ gradient }) => gradient)) }, (_, i) => i + 1);
  const list = stops.map((stop) => `var(--hr-stop-${stop}) var(--hr-at-${stop})`).join(', ');
  const tint = hasTint(site, header) ? ['linear-gradient(var(--hr-tint), var(--hr-tint))'] : [];
  const gradient = stops.length > 0 ? [`linear-gradient(var(--hr-angle), ${list})`] : [];
  const hasPicture = has(({ picture }) => picture.on);
  /** A value for each image: the picture's own, and that of all others. */
  const each = (picture: string, other: string) =>
    [...tint.map(() => other), picture, ...gradient.map(() => other)].join(', ');
  const images = [...tint, ...(hasPicture ? ['var(--hr-picture)'] : []), ...gradient];
  const shadows = [
    ...(has(({ edge }) => hasOtherSides(edge)) ? SIDE_LINES : has(({ edge }) => edge.on) ? [LINE_BELOW] : []),
    ...(has(({ shadow }) => shadow.opacity > 0) ? ['var(--hr-shadow)'] : []),
  ];
  return {
    paint: [
      ['background-color', 'var(--hr-fill)'],
      ['background-image', images.join(', ') || 'none'],
      ...(hasPicture
        ? ([
            ['background-position', each('var(--hr-picture-at)', '0 0')],
            ['background-size', each('var(--hr-picture-size)', 'auto')],
            ['background-repeat', each('var(--hr-picture-repeat)', 'no-repeat')],
            ['background-blend-mode', each('var(--hr-picture-blend)', 'normal')],
          ] as Declared)
        : []),
    ],
    blur: has(({ blur }) => blur.radius > 0) ? [['backdrop-filter', 'blur(var(--hr-blur))']] : [],
    shadows: shadows.join(', ') || 'none',
    isCut: has((look) => cutDepth(look) > 0),
    changing: [
      ...(hasTint(site, header) ? ['--hr-tint'] : []),
      ...(stops.length > 0 ? ['--hr-angle'] : []),
      ...stops.flatMap((stop) => [`--hr-stop-${stop}`, `--hr-at-${stop}`]),
    ],
  };
}

const changes = (names: readonly string[], moves = false): Declared => {
  const all = [...names.map((name) => `${name} ${TIME}`), ...(moves ? [`translate ${MOVE_TIME}`] : [])];
  return all.length > 0 ? [['transition', all.join(', ')]] : [];
};

/** Where the header stands, and the ground of its own. */
function writeHeader(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
  const [group] = writer.groups('header');
  if (!group) return;
  const ground = groundOf(site, header);
  const moves = header.manner.onScroll === 'returns';
  const times = ['background-color', 'box-shadow', ...ground.blur.map(([name]) => name)];
  const sides = ['top', 'right', 'bottom', 'left'] as const;
  const lineless = sides.flatMap((side, i): Declared =>
    own.lines[i]! > 0 ? [[`border-${side}-color`, 'transparent']] : [],
  );
  if (!own.free) {
    writer.write(group, 'The header’s ground.', {
      rest: [
        ...standing(header, own),
        ...ground.paint,
        ['box-shadow', ground.shadows],
        ...ground.blur,
        ...lineless,
        ...unchanged(own, group, [...OVER_ALL]),
        ...changes([...times, ...ground.changing], moves),
      ],
    });
    return;
  }
  const { isCut, shadows } = ground;
  // What is cut to a shape throws no shadow outside it, nor does what a header hides that hides what hangs out of it: it does so itself.
  const isThrown = isCut || !groundOfOwn(own).hangsOut;
  writer.write(
    group,
    'Where the header stands; its ground is on an element of its own, so that nothing else is blurred or moved.',
    {
      rest: [
        ...standing(header, own),
        ['isolation', 'isolate'],
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ['box-shadow', isThrown ? shadows : 'none'],
        ...lineless,
        ...neutral(own, group, ['backdrop-filter', 'none']),
        ...unchanged(own, group, [...OVER_ALL]),
        ...changes([...ground.changing, ...(isThrown && shadows !== 'none' ? ['box-shadow'] : [])], moves),
      ],
    },
  );
  writer.write({ ...group, inner: [`::${own.free}`], weight: [0, 0, 1] }, 'The ground.', {
    rest: [
      ['content', '""'],
      ['position', 'absolute'],
      ['z-index', '-1'],
      ['inset', reachOf(own, isCut)],
      ['border-radius', 'inherit'],
      ['pointer-events', 'none'],
      ...ground.paint,
      ['box-shadow', isThrown ? 'none' : shadows],
      ...ground.blur,
      ...(isCut ? ([['clip-path', cutOutline()]] as Declared) : []),
      ...changes(isThrown ? times.filter((name) => name !== 'box-shadow') : times),
    ],
  });
}

/** Gone, with its shadow and lines, until the page is scrolled up or the keyboard comes to it. */
function goneCss({ selector }: OwnHeader): string {
  return `/* Gone while the page is scrolled down. */\n${rule(
    `${selector}.${GONE_CLASS}:not(:focus-within)`,
    `translate: 0 calc(-100% - ${px(BESIDE)})`,
  )}`;
}

/** How far the ground reaches out of the header's inner box: under the header's own lines, and below it where it is cut. */
function reachOf({ lines }: OwnHeader, isCut: boolean): string {
  const reach = lines.map((width) => px(-width));
  if (isCut) reach[2] = `calc(${reach[2]!} - var(--hr-depth))`;
  return reach.every((each) => each === '0px') ? '0' : reach.join(' ');
}

/** Where it stands, as far as that is otherwise than as it was. */
function standing(header: Header, own: OwnHeader): Declared {
  if (standsAsTheirs(own, header)) return own.position === 'static' ? [['position', 'relative']] : [];
  const { lies, onScroll } = header.manner;
  const isOver = lies === 'over';
  const position = onScroll === 'leaves' ? (isOver ? 'absolute' : 'relative') : isOver ? 'fixed' : 'sticky';
  return [
    ['position', position],
    ['top', onScroll === 'leaves' && !isOver ? 'auto' : '0'],
    ...(isOver
      ? ([
          ['left', '0'],
          ['right', '0'],
          ['width', 'auto'],
        ] as Declared)
      : []),
  ];
}
