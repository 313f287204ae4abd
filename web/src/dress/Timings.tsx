import { Button } from '@mui/material';
import { durationOf, headerAtTime, type ChangeCurve } from '@hatrail/core/change/curve';
import { changesByScroll } from '@hatrail/core/header/manner';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { betterTimings, type BetterTiming } from '../editor/timings.ts';
import type { WholeChange } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { figure } from '../parts/Verdict.tsx';
import type { Compare } from './compare.ts';
import { setManner } from './lookEdits.ts';
import { useAnswer, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';

interface TimingsProps {
  loaded: LoadedSite;
  header: Header;
  pageId: string;
  pageTitle: string;
  width: number;
  onCompare: Compare;
  /** The present change on the page on screen. */
  curve: ChangeCurve;
}

/** Other ways to time the change, each swept on the page on screen before it is shown, and then over every page. */
export function Timings({ loaded, header, pageId, pageTitle, width, curve, onCompare }: TimingsProps) {
  const { below } = curve;
  const { data, failure, ...working } = useAnswer<BetterTiming[], BetterTiming[]>(
    ['timings', siteKey(loaded), keyOf([header, pageId, width, below])],
    ({ signal, tell }) => betterTimings({ loaded, header, pageId, width, below, signal }, tell),
  );
  const found = useSoFar<BetterTiming[]>(working);
  const ways = data ?? found;
  if (!ways) return <p className="quiet">{failure ?? 'Other timings are being computed.'}</p>;
  return (
    <>
      {ways.length === 0 && !failure && <p className="quiet">No other timing is below for less long.</p>}
      <ul className="timings">
        {ways.map((way) => (
          <li key={way.text}>
            <p>
              <strong>{way.text}</strong>: {curveText(way.curve)} on {pageTitle} at {width} px.{' '}
              {way.whole && <>Over every page and width: {wholeText(loaded.site, way.whole)}. </>}
              {!way.whole && way.curve.duration > 0 && !failure && (
                <span className="quiet">Every other page and width is being swept. </span>
              )}
              No look becomes another; {tookText(header, way.manner)}.
            </p>
            <Button
              size="small"
              variant="outlined"
              aria-label={`Try it: ${way.text}`}
              onClick={() => {
                const { ink, duration, stretch } = way.manner;
                setManner(header, { ink, duration, stretch }, way.text);
              }}
            >
              Try it
            </Button>{' '}
            <Button
              size="small"
              aria-label={`Compare: ${way.text}`}
              onClick={() => onCompare(...stillsOf(loaded.site, header, way, curve))}
            >
              Compare
            </Button>
          </li>
        ))}
      </ul>
      {failure && (
        <p role="alert">The other timings could not be swept: {failure} Change something to try again.</p>
      )}
    </>
  );
}

const belowText = (below: number) => `below for ${Math.max(1, Math.round(below))} ms`;

function curveText({ below, duration, least }: ChangeCurve): string {
  if (below > 0) return `least ${figure(least.contrast)}, ${belowText(below)}`;
  return duration > 0 ? `clear all the way, least ${figure(least.contrast)}` : 'nothing in between';
}

function wholeText({ pages }: Site, { below, least }: WholeChange): string {
  const where = `${pages.find(({ id }) => id === least.pageId)?.title} at ${least.width} px`;
  const said = `least ${figure(least.contrast)} where ${least.needed} is needed, ${least.item} on ${where}`;
  return below > 0 ? `${said}; ${belowText(below)}` : said;
}

function tookText(header: Header, manner: Header['manner']): string {
  const [now, then] = [durationOf(header), durationOf({ manner })];
  if (changesByScroll(header)) return 'the change no longer goes along with the scroll';
  if (now === then) return `the change takes ${then} ms, as now`;
  return `the change takes ${then === 0 ? 'no time' : `${then} ms`}, and not ${now} ms`;
}

/**
 * The two timings held against each other where the present one is worst: each header as it is at that instant, or, where
 * it changes along with the scroll, at that scroll.
 */
function stillsOf(
  site: Site,
  header: Header,
  { text, manner }: BetterTiming,
  { least: { time, scroll }, over }: ChangeCurve,
): Parameters<Compare> {
  const timed = { ...header, manner };
  if (over === 'scroll') return [text, timed, { scroll }];
  const at = `${Math.round(time)} ms in`;
  // What takes no time is over at once.
  const still = (of: Header) =>
    headerAtTime(site, of, durationOf(of) === 0 ? 1 : Math.min(time, durationOf(of)));
  return [`${text}, ${at}`, still(timed), { scroll, now: { name: `Now, ${at}`, header: still(header) } }];
}
