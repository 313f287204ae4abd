import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api.ts';
import { bringInPictures } from './uploads.ts';

interface GalleryPicture {
  file: string;
  name: string;
}

/** The pictures and patterns that ship, to begin with. */
export function Gallery({ siteId, onClose }: { siteId: string; onClose: () => void }) {
  const list = useQuery({
    queryKey: ['gallery'],
    queryFn: async () => (await (await fetch('/gallery/gallery.json')).json()) as GalleryPicture[],
    staleTime: Infinity,
  });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (file: string) => {
    const next = new Set(chosen);
    if (!next.delete(file)) next.add(file);
    setChosen(next);
  };
  const bring = () => {
    const sources = (list.data ?? [])
      .filter(({ file }) => chosen.has(file))
      .map(({ file, name }) => ({
        name: `${name}.${file.split('.').pop()}`,
        size: 0,
        take: async () => {
          const blob = await (await fetch(`/gallery/${file}`)).blob();
          return api.takeFile(siteId, blob, file);
        },
      }));
    void bringInPictures(siteId, sources);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="gallery-title">
      <DialogTitle id="gallery-title">Gallery</DialogTitle>
      <DialogContent>
        {list.error && <p className="field-error">The gallery could not be read. Reload to try again.</p>}
        <ul className="gallery">
          {list.data?.map(({ file, name }) => (
            <li key={file}>
              <button type="button" aria-pressed={chosen.has(file)} onClick={() => toggle(file)}>
                <span
                  style={{ backgroundImage: `url("/gallery/${file}")` }}
                  data-pattern={file.endsWith('.svg') || undefined}
                />
                {name}
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
