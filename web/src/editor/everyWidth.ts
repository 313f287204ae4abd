import { useMemo, useState } from 'react';
import type { Header } from '@hatrail/core/model/header';
import type { Row } from '@hatrail/core/sweep/prove';
import { decidingWidths, finerWidths, widthsBetween, widthsOf } from '@hatrail/core/sweep/widthPlan';
import { useAnswer, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { proveWidth, widthsToProve } from '../engine/proof.ts';
import { readyMeasure } from '../engine/request.ts';
import { standingOf, useProofOfAll, type RunningVerdicts } from './verdicts.ts';

/** The widths between the standard ones: swept once the document rests, in the background, and told as they come. */

/** What is known of the widths between so far. */
interface Between {
  rows: Row[];
  done: number;
  of: number;
}

/** How long the document must have rested before the widths between are swept, ms. */
const REST = 2500;
/** How many widths are swept between two tellings: all that is told is brought together anew each time. */
const AT_ONCE = 4;
/** How often widths near to their targets are parted, and how many at a time. */
const ROUNDS = 3;
const MOST_FINER = 6;
/** How many widths decide, beside the standard ones and that on screen. */
const MOST_DECIDING = 3;

/** Sweeps the widths between, from the coarse to the fine. */
async function sweepBetween(
  loaded: LoadedSite,
  header: Header,
  first: readonly Row[],
  { signal, tell }: { signal: AbortSignal; tell: (soFar: Between) => void },
): Promise<Between> {
  const known = widthsOf(first);
  let rows: Row[] = [];
  let of = 0;
  let done = 0;
  const sweep = async (widths: readonly number[]) => {
    of += widths.length;
    tell({ rows, done, of });
    for (let i = 0; i < widths.length; i += AT_ONCE) {
      const some = widths.slice(i, i + AT_ONCE);
      const swept = await Promise.all(some.map((width) => proveWidth(loaded, header, width, { signal })));
      signal.throwIfAborted();
      rows = [...rows, ...swept.flat()];
      done += some.length;
      tell({ rows, done, of });
    }
  };
  await sweep(widthsBetween(loaded.site, header, await readyMeasure(loaded), known));
  for (let round = 0; round < ROUNDS; round++) {
    const finer = finerWidths([...first, ...rows], MOST_FINER);
    if (finer.length === 0) break;
    await sweep(finer);
  }
  return { rows, done, of };
}

/** The deciding widths of a header: once they are known they stay, so that what was solved for one is not undone by another. */
function useDeciding(header: Header, rows: readonly Row[] | undefined): readonly number[] | undefined {
  const [kept, setKept] = useState<{ header: string; rows: readonly Row[]; widths: readonly number[] }>();
  if (rows && (kept?.rows !== rows || kept.header !== header.id)) {
    const now = decidingWidths(rows, MOST_DECIDING);
    const before = kept?.header === header.id ? kept.widths : [];
    const widths = now.every((width) => before.includes(width))
      ? before
      : [...new Set([...now, ...before])].slice(0, 2 * MOST_DECIDING);
    setKept({ header: header.id, rows, widths });
  }
  return kept?.header === header.id ? kept.widths : undefined;
}

/** The verdicts of the header that is worked on, over all pages: at the standard widths and that on screen, then at all between. */
export function useRunningVerdicts(loaded: LoadedSite, header: Header, width: number): RunningVerdicts {
  const proof = useProofOfAll(loaded, header, { width, rest: 200, keepsLast: true });
  const { rows: first, isWorking } = proof;
  const answer = useAnswer<Between, Between>(
    ['between', siteKey(loaded), keyOf([header])],
    (working) => sweepBetween(loaded, header, first ?? [], working),
    { isAsked: first !== undefined && first.length > 0 && !isWorking, rest: REST, kept: 60_000 },
  );
  const soFar = useSoFar<Between>(answer);
  // What was swept of the document before is not of this one.
  const between = isWorking ? undefined : (answer.data ?? soFar);
  const rows = useMemo(() => first && merged(first, between?.rows ?? []), [first, between?.rows]);
  const { banners } = proof;
  const standing = useMemo(
    () => (rows && banners ? standingOf(loaded.site, header, { rows, banners }) : undefined),
    [loaded.site, header, rows, banners],
  );
  const firstCount = useMemo(
    () => first && banners && standingOf(loaded.site, header, { rows: first, banners }).count,
    [loaded.site, header, first, banners],
  );
  const isWhole = !isWorking && answer.data !== undefined;
  const deciding = useDeciding(header, isWhole ? rows : undefined);
  const beside = useMemo(() => [...new Set([width, ...(deciding ?? [])])], [width, deciding]);
  const usual = widthsToProve([width]).length;
  const widths = { done: usual + (between?.done ?? 0), of: usual + (between?.of ?? 0) };
  const isDecided = deciding !== undefined;
  return { ...proof, ...(rows && { rows }), first, firstCount, standing, widths, beside, isDecided };
}

/** Rows of both, those of a width that is in both once. */
function merged(first: readonly Row[], between: readonly Row[]): Row[] {
  const known = new Set(widthsOf(first));
  return [...first, ...between.filter((row) => !known.has(row.width))];
}
