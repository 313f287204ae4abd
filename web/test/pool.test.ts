import { isAbort } from '../src/engine/dropped.ts';
import { KeptParts, type Packed } from '../src/engine/parts.ts';
import type { SceneRequest } from '../src/engine/types.ts';
import { beforeEach, describe, expect, test, vi } from 'vitest';

vi.mock('comlink', () => ({ wrap: (worker: unknown) => worker }));

/** What waits for the workers: who comes first, what is dropped, and that work of one place stays in one of them. */

/** Workers that do nothing themselves: the work that is handed to them is told which one it was. */
class PlayedWorker {
  static made: PlayedWorker[] = [];
  readonly drop = vi.fn();
  /** Whatever it is asked, it says which one it is, and with what it was. */
  readonly ask = async (name: string, packed: object, rest: unknown[]) => ({
    by: this.number,
    name,
    packed,
    rest,
  });
  readonly keep = vi.fn();
  readonly number = PlayedWorker.made.length;
  constructor() {
    PlayedWorker.made.push(this);
  }
}

type Pool = typeof import('../src/engine/pool.ts');
let pool: Pool;

async function poolOf(cores: number): Promise<Pool> {
  vi.resetModules();
  PlayedWorker.made = [];
  vi.stubGlobal('Worker', PlayedWorker);
  vi.stubGlobal('navigator', { hardwareConcurrency: cores });
  return import('../src/engine/pool.ts');
}

beforeEach(async () => {
  pool = await poolOf(2);
});

/** Work that ends when it is told to, and notes when it began. */
function task(name: string, begun: string[]) {
  let end!: (failure?: Error) => void;
  const ended = new Promise<string>((resolve, reject) => {
    end = (failure) => (failure ? reject(failure) : resolve(name));
  });
  return {
    run: () => {
      begun.push(name);
      return ended;
    },
    end,
  };
}

/** Lets everything that is ready go on. */
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

describe('work on the engine', () => {
  test('goes one after another, what is wanted soonest first, in the order in which it was asked for', async () => {
    const begun: string[] = [];
    const names = ['first', 'later 1', 'soon 1', 'later 2', 'now', 'soon 2'];
    const tasks = names.map((name) => task(name, begun));
    const answers = tasks.map(({ run }, i) => {
      const urgency = (['later', 'soon', 'now'] as const).find((each) => names[i]!.startsWith(each));
      return pool.onEngine('home 1280', run, urgency ? { urgency } : {});
    });
    for (let i = 0; i < tasks.length; i++) {
      await settle();
      // Only one is under way.
      expect(begun).toHaveLength(i + 1);
      tasks[names.indexOf(begun[i]!)]!.end();
    }
    expect(await Promise.all(answers)).toEqual(names);
    expect(begun).toEqual(['first', 'now', 'soon 1', 'soon 2', 'later 1', 'later 2']);
  });

  test('that waits is dropped when it is given up; what is under way is brought to its end', async () => {
    const begun: string[] = [];
    const [running, waiting, last] = ['running', 'waiting', 'last'].map((name) => task(name, begun));
    const stop = new AbortController();
    const first = pool.onEngine('home 1280', running!.run, { signal: stop.signal });
    const second = pool.onEngine('home 1280', waiting!.run, { signal: stop.signal });
    const third = pool.onEngine('home 1280', last!.run);
    await settle();
    stop.abort();
    running!.end();
    last!.end();
    expect(await first).toBe('running');
    const failure = await second.catch((error: unknown) => error);
    expect(isAbort(failure)).toBe(true);
    expect(await third).toBe('last');
    expect(begun).toEqual(['running', 'last']);
  });

  test('that can be stopped is given up even when it has begun; afterwards nothing of it is', async () => {
    const begun: string[] = [];
    const [running, last] = ['running', 'last'].map((name) => task(name, begun));
    const stop = new AbortController();
    const first = pool.onEngine('home 1280', running!.run, { signal: stop.signal, canStop: true });
    await settle();
    const [{ drop }] = PlayedWorker.made as [PlayedWorker];
    stop.abort();
    expect(drop).toHaveBeenCalledTimes(1);
    // What the engine throws comes from another thread, as a plain error.
    running!.end(new Error('Dropped'));
    expect(isAbort(await first.catch((error: unknown) => error))).toBe(true);
    const later = new AbortController();
    const second = pool.onEngine('home 1280', last!.run, { signal: later.signal, canStop: true });
    last!.end();
    expect(await second).toBe('last');
    await settle();
    later.abort();
    expect(drop).toHaveBeenCalledTimes(1);
  });

  test('that fails says so to whoever asked, and the next goes on', async () => {
    const begun: string[] = [];
    const [bad, good] = ['bad', 'good'].map((name) => task(name, begun));
    const answers = [bad, good].map((each) => pool.onEngine('home 390', each!.run));
    await settle();
    bad!.end(new Error('No memory.'));
    good!.end();
    await expect(answers[0]).rejects.toThrow('No memory.');
    expect(await answers[1]).toBe('good');
    expect(isAbort(new Error('No memory.'))).toBe(false);
  });
});

const bitmap = {} as ImageBitmap;
const request = {
  site: { name: 'Larch' },
  headerId: 'main',
  pageId: 'home',
  width: 1280,
  hashes: {},
  sizes: {},
  logos: { 'logo ink': { left: 0, top: 0, width: 1, height: 1, data: new Uint8ClampedArray(4) } },
  vectors: { chart: bitmap },
} as unknown as SceneRequest;

describe('what a request carries', () => {
  const ask = (asked: SceneRequest) =>
    pool.onEngine('home 1280', async (engine): Promise<unknown> => engine.probe(asked, 'top', 7));
  const sent = () => PlayedWorker.made[0]!.keep.mock.calls as [[number, object][], number[]][];

  test('goes to a worker once, and is named by number after that; what is different is sent', async () => {
    const told = await ask(request);
    expect(told).toMatchObject({ name: 'probe', rest: ['top', 7], packed: { pageId: 'home', width: 1280 } });
    expect(sent()).toHaveLength(1);
    expect(new Set(sent()[0]![0].map(([, part]) => part))).toEqual(
      new Set([request.site, request.logos['logo ink'], bitmap]),
    );
    expect(await ask({ ...request, pageId: 'visit' })).toMatchObject({
      packed: { site: (told as { packed: { site: number } }).packed.site },
    });
    expect(sent()).toHaveLength(1);
    const other = { name: 'Pine' } as unknown as SceneRequest['site'];
    await ask({ ...request, site: other });
    expect(sent()[1]![0].map(([, part]) => part)).toEqual([other]);
  });

  test('is put together again there as it was, and what was not needed for long is let go', async () => {
    const kept = new KeptParts();
    const asked = Array.from({ length: 90 }, (_, i) => ({ ...request, site: { name: `${i}` } as never }));
    for (const each of [...asked, ...asked]) {
      const { packed } = (await ask(each)) as { packed: Packed<SceneRequest> };
      for (const [fresh, gone] of sent().splice(0)) kept.keep(fresh, gone);
      expect(kept.unpack(packed)).toEqual(each);
      expect(kept.unpack(packed).vectors.chart).toBe(bitmap);
    }
    expect(kept.size).toBeLessThanOrEqual(64);
  });
});

describe('workers', () => {
  const whoDoes = (places: readonly string[]) =>
    Promise.all(
      places.map((place) =>
        pool.onEngine(place, async (engine) => {
          const told: unknown = await engine.lacking(request);
          return (told as { by: number }).by;
        }),
      ),
    );

  test.each([
    [1, 1],
    [2, 1],
    [4, 3],
    [16, 4],
  ])('on %i cores there are %i', async (cores, count) => {
    pool = await poolOf(cores);
    expect(PlayedWorker.made).toHaveLength(0);
    await whoDoes(['home 1280']);
    expect(PlayedWorker.made).toHaveLength(count);
  });

  test('work of one place goes to the one that has its raster; places are shared out among all', async () => {
    pool = await poolOf(8);
    const places = ['home', 'visit', 'shows', 'log', 'members', 'book'].flatMap((page) =>
      [390, 768, 1280, 1920].map((width) => `${page} ${width}`),
    );
    const first = await whoDoes(places);
    expect(await whoDoes(places)).toEqual(first);
    expect(new Set(first).size).toBe(4);
  });
});
