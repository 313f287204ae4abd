import { within, px } from '../../css/text.ts';
import { INK_TIME, TIME } from '../../css/times.ts';
import { cssColour } from '../../colour/rgb.ts';
import { changesByTheirs, ownFold } from '../../header/ownLayout.ts';
import { ALWAYS } from '../../header/fold.ts';
import { looksOf, resolveWorn } from '../../header/look.ts';
import { panelStates } from '../../header/panelStates.ts';
import { RING } from '../../header/metrics.ts';
import { PLAIN } from '../../layers/index.ts';
import { mostStops } from '../../layers/gradient.ts';
import { headerItems, momentsOf, type Header } from '../../model/header.ts';
import type { ButtonItem } from '../../model/item.ts';
import type { OwnGroup, OwnGroupName, OwnHeader, OwnOpening, OwnRule, Weight } from '../../model/own.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { dressedStates, looksCss } from '../css/looks.ts';
import { OUR_STATES, heavier, mustBeImportant, raised, rivalsOf, sumOf, type OurState } from './weights.ts';

/**
 * The style sheet that dresses a header which a site has already: CSS alone, on selectors of its own markup, each rule as heavy
 * as it must be to win. What is judged is written here, all of it, so that what is promised is what is seen.
 */

/** Declarations for one state. */
type Declared = [property: string, value: string | undefined][];
type ByState = Partial<Record<OurState, Declared>>;

/** The class that a script of ours sets, where theirs sets none. */
export const SCROLLED_CLASS = 'hr-scrolled';

/** The selector of a header once it is scrolled, and how much heavier it is than the header's own. */
export function laterSelector(own: OwnHeader, header: Header): string {
  const { selector, stuck } = own;
  if (!stuck || !changesByTheirs(own, header)) return `${selector}.${SCROLLED_CLASS}`;
  const name = `.${escapeName(stuck.name)}`;
  return stuck.on === 'header' ? `${selector}${name}` : `${stuck.on}${name} ${withoutBody(selector)}`;
}

const withoutBody = (selector: string) => selector.replace(/^body > /, '');
const escapeName = (name: string) => name.replace(/[^\w-]/g, (letter) => `\\${letter}`);

/** Something that no style sheet beats. */
export interface Unbeaten {
  group: OwnGroupName;
  property: string;
  rule: OwnRule;
}

/** Writes rules that win, and notes those that cannot. */
class Writer {
  readonly #own: OwnHeader;
  readonly #parts: string[] = [];
  readonly unbeaten: Unbeaten[] = [];
  /** What a group's rules weigh at least: later ones must not be lighter than what they go before. */
  readonly #floor = new Map<string, Weight>();

  /** What had to be important of a chain's properties, by itself or in layers. */
  readonly #important = new Map<string, { plain: boolean; layers: ReadonlySet<string> }>();

  constructor(own: OwnHeader) {
    this.#own = own;
  }

  groups(name: OwnGroupName): OwnGroup[] {
    return this.#own.groups.filter((group) => group.name === name);
  }

  text(part: string): void {
    if (part) this.#parts.push(part);
  }

  /**
   * Rules for a group in its states.
   * @param how `chain`: groups of the same chain follow one another, and a later rule of it is never lighter than an earlier;
   * `all`: everything that is set for these elements, where that is not what is set here; `also`: groups of some of the same
   * elements, whose rivals these rules have to beat, too
   */
  write(
    group: OwnGroup,
    says: string,
    byState: ByState,
    how: { media?: string; chain?: string; all?: ByState; also?: readonly OwnGroup[] } = {},
  ): void {
    const { media, chain = `${group.name} ${group.number}`, all = byState, also = [] } = how;
    const states = (Object.keys(byState) as OurState[]).filter((state) => byState[state]!.length > 0);
    /** The states for which something sets a property; what holds on the page one is on, or while a drop-down is open, holds at rest there. */
    const setting = (property: string) =>
      OUR_STATES.filter(
        (state) => state !== 'current' && state !== 'open' && all[state]?.some(([name]) => name === property),
      );
    let css = '';
    for (const state of states) {
      const plain: string[] = [];
      const important: string[] = [];
      const layered = new Map<string, string[]>();
      let over: Weight | undefined;
      let overImportant: Weight | undefined;
      const overLayer = new Map<string, Weight>();
      const most = (known: Weight | undefined, next: Weight | undefined) =>
        known && next ? heavier(known, next) : (next ?? known);
      for (const [property, value] of byState[state]!) {
        if (value === undefined) continue;
        const rivals = rivalsOf(this.#own, [group, ...also], property, state, setting(property));
        if (rivals.beyond && !this.unbeaten.some((each) => each.rule === rivals.beyond))
          this.unbeaten.push({ group: group.name, property, rule: rivals.beyond });
        // What we had to make important ourselves goes before what is not.
        const held = this.#important.get(`${chain} ${property}`) ?? {
          plain: false,
          layers: new Set<string>(),
        };
        for (const layer of held.layers) if (!rivals.layers.has(layer)) rivals.layers.set(layer, [0, 0, 0]);
        if (held.plain) rivals.inline = true;
        if (!mustBeImportant(rivals)) {
          plain.push(`${property}: ${value}`);
          over = most(over, rivals.plain);
          continue;
        }
        this.#important.set(`${chain} ${property}`, {
          plain: held.plain || rivals.important !== undefined || rivals.inline,
          layers: new Set([...held.layers, ...rivals.layers.keys()]),
        });
        for (const [layer, weight] of rivals.layers) {
          layered.set(layer, [...(layered.get(layer) ?? []), `${property}: ${value} !important`]);
          overLayer.set(layer, most(overLayer.get(layer), weight)!);
        }
        if (rivals.important !== undefined || rivals.inline) {
          important.push(`${property}: ${value} !important`);
          overImportant = most(overImportant, rivals.important);
        }
      }
      css += this.#rule(group, state, chain, plain, over);
      css += this.#rule(group, state, `${chain} !`, important, overImportant);
      for (const [layer, lines] of layered)
        css += within(
          `@layer ${layer}`,
          this.#rule(group, state, `${chain} ${layer}`, lines, overLayer.get(layer)),
        );
    }
    if (!css) return;
    this.#parts.push(`/* ${says} */\n${media ? within(media, css) : css}`);
  }

  #rule(
    group: OwnGroup,
    state: OurState,
    chain: string,
    lines: readonly string[],
    over: Weight | undefined,
  ): string {
    if (lines.length === 0) return '';
    const own = this.#own;
    const pseudo = state === 'open' ? openedPseudo(group) : PSEUDO[state];
    const weighs = PSEUDO[state] !== '';
    const base = sumOf(sumOf(own.weight, group.weight), weighs ? [0, 1, 0] : [0, 0, 0]);
    const { selector, by } = raised(own, base, over, this.#floor.get(chain));
    this.#floor.set(chain, sumOf(base, by));
    const list = group.inner.map((inner) => {
      const [, plain, element] = /^(.*?)(::[\w-]+)?$/s.exec(inner)!;
      return `${selector}${plain ? ` ${plain}` : ''}${pseudo}${element ?? ''}`;
    });
    return `${list.join(',\n')} {\n${lines.map((line) => `  ${line};\n`).join('')}}\n`;
  }

  end(): string {
    return this.#parts.join('\n');
  }
}

const PSEUDO: Record<OurState, string> = {
  rest: '',
  current: '',
  open: '',
  focus: ':focus-visible',
  hover: ':hover',
  active: ':active',
};

/** Where a link's drop-down is open: what tells so weighs nothing, so that what follows goes before it. */
function openedPseudo({ opened }: OwnGroup): string {
  if (!opened) return '';
  const below = ' > *'.repeat(opened.up - 1);
  const told: Record<OwnOpening, string> = {
    pointer: `:hover${below} > *`,
    // The link itself with the keyboard on it is in a state of its own.
    focus: `:focus-within${below} > :not(:focus)`,
    expanded: '[aria-expanded="true"]',
    beside: `:has(> [aria-expanded="true"])${below} > *`,
    details: `[open]${below} > *`,
  };
  return `:where(${opened.by.map((by) => told[by]).join(', ')})`;
}

/** What is written for a header, and what of theirs no style sheet beats. */
export interface OwnPaste {
  css: string;
  unbeaten: Unbeaten[];
}

/** The style sheet that makes a site's own header wear what a header of its document does. */
export function ownPaste(site: Site, header: Header, own: OwnHeader): OwnPaste {
  const writer = new Writer(own);
  writer.text(valuesCss(site, header, own));
  writeHeader(writer, site, header, own);
  for (const group of writer.groups('ground'))
    writer.write(group, 'Grounds between the links and the page: the header’s own is the one that is seen.', {
      rest: [
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ...neutral(
          own,
          group,
          ['backdrop-filter', 'none'],
          ['opacity', '1'],
          ['filter', 'none'],
          ['mix-blend-mode', 'normal'],
        ),
      ],
    });
  writeInks(writer, header, own);
  writeButtons(writer, site, header);
  writeMarks(writer, own);
  writePanel(writer, site, header, own);
  const head = `/* ${header.name.replaceAll('*/', '')}: dressed with Hat Rail. Paste it again over an earlier one. */\n`;
  return { css: `${head}${writer.end()}`, unbeaten: writer.unbeaten };
}

/** A declaration only where theirs sets the property. */
function neutral(own: OwnHeader, { name, number }: OwnGroup, ...all: [string, string][]): Declared {
  return all.filter(([property]) =>
    own.rules.some((rule) => rule.group === name && rule.number === number && rule.property === property),
  );
}

/** What can be changed later: the header's values, at the top and once it is scrolled. */
function valuesCss(site: Site, header: Header, own: OwnHeader): string {
  const menu = own.groups.find(({ name }) => name === 'menu');
  const logo = own.groups.find(({ name }) => name === 'logo');
  const { duration, easing = 'ease', ink } = header.manner;
  const selectorOf = (id: string): string | undefined => {
    const group = id === 'menu' ? menu : id === 'name' || id === 'logo' ? logo : undefined;
    return group?.inner[0] === undefined ? undefined : ` ${group.inner[0]}`;
  };
  const looks = looksCss(site, header, {
    root: own.selector,
    later: laterSelector(own, header),
    rail: () => undefined,
    item: selectorOf,
    without:
      /^--hr-(light|dark|single|line-(share|rest|from)|cue-time|button|cut|depth|plate-(reach|height|hover-))/,
  });
  const time = (ms: number, delay = 0) => `${ms}ms ${easing}${delay > 0 ? ` ${delay}ms` : ''}`;
  return [
    '/* Values: change these. */\n',
    looks,
    linesCss(site, header, own, selectorOf('menu') ?? ''),
    `${own.selector} {\n  --hr-time: ${time(duration)};\n${ink ? `  --hr-ink-time: ${time(ink.duration, ink.delay)};\n` : ''}}\n`,
    within(
      '@media (prefers-reduced-motion: reduce)',
      `${own.selector} {\n  --hr-time: 0s;\n${ink ? '  --hr-ink-time: 0s;\n' : ''}}\n`,
    ),
    ...registered(site, header),
  ].join('');
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

/** Where the header stands, and the ground of its own. */
function writeHeader(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
  const [group] = writer.groups('header');
  if (!group) return;
  const looks = looksOf(site, { header });
  const has = (test: (look: (typeof looks)[number]) => boolean) => looks.some(test);
  const stops = mostStops(looks.map(({ gradient }) => gradient));
  const list = Array.from({ length: stops }, (_, i) => `var(--hr-stop-${i + 1}) var(--hr-at-${i + 1})`);
  const images = [
    ...(hasTint(site, header) ? ['linear-gradient(var(--hr-tint), var(--hr-tint))'] : []),
    ...(stops > 0 ? [`linear-gradient(var(--hr-angle), ${list.join(', ')})`] : []),
  ];
  const isBlurred = has(({ blur }) => blur.radius > 0);
  const isShaded = has(({ shadow }) => shadow.opacity > 0);
  const hasEdge = has(({ edge }) => edge.on);
  const shadows = [
    ...(hasEdge ? ['0 var(--hr-edge-size) var(--hr-edge)'] : []),
    ...(isShaded ? ['var(--hr-shadow)'] : []),
  ];
  const changing = [
    ...(hasTint(site, header) ? ['--hr-tint'] : []),
    ...(stops > 0
      ? [
          '--hr-angle',
          ...Array.from({ length: stops }, (_, i) => [`--hr-stop-${i + 1}`, `--hr-at-${i + 1}`]).flat(),
        ]
      : []),
  ];
  const ground: Declared = [
    ['background-color', 'var(--hr-fill)'],
    ['background-image', images.length > 0 ? images.join(', ') : 'none'],
    ['box-shadow', shadows.length > 0 ? shadows.join(', ') : 'none'],
    ...(isBlurred ? ([['backdrop-filter', 'blur(var(--hr-blur))']] as Declared) : []),
  ];
  const times = ['background-color', 'box-shadow', ...(isBlurred ? ['backdrop-filter'] : [])];
  const lines = own.lines.some((width) => width > 0)
    ? (['top', 'right', 'bottom', 'left'] as const).flatMap((side, i): Declared =>
        own.lines[i]! > 0 ? [[`border-${side}-color`, 'transparent']] : [],
      )
    : [];
  const changes = (names: readonly string[]) => names.map((name) => `${name} ${TIME}`).join(', ');
  if (!own.free) {
    writer.write(group, 'The header’s ground.', {
      rest: [...standing(header, own), ...ground, ...lines, ['transition', changes([...times, ...changing])]],
    });
    return;
  }
  writer.write(
    group,
    'Where the header stands; its ground is on an element of its own, so that nothing else is blurred or moved.',
    {
      rest: [
        ...standing(header, own),
        ['isolation', 'isolate'],
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ['box-shadow', 'none'],
        ...lines,
        ...neutral(own, group, ['backdrop-filter', 'none'], ['opacity', '1']),
        ...(changing.length > 0 ? ([['transition', changes(changing)]] as Declared) : []),
      ],
    },
  );
  const reach = own.lines.map((width) => px(-width)).join(' ');
  writer.write({ ...group, inner: [`::${own.free}`], weight: [0, 0, 1] }, 'The ground.', {
    rest: [
      ['content', '""'],
      ['position', 'absolute'],
      ['z-index', '-1'],
      ['inset', reach === '0px 0px 0px 0px' ? '0' : reach],
      ['border-radius', 'inherit'],
      ['pointer-events', 'none'],
      ...ground,
      ['transition', changes(times)],
    ],
  });
}

/** Where it stands, as far as that is otherwise than as it was. */
function standing({ manner }: Header, own: OwnHeader): Declared {
  const isSame = manner.lies === own.lies && manner.onScroll === own.onScroll;
  if (isSame) return own.position === 'static' ? [['position', 'relative']] : [];
  const isOver = manner.lies === 'over';
  const position =
    manner.onScroll === 'leaves' ? (isOver ? 'absolute' : 'relative') : isOver ? 'fixed' : 'sticky';
  return [
    ['position', position],
    ['top', manner.onScroll === 'leaves' && !isOver ? 'auto' : '0'],
    ...(isOver
      ? ([
          ['left', '0'],
          ['right', '0'],
          ['width', 'auto'],
        ] as Declared)
      : []),
  ];
}

/** What the link of the page one is on sets beside what all of them set. */
const LINED: Declared = [
  ['text-decoration-line', undefined],
  ['text-decoration-thickness', undefined],
];

/** The inks of logo and links in each state, as `inkIn` and `backingIn` have it. */
function writeInks(writer: Writer, header: Header, own: OwnHeader): void {
  const states = dressedStates(header);
  const ring = 'var(--hr-ring, var(--hr-focused, var(--hr-own)))';
  const ringed: Declared = [
    ['outline-style', 'solid'],
    ['outline-width', px(RING.thickness)],
    ['outline-color', ring],
    ['outline-offset', px(RING.offset)],
  ];
  const inks: ByState = {
    rest: [
      ['--hr-own', 'var(--hr-link)'],
      ['color', 'var(--hr-own)'],
      ['transition', `color ${INK_TIME}`],
    ],
    focus: [
      ...(states.focused ? ([['color', 'var(--hr-focused, var(--hr-own))']] as Declared) : []),
      ...ringed,
    ],
    hover: [['color', 'var(--hr-hover)']],
    active: states.pressed ? [['color', 'var(--hr-pressed, var(--hr-hover))']] : [],
  };
  const plain = (group: OwnGroup) =>
    neutral(
      own,
      group,
      ['text-shadow', 'none'],
      ['opacity', '1'],
      ['animation-name', 'none'],
      ['-webkit-text-fill-color', 'currentcolor'],
    );
  /** A logo in letters lies on the header's ground. */
  const bare = (group: OwnGroup) =>
    neutral(own, group, ['background-color', 'transparent'], ['background-image', 'none']);
  const logoInk = own.inks.find(({ id }) => id === 'logo');
  for (const group of writer.groups('logo')) {
    if (logoInk?.kind !== 'text') continue;
    const { rest = [], ...rises } = inks;
    writer.write(
      group,
      'The logo.',
      logoInk.isStill
        ? { rest: [...rest, ...plain(group), ...bare(group)] }
        : { rest: [...rest, ...plain(group), ...bare(group)], ...rises },
    );
  }
  for (const group of writer.groups('text'))
    writer.write(group, 'What is written beside the links.', {
      rest: [...inks.rest!, ...plain(group), ...bare(group)],
    });
  const plate = (value: string): Declared => (states.backing ? [['background-color', value]] : []);
  const hovered = 'var(--hr-plate-hover, var(--hr-plate))';
  for (const group of writer.groups('links')) {
    const chain = `link ${group.number}`;
    const rises: ByState = {
      focus: [...inks.focus!, ...plate('var(--hr-plate-focused, var(--hr-plate))')],
      hover: [
        ...inks.hover!,
        ...plate(hovered),
        ['text-decoration-line', 'var(--hr-line-hovered)'],
        ['text-decoration-thickness', 'var(--hr-line-hover, 1px)'],
      ],
      active: [...inks.active!, ...plate(`var(--hr-plate-pressed, ${hovered})`)],
    };
    const currents = writer.groups('current');
    const sets = (property: string) =>
      own.rules.some(
        (rule) => (rule.group === 'links' || rule.group === 'current') && rule.property === property,
      );
    const hasLine = sets('border-bottom-color');
    const rest: Declared = [
      ...inks.rest!.slice(0, 2),
      ...(states.backing ? ([['--hr-plate', 'var(--hr-plate-rest, transparent)']] as Declared) : []),
      ['background-color', states.backing ? 'var(--hr-plate)' : 'transparent'],
      ...(states.backing
        ? ([['border-radius', `var(--hr-plate-radius, ${px(PLAIN.backing.radius)})`]] as Declared)
        : []),
      ...neutral(own, group, ['background-image', 'none']),
      ...(hasLine ? ([['border-bottom-color', 'transparent']] as Declared) : []),
      ['text-underline-offset', 'var(--hr-line-at, 6px)'],
      ['text-decoration-skip-ink', 'none'],
      ['transition', `color ${INK_TIME}, background-color ${INK_TIME}`],
      ...plain(group),
    ];
    writer.write(group, 'Links.', { rest }, { chain, all: { rest, ...rises } });
    for (const current of currents) {
      const here: Declared = [
        ['--hr-own', 'var(--hr-current)'],
        ['color', 'var(--hr-own)'],
        ...(states.backing
          ? ([
              ['--hr-plate', 'var(--hr-plate-current, var(--hr-plate-rest, transparent))'],
              ['background-color', 'var(--hr-plate)'],
            ] as Declared)
          : ([['background-color', 'transparent']] as Declared)),
        ['text-decoration-line', 'var(--hr-line-here)'],
        ['text-decoration-thickness', 'var(--hr-line-current, 2px)'],
        ...(hasLine ? ([['border-bottom-color', 'transparent']] as Declared) : []),
      ];
      writer.write(
        current,
        'The link of the page one is on.',
        { rest: here },
        { chain, all: { rest: here, ...rises } },
      );
    }
    if (states.open) writeOpeners(writer, group, { rest, rises, currents, hasBacking: states.backing });
    writer.write(group, 'Links with the keyboard on them, under the pointer, and pressed.', rises, {
      chain,
      all: { rest: [...rest, ...LINED], ...rises },
      also: currents,
    });
  }
  for (const group of writer.groups('lines'))
    writer.write(group, 'Lines of their own below links: the line is that of the link itself.', {
      rest: [
        ['background-color', 'transparent'],
        ['background-image', 'none'],
        ...neutral(own, group, ['border-bottom-color', 'transparent'], ['border-top-color', 'transparent']),
      ],
    });
}

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

/** Letters that have an element of their own take the ink of what they stand in. */
function writeLetters(writer: Writer, own: OwnHeader): void {
  for (const group of writer.groups('letters'))
    writer.write(group, 'Letters take the ink of the link that they stand in.', {
      rest: [
        ['color', 'inherit'],
        ...neutral(
          own,
          group,
          ['-webkit-text-fill-color', 'currentcolor'],
          ['text-shadow', 'none'],
          ['opacity', '1'],
          ['animation-name', 'none'],
        ),
      ],
    });
}

function writeButtons(writer: Writer, site: Site, header: Header): void {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  for (const group of writer.groups('button')) {
    const item = headerItems(header).find(
      (each): each is ButtonItem => each.kind === 'button' && each.id === group.item,
    );
    if (!item) continue;
    const { ink, hoverInk = ink, fill, hoverFill, pressedFill } = item;
    writer.write(group, `The button “${item.label.replaceAll('*/', '')}”.`, {
      rest: [
        ['color', colour(ink)],
        ['background-color', colour(fill)],
        ['background-image', 'none'],
        ['border-radius', px(item.radius)],
        ['transition', `color ${INK_TIME}, background-color ${INK_TIME}`],
      ],
      focus: [
        ['outline-style', 'solid'],
        ['outline-width', px(RING.thickness)],
        ['outline-color', 'var(--hr-ring, var(--hr-link))'],
        ['outline-offset', px(RING.offset)],
      ],
      hover: [
        ['color', colour(hoverInk)],
        ['background-color', colour(hoverFill)],
      ],
      active: pressedFill ? [['background-color', colour(pressedFill)]] : [],
    });
  }
}

/** Icons and the menu button: whatever paints them takes the links' ink. */
function writeMarks(writer: Writer, own: OwnHeader): void {
  const hosts = writer.groups('focus');
  const isStill = own.inks.some(({ id, isStill: still }) => id === 'menu-button' && still);
  const hasButton = own.inks.some(({ id }) => id === 'menu-button');
  for (const [i, group] of hosts.entries()) {
    const rest: Declared = [
      ['--hr-mark', 'var(--hr-link)'],
      ['background-color', 'transparent'],
      ['background-image', 'none'],
      ...(group.paints ?? []).map((property): Declared[number] => [property, 'transparent']),
    ];
    const answers: ByState = {
      focus: [
        ['--hr-mark', 'var(--hr-focused, var(--hr-link))'],
        ['outline-style', 'solid'],
        ['outline-width', px(RING.thickness)],
        ['outline-color', 'var(--hr-ring, var(--hr-focused, var(--hr-link)))'],
        ['outline-offset', px(RING.offset)],
      ],
      hover: [['--hr-mark', 'var(--hr-hover)']],
      active: [['--hr-mark', 'var(--hr-pressed, var(--hr-hover))']],
    };
    // The menu button is the last; one that is a label only does not answer.
    const answersNot = hasButton && isStill && i === hosts.length - 1;
    writer.write(group, 'Icons and the menu button.', answersNot ? { rest } : { rest, ...answers });
  }
  const value = 'var(--hr-mark, var(--hr-link))';
  for (const group of [...writer.groups('icons'), ...writer.groups('mark')])
    writer.write(group, 'What paints a mark.', {
      rest: (group.paints ?? []).flatMap((property): Declared => {
        if (property !== 'box-shadow') return [[property, value]];
        // Lengths stay, colours go.
        const theirs = own.rules.find(
          (rule) => rule.group === group.name && rule.number === group.number && rule.property === property,
        );
        return theirs ? [[property, theirs.value.replace(COLOUR, value)]] : [];
      }),
    });
  writeLetters(writer, own);
}

const COLOUR =
  /(?:rgb|hsl|oklch|oklab|lab|lch|color)a?\([^)]*\)|#[0-9a-f]{3,8}|\bcurrentcolor\b|(?<![\w-])(?:black|white|red|gold|navy|gray|grey|silver|maroon|green|blue)(?![\w-])/gi;

/** Drop-downs, and the folded menu where it folds. */
function writePanel(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
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
      ...neutral(own, group, ['background-image', 'none'], ['opacity', '1']),
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
