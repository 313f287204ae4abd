import { RING } from '../header/metrics.ts';
import type { HeaderInk } from '../header/layout.ts';
import type { HeaderLayout } from '../header/laid.ts';
import type { ResolvedLook } from '../layers/index.ts';
import {
  backingIn,
  backingSize,
  buttonIn,
  cueIn,
  inkIn,
  tellsCurrent,
  type LinkState,
} from '../header/states.ts';
import type { Page } from '../model/page.ts';
import { overlap, sizeOf } from '../geometry/area.ts';
import { type Box, areaOf } from '../geometry/box.ts';
import type { Cell } from './cells.ts';

/** The states in which an ink is met, and what is judged of it besides its word: the line below and the ring round it. */

/** Whether an ink is of a link to the page that it stands on, and tells so. */
export function isCurrentOn({ what, page: to, button }: HeaderInk, look: ResolvedLook, page: Page): boolean {
  return what.kind === 'text' && to === page.id && (!button || tellsCurrent(look, button));
}

/**
 * The states in which a visitor can meet an ink on a page: at rest or on its own page, hovered, and of pressed, focused and
 * open those that look other than what they follow.
 */
export function statesOf(ink: HeaderInk, look: ResolvedLook, page: Page): LinkState[] {
  const current = isCurrentOn(ink, look, page);
  const base = current ? 'current' : 'rest';
  const differs = (a: LinkState, b: LinkState) => {
    const sight = (state: LinkState) =>
      JSON.stringify(
        ink.button
          ? buttonIn(look, ink.button, state, current)
          : [
              inkIn(look, state, current),
              ink.plate && [backingIn(look, state, current), backingSize(look, state)],
            ],
      );
    return sight(a) !== sight(b);
  };
  const open = ink.opens && differs('open', base) ? ['open' as const] : [];
  if (ink.isStill) return [base, ...open];
  return [
    base,
    ...open,
    ...(differs('focused', base) ? ['focused' as const] : []),
    'hover',
    ...(differs('pressed', 'hover') ? ['pressed' as const] : []),
  ];
}

/** The states that an ink gets into over time, each with the one that it comes out of: pressed is hovered first. */
export function changesOf(
  ink: HeaderInk,
  look: ResolvedLook,
  page: Page,
): { from: LinkState; to: LinkState }[] {
  const [base, ...others] = statesOf(ink, look, page);
  return others.map((to) => ({ from: to === 'pressed' ? 'hover' : base!, to }));
}

/** The line below a word in a state, and how opaque it is, 0 to 1; none where it has none there. */
export function cueUnder(
  ink: HeaderInk,
  look: ResolvedLook,
  state: LinkState,
  isCurrent: boolean,
): { box: Box; opacity: number } | undefined {
  const worn = cueIn(look, state, isCurrent);
  if (!worn || !ink.isCued || ink.what.kind !== 'text') return undefined;
  const { thickness, offset, share, before, opacity } = worn;
  const { left, advance, baseline, exactBaseline = baseline } = ink.what.run;
  const room = ink.room ?? { left, width: advance };
  const width = (room.width * share) / 100;
  const x = room.left + before * (room.width - width);
  // On its way along with the scroll it has lengths between, of which browsers keep whole sixty-fourths of a pixel.
  const whole = (length: number) => Math.floor(64 * length) / 64;
  return { box: { x, y: exactBaseline + whole(offset), width, height: whole(thickness) }, opacity };
}

/** How much of a ring's side must lie on the header for it to be judged there. */
const ON_HEADER = 0.5;

/**
 * The cells of the ring round an ink: its four sides, as far as they lie on the header, and on what stays of it once rails above have
 * left. Each is one cell: a ring is seen as a whole, and a star behind it does not hide it.
 */
export function ringCells(ink: HeaderInk, { bar, leaving, rails }: HeaderLayout): Cell[] {
  const { focus = ink.box } = ink;
  if (focus === false || ink.isStill) return [];
  const [inner, outer] = [RING.offset, RING.offset + RING.thickness];
  const grown = (by: number) => ({
    left: focus.x - by,
    top: focus.y - by,
    right: focus.x + focus.width + by,
    bottom: focus.y + focus.height + by,
  });
  const [a, b] = [grown(outer), grown(inner)];
  const box = (left: number, top: number, right: number, bottom: number): Box => ({
    x: left,
    y: top,
    width: right - left,
    height: bottom - top,
  });
  const sides = [
    box(a.left, a.top, a.right, b.top),
    box(a.left, b.bottom, a.right, a.bottom),
    box(a.left, b.top, b.left, b.bottom),
    box(b.right, b.top, a.right, b.bottom),
  ];
  const strip = rails.find(({ index, full }) => full && index === ink.rail);
  const whole = areaOf(strip ? { ...strip, y: strip.top } : bar);
  const on = ink.leaves ? whole : { ...whole, top: Math.max(whole.top, Math.ceil(leaving)) };
  return sides.map(areaOf).flatMap((side) => {
    const cell = overlap(side, on);
    const isOn = cell.right > cell.left && cell.bottom > cell.top;
    return isOn && sizeOf(cell) >= ON_HEADER * sizeOf(side) ? [cell] : [];
  });
}
