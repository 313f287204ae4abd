import { allMoments, type Header } from '@hatrail/core/model/header';
import type { Audience } from '@hatrail/core/model/placement';
import type { Hanging } from '@hatrail/core/placed/answers';
import type { Row } from '@hatrail/core/sweep/row';
import { worstVerdict, type Verdict } from '@hatrail/core/sweep/verdict';
import { useAnswer, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { Urgency } from '../engine/pool.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { provePage } from '../engine/proof.ts';
import { worstRow } from '../dress/view.ts';

/** How a header stands on one page, for some visitors. */
export interface CellProof {
  rows: Row[];
  worst: Row | undefined;
  verdict: Verdict;
}

/** How long verdicts of cells are kept that nobody looks at, ms. */
const KEPT = 10 * 60_000;

/** Sweeps a header on one page, as it is worn there, at every moment and standard width. */
export async function proveHanging(
  at: LoadedSite,
  { page, header, who }: Pick<Hanging, 'page' | 'header' | 'who'>,
  signal: AbortSignal,
  urgency: Urgency = 'later',
): Promise<CellProof> {
  const rows = await provePage(at, header, { pageId: page.id, who, beside: [] }, allMoments(header), {
    signal,
    urgency,
    kept: KEPT,
  });
  return { rows, worst: worstRow(rows), verdict: worstVerdict(rows.map(({ verdict }) => verdict)) };
}

/** The same, as it is known on screen; `undefined` until it is. */
export function useCellProof(loaded: LoadedSite, hanging: Hanging | undefined): CellProof | undefined {
  return useAnswer(
    ['cell', siteKey(loaded), hanging ? keyOf([hanging.page, hanging.header, hanging.who]) : ''],
    // What is in sight comes before what is told of all pages.
    ({ signal }) => proveHanging(loaded, hanging!, signal, 'next'),
    { isAsked: hanging !== undefined, rest: 100, keepsLast: true, kept: 30_000 },
  ).data;
}

/** On which pages a header is how readable, as it would hang there: page by page as they are swept. */
export interface Borne {
  verdicts: ReadonlyMap<string, Verdict>;
  /** Whether all pages have been swept. */
  isWhole: boolean;
}

/** How a header would stand on every page, whether it hangs there or not; nothing where it is not asked for. */
export function useBorne(loaded: LoadedSite, header: Header | undefined, who: Audience | undefined): Borne {
  const answer = useAnswer<ReadonlyMap<string, Verdict>, ReadonlyMap<string, Verdict>>(
    ['borne', siteKey(loaded), header?.id ?? '', who ?? ''],
    async ({ signal, tell }) => {
      let verdicts: ReadonlyMap<string, Verdict> = new Map();
      for (const page of loaded.site.pages) {
        const { verdict } = await proveHanging(loaded, { page, header: header!, who }, signal);
        signal.throwIfAborted();
        verdicts = new Map([...verdicts, [page.id, verdict]]);
        tell(verdicts);
      }
      return verdicts;
    },
    { isAsked: header !== undefined, rest: 200, keepsLast: true, kept: 60_000 },
  );
  const soFar = useSoFar<ReadonlyMap<string, Verdict>>(answer);
  return {
    verdicts: answer.data ?? soFar ?? new Map(),
    isWhole: answer.data !== undefined && !answer.isWorking,
  };
}
