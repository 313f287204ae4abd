import { itemOfInk } from '../header/layout.ts';
import { resolveLook } from '../header/look.ts';
import { STATE_NAMES, becomingWords } from '../header/stateNames.ts';
import { inkIn, type LinkState } from '../header/states.ts';
import { at } from '../lists.ts';
import { momentName, type Header, type Moment } from '../model/header.ts';
import { colourName } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { wornOn } from '../placed/worn.ts';
import { isPassing, type Row } from '../sweep/row.ts';
import { worstVerdict, type Verdict } from '../sweep/verdict.ts';
import { viewportsOf } from '../sweep/widthPlan.ts';
import { viewportKey, type Viewport } from '../sweep/widths.ts';

/**
 * Findings: the rows below their targets, brought together by what makes them. Rows are of one finding where the same value of
 * the same look makes them, at the same moment, over the same kind of ground.
 */

/** The value that is at fault, by where it is set. */
export type FaultValue =
  'fill' | 'tint' | 'gradient' | 'inks' | 'pointed inks' | 'becoming' | 'ring' | 'item';

/** What can be done about each, in a few words; how much of it is solved by the ways. */
export const ADVICE: Record<FaultValue, string> = {
  fill: 'make the fill more opaque, or turn links and logo to the other tone',
  tint: 'make the tint more opaque, or add a fill',
  gradient: 'make the gradient stronger, or add a fill',
  inks: 'add a fill, or turn links and logo to the other tone',
  'pointed inks': 'give hovered links another ink',
  becoming: 'let links change at once, or give them an ink and a backing that are clear together all the way',
  ring: 'give the focus ring another colour',
  item: 'change its own fill or ink',
};

/** One cause, with everything that comes of it. */
export interface Finding {
  /** The same for the same cause, whatever order pages, menus and items are in. */
  id: string;
  header: string;
  moment: Moment;
  value: FaultValue;
  /** What is wrong, in a few words: “White links over light pages, after scrolling”. */
  title: string;
  /** What is below: “5 links, logo, menu button”. */
  items: string;
  /** Where the value is set: “the fill, Midnight 42 %”. */
  set: string;
  /** What lies behind it: “pages and cards”, or a picture's name. */
  behind: string;
  /** Success criteria of WCAG 2.2 under which its rows fall. */
  criteria: Row['criterion'][];
  verdict: Verdict;
  /** The row that is furthest below its need. */
  worst: Row;
  /** All that it holds, from the worst. */
  rows: Row[];
  /** Paths of the pages it is on, and the windows in which it was met; ascending. */
  pages: string[];
  windows: Viewport[];
  /** How many of those who visit meet it, estimated from moment, share of scroll and pages: 0 to 1. */
  met: number;
}

/** What a finding's rows have in common. */
interface Cause {
  value: FaultValue;
  /** The item, where it is at fault by itself. */
  itemId?: string;
  /** The state that it is on its way into. */
  state?: LinkState;
  /** What lies behind: a tone of the page's own, or a picture. */
  ground: string;
}

/** Whatever lies behind. */
const ANY = 'any';

/** Layers of a look that lie over the whole header, the first that shows is what stands between page and ink. */
const COVERING = ['fill', 'tint', 'gradient'] as const;

function coveringLayer(site: Site, header: Header, moment: Moment): (typeof COVERING)[number] | undefined {
  const look = resolveLook(site, header, moment);
  const opacity = {
    fill: look.fill.opacity,
    tint: look.tint.opacity,
    gradient: look.gradient.on ? Math.max(0, ...look.gradient.stops.map((stop) => stop.opacity)) : 0,
  };
  // What nothing can be added to is not what is missing.
  return COVERING.find((layer) => opacity[layer] > 0 && opacity[layer] < 1);
}

/** What of a header bears on the cause of its rows, looked up once for each moment and ink. */
function lookedUp(site: Site, header: Header) {
  const once = <K, V>(make: (key: K) => V) => {
    const known = new Map<K, V>();
    return (key: K): V => {
      if (!known.has(key)) known.set(key, make(key));
      return known.get(key) as V;
    };
  };
  return {
    layer: once((moment: Moment) => coveringLayer(site, header, moment)),
    hasRing: once((moment: Moment) => resolveLook(site, header, moment).ink.ring !== undefined),
    item: once((inkId: string) => itemOfInk(site, header, inkId)),
  };
}

function causeOfRow(of: ReturnType<typeof lookedUp>, row: Row): Cause {
  const { picture, kind, tone } = row.ground;
  const layer = of.layer(row.moment);
  // Under a layer that lies over everything, what counts of a ground is how light it is.
  const ground = layer ? tone : picture ? `picture ${picture}` : kind === 'button' ? `button ${tone}` : tone;
  if (row.becoming) return { value: 'becoming', state: row.state, ground: layer ? ANY : ground };
  const item = of.item(row.itemId);
  // What has a ground of its own is not read over the page.
  if (item?.kind === 'button' && row.part !== 'ring')
    return { value: 'item', itemId: item.id, ground: 'own' };
  const ownInk = item && 'ink' in item ? item.ink : undefined;
  if (item && ownInk && !isPassing(row)) return { value: 'item', itemId: item.id, ground };
  // A ring that is not set has the ink of what it stands round, and is cleared with that.
  if (row.part === 'ring' && of.hasRing(row.moment)) return { value: 'ring', ground };
  if (row.part !== 'ring' && isPassing(row)) return { value: 'pointed inks', ground };
  // One value that is too little over light pages is so over light letters of dark ones, too.
  return layer ? { value: layer, ground: ANY } : { value: 'inks', ground };
}

/** Where somebody meets a moment, as a share of all visits: everybody sees the top, and most scroll. */
const MEETING: Record<Moment, number> = { top: 1, scrolled: 0.8, back: 0.5, pointed: 0.4 };

/**
 * The findings of a header from its rows, in order of how many meet them, then of how bad they are. Each row below its target is
 * in exactly one. The same rows give the same findings, in whatever order they come.
 */
export function findingsOf(site: Site, header: Header, rows: readonly Row[]): Finding[] {
  const groups = new Map<string, { cause: Cause; rows: Row[]; worn: Header; only?: string }>();
  const looks = new Map<string, { of: ReturnType<typeof lookedUp>; worn: Header; only?: string }>();
  for (const row of rows) {
    if (row.verdict === 'clear') continue;
    const where = `${row.page} ${row.who ?? ''}`;
    const known = looks.get(where) ?? lookedUpOn(site, header, row);
    looks.set(where, known);
    const { of, worn, only } = known;
    const cause = causeOfRow(of, row);
    const what = cause.itemId ?? cause.state ?? '';
    const id = [row.moment, cause.value, what, cause.ground, ...(only ? [row.page] : [])].join(' / ');
    const group = groups.get(id);
    if (group) group.rows.push(row);
    else groups.set(id, { cause, rows: [row], worn, ...(only && { only }) });
  }
  const pages = site.pages.length;
  return [...groups]
    .map(([id, { worn, only, ...group }]) => {
      const finding = findingOf(site, worn, { id, ...group }, pages);
      return only ? { ...finding, set: `${finding.set}, as it is on ${only} alone` } : finding;
    })
    .sort((a, b) => b.met - a.met || shareOf(a.worst) - shareOf(b.worst) || (a.id < b.id ? -1 : 1));
}

/** A header as it is worn where a row is, and the page's title where its look is other there. */
function lookedUpOn(site: Site, header: Header, row: Row) {
  const page = site.pages.find(({ path }) => path === row.page);
  const worn = (page && wornOn(site, header, page, row.who ?? 'signed out')) ?? header;
  const isOther = worn.looks !== header.looks;
  return { of: lookedUp(site, worn), worn, ...(isOther && page && { only: page.title }) };
}

const shareOf = ({ worst, needed }: Row) => worst / needed;

/** From the worst row; of equals by what they are of, so that their order never depends on how they came. */
function worstFirst(rows: readonly Row[]): Row[] {
  const name = (row: Row) =>
    [row.page, viewportKey(row), row.itemId, row.state, row.part, row.scroll].join(' ');
  return [...rows].sort((a, b) => shareOf(a) - shareOf(b) || (name(a) < name(b) ? -1 : 1));
}

/** How many of those who come by meet what is there only now and then. */
const PASSING: Partial<Record<FaultValue, number>> = { 'pointed inks': 0.5, ring: 0.5, becoming: 0.3 };

function findingOf(
  site: Site,
  header: Header,
  { id, cause, rows: unsorted }: { id: string; cause: Cause; rows: Row[] },
  pageCount: number,
): Finding {
  const rows = worstFirst(unsorted);
  const worst = at(rows, 0);
  const { moment } = worst;
  const pages = [...new Set(rows.map(({ page }) => page))].sort();
  const title = [
    `${inkWords(site, header, cause, rows)} over ${groundWords(site, cause, worst)}`,
    momentName(header, moment).toLowerCase(),
  ].join(', ');
  const scroll = (row: Row) => row.below / (row.span.to - row.span.from + 1);
  const share = rows.reduce((sum, row) => Math.max(sum, scroll(row)), 0);
  const passing = PASSING[cause.value] ?? 1;
  return {
    id: `${header.id} / ${id}`,
    header: header.id,
    moment,
    value: cause.value,
    title,
    items: itemWords(site, header, rows),
    set: setWords(site, header, cause, worst),
    behind: behindWords(site, cause, rows),
    criteria: [...new Set(rows.map(({ criterion }) => criterion))].sort(),
    verdict: worstVerdict(rows.map(({ verdict }) => verdict)),
    worst,
    rows,
    pages,
    windows: viewportsOf(rows),
    met: (MEETING[moment] * passing * share * pages.length) / pageCount,
  };
}

function inkWords(site: Site, header: Header, { value, itemId }: Cause, rows: readonly Row[]): string {
  const worst = at(rows, 0);
  if (value === 'ring') return 'Focus rings';
  if (value === 'item')
    return itemOfInk(site, header, itemId!)?.kind === 'button' ? `“${worst.item}”` : worst.item;
  const look = resolveLook(site, header, worst.moment);
  const kinds = new Set(rows.map((row) => itemOfInk(site, header, row.itemId)?.kind));
  const links = kinds.has('menu') ? 'links' : kinds.has('text') ? 'text' : 'icons';
  if (value === 'becoming') return `${capital(links)}, ${becomingWords(worst.state)}`;
  if (value === 'pointed inks') {
    if (rows.every(({ state }) => state === 'current')) return 'The link of the current page';
    return `${capital(links)} ${STATE_NAMES.hover}`;
  }
  if ([...kinds].every((kind) => kind === 'logo')) return `${capital(look.ink.logo)} logo`;
  return `${capital(colourName(site.palette, inkIn(look, 'rest')))} ${links}`;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function pictureName(site: Site, id: string): string {
  return site.pictures.find((picture) => picture.id === id)?.name ?? 'a picture';
}

function groundWords(site: Site, { ground }: Cause, { ground: { picture, tone, kind } }: Row): string {
  if (ground === 'own') return 'its own fill';
  if (ground === ANY) return `${tone} pages`;
  if (picture && ground !== tone)
    return kind === 'snapshot' ? `${tone} parts of the captured page` : `“${pictureName(site, picture)}”`;
  return kind === 'button' ? `${tone} buttons` : `${tone} pages`;
}

const PARTS: Record<Row['ground']['kind'], string> = {
  page: 'the page’s own colour',
  band: 'bands of even colour',
  card: 'cards',
  button: 'buttons',
  picture: 'the picture',
  snapshot: 'the captured page',
};

function behindWords(site: Site, { ground }: Cause, rows: readonly Row[]): string {
  if (ground === 'own') return 'its own fill';
  const drawn = rows.filter((row) => row.ground.kind !== 'snapshot');
  const pictures = [...new Set(drawn.flatMap((row) => row.ground.picture ?? []))].sort();
  const kinds = [...new Set(drawn.filter((row) => !row.ground.picture).map((row) => PARTS[row.ground.kind]))];
  return [
    ...kinds.sort(),
    ...pictures.map((id) => `the picture “${pictureName(site, id)}”`),
    ...capturedWords(site, rows),
  ].join(', ');
}

/** Captured pages are told by what they are called: each has a picture for every width. */
function capturedWords(site: Site, rows: readonly Row[]): string[] {
  const paths = new Set(rows.filter(({ ground }) => ground.kind === 'snapshot').map(({ page }) => page));
  const titles = site.pages.filter(({ path }) => paths.has(path)).map(({ title }) => `“${title}”`);
  if (titles.length === 0) return [];
  if (titles.length === 1) return [`the captured page ${titles[0]}`];
  return [titles.length > 4 ? `${titles.length} captured pages` : `the captured pages ${titles.join(', ')}`];
}

function setWords(site: Site, header: Header, { value, itemId }: Cause, worst: Row): string {
  const { moment, state, becoming } = worst;
  const look = resolveLook(site, header, moment);
  const { fill, tint, ink } = look;
  const name = (use: typeof ink.link) => colourName(site.palette, use);
  const percent = (opacity: number) => `${Number((100 * opacity).toFixed(1))} %`;
  switch (value) {
    case 'fill':
      return `the fill, ${name(fill.colour)} ${percent(fill.opacity)}`;
    case 'tint':
      return `the tint, ${name(tint.colour)} ${percent(tint.opacity)}`;
    case 'gradient':
      return 'the gradient';
    case 'ring':
      return ink.ring ? `the focus ring, ${name(ink.ring)}` : 'the focus ring';
    case 'becoming':
      return `how links change, from ${name(inkIn(look, becoming?.from ?? 'rest'))} to ${name(inkIn(look, state))}`;
    case 'pointed inks':
      return `the hovered ink, ${name(ink.hover)}`;
    case 'item':
      return `“${itemOfInk(site, header, itemId!)?.id}”, with a fill and an ink of its own`;
    case 'inks':
      return `the links’ ink, ${name(ink.link)}, and the ${ink.logo} logo`;
  }
}

/** “5 links, logo, menu button, their lines”. */
function itemWords(site: Site, header: Header, rows: readonly Row[]): string {
  const links = new Set<string>();
  const others = new Set<string>();
  for (const { itemId, name } of rows) {
    const kind = itemOfInk(site, header, itemId)?.kind;
    // The mark that opens a drop-down is the link's.
    if (kind === 'menu') links.add(itemId.replace(/-opener$/, ''));
    else others.add(itemId === 'menu-button' || kind === 'logo' ? name.toLowerCase() : name);
  }
  const lines = rows.some(({ part }) => part === 'cue') ? ['their lines'] : [];
  const count = links.size === 1 ? ['1 link'] : links.size > 1 ? [`${links.size} links`] : [];
  const rings = rows.some(({ part }) => part === 'ring') ? ['focus rings'] : [];
  return [...count, ...[...others].sort(), ...lines, ...rings].join(', ');
}
