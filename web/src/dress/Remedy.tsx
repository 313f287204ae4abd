import { viewportWords } from '@hatrail/core/sweep/widths';
import { Button } from '@mui/material';
import { memo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { allMoments, momentName, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import { widthsOf } from '@hatrail/core/sweep/widthPlan';
import { useEditor } from '../editor/store.ts';
import { causeOf } from '@hatrail/core/remedy/index';
import { askedOf } from '../editor/remedyWork.ts';
import { useVerdicts, type FillAnswer } from '../editor/verdicts.ts';
import { colourName } from '@hatrail/core/model/palette';
import { figure } from '../parts/Verdict.tsx';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { stateWords } from '@hatrail/core/header/stateNames';
import { Cost } from './Cost.tsx';
import { OtherWays, WayOffered } from './OtherWays.tsx';
import { worstRow } from './view.ts';
import { useAnswer } from '../engine/answers.ts';
import { besideKey, keyOf, siteKey } from '../engine/dependsOn.ts';

interface RemedyProps {
  loaded: LoadedSite;
  header: Header;
  moment: Moment;
  /** Rows of all pages and widths. */
  rows: readonly Row[] | undefined;
  /** Whether the pages are being swept again. */
  isWorking: boolean;
  progress: { done: number; of: number } | undefined;
  failure: string | undefined;
  answer: FillAnswer;
  /** Holds another header against the present one. */
  onCompare: (name: string, header: Header) => void;
}

/** The smallest fill that clears the moment on every page, swept before it is offered, tried with one click. */
export const Remedy = memo(function Remedy({
  isBrief,
  ...props
}: RemedyProps & { /** Whether one line has to do, since a layer is open beside it. */ isBrief: boolean }) {
  const [isOpen, setOpen] = useState(false);
  const isFull = !isBrief || isOpen || props.failure !== undefined;
  return (
    <section className="remedy" aria-label="Remedy" aria-live="polite" data-brief={!isFull || undefined}>
      {isFull ? <RemedyText {...props} /> : <RemedyLine {...props} />}
      {isBrief && props.failure === undefined && (
        <button type="button" className="link" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Less' : 'More'}
        </button>
      )}
    </section>
  );
});

/** Whether what is in sight is of the look before: what was clear may no longer be. */
const isBefore = ({ isWorking, rows, moment }: Pick<RemedyProps, 'isWorking' | 'rows' | 'moment'>) =>
  isWorking && rows?.every((row) => row.moment !== moment || row.verdict === 'clear') === true;

/** The same in one line: what it is, and the button that does it. */
function RemedyLine({ loaded, header, moment, rows, progress, isWorking, answer }: RemedyProps) {
  if (!rows || isBefore({ isWorking, rows, moment }))
    return <p>Sweeping every page{progress && `: ${progress.done} of ${progress.of}`}</p>;
  const worst = worstRow(rows.filter((row) => row.moment === moment));
  if (worst?.verdict === 'clear') return <p>{momentName(header, moment)}: clear on all pages</p>;
  if (answer.kind === 'own' || answer.kind === 'other')
    return (
      <>
        <p>
          <strong>{fillWords(loaded.site, answer)}</strong> clears it.
        </p>
        <Button variant="contained" size="small" onClick={() => takeFill(header, moment, answer)}>
          Try it
        </Button>
      </>
    );
  return <p>{answer.kind === 'none' ? 'No fill clears it.' : 'The smallest change is being solved.'}</p>;
}

type Solved = Extract<FillAnswer, { kind: 'own' | 'other' }>;

function fillWords(site: Site, answer: Solved): string {
  const { percent } = answer.fill;
  return answer.kind === 'own'
    ? `Fill to ${percent}\u00a0%`
    : `Fill in ${colourName(site.palette, answer.colour)}, ${percent}\u00a0%`;
}

/** Wears the fill that was solved. */
function takeFill(header: Header, moment: Moment, answer: Solved): void {
  const { percent } = answer.fill;
  useEditor.getState().edit(`Fill to ${percent} %`, (draft) => {
    const target = draft.headers.find(({ id }) => id === header.id)!;
    const look = (target.looks[moment] ??= {});
    const change = answer.kind === 'own' ? {} : { colour: answer.colour };
    look.fill = { ...look.fill, ...change, opacity: percent / 100 };
  });
}

function RemedyText({
  loaded,
  header,
  moment,
  rows,
  progress,
  isWorking,
  failure,
  answer,
  onCompare,
}: RemedyProps) {
  const { site } = loaded;
  if (failure) return <p>The pages could not be swept: {failure} Reload to try again.</p>;
  if (!rows || isBefore({ isWorking, rows, moment })) {
    return (
      <>
        <h3>Sweeping every page</h3>
        <p>{progress ? `${progress.done} of ${progress.of} pages and widths done.` : 'Starting.'}</p>
      </>
    );
  }
  const own = rows.filter((row) => row.moment === moment);
  const worst = worstRow(own);
  if (worst && worst.verdict === 'clear') {
    return (
      <>
        <h3>{momentName(header, moment)}: clear on all pages</h3>
        <p>
          Every letter reaches what it needs at every scroll, at {widthsSwept(own)} px. The nearest to its
          limit is {worst.item}
          {stateWords(worst)}: {figure(worst.worst)} where {worst.needed} is needed.
        </p>
        <Elsewhere site={site} header={header} moment={moment} rows={rows} />
      </>
    );
  }
  switch (answer.kind) {
    case 'solving':
      return (
        <>
          <h3>Smallest change that clears it</h3>
          <p>
            Being solved over all pages, at {widthsSwept(own)} px
            {answer.progress && `: ${answer.progress.done} of ${answer.progress.of} swept with it`}.
          </p>
        </>
      );
    case 'failed':
      return <p>No remedy could be solved: {answer.message} Reload to try again.</p>;
    case 'none':
      return (
        <>
          <h3>No fill clears it</h3>
          <p>
            Even solid, neither its own colour nor those of the palette that stand furthest from the links’
            ink reach what every ink of this moment needs. Change the ink that is lost first: {worst?.item}
            {worst && stateWords(worst)}.
          </p>
          <Cause loaded={loaded} header={header} moment={moment} rows={own} onCompare={onCompare} />
          <OtherWays loaded={loaded} header={header} moment={moment} rows={own} onCompare={onCompare} />
        </>
      );
    case 'own':
    case 'other': {
      const { fill } = answer;
      return (
        <>
          <Cause loaded={loaded} header={header} moment={moment} rows={own} onCompare={onCompare} />
          <h3>Smallest change that clears it</h3>
          <p>
            {fillWords(site, answer)}. <Cost site={site} fill={fill} cost={answer.cost} />
          </p>
          <Button variant="contained" size="small" onClick={() => takeFill(header, moment, answer)}>
            Try it
          </Button>{' '}
          <Button
            size="small"
            variant="outlined"
            aria-label={`Compare the fill of ${fill.percent} %`}
            onClick={() => onCompare(`Fill ${fill.percent} %`, fill.header)}
          >
            Compare
          </Button>{' '}
          <OtherWays
            loaded={loaded}
            header={header}
            moment={moment}
            rows={own}
            told={{ rows: fill.rows, cost: answer.cost, isEven: true }}
            onCompare={onCompare}
          />
        </>
      );
    }
  }
}

/** The widths that rows were swept at, in words. */
export function widthsSwept(rows: readonly Pick<Row, 'width'>[]): string {
  const widths = widthsOf(rows);
  if (widths.length > 6) return `${widths.length} widths from ${widths[0]} to ${widths.at(-1)}`;
  return widths.length < 2 ? widths.join('') : `${widths.slice(0, -1).join(', ')} and ${widths.at(-1)}`;
}

/** What is not clear at the header's other moments, and where: the count in the rod counts it, too. */
function Elsewhere({
  site,
  header,
  moment,
  rows,
}: {
  site: Site;
  header: Header;
  moment: Moment;
  rows: readonly Row[];
}) {
  const { search } = useLocation();
  const others = allMoments(header).flatMap((each) => {
    const worst = each === moment ? undefined : worstRow(rows.filter((row) => row.moment === each));
    return worst && worst.verdict !== 'clear' ? [worst] : [];
  });
  return others.map((row) => {
    const page = site.pages.find(({ path }) => path === row.page);
    const to = new URLSearchParams(search);
    to.set('moment', row.moment);
    to.set('width', String(row.width));
    if (row.height) to.set('height', String(row.height));
    else to.delete('height');
    to.set('scroll', String(row.scroll));
    if (page) to.set('page', page.id);
    return (
      <p key={row.moment}>
        <Link to={`?${to}`}>{momentName(header, row.moment)}</Link> is not: {row.item}
        {stateWords(row)} {figure(row.worst)} where {row.needed} is needed, {row.scroll} px down {page?.title}{' '}
        at {viewportWords(row)}.
      </p>
    );
  });
}

/** The cause, where the header stands in the flow and not over the page: swept, and told before any layer is offered. */
function Cause({
  loaded,
  header,
  moment,
  rows,
  onCompare,
}: Pick<RemedyProps, 'loaded' | 'header' | 'moment' | 'onCompare'> & { rows: readonly Row[] }) {
  const { beside } = useVerdicts();
  const { data: way } = useAnswer(
    ['cause', siteKey(loaded), keyOf([header, moment, besideKey(beside)])],
    async ({ signal }) =>
      // None where there is no such cause.
      (await causeOf(askedOf(loaded, header, moment, rows, { beside, signal }))) ?? null,
  );
  if (!way) return null;
  return (
    <>
      <h3>What is wrong</h3>
      <WayOffered loaded={loaded} header={header} way={way} onCompare={onCompare} />
    </>
  );
}
