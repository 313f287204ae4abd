import { useMemo } from 'react';
import { findingsOf, type Finding } from '@hatrail/core/finding/finding';
import { planFor, waysOfFinding, type FindingWay, type Plan } from '@hatrail/core/finding/ways';
import { contrastRatio } from '@hatrail/core/colour/contrast';
import type { Header } from '@hatrail/core/model/header';
import type { Tint } from '@hatrail/core/model/layer';
import type { Page } from '@hatrail/core/model/page';
import { colourName, resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import { bandColours } from '@hatrail/core/page/contents';
import { spotKey, type Row } from '@hatrail/core/sweep/prove';
import { useAnswer, useAsked } from '../engine/answers.ts';
import { keyOf, rowsKey, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { onEngine } from '../engine/pool.ts';
import { laneName, sceneRequest } from '../engine/request.ts';
import { leastBandTint, withBandTint } from '../dress/bandRemedy.ts';
import { proveAll, withHeader } from '../engine/proof.ts';
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

/** A tint of a page's opening band that clears its words, and the header over it. */
export interface BandTint {
  page: Page;
  tint: Tint;
  text: string;
}

/** A plan for the header and, where words of banners are lost, for their bands. */
export interface WholePlan extends Plan {
  tints: BandTint[];
}

/** Colours that are tried for a band's tint. */
const MOST_COLOURS = 3;

/** The least tint of a band, in its own colour or in one of the palette that stands furthest from its ink. */
async function bandTint(loaded: LoadedSite, header: Header, page: Page, signal: AbortSignal) {
  const { palette } = loaded.site;
  const band = page.bands[0]!;
  const ink = resolveColour(palette, bandColours(loaded.site, band).ink);
  const distance = (use: ColourUse) => contrastRatio(ink, resolveColour(palette, use));
  const swatches = palette.map(({ id }): ColourUse => ({ swatch: id }));
  swatches.sort((a, b) => distance(b) - distance(a));
  const own = band.backdrop.tint ? [band.backdrop.tint.colour] : [];
  for (const colour of [...own, ...swatches].slice(0, MOST_COLOURS)) {
    const found = await leastBandTint(loaded, header, { page, width: WIDTH, colour }, signal);
    if (!found) continue;
    const text = `Tint of the opening band of ${page.title} in ${colourName(palette, colour)} to ${found.percent} %.`;
    return { page, tint: { colour, opacity: found.percent / 100 }, text };
  }
  return undefined;
}

/** A standard width, so that nothing is swept beside those. */
const WIDTH = 1280;

/** What clears all findings together, looked for when it is asked for. */
export function usePlan(loaded: LoadedSite, header: Header, words: readonly string[]) {
  const { rows = [] } = useVerdicts();
  return useAsked<WholePlan, { steps: number; left: number }>(
    ['plan', siteKey(loaded), keyOf([header])],
    async ({ signal, tell }) => {
      const proved = {
        site: loaded.site,
        header,
        rows,
        work: askedOf(loaded, header, 'top', [], { signal }).work,
      };
      const plan = await planFor(proved, (steps, left) => {
        signal.throwIfAborted();
        tell({ steps: steps.length, left });
      });
      const cleared = withHeader(loaded, plan.header);
      const tints: BandTint[] = [];
      for (const id of words) {
        const page = loaded.site.pages.find((each) => each.id === id);
        const tint = page && (await bandTint(cleared, plan.header, page, signal));
        if (tint) tints.push(tint);
        tell({
          steps: plan.steps.length + tints.length,
          left: plan.left.length + words.length - tints.length,
        });
      }
      if (tints.length === 0) return { ...plan, tints };
      // What is told of the whole is swept with all of it: a tint lies under the header at every moment.
      const tinted = tints.reduce((site, { page, tint }) => withBandTint(site, page, tint), cleared.site);
      const swept = await proveAll({ ...cleared, site: tinted }, plan.header, { signal });
      return { ...plan, rows: swept, left: findingsOf(tinted, plan.header, swept), tints };
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
