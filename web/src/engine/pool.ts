import { at } from '@hatrail/core/lists';
import { wrap, type Remote } from 'comlink';
import type { Engine } from './worker.ts';
import { packing, type Wire } from './parts.ts';
import { dropped } from './dropped.ts';

/**
 * How soon a task is wanted: single places on screen, which take a moment; the sweep of the page on screen, its threads
 * first and then what comes under the pointer; then what the screen says of all pages; then what is established meanwhile.
 */
export type Urgency = (typeof ORDER)[number];
const ORDER = ['now', 'soon', 'next', 'later', 'idle'] as const;

interface Task {
  urgency: Urgency;
  signal: AbortSignal | undefined;
  canStop: boolean;
  run(engine: Remote<Engine>): Promise<void>;
  drop(): void;
}

export interface EngineOptions {
  urgency?: Urgency;
  signal?: AbortSignal;
  canStop?: boolean;
}

/** One worker and what waits for it. */
class Lane {
  readonly #wire = wrap<Wire>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }));
  readonly #engine = packing<Engine>(this.#wire);
  readonly #waiting: Task[] = [];
  #busy = false;

  add(task: Task): void {
    this.#waiting.push(task);
    void this.#next();
  }

  async #next(): Promise<void> {
    if (this.#busy) return;
    const task = this.#take();
    if (!task) return;
    if (task.signal?.aborted) task.drop();
    else {
      this.#busy = true;
      const stop = () => void this.#wire.drop();
      if (task.canStop) task.signal?.addEventListener('abort', stop);
      await task.run(this.#engine);
      task.signal?.removeEventListener('abort', stop);
      this.#busy = false;
    }
    void this.#next();
  }

  #take(): Task | undefined {
    for (const urgency of ORDER) {
      const i = this.#waiting.findIndex((task) => task.urgency === urgency);
      if (i >= 0) return this.#waiting.splice(i, 1)[0];
    }
    return undefined;
  }
}

/** As many workers as cores, four at most, but for one core that is left to the interface. */
function laneCount(): number {
  return Math.max(1, Math.min(4, (navigator.hardwareConcurrency || 2) - 1));
}

let lanes: Lane[] | undefined;

/**
 * Runs work on the engine in a worker. Work of one place goes to one worker, which has its raster at hand; what waits is
 * dropped when its signal is aborted.
 * @param place what the work is about, such as a page and a width
 * @param options with `canStop` work that has begun is given up as well, where the engine can
 * @throws `AbortError` where it was dropped
 */
export function onEngine<T>(
  place: string,
  work: (engine: Remote<Engine>) => Promise<T>,
  { urgency = 'now', signal, canStop = false }: EngineOptions = {},
): Promise<T> {
  lanes ??= Array.from({ length: laneCount() }, () => new Lane());
  let sum = 0;
  for (const letter of place) sum = (sum * 31 + letter.charCodeAt(0)) | 0;
  const lane = at(lanes, Math.abs(sum) % lanes.length);
  return new Promise<T>((resolve, reject) => {
    lane.add({
      urgency,
      signal,
      canStop,
      run: (engine) => work(engine).then(resolve, (error) => reject(signal?.aborted ? dropped() : error)),
      drop: () => reject(dropped()),
    });
  });
}
