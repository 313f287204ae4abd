import { beforeEach, describe, expect, test } from 'vitest';
import { answer, client } from '../src/engine/answers.ts';
import { isAbort } from '../src/engine/dropped.ts';

/** Answers asked for by several at once, given up by some of them, and failed. */

/** Work whose end is decided from outside. */
function work() {
  let resolve!: (found: string) => void;
  let reject!: (error: Error) => void;
  const promise = new Promise<string>((found, failed) => ([resolve, reject] = [found, failed]));
  const signals: AbortSignal[] = [];
  const run = (signal: AbortSignal) => {
    signals.push(signal);
    return promise;
  };
  return { run, signals, resolve, reject };
}
const failureOf = (promise: Promise<unknown>) => promise.catch((error: unknown) => error);

beforeEach(() => client.clear());

describe('an answer', () => {
  test('is computed once for all who ask, and kept', async () => {
    const { run, signals, resolve } = work();
    const both = [answer(['a'], run), answer(['a'], run)];
    resolve('found');
    expect(await Promise.all(both)).toEqual(['found', 'found']);
    expect(await answer(['a'], run)).toBe('found');
    expect(signals).toHaveLength(1);
  });

  test('goes on when one of two gives it up, and is given up with the last of them', async () => {
    const { run, signals } = work();
    const [one, two] = [new AbortController(), new AbortController()];
    const answers = [
      answer(['b'], run, { signal: one.signal }),
      answer(['b'], run, { signal: two.signal }),
    ].map(failureOf);
    one.abort();
    expect(isAbort(await answers[0])).toBe(true);
    expect(signals[0]!.aborted).toBe(false);
    two.abort();
    expect(isAbort(await answers[1])).toBe(true);
    expect(signals[0]!.aborted).toBe(true);
  });

  test('that was given up is computed anew for who asks next', async () => {
    const first = work();
    const stop = new AbortController();
    const given = failureOf(answer(['c'], first.run, { signal: stop.signal }));
    stop.abort();
    await given;
    const second = work();
    const found = answer(['c'], second.run);
    second.resolve('anew');
    expect(await found).toBe('anew');
    expect(isAbort(await failureOf(answer(['d'], second.run, { signal: stop.signal })))).toBe(true);
  });

  test('that failed says so, and is tried again by who asks next', async () => {
    const first = work();
    first.reject(new Error('No memory.'));
    await expect(answer(['e'], first.run)).rejects.toThrow('No memory.');
    const second = work();
    second.resolve('found');
    expect(await answer(['e'], second.run)).toBe('found');
  });
});
