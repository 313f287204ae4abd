import { resolveLook } from '@hatrail/core/header/look';
import { headerItems, momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import { LOGO_VARIANTS, LOGO_VARIANT_NAMES } from '@hatrail/core/model/picture';
import type { LookCost } from '@hatrail/core/remedy/cost';
import { fillCandidates, leastOpacity, type Knob, type Place } from '@hatrail/core/remedy/leastFill';
import { coversOf } from '@hatrail/core/header/covers';
import { showsGradient } from '@hatrail/core/layers/gradient';
import type { Row } from '@hatrail/core/sweep/prove';
import { MARK_TARGET } from '@hatrail/core/sweep/verdict';
import { colourName } from '../parts/ColourField.tsx';
import { costOf, fillWork, proveAll } from '../engine/proof.ts';
import type { SiteAtHand } from '../engine/request.ts';
import { worstFirst } from './verdicts.ts';

/** A change that clears a moment on every page, at the widths that are swept: swept before it is shown. */
export interface Way {
  text: string;
  header: Header;
  rows: Row[];
  limit: Place | undefined;
  cost: LookCost | undefined;
  /** One colour all over: where two such come to the same figures, they are the same to see. */
  isEven?: boolean;
}

/** What a change of one colour all over comes to, in the figures that are told of it: two that come to the same are one. */
function resultOf({ rows, cost, isEven }: Pick<Way, 'rows' | 'cost' | 'isEven'>): string | undefined {
  if (!isEven) return undefined;
  const worst = Math.min(...rows.map((row) => row.worst / row.needed));
  return [worst.toFixed(1), cost?.pageShowing.toFixed(2), cost?.colourDifference.toFixed(2)].join(' ');
}

interface Asked {
  hand: SiteAtHand;
  header: Header;
  moment: Moment;
  /** The moment's rows, over all pages and widths. */
  rows: readonly Row[];
  signal: AbortSignal;
}

type Finder = (asked: Asked) => Promise<Omit<Way, 'cost'> | undefined>;

/** The least of a layer that clears it. */
function least(
  knob: (asked: Asked) => Knob | undefined,
  text: (asked: Asked, knob: Knob, percent: number) => string,
  change = (header: Header, _moment: Moment) => header,
): Finder {
  return async (asked) => {
    const turned = knob(asked);
    if (!turned) return undefined;
    const { hand, moment, rows, signal } = asked;
    const header = change(asked.header, moment);
    const found = await leastOpacity(header, moment, turned, rows, fillWork(hand, moment, { signal }));
    return (
      found && {
        text: text(asked, turned, found.percent),
        header: found.header,
        rows: found.rows,
        limit: found.limit,
        isEven: turned.layer === 'tint',
      }
    );
  };
}

/** The header with other values at a moment. */
function withLook(header: Header, moment: Moment, set: Header['looks'][Moment]): Header {
  return { ...header, looks: { ...header.looks, [moment]: { ...header.looks[moment], ...set } } };
}

/** Sweeps a header; a way where every row is clear. */
async function ifClear(
  { hand, moment, signal }: Asked,
  header: Header,
  text: string,
  moments: readonly Moment[] = [moment],
) {
  const rows = await proveAll(hand, header, { moments, signal });
  return rows.every(({ verdict }) => verdict === 'clear')
    ? { text, header, rows, limit: undefined }
    : undefined;
}

/** Least size of large text at any weight (WCAG 2.2), CSS pixels. */
const LARGE = 24;

/** The colour of the palette that stands furthest from the links' ink. */
const furthest = ({ hand, header, moment }: Asked) => fillCandidates({ site: hand.site, header }, moment)[1]!;

const inPalette = ({ hand }: Asked, knob: Knob) =>
  knob.layer === 'gradient' ? '' : colourName(hand.site.palette, knob.colour);

/** The ways that are tried besides the least fill, each a function of its own. */
const FINDERS: readonly Finder[] = [
  least(
    (asked) => ({ layer: 'tint', colour: furthest(asked) }),
    (asked, knob, percent) => `Tint in ${inPalette(asked, knob)}, ${percent} %.`,
  ),
  least(
    ({ hand, header, moment }) =>
      showsGradient(resolveLook(hand.site, header, moment).gradient) ? { layer: 'gradient' } : undefined,
    (_, __, percent) => `The gradient stronger: ${percent} % where it is strongest.`,
  ),
  least(
    ({ hand, header, moment }) => {
      const { blur, fill } = resolveLook(hand.site, header, moment);
      return blur.radius > 0 ? undefined : { layer: 'fill', colour: fill.colour };
    },
    (asked, knob, percent) => `Blur of 12 px, and the fill in ${inPalette(asked, knob)} to ${percent} %.`,
    (header, moment) => withLook(header, moment, { blur: { radius: 12 } }),
  ),
  async (asked) => {
    const { hand, header, moment, rows } = asked;
    const failing = rows.filter(({ verdict }) => verdict !== 'clear');
    if (failing.some(({ item }) => item !== 'Logo')) return undefined;
    const own = resolveLook(hand.site, header, moment).ink.logo;
    for (const logo of LOGO_VARIANTS.filter((each) => each !== own && hand.site.logo.variants[each])) {
      const tried = withLook(header, moment, { ink: { ...header.looks[moment]?.ink, logo } });
      const way = await ifClear(asked, tried, `The other logo: ${LOGO_VARIANT_NAMES[logo].toLowerCase()}.`);
      if (way) return way;
    }
    return undefined;
  },
  async (asked) => {
    const { hand, header, moment } = asked;
    const own = resolveLook(hand.site, header, moment).ink;
    for (const { id, name } of hand.site.palette) {
      if (own.link.swatch === id) continue;
      const use = { swatch: id };
      const ink = { ...header.looks[moment]?.ink, link: use, hover: use, current: use };
      const way = await ifClear(asked, withLook(header, moment, { ink }), `Links in ${name}.`);
      if (way) return way;
    }
    return undefined;
  },
  // The change moved to where the ground changes: both of its moments must be clear then.
  async (asked) => {
    const { header } = asked;
    const begins = header.manner.switch;
    const places: [text: string, change: Partial<Header['manner']['switch']>][] = [
      ['The change at the end of the first band.', { at: 'band', band: 1 }],
      ['The change at the end of the second band.', { at: 'band', band: 2 }],
      ...(header.manner.onScroll === 'returns'
        ? []
        : ([
            ['The first look over dark bands, the second over light ones.', { at: 'ground', first: 'dark' }],
            ['The first look over light bands, the second over dark ones.', { at: 'ground', first: 'light' }],
          ] as [string, Partial<Header['manner']['switch']>][])),
    ];
    for (const [text, change] of places) {
      const tried = { ...header, manner: { ...header.manner, switch: { ...begins, ...change } } };
      const way = await ifClear(asked, tried, text, momentsOf(header));
      if (way) return way;
    }
    return undefined;
  },
  // Large text needs less: enough where every text reaches that already.
  async (asked) => {
    const { header, rows } = asked;
    const failing = rows.filter(({ verdict }) => verdict !== 'clear');
    if (failing.some(({ needed, worst }) => needed < 4.5 || worst < MARK_TARGET)) return undefined;
    const grown = JSON.parse(JSON.stringify(header)) as Header;
    for (const item of headerItems(grown)) {
      if (item.kind === 'menu' || item.kind === 'text') item.size = Math.max(item.size ?? 0, LARGE);
    }
    return ifClear(asked, grown, `Links and lines of text at ${LARGE} px, which makes them large text.`);
  },
];

/**
 * What is wrong where a header that stands in the flow of the page is not clear: its links are read over the page's own
 * colour, or over what covers the page, and not over the page. Laid over it, or without what covers it, it may be clear.
 */
export async function causeOf(asked: Asked): Promise<Way | undefined> {
  const { hand, header, moment, rows } = asked;
  if (header.manner.lies !== 'above') return undefined;
  const over = (of: Header): Header => ({ ...of, manner: { ...of.manner, lies: 'over' } });
  const covers = coversOf(hand.site, header, moment);
  const uncovered = JSON.parse(JSON.stringify(header)) as Header;
  for (const { clear } of covers) clear(uncovered);
  const tries: [string, Header][] = [
    [
      'Lay it over the page: it stands above it, so its links are read over the page’s own colour.',
      over(header),
    ],
    ...(covers.length > 0
      ? ([
          ['Clear what covers it.', uncovered],
          ['Lay it over the page, and clear what covers it.', over(uncovered)],
        ] as [string, Header][])
      : []),
  ];
  for (const [text, tried] of tries) {
    const way = await ifClear(asked, tried, text);
    const [worst] = worstFirst(rows);
    if (way && worst) return { ...way, cost: await costOf(hand, worst, header, way.header, asked) };
  }
  return undefined;
}

/** How many ways are tried. */
export const WAYS = FINDERS.length;

/**
 * Finds other ways to clear a moment, one after the other, the cheapest first in the end.
 * @param told what is offered already
 * @param found told after each that was tried, with all that were found so far
 */
export async function otherWays(
  asked: Asked,
  told: readonly Pick<Way, 'rows' | 'cost' | 'isEven'>[],
  found: (ways: Way[], tried: number) => void,
): Promise<void> {
  const ways: Way[] = [];
  const known = new Set(told.map(resultOf));
  const [worst] = [...asked.rows].sort((a, b) => a.worst / a.needed - b.worst / b.needed);
  for (const [i, find] of FINDERS.entries()) {
    asked.signal.throwIfAborted();
    const way = await find(asked);
    if (way && worst) {
      const cost = await costOf(asked.hand, worst, asked.header, way.header, { signal: asked.signal });
      const result = resultOf({ ...way, cost });
      if (!result || !known.has(result)) ways.push({ ...way, cost });
      known.add(result);
    }
    ways.sort((a, b) => (a.cost?.colourDifference ?? 0) - (b.cost?.colourDifference ?? 0));
    found([...ways], i + 1);
  }
}
