import { at } from '@hatrail/core/lists';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { railAt } from '@hatrail/core/header/steps';
import { PLACES, type Header, type RailPlace } from '@hatrail/core/model/header';
import type { RodSpot } from './edits.ts';

/** A tick on a rod: where an item can go, in pixels from the rod's left end. */
export interface Tick {
  spot: RodSpot;
  x: number;
}

/** Ticks of a rail's rod: before each item of each place and after its last, the dragged item left out. */
export function railTicks(
  header: Header,
  layout: HeaderLayout,
  index: number,
  dragged: string,
  scale: number,
): Tick[] {
  const { inset } = railAt(at(header.rails, index), layout.width);
  const { x, width } = layout.rails.find((rail) => rail.index === index) ?? layout.bar;
  const anchors: Record<RailPlace, number> = {
    start: x + inset,
    middle: x + width / 2,
    end: x + width - inset,
  };
  return PLACES.flatMap((place) => {
    const items = at(header.rails, index)[place].filter(({ id }) => id !== dragged);
    const boxes = items.map(({ id }) => layout.items.find((laid) => laid.id === id)?.box);
    const first = boxes.find((box) => box);
    const xs = [
      first ? first.x - 6 : anchors[place],
      ...boxes.map((box) => (box ? box.x + box.width + 6 : anchors[place])),
    ];
    return xs.map((x, i) => ({ spot: { rail: index, place, index: i }, x: x * scale }));
  });
}

/** Room that a tag takes on the spare rod, pixels. */
export const SPARE_STEP = 150;

export function spareTicks(header: Header, dragged: string): Tick[] {
  const items = (header.spare ?? []).filter(({ id }) => id !== dragged);
  return Array.from({ length: items.length + 1 }, (_, i) => ({
    spot: { rail: 'spare' as const, place: 'start' as const, index: i },
    x: 10 + i * SPARE_STEP,
  }));
}
