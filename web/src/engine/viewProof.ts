import { at as elementAt } from '@hatrail/core/lists';
import { allMoments, type Moment } from '@hatrail/core/model/header';
import { MOMENTS } from '@hatrail/core/model/look';
import { type SweepPart } from '@hatrail/core/sweep/prove';
import { spotKey, type SweptRow } from '@hatrail/core/sweep/row';
import type { Viewport } from '@hatrail/core/sweep/widths';
import { LINK_STATES } from '@hatrail/core/sweep/targets';
import { groupsOf } from './groups.ts';
import { keepLast } from './keepLast.ts';
import { onEngine, type Urgency } from './pool.ts';
import { rowsKey } from './dependsOn.ts';
import { laneName, sceneRequest } from './request.ts';
import type { LoadedSite } from './loadedSite.ts';
import type { SceneFacts, SweptScene } from './types.ts';

/**
 * The sweep of the page on screen. It follows a hand that drags: only the moments that an edit touched are swept, and where
 * that takes long, the threads come before what is there only under the pointer, or on the way from one look to the next.
 */

/** A whole sweep of a view: what it found, how long its work took, and when it was done, or one that is sure to be was begun; ms. */
interface Whole {
  rows: SweptRow[];
  took: number;
  at: number;
}
const MOST_KEPT = 12;
const MOST_WHOLES = 4;

/** What a sweep may take and still be awaited as a whole, ms: threads are to follow within a tenth of a second. */
const QUICK = 40;
/** How long what comes second may be behind while the first keeps coming anew, ms; longer where it takes long. */
const BEHIND = 250;

interface ViewOptions {
  signal?: AbortSignal;
  /** Told what is known before all is: threads as they are, and all else as it last was. */
  show?: (scene: SweptScene) => void;
}

/**
 * The sweeps of one view. They are not among the answers that the query library keeps: a hand that drags makes several a
 * second, each with the contrast at every scroll, and each is shown when it comes, though another was asked for meanwhile.
 */
export class ViewSweeps {
  /** What was last swept, with its curves, by what it depends on. */
  readonly #kept = new Map<string, SweptRow[]>();
  readonly #wholes = new Map<string, Whole>();

  /** Sweeps one page in one window, with the contrast at every scroll. */
  async prove(
    at: LoadedSite,
    headerId: string,
    pageId: string,
    viewport: Viewport,
    { signal, show }: ViewOptions = {},
  ): Promise<SweptScene> {
    const place = laneName(pageId, viewport);
    const view = `${headerId} ${place}`;
    const request = await sceneRequest(at, headerId, pageId, viewport);
    const header = at.site.headers.find(({ id }) => id === headerId)!;
    const all = allMoments(header).map((moment) => {
      const key = rowsKey(at, header, pageId, viewport, moment);
      return { moment, key, rows: this.#kept.get(key) };
    });
    const moments = all.filter(({ rows }) => !rows).map(({ moment }) => moment);
    const still = all.flatMap(({ rows }) => rows ?? []);
    let took = 0;
    const sweep = async (part: SweepPart | undefined, urgency: Urgency, signal?: AbortSignal) => {
      const asked = { ...request, moments, curves: true, ...(part && { part }) };
      // Threads that are under way are still shown, else there would be none as long as the hand moves.
      const options = { urgency, canStop: part === 'others', ...(signal && { signal }) };
      const swept = await onEngine(place, (engine) => engine.sweep(asked), options);
      took += swept.took;
      return swept;
    };
    const last = this.#wholes.get(view);
    const isQuick = !last || last.took < QUICK || moments.length === 0;
    const first = await sweep(isQuick ? undefined : 'lasting', 'soon', signal);
    const { facts } = first;
    let fresh = first.rows;
    if (!isQuick) {
      show?.({ rows: inOrder([...still, ...fresh, ...olderOf(last, fresh, moments, facts)], facts), facts });
      const isBehind = performance.now() - last.at > Math.max(BEHIND, 3 * last.took);
      // One such sweep at a time is brought to its end whatever comes.
      last.at = isBehind ? performance.now() : last.at;
      const others = isBehind ? sweep('others', 'soon') : sweep('others', 'next', signal);
      fresh = [...fresh, ...(await others).rows];
    }
    const rows = inOrder([...still, ...fresh], facts);
    const byMoment = groupsOf(rows, ({ moment }) => moment);
    for (const { moment, key } of all) keepLast(this.#kept, key, byMoment.get(moment) ?? [], MOST_KEPT);
    const whole = { rows, took: moments.length > 0 ? took : (last?.took ?? 0), at: performance.now() };
    keepLast(this.#wholes, view, whole, MOST_WHOLES);
    return { rows, facts };
  }
}

/** What an earlier sweep found of all that a part of one leaves out. */
function olderOf(
  { rows }: Whole,
  fresh: readonly SweptRow[],
  moments: readonly Moment[],
  { layout }: SceneFacts,
): SweptRow[] {
  const nameOf = (row: SweptRow) => `${row.moment} ${spotKey(row)}`;
  const known = groupsOf(fresh, nameOf);
  const isKnown = (row: SweptRow) =>
    known.get(nameOf(row))?.some(({ span }) => row.span.from <= span.to && span.from <= row.span.to);
  const inks = new Set(layout.inks.map(({ id }) => id));
  return rows.filter((row) => moments.includes(row.moment) && inks.has(row.itemId) && !isKnown(row));
}

const PARTS = ['ink', 'cue', 'ring'] as const;

/** Rows as a sweep of the whole gives them: by moment, stretch and item, and what is judged of each. */
function inOrder(rows: readonly SweptRow[], { layout }: SceneFacts): SweptRow[] {
  const inks = new Map(layout.inks.map(({ id }, i) => [id, i]));
  const place = ({ moment, span, itemId, part, state }: SweptRow) => [
    MOMENTS.indexOf(moment),
    span.from,
    inks.get(itemId) ?? inks.size,
    PARTS.indexOf(part),
    LINK_STATES.indexOf(state),
  ];
  const placed = rows.map((row) => ({ row, at: place(row) }));
  return placed
    .sort((a, b) => a.at.map((v, i) => v - elementAt(b.at, i)).find((difference) => difference !== 0) ?? 0)
    .map(({ row }) => row);
}
