import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { timings, type Change, type ChangeCurve } from '@hatrail/core/change/curve';
import type { Header, Moment } from '@hatrail/core/model/header';
import { isAbort } from '../engine/pool.ts';
import { proveChange, type SiteAtHand } from '../engine/proof.ts';
import { figure } from '../parts/Verdict.tsx';
import { setManner } from './lookEdits.ts';

interface ChangeWatchProps {
  hand: SiteAtHand;
  header: Header;
  moment: Moment;
  pageId: string;
  pageTitle: string;
  width: number;
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
}: ChangeWatchProps & { title: string; change: Change }) {
  const [found, setFound] = useState<Found>();
  const key = JSON.stringify(change);
  useEffect(() => {
    const stop = new AbortController();
    proveChange(hand, header, pageId, width, change, { signal: stop.signal })
      .then((curve) => !stop.signal.aborted && setFound({ curve }))
      .catch((error: unknown) => {
        if (!isAbort(error) && !stop.signal.aborted)
          setFound({ curve: undefined, failure: (error as Error).message });
      });
    return () => stop.abort();
    // The header is part of the site; a change is told by its key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hand.site, header.id, pageId, width, key]);
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
        <Timings hand={hand} header={header} pageId={pageId} width={width} below={below} />
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

/** Other ways to time the change, each with its own curve's least; shown where they are below for less long. */
function Timings({
  hand,
  header,
  pageId,
  width,
  below,
}: Pick<ChangeWatchProps, 'hand' | 'header' | 'pageId' | 'width'> & { below: number }) {
  const [ways, setWays] = useState<{ text: string; manner: Header['manner']; curve: ChangeCurve }[]>();
  useEffect(() => {
    const stop = new AbortController();
    const tried = timings(header).map(async ({ text, manner }) => {
      const curve = await proveChange(
        hand,
        { ...header, manner },
        pageId,
        width,
        { kind: 'moment' },
        {
          signal: stop.signal,
        },
      );
      return { text, manner, curve };
    });
    Promise.all(tried)
      .then((all) => {
        const better = all.flatMap((way) =>
          way.curve && way.curve.below < below - 1 ? [{ ...way, curve: way.curve }] : [],
        );
        if (!stop.signal.aborted) setWays(better.sort((a, b) => a.curve.below - b.curve.below));
      })
      .catch((error: unknown) => {
        if (!isAbort(error)) setWays([]);
      });
    return () => stop.abort();
    // The header is part of the site.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hand.site, header.id, pageId, width, below]);
  if (!ways) return <p className="quiet">Other timings are being computed.</p>;
  if (ways.length === 0) return <p className="quiet">No other timing is below for less long.</p>;
  return (
    <ul className="timings">
      {ways.map(({ text, manner, curve }) => (
        <li key={text}>
          {text}:{' '}
          {curve.below > 0
            ? `least ${figure(curve.least.contrast)}, below for ${Math.max(1, Math.round(curve.below))} ms`
            : curve.duration > 0
              ? `clear all the way, least ${figure(curve.least.contrast)}`
              : 'nothing in between'}
          .{' '}
          <Button
            size="small"
            variant="outlined"
            aria-label={`Try it: ${text}`}
            onClick={() =>
              setManner(header, { ink: manner.ink, duration: manner.duration, stretch: manner.stretch }, text)
            }
          >
            Try it
          </Button>
        </li>
      ))}
    </ul>
  );
}
