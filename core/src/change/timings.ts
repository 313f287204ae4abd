import { changesByScroll } from '../header/manner.ts';
import type { Header } from '../model/header.ts';
import type { ChangeCurve } from './curve.ts';

/** Another way to time a change: no look is another for it. */
export interface Timing {
  text: string;
  manner: Header['manner'];
  /** One of several durations, the shortest first: only the first of them that is clear is wanted. */
  isDuration?: boolean;
}

/** Durations that are proposed where the inks have a time of their own, ms. */
const DURATIONS = [60, 120, 180, 240, 320, 400, 600, 800];

/**
 * Ways to time a change, each as the manner that has it. Inks that change along with the rest are as clear at any duration:
 * where they do not, the durations of the rest are tried too.
 */
export function timings(header: Header): Timing[] {
  const { ink, stretch: _, ...along } = header.manner;
  const { duration } = along;
  const atOnce = { text: 'All at once', manner: { ...along, duration: 0 } };
  if (changesByScroll(header)) return [atOnce];
  const rest = ink ? DURATIONS.filter((ms) => ms !== duration) : [];
  return [
    { text: 'The inks first, at once', manner: { ...along, ink: { delay: 0, duration: 0 } } },
    { text: 'The inks last, at once', manner: { ...along, ink: { delay: duration, duration: 0 } } },
    ...rest.map((ms) => ({
      text: `The rest over ${ms} ms`,
      manner: { ...along, ink: ink!, duration: ms },
      isDuration: true,
    })),
    atOnce,
  ];
}

/** Whether a change is below for less long than another by more than is worth a word, ms or px. */
export function isShorter(curve: Pick<ChangeCurve, 'below'>, below: number): boolean {
  return curve.below < below - 1;
}
