import type { Remote } from 'comlink';
import type { SceneRequest } from './types.ts';

/**
 * The heavy parts of requests: the document, and what was drawn for it. They are the same in hundreds of requests, and are
 * copied to a worker once, and named by number after that. What a worker has at hand is the same object each time, so that what
 * it works out of one it may keep by it.
 */

/** A request as it is sent: its heavy parts by their numbers. */
export type Packed<R extends SceneRequest> = Omit<R, 'site' | 'logos' | 'vectors'> & {
  site: number;
  logos: Record<string, number>;
  vectors: Record<string, number>;
};

/** How many parts a worker keeps, besides all that the last request needs. */
const MOST = 64;

/** What one worker has been sent. */
export class SentParts {
  /** Numbers of parts, the one that was needed last at the end. */
  readonly #numbers = new Map<object, number>();
  #next = 0;

  /** A request by the numbers of its parts, what the worker lacks of them yet, and what it need keep no longer. */
  pack<R extends SceneRequest>(request: R) {
    const fresh: [number, object][] = [];
    const needed = new Set<object>();
    const numberOf = (part: object) => {
      const number = this.#numbers.get(part) ?? this.#next++;
      if (!this.#numbers.has(part)) fresh.push([number, part]);
      this.#numbers.delete(part);
      this.#numbers.set(part, number);
      needed.add(part);
      return number;
    };
    const numbersOf = (parts: Record<string, object>) =>
      Object.fromEntries(Object.entries(parts).map(([name, part]) => [name, numberOf(part)]));
    const packed: Packed<R> = {
      ...request,
      site: numberOf(request.site),
      logos: numbersOf(request.logos),
      vectors: numbersOf(request.vectors),
    };
    const gone: number[] = [];
    for (const [part, number] of this.#numbers) {
      if (this.#numbers.size <= Math.max(MOST, needed.size)) break;
      this.#numbers.delete(part);
      gone.push(number);
    }
    return { packed, fresh, gone };
  }
}

/** What a worker keeps of what it was sent. */
export class KeptParts {
  readonly #parts = new Map<number, object>();

  /** How many they are. */
  get size(): number {
    return this.#parts.size;
  }

  keep(fresh: [number, object][], gone: number[]): void {
    for (const [number, part] of fresh) this.#parts.set(number, part);
    for (const number of gone) this.#parts.delete(number);
  }

  /** A request with the parts themselves. */
  unpack<R extends SceneRequest>(packed: Packed<R>): R {
    const partsOf = (numbers: Record<string, number>) =>
      Object.fromEntries(Object.entries(numbers).map(([name, number]) => [name, this.#parts.get(number)]));
    const parts = {
      site: this.#parts.get(packed.site),
      logos: partsOf(packed.logos),
      vectors: partsOf(packed.vectors),
    };
    const unpacked: object = { ...packed, ...parts };
    return unpacked as R;
  }
}

/** What a worker hears. */
export interface Wire {
  /** Asks for a piece of work by its name. */
  ask(name: string, packed: Packed<SceneRequest>, rest: unknown[]): unknown;
  keep(fresh: [number, object][], gone: number[]): void;
  /** Gives up what is under way, where it can be. */
  drop(): void;
}

/** A worker that is asked with whole requests, and is sent each part of them once. */
export function packing<E extends object>(remote: Remote<Wire>): Remote<E> {
  const sent = new SentParts();
  const ask =
    (name: string) =>
    (request: SceneRequest, ...rest: unknown[]) => {
      const { packed, fresh, gone } = sent.pack(request);
      // What is sent first is there first.
      if (fresh.length + gone.length > 0) void remote.keep(fresh, gone);
      return remote.ask(name, packed, rest);
    };
  // Whoever is handed it must not take it for a promise.
  return new Proxy({} as Remote<E>, {
    get: (_, name) => (name === 'then' ? undefined : ask(String(name))),
  });
}
