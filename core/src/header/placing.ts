import { PLACES, type RailPlace, type Rail } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { Box } from '../geometry/box.ts';
import type { Measured } from './ink.ts';
import type { HeaderLayout, LaidItem } from './laid.ts';
import { RING } from './metrics.ts';

/** An item on its way to its place: its outer size, and the item it is. */
export interface Hanging extends Measured, Pick<LaidItem, 'backing'> {
  item: Item | undefined;
}
export type Places = Record<RailPlace, Hanging[]>;

/**
 * The greatest height that a backing in the middle of an item can have so that it stays on its rail, at the top and after
 * scrolling alike.
 * @param shapes of the rail, full and once it has got smaller
 */
function plateMost(item: Item | undefined, height: number, shapes: readonly RailShape[]): number {
  const most = shapes.map(({ height: full, padding }) => {
    const room = full - 2 * padding - height;
    const middle = padding + room * SHARES[item?.align ?? 'middle'] + height / 2 + (item?.shift ?? 0);
    return 2 * Math.min(middle, full - middle);
  });
  return Math.max(0, Math.min(...most));
}

/** What is known of a rail before its items are placed. */
interface RailFacts {
  /** Full, and once it has got smaller. */
  shapes: readonly RailShape[];
  index: number;
  leaves: boolean;
  /** An item of it moves otherwise than the rail when that gets smaller. */
  movesApart: boolean;
  /** It is folded, has the menu button, and no room for all that hangs on it. */
  isNarrow: boolean;
}

/** Height and padding of a rail, CSS pixels. */
type RailShape = Required<Pick<Rail, 'height' | 'padding'>>;

/** The share of a rail's free height that is above an item. */
const SHARES = { start: 0, middle: 0.5, end: 1 };

function widthOf(items: readonly Measured[], gap: number): number {
  return items.reduce((sum, item) => sum + item.width, 0) + gap * Math.max(0, items.length - 1);
}

/** Insets, items and gaps up to the last place where anything hangs: the gap after it is not seen. */
export function neededWidth(places: Places, { inset, gap }: Rail): number {
  const last = PLACES.findLastIndex((place) => places[place].length > 0);
  return PLACES.slice(0, last + 1).reduce((sum, place, i) => {
    if (place === 'middle' && places.middle.length === 0) return sum;
    return sum + widthOf(places[place], gap) + (i > 0 ? gap : 0);
  }, 2 * inset);
}

/**
 * Start and end share the room beside the middle equally, so that the middle is centred, unless one of them needs more
 * (CSS Flexbox 1, section 9.7: `flex: 1 1 0` with the automatic minimum size).
 */
export function placeRail(
  places: Places,
  rail: Rail,
  box: Box,
  { shapes, index, leaves, movesApart, isNarrow }: RailFacts,
  laid: Pick<HeaderLayout, 'items' | 'inks'>,
): void {
  const { gap, padding = 0 } = rail;
  const side = Math.max(rail.inset, rail.max === undefined ? 0 : (box.width - rail.max) / 2);
  const widths = { start: widthOf(places.start, gap), end: widthOf(places.end, gap) };
  const middle = places.middle.length > 0 ? widthOf(places.middle, gap) : 0;
  const gaps = places.middle.length > 0 ? 2 * gap : gap;
  const room = box.width - 2 * side - middle - gaps;
  // Where a folded bar is too narrow the menu button stays in it, and what stands before it is cut off.
  const end = isNarrow ? Math.min(widths.end, Math.max(0, room)) : widths.end;
  const start = isNarrow
    ? Math.max(0, room - end)
    : Math.max(widths.start, Math.min(room / 2, room - widths.end));
  const from: Record<RailPlace, number> = {
    start: side,
    middle: side + start + gap,
    end: isNarrow
      ? box.width - side - widths.end
      : Math.max(box.width - side - widths.end, side + start + gaps + middle),
  };
  for (const place of PLACES) {
    let left = box.x + from[place];
    for (const { item, width, height, backing, place: placeAt } of places[place]) {
      const room = box.height - 2 * padding - height;
      const top = box.y + padding + room * SHARES[item?.align ?? 'middle'] + (item?.shift ?? 0);
      laid.items.push({
        id: item?.id ?? 'menu-button',
        rail: index,
        place,
        box: { x: left, y: top, width, height },
        ...(backing && { backing }),
      });
      const most = plateMost(item, height, shapes);
      const placed = {
        rail: index,
        plateMost: most,
        ...(movesApart && { reachMost: Math.max(0, gap - RING.offset - RING.thickness) }),
        ...(item && { item: item.id }),
        ...(leaves && { leaves }),
      };
      const cut = isNarrow && place === 'start' ? box.x + side + start : Infinity;
      const seen = placeAt(left, top).filter(({ box: own }) => own.x + own.width <= cut + 0.5);
      laid.inks.push(...seen.map((ink) => ({ ...ink, ...placed })));
      left += width + gap;
    }
  }
}
