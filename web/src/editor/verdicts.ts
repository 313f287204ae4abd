import type { Viewport } from '@hatrail/core/sweep/widths';
import { createContext, useContext } from 'react';
import type { Header, Moment } from '@hatrail/core/model/header';
import { leastOf, worstFirst, type Asked } from '@hatrail/core/remedy/kind';
import { fillCandidates, type Knob, type LeastFill } from '@hatrail/core/remedy/leastFill';
import { resolveLook } from '@hatrail/core/header/look';
import type { ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import { worstVerdict, type Verdict } from '@hatrail/core/sweep/verdict';
import { findingsOf, type Finding } from '@hatrail/core/finding/finding';
import {
  menuFindings,
  wordFindings,
  worstOfEach,
  type BandWord,
  type OtherFinding,
} from '@hatrail/core/finding/others';
import type { LookCost } from '@hatrail/core/remedy/cost';
import { hangingsOf } from '@hatrail/core/placed/answers';
import { placesToProve, proveAll, readBanners } from '../engine/proof.ts';
import { useAnswer, useSoFar, type Answered, type WorkProgress } from '../engine/answers.ts';
import { askedOf } from './remedyWork.ts';
import { useEditor } from './store.ts';
import { keyOf, leastKey, siteKey, type Solved } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

/** What the sweeps over all pages and widths have found. */
export interface Proof {
  rows: Row[];
  /** The words of the pages' opening bands. */
  banners: BandWord[];
}

/** The same as the screens see it, with how far it is: see `useSoFar`. */
export interface Verdicts extends Partial<Proof>, Omit<Answered<Proof>, 'data'> {}

/** How one header stands: how many findings it has, and whether it is known yet. */
export interface HeaderStanding {
  header: Header;
  count: number;
  verdict: Verdict;
}

/** The verdicts of the header that is worked on: of the standard widths first, then of those between, as they come. */
export interface RunningVerdicts extends Verdicts {
  /** The rows of the widths that are swept first, and how many findings there are at those. */
  first: readonly Row[] | undefined;
  firstCount: number | undefined;
  /** How the header stands by all rows; while it is swept again, as it last stood. */
  standing: Standing | undefined;
  /** In which windows its verdicts are established, and how many are planned. */
  windows: { done: readonly Viewport[]; of: number };
  /** Windows beside those of standard width that whatever is solved has to hold for: the one on screen, and those that decide. */
  beside: readonly Viewport[];
  /** Whether it is known which those are. */
  isDecided: boolean;
  /** How the site's other headers stand that hang somewhere, at the standard widths. */
  others: readonly HeaderStanding[];
}

const VerdictsContext = createContext<RunningVerdicts | undefined>(undefined);
/** Hands the verdicts of the header that is worked on to all screens below. */
export const VerdictsProvider = VerdictsContext.Provider;

/** The verdicts of the header that is worked on. */
export function useVerdicts(): RunningVerdicts {
  const verdicts = useContext(VerdictsContext);
  if (!verdicts) throw new Error('Verdicts are there within the editor only.');
  return verdicts;
}

/** Items that have a verdict anywhere: each counted once. */
export function countItems(rows: readonly Row[], verdict: Row['verdict']): number {
  return new Set(rows.filter((row) => row.verdict === verdict).map(({ itemId }) => itemId)).size;
}

/** How a header stands over all pages and widths: what was found, and in a few words. */
export interface Standing {
  findings: Finding[];
  /** Of its menus, and the words of banners. */
  others: OtherFinding[];
  verdict: Verdict;
  count: number;
  words: string;
}

/** How a header stands: its items over all pages, the entries of its drop-downs and its folded menu, and the words of banners. */
export function standingOf(
  site: Site,
  header: Header,
  { rows, banners }: { rows: readonly Row[]; banners: readonly BandWord[] },
): Standing {
  const findings = findingsOf(site, header, rows);
  const others = [...menuFindings(site, header), ...wordFindings(site, banners)];
  const verdict = worstVerdict([...findings, ...others].map((each) => each.verdict));
  const count = findings.length + others.length;
  return { findings, others, verdict, count, words: countWords(count) };
}

/** Every header that hangs somewhere, swept at the standard widths where it does. */
export async function proveHeaders(
  loaded: LoadedSite,
  headers: readonly Header[],
  signal: AbortSignal,
): Promise<HeaderStanding[]> {
  const all: HeaderStanding[] = [];
  for (const header of headers) {
    const rows = await proveAll(loaded, header, { signal, kept: OWN_KEPT });
    const banners = await readBanners(loaded, header.id, [], { signal });
    const { count, verdict } = standingOf(loaded.site, header, { rows, banners });
    all.push({ header, count, verdict });
  }
  return all;
}

/** The headers that hang somewhere on a site, in its order. */
export function hungHeaders(site: Site): Header[] {
  const hung = new Set(hangingsOf(site).map(({ header }) => header));
  return site.headers.filter((header) => hung.has(header));
}

const countWords = (count: number) =>
  count === 0 ? 'All clear' : count === 1 ? '1 finding' : `${count} findings`;

interface ProofWanted {
  /** A width that is swept beside the standard ones, CSS pixels. */
  width?: number;
  /** How long the document must have rested before it is swept, ms. */
  rest?: number;
  /** Whether what held before stays in sight meanwhile. */
  keepsLast?: boolean;
}

/** How far a sweep over all pages is, and what it has found so far. */
export interface ProofSoFar extends WorkProgress {
  rows: Row[];
}

/** How long verdicts on the document itself are kept, ms: an edit after a pause sweeps only what it touched. */
const OWN_KEPT = 15 * 60_000;

/** How often it is told how far a sweep is, ms: all that it has found is brought together anew each time. */
const TELL_EVERY = 250;

/** Sweeps a header over all pages; what is in sight is swept again whenever anything of the document changes. */
export function useProofOfAll(loaded: LoadedSite, header: Header, wanted: ProofWanted = {}): Verdicts {
  const { width, ...options } = wanted;
  const { data, ...state } = useAnswer<Proof, ProofSoFar>(
    ['proof', siteKey(loaded), keyOf([header, width])],
    async ({ signal, tell }) => {
      const known: Row[] = [];
      let told = 0;
      const progress = (done: number, of: number, fresh: Row[]) => {
        known.push(...fresh);
        if (performance.now() - told < TELL_EVERY) return;
        told = performance.now();
        tell({ done, of, rows: [...known] });
      };
      const beside = width === undefined ? [] : [{ width }];
      const rows = await proveAll(loaded, header, { beside, signal, progress, kept: OWN_KEPT });
      return { rows, banners: await readBanners(loaded, header.id, beside, { signal }) };
    },
    // Others are soon in its place, and of those whose parts are the same the rows are kept longer.
    { ...options, kept: 10_000 },
  );
  return { ...data, ...state };
}

/** What the solver says of the opacity of a layer at a moment. */
export type FillAnswer =
  | { kind: 'solving'; progress?: WorkProgress }
  /** The moment's own colour clears it from a percent on. */
  | { kind: 'own'; fill: LeastFill; cost: LookCost | undefined }
  /** The own colour never does; another does. */
  | { kind: 'other'; fill: LeastFill; colour: ColourUse; cost: LookCost | undefined }
  | { kind: 'none' }
  | { kind: 'failed'; message: string };

/** How long a value must have rested before it is solved, ms: not at every step of a hand that moves. */
const SOLVE_DEBOUNCE = 150;

/**
 * Solves the least opacity of a layer at a moment over all pages and widths, once they have been swept.
 * @param isWanted whether anybody wants to know
 */
export function useLeast(
  loaded: LoadedSite,
  header: Header,
  { moment, layer }: { moment: Moment; layer: Solved },
  isWanted = true,
): FillAnswer {
  const { first: rows, beside } = useVerdicts();
  // What is solved is solved for all pages: of what is for one alone it says nothing.
  const isAsked = useEditor(({ ownPage }) => ownPage === undefined) && isWanted;
  const { data, failure, ...working } = useAnswer<FillAnswer>(
    ['least', isAsked ? leastKey(loaded, header, moment, beside, layer) : ''],
    async ({ signal, tell }) => {
      const own = (rows ?? []).filter((row) => row.moment === moment);
      const progress = (done: number, of: number) => tell({ done, of });
      return solve(askedOf(loaded, header, moment, own, { signal, progress, beside }), layer);
    },
    { isAsked: isAsked && rows !== undefined, rest: SOLVE_DEBOUNCE },
  );
  const progress = useSoFar(working);
  if (data) return data;
  if (failure !== undefined) return { kind: 'failed', message: failure };
  return { kind: 'solving', ...(progress && { progress }) };
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

/** How a whole site stands: everything that hangs on it, where it does. */
export interface SiteProof extends Proof, Pick<Standing, 'count' | 'verdict' | 'words'> {}

/** Sweeps every header that hangs somewhere over the pages that it hangs on, at the standard widths. */
export function useProofOfSite(loaded: LoadedSite): Answered<SiteProof> {
  return useAnswer<SiteProof, WorkProgress>(
    ['proof of site', siteKey(loaded)],
    async ({ signal, tell }) => {
      const { site } = loaded;
      const headers = hungHeaders(site);
      const ofs = headers.map((header) => placesToProve(site, header).length);
      const of = ofs.reduce((a, b) => a + b, 0);
      let before = 0;
      let words: BandWord[] = [];
      const rows: Row[] = [];
      let count = 0;
      const verdicts: Verdict[] = [];
      for (const [i, header] of headers.entries()) {
        const progress = (done: number) => tell({ done: before + done, of });
        const own = await proveAll(loaded, header, { signal, progress });
        words = worstOfEach([...words, ...(await readBanners(loaded, header.id, [], { signal }))]);
        const standing = standingOf(site, header, { rows: own, banners: [] });
        count += standing.count;
        verdicts.push(standing.verdict);
        rows.push(...own);
        before += ofs[i]!;
      }
      const bands = wordFindings(site, words);
      count += bands.length;
      return {
        rows,
        banners: words,
        count,
        verdict: worstVerdict([...verdicts, ...bands.map(({ verdict }) => verdict)]),
        words: countWords(count),
      };
    },
    { kept: 10_000 },
  );
}
