import { create } from 'zustand';
import { client } from '../engine/answers.ts';

/**
 * Whether what goes on in the background waits: the sweep of the widths between the usual ones, which takes a machine's every
 * core for a while. It is a choice of whoever sits at this machine, and is kept there.
 */

const NAME = 'hatrail.between';
const PAUSED = 'paused';

function kept(): boolean {
  try {
    return localStorage.getItem(NAME) === PAUSED;
  } catch {
    // Where a browser keeps nothing, it goes on.
    return false;
  }
}

interface Background {
  isPaused: boolean;
  /** Lets it wait, or go on where it was: what has been swept by then is known still. */
  pause(isPaused: boolean): void;
}

export const useBackground = create<Background>((set) => ({
  isPaused: kept(),
  pause(isPaused) {
    try {
      if (isPaused) localStorage.setItem(NAME, PAUSED);
      else localStorage.removeItem(NAME);
    } catch {
      // It holds until the page is left.
    }
    set({ isPaused });
    if (isPaused) void client.cancelQueries({ queryKey: [BETWEEN] });
  },
}));

/** What the sweep of the widths between is asked for by. */
export const BETWEEN = 'between';
