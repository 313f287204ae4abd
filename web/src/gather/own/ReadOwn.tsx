import { Button, Checkbox, FormControlLabel, LinearProgress, TextField } from '@mui/material';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import type { SeenOwn } from '@hatrail/core/gather/captured';
import type { OwnSaid } from '@hatrail/core/model/own';
import { CaptureStart } from '@hatrail/core/model/requests';
import { api } from '../../api.ts';
import { useOwnWork } from './useOwnWork.ts';

/** What is read: a page's address, or markup with its style. */
export interface OwnAsked {
  address: string;
  allowLocal?: boolean;
  html?: string;
  said?: OwnSaid[];
}

/** The work of reading a header: its progress, why it came to nothing, and what was read, once. */
export function useReadOwn(onRead: (seen: SeenOwn) => void) {
  const work = useOwnWork<OwnAsked>(api.readOwn);
  const { state, stop } = work;
  useEffect(() => {
    if (state?.phase !== 'read' || !state.own) return;
    onRead(state.own);
    stop();
    // What is done with it is decided when it comes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [state]);
  return work;
}

/** How far reading or trying is, and the way to stop it. */
export function OwnProgress({
  work,
}: {
  work: ReturnType<typeof useOwnWork<never>> | ReturnType<typeof useReadOwn>;
}) {
  const { state, isBusy, problem, stop } = work;
  const { what, done = 0, of = 1 } = state?.step ?? {};
  return (
    <>
      {isBusy && (
        <div className="own-working" role="status">
          <span>{what ?? 'Opening the page'}</span>
          <LinearProgress variant="determinate" value={(100 * done) / of} aria-label="How far it is" />
          <Button size="small" variant="outlined" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      {problem !== undefined && (
        <p className="note-error" role="alert">
          {problem}
        </p>
      )}
    </>
  );
}

/** Where the header is read from: the address of a page, or its HTML with the CSS that it has. */
export function ReadOwn({ address, work }: { address: string; work: ReturnType<typeof useReadOwn> }) {
  const { register, handleSubmit, formState } = useForm<CaptureStart>({
    resolver: classValidatorResolver(CaptureStart),
    defaultValues: { address, allowLocal: isLocal(address) },
  });
  const [html, setHtml] = useState('');
  const [css, setCss] = useState('');
  const paste = () =>
    work.begin({
      address: '',
      html: `<!doctype html><html><head><meta charset="utf-8"><title>Pasted</title><style>${css.replaceAll('</style', '')}</style></head><body>${html}<main style="height:3000px"></main></body></html>`,
    });
  return (
    <div className="own-read">
      <form
        onSubmit={handleSubmit(({ address: at, allowLocal }) =>
          work.begin({ address: at, ...(allowLocal && { allowLocal }) }),
        )}
      >
        <h2>From a page of your site</h2>
        <p className="quiet">
          The page is opened in a browser of its own; its header is taken apart and measured at the widths
          where it changes.
        </p>
        <TextField
          label="Address of a page"
          size="small"
          fullWidth
          error={formState.errors.address !== undefined}
          helperText={formState.errors.address?.message}
          {...register('address')}
        />
        <FormControlLabel
          control={<Checkbox size="small" defaultChecked={isLocal(address)} {...register('allowLocal')} />}
          label="It is on this machine or in its own network"
        />
        <Button type="submit" variant="contained" disabled={work.isBusy}>
          Read its header
        </Button>
      </form>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          paste();
        }}
      >
        <h2>Or paste it</h2>
        <TextField
          label="HTML of the header"
          size="small"
          multiline
          minRows={4}
          maxRows={8}
          fullWidth
          value={html}
          onChange={(event) => setHtml(event.target.value)}
        />
        <TextField
          label="CSS that it has"
          size="small"
          multiline
          minRows={4}
          maxRows={8}
          fullWidth
          value={css}
          onChange={(event) => setCss(event.target.value)}
        />
        <Button type="submit" variant="outlined" disabled={work.isBusy || !/<\w/.test(html)}>
          Read what is pasted
        </Button>
      </form>
    </div>
  );
}

/** Whether an address seems to be of this machine. */
export function isLocal(address: string): boolean {
  return /^https?:\/\/(localhost|127\.|\[::1\])/.test(address);
}
