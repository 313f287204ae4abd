import type { ChangeCurve } from '@hatrail/core/change/curve';
import { isShorter, timings, type Timing } from '@hatrail/core/change/timings';
import type { Header } from '@hatrail/core/model/header';
import { proveChange, proveChangeAll, type WholeChange } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';

/** Another timing under which a change is below for less long, swept before it is shown. */
export interface BetterTiming extends Timing {
  /** On the page on screen. */
  curve: ChangeCurve;
  /** Over every page and width, once they have been swept; never where it takes no time. */
  whole?: WholeChange;
}

interface Asked {
  loaded: LoadedSite;
  header: Header;
  pageId: string;
  width: number;
  /** How long the present change is below on the page on screen, ms. */
  below: number;
  signal: AbortSignal;
}

/**
 * Finds timings that are below for less long on the page on screen, then sweeps each over every page and width.
 * @param found told when those of the page on screen are known, and after each that was swept everywhere
 */
export async function betterTimings(
  asked: Asked,
  found: (ways: BetterTiming[]) => void,
): Promise<BetterTiming[]> {
  const { loaded, header, pageId, width, below, signal } = asked;
  const change = { kind: 'moment' } as const;
  let ways: BetterTiming[] = [];
  for (const timing of timings(header)) {
    signal.throwIfAborted();
    if (timing.isDuration && ways.some(({ isDuration }) => isDuration)) continue;
    const timed = { ...header, manner: timing.manner };
    const curve = await proveChange(loaded, timed, { pageId, width }, change, { signal });
    const helps = curve && (timing.isDuration ? curve.below === 0 : isShorter(curve, below));
    if (helps) ways.push({ ...timing, curve });
  }
  ways.sort((a, b) => a.curve.below - b.curve.below);
  found(ways);
  for (const [i, way] of ways.entries()) {
    signal.throwIfAborted();
    // What takes no time has nothing in between anywhere.
    if (way.curve.duration === 0) continue;
    const timed = { ...header, manner: way.manner };
    const whole = await proveChangeAll(loaded, timed, change, { beside: [{ width }], signal });
    ways = whole ? ways.with(i, { ...way, whole }) : ways;
    found(ways);
  }
  return ways;
}
