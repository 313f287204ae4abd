import type { Header, Moment } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import type { Row } from '../sweep/row.ts';
import type { LookCost } from './cost.ts';
import { leastOpacity, type Knob, type LeastFill, type SolvedPlace } from './leastFill.ts';

/** What remedies need done over all pages and widths, wherever that is carried out. Each stops when the search is given up. */
export interface RemedyWork {
  /** Sweeps a header at some moments, over all pages and widths, or over one page in one window to begin with. */
  sweep(
    header: Header,
    moments: readonly Moment[],
    only?: Pick<Row, 'page' | 'width' | 'height'>,
  ): Promise<Row[]>;
  /** Solves places over a header's own look, the first ones first: see `leastPercents`. */
  solve(
    header: Header,
    moment: Moment,
    knob: Knob,
    places: SolvedPlace[],
    floor: number,
  ): Promise<(number | undefined)[]>;
  /** What one header in another's place costs the look, where a row is worst. */
  cost(row: Row, before: Header, after: Header): Promise<LookCost | undefined>;
}

/** A moment that is not clear somewhere. */
export interface Asked {
  site: Site;
  header: Header;
  moment: Moment;
  /** The moment's rows, over all pages and widths. */
  rows: readonly Row[];
  work: RemedyWork;
}

/** A change that clears a moment on every page, at the widths that are swept: swept before it is shown. */
export interface Found {
  text: string;
  header: Header;
  /** The sweep of that header: every row is clear. */
  rows: Row[];
  /** The place that a little less would not clear, where the change has a strength. */
  limit: SolvedPlace | undefined;
  /** One colour all over: where two such come to the same figures, they are the same to see. */
  isEven?: boolean;
}

/** One kind of change that may clear a moment. A new remedy is one such file and a row in {@link REMEDIES}. */
export interface RemedyKind {
  /** @returns `undefined` where it cannot clear the moment, or there is nothing of it to change */
  find(asked: Asked): Promise<Found | undefined>;
}

/** The header with other values at a moment. */
export function withLook(header: Header, moment: Moment, set: Header['looks'][Moment]): Header {
  return { ...header, looks: { ...header.looks, [moment]: { ...header.looks[moment], ...set } } };
}

/** Sweeps a header: a way where every row is clear. */
export async function ifClear(
  { work, moment, rows: asked }: Asked,
  header: Header,
  text: string,
  moments: readonly Moment[] = [moment],
): Promise<Found | undefined> {
  // What does not clear the worst place need not be swept over all the others.
  const [worst] = worstFirst(asked);
  if (worst && !(await work.sweep(header, moments, worst)).every(isClear)) return undefined;
  const rows = await work.sweep(header, moments);
  return rows.every(isClear) ? { text, header, rows, limit: undefined } : undefined;
}

/** The least of a layer that clears a moment, on the header itself or on one that was changed first. */
export function leastOf(
  { header, moment, rows, work }: Asked,
  knob: Knob,
  of: Header = header,
): Promise<LeastFill | undefined> {
  return leastOpacity(of, moment, knob, rows, {
    sweep: (tried) => work.sweep(tried, [moment]),
    solve: (tried, turned, places, floor) => work.solve(tried, moment, turned, places, floor),
  });
}

/** What a least is as a way, in words. */
export function asFound({ header, rows, limit }: LeastFill, text: string, isEven = false): Found {
  return { text, header, rows, limit, isEven };
}

export const isClear = ({ verdict }: Pick<Row, 'verdict'>) => verdict === 'clear';

/** The rows that are not clear. */
export function failing(rows: readonly Row[]): Row[] {
  return rows.filter((row) => !isClear(row));
}

/** Rows from the one that is worst against its need. */
export function worstFirst(rows: readonly Row[]): Row[] {
  return [...rows].sort((a, b) => a.worst / a.needed - b.worst / b.needed);
}

/** A header of which a copy may be changed. */
export function copyOf(header: Header): Header {
  return structuredClone(header);
}
