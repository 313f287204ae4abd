import { viewportsWords, widthsOf } from '@hatrail/core/sweep/widthPlan';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { useSoFar } from '../engine/answers.ts';
import { ArrowUUpLeft } from '@phosphor-icons/react/dist/csr/ArrowUUpLeft';
import { ArrowUUpRight } from '@phosphor-icons/react/dist/csr/ArrowUUpRight';
import { IconButton, Tooltip } from '@mui/material';
import { memo, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import type { EditorPlace } from '../dress/place.ts';
import { Mark } from '../parts/Mark.tsx';
import { VerdictMark } from '../parts/Verdict.tsx';
import { NotLive } from './NotLive.tsx';
import { useEditor, type SaveState } from './store.ts';
import { useVerdicts } from './verdicts.ts';

/** The pegs of the rod whose screens there are. */
const PEGS = [
  { path: 'gather', name: 'Gather' },
  { path: 'hang', name: 'Hang' },
  { path: 'dress', name: 'Dress' },
  { path: 'prove', name: 'Prove' },
  { path: 'place', name: 'Place' },
  { path: 'hand-over', name: 'Hand over' },
] as const;

/** The bar along the top: what is worked on, the rod with its pegs, and how things stand. */
export function TopBar({
  siteId,
  loaded,
  place,
}: {
  siteId: string;
  loaded: LoadedSite;
  place: EditorPlace;
}) {
  const { site } = loaded;
  const { search } = useLocation();
  const count = useVerdicts().standing?.count ?? 0;
  return (
    <header className="bar">
      <Link to="/" className="bar-mark" aria-label="Hat Rail, all sites">
        <Mark />
        <span>Hat Rail</span>
      </Link>
      <div className="bar-what">
        <strong>{site.name}</strong>
        <span>{place.header.name}</span>
      </div>
      <nav className="rod" aria-label="Main">
        {PEGS.map(({ path, name }) => (
          <NavLink key={path} to={{ pathname: `/sites/${siteId}/${path}`, search }} className="peg">
            {({ isActive }) => (
              <>
                <span className="peg-pin" aria-hidden="true">
                  {isActive && <Hat />}
                </span>
                {name}
                {path === 'prove' && count > 0 && <b className="peg-count">{count}</b>}
              </>
            )}
          </NavLink>
        ))}
      </nav>
      <div className="bar-state">
        <Saved />
        <NotLive siteId={siteId} site={site} />
        <UndoRedo />
        <RunningVerdict siteId={siteId} />
      </div>
    </header>
  );
}

const SAVE_WORDS: Record<SaveState['kind'], string> = {
  saved: 'Saved',
  saving: 'Saving',
  waiting: 'Not saved yet',
  failed: 'Not saved',
  conflict: 'Not saved',
};

const Saved = memo(function Saved() {
  const save = useEditor((state) => state.save);
  const time =
    save.kind === 'saved'
      ? ` ${save.at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`
      : '';
  return (
    <span className="bar-saved" role="status" data-save={save.kind}>
      {SAVE_WORDS[save.kind]}
      {time}
    </span>
  );
});

const UndoRedo = memo(function UndoRedo() {
  const last = useEditor(({ past }) => past.at(-1)?.label);
  const next = useEditor(({ future }) => future[0]?.label);
  const { undo, redo } = useEditor.getState();
  return (
    <span className="bar-undo">
      <Tooltip title={last ? `Undo: ${last}` : 'Nothing to undo'}>
        <span>
          <IconButton size="small" aria-label="Undo" disabled={!last} onClick={undo}>
            <ArrowUUpLeft size={17} />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={next ? `Redo: ${next}` : 'Nothing to redo'}>
        <span>
          <IconButton size="small" aria-label="Redo" disabled={!next} onClick={redo}>
            <ArrowUUpRight size={17} />
          </IconButton>
        </span>
      </Tooltip>
    </span>
  );
});

/** How many findings there are on all pages and widths, and what became of them since the step before; opens Prove. */
function RunningVerdict({ siteId }: { siteId: string }) {
  const { rows, first, firstCount, standing, windows, others, ...working } = useVerdicts();
  const elsewhere = others.reduce((sum, { count }) => sum + count, 0);
  const progress = useSoFar(working);
  const { search } = useLocation();
  const navigate = useNavigate();
  // What became of the findings is told of the widths that are swept after every step.
  const [seen, setSeen] = useState({ rows: first, count: firstCount, change: 0 });
  if (seen.rows !== first && !working.isWorking && firstCount !== undefined) {
    const change = seen.count === undefined ? 0 : firstCount - seen.count;
    setSeen({ rows: first, count: firstCount, change });
  }
  if (!rows || !standing) {
    return (
      <span className="bar-verdict quiet">
        {progress ? `sweeping ${progress.done} of ${progress.of}` : 'sweeping'}
      </span>
    );
  }
  if (rows.length === 0) return <span className="bar-verdict quiet">nothing hangs yet</span>;
  const { verdict, words } = standing;
  const { change } = seen;
  const became = change === 0 ? '' : `, ${Math.abs(change)} ${change < 0 ? 'fewer' : 'more'}`;
  return (
    <button
      type="button"
      className="bar-verdict"
      data-verdict={verdict}
      onClick={() => void navigate({ pathname: `/sites/${siteId}/prove`, search })}
      title={`Over all pages, at ${viewportsWords(windows.done)}${windows.done.length < windows.of ? ` so far, of ${windows.of} windows` : ''}. Opens Prove.`}
    >
      <VerdictMark verdict={verdict} />
      {words}
      {!working.isWorking && became}
      {elsewhere > 0 && <span className="bar-elsewhere">{elsewhere} in other headers</span>}
      {!working.isWorking && <span className="bar-widths">at {widthsOf(windows.done).length} widths</span>}
      {working.isWorking && (
        <>
          <span className="sr-only">, being swept again</span>
          <span
            className="bar-again"
            style={{ width: `${progress ? (100 * progress.done) / progress.of : 0}%` }}
            aria-hidden="true"
          />
        </>
      )}
    </button>
  );
}

function Hat() {
  return (
    <svg className="hat" width="26" height="11" viewBox="0 0 26 11">
      <path d="M5 8a8 7 0 0 1 16 0z" fill="var(--pine)" />
      <rect x="0" y="7.4" width="26" height="3" rx="1.5" fill="var(--pine)" />
    </svg>
  );
}
