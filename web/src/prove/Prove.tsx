import { hangingsOf, judgedOn } from '@hatrail/core/placed/answers';
import type { HeaderStanding } from '../editor/verdicts.ts';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useMemo, type KeyboardEvent } from 'react';
import { Link, useNavigate, useOutletContext, useSearchParams } from 'react-router';
import { findingsOf, type Finding } from '@hatrail/core/finding/finding';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import type { OtherFinding } from '@hatrail/core/finding/others';
import type { EditorContext } from '../editor/Editor.tsx';
import { useBackground } from '../editor/background.ts';
import { useVerdicts, type ProofSoFar } from '../editor/verdicts.ts';
import { useSoFar } from '../engine/answers.ts';
import { metWords, viewportsOf, viewportsWords } from '@hatrail/core/sweep/widthPlan';
import { SaveReport } from './SaveReport.tsx';
import { useNear } from '../parts/useNear.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { dressAddress } from './address.ts';
import { BesideContrast } from './BesideContrast.tsx';
import { ClearAll } from './ClearAll.tsx';
import { Films } from './Films.tsx';
import { FindingDetail } from './FindingDetail.tsx';
import { NeedsChoice } from './NeedsChoice.tsx';
import { MatrixView } from './MatrixView.tsx';
import { WorstPlace } from './WorstPlace.tsx';

const VIEWS = ['findings', 'matrix', 'films'] as const;
type View = (typeof VIEWS)[number];

/** Prove: everything that can go wrong, as a handful of causes, each with what clears it. */
export function Prove() {
  const { siteId, slug, loaded, place, go } = useOutletContext<EditorContext>();
  const { header } = place;
  const verdicts = useVerdicts();
  const progress = useSoFar<ProofSoFar>(verdicts);
  const { standing } = verdicts;
  const findings = standing?.findings;
  const [params, setParams] = useSearchParams();
  const chosen = findings?.find(({ id }) => id === params.get('finding')) ?? findings?.[0];
  const choose = (id: string) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        next.set('finding', id);
        return next;
      },
      { replace: true, flushSync: true },
    );
  if (verdicts.failure !== undefined)
    return (
      <main className="prove-empty">
        <p role="alert">The pages could not be swept: {verdicts.failure} Reload to try again.</p>
      </main>
    );
  if (!standing || !findings)
    return (
      <main className="prove-empty">
        <h1>Sweeping every page</h1>
        <p>{progress ? `${progress.done} of ${progress.of} pages and widths done.` : 'Starting.'}</p>
        {progress && <FoundSoFar site={loaded.site} header={header} rows={progress.rows} />}
      </main>
    );
  const { rows = [] } = verdicts;
  const windows = viewportsOf(rows);
  const view = VIEWS.find((each) => each === params.get('view')) ?? 'findings';
  const show = (next: View) =>
    setParams(
      (now) => {
        const changed = new URLSearchParams(now);
        if (next === 'findings') changed.delete('view');
        else changed.set('view', next);
        return changed;
      },
      { replace: true, flushSync: true },
    );
  return (
    <main className="prove">
      <div className="prove-top">
        <header className="prove-head">
          <h1>{standing.count === 0 ? 'No findings' : standing.words}</h1>
          <p className="quiet">
            {loaded.site.pages.length === 0
              ? 'There are no pages yet: add one in Gather, and it is swept.'
              : rows.length === 0
                ? 'Nothing hangs in this header yet, so that there is nothing to read.'
                : `from ${rows.length.toLocaleString('en')} places; ${sweptWords(loaded.site, header)} at ${viewportsWords(windows, true)}, every pixel of scroll`}
            {!verdicts.isWorking && rows.length > 0 && <BetweenSwept {...verdicts.windows} />}
            {verdicts.isWorking &&
              (progress ? `; ${progress.done} of ${progress.of} swept again` : '; being swept again')}
          </p>
        </header>
        <HeaderSwitch header={header} others={verdicts.others} onChoose={(id) => go({ header: id })} />
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
        <>
          <section className="prove-list" aria-label="Findings">
            {standing.count > 0 && <ClearAll loaded={loaded} header={header} standing={standing} />}
            <FindingList
              findings={findings}
              chosen={chosen?.id}
              onChoose={choose}
              context={{ siteId, loaded, header, windows: windows.length }}
            />
            <OtherFindings siteId={siteId} header={header} findings={standing.others} />
            <BesideContrast siteId={siteId} loaded={loaded} header={header} />
            {standing.count === 0 && rows.length > 0 && (
              <p className="prove-clear">
                <VerdictMark verdict="clear" size={16} /> Every letter, line and ring reaches what it needs on
                every page, at these {viewportsWords(windows)}, at every scroll and in every state.
              </p>
            )}
          </section>
          {chosen && (
            <FindingDetail
              key={chosen.id}
              siteId={siteId}
              loaded={loaded}
              header={header}
              finding={chosen}
              isPicked={params.get('finding') === chosen.id}
            />
          )}
        </>
      )}
    </main>
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

interface ListContext {
  siteId: string;
  loaded: EditorContext['loaded'];
  header: EditorContext['place']['header'];
  /** In how many windows it was swept. */
  windows: number;
}

/** The findings, walked by the arrow keys; Enter opens the worst place in Dress. */
function FindingList({
  findings,
  chosen,
  onChoose,
  context,
}: {
  findings: readonly Finding[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
  context: ListContext;
}) {
  const navigate = useNavigate();
  const onKeyDown = (event: KeyboardEvent<HTMLUListElement>) => {
    // Where the keyboard is: what is chosen may follow a moment later.
    const here = (event.target as HTMLElement).closest<HTMLElement>('[data-finding]')?.dataset.finding;
    const at = findings.findIndex(({ id }) => id === (here ?? chosen));
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: findings.length - 1 }[event.key];
    const found = to === undefined ? undefined : findings[Math.max(0, Math.min(findings.length - 1, to))];
    if (found) {
      event.preventDefault();
      onChoose(found.id);
      event.currentTarget.querySelector<HTMLElement>(`[data-finding="${CSS.escape(found.id)}"]`)?.focus();
    }
  };
  return (
    <ul
      className="findings"
      role="listbox"
      aria-label="Findings, those that most visitors meet first"
      onKeyDown={onKeyDown}
    >
      {findings.map((finding) => (
        <FindingRow
          key={finding.id}
          finding={finding}
          isChosen={finding.id === chosen}
          onChoose={() => onChoose(finding.id)}
          onOpen={() => void navigate(dressAddress(context.siteId, context.loaded.site, finding.worst))}
          context={context}
        />
      ))}
    </ul>
  );
}

function FindingRow({
  finding,
  isChosen,
  onChoose,
  onOpen,
  context: { loaded, header, windows },
}: {
  finding: Finding;
  isChosen: boolean;
  onChoose: () => void;
  onOpen: () => void;
  context: ListContext;
}) {
  const [row, isNear] = useNear<HTMLLIElement>();
  const { site } = loaded;
  return (
    <li
      ref={row}
      role="option"
      className="finding"
      data-finding={finding.id}
      aria-selected={isChosen}
      tabIndex={isChosen ? 0 : -1}
      onClick={onChoose}
      onDoubleClick={onOpen}
      onKeyDown={(event) => event.key === 'Enter' && onOpen()}
    >
      {isNear ? (
        <WorstPlace
          loaded={loaded}
          header={header}
          row={finding.worst}
          width={152}
          height={58}
          scale={0.42}
        />
      ) : (
        <div className="worst-place" style={{ width: 152, height: 58 }} />
      )}
      <span className="finding-text">
        <strong>{finding.title}</strong>
        <span>
          {finding.items} · {pagesWords(site, finding.pages, judgedOn(site, header).length)} ·{' '}
          {finding.windows.length === windows && windows > 1
            ? 'everywhere that was swept'
            : metWords(finding.windows)}
        </span>
        <span>
          Set by {finding.set} · {finding.criteria.join(', ')}
        </span>
      </span>
      <b className="finding-figure" style={{ color: VERDICT_COLOURS[finding.verdict] }}>
        <VerdictMark verdict={finding.verdict} />
        <span className="sr-only">{finding.verdict}, worst</span>
        {figure(finding.worst.worst)}
      </b>
    </li>
  );
}

/** “6 pages”, or how many of them the header hangs on. */
function sweptWords(site: EditorContext['loaded']['site'], header: ListContext['header']): string {
  const count = new Set(judgedOn(site, header).map(({ page }) => page)).size;
  const words = count === 1 ? '1 page' : `${count} pages`;
  if (hangingsOf(site, header).length === 0) return `${words}, since it hangs on none yet,`;
  return count === site.pages.length ? words : `${words} of ${site.pages.length}, on which it hangs,`;
}

/**
 * Titles of the pages, or that it is all of them.
 * @param all how many were swept
 */
export function pagesWords(
  site: EditorContext['loaded']['site'],
  paths: readonly string[],
  all: number,
): string {
  if (paths.length === all && paths.length > 1)
    return all === site.pages.length ? 'every page' : `all ${all} pages`;
  const titles = site.pages.filter(({ path }) => paths.includes(path)).map(({ title }) => title);
  return titles.length > 4
    ? `${titles.slice(0, 3).join(', ')} and ${titles.length - 3} more`
    : titles.join(', ');
}

/** What does not depend on the ground: menus on their own fill, and words of banners; each leads to where it is put right. */
function OtherFindings({
  siteId,
  header,
  findings,
}: {
  siteId: string;
  header: ListContext['header'];
  findings: readonly OtherFinding[];
}) {
  if (findings.length === 0) return null;
  const address = ({ at }: OtherFinding) => {
    const params = new URLSearchParams({
      header: header.id,
      ...('pageIds' in at && { page: at.pageIds[0]! }),
    });
    return `/sites/${siteId}/dress?${params}`;
  };
  return (
    <ul className="findings" aria-label="Findings of menus and of words of the pages">
      {findings.map((finding) => (
        <li key={finding.id} className="finding">
          <span />
          <span className="finding-text">
            <strong>{finding.title}</strong>
            <span>
              {finding.items} · {figure(finding.contrast)} where {finding.needed} is needed
            </span>
            <span>
              Set by {finding.set} · 1.4.3 ·{' '}
              <Link to={address(finding)}>
                {'menu' in finding.at ? 'Open Dress, and there Menu open' : 'Open the band in Dress'}
              </Link>
            </span>
          </span>
          <b className="finding-figure" style={{ color: VERDICT_COLOURS[finding.verdict] }}>
            <VerdictMark verdict={finding.verdict} />
            {figure(finding.contrast)}
          </b>
        </li>
      ))}
    </ul>
  );
}

/** Which header is told of, where several hang on the site; each with how many findings it has. */
function HeaderSwitch({
  header,
  others,
  onChoose,
}: {
  header: Header;
  others: readonly HeaderStanding[];
  onChoose: (id: string) => void;
}) {
  if (others.length === 0) return null;
  return (
    <label className="needs-choice">
      Header{' '}
      <select className="choice-select" value={header.id} onChange={({ target }) => onChoose(target.value)}>
        <option value={header.id}>{header.name}</option>
        {others.map(({ header: { id, name }, count }) => (
          <option key={id} value={id}>
            {name}: {count === 0 ? 'clear' : count === 1 ? '1 finding' : `${count} findings`}
          </option>
        ))}
      </select>
    </label>
  );
}
