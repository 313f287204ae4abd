import { hangingsOf, judgedOn } from '@hatrail/core/placed/answers';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useMemo } from 'react';
import { useOutletContext } from 'react-router';
import { findingsOf } from '@hatrail/core/finding/finding';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import type { EditorContext } from '../editor/Editor.tsx';
import { useBackground } from '../editor/background.ts';
import {
  hungHeaders,
  useVerdicts,
  type HeaderStanding,
  type ProofSoFar,
  type RunningVerdicts,
  type Standing,
} from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import { viewportsOf, viewportsWords } from '@hatrail/core/sweep/widthPlan';
import { SaveReport } from './SaveReport.tsx';
import { useInAddress } from './useInAddress.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { Films } from './Films.tsx';
import { FindingsView } from './FindingsView.tsx';
import { NeedsChoice } from './NeedsChoice.tsx';
import { MatrixView } from './MatrixView.tsx';

const VIEWS = ['findings', 'matrix', 'films'] as const;
type View = (typeof VIEWS)[number];

/** Prove: everything that can go wrong, as a handful of causes, each with what clears it. */
export function Prove() {
  const { siteId, slug, loaded, place, go } = useOutletContext<EditorContext>();
  const { header } = place;
  const verdicts = useVerdicts();
  const progress = useSoFar<ProofSoFar>(verdicts);
  const { standing } = verdicts;
  const [params, set] = useInAddress();
  if (verdicts.failure !== undefined)
    return (
      <main className="prove-empty">
        <p role="alert">The pages could not be swept: {verdicts.failure} Reload to try again.</p>
      </main>
    );
  if (!standing)
    return (
      <main className="prove-empty">
        <h1>Sweeping every page</h1>
        <p>{progress ? `${progress.done} of ${progress.of} pages and widths done.` : 'Starting.'}</p>
        {progress && <FoundSoFar site={loaded.site} header={header} rows={progress.rows} />}
      </main>
    );
  const { rows = [] } = verdicts;
  const view = VIEWS.find((each) => each === params.get('view')) ?? 'findings';
  const show = (next: View) => set({ view: next === 'findings' ? '' : next });
  return (
    <main className="prove">
      <div className="prove-top">
        <ProveHead
          site={loaded.site}
          header={header}
          standing={standing}
          verdicts={verdicts}
          progress={progress}
        />
        <HeaderSwitch
          site={loaded.site}
          header={header}
          others={verdicts.others}
          onChoose={(id) => go({ header: id })}
        />
        <NeedsChoice site={loaded.site} />
        <SaveReport slug={slug} loaded={loaded} header={header} />
        <ToggleButtonGroup
          exclusive
          size="small"
          value={view}
          aria-label="How it is shown"
          onChange={(_, next: View | null) => next && show(next)}
        >
          <ToggleButton value="findings">Findings</ToggleButton>
          <ToggleButton value="matrix">Matrix</ToggleButton>
          <ToggleButton value="films">Films</ToggleButton>
        </ToggleButtonGroup>
      </div>
      {view === 'films' ? (
        <Films siteId={siteId} loaded={loaded} header={header} />
      ) : view === 'matrix' ? (
        <MatrixView siteId={siteId} loaded={loaded} header={header} rows={rows} standing={standing} />
      ) : (
        <FindingsView siteId={siteId} loaded={loaded} header={header} standing={standing} rows={rows} />
      )}
    </main>
  );
}

/** How the header stands, and what was swept for that. */
function ProveHead({
  site,
  header,
  standing,
  verdicts,
  progress,
}: {
  site: Site;
  header: Header;
  standing: Standing;
  verdicts: RunningVerdicts;
  progress: ProofSoFar | undefined;
}) {
  const { rows = [] } = verdicts;
  return (
    <header className="prove-head">
      <h1>{standing.count === 0 ? 'No findings' : standing.words}</h1>
      <p className="quiet">
        {site.pages.length === 0
          ? 'There are no pages yet: add one in Gather, and it is swept.'
          : rows.length === 0
            ? 'Nothing hangs in this header yet, so that there is nothing to read.'
            : `from ${rows.length.toLocaleString('en')} places; ${sweptWords(site, header)} at ${viewportsWords(viewportsOf(rows), true)}, every pixel of scroll`}
        {!verdicts.isWorking && rows.length > 0 && <BetweenSwept {...verdicts.windows} />}
        {verdicts.isWorking &&
          (progress ? `; ${progress.done} of ${progress.of} swept again` : '; being swept again')}
      </p>
    </header>
  );
}

/** What the first sweep has found before it is through. */
function FoundSoFar({ site, header, rows }: { site: Site; header: Header; rows: readonly Row[] }) {
  const found = useMemo(() => findingsOf(site, header, rows), [site, header, rows]);
  if (found.length === 0) return null;
  return (
    <ul className="findings" aria-label="Findings so far">
      {found.map(({ id, title, verdict, worst }) => (
        <li key={id} className="finding">
          <span />
          <span className="finding-text">
            <strong>{title}</strong>
          </span>
          <b className="finding-figure" style={{ color: VERDICT_COLOURS[verdict] }}>
            <VerdictMark verdict={verdict} />
            {figure(worst.worst)}
          </b>
        </li>
      ))}
    </ul>
  );
}

/** What becomes of the widths between the usual ones: swept in the background, or waiting where somebody wants that. */
function BetweenSwept({ done, of }: { done: readonly unknown[]; of: number }) {
  const { isPaused, pause } = useBackground();
  const left = of - done.length;
  if (isPaused)
    return (
      <>
        ; the widths between wait{' '}
        <button type="button" className="link" onClick={() => pause(false)}>
          Go on
        </button>
      </>
    );
  if (left === 0) return null;
  return (
    <>
      ; {left} more are being swept{' '}
      <button type="button" className="link" onClick={() => pause(true)}>
        Pause
      </button>
    </>
  );
}

/** “6 pages”, or how many of them the header hangs on. */
function sweptWords(site: EditorContext['loaded']['site'], header: Header): string {
  const count = new Set(judgedOn(site, header).map(({ page }) => page)).size;
  const words = count === 1 ? '1 page' : `${count} pages`;
  if (hangingsOf(site, header).length === 0) return `${words}, since it hangs on none yet,`;
  return count === site.pages.length ? words : `${words} of ${site.pages.length}, on which it hangs,`;
}

/** Which header is told of, where several hang on the site; each with how many findings it has. */
function HeaderSwitch({
  site,
  header,
  others,
  onChoose,
}: {
  site: Site;
  header: Header;
  /** Those that have been swept: they are once the one that is worked on has been. */
  others: readonly HeaderStanding[];
  onChoose: (id: string) => void;
}) {
  const hung = hungHeaders(site).filter(({ id }) => id !== header.id);
  if (hung.length === 0) return null;
  const stands = (id: string) => {
    const count = others.find((each) => each.header.id === id)?.count;
    if (count === undefined) return 'not swept yet';
    return count === 0 ? 'clear' : count === 1 ? '1 finding' : `${count} findings`;
  };
  return (
    <label className="header-switch">
      Header{' '}
      <select className="choice-select" value={header.id} onChange={({ target }) => onChoose(target.value)}>
        <option value={header.id}>{header.name}</option>
        {hung.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}: {stands(id)}
          </option>
        ))}
      </select>
    </label>
  );
}
