import { stateWords } from '@hatrail/core/header/stateNames';
import type { Site } from '@hatrail/core/model/site';
import type { LookCost } from '@hatrail/core/remedy/cost';
import type { LeastFill } from '@hatrail/core/remedy/leastFill';
import { spotKey } from '@hatrail/core/sweep/row';
import { needsOf } from '@hatrail/core/model/needs';
import { figure } from '../parts/Verdict.tsx';

/** What a remedy reaches and costs, from its own sweep. */
export function Cost({
  site,
  fill,
  cost,
}: {
  site: Site;
  fill: Pick<LeastFill, 'rows' | 'limit'>;
  cost: LookCost | undefined;
}) {
  const text = fill.rows.filter(({ needed }) => needed === needsOf(site).text).map(({ worst }) => worst);
  const limit =
    fill.limit &&
    fill.rows.find(
      (row) =>
        spotKey(row) === spotKey(fill.limit!) &&
        row.page === fill.limit!.page &&
        row.width === fill.limit!.width,
    );
  return (
    <>
      {text.length > 0 && `Worst letter ${figure(Math.min(...text))} on any page; `}
      {cost &&
        `${Math.round(cost.pageShowing * 100)}\u00a0% of the page still shows through at the worst place, and `}
      {cost && (
        <abbr title="Mean difference in OKLab (ΔE OK): 0 is the same colour, 1 is black against white">
          colours move by {cost.colourDifference.toFixed(2)}
        </abbr>
      )}
      {cost && '.'}
      {limit &&
        ` ${limit.item}${stateWords(limit)} asks for the most, on ${site.pages.find(({ path }) => path === limit.page)?.title}.`}
    </>
  );
}
