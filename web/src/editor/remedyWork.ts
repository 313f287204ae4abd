import type { Viewport } from '@hatrail/core/sweep/widths';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Asked } from '@hatrail/core/remedy/kind';
import type { Row } from '@hatrail/core/sweep/row';
import { costOf, proveAll, solvePlaces } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

interface WorkOptions {
  signal: AbortSignal;
  /** Widths to be swept beside the standard ones, CSS pixels. */
  beside?: readonly Viewport[];
  /** Told after each page and width that is swept. */
  progress?: (done: number, of: number) => void;
}

/** What a remedy is asked for, its work carried out in the workers until it is given up. */
export function askedOf(
  loaded: LoadedSite,
  header: Header,
  moment: Moment,
  rows: readonly Row[],
  options: WorkOptions,
): Asked {
  const { signal } = options;
  return {
    site: loaded.site,
    header,
    moment,
    rows,
    work: {
      async sweep(tried, moments, only) {
        signal.throwIfAborted();
        return proveAll(loaded, tried, { ...options, moments, ...(only && { only }) });
      },
      async solve(tried, at, knob, places, floor) {
        signal.throwIfAborted();
        return solvePlaces(loaded, tried, at, { knob, places, floor }, { signal });
      },
      cost: (row, before, after) => costOf(loaded, row, before, after, { signal }),
    },
  };
}
