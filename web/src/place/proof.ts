import { allMoments } from '@hatrail/core/model/header';
import type { Hanging } from '@hatrail/core/placed/answers';
import type { Row } from '@hatrail/core/sweep/prove';
import { worstVerdict, type Verdict } from '@hatrail/core/sweep/verdict';
import { useAnswer } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
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
): Promise<CellProof> {
  const rows = await provePage(at, header, { pageId: page.id, who, beside: [] }, allMoments(header), {
    signal,
    urgency: 'later',
    kept: KEPT,
  });
  return { rows, worst: worstRow(rows), verdict: worstVerdict(rows.map(({ verdict }) => verdict)) };
}

/** The same, as it is known on screen; `undefined` until it is. */
export function useCellProof(loaded: LoadedSite, hanging: Hanging | undefined): CellProof | undefined {
  return useAnswer(
    ['cell', siteKey(loaded), hanging ? keyOf([hanging.page, hanging.header, hanging.who]) : ''],
    ({ signal }) => proveHanging(loaded, hanging!, signal),
    { isAsked: hanging !== undefined, rest: 100, keepsLast: true, kept: 30_000 },
  ).data;
}
