import type { Header, Moment, Rail } from '../model/header.ts';
import type { Item } from '../model/item.ts';

/** How a header behaves, as questions that layout, sweep and export ask alike. */

/** Whether it keeps to the window's lower edge. */
export function keepsToBottom({ manner }: Pick<Header, 'manner'>): boolean {
  return manner.onScroll === 'bottom';
}

/** Whether any of its rails runs the window's full width, above its box. */
export function hasStrips({ rails }: Pick<Header, 'rails'>): boolean {
  return rails.some(({ full }) => full === true);
}

/** How far shadows and lines reach round a header's box at most, CSS pixels. */
export const BESIDE = 64;

/** Whether any part of it stands in the flow of the page; at the window's lower edge none does. */
export function standsInFlow(header: Header): boolean {
  if (keepsToBottom(header)) return false;
  return (
    header.manner.lies === 'above' || header.rails.some(({ leaves, inFlow }) => leaves === true || inFlow)
  );
}

/** Whether its looks change along with the scroll, and not over time. */
export function changesByScroll({ manner, own }: Pick<Header, 'manner' | 'own'>): boolean {
  // One that the site has already changes at a distance, whatever its document says.
  const followsGround = own === undefined && manner.switch.at === 'ground' && manner.onScroll !== 'returns';
  return manner.stretch !== undefined && !followsGround;
}

/** A stretch of scroll with the switch in its middle; one that would begin above the page is shorter. */
export function wayRound(begins: number, stretch: number): { from: number; to: number } {
  const reach = Math.min(Math.floor(stretch / 2), begins);
  return { from: begins - reach, to: begins + reach };
}

/** How far a header has come on its way from one look to the next at a scroll, 0 to 1. */
export function wayIn(way: { from: number; to: number }, scroll: number): number {
  return Math.min(1, Math.max(0, (scroll - way.from) / (way.to - way.from)));
}

/**
 * How much lower a rail is at a moment than at the top, CSS pixels: never so much that its contents would not fit, and
 * an even number, so that what hangs in the middle moves by whole pixels.
 * @param height at the top
 * @param contents height of the tallest thing on it
 */
export function lowerBy(
  header: Header,
  rail: Rail,
  height: number,
  contents: number,
  moment: Moment,
): number {
  const { smaller = 0, switch: begins } = header.manner;
  const isLater =
    moment !== 'top' && begins.at !== 'ground' && !keepsToBottom(header) && !rail.leaves && !rail.full;
  if (!isLater) return 0;
  return 2 * Math.floor(Math.max(0, Math.min(smaller, height - Math.ceil(contents))) / 2);
}

/**
 * Whether an item moves otherwise than its rail when that gets smaller: one at the rail's upper or lower edge stays there.
 * Moved apart, its letters lie on grounds of its own only: those of others are kept away from it.
 */
export function isMovedApart(rail: Rail, item: Pick<Item, 'align'>, less: number): boolean {
  return less > 0 && rail.padding === undefined && (item.align ?? 'middle') !== 'middle';
}
