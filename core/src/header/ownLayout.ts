import { at as elementAt } from '../lists.ts';
import { headerItems, type Header, type Moment } from '../model/header.ts';
import { entriesOf } from '../model/menu.ts';
import type { OwnAt, OwnHeader, OwnInk, OwnPlace } from '../model/own.ts';
import type { LogoVariant } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import type { Box } from '../geometry/box.ts';
import type { HeaderInk, InkKind } from './ink.ts';
import { ownButton } from './states.ts';
import type { HeaderLayout, LaidItem } from './laid.ts';
import { ALWAYS } from './fold.ts';

/** A header that a site has already, laid out as it was measured where it stands. */

/** The header of the site's own that wears what a header says; none where that is one of ours. */
export function ownHeaderOf(
  site: Pick<Site, 'ownHeaders'>,
  { own }: Pick<Header, 'own'>,
): OwnHeader | undefined {
  return own === undefined ? undefined : site.ownHeaders?.find(({ id }) => id === own);
}

/** Whether anything of a header opens in a way that a style sheet can tell: one of ours always does. */
export function canTellOpen(site: Pick<Site, 'ownHeaders'>, header: Pick<Header, 'own'>): boolean {
  const own = ownHeaderOf(site, header);
  return !own || own.inks.some(({ opens }) => opens);
}

/** Whether anything of it stands elsewhere, is of another size or another picture, once its own script has set its class. */
function movesByTheirs(own: OwnHeader): boolean {
  if (own.logos && own.logos.top !== own.logos.scrolled) return true;
  const within = ({ bar: [x = 0, y = 0, ...size], places }: OwnAt) => [
    ...size,
    ...places.flatMap(([ink, left, top, ...rest]) => [ink, left - x, top - y, ...rest.slice(0, 2)]),
  ];
  return own.scrolled.some((later) => {
    const [a, b] = [within(ownAt(own.top, later.width)), within(later)];
    return a.length !== b.length || a.some((value, i) => Math.abs(value - b[i]!) > 0.5);
  });
}

/** Whether it can change only where its own script changes it: that moves something. */
export function isSwitchTheirs(own: OwnHeader): boolean {
  return own.stuck !== undefined && movesByTheirs(own);
}

/**
 * The scroll at which it changes, CSS pixels: where its document says, whatever else that says of bands and grounds; where its
 * own script moves anything, looks cannot change but along with that.
 */
export function ownSwitch(own: OwnHeader, header: Pick<Header, 'manner'>): number {
  if (own.stuck && isSwitchTheirs(own)) return own.stuck.from;
  return Math.max(1, Math.round(header.manner.switch.distance));
}

/** Whether it changes by the class that its own script sets: where it changes at another scroll, it does so by one of ours. */
export function changesByTheirs(own: OwnHeader, header: Pick<Header, 'manner'>): boolean {
  const { stuck } = own;
  return stuck !== undefined && ownSwitch(own, header) === stuck.from;
}

/** The least width at which it is not folded, 0 where it never is, {@link ALWAYS} where it always is. */
export function ownFold({ top }: Pick<OwnHeader, 'top'>): number {
  const last = top.findLastIndex(({ folded }) => folded);
  return last < 0 ? 0 : (top[last + 1]?.width ?? ALWAYS);
}

/** What is the same at two widths, so that all between them moves evenly. */
const isAlike = (a: OwnAt, b: OwnAt) =>
  a.folded === b.folded &&
  a.places.length === b.places.length &&
  a.places.every((place, i) => place[0] === b.places[i]![0] && place[5] === b.places[i]![5]);

/** Everything as it stands at a width: as it was measured there, or evenly between two widths that are alike, else as at the nearer. */
export function ownAt(all: readonly OwnAt[], width: number): OwnAt {
  const after = all.findIndex((each) => each.width >= width);
  if (after === 0) return elementAt(all, 0);
  if (after < 0) return elementAt(all, all.length - 1);
  const [low, high] = [elementAt(all, after - 1), elementAt(all, after)];
  if (high.width === width) return high;
  if (!isAlike(low, high)) return width - low.width < high.width - width ? low : high;
  const share = (width - low.width) / (high.width - low.width);
  const mix = (a: number, b: number) => a + (b - a) * share;
  return {
    width,
    folded: low.folded,
    ...(low.stays !== undefined && high.stays !== undefined && { stays: mix(low.stays, high.stays) }),
    bar: low.bar.map((value, i) => mix(value, elementAt(high.bar, i))),
    places: low.places.map((place, i) => {
      const other = elementAt(high.places, i);
      // A baseline is a whole pixel.
      return place.map((value, k) =>
        k === 7 ? Math.round(mix(value, other[k]!)) : mix(value, other[k]!),
      ) as OwnPlace;
    }),
  };
}

/** Whether it stands as its own style has it: one that returns does so where it stays. */
export function standsAsTheirs(own: OwnHeader, { manner }: Pick<Header, 'manner'>): boolean {
  const onScroll = manner.onScroll === 'returns' ? 'stays' : manner.onScroll;
  return manner.lies === own.lies && onScroll === own.onScroll;
}

/** Where it stands. CSS pixels. */
interface Standing {
  /** Below the page's upper edge at the top. */
  top: number;
  /** Below the window's upper edge, once the page is scrolled; where it stood, where it leaves with the page. */
  stays: number;
  /** How far the page is scrolled until it stays: whole, so that its rows lie on rows of the page. */
  leaving: number;
}

function standingOf(own: OwnHeader, header: Pick<Header, 'manner'>, at: OwnAt): Standing {
  const [, y = 0] = at.bar;
  const isTheirs = standsAsTheirs(own, header);
  // In another place it begins at the edge of what it lies over.
  const top = header.manner.lies === own.lies ? y : 0;
  if (header.manner.onScroll === 'leaves') return { top, stays: top, leaving: 0 };
  const isFixed = isTheirs && own.position === 'fixed';
  const stays = isTheirs ? (at.stays ?? (isFixed ? y : 0)) : 0;
  // What is fixed does not go along with the page, and stands elsewhere only once its own class says so.
  return { top, stays, leaving: isFixed ? 0 : Math.max(0, Math.round(top - stays)) };
}

/** Everything moved so that the header's box begins at a row. */
function begunAt(at: OwnAt, row: number): OwnAt {
  const down = row - elementAt(at.bar, 1);
  if (down === 0) return at;
  return {
    ...at,
    bar: at.bar.map((value, i) => (i === 1 ? value + down : value)),
    // Its box, the baseline of a text, and the box of what a mark fills.
    places: at.places.map(
      (place) =>
        place.map((value, i) => {
          if (i === 7) return place[5] >= 0 ? Math.round(value + down) : value;
          return i === 2 || (i === 9 && place[11] > 0) ? value + down : value;
        }) as OwnPlace,
    ),
  };
}

/** Lays out a header that the site has already, at a width and a moment. */
export function layoutOwn(
  site: Site,
  header: Header,
  own: OwnHeader,
  { width, moment }: { width: number; moment: Moment },
): HeaderLayout {
  const isLater = moment !== 'top' && own.scrolled.length > 0 && changesByTheirs(own, header);
  const first = ownAt(own.top, width);
  const standing = standingOf(own, header, first);
  const row =
    moment === 'top' || header.manner.onScroll === 'leaves'
      ? standing.top
      : standing.leaving + standing.stays;
  const { folded, bar: around, places } = begunAt(isLater ? ownAt(own.scrolled, width) : first, row);
  const logo = own.logos?.[isLater ? 'scrolled' : 'top'];
  const [x = 0, y = 0, barWidth = width, height = 0, radius = 0] = around;
  const bar: Box = { x, y, width: barWidth, height };
  const bottom = y + height;
  const inks = inksOf(site, header, own, { places, logo });
  return {
    width,
    height: bottom,
    bar,
    radius,
    folded,
    foldWidth: ownFold(own),
    needed: 0,
    slot: header.manner.lies === 'above' ? bottom : 0,
    // What stands above it in the page is scrolled away first.
    leaving: standing.leaving,
    rails: [
      {
        index: 0,
        x,
        width: barWidth,
        top: y,
        height,
        less: 0,
        contents: Math.max(0, ...inks.map(({ box }) => box.height)),
        needed: 0,
        spare: 0,
        leaves: false,
        full: false,
      },
    ],
    items: itemsOf(inks),
    inks,
  };
}

function inksOf(
  site: Site,
  header: Header,
  own: OwnHeader,
  { places, logo }: { places: readonly OwnPlace[]; logo: LogoVariant | undefined },
): HeaderInk[] {
  const entries = new Map(
    site.menus.flatMap((menu) => entriesOf(menu).map(({ entry }) => [entry.id, entry] as const)),
  );
  const items = new Map(headerItems(header).map((item) => [item.id, item]));
  const lines = new Map<string, number>();
  return places.flatMap((place): HeaderInk[] => {
    const ink = own.inks[place[0]];
    const what = ink && whatOf(site, own, ink, { place, logo });
    if (!ink || !what) return [];
    const box: Box = { x: place[1], y: place[2], width: place[3], height: place[4] };
    const line = (lines.get(ink.id) ?? 0) + 1;
    lines.set(ink.id, line);
    const item = ink.item === undefined ? undefined : items.get(ink.item);
    const isLink = item?.kind === 'menu' && ink.kind === 'text' && !ink.isStill;
    const page = isLink ? entries.get(ink.id)?.page : undefined;
    return [
      {
        id: line === 1 ? ink.id : `${ink.id}-line-${line}`,
        name: line === 1 ? ink.name : `${ink.name}, line ${line}`,
        box,
        what,
        rail: 0,
        ...(item && { item: item.id }),
        ...(line > 1 && { element: ink.id }),
        ...(isLink && { entry: ink.id }),
        ...(isLink && ink.opens && { opens: true }),
        ...(isLink && { isCued: true, plate: box, plateMost: box.height, reachMost: 0 }),
        ...(page !== undefined && { page }),
        ...(ink.isStill && { isStill: true, focus: false as const }),
        // It wears its own: what looks say of buttons is for ours.
        ...(item?.kind === 'button' && {
          button: { ...ownButton(item), loose: true },
          ...(item.page !== undefined && { page: item.page }),
        }),
      },
    ];
  });
}

function whatOf(
  site: Site,
  own: OwnHeader,
  { kind }: OwnInk,
  { place, logo }: { place: OwnPlace; logo: LogoVariant | undefined },
): InkKind | undefined {
  const [, , , , , number, left, baseline, x, y, width, height] = place;
  if (kind === 'logo') return { kind, ...(logo && { variant: logo }) };
  if (kind === 'mark') return { kind, inked: { x, y, width, height } };
  const text = own.texts[number];
  if (!text) return undefined;
  const { weight, size, letterSpacing, ...set } = text;
  const font = { family: site.type.menu.family, weight, size, letterSpacing };
  return { kind, run: { ...set, font, left, baseline } };
}

/** The box of each item: that of all that is read of it. */
function itemsOf(inks: readonly HeaderInk[]): LaidItem[] {
  const boxes = new Map<string, Box>();
  for (const { item, box } of inks) {
    if (item === undefined) continue;
    const known = boxes.get(item) ?? box;
    const [x, y] = [Math.min(known.x, box.x), Math.min(known.y, box.y)];
    boxes.set(item, {
      x,
      y,
      width: Math.max(known.x + known.width, box.x + box.width) - x,
      height: Math.max(known.y + known.height, box.y + box.height) - y,
    });
  }
  return [...boxes].map(([id, box]) => ({ id, rail: 0, place: 'start', box }));
}
