import { useSoFar } from '../engine/answers.ts';
import { ArrowUUpLeft, ArrowUUpRight } from '@phosphor-icons/react';
import { IconButton, Tooltip } from '@mui/material';
import { memo } from 'react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { EditorPlace } from '../dress/place.ts';
import { worstRow } from '../dress/view.ts';
import { Mark } from '../parts/Mark.tsx';
import { VerdictMark } from '../parts/Verdict.tsx';
import { useEditor, type SaveState } from './store.ts';
import { standingOf, useVerdicts } from './verdicts.ts';

/** The pegs of the rod whose screens there are. */
const PEGS = [
  { path: 'gather', name: 'Gather' },
  { path: 'hang', name: 'Hang' },
  { path: 'dress', name: 'Dress' },
  { path: 'hand-over', name: 'Hand over' },
] as const;

/** The bar along the top: what is worked on, the rod with its pegs, and how things stand. */
export function TopBar({ siteId, site, place }: { siteId: string; site: Site; place: EditorPlace }) {
  const { search } = useLocation();
  const { rows, banners } = useVerdicts();
  const lost = rows ? standingOf(site, place.header, rows, banners).lost : 0;
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
                {path === 'dress' && lost > 0 && <b className="peg-count">{lost}</b>}
              </>
            )}
          </NavLink>
        ))}
      </nav>
      <div className="bar-state">
        <Saved />
        <UndoRedo />
        <RunningVerdict siteId={siteId} site={site} header={place.header} />
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

/** How many items and menus are lost on all pages and widths; opens the worst place. */
function RunningVerdict({ siteId, site, header }: { siteId: string; site: Site; header: Header }) {
  const { rows, banners, ...working } = useVerdicts();
  const progress = useSoFar(working);
  const navigate = useNavigate();
  if (!rows) {
    return (
      <span className="bar-verdict quiet">
        {progress ? `sweeping ${progress.done} of ${progress.of}` : 'sweeping'}
      </span>
    );
  }
  if (rows.length === 0) return <span className="bar-verdict quiet">nothing hangs yet</span>;
  const worst = worstRow(rows);
  const { verdict, words } = standingOf(site, header, rows, banners);
  const open = () => {
    if (!worst) return;
    const params = new URLSearchParams({
      header: worst.header,
      page: site.pages.find(({ path }) => path === worst.page)!.id,
      width: String(worst.width),
      moment: worst.moment,
      scroll: String(worst.scroll),
    });
    void navigate(`/sites/${siteId}/dress?${params}`);
  };
  return (
    <button
      type="button"
      className="bar-verdict"
      data-verdict={verdict}
      onClick={open}
      title="Over all pages, at 390, 768, 1280 and 1920 px and the width on screen. Opens the worst place."
    >
      <VerdictMark verdict={verdict} />
      {words}
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
