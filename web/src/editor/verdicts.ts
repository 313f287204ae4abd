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

/** Answers by their questions, so that one is never shown beside another, and going back and forth asks nothing anew. */
const useAnswers = create<Partial<Record<string, FillAnswer>>>()(() => ({}));

/** Questions that are being solved, with how many wait for each: one that nobody waits for any more is given up. */
const underWay = new Map<string, { waiting: number; stop: AbortController }>();

/** Told how many pages and widths of how many have been swept for an answer so far. */
type Progress = (done: number, of: number) => void;

function ask(
  question: string,
  solveIt: (signal: AbortSignal, progress: Progress) => Promise<FillAnswer>,
): () => void {
  const known = useAnswers.getState()[question];
  if (known && known.kind !== 'failed' && known.kind !== 'solving') return () => undefined;
  let work = underWay.get(question);
  if (!work) {
    work = { waiting: 0, stop: new AbortController() };
    underWay.set(question, work);
    const { signal } = work.stop;
    const tell = (answer: FillAnswer) => {
      underWay.delete(question);
      useAnswers.setState({ [question]: answer });
    };
    // What is still being dragged is not solved at every step of the way.
    setTimeout(() => {
      if (signal.aborted) return;
      const progress: Progress = (done, of) =>
        !signal.aborted && useAnswers.setState({ [question]: { kind: 'solving', progress: { done, of } } });
      solveIt(signal, progress)
        .then(tell)
        .catch((error: unknown) => {
          if (!isAbort(error)) tell({ kind: 'failed', message: (error as Error).message });
        });
    }, 150);
  }
  const mine = work;
  mine.waiting++;
  return () => {
    if (--mine.waiting > 0 || underWay.get(question) !== mine) return;
    underWay.delete(question);
    mine.stop.abort();
    useAnswers.setState({ [question]: undefined });
  };
}

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
  const rows = useVerdicts((state) => state.rows);
  const question = isAsked ? leastKey(hand, header, moment, width, layer) : '';
  const answer = useAnswers((answers) => answers[question]);
  useEffect(() => {
    if (!rows || !isAsked) return;
    const own = rows.filter((row) => row.moment === moment);
    return ask(question, (signal, progress) =>
      solve(askedOf(hand, header, moment, own, { signal, progress, width }), layer),
    );
    // The question is made from all that the answer depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [question, rows]);
  return answer ?? { kind: 'solving' };
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
