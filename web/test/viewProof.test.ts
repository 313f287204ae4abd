import { beforeEach, describe, expect, test, vi } from 'vitest';
import { proveScene } from '@hatrail/core/sweep/prove';
import { isPassing, type SweptRow } from '@hatrail/core/sweep/row';
import type { Header } from '@hatrail/core/model/header';
import { header, noDrawing, site } from '../../core/test/made.ts';
import type { SceneFacts, SweepRequest, SweptScene } from '../src/engine/types.ts';
import { ViewSweeps } from '../src/engine/viewProof.ts';
import { sceneOf } from './played.ts';

/**
 * The sweep of the page on screen, part by part: the workers are played by the core itself, which says that it took as long as
 * a test wants.
 */

const asked: { urgency: string; moments: readonly string[]; part: string | undefined }[] = [];
let took = 10;

vi.mock('../src/engine/pool.ts', () => ({
  onEngine: async (
    _: string,
    work: (engine: object) => Promise<unknown>,
    { urgency, signal }: { urgency: string; signal?: AbortSignal },
  ) =>
    work({
      sweep: async ({ site, headerId, pageId, moments, part }: SweepRequest) => {
        signal?.throwIfAborted();
        asked.push({ urgency, moments, part });
        const worn = site.headers.find(({ id }) => id === headerId)!;
        const { scene, raster } = sceneOf(
          site,
          worn,
          site.pages.find(({ id }) => id === pageId)!,
        );
        const rows = proveScene(scene, raster, noDrawing, moments, { part });
        return { rows, facts: { layout: scene.layouts.top } as SceneFacts, took };
      },
    }),
}));
vi.mock('../src/engine/request.ts', () => ({
  laneName: (page: string, { width }: { width: number }) => `${page} ${width}`,
  sceneRequest: async (
    { site }: { site: unknown },
    headerId: string,
    pageId: string,
    { width }: { width: number },
  ) => ({
    site,
    headerId,
    pageId,
    width,
  }),
}));

const page = site.pages[0]!.id;
const hashes = {};
const at = (of: Header) => ({ site: { ...site, headers: [of] }, hashes });
const filled = (opacity: number, manner: Partial<Header['manner']> = {}): Header => ({
  ...header,
  looks: { ...header.looks, scrolled: { ...header.looks.scrolled, fill: { opacity } } },
  manner: { ...header.manner, ...manner },
});
let sweeps: ViewSweeps;

beforeEach(() => {
  sweeps = new ViewSweeps();
  asked.length = 0;
  took = 10;
});

/** Sweeps a header's page, with all that was shown meanwhile. */
async function view(of: Header, signal?: AbortSignal) {
  const shown: SweptScene[] = [];
  const show = (scene: SweptScene) => shown.push(scene);
  const whole = await sweeps.prove(at(of), of.id, page, { width: 500 }, { show, ...(signal && { signal }) });
  return { whole, shown };
}
const sameRows = (rows: readonly SweptRow[]) =>
  rows.map(({ contrasts, ...row }) => ({ ...row, contrasts: contrasts.join(' ') }));
const wholeOf = (of: Header) => {
  const { scene, raster } = sceneOf(at(of).site, of, site.pages[0]!);
  return sameRows(proveScene(scene, raster, noDrawing));
};

describe('the sweep of the page on screen', () => {
  test('is of the moments that an edit touched, the others are as they were', async () => {
    await view(filled(0.2));
    const { whole, shown } = await view(filled(0.3));
    expect(asked.map(({ moments }) => moments)).toEqual([['top', 'scrolled'], ['scrolled']]);
    expect(shown).toEqual([]);
    expect(sameRows(whole.rows)).toEqual(wholeOf(filled(0.3)));
    // Undone: nothing is left to sweep.
    await view(filled(0.2));
    expect(asked.at(-1)!.moments).toEqual([]);
  });

  test('comes in two parts where it is slow, and together they are the whole', async () => {
    took = 90;
    // The hand does not wait: by the clock no time goes by.
    const clock = vi.spyOn(performance, 'now').mockReturnValue(5000);
    const before = await view(filled(0.2, { stretch: 60 }));
    expect(before.shown).toEqual([]);
    const { whole, shown } = await view(filled(0.3, { stretch: 60 }));
    expect(asked.slice(1)).toEqual([
      { urgency: 'soon', moments: ['top', 'scrolled'], part: 'lasting' },
      { urgency: 'next', moments: ['top', 'scrolled'], part: 'others' },
    ]);
    clock.mockRestore();
    expect(sameRows(whole.rows)).toEqual(wholeOf(filled(0.3, { stretch: 60 })));
    // What is shown first: threads as they are now, what comes under the pointer and on the way as it was.
    const [first] = shown;
    expect(first!.rows).toHaveLength(whole.rows.length);
    const isNew = (row: SweptRow, i: number) =>
      sameRows([row])[0]!.contrasts === sameRows([whole.rows[i]!])[0]!.contrasts;
    const older = first!.rows.filter((row, i) => !isNew(row, i));
    expect(older.length).toBeGreaterThan(0);
    expect(older.filter((row) => !isPassing(row) && row.span.to > 200)).toEqual([]);
    expect(sameRows(older)).toEqual(
      sameRows(before.whole.rows.filter((old) => older.some((row) => row.contrasts === old.contrasts))),
    );
  });

  test('shows nothing of an item that is gone', async () => {
    took = 90;
    await view(filled(0.2));
    const rails = header.rails.map((rail) => ({ ...rail, end: [] }));
    const bare = { ...filled(0.2), rails };
    const { whole, shown } = await view(bare);
    expect(shown[0]!.rows.map(({ itemId }) => itemId)).toEqual(whole.rows.map(({ itemId }) => itemId));
    expect(sameRows(whole.rows)).toEqual(wholeOf(bare));
  });

  test('gives up its second part when the hand moves on, but not for long', async () => {
    took = 90;
    const clock = vi.spyOn(performance, 'now');
    clock.mockReturnValue(5000);
    await view(filled(0.2));
    const dropped = async (opacity: number) => {
      const stop = new AbortController();
      const of = filled(opacity);
      const show = () => stop.abort();
      return sweeps.prove(at(of), of.id, page, { width: 500 }, { show, signal: stop.signal });
    };
    clock.mockReturnValue(5200);
    await expect(dropped(0.3)).rejects.toThrow('abort');
    clock.mockReturnValue(5600);
    await dropped(0.4);
    expect(asked.map(({ part, urgency }) => `${part} ${urgency}`)).toEqual([
      'undefined soon',
      'lasting soon',
      'lasting soon',
      'others soon',
    ]);
    clock.mockRestore();
  });
});
