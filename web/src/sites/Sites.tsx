import { Button } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Suspense, lazy, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { KeptSite, ListedSite } from '@hatrail/core/model/kept';
import { api } from '../api.ts';
import { Mark } from '../parts/Mark.tsx';
import { sitesQuery } from './sitesQuery.ts';
import { useNear } from '../parts/useNear.ts';

// What judges and draws a site is fetched while the list is there to be read.
const SiteCard = lazy(() => import('./SiteCard.tsx').then((module) => ({ default: module.SiteCard })));
const StartSite = lazy(() => import('./StartSite.tsx').then((module) => ({ default: module.StartSite })));

/** The sites kept here, each with its home page as it ships and its verdict. */
export function Sites() {
  const client = useQueryClient();
  const sites = useQuery(sitesQuery);
  const [isStarting, setStarting] = useState(false);
  const [gone, setGone] = useState<KeptSite>();
  const navigate = useNavigate();
  const refresh = () => client.invalidateQueries({ queryKey: sitesQuery.queryKey });
  return (
    <>
      <header className="bar">
        <span className="bar-mark">
          <Mark />
          Hat Rail
        </span>
      </header>
      <main className="sites">
        <div className="sites-head">
          <h1>Sites</h1>
          <BringIn onDone={refresh} />
          <Button variant="outlined" component={Link} to="/bring-in">
            Bring in my site
          </Button>
          <Button variant="contained" onClick={() => setStarting(true)}>
            Start a site
          </Button>
        </div>
        {isStarting && (
          <Suspense fallback={<p className="quiet">Loading</p>}>
            <StartSite
              onClose={() => setStarting(false)}
              onStarted={(kept, peg) => void navigate(`/sites/${kept.id}/${peg}`)}
            />
          </Suspense>
        )}
        {gone && <Restore kept={gone} onDone={() => setGone(undefined)} />}
        {sites.error && (
          <p className="note-error" role="alert">
            {sites.error.message}
          </p>
        )}
        {sites.isPending && <p className="quiet">Loading</p>}
        {sites.data?.length === 0 && !isStarting && (
          <p>There is no site here. Start one, or bring in a site file.</p>
        )}
        <ul className="site-list">
          {sites.data?.map((listed) => (
            <ListedCard key={listed.id} listed={listed} onChanged={refresh} onRemoved={setGone} />
          ))}
        </ul>
      </main>
    </>
  );
}

/** A site of the list: it is read, and swept, once it comes near what is seen of the list. */
function ListedCard({
  listed: { id, name, changedAt },
  onChanged,
  onRemoved,
}: {
  listed: ListedSite;
  onChanged: () => void;
  onRemoved: (kept: KeptSite) => void;
}) {
  const [place, isNear] = useNear<HTMLLIElement>();
  const { data: kept, error } = useQuery({
    queryKey: ['site', id, changedAt],
    queryFn: () => api.site(id),
    enabled: isNear,
    staleTime: Infinity,
  });
  const empty = (
    <article className="site-card">
      <span className="site-picture" />
      <span className="site-name">{name}</span>
      <p className={error ? 'note-error' : 'quiet'}>{error?.message ?? 'Loading'}</p>
    </article>
  );
  return (
    <li ref={place}>
      <Suspense fallback={empty}>
        {kept ? <SiteCard kept={kept} onChanged={onChanged} onRemoved={onRemoved} /> : empty}
      </Suspense>
    </li>
  );
}

function BringIn({ onDone }: { onDone: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const bring = useMutation({ mutationFn: api.bringIn, onSuccess: onDone });
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        accept=".zip,.json"
        aria-label="Site file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) bring.mutate(file);
          event.target.value = '';
        }}
      />
      {bring.error && (
        <p className="note-error" role="alert">
          {bring.error.message}
        </p>
      )}
      <Button variant="outlined" disabled={bring.isPending} onClick={() => input.current!.click()}>
        {bring.isPending ? 'Bringing it in' : 'Bring in a site file'}
      </Button>
    </>
  );
}

/** Says that a site was deleted, with the way back. */
function Restore({ kept, onDone }: { kept: KeptSite; onDone: () => void }) {
  const client = useQueryClient();
  const restore = useMutation({
    mutationFn: () => api.restore(kept.id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: sitesQuery.queryKey });
      onDone();
    },
  });
  return (
    <p className="note" role="status">
      {kept.site.name} is deleted. It is kept for 30 days.
      <Button size="small" variant="outlined" onClick={() => restore.mutate()}>
        Undo
      </Button>
      {restore.error && <span className="field-error">{restore.error.message}</span>}
    </p>
  );
}
