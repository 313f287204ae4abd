import { headerItems, type Extent, type Header, type Rail } from '../model/header.ts';
import type { Item, ItemStep } from '../model/item.ts';
import { stepped } from '../model/stepped.ts';

/** A rail as it is at a header width. */
export function railAt(rail: Rail, width: number): Rail & { shown?: boolean } {
  return stepped<Rail & { shown?: boolean }>(rail, rail.steps, width);
}

/** An item as it is at a header width. A step's `size` is the height of a logo or picture. */
export function itemAt<I extends Item>(item: I, width: number): I {
  const steps = item.steps?.map(({ size, ...step }: ItemStep) =>
    size === undefined ? step : 'height' in item ? { ...step, height: size } : { ...step, size },
  );
  return stepped(item, steps as never, width);
}

/** A header that touches the window's edges. */
const FLUSH: Extent = { top: 0, sides: 0, linked: true, radius: 0 };

/** The extent of a header as it is at a width of the window. */
export function extentAt(header: Header, width: number): Extent {
  const extent = header.extent ?? FLUSH;
  return stepped(extent, extent.steps, width);
}

/** How far a header's box is from each side of the window: what is said, or more where it has a largest width. Whole pixels. */
export function sidesAt({ sides, max = Infinity }: Extent, width: number): number {
  return Math.max(sides, Math.floor((width - max) / 2));
}

/** Every width below which something of a header is set anew, the widest first; the fold is not among them. */
export function stepWidths(header: Header): number[] {
  const steps = [
    ...(header.extent?.steps ?? []),
    ...header.rails.flatMap((rail) => rail.steps ?? []),
    ...headerItems(header).flatMap((item) => item.steps ?? []),
  ];
  return [...new Set(steps.map(({ below }) => below))].sort((a, b) => b - a);
}
