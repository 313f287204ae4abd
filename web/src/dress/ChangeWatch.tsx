import { useEffect, useState } from 'react';
import type { Change, ChangeCurve } from '@hatrail/core/change/curve';
import type { Header, Moment } from '@hatrail/core/model/header';
import { isAbort } from '../engine/pool.ts';
import { changeKey } from '../engine/dependsOn.ts';
import { proveChange } from '../engine/proof.ts';
import type { SiteAtHand } from '../engine/siteAtHand.ts';
import { figure } from '../parts/Verdict.tsx';
import type { Compare } from './compare.ts';
import { Timings } from './Timings.tsx';

interface ChangeWatchProps {
  hand: SiteAtHand;
  header: Header;
  moment: Moment;
  pageId: string;
  pageTitle: string;
  width: number;
  onCompare: Compare;
}

/** The worst contrast while one moment changes into the next, and while a link comes under the pointer. */
export function ChangeWatch(props: ChangeWatchProps) {
  const { moment } = props;
  return (
    <>
      <Watched {...props} title="While it changes" change={{ kind: 'moment' }} />
      <Watched {...props} title="While a link comes under the pointer" change={{ kind: 'hover', moment }} />
    </>
  );
}

interface Found {
  /** `undefined` where the page never comes to the change. */
  curve: ChangeCurve | undefined;
  failure?: string;
}

function Watched({
  hand,
  header,
  pageId,
  pageTitle,
  width,
  title,
  change,
  onCompare,
}: ChangeWatchProps & { title: string; change: Change }) {
  const [found, setFound] = useState<Found>();
  const key = changeKey(hand, header, width, change);
  useEffect(() => {
    const stop = new AbortController();
    proveChange(hand, header, pageId, width, change, { signal: stop.signal })
      .then((curve) => !stop.signal.aborted && setFound({ curve }))
      .catch((error: unknown) => {
        if (!isAbort(error) && !stop.signal.aborted)
          setFound({ curve: undefined, failure: (error as Error).message });
      });
    return () => stop.abort();
    // All that the curve is made from is in its key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [pageId, key]);
  if (!found) return <p className="origin">{title}: being computed.</p>;
  const { curve, failure } = found;
  if (failure)
    return (
      <p className="origin">
        {title}: not computed. {failure} Change something to try again.
      </p>
    );
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
      <Plot
        curve={curve}
        label={`${title}: contrast against what is needed, over ${Math.round(duration)} ${unit}`}
      />
      <p>
        {clears ? 'Clear all the way: the least is ' : 'The least is '}
        {least.item}, {figure(least.contrast)} where {least.needed} is needed, {Math.round(least.time)} {unit}{' '}
        in
        {below > 0 && `; something is below for ${Math.max(1, Math.round(below))} ${unit}`}.
      </p>
      {!clears && change.kind === 'moment' && (
        <Timings
          hand={hand}
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

const W = 300;
const H = 72;
/** Contrast as a multiple of what is needed, from none to twice as much. */
const MOST = 2;

function Plot({ curve: { instants, duration }, label }: { curve: ChangeCurve; label: string }) {
  const x = (time: number) => (duration === 0 ? 0 : (time / duration) * W);
  const y = (share: number) => H - (Math.min(MOST, share) / MOST) * H;
  const line = instants.map(
    ({ time, contrast, needed }) => `${x(time).toFixed(1)} ${y(contrast / needed).toFixed(1)}`,
  );
  if (instants.length === 1) line.push(`${W} ${line[0]!.split(' ')[1]}`);
  return (
    <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={label}>
      <rect width={W} height={H / 2} fill="var(--pine-soft)" />
      <rect y={H / 2} width={W} height={H / 2} fill="var(--sunk)" />
      <path d={`M0 ${H / 2}H${W}`} stroke="var(--clear)" strokeWidth="1.5" strokeDasharray="4 3" />
      <path d={`M${line.join('L')}`} stroke="var(--ink)" strokeWidth="2" fill="none" />
      <text x="4" y={H / 2 - 4} fontSize="11" fill="var(--clear)">
        what is needed
      </text>
    </svg>
  );
}
