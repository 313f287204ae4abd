import { Button } from '@mui/material';
import { Suspense, lazy } from 'react';
import { at } from '@hatrail/core/lists';
import type { Finding } from '@hatrail/core/finding/finding';
import type { Header } from '@hatrail/core/model/header';
import { TRADE_OFFS, type TradeOffPoint } from '@hatrail/core/remedy/tradeOff';
import { useVerdicts } from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { figure } from '../parts/Verdict.tsx';
import { useTradeOff } from './useFindings.ts';

// Charts are fetched with the first of them.
const LineChart = lazy(() =>
  import('../parts/LineChart.tsx').then((module) => ({ default: module.LineChart })),
);

/** Contrast as a multiple of what is needed, from none to twice as much. */
const MOST = 2;

/** How strong the layer at fault is, against how well it is read and how much of the page still shows; a point of it is set. */
export function TradeOff({
  loaded,
  header,
  finding,
}: {
  loaded: LoadedSite;
  header: Header;
  finding: Finding;
}) {
  const { isWorking } = useVerdicts();
  const { knob, set, isAsked, ask, stop, failure, ...answer } = useTradeOff(loaded, header, finding);
  const soFar = useSoFar<TradeOffPoint[]>(answer);
  if (!knob) return null;
  const points = answer.data ?? soFar ?? [];
  return (
    <section className="prove-ways" aria-label="Trade-off">
      <h3>How strong the {knob.layer} is, and what it costs</h3>
      {!isAsked ? (
        <Button size="small" variant="outlined" onClick={ask} disabled={isWorking}>
          Weigh it up
        </Button>
      ) : failure !== undefined ? (
        <p role="alert">The search stopped: {failure} Change something to try again.</p>
      ) : (
        <>
          {points.length > 1 && (
            <Suspense fallback={<p className="quiet">Loading the chart</p>}>
              <div className="prove-curve">
                <LineChart
                  label={`Contrast by the strength of the ${knob.layer}`}
                  points={points.map(({ percent, worst, showing }) => ({
                    x: percent,
                    y: worst.worst / worst.needed,
                    words: `${percent} %: ${figure(worst.worst)} where ${worst.needed} is needed; ${Math.round(100 * showing)} % of the page shows`,
                  }))}
                  target={{ y: 1, words: 'what is needed' }}
                  lost={2 / 3}
                  others={[
                    {
                      points: points.map(({ percent, showing }) => ({ x: percent, y: MOST * showing })),
                      colour: 'brass',
                      isDashed: true,
                    },
                  ]}
                  most={MOST}
                  onPick={(i) => set(at(points, i).percent)}
                />
                <p className="prove-ends quiet">
                  <span>0 %</span>
                  <span>100 %</span>
                </p>
              </div>
            </Suspense>
          )}
          <p className="quiet" role="status">
            {answer.data ? (
              'The dashed line is the share of the page that shows, from all to none. A click on a point sets it; so do dragging to one, and Enter.'
            ) : (
              <>
                {points.length} of {TRADE_OFFS} strengths swept.{' '}
                <button type="button" className="link" onClick={stop}>
                  Stop
                </button>
              </>
            )}
          </p>
        </>
      )}
    </section>
  );
}
