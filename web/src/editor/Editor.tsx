import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Outlet, useParams, Link } from 'react-router';
import type { Site } from '@hatrail/core/model/site';
import { ApiProblem, api } from '../api.ts';
import type { SiteAtHand } from '../engine/siteAtHand.ts';
import { usePlace, type Place, type PlaceChange } from '../dress/place.ts';
import { settleConflict, useAutosave } from './autosave.ts';
import { HoldKeepers } from './HoldKeeper.tsx';
import { Shortcuts } from './Shortcuts.tsx';
import { useEditor } from './store.ts';
import { TopBar } from './TopBar.tsx';
import { useProofOfAll, VerdictsProvider } from './verdicts.ts';

/** What the screens of one site work with. */
export interface EditorContext {
  siteId: string;
  slug: string;
  hand: SiteAtHand;
  place: Place;
  go: (change: PlaceChange) => void;
}

/** One site open for work: its document, its bar and the screen of the chosen peg. */
export function Editor() {
  const { siteId = '' } = useParams();
  const query = useQuery({
    queryKey: ['site', siteId],
    queryFn: () => api.site(siteId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const open = useEditor((state) => state.open);
  const kept = useEditor((state) => state.kept);
  const site = useEditor((state) => state.site);
  useEffect(() => {
    if (query.data) open(query.data);
  }, [query.data, open]);
  if (query.error) return <Missing error={query.error} />;
  if (!site || kept?.id !== siteId) return <p className="wait">Opening the site</p>;
  return <OpenSite siteId={siteId} slug={kept.slug} site={site} hashes={kept.hashes} />;
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
  const hand = useMemo(() => ({ site, hashes }), [site, hashes]);
  const [place, go] = usePlace(site);
  useAutosave();
  const verdicts = useProofOfAll(hand, place.header, { width: place.width, rest: 200, keepsLast: true });
  const context: EditorContext = { siteId, slug, hand, place, go };
  return (
    <VerdictsProvider value={verdicts}>
      <TopBar siteId={siteId} site={site} place={place} />
      <Conflict />
      <Shortcuts go={go} />
      <HoldKeepers hand={hand} header={place.header} width={place.width} />
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

function Missing({ error }: { error: Error }) {
  return (
    <main className="sites">
      <h1>This site could not be opened</h1>
      <p role="alert">
        {error instanceof ApiProblem ? error.message : 'Something went wrong here. Reload to try again.'}
      </p>
      <Link to="/">All sites</Link>
    </main>
  );
}
