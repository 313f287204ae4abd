import { useMemo, useState } from 'react';
import type { Header } from '@hatrail/core/model/header';
import { worstOfEach, type BandWord } from '@hatrail/core/finding/others';
import type { Row } from '@hatrail/core/sweep/row';
import {
  decidingViewports,
  finerWidths,
  otherHeights,
  viewportsOf,
  widthsBetween,
  widthsOf,
} from '@hatrail/core/sweep/widthPlan';
import { differing, viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import { useAnswer, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { proveViewport, readBannersIn, viewportsToProve } from '../engine/proof.ts';
import { BETWEEN, useBackground } from './background.ts';
import { readyMeasure } from '../engine/request.ts';
import {
  hungHeaders,
  proveHeaders,
  standingOf,
  useProofOfAll,
  type HeaderStanding,
  type RunningVerdicts,
} from './verdicts.ts';

/** The widths between the standard ones, and other heights of the window: swept once the document rests, in the background, and told as they come. */

/** What is known of the widths between so far. */
interface Between {
  rows: Row[];
  /** The worst word of each page's opening band. */
  words: readonly BandWord[];
  done: readonly Viewport[];
  of: number;
}

/** How long the document must have rested before the widths between are swept, ms. */
const REST = 4000;
/** How many widths are swept between two tellings: all that is told is brought together anew each time. */
const AT_ONCE = 4;
/** How often widths near to their targets are parted, and how many at a time. */
const ROUNDS = 3;
const MOST_FINER = 6;
/** How many widths decide, beside the standard ones and that on screen. */
const MOST_DECIDING = 3;

const asViewports = (widths: readonly number[]): Viewport[] => widths.map((width) => ({ width }));

/** Sweeps the widths between, other heights, and then widths that are parted further. */
async function sweepBetween(
  loaded: LoadedSite,
  header: Header,
  first: readonly Row[],
  { signal, tell }: { signal: AbortSignal; tell: (soFar: Between) => void },
): Promise<Between> {
  const known = widthsOf(first);
  let rows: Row[] = [];
  let words: readonly BandWord[] = [];
  let of = 0;
  let done: Viewport[] = [];
  const sweep = async (viewports: readonly Viewport[]) => {
    of += viewports.length;
    tell({ rows, words, done, of });
    for (let i = 0; i < viewports.length; i += AT_ONCE) {
      const some = viewports.slice(i, i + AT_ONCE);
      const [swept, read] = await Promise.all([
        Promise.all(some.map((each) => proveViewport(loaded, header, each, { signal }))),
        Promise.all(some.map((each) => readBannersIn(loaded, header.id, each, { signal }))),
      ]);
      signal.throwIfAborted();
      rows = [...rows, ...swept.flat()];
      words = worstOfEach([...words, ...read.flat()]);
      done = [...done, ...some];
      tell({ rows, words, done, of });
    }
  };
  const { site } = loaded;
  await sweep(asViewports(widthsBetween(site, header, await readyMeasure(loaded), known)));
  await sweep(otherHeights(site, header));
  for (let round = 0; round < ROUNDS; round++) {
    const finer = finerWidths([...first, ...rows], MOST_FINER);
    if (finer.length === 0) break;
    await sweep(asViewports(finer));
  }
  return { rows, words, done, of };
}

/** The windows that decide of a header: once they are known they stay, so that what was solved for one is not undone by another. */
function useDeciding(header: Header, rows: readonly Row[] | undefined): readonly Viewport[] | undefined {
  const [kept, setKept] = useState<{
    header: string;
    rows: readonly Row[];
    viewports: readonly Viewport[];
  }>();
  if (rows && (kept?.rows !== rows || kept.header !== header.id)) {
    const now = decidingViewports(rows, MOST_DECIDING);
    const before = kept?.header === header.id ? kept.viewports : [];
    const known = new Set(before.map(viewportKey));
    const viewports = now.every((each) => known.has(viewportKey(each)))
      ? before
      : differing([...now, ...before]).slice(0, 2 * MOST_DECIDING);
    setKept({ header: header.id, rows, viewports });
  }
  return kept?.header === header.id ? kept.viewports : undefined;
}

/** The verdicts of the header that is worked on, over all pages: at the standard widths and that on screen, then at all between. */
export function useRunningVerdicts(loaded: LoadedSite, header: Header, width: number): RunningVerdicts {
  const proof = useProofOfAll(loaded, header, { width, rest: 200, keepsLast: true });
  const { rows: first, isWorking } = proof;
  const isPaused = useBackground((state) => state.isPaused);
  const answer = useAnswer<Between, Between>(
    [BETWEEN, siteKey(loaded), keyOf([header])],
    (working) => sweepBetween(loaded, header, first ?? [], working),
    {
      isAsked: first !== undefined && first.length > 0 && !isWorking && !isPaused,
      rest: REST,
      kept: 60_000,
    },
  );
  const soFar = useSoFar<Between>(answer);
  // What was swept of the document before is not of this one.
  const between = isWorking ? undefined : (answer.data ?? soFar);
  const rows = useMemo(() => first && merged(first, between?.rows ?? []), [first, between?.rows]);
  const { banners: firstBanners } = proof;
  const banners = useMemo(
    () => firstBanners && worstOfEach([...firstBanners, ...(between?.words ?? [])]),
    [firstBanners, between?.words],
  );
  const standing = useMemo(
    () => (rows && banners ? standingOf(loaded.site, header, { rows, banners }) : undefined),
    [loaded.site, header, rows, banners],
  );
  const firstCount = useMemo(
    () =>
      first && firstBanners && standingOf(loaded.site, header, { rows: first, banners: firstBanners }).count,
    [loaded.site, header, first, firstBanners],
  );
  const isWhole = !isWorking && answer.data !== undefined;
  const deciding = useDeciding(header, isWhole ? rows : undefined);
  const beside = useMemo(() => differing([{ width }, ...(deciding ?? [])]), [width, deciding]);
  const windows = useMemo(() => {
    const usual = viewportsToProve([{ width }]);
    return { done: viewportsOf([...usual, ...(between?.done ?? [])]), of: usual.length + (between?.of ?? 0) };
  }, [width, between?.done, between?.of]);
  const isDecided = deciding !== undefined;
  const others = useOtherHeaders(loaded, header, !isWorking);
  return {
    ...proof,
    ...(rows && { rows }),
    ...(banners && { banners }),
    first,
    firstCount,
    standing,
    windows,
    beside,
    isDecided,
    others,
  };
}

const NO_HEADERS: readonly HeaderStanding[] = [];

/** How the other headers stand that hang somewhere: swept once the one that is worked on has been. */
function useOtherHeaders(loaded: LoadedSite, header: Header, isAsked: boolean): readonly HeaderStanding[] {
  const answer = useAnswer(
    ['other headers', siteKey(loaded), keyOf([header])],
    ({ signal }) =>
      proveHeaders(
        loaded,
        hungHeaders(loaded.site).filter(({ id }) => id !== header.id),
        signal,
      ),
    { isAsked, rest: 600, keepsLast: true, kept: 60_000 },
  );
  return answer.data ?? NO_HEADERS;
}

/** Rows of both, those of a width that is in both once. */
function merged(first: readonly Row[], between: readonly Row[]): Row[] {
  const known = new Set(viewportsOf(first).map(viewportKey));
  return [...first, ...between.filter((row) => !known.has(viewportKey(row)))];
}
