import { at } from '@hatrail/core/lists';
import { Button, TextField } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { NewSite } from '@hatrail/core/model/requests';
import type { KeptSite } from '@hatrail/core/model/kept';
import { newSite } from '@hatrail/core/start/newSite';
import { OVER_PICTURE, START_HEADERS } from '@hatrail/core/start/headers';
import { api } from '../api.ts';
import { useMeasure } from '../dress/view.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { PictureToStart } from './PictureToStart.tsx';
import { startOver, type StartPicture } from './startOver.ts';

const EMPTY = { id: 'empty', name: 'An empty rod', says: 'Hang it all yourself' };
const WIDTH = 1100;
const CARD = 272;

interface StartSiteProps {
  onClose: () => void;
  /** @param peg where its owner goes on: to what can be seen at once, or to what is still to be gathered */
  onStarted: (kept: KeptSite, peg: 'gather' | 'dress') => void;
}

/** A new site: its name, and the header that it starts with. */
export function StartSite({ onClose, onStarted }: StartSiteProps) {
  const { register, handleSubmit, control, formState } = useForm<NewSite>({
    resolver: classValidatorResolver(NewSite),
    defaultValues: { name: '', header: at(START_HEADERS, 0).id },
  });
  const { name, header } = useWatch({ control });
  const [picture, setPicture] = useState<StartPicture>();
  const isOver = header === OVER_PICTURE;
  const start = useMutation({
    mutationFn: ({ name: called, header: chosen = '' }: NewSite) =>
      isOver && picture ? startOver(called, chosen, picture) : api.startSite(called, chosen),
    onSuccess: (kept) => onStarted(kept, isOver && picture ? 'dress' : 'gather'),
  });
  return (
    <form
      className="start-site"
      aria-labelledby="start-title"
      onSubmit={handleSubmit((asked) => start.mutate(asked))}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <h2 id="start-title">Start a site</h2>
      <div className="row">
        <TextField
          autoFocus
          size="small"
          label="Name of the site"
          sx={{ width: 340 }}
          error={Boolean(formState.errors.name) || start.isError}
          helperText={formState.errors.name?.message ?? start.error?.message}
          {...register('name')}
        />
        <Button type="submit" variant="contained" disabled={start.isPending}>
          Start
        </Button>
        <Button variant="outlined" onClick={onClose}>
          Not now
        </Button>
      </div>
      <fieldset className="start-headers">
        <legend>The header it starts with; all of it can be changed</legend>
        {[...START_HEADERS, EMPTY].map(({ id, name: called, says }) => (
          <label key={id} className="start-header" data-chosen={id === header || undefined}>
            <HeaderPicture siteName={name || 'Your site'} headerId={id} />
            <span>
              <input type="radio" value={id} {...register('header')} />
              <strong>{called}</strong>
            </span>
            <small>{says}</small>
          </label>
        ))}
      </fieldset>
      {isOver && <PictureToStart chosen={picture} onChange={setPicture} />}
    </form>
  );
}

/** The beginning of the site that would be started, as it would be published. */
function HeaderPicture({ siteName, headerId }: { siteName: string; headerId: string }) {
  const loaded = useMemo(() => ({ site: newSite(siteName, headerId), hashes: {} }), [siteName, headerId]);
  const [header, page] = [at(loaded.site.headers, 0), at(loaded.site.pages, 0)];
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const scale = CARD / WIDTH;
  return (
    <span className="start-picture">
      {preview && (
        <LiveFrame preview={preview} title={headerId} width={WIDTH} height={300} scale={scale} scroll={0} />
      )}
    </span>
  );
}
