import { QueryClient, QueryObserver, skipToken, useQuery, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';
import { dropped } from './dropped.ts';

/**
 * Answers of the engine, carried by the query library: each is computed once for all who ask for it, given up when nobody
 * does any more, and kept for a while. What an answer depends on is said in `dependsOn.ts`.
 */

/** The application's client. Nothing that it asks for is far away: it goes on where a browser calls itself offline. */
export const client = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, refetchOnWindowFocus: false, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

/** How long an answer is kept that nobody looks at, ms. */
const KEPT = 120_000;

/** An answer is as good as its key: it never becomes stale, and is computed again only where it failed. */
const COMPUTED = { staleTime: Infinity, retry: false, structuralSharing: false } as const;

/**
 * An answer, asked for outside of a component.
 * @param work computes it; its signal is aborted once all who asked have given it up
 * @param options how long it is kept when nobody asks for it, ms: the longest that anybody wanted
 * @throws `AbortError` where this one gave it up
 */
export function answer<T>(
  queryKey: QueryKey,
  work: (signal: AbortSignal) => Promise<T>,
  { signal, kept: gcTime = KEPT }: { signal?: AbortSignal; kept?: number } = {},
): Promise<T> {
  const kept = client.getQueryData<T>(queryKey);
  if (kept !== undefined) return Promise.resolve(kept);
  if (signal?.aborted) return Promise.reject(dropped());
  const observer = new QueryObserver<T>(client, {
    ...COMPUTED,
    gcTime,
    queryKey,
    queryFn: ({ signal }) => work(signal),
  });
  return new Promise((resolve, reject) => {
    const drop = () => {
      end();
      reject(dropped());
    };
    const leave = observer.subscribe(({ status, data, error }) => {
      if (status === 'pending') return;
      end();
      if (status === 'error') reject(error);
      else resolve(data);
    });
    const end = () => {
      leave();
      signal?.removeEventListener('abort', drop);
    };
    signal?.addEventListener('abort', drop);
  });
}

/** How far work is: pages and widths that have been swept so far. */
export interface WorkProgress {
  done: number;
  of: number;
}

interface AnswerOptions {
  /** Whether anybody wants to know. */
  isAsked?: boolean;
  /** How long the question must have rested before it is worked on, ms: not at every step of a hand that moves. */
  rest?: number;
  /** Whether the answer to the question before stays in sight until this one is there. */
  keepsLast?: boolean;
  /** How long it is kept when nobody looks at it, ms. */
  kept?: number;
}

/** An answer as a component sees it. */
export interface Answered<T> {
  data: T | undefined;
  failure: string | undefined;
  /** Whether it is being worked on; what is in sight meanwhile may be the answer before. */
  isWorking: boolean;
  /** Where what the work has so far is told: see {@link useSoFar}. */
  soFar: QueryKey;
}

/** What work is given: whether it is still wanted, and whom to tell what it has so far. */
export interface Working<S> {
  signal: AbortSignal;
  tell: (soFar: S) => void;
}

/** An answer, asked for by a component for as long as it is shown. */
export function useAnswer<T, S = WorkProgress>(
  queryKey: QueryKey,
  work: (working: Working<S>) => Promise<T>,
  { isAsked = true, rest = 0, keepsLast = false, kept = KEPT }: AnswerOptions = {},
): Answered<T> {
  const soFar = ['so far', ...queryKey];
  const { data, error, isFetching } = useQuery({
    ...COMPUTED,
    queryKey,
    enabled: isAsked,
    gcTime: kept,
    queryFn: async ({ signal }) => {
      client.removeQueries({ queryKey: soFar, exact: true });
      if (rest > 0) await rested(rest, signal);
      return work({ signal, tell: (told) => !signal.aborted && client.setQueryData<S>(soFar, told) });
    },
    ...(keepsLast && { placeholderData: (last: T | undefined) => last as never }),
  });
  return { data, failure: error?.message, isWorking: isFetching, soFar };
}

/** An answer that is worked on only once somebody asks for it, and holds as long as its question is the same. */
export function useAsked<T, S = WorkProgress>(queryKey: QueryKey, work: (working: Working<S>) => Promise<T>) {
  const [asked, setAsked] = useState<string>();
  const question = queryKey.join();
  const isAsked = asked === question;
  const answered = useAnswer<T, S>(queryKey, work, { isAsked });
  return { ...answered, isAsked, ask: () => setAsked(question), stop: () => setAsked(undefined) };
}

/** What work has told so far, as long as it goes on. */
export function useSoFar<S = WorkProgress>({
  soFar,
  isWorking,
}: Pick<Answered<unknown>, 'soFar' | 'isWorking'>): S | undefined {
  const { data } = useQuery<S>({ queryKey: soFar, queryFn: skipToken });
  return isWorking ? data : undefined;
}

/** Waits for a while, or until nobody wants it any more. */
function rested(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((go, stop) => {
    const timer = setTimeout(go, ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      stop(dropped());
    });
  });
}
