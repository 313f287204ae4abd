import { skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { create } from 'zustand';
import type { Header, Moment } from '@hatrail/core/model/header';
import { leastOf, worstFirst, type Asked } from '@hatrail/core/remedy/kind';
import { fillCandidates, type Knob, type LeastFill } from '@hatrail/core/remedy/leastFill';
import { resolveLook } from '@hatrail/core/header/look';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/prove';
import { judgePanel } from '@hatrail/core/sweep/panel';
import type { Verdict } from '@hatrail/core/sweep/verdict';
import type { LookCost } from '@hatrail/core/remedy/cost';
import { proveAll, readBanners, type BannerWords } from '../engine/proof.ts';
import { askedOf } from './remedyWork.ts';
import { leastKey, type Solved } from '../engine/dependsOn.ts';
import type { SiteAtHand } from '../engine/siteAtHand.ts';
import { isAbort } from '../engine/pool.ts';

/** What the sweeps over all pages and widths have found, and how far they are. */
interface Verdicts {
  rows: Row[] | undefined;
  /** The words of the pages' opening bands. */
  banners: BannerWords[];
  progress: { done: number; of: number } | undefined;
  /** What went wrong, if the sweep could not be carried out. */
  failure: string | undefined;
}

export const useVerdicts = create<Verdicts>()(() => ({
  rows: undefined,
  banners: [],
  progress: undefined,
  failure: undefined,
}));

/** Items that have a verdict anywhere: each counted once. */
export function countItems(rows: readonly Row[], verdict: Row['verdict']): number {
  return new Set(rows.filter((row) => row.verdict === verdict).map(({ itemId }) => itemId)).size;
}

/** How a header stands over all pages and widths. */
export interface Standing {
  verdict: Verdict;
  /** How many items, menus and banners' words are lost. */
  lost: number;
  words: string;
}

/** How a header stands: its items over all pages, the entries of its drop-downs and its folded menu, and the words of banners. */
export function standingOf(
  site: Site,
  header: Header,
  rows: readonly Row[],
  banners: readonly BannerWords[] = [],
): Standing {
  const panels = judgePanel(site, header);
  const count = (verdict: Verdict) => {
    const menus = panels.filter((panel) => panel.verdict === verdict).map(({ where }) => where);
    const words = banners.filter((banner) => banner.verdict === verdict);
    return countItems(rows, verdict) + new Set(menus).size + words.length;
  };
  const [lost, strained] = [count('lost'), count('strained')];
  if (lost > 0) return { verdict: 'lost', lost, words: `${lost} lost` };
  if (strained > 0) return { verdict: 'strained', lost, words: `${strained} strained` };
  return { verdict: 'clear', lost, words: 'All clear' };
}

/** Sweeps all pages again whenever the document has rested for a moment. */
export function useProofOfAll(hand: SiteAtHand, header: Header, width: number): void {
  const site = hand.site;
  useEffect(() => {
    const stop = new AbortController();
    const timer = setTimeout(() => {
      proveAll(hand, header, {
        width,
        signal: stop.signal,
        progress: (done, of) => !stop.signal.aborted && useVerdicts.setState({ progress: { done, of } }),
      })
        .then(async (rows) => {
          const banners = await readBanners(hand, header.id, width, { signal: stop.signal });
          // At once, so that what is counted never goes up after it was told.
          if (!stop.signal.aborted)
            useVerdicts.setState({ rows, banners, progress: undefined, failure: undefined });
        })
        .catch((error: unknown) => {
          if (!isAbort(error))
            useVerdicts.setState({ progress: undefined, failure: (error as Error).message });
        });
    }, 200);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
    // The header is part of the site.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [site, header.id, width]);
}

/** What the solver says of the opacity of a layer at a moment. */
export type FillAnswer =
  | { kind: 'solving'; progress?: { done: number; of: number } }
  /** The moment's own colour clears it from a percent on. */
  | { kind: 'own'; fill: LeastFill; cost: LookCost | undefined }
  /** The own colour never does; another does. */
  | { kind: 'other'; fill: LeastFill; colour: ColourUse; cost: LookCost | undefined }
  | { kind: 'none' }
  | { kind: 'failed'; message: string };

/** How far a question is: pages and widths that have been swept for its answer so far. */
interface Progress {
  done: number;
  of: number;
}

/** How long a value must have rested before it is solved, ms: not at every step of a hand that moves. */
const REST = 150;

/**
 * Solves the least opacity of a layer at a moment over all pages and widths, once they have been swept.
 * @param isAsked whether anybody wants to know
 */
export function useLeast(
  hand: SiteAtHand,
  header: Header,
  moment: Moment,
  width: number,
  layer: Solved,
  isAsked = true,
): FillAnswer {
  const client = useQueryClient();
  const rows = useVerdicts((state) => state.rows);
  const question = isAsked ? leastKey(hand, header, moment, width, layer) : '';
  const underWay = ['least under way', question];
  const { data, error } = useQuery({
    queryKey: ['least', question],
    enabled: isAsked && rows !== undefined,
    queryFn: async ({ signal }) => {
      await rested(REST, signal);
      const own = (rows ?? []).filter((row) => row.moment === moment);
      const progress = (done: number, of: number) => {
        if (!signal.aborted) client.setQueryData<Progress>(underWay, { done, of });
      };
      return solve(askedOf(hand, header, moment, own, { signal, progress, width }), layer);
    },
    // The question is made from all that the answer depends on.
    staleTime: Infinity,
    retry: false,
    structuralSharing: false,
  });
  const progress = useQuery<Progress>({ queryKey: underWay, queryFn: skipToken }).data;
  if (data) return data;
  if (error) return { kind: 'failed', message: error.message };
  return { kind: 'solving', ...(progress && { progress }) };
}

/** Waits for a while, or until nobody wants it any more. */
function rested(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((go, stop) => {
    const timer = setTimeout(go, ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      stop(signal.reason as Error);
    });
  });
}

async function solve(asked: Asked, layer: Solved): Promise<FillAnswer> {
  const { site, header, moment, work } = asked;
  const look = resolveLook(site, header, moment);
  const [first, ...others] = fillCandidates(asked, moment);
  const knob: Knob =
    layer === 'gradient' ? { layer } : { layer, colour: layer === 'fill' ? first! : look.tint.colour };
  const [worst] = worstFirst(asked.rows);
  const cost = async (found: LeastFill) => worst && work.cost(worst, header, found.header);
  const fill = await leastOf(asked, knob);
  if (fill) return { kind: 'own', fill, cost: await cost(fill) };
  for (const colour of layer === 'fill' ? others.slice(0, 3) : []) {
    const other = await leastOf(asked, { layer: 'fill', colour });
    if (other) return { kind: 'other', fill: other, colour, cost: await cost(other) };
  }
  return { kind: 'none' };
}
