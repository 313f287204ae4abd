import { Button } from '@mui/material';
import { useEffect, useMemo } from 'react';
import { Outlet, useLoaderData } from 'react-router';
import type { KeptSite } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { usePlace, type EditorPlace, type PlaceChange } from '../dress/place.ts';
import { KeptAhead } from '../reuse/KeptAhead.tsx';
import { settleConflict, useAutosave } from './autosave.ts';
import { HoldKeepers } from './HoldKeeper.tsx';
import { Shortcuts } from './Shortcuts.tsx';
import { useEditor } from './store.ts';
import { TopBar } from './TopBar.tsx';
import { useRunningVerdicts } from './everyWidth.ts';
import { VerdictsProvider } from './verdicts.ts';

/** What the screens of one site work with. */
export interface EditorContext {
  siteId: string;
  slug: string;
  loaded: LoadedSite;
  place: EditorPlace;
  go: (change: PlaceChange) => void;
}

/** One site open for work: its document, its bar and the screen of the chosen peg. */
export function Editor() {
  const opened = useLoaderData<KeptSite>();
  const open = useEditor((state) => state.open);
  const kept = useEditor((state) => state.kept);
  const site = useEditor((state) => state.site);
  useEffect(() => open(opened), [opened, open]);
  if (!site || kept?.id !== opened.id) return <p className="wait">Opening the site</p>;
  return <OpenSite siteId={kept.id} slug={kept.slug} site={site} hashes={kept.hashes} />;
}

function OpenSite({
  siteId,
  slug,
  site,
  hashes,
}: {
  siteId: string;
  slug: string;
  site: Site;
  hashes: Record<string, string>;
}) {
  const loaded = useMemo(() => ({ site, hashes }), [site, hashes]);
  const [place, go] = usePlace(site);
  useAutosave();
  const ownPage = place.isOwn ? place.page.id : undefined;
  useEffect(() => {
    useEditor.setState({ ownPage });
    return () => useEditor.setState({ ownPage: undefined });
  }, [ownPage]);
  const verdicts = useRunningVerdicts(loaded, place.header, place.width);
  const context: EditorContext = { siteId, slug, loaded, place, go };
  return (
    <VerdictsProvider value={verdicts}>
      <TopBar siteId={siteId} loaded={loaded} place={place} />
      <Conflict />
      <KeptAhead loaded={loaded} />
      <Shortcuts go={go} />
      <HoldKeepers loaded={loaded} header={place.header} />
      <Outlet context={context} />
    </VerdictsProvider>
  );
}

/** Someone else saved first: both versions are there, and one is chosen. */
function Conflict() {
  const save = useEditor((state) => state.save);
  if (save.kind === 'failed') {
    return (
      <div className="note-error" role="alert">
        Not saved: {save.message} Your work is kept in this window.
      </div>
    );
  }
  if (save.kind !== 'conflict') return null;
  return (
    <div className="note-error" role="alert">
      <span>
        {save.partName} was saved elsewhere meanwhile. Nothing of yours is lost: choose which version goes on.
        The other can be had back with undo.
      </span>
      <Button size="small" variant="contained" onClick={() => settleConflict('mine')}>
        Save mine over it
      </Button>
      <Button size="small" variant="outlined" onClick={() => settleConflict('theirs')}>
        Take the other
      </Button>
    </div>
  );
}
