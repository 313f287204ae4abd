import { at } from '../lists.ts';
import { resolveColour } from '../model/palette.ts';
import { PLACES, headerItems, type Header, type Moment, type RailPlace, type Rail } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { Site } from '../model/site.ts';
import type { Measure } from '../measure/measure.ts';
import type { Box } from '../geometry/box.ts';
import type { HeaderLayout, LaidItem, LaidRail } from './laid.ts';
import { ALWAYS, foldOf, folds, solveFold, toggleAt } from './fold.ts';
import { centred, type Measured } from './ink.ts';
import { hasContent, kindOf } from './kinds/index.ts';
import { isMovedApart, keepsToBottom, lowerBy } from './manner.ts';
import { MENU_BUTTON, MENU_MARK } from './metrics.ts';
import { neededWidth, placeRail, type Hanging, type Places } from './placing.ts';
import { layoutOwn, ownFold, ownHeaderOf } from './ownLayout.ts';
import { typedFor } from './typed.ts';
import { extentAt, itemAt, railAt, sidesAt, stepWidths } from './steps.ts';

export type { HeaderInk, InkKind, TextRun } from './ink.ts';

/**
 * Lays out a header at a width, as the browser lays out the exported one.
 * @param width `clientWidth`, CSS pixels.
 * @param moment after the top it may be smaller
 */
export function layoutHeader(
  site: Site,
  header: Header,
  width: number,
  measure: Measure,
  moment: Moment = 'top',
): HeaderLayout {
  const own = ownHeaderOf(site, header);
  if (own) return layoutOwn(site, header, own, { width, moment });
  const foldWidth = solvedFold(site, header, measure);
  return { ...layoutAt(site, header, width, measure, { folded: width < foldWidth, moment }), foldWidth };
}

/** Lays out a header as folded or unfolded, whatever its fold says. */
export function layoutAt(
  site: Site,
  header: Header,
  width: number,
  measure: Measure,
  { folded, moment = 'top' }: { folded: boolean; moment?: Moment },
): Omit<HeaderLayout, 'foldWidth'> {
  const own = ownHeaderOf(site, header);
  if (own) return layoutOwn(site, header, own, { width, moment });
  const extent = extentAt(header, width);
  const sides = sidesAt(extent, width);
  const toggle = folded ? toggleAt(header, width) : undefined;
  const atBottom = keepsToBottom(header);
  const bar: Box = { x: sides, y: atBottom ? 0 : extent.top, width: width - 2 * sides, height: 0 };
  const laid: LaidParts = { rails: [], items: [], inks: [] };
  let strips = 0;
  header.rails.forEach((base, index) => {
    const rail = railAt(base, width);
    const places = measured(site, header, rail, { width, folded }, measure);
    const isEmpty = PLACES.every((place) => places[place].length === 0);
    const hasToggle = index === toggle?.rail;
    if (rail.shown === false || (folded && isEmpty && !hasToggle)) return;
    if (hasToggle) hangToggle(places, toggle.place);
    const full = base.full === true;
    const beginning = full
      ? { x: 0, y: strips, width }
      : { x: bar.x, y: bar.y + bar.height, width: bar.width };
    const height = layRail({ header, base, rail, index, places, moment, hasToggle }, beginning, laid);
    if (full) {
      strips += height;
      bar.y = strips + extent.top;
    } else bar.height += height;
  });
  const bottom = bar.y + bar.height;
  const ends = (test: (rail: LaidRail) => boolean) =>
    Math.max(0, ...laid.rails.filter(test).map(({ top, height }) => top + height));
  return {
    width,
    height: bottom + (atBottom ? extent.top : 0),
    bar,
    radius: extent.radius,
    folded,
    needed: neededAt(site, header, width, measure),
    slot: atBottom
      ? 0
      : header.manner.lies === 'above'
        ? bottom
        : ends(({ index }) => at(header.rails, index).inFlow === true),
    leaving: ends(({ leaves }) => leaves),
    ...laid,
  };
}

/** What is laid out rail by rail. */
type LaidParts = Pick<HeaderLayout, 'rails' | 'items' | 'inks'>;

/** Hangs the menu button in a place: first at the start, else last. */
function hangToggle(places: Places, place: RailPlace): void {
  if (place === 'start') places.start.unshift(menuButton());
  else places[place].push(menuButton());
}

/** A rail that is to be laid out, and what hangs on it. */
interface RailToLay {
  header: Header;
  /** As it is in the document, and as it is at the width. */
  base: Rail;
  rail: Rail;
  index: number;
  places: Places;
  moment: Moment;
  hasToggle: boolean;
}

/**
 * Lays out a rail and all that hangs on it.
 * @param beginning where it begins, and how wide it is
 * @returns how high it is
 */
function layRail(
  { header, base, rail, index, places, moment, hasToggle }: RailToLay,
  { x, y, width }: Omit<Box, 'height'>,
  laid: LaidParts,
): number {
  const contents = Math.max(0, ...PLACES.flatMap((place) => places[place].map(({ height }) => height)));
  const tall =
    rail.padding === undefined
      ? Math.max(rail.height, Math.ceil(contents))
      : Math.ceil(contents + 2 * rail.padding);
  const less = lowerBy(header, base, tall, contents, moment);
  const later = lowerBy(header, base, tall, contents, 'scrolled');
  // A lower rail pulls its items together; its own padding is what gives way.
  const shapeAt = (by: number) => ({
    height: tall - by,
    padding: Math.max(0, (rail.padding ?? 0) - by / 2),
  });
  const { height, padding } = shapeAt(less);
  const needed = neededWidth(places, rail);
  const leaves = header.manner.onScroll === 'stays' && rail.leaves === true;
  const facts = {
    shapes: [0, later].map(shapeAt),
    index,
    leaves,
    movesApart: PLACES.some((place) =>
      places[place].some(({ item }) => item && isMovedApart(rail, item, later)),
    ),
    isNarrow: hasToggle && needed > width,
  };
  placeRail(places, { ...rail, padding }, { x, y, width, height }, facts, laid);
  const room = Math.min(width - 2 * rail.inset, rail.max ?? Infinity);
  laid.rails.push({
    index,
    x,
    width,
    top: y,
    height,
    less,
    contents,
    needed,
    spare: room - (needed - 2 * rail.inset),
    leaves,
    full: base.full === true,
  });
  return height;
}

/** How much of a page's first band a header lies over, CSS pixels: its contents clear it. */
export function coveredBy(header: Header, { height, slot }: Pick<HeaderLayout, 'height' | 'slot'>): number {
  return keepsToBottom(header) ? 0 : height - slot;
}

/** The width from which a header is not folded: solved, or sooner where its owner says so; {@link ALWAYS} where it folds at every width. */
export function solvedFold(site: Site, header: Header, measure: Measure): number {
  const own = ownHeaderOf(site, header);
  if (own) return ownFold(own);
  if (!folds(header)) return 0;
  const { always, sooner = 0 } = foldOf(header);
  return always ? ALWAYS : Math.max(fittingFold(site, header, measure), sooner);
}

/** The width from which what hangs in a header fits unfolded, whatever its owner says. */
export function fittingFold(site: Site, header: Header, measure: Measure): number {
  return solveFold(stepWidths(header), (width) => neededAt(site, header, width, measure));
}

/** Width of the window that a header needs unfolded, with what holds at a width; `Infinity` where none would do. */
export function neededAt(site: Site, header: Header, width: number, measure: Measure): number {
  if (ownHeaderOf(site, header)) return 0;
  const { sides, max = Infinity } = extentAt(header, width);
  return header.rails.reduce((most, base) => {
    const rail = railAt(base, width);
    if (rail.shown === false) return most;
    const needed = neededWidth(measured(site, header, rail, { width, folded: false }, measure), rail);
    const isInBox = base.full !== true;
    const fits = needed - 2 * rail.inset <= (rail.max ?? Infinity) + 1e-6 && (needed <= max || !isInBox);
    return Math.max(most, fits ? needed + (isInBox ? 2 * sides : 0) : Infinity);
  }, 0);
}

function measured(
  site: Site,
  header: Header,
  rail: Rail,
  { width, folded }: { width: number; folded: boolean },
  measure: Measure,
): Places {
  const { bar } = foldOf(header);
  const set = typedFor(site, header);
  const on = (place: RailPlace) =>
    rail[place]
      .map((item) => itemAt(item, width))
      .filter((item) => item.shown !== false && hasContent(set, item))
      .filter((item) => !folded || bar.includes(item.id))
      .map((item): Hanging => ({ ...backed(set, item, measure), item }));
  return { start: on('start'), middle: on('middle'), end: on('end') };
}

/** An item with its own backing round it. */
function backed(site: Site, item: Item, measure: Measure): Measured & Pick<LaidItem, 'backing'> {
  const { isOneElement, ...kind } = kindOf(item);
  const inner = kind.measure(site, item, measure);
  const { backing } = item.kind === 'button' ? {} : item;
  if (!backing) return inner;
  const { x, y, radius, opacity } = backing;
  const rest = { ...resolveColour(site.palette, backing.colour), a: opacity };
  const hover = backing.hover && { ...resolveColour(site.palette, backing.hover), a: opacity };
  return {
    width: inner.width + 2 * x,
    height: inner.height + 2 * y,
    place: (left, top) =>
      inner.place(left + x, top + y).map((ink) => {
        const { focus = ink.box } = ink;
        return isOneElement && focus ? { ...ink, focus: padded(focus, { x, y }) } : ink;
      }),
    backing: { rest, hover: hover ?? rest, radius },
  };
}

/** A box with room at both sides, and above and below. */
function padded(box: Box, { x, y }: { x: number; y: number }): Box {
  return { x: box.x - x, y: box.y - y, width: box.width + 2 * x, height: box.height + 2 * y };
}

function menuButton(): Hanging {
  return {
    item: undefined,
    width: MENU_BUTTON,
    height: MENU_BUTTON,
    place(x, y) {
      const box = { x, y, width: MENU_BUTTON, height: MENU_BUTTON };
      const inked = centred(box, MENU_MARK);
      return [{ id: 'menu-button', name: 'Menu button', box, what: { kind: 'mark', inked } }];
    },
  };
}

/** The item of a header that an ink belongs to: the item itself, or the one whose entry, icon or line it is. */
export function itemOfInk(site: Site, header: Header, inkId: string): Item | undefined {
  if (inkId === 'menu-button') return undefined;
  const items = headerItems(header);
  return (
    items.find(({ id }) => id === inkId || inkId.startsWith(`${id}-`)) ??
    items.find(
      (item) =>
        item.kind === 'menu' &&
        site.menus
          .find(({ id }) => id === item.menu)
          ?.entries.some(({ id }) => id === inkId || `${id}-opener` === inkId),
    )
  );
}
