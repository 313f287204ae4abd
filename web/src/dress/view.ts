import { at } from '@hatrail/core/lists';
import { isPointedAt } from '@hatrail/core/header/states';
import type { Span } from '@hatrail/core/sweep/scene';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Cut } from '@hatrail/core/sweep/cut';
import { type Probe } from '@hatrail/core/sweep/prove';
import { spotKey, isPassing, type Row, type SweptRow } from '@hatrail/core/sweep/row';
import { groupsOf } from '../engine/groups.ts';
import { isAbort } from '../engine/dropped.ts';
import type { PagePlace } from '../engine/proof.ts';
import { onEngine } from '../engine/pool.ts';
import { useAnswer } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import { ViewSweeps } from '../engine/viewProof.ts';
import { groundsOfPage, laneName, readyMeasure, sceneRequest } from '../engine/request.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import type { SceneFacts, SweptScene } from '../engine/types.ts';
import type { Measure } from '@hatrail/core/measure/measure';

/**
 * Something that is worked out off the main thread. The latest result stays in sight until a later one is there; while
 * inputs keep changing, work that has begun is still shown when it is done, and work that only waits is dropped. Work may
 * show what it has before it is done.
 */
function useComputed<T>(
  key: string,
  work: (signal: AbortSignal, show: (value: T) => void) => Promise<T>,
): { value: T | undefined; failure: string | undefined } {
  const [state, setState] = useState<{ value?: T; failure?: string }>({});
  const begun = useRef(0);
  const shown = useRef(0);
  const begin = useEffectEvent((signal: AbortSignal) => {
    const turn = ++begun.current;
    const show = (next: { value?: T; failure?: string }) => {
      if (turn < shown.current) return;
      shown.current = turn;
      setState((old) => ({ value: old.value, ...next }));
    };
    const showValue = (value: T) => show({ value, failure: undefined });
    work(signal, showValue)
      .then(showValue)
      .catch((error: unknown) => {
        if (!isAbort(error)) show({ failure: (error as Error).message });
      });
  });
  useEffect(() => {
    const stop = new AbortController();
    begin(stop.signal);
    return () => stop.abort();
  }, [key]);
  return { value: state.value, failure: state.failure };
}

/** The sweep of the page on screen. */
export function useSweptView(loaded: LoadedSite, header: Header, pageId: string, viewport: Viewport) {
  const [sweeps] = useState(() => new ViewSweeps());
  const seenAt = viewportKey(viewport);
  const computed = useComputed<SweptScene & { pageId: string; seenAt: string }>(
    siteKey(loaded) + keyOf([header.id, pageId, seenAt]),
    async (signal, show) => {
      const shown = (scene: SweptScene) => ({ ...scene, pageId, seenAt });
      return shown(
        await sweeps.prove(loaded, header.id, pageId, viewport, {
          signal,
          show: (scene) => show(shown(scene)),
        }),
      );
    },
  );
  // A result for another page or window is not shown for this one.
  const fits = computed.value?.pageId === pageId && computed.value.seenAt === seenAt;
  return { scene: fits ? computed.value : undefined, failure: computed.failure };
}

/** Every item at the scroll on screen. */
export function useProbes(
  loaded: LoadedSite,
  header: Header,
  { pageId, moment, scroll, ...viewport }: PagePlace & { moment: Moment; scroll: number },
): Probe[] {
  const { value } = useComputed(
    siteKey(loaded) + keyOf([header.id, pageId, viewportKey(viewport), moment, scroll]),
    async (signal) => {
      const request = await sceneRequest(loaded, header.id, pageId, viewport);
      return onEngine(laneName(pageId, viewport), (engine) => engine.probe(request, moment, scroll), {
        signal,
      });
    },
  );
  return value ?? [];
}

/** The cut at a row's worst place. */
export function useCut(
  loaded: LoadedSite,
  header: Header,
  pageId: string,
  row: Row | undefined,
): Cut | undefined {
  const { data } = useAnswer(
    [
      'cut',
      siteKey(loaded),
      keyOf([
        header,
        pageId,
        row && viewportKey(row),
        row?.moment,
        row && spotKey(row),
        row?.scroll,
        row?.shows,
      ]),
    ],
    async ({ signal }) => {
      const request = await sceneRequest(loaded, header.id, pageId, row!);
      const cut = onEngine(laneName(pageId, row!), (engine) => engine.cut(request, row!), { signal });
      return (await cut) ?? null;
    },
    { isAsked: row !== undefined, keepsLast: true, kept: 10_000 },
  );
  return (row && data) ?? undefined;
}

/** The whole page as a small picture. */
export function useFilm(
  loaded: LoadedSite,
  header: Header,
  pageId: string,
  viewport: Viewport,
  filmWidth: number,
) {
  const page = loaded.site.pages.find(({ id }) => id === pageId);
  const { data } = useAnswer(
    ['film', keyOf([...groundsOfPage(loaded, header), page, viewportKey(viewport), filmWidth])],
    async ({ signal }) => {
      const request = await sceneRequest(loaded, header.id, pageId, viewport);
      return onEngine(laneName(pageId, viewport), (engine) => engine.film(request, filmWidth), {
        urgency: 'soon',
        signal,
      });
    },
    { keepsLast: true, kept: 30_000 },
  );
  return data;
}

/** Text metrics on the main thread. */
export function useMeasure(loaded: LoadedSite): Measure | undefined {
  const { fonts } = loaded.site;
  const { data } = useAnswer(
    ['measure', keyOf([loaded.site.type, fonts, loaded.hashes])],
    async () => ({
      // In an object, since the library would call a function.
      measure: await readyMeasure(loaded),
    }),
    { keepsLast: true },
  );
  return data?.measure;
}

/** The first scroll at which a moment is met; `undefined` where it never is. */
export function firstScroll({ stretches }: SceneFacts, moment: Moment): number | undefined {
  return stretches.find((stretch) => stretch.moment === moment)?.from;
}

const RANK: Record<Row['verdict'], number> = { lost: 0, strained: 2, clear: 4 };

/**
 * The row to look at first: the worst verdict; where that is not clear, links at rest and on their own page before
 * hovered ones; and of those the one furthest below what it needs, or nearest to it.
 */
export function worstRow<T extends Row>(rows: readonly T[]): T | undefined {
  const order = (row: T) =>
    100 * (RANK[row.verdict] + (isPassing(row) && row.verdict !== 'clear' ? 1 : 0)) + row.worst / row.needed;
  return rows.reduce<T | undefined>(
    (worst, row) => (!worst || order(row) < order(worst) ? row : worst),
    undefined,
  );
}

/** What a thread shows of an item: one of its states, or the worst of all. */
export const THREAD_STATES = {
  worst: 'the worst of all',
  rest: 'at rest',
  hover: 'hovered',
  focused: 'focused',
} as const;
export type ThreadState = keyof typeof THREAD_STATES;

const SHOWS: Record<ThreadState, (row: Row) => boolean> = {
  worst: () => true,
  rest: (row) => !isPassing(row),
  hover: ({ state, beside }) => isPointedAt(state) || beside !== undefined,
  focused: ({ state }) => state === 'focused',
};

/** A stretch of scrolls at which an item is there, with its contrast as a share of its need at each. */
export interface ThreadPart {
  span: Span;
  shares: Float64Array;
}

/** One thread of the film: an item over all moments. */
export interface Thread {
  itemId: string;
  item: string;
  parts: ThreadPart[];
}

/** The threads of some rows, one for each item that has the state. */
export function threadsOf(rows: readonly SweptRow[], state: ThreadState = 'worst'): Thread[] {
  const groups = groupsOf(rows.filter(SHOWS[state]), ({ itemId }) => itemId);
  return [...groups].map(([itemId, list]) => ({
    itemId,
    item: at(list, 0).name,
    parts: partsOf(list),
  }));
}

/** The least share at every scroll, in stretches in which there is any. */
function partsOf(rows: readonly SweptRow[]): ThreadPart[] {
  const first = Math.min(...rows.map(({ span }) => span.from));
  const last = Math.max(...rows.map(({ span }) => span.to));
  const shares = new Float64Array(last - first + 1).fill(Infinity);
  for (const { span, contrasts, needed } of rows)
    for (let i = 0; i < contrasts.length; i++) {
      const at = span.from - first + i;
      shares[at] = Math.min(shares[at]!, contrasts[i]! / needed);
    }
  const parts: ThreadPart[] = [];
  for (let i = 0; i < shares.length; i++) {
    if (shares[i] === Infinity) continue;
    let end = i;
    while (end + 1 < shares.length && shares[end + 1] !== Infinity) end++;
    parts.push({ span: { from: first + i, to: first + end }, shares: shares.subarray(i, end + 1) });
    i = end;
  }
  return parts;
}

/** Of the items at this scroll that are not clear, the one furthest below its need; hovered links are left out. */
export function mostLost(probes: readonly Probe[]): Probe | undefined {
  return probes
    .filter((probe) => !isPassing(probe) && probe.verdict !== 'clear')
    .reduce<Probe | undefined>(
      (worst, probe) =>
        !worst || probe.contrast / probe.needed < worst.contrast / worst.needed ? probe : worst,
      undefined,
    );
}
