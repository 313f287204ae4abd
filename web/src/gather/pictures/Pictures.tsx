import { Button, LinearProgress } from '@mui/material';
import { useMemo, useState } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { referencesOf } from '@hatrail/core/model/references';
import type { EditorContext } from '../../editor/Editor.tsx';
import { pictureUrl } from '../../engine/picturePixels.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { Head } from '../Head.tsx';
import { FromAddress } from './FromAddress.tsx';
import { Gallery } from './Gallery.tsx';
import { PictureDetail } from './PictureDetail.tsx';
import { bringInPictures, cancelUploads, fileSources, useUploads } from './uploads.ts';

const ACCEPT = '.jpg,.jpeg,.png,.webp,.avif,.svg';

/** The site's pictures, and what stays in view of the chosen one wherever it is used. */
export function Pictures() {
  const { siteId, loaded, place } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const [params, setParams] = useSearchParams();
  const [open, setOpen] = useState<'address' | 'gallery'>();
  const [isOver, setOver] = useState(false);
  const chosen = site.pictures.find(({ id }) => id === params.get('picture')) ?? site.pictures[0];
  const uses = useMemo(() => {
    const count = new Map<string, number>();
    for (const { kind, id } of referencesOf(site)) {
      if (kind === 'picture') count.set(id, (count.get(id) ?? 0) + 1);
    }
    return count;
  }, [site]);
  const choose = (id: string) => {
    const next = new URLSearchParams(params);
    next.set('picture', id);
    setParams(next, { replace: true });
  };
  const take = (files: File[]) => void bringInPictures(siteId, fileSources(siteId, files));
  return (
    <div
      className="pictures-part"
      data-over={isOver || undefined}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take([...event.dataTransfer.files]);
      }}
    >
      <Head
        title="Pictures"
        says={
          site.pictures.length === 0
            ? 'None yet. Drop files anywhere here, choose them, or begin with one from the gallery.'
            : 'JPEG, PNG, WebP, AVIF or SVG; drop them anywhere here. The focus says what must stay in view.'
        }
      >
        <Button variant="outlined" onClick={() => setOpen('gallery')}>
          From the gallery
        </Button>
        <Button variant="outlined" onClick={() => setOpen('address')}>
          From an address
        </Button>
        <FileButton label="Choose files" accept={ACCEPT} isMany variant="contained" onFiles={take} />
      </Head>
      <Progress />
      <div className="pictures-body">
        <ul className="picture-grid" aria-label="Pictures">
          {site.pictures.map(({ id, name, width, height }) => (
            <li key={id}>
              <button type="button" aria-pressed={id === chosen?.id} onClick={() => choose(id)}>
                <img src={pictureUrl(loaded, id, 320)} alt="" loading="lazy" decoding="async" />
                <strong>{name}</strong>
                <small>
                  {width} × {height},{' '}
                  {uses.get(id) ? `${uses.get(id)} ${uses.get(id) === 1 ? 'use' : 'uses'}` : 'not used'}
                </small>
              </button>
            </li>
          ))}
        </ul>
        {chosen && (
          <PictureDetail
            key={chosen.id}
            siteId={siteId}
            loaded={loaded}
            header={place.header}
            picture={chosen}
            onChosen={choose}
          />
        )}
      </div>
      {open === 'gallery' && <Gallery siteId={siteId} onClose={() => setOpen(undefined)} />}
      {open === 'address' && <FromAddress siteId={siteId} onClose={() => setOpen(undefined)} />}
    </div>
  );
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(1);

/** How far a batch is, and what of it could not be taken in. */
function Progress() {
  const { batch, failures, cleaned } = useUploads();
  const told = [
    ...failures.map(({ name, message }) => (message.startsWith(name) ? message : `${name}: ${message}`)),
    ...cleaned.map(({ message }) => message),
  ];
  return (
    <>
      {batch && (
        <div className="upload" role="status">
          <span>
            {batch.isCancelling
              ? 'Cancelling'
              : `${batch.done} of ${batch.of} taken in${batch.ofBytes > 0 ? `, ${megabytes(batch.bytes)} of ${megabytes(batch.ofBytes)} MB` : ''}`}
          </span>
          <LinearProgress
            variant="determinate"
            aria-label="Pictures taken in"
            value={(100 * batch.done) / batch.of}
          />
          <Button size="small" variant="outlined" disabled={batch.isCancelling} onClick={cancelUploads}>
            Cancel
          </Button>
        </div>
      )}
      {told.length > 0 && (
        <div className="note" role="alert">
          <ul>
            {told.map((line, i) => (
              <li key={i}>{line}</li>
            ))}
          </ul>
          <Button
            size="small"
            variant="outlined"
            onClick={() => useUploads.setState({ failures: [], cleaned: [] })}
          >
            Seen
          </Button>
        </div>
      )}
    </>
  );
}
