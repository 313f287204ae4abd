import { Button } from '@mui/material';
import { resolveLook } from '@hatrail/core/header/look';
import { MOMENT_NAMES, type Header, type Moment } from '@hatrail/core/model/header';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { fillCost } from '@hatrail/core/remedy/cost';
import type { LeastFill } from '@hatrail/core/remedy/leastFill';
import type { Cut } from '@hatrail/core/stack/cut';
import { pixelAt } from '@hatrail/core/stack/ground';
import type { Row } from '@hatrail/core/sweep/prove';
import { useEditor } from '../editor/store.ts';
import type { FillAnswer } from '../editor/verdicts.ts';
import { colourName } from '../parts/ColourField.tsx';
import { figure } from '../parts/Verdict.tsx';
import { worstRow } from './view.ts';

interface RemedyProps {
  site: Site;
  header: Header;
  moment: Moment;
  /** Rows of all pages and widths. */
  rows: readonly Row[] | undefined;
  progress: { done: number; of: number } | undefined;
  failure: string | undefined;
  answer: FillAnswer;
  cut: Cut | undefined;
}

/** The smallest fill that clears the moment on every page, swept before it is offered, tried with one click. */
export function Remedy(props: RemedyProps) {
  return (
    <section className="remedy" aria-label="Remedy" aria-live="polite">
      <RemedyText {...props} />
    </section>
  );
}

function RemedyText({ site, header, moment, rows, progress, failure, answer, cut }: RemedyProps) {
  if (failure) return <p>The pages could not be swept: {failure} Reload to try again.</p>;
  if (!rows) {
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
        <h3>Clear on every page</h3>
        <p>
          {MOMENT_NAMES[moment]}, every letter reaches what it needs at every scroll and width. The nearest to
          its limit is {worst.item}: {figure(worst.worst)} where {worst.needed} is needed.
        </p>
      </>
    );
  }
  switch (answer.kind) {
    case 'solving':
      return (
        <>
          <h3>Smallest change that clears it</h3>
          <p>Being solved over every page and width.</p>
        </>
      );
    case 'failed':
      return <p>No remedy could be solved: {answer.message} Reload to try again.</p>;
    case 'none':
      return (
        <>
          <h3>No fill clears it</h3>
          <p>
            Even solid, no colour of the palette reaches what every ink of this moment needs. Change the ink
            that is lost first: {worst?.item}
            {worst?.state === 'hover' ? ', hovered' : ''}.
          </p>
        </>
      );
    case 'own':
    case 'other': {
      const { fill } = answer;
      const colour = answer.kind === 'own' ? resolveLook(site, header, moment).fill.colour : answer.colour;
      const name = colourName(site.palette, colour);
      return (
        <>
          <h3>Smallest change that clears it</h3>
          <p>
            {answer.kind === 'own'
              ? `Fill to ${fill.percent}\u00a0%.`
              : `Fill in ${name}, ${fill.percent}\u00a0%.`}{' '}
            <Cost site={site} header={header} moment={moment} fill={fill} cut={cut} colour={colour} />
          </p>
          <Button
            variant="contained"
            size="small"
            onClick={() =>
              useEditor.getState().edit(`Fill to ${fill.percent} %`, (draft) => {
                const target = draft.headers.find(({ id }) => id === header.id)!;
                const old = target.looks[moment].fill ?? {};
                const change = answer.kind === 'own' ? {} : { colour };
                target.looks[moment].fill = { ...old, ...change, opacity: fill.percent / 100 };
              })
            }
          >
            Try it
          </Button>
        </>
      );
    }
  }
}

/** What the remedy reaches and costs, from its own sweep. */
function Cost({
  site,
  header,
  moment,
  fill,
  cut,
  colour,
}: {
  site: Site;
  header: Header;
  moment: Moment;
  fill: LeastFill;
  cut: Cut | undefined;
  colour: Parameters<typeof colourName>[1];
}) {
  const text = fill.rows.filter(({ needed }) => needed === 4.5).map(({ worst }) => worst);
  const look = resolveLook(site, header, moment);
  const limit =
    fill.limit &&
    fill.rows.find(
      (row) =>
        row.itemId === fill.limit!.itemId &&
        row.state === fill.limit!.state &&
        row.page === fill.limit!.page &&
        row.width === fill.limit!.width,
    );
  const page = cut?.steps[0]?.ground;
  const grounds = page
    ? Array.from({ length: page.width }, (_, x) => pixelAt(page, x, page.height >> 1))
    : [];
  const { pageShowing, colourDifference } = fillCost(
    { colour: resolveColour(site.palette, look.fill.colour), opacity: look.fill.opacity },
    { colour: resolveColour(site.palette, colour), opacity: fill.percent / 100 },
    grounds,
  );
  return (
    <>
      {text.length > 0 && `Worst letter ${figure(Math.min(...text))} on every page; `}
      {`${Math.round(pageShowing * 100)}\u00a0% of the page`} still shows through
      {grounds.length > 0 && `, colours move by ${colourDifference.toFixed(2)} (ΔE OK) at the worst place`}.
      {limit &&
        ` ${limit.item}${limit.state === 'hover' ? ', hovered,' : ''} asks for the most, on ${site.pages.find(({ path }) => path === limit.page)?.title}.`}
    </>
  );
}
