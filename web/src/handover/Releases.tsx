import { isSplit } from '@hatrail/core/placed/answers';
import { Button, TextField } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Site } from '@hatrail/core/model/site';
import type { Release } from '@hatrail/core/model/kept';
import { api } from '../api.ts';
import { saveNow } from '../editor/autosave.ts';
import { useEditor } from '../editor/store.ts';

interface ReleasesProps {
  siteId: string;
  slug: string;
  site: Site;
  canPublish: boolean;
}

/** Publishing to the site stand-in, and every release that was made. */
export function Releases({ siteId, slug, site, canPublish }: ReleasesProps) {
  const client = useQueryClient();
  const releases = useQuery({ queryKey: ['releases', siteId], queryFn: () => api.releases(siteId) });
  const standIn = useQuery({ queryKey: ['stand-in'], queryFn: api.standIn, staleTime: Infinity });
  const [note, setNote] = useState('');
  const [said, setSaid] = useState('');
  const refresh = () => client.invalidateQueries({ queryKey: ['releases', siteId] });
  const publish = useMutation({
    mutationFn: async () => {
      await saveNow();
      return api.publish(siteId, note.trim());
    },
    onSuccess: ({ number }) => {
      setNote('');
      setSaid(`Release ${number} is live.`);
      return refresh();
    },
  });
  const putLive = useMutation({
    mutationFn: (number: number) => api.putLive(siteId, number),
    onSuccess: ({ number }) => {
      setSaid(`Release ${number} is live again.`);
      return refresh();
    },
  });
  const bringBack = useMutation({
    mutationFn: async (number: number) => {
      // Pictures and fonts that were removed since are there again before the document asks for them.
      for (const file of await api.releaseFiles(siteId, number)) useEditor.getState().took(file);
      return api.release(siteId, number);
    },
    onSuccess: (release) => {
      bringIntoEditor(release.site, release.number);
      setSaid(`Release ${release.number} is in the editor. Undo takes it out again.`);
    },
  });
  const address = standIn.data && `${standIn.data.url}/${slug}/`;
  const failure = publish.error ?? putLive.error ?? bringBack.error ?? releases.error;
  const isLive = releases.data?.some(({ live }) => live);
  return (
    <section className="releases" aria-labelledby="releases-title">
      <h2 id="releases-title">Publish</h2>
      <p className="quiet">
        To the site stand-in that ships with Hat Rail: {site.name} as a visitor gets it, in a window of its
        own.
      </p>
      <TextField
        label="What changed (for you)"
        size="small"
        fullWidth
        margin="dense"
        value={note}
        error={note.length > 200}
        helperText={note.length > 200 ? `Shorten it to 200 characters; it has ${note.length}.` : ' '}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="row">
        <Button
          variant="contained"
          disabled={!canPublish || publish.isPending || note.length > 200}
          onClick={() => publish.mutate()}
        >
          {publish.isPending ? 'Publishing' : 'Publish'}
        </Button>
        {address && isLive && (
          <a href={address} target="_blank" rel="noreferrer">
            Visit {address.replace('http://', '')}
          </a>
        )}
        {address && isLive && isSplit(site) && (
          <span className="quiet">
            as a visitor who is{' '}
            <a href={`${address}_sign-in`} target="_blank" rel="noreferrer">
              signed in
            </a>{' '}
            or{' '}
            <a href={`${address}_sign-out`} target="_blank" rel="noreferrer">
              signed out
            </a>
          </span>
        )}
      </div>
      <p role="status" className="said">
        {said}
      </p>
      {failure && (
        <p className="note-error" role="alert">
          {failure.message}
        </p>
      )}
      <h2>Releases</h2>
      {releases.data?.length === 0 && (
        <p className="quiet">None yet. The first one is made when you publish.</p>
      )}
      <ul className="release-list">
        {releases.data?.map((release) => (
          <ReleaseRow
            key={release.number}
            release={release}
            onLive={() => putLive.mutate(release.number)}
            onBringBack={() => bringBack.mutate(release.number)}
          />
        ))}
      </ul>
    </section>
  );
}

function ReleaseRow({
  release,
  onLive,
  onBringBack,
}: {
  release: Release;
  onLive: () => void;
  onBringBack: () => void;
}) {
  const { number, note, madeAt, live } = release;
  return (
    <li>
      <div>
        <strong>Release {number}</strong> {live && <span className="live">live</span>}
        <div className="quiet">
          {new Date(madeAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
        </div>
        {note && <div>{note}</div>}
      </div>
      <div className="row">
        {!live && (
          <Button size="small" variant="outlined" onClick={onLive} aria-label={`Put live: release ${number}`}>
            Put live
          </Button>
        )}
        <Button
          size="small"
          variant="outlined"
          onClick={onBringBack}
          aria-label={`Bring back into the editor: release ${number}`}
        >
          Bring back into the editor
        </Button>
      </div>
    </li>
  );
}

/** Puts a release in the place of the document, whole, as one undoable step. */
function bringIntoEditor(release: Site, number: number): void {
  useEditor.getState().edit(`Bring back release ${number}`, (draft) => {
    const then = new Map<string, unknown>(Object.entries(release));
    for (const [key, now] of Object.entries(draft)) {
      const value = then.get(key);
      if (value === undefined) {
        Reflect.deleteProperty(draft, key);
        then.delete(key);
      } else if (JSON.stringify(now) === JSON.stringify(value)) then.delete(key);
    }
    Object.assign(draft, Object.fromEntries(then));
  });
}
