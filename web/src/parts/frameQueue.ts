/**
 * Work on frames that are only looked at: one of them in each picture that the browser draws, so that none of its tasks
 * becomes long. What comes for a frame that still waits takes the place of what was to be done.
 */

const waiting = new Map<object, () => void>();

function next(): void {
  const [first] = waiting;
  if (!first) return;
  const [of, work] = first;
  waiting.delete(of);
  if (waiting.size > 0) requestAnimationFrame(next);
  work();
}

/** Does some work soon, when it is the turn of what it is for. */
export function queueFrame(of: object, work: () => void): void {
  const isIdle = waiting.size === 0;
  waiting.set(of, work);
  if (isIdle) requestAnimationFrame(next);
}

/** Gives up what waits for something. */
export function dropFrame(of: object): void {
  waiting.delete(of);
}
