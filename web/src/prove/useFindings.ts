import { useMemo } from 'react';
import type { Finding } from '@hatrail/core/finding/finding';
import { planFor, waysOfFinding, type FindingWay, type Plan } from '@hatrail/core/finding/ways';
import type { Header } from '@hatrail/core/model/header';
import { spotKey, type Row } from '@hatrail/core/sweep/prove';
import { useAnswer, useAsked } from '../engine/answers.ts';
import { keyOf, rowsKey, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { onEngine } from '../engine/pool.ts';
import { laneName, sceneRequest } from '../engine/request.ts';
import { askedOf } from '../editor/remedyWork.ts';
import { standingOf, useVerdicts, type Standing } from '../editor/verdicts.ts';

/** How a header stands: by the rows of the last sweep, which may be of the document before. */
export function useStanding({ site }: LoadedSite, header: Header): Standing | undefined {
  const { rows, banners } = useVerdicts();
  return useMemo(
    () => (rows && banners ? standingOf(site, header, { rows, banners }) : undefined),
    [site, header, rows, banners],
  );
}

interface Found {
  ways: FindingWay[];
  tried: number;
}

/** The work of remedies over a header, for what is known of it. */
function provedOf(
  loaded: LoadedSite,
  header: Header,
  finding: Finding,
  rows: readonly Row[],
  signal: AbortSignal,
) {
  const { site } = loaded;
  const { work } = askedOf(loaded, header, finding.moment, finding.rows, { signal });
  return { site, header, rows, work };
}

/** The ways that clear a finding, told as they are found. */
export function useWays(loaded: LoadedSite, header: Header, finding: Finding) {
  const { rows = [], isWorking } = useVerdicts();
  return useAnswer<Found, Found>(
    ['finding ways', siteKey(loaded), keyOf([header, finding.id, finding.rows.length])],
    async ({ signal, tell }) => {
      let found: Found = { ways: [], tried: 0 };
      await waysOfFinding(provedOf(loaded, header, finding, rows, signal), finding, (ways, tried) => {
        signal.throwIfAborted();
        tell((found = { ways, tried }));
      });
      return found;
    },
    // What was swept before the last edit is not asked about.
    { isAsked: !isWorking, rest: 200 },
  );
}

/** What clears all findings together, looked for when it is asked for. */
export function usePlan(loaded: LoadedSite, header: Header, findings: readonly Finding[]) {
  const { rows = [] } = useVerdicts();
  return useAsked<Plan, { steps: Plan['steps']; left: number }>(
    ['plan', siteKey(loaded), keyOf([header, findings.length])],
    async ({ signal, tell }) => {
      const [first] = findings;
      return planFor(provedOf(loaded, header, first!, rows, signal), (steps, left) => {
        signal.throwIfAborted();
        tell({ steps, left });
      });
    },
  );
}

/** A row's contrast at every scroll of its span. */
export function useCurve(loaded: LoadedSite, header: Header, row: Row) {
  const page = loaded.site.pages.find(({ path }) => path === row.page);
  return useAnswer(
    [
      'curve',
      page ? rowsKey(loaded, header, page.id, row.width, row.moment) : '',
      spotKey(row),
      keyOf([row.span.from]),
    ],
    async ({ signal }) => {
      const request = await sceneRequest(loaded, header.id, page!.id, row.width);
      const { rows } = await onEngine(
        laneName(page!.id, row.width),
        (engine) => engine.sweep({ ...request, moments: [row.moment], curves: true }),
        { urgency: 'soon', signal, canStop: true },
      );
      const own = rows.find((each) => spotKey(each) === spotKey(row) && each.span.from === row.span.from);
      return own ? [...own.contrasts] : [];
    },
    { isAsked: page !== undefined, kept: 30_000 },
  );
}
