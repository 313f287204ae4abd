import { placeKey, type Row } from '../sweep/row.ts';
import { WHOLE } from '../sweep/least.ts';
import { headerWith, type Knob } from './leastFill.ts';
import { worstFirst, type Asked } from './kind.ts';

/** What a strength comes to: how well it is read, against how much of the page still shows. */
export interface TradeOffPoint {
  percent: number;
  /** The row that is furthest below its need, or nearest to it. */
  worst: Row;
  /** Share of the page that shows through where the moment is worst, 0 to 1. */
  showing: number;
}

/** The strengths that are swept, in the order in which they are: first the ends and the middle, then those between. */
const PERCENTS = [0, 100, 50, 25, 75, 12.5, 37.5, 62.5, 87.5];

/** How many strengths are swept. */
export const TRADE_OFFS = PERCENTS.length;

/**
 * Sweeps a moment with a layer of several strengths.
 * @param asked the rows that it is about; all others of the moment are left out
 * @param tell told after each, with all that are known, in the order of their strength
 */
export async function tradeOff(
  asked: Asked,
  knob: Knob,
  tell: (points: TradeOffPoint[]) => void,
): Promise<TradeOffPoint[]> {
  const { header, moment, rows, work } = asked;
  const own = new Set(rows.map(placeKey));
  const [first] = worstFirst(rows);
  const points: TradeOffPoint[] = [];
  for (const percent of PERCENTS) {
    const tried = headerWith(header, moment, knob, percent / WHOLE);
    const swept = await work.sweep(tried, [moment]);
    const [worst] = worstFirst(swept.filter((row) => own.has(placeKey(row))));
    const cost = first && (await work.cost(first, header, tried));
    if (!worst || !cost) continue;
    points.push({ percent, worst, showing: cost.pageShowing });
    points.sort((a, b) => a.percent - b.percent);
    tell([...points]);
  }
  return points;
}
