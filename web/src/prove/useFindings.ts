import { differing, viewportKey, type Viewport } from '@hatrail/core/sweep/widths';
import { useMemo } from 'react';
import { sweptShortcomings } from '@hatrail/core/checks/index';
import { findingsOf, type Finding } from '@hatrail/core/finding/finding';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import { planFor, waysOfFinding, type FindingWay, type Plan } from '@hatrail/core/finding/ways';
import { headerWith, type Knob } from '@hatrail/core/remedy/leastFill';
import { tradeOff, type TradeOffPoint } from '@hatrail/core/remedy/tradeOff';
import { resolveLook } from '@hatrail/core/header/look';
import { wearFound } from '../editor/edits.ts';
import { contrastRatio } from '@hatrail/core/colour/contrast';
import type { Header } from '@hatrail/core/model/header';
import type { Tint } from '@hatrail/core/model/layer';
import type { Site } from '@hatrail/core/model/site';
import type { Page } from '@hatrail/core/model/page';
import { colourName, resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import { bandColours } from '@hatrail/core/page/contents';
import { spotKey, type Row } from '@hatrail/core/sweep/row';
import { decidingViewports, viewportsOf } from '@hatrail/core/sweep/widthPlan';
import { useAnswer, useAsked, type Working } from '../engine/answers.ts';
import { besideKey, keyOf, rowsKey, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { onEngine } from '../engine/pool.ts';
import { laneName, sceneRequest } from '../engine/request.ts';
import { leastBandTint, withBandTint } from '../dress/bandRemedy.ts';
import {
  proveAll,
  proveViewport,
  readBannersIn,
  viewportsToProve,
  withHeader,
  wornAt,
} from '../engine/proof.ts';
import { askedOf } from '../editor/remedyWork.ts';
import { useVerdicts } from '../editor/verdicts.ts';

interface Found {
  ways: FindingWay[];
  tried: number;
}

/** The work of remedies over a header, for what is known of it. */
function provedOf(
  loaded: LoadedSite,
  header: Header,
  finding: Finding,
  { rows, beside, signal }: { rows: readonly Row[]; beside: readonly Viewport[]; signal: AbortSignal },
) {
  const { site } = loaded;
  const { work } = askedOf(loaded, header, finding.moment, finding.rows, { beside, signal });
  return { site, header, rows, work };
}

/** The rows of some windows. */
function rowsAt(rows: readonly Row[], viewports: readonly Viewport[]): Row[] {
  const wanted = new Set(viewports.map(viewportKey));
  return rows.filter((row) => wanted.has(viewportKey(row)));
}

/** The windows in which the ways of a finding are swept: those of standard width, those that decide, and its worst. */
export function useWindowsOfWays({ worst }: Finding): Viewport[] {
  const { beside } = useVerdicts();
  return viewportsToProve(viewportsOf([...beside, worst]));
}

/** The ways that clear a finding, told as they are found. */
export function useWays(loaded: LoadedSite, header: Header, finding: Finding) {
  const { rows = [], isWorking } = useVerdicts();
  const beside = useWindowsOfWays(finding);
  return useAnswer<Found, Found>(
    ['finding ways', siteKey(loaded), keyOf([header, finding.id, besideKey(beside)])],
    async ({ signal, tell }) => {
      let found: Found = { ways: [], tried: 0 };
      const own = { ...finding, rows: rowsAt(finding.rows, beside) };
      const proved = provedOf(loaded, header, own, { rows: rowsAt(rows, beside), beside, signal });
      await waysOfFinding(proved, own, (ways, tried) => {
        signal.throwIfAborted();
        tell((found = { ways, tried }));
      });
      return found;
    },
    // What was swept before the last edit is not asked about, nor is a way for it offered for what came after.
    { isAsked: !isWorking, rest: 200 },
  );
}

/** The layer whose strength a finding depends on; none where it is no layer's. */
function knobOf({ site }: LoadedSite, header: Header, { value, moment }: Finding): Knob | undefined {
  const { fill, tint } = resolveLook(site, header, moment);
  if (value === 'fill' || value === 'inks') return { layer: 'fill', colour: fill.colour };
  if (value === 'tint') return { layer: 'tint', colour: tint.colour };
  return value === 'gradient' ? { layer: 'gradient' } : undefined;
}

/** Strength against contrast and against what still shows of the page, swept when it is asked for. */
export function useTradeOff(loaded: LoadedSite, header: Header, finding: Finding) {
  const { rows = [] } = useVerdicts();
  const beside = useWindowsOfWays(finding);
  const knob = knobOf(loaded, header, finding);
  const asked = useAsked<TradeOffPoint[], TradeOffPoint[]>(
    // At the widths that decide when it is asked for: those that are found meanwhile do not take it away.
    ['trade-off', siteKey(loaded), keyOf([header, finding.id])],
    async ({ signal, tell }) => {
      const own = { ...finding, rows: rowsAt(finding.rows, beside) };
      const { work } = provedOf(loaded, header, own, { rows, beside, signal });
      const { moment } = finding;
      return tradeOff({ site: loaded.site, header, moment, rows: own.rows, work }, knob!, (points) => {
        signal.throwIfAborted();
        tell(points);
      });
    },
  );
  const set = (percent: number) =>
    knob &&
    wearFound(
      header.id,
      `${capital(knob.layer)} to ${percent} %`,
      headerWith(header, finding.moment, knob, percent / 100),
    );
  return { ...asked, knob, set };
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A tint of a page's opening band that clears its words, and the header over it. */
export interface BandTint {
  page: Page;
  tint: Tint;
  text: string;
}

/** A plan for the header and, where words of banners are lost, for their bands. */
export interface WholePlan extends Plan {
  tints: BandTint[];
  /** In which windows it was swept. */
  windows: readonly Viewport[];
  /** In which of those words of bands are not clear with it. */
  worded: readonly Viewport[];
}

/** Colours that are tried for a band's tint. */
const MOST_COLOURS = 3;

/** The least tint of a band, in its own colour or in one of the palette that stands furthest from its ink. */
async function bandTint(
  loaded: LoadedSite,
  header: Header,
  { page, beside }: { page: Page; beside: readonly Viewport[] },
  signal: AbortSignal,
) {
  const { palette } = loaded.site;
  const band = page.bands[0]!;
  const ink = resolveColour(palette, bandColours(loaded.site, band).ink);
  const distance = (use: ColourUse) => contrastRatio(ink, resolveColour(palette, use));
  const swatches = palette.map(({ id }): ColourUse => ({ swatch: id }));
  swatches.sort((a, b) => distance(b) - distance(a));
  const own = band.backdrop.tint ? [band.backdrop.tint.colour] : [];
  for (const colour of [...own, ...swatches].slice(0, MOST_COLOURS)) {
    const found = await leastBandTint(loaded, header, { page, beside, colour }, signal);
    if (!found) continue;
    const text = `Tint of the opening band of ${page.title} in ${colourName(palette, colour)} to ${found.percent} %.`;
    return { page, tint: { colour, opacity: found.percent / 100 }, text };
  }
  return undefined;
}

/** How often a plan is made anew for widths at which the last one left something. */
const ROUNDS = 3;
const MOST_DECIDING = 4;

/** What is told of a plan while it is looked for. */
export interface PlanSoFar {
  steps: number;
  left: number;
  /** What was found, and how many of the other windows have been swept with it. */
  found?: {
    plan: Omit<WholePlan, 'windows' | 'worded'>;
    windows: readonly Viewport[];
    done: number;
    of: number;
  };
}

interface PlanAsked {
  loaded: LoadedSite;
  header: Header;
  /** Over all widths that were swept. */
  rows: readonly Row[];
  /** Pages whose opening bands have words that are not clear. */
  words: readonly string[];
}

/** A plan that holds for some windows, with the tints that words of bands need. */
async function planAt(
  { loaded, header, rows, words }: PlanAsked,
  viewports: readonly Viewport[],
  { signal, tell }: Working<PlanSoFar>,
): Promise<Omit<WholePlan, 'windows' | 'worded'>> {
  const { work } = askedOf(loaded, header, 'top', [], { beside: viewports, signal });
  const proved = { site: loaded.site, header, rows: rowsAt(rows, viewports), work };
  const plan = await planFor(proved, (steps, left) => {
    signal.throwIfAborted();
    tell({ steps: steps.length, left });
  });
  const cleared = withHeader(loaded, plan.header);
  const tints: BandTint[] = [];
  for (const id of words) {
    const page = loaded.site.pages.find((each) => each.id === id);
    const tint = page && (await bandTint(cleared, plan.header, { page, beside: viewports }, signal));
    if (tint) tints.push(tint);
    tell({ steps: plan.steps.length + tints.length, left: plan.left.length + words.length - tints.length });
  }
  return { ...plan, tints };
}

/**
 * The rows of a plan in all windows: a tint lies under the header at every moment, so that it is swept with all of it; and the
 * windows in which words that were tinted are still not clear.
 */
async function sweptAt(
  { loaded }: PlanAsked,
  plan: Omit<WholePlan, 'windows' | 'worded'>,
  { solved, all }: { solved: readonly Viewport[]; all: readonly Viewport[] },
  { signal, tell }: Working<PlanSoFar>,
): Promise<{ site: Site; rows: Row[]; worded: Viewport[] }> {
  const { header, tints } = plan;
  const steps = plan.steps.length + tints.length;
  const cleared = withHeader(loaded, header);
  const site = tints.reduce((now, { page, tint }) => withBandTint(now, page, tint), cleared.site);
  const rows = await proveAll({ ...cleared, site }, header, { beside: solved, signal });
  const tinted = new Set(tints.map(({ page }) => page.id));
  const worded: Viewport[] = [];
  const known = new Set(solved.map(viewportKey));
  const others = all.filter((each) => !known.has(viewportKey(each)));
  for (const [done, viewport] of others.entries()) {
    const found = { plan, windows: solved, done, of: others.length };
    tell({ steps, left: plan.left.length, found });
    const [swept, words] = await Promise.all([
      proveViewport({ ...cleared, site }, header, viewport, { signal }),
      readBannersIn({ ...cleared, site }, header.id, viewport, { signal }),
    ]);
    rows.push(...swept);
    if (words.some(({ pageId, verdict }) => verdict !== 'clear' && tinted.has(pageId))) worded.push(viewport);
    signal.throwIfAborted();
  }
  return { site, rows, worded };
}

/**
 * What clears all findings together, looked for when it is asked for. It is solved in the windows that decide and swept in all that
 * are known; where something is left at one of those, that one decides, too.
 */
export function usePlan(loaded: LoadedSite, header: Header, words: readonly string[]) {
  const { rows = [], beside } = useVerdicts();
  return useAsked<WholePlan, PlanSoFar>(['plan', siteKey(loaded), keyOf([header])], async (working) => {
    const asked = { loaded, header, rows, words };
    const all = viewportsOf(rows);
    let viewports = viewportsToProve([...beside, ...decidingViewports(rows, MOST_DECIDING)]);
    for (let round = 1; ; round++) {
      const plan = await planAt(asked, viewports, working);
      const { site, rows: swept, worded } = await sweptAt(asked, plan, { solved: viewports, all }, working);
      const left = findingsOf(site, plan.header, swept);
      const decide = [...decidingViewports(swept, MOST_DECIDING), ...worded.slice(0, MOST_DECIDING)];
      const more = differing([...viewports, ...decide]).slice(viewports.length);
      const isLeft = worded.length > 0 || left.some(({ id }) => plan.left.every((known) => known.id !== id));
      if (!isLeft || more.length === 0 || round === ROUNDS)
        return { ...plan, rows: swept, left, worded, windows: viewportsOf(swept) };
      viewports = [...viewports, ...more];
    }
  });
}

/** A row's contrast at every scroll of its span. */
export function useCurve(loaded: LoadedSite, header: Header, row: Row) {
  const page = loaded.site.pages.find(({ path }) => path === row.page);
  return useAnswer(
    [
      'curve',
      page ? rowsKey(loaded, wornAt(loaded, header, row).header, page.id, row, row.moment) : '',
      spotKey(row),
      keyOf([row.span.from]),
    ],
    async ({ signal }) => {
      const { at } = wornAt(loaded, header, row);
      const request = await sceneRequest(at, header.id, page!.id, row);
      const { rows } = await onEngine(
        laneName(page!.id, row),
        (engine) => engine.sweep({ ...request, moments: [row.moment], curves: true }),
        { urgency: 'soon', signal, canStop: true },
      );
      const own = rows.find((each) => spotKey(each) === spotKey(row) && each.span.from === row.span.from);
      return own ? [...own.contrasts] : [];
    },
    { isAsked: page !== undefined, kept: 30_000 },
  );
}

/** What a header lacks beside contrast: what its layout tells, and what the sweeps do. */
export function useShortcomings(loaded: LoadedSite, header: Header): Shortcoming[] | undefined {
  const page = loaded.site.pages[0];
  const { rows } = useVerdicts();
  const { data } = useAnswer(
    ['lacking', siteKey(loaded), keyOf([header])],
    async ({ signal }) => {
      const request = await sceneRequest(loaded, header.id, page!.id, { width: 1280 });
      return onEngine(laneName(page!.id, { width: 1280 }), (engine) => engine.lacking(request), {
        urgency: 'later',
        signal,
      });
    },
    // A change that mends the document before the last edit would undo that.
    { isAsked: page !== undefined, rest: 300 },
  );
  return useMemo(
    () => data && [...data, ...sweptShortcomings({ site: loaded.site, header, rows: rows ?? [] })],
    [data, loaded.site, header, rows],
  );
}
