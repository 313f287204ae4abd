import type { ResolvedLook } from '../layers/index.ts';
import type { Easing } from '../model/easings.ts';
import type { Header } from '../model/header.ts';
import { changesByScroll } from './manner.ts';
import { isPointedAt, type LinkState } from './states.ts';

/** How links get from one state into another: the style sheet changes their inks, lines and backings over a time. */

/** How long a change takes and when it begins, ms, and how it goes. */
export interface StateTime {
  delay: number;
  duration: number;
  easing: Easing;
}

/** Something on its way into a state: out of which, and how much of the change is done, 0 to 1. */
export interface Becoming {
  from: LinkState;
  share: number;
}

/** How much of a change is done, 0 to 1, by the time that it takes. */
export type Progress = (time: StateTime) => number;

/**
 * How a link with a look gets into a state: under the pointer in the time of its cue, where that has one, else as inks change. Where
 * looks go along with the scroll it is at once: colours that are mixed already would go on their way through another colour space.
 */
export function stateTime(
  header: Pick<Header, 'manner' | 'own'>,
  { cue }: Pick<ResolvedLook, 'cue'>,
  state: LinkState,
): StateTime {
  const { duration, easing = 'ease', ink = { delay: 0, duration } } = header.manner;
  if (changesByScroll(header)) return { delay: 0, duration: 0, easing };
  if (isPointedAt(state) && cue.duration !== undefined)
    return { delay: 0, duration: cue.duration, easing: cue.easing };
  return { ...ink, easing };
}
