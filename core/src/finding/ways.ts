import { enoughFill } from '../remedy/fill.ts';
import { PAIRS, REMEDIES, costedWay, type Way } from '../remedy/index.ts';
import { isClear, type Asked, type RemedyWork } from '../remedy/kind.ts';
import { at } from '../lists.ts';
import { allMoments, type Header, type Moment } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { placeKey, type Row } from '../sweep/row.ts';
import type { Verdict } from '../sweep/verdict.ts';
import { findingsOf, type Finding } from './finding.ts';

/** What clears a finding, and what clears all of them: each swept again before it is told. */

/** A header with all its rows, and who can do the work. */
export interface Proved {
  site: Site;
  header: Header;
  /** Over all pages, widths, moments and states. */
  rows: readonly Row[];
  work: RemedyWork;
}

const RANK: Record<Verdict, number> = { lost: 0, strained: 1, clear: 2 };

/** The worst verdict at each place, over the stretches of scroll in which it is met. */
function verdictsByPlace(rows: readonly Row[]): Map<string, Verdict> {
  const worst = new Map<string, Verdict>();
  for (const row of rows) {
    const known = worst.get(placeKey(row));
    if (!known || RANK[row.verdict] < RANK[known]) worst.set(placeKey(row), row.verdict);
  }
  return worst;
}

/**
 * A question for a remedy about some rows of a moment, those of a finding or all of them: they must become clear, and nothing
 * else, at any moment, may become worse than it was. A look is worn by later moments, too, where they set nothing else.
 */
export function askedAbout({ site, header, rows, work }: Proved, some: readonly Row[]): Asked {
  const { moment } = at(some, 0);
  const own = new Set(some.map(placeKey));
  const before = verdictsByPlace(rows);
  /** What is not asked about counts as clear, unless it is worse than it was. */
  const counted = (row: Row): Row => {
    const was = before.get(placeKey(row)) ?? 'clear';
    return own.has(placeKey(row)) || RANK[row.verdict] < RANK[was] ? row : { ...row, verdict: 'clear' };
  };
  return {
    site,
    header,
    moment,
    rows: some,
    work: {
      ...work,
      async sweep(tried, moments, only) {
        const first = (await work.sweep(tried, moments, only)).map(counted);
        if (only || !first.every(isClear)) return first;
        const others = allMoments(tried).filter((each) => !moments.includes(each));
        return [...first, ...(await work.sweep(tried, others)).map(counted)];
      },
    },
  };
}

/** A way to clear a finding. */
export interface FindingWay extends Way {
  /** The finding's worst contrast with it, against its need. */
  least: Pick<Row, 'worst' | 'needed'>;
  /** How many findings are left then, of the whole header. */
  left: number;
}

const SINGLE = [enoughFill, ...Object.values(REMEDIES)];
const ALL_REMEDIES = [...SINGLE, ...Object.values(PAIRS)];

/** How many remedies are tried for a finding. */
export const FINDING_WAYS = ALL_REMEDIES.length;

/**
 * Finds the ways to clear all of a finding, one after the other, the least change first in the end. Ways that come to the same
 * are one.
 * @param tell told after each that was tried, with all that were found so far
 */
export async function waysOfFinding(
  proved: Proved,
  finding: Finding,
  tell: (ways: FindingWay[], tried: number) => void,
): Promise<FindingWay[]> {
  const asked = askedAbout(proved, finding.rows);
  const own = new Set(finding.rows.map(placeKey));
  const ways: FindingWay[] = [];
  for (const [i, remedy] of ALL_REMEDIES.entries()) {
    // Pairs are for what no single change clears.
    const way = i < SINGLE.length || ways.length === 0 ? await costedWay(remedy, asked) : undefined;
    if (way) {
      const swept = await sweptWith(proved, way.header);
      const [first] = swept
        .filter((row) => own.has(placeKey(row)))
        .sort((a, b) => a.worst / a.needed - b.worst / b.needed);
      const least = first ?? { worst: 21, needed: 1 };
      const left = findingsOf(proved.site, way.header, swept).length;
      const known = ways.find((each) => comesToTheSame(each, { ...way, least }));
      if (!known) ways.push({ ...way, least, left });
      ways.sort((a, b) => (a.cost?.colourDifference ?? 0) - (b.cost?.colourDifference ?? 0));
    }
    tell([...ways], i + 1);
  }
  return ways;
}

/** Whether two ways show the same in figures that are told: the worst contrast, and what they cost. */
function comesToTheSame(a: Way & Pick<FindingWay, 'least'>, b: Way & Pick<FindingWay, 'least'>): boolean {
  const figures = ({ least, cost }: typeof a) =>
    [least.worst.toFixed(1), cost?.pageShowing.toFixed(2), cost?.colourDifference.toFixed(2)].join(' ');
  return figures(a) === figures(b);
}

/** All rows of the header with another in its place: of moments that did not change, those that are known. */
function sweptWith({ work }: Proved, header: Header): Promise<Row[]> {
  return work.sweep(header, allMoments(header));
}

/** A plan that clears a header: changes one after the other, each on what the ones before it left. */
export interface Plan {
  steps: { text: string; moment: Moment; finding: string }[];
  header: Header;
  /** The sweep of that header, and the findings that no way clears. */
  rows: Row[];
  left: Finding[];
}

/** Steps after which a plan is given up; two or three are usual. */
const MOST_STEPS = 16;

/**
 * Looks for the fewest and smallest changes that clear every finding together: one that clears a whole moment goes before
 * those that clear its findings one by one. The whole is swept at the end.
 * @param tell told after each step that was found, with how many findings are left
 */
export async function planFor(
  proved: Proved,
  tell: (steps: Plan['steps'], left: number) => void = () => undefined,
): Promise<Plan> {
  const { site, work } = proved;
  let { header, rows } = { header: proved.header, rows: [...proved.rows] };
  const steps: Plan['steps'] = [];
  const hopeless = new Set<string>();
  while (steps.length < MOST_STEPS) {
    const finding = findingsOf(site, header, rows).find(({ id }) => !hopeless.has(id));
    if (!finding) break;
    const { moment } = finding;
    const now = { site, header, rows, work };
    const whole = rows.filter((row) => row.moment === moment && !isClear(row));
    const way =
      (await firstWay(askedAbout(now, whole))) ??
      (whole.length > finding.rows.length ? await firstWay(askedAbout(now, finding.rows)) : undefined);
    if (!way) {
      hopeless.add(finding.id);
      continue;
    }
    steps.push({ text: way.text, moment, finding: finding.title });
    header = way.header;
    rows = await work.sweep(header, allMoments(header));
    tell([...steps], findingsOf(site, header, rows).length);
  }
  return { steps, header, rows, left: findingsOf(site, header, rows) };
}

async function firstWay(asked: Asked): Promise<Pick<Way, 'text' | 'header'> | undefined> {
  for (const remedy of ALL_REMEDIES) {
    const found = await remedy.find(asked);
    if (found) return found;
  }
  return undefined;
}
