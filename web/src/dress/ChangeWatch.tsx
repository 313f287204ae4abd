import { Suspense, lazy } from 'react';
import type { Change, ChangeCurve } from '@hatrail/core/change/curve';
import { momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import { useAnswer } from '../engine/answers.ts';
import { changeKey } from '../engine/dependsOn.ts';
import { proveChange } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { figure } from '../parts/Verdict.tsx';
import type { Compare } from './compare.ts';
import type { ChartPoint } from '../parts/LineChart.tsx';
import { Timings } from './Timings.tsx';

// Charts are fetched with the first of them.
const LineChart = lazy(() =>
  import('../parts/LineChart.tsx').then((module) => ({ default: module.LineChart })),
);

interface ChangeWatchProps {
  loaded: LoadedSite;
  header: Header;
  moment: Moment;
  pageId: string;
  pageTitle: string;
  width: number;
  /** Holds another timing against the present one; without it none are looked for. */
  onCompare?: Compare;
}

/** The worst contrast while one moment changes into the next, and while a link or the header comes under the pointer. */
export function ChangeWatch(props: ChangeWatchProps) {
  const { moment, header } = props;
  // A header under the pointer is at one of its other moments beneath.
  const at = moment === 'pointed' ? momentsOf(header)[0]! : moment;
  return (
    <>
      <Watched {...props} title="While it changes" change={{ kind: 'moment' }} />
      {header.looks.pointed && (
        <Watched
          {...props}
          title="While the pointer comes over the header"
          change={{ kind: 'pointed', moment: at }}
        />
      )}
      <Watched {...props} title="While a link comes under the pointer" change={{ kind: 'hover', moment }} />
    </>
  );
}

function Watched({
  loaded,
  header,
  pageId,
  pageTitle,
  width,
  title,
  change,
  onCompare,
}: ChangeWatchProps & { title: string; change: Change }) {
  const key = changeKey(loaded, header, width, change);
  const { data: curve, failure } = useAnswer(
    ['change', key, pageId],
    // None where the page never comes to the change.
    async ({ signal }) => (await proveChange(loaded, header, { pageId, width }, change, { signal })) ?? null,
  );
  if (failure !== undefined)
    return (
      <p className="origin">
        {title}: not computed. {failure} Change something to try again.
      </p>
    );
  if (curve === undefined) return <p className="origin">{title}: being computed.</p>;
  if (!curve)
    return (
      <p className="origin">
        {title}: {pageTitle} never comes to it at {width} px.
      </p>
    );
  const { least, below, duration, over } = curve;
  if (duration === 0) return <p className="origin">{title}: at once, with nothing in between.</p>;
  const unit = over === 'time' ? 'ms' : 'px';
  const clears = least.contrast >= least.needed;
  return (
    <section className="change-watch" aria-label={title}>
      <strong>{title}</strong>
      <Suspense fallback={<div className="line-chart-room" />}>
        <LineChart
          label={`${title}: contrast against what is needed, over ${Math.round(duration)} ${unit}`}
          points={pointsOf(curve, unit)}
          target={{ y: 1, words: 'what is needed' }}
          most={MOST}
        />
      </Suspense>
      <p>
        {clears ? 'Clear all the way: the least is ' : 'The least is '}
        {least.item}, {figure(least.contrast)} where {least.needed} is needed, {Math.round(least.time)} {unit}{' '}
        in
        {below > 0 && `; something is below for ${Math.max(1, Math.round(below))} ${unit}`}.
      </p>
      {!clears && change.kind === 'moment' && onCompare && (
        <Timings
          loaded={loaded}
          header={header}
          pageId={pageId}
          pageTitle={pageTitle}
          width={width}
          curve={curve}
          onCompare={onCompare}
        />
      )}
    </section>
  );
}

/** Contrast as a multiple of what is needed, from none to twice as much. */
const MOST = 2;

const pointsOf = ({ instants }: ChangeCurve, unit: string): ChartPoint[] =>
  instants.map(({ time, contrast, needed, item }) => ({
    x: time,
    y: contrast / needed,
    words: `${Math.round(time)} ${unit} in: ${item}, ${figure(contrast)} where ${needed} is needed`,
  }));
