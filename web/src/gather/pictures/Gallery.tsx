import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState } from 'react';
import { PICTURE_GROUNDS, type PictureGround } from '@hatrail/core/gather/pictureGround';
import { api } from '../../api.ts';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { foundPictures, galleryBlob, useGallery, useGalleryGrounds } from './galleryPictures.ts';
import { bringInPictures } from './uploads.ts';

/** The pictures and patterns that ship, to begin with. */
export function Gallery({ siteId, onClose }: { siteId: string; onClose: () => void }) {
  const list = useGallery();
  const grounds = useGalleryGrounds(list.data);
  const [asked, setAsked] = useState<{ words: string; ground: PictureGround | '' }>({
    words: '',
    ground: '',
  });
  const found = foundPictures(list.data ?? [], grounds.data, asked);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (file: string) => {
    const next = new Set(chosen);
    if (!next.delete(file)) next.add(file);
    setChosen(next);
  };
  const bring = () => {
    const sources = (list.data ?? [])
      .filter(({ file }) => chosen.has(file))
      .map((picture) => ({
        name: `${picture.name}.${picture.file.split('.').pop()}`,
        size: 0,
        take: async () => api.takeFile(siteId, await galleryBlob(picture), picture.file),
      }));
    void bringInPictures(siteId, sources);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="gallery-title">
      <DialogTitle id="gallery-title">Gallery</DialogTitle>
      <DialogContent>
        {list.error && <p className="field-error">The gallery could not be read. Reload to try again.</p>}
        <FieldRow label="Named">
          <TextInput
            label="A word of its name"
            value={asked.words}
            problem={() => undefined}
            onChange={(words) => setAsked({ ...asked, words })}
          />
        </FieldRow>
        <FieldRow label="Under a header">
          <ChoiceField
            label="The ground that it gives to a header"
            value={asked.ground}
            options={[['', 'any'] as const, ...PICTURE_GROUNDS.map((ground) => [ground, ground] as const)]}
            onChange={(ground) => setAsked({ ...asked, ground })}
          />
        </FieldRow>
        <p className="quiet" role="status">
          {asked.ground !== '' && !grounds.data
            ? 'Looking at their pixels'
            : `${found.length} of ${list.data?.length ?? 0}`}
        </p>
        <ul className="gallery">
          {found.map(({ file, name }) => (
            <li key={file}>
              <button type="button" aria-pressed={chosen.has(file)} onClick={() => toggle(file)}>
                <span
                  style={{ backgroundImage: `url("/gallery/${file}")` }}
                  data-pattern={file.endsWith('.svg') || undefined}
                />
                {name}
                <small className="quiet">{grounds.data?.get(file)?.join(', ')}</small>
              </button>
            </li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="contained" disabled={chosen.size === 0} onClick={bring}>
          Bring in {chosen.size || ''}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
