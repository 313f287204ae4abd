import { viewportsWords } from '@hatrail/core/sweep/widthPlan';
import { viewportWords } from '@hatrail/core/sweep/widths';
import { Button } from '@mui/material';
import { Suspense, lazy, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Finding } from '@hatrail/core/finding/finding';
import { FINDING_WAYS, type FindingWay } from '@hatrail/core/finding/ways';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { ChangeWatch } from '../dress/ChangeWatch.tsx';
import { at as elementAt } from '@hatrail/core/lists';
import { spotKey, type Row } from '@hatrail/core/sweep/row';
import { wearFound } from '../editor/edits.ts';
import { useVerdicts } from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { withHeader } from '../engine/proof.ts';
import { useNear } from '../parts/useNear.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { dressAddress } from './address.ts';
import { TradeOff } from './TradeOff.tsx';
import { useCurve, useWays, useWindowsOfWays } from './useFindings.ts';
import { Since } from './Since.tsx';
import { WorstPlace } from './WorstPlace.tsx';

// Charts are fetched with the first of them.
const LineChart = lazy(() =>
  import('../parts/LineChart.tsx').then((module) => ({ default: module.LineChart })),
);

interface DetailProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  finding: Finding;
}

/** One finding: where it is worst, what it depends on, its contrast along the scroll, and the ways that clear all of it. */
export function FindingDetail({
  siteId,
  loaded,
  header,
  finding,
  isPicked,
}: DetailProps & { /** Whether somebody chose it, and it is not just the first. */ isPicked: boolean }) {
  const { worst } = finding;
  const { site } = loaded;
  const page = site.pages.find(({ path }) => path === worst.page);
  // Below the list, where the window is narrow: what was chosen comes into view.
  const side = useRef<HTMLElement>(null);
  useEffect(() => {
    if (isPicked && matchMedia('(max-width: 1000px)').matches) side.current?.scrollIntoView();
  }, [isPicked]);
  return (
    <aside ref={side} className="prove-side" aria-label={finding.title}>
      <h2>{finding.title}</h2>
      <p className="prove-lead">
        {worst.item} is worst: {figure(worst.worst)} where {worst.needed} is needed,{' '}
        {worst.scroll.toLocaleString('en')} px down {page?.title} at {viewportWords(worst)}.{' '}
        <Link to={dressAddress(siteId, site, worst)}>Open it in Dress</Link>
      </p>
      <WorstPlace
        loaded={loaded}
        header={header}
        row={worst}
        width={408}
        height={110}
        scale={worst.width > 700 ? 1 : 1.3}
      />
      <dl className="prove-facts">
        <div>
          <dt>Behind it</dt>
          <dd>{finding.behind}</dd>
        </div>
        <div>
          <dt>Set by</dt>
          <dd>{finding.set}</dd>
        </div>
        <div>
          <dt>Holds</dt>
          <dd>
            {finding.rows.length} of what was swept; {finding.items}
          </dd>
        </div>
        <Since siteId={siteId} loaded={loaded} header={header} finding={finding} />
      </dl>
      <Curve siteId={siteId} loaded={loaded} header={header} worst={worst} />
      <ByWidth siteId={siteId} loaded={loaded} finding={finding} />
      <Ways loaded={loaded} header={header} finding={finding} />
      <TradeOff loaded={loaded} header={header} finding={finding} />
      {page && <Changing loaded={loaded} header={header} worst={worst} page={page} />}
    </aside>
  );
}

/** A row's contrast along the scroll; a point of it that is picked opens in Dress. */
export function Curve({ siteId, loaded, header, worst }: Omit<DetailProps, 'finding'> & { worst: Row }) {
  const navigate = useNavigate();
  const { data } = useCurve(loaded, header, worst);
  if (!data) return <p className="quiet">Its contrast along the scroll is being read.</p>;
  if (data.length < 2) return null;
  const { points, scrolls } = thinned(data, worst.span.from);
  const most = Math.max(2 * worst.needed, 7);
  return (
    <section className="prove-curve" aria-label="Contrast along the scroll">
      <Suspense fallback={<p className="quiet">Loading the chart</p>}>
        <LineChart
          label={`Contrast of ${worst.item} by the scroll of the page`}
          points={points}
          target={{ y: worst.needed, words: String(worst.needed) }}
          lost={(2 * worst.needed) / 3}
          marks={[{ x: worst.scroll, colour: 'lost' }]}
          most={most}
          onPick={(i) => void navigate(dressAddress(siteId, loaded.site, worst, scrolls[i]))}
        />
      </Suspense>
      <p className="prove-ends quiet">
        <span>{worst.span.from} px</span>
        <span>{worst.span.to.toLocaleString('en')}</span>
      </p>
    </section>
  );
}

/** The worst contrast of what is worst, by the width of the window: where between the usual widths it is lost. */
function ByWidth({ siteId, loaded, finding: { worst, pages } }: Omit<DetailProps, 'header'>) {
  const navigate = useNavigate();
  const { rows = [] } = useVerdicts();
  const spot = spotKey(worst);
  const byWidth = useMemo(() => {
    const least = new Map<number, Row>();
    for (const row of rows) {
      if (row.moment !== worst.moment || !pages.includes(row.page) || spotKey(row) !== spot) continue;
      if (row.height !== undefined) continue;
      const known = least.get(row.width);
      if (!known || row.worst < known.worst) least.set(row.width, row);
    }
    return [...least.values()].sort((a, b) => a.width - b.width);
  }, [rows, worst.moment, pages, spot]);
  if (byWidth.length < 5) return null;
  return (
    <section className="prove-curve" aria-label="Contrast by width">
      <Suspense fallback={<p className="quiet">Loading the chart</p>}>
        <LineChart
          label={`Worst contrast of ${worst.item} by the width of the window`}
          points={byWidth.map((row) => ({
            x: row.width,
            y: row.worst,
            words: `${figure(row.worst)} at ${row.width} px`,
          }))}
          target={{ y: worst.needed, words: String(worst.needed) }}
          lost={(2 * worst.needed) / 3}
          marks={[{ x: worst.width, colour: 'lost' }]}
          most={Math.max(2 * worst.needed, 7)}
          onPick={(i) => void navigate(dressAddress(siteId, loaded.site, elementAt(byWidth, i)))}
        />
      </Suspense>
      <p className="prove-ends quiet">
        <span>{elementAt(byWidth, 0).width} px wide</span>
        <span>{byWidth.at(-1)?.width}</span>
      </p>
    </section>
  );
}

/** How well it is read on the way from one moment into the next, and from rest to hovered: worked out once it is opened. */
function Changing({
  loaded,
  header,
  worst,
  page,
}: Omit<DetailProps, 'finding' | 'siteId'> & { worst: Row; page: Page }) {
  const [isOpen, setOpen] = useState(false);
  if (worst.moment === 'pointed') return null;
  return (
    <details className="prove-ways" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>On the way: into the next moment, and under the pointer</summary>
      {isOpen && (
        <ChangeWatch
          loaded={loaded}
          header={header}
          moment={worst.moment}
          pageId={page.id}
          pageTitle={page.title}
          width={worst.width}
        />
      )}
    </details>
  );
}

/** Most points of a curve that are drawn: of those between two, the worst. */
const MOST_POINTS = 400;

/** A curve of every pixel of scroll as points, each the least of its stretch, so that nothing that is lost is left out. */
function thinned(contrasts: readonly number[], from: number) {
  const step = Math.ceil(contrasts.length / MOST_POINTS);
  const scrolls: number[] = [];
  for (let start = 0; start < contrasts.length; start += step) {
    let least = start;
    for (let i = start; i < Math.min(contrasts.length, start + step); i++)
      if (contrasts[i]! < contrasts[least]!) least = i;
    scrolls.push(from + least);
  }
  const points = scrolls.map((scroll) => {
    const contrast = contrasts[scroll - from]!;
    return { x: scroll, y: contrast, words: `${figure(contrast)}, ${scroll.toLocaleString('en')} px down` };
  });
  return { points, scrolls };
}

/** The worst place as it is with a way, beside the one above, which is as it is now. */
function WayPicture({
  loaded,
  header,
  way,
  row,
}: Omit<DetailProps, 'siteId' | 'finding'> & { way: FindingWay; row: Row }) {
  const [place, isNear] = useNear<HTMLDivElement>();
  const tried = useMemo(() => withHeader(loaded, way.header), [loaded, way.header]);
  return (
    <div ref={place} className="way-picture">
      {isNear && (
        <WorstPlace
          loaded={tried}
          header={tried.site.headers.find(({ id }) => id === header.id) ?? header}
          row={row}
          width={112}
          height={44}
          scale={0.5}
        />
      )}
    </div>
  );
}

/** Every way that clears all of the finding, each swept again over every page and state at the widths that decide before it is shown. */
function Ways({ loaded, header, finding }: Omit<DetailProps, 'siteId'>) {
  const { isWorking, standing } = useVerdicts();
  // Menus and words of banners are as they were, whatever a way does to the header.
  const others = standing?.others.length ?? 0;
  const answer = useWays(loaded, header, finding);
  const windows = useWindowsOfWays(finding);
  const soFar = useSoFar<NonNullable<typeof answer.data>>(answer);
  const { ways, tried } = answer.data ?? soFar ?? { ways: [], tried: 0 };
  return (
    <section className="prove-ways">
      <h3>Ways that clear all of it</h3>
      {answer.failure !== undefined && (
        <p role="alert">The search stopped: {answer.failure} Change something to try again.</p>
      )}
      <ul>
        {ways.map((way, i) => (
          <li key={way.text}>
            <WayPicture loaded={loaded} header={header} way={way} row={finding.worst} />
            <span>
              <strong>{way.text.replace(/\.$/, '')}</strong>
              <span className="quiet">
                {way.cost && `${Math.round(100 * way.cost.pageShowing)} % of the page shows through; `}
                {way.left + others === 0
                  ? 'no finding is left'
                  : `${way.left + others} ${way.left + others === 1 ? 'finding is' : 'findings are'} left`}
              </span>
            </span>
            <b className="finding-figure" style={{ color: VERDICT_COLOURS.clear }}>
              <VerdictMark verdict="clear" />
              {figure(way.least.worst)}
            </b>
            <Button
              size="small"
              variant={i === 0 ? 'contained' : 'outlined'}
              aria-label={`Try it: ${way.text}`}
              onClick={() => wearFound(header.id, way.text, way.header)}
            >
              Try it
            </Button>
          </li>
        ))}
      </ul>
      {tried < FINDING_WAYS && answer.failure === undefined ? (
        <p className="quiet" role="status">
          {isWorking
            ? 'The pages are being swept first.'
            : `${tried} of ${FINDING_WAYS} tried, each over every page at ${viewportsWords(windows)}.`}
        </p>
      ) : (
        ways.length === 0 && (
          <p>No single change that is known clears all of it. Clear all looks for several together.</p>
        )
      )}
    </section>
  );
}
