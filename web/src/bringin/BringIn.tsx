import { Button, Checkbox, FormControlLabel, LinearProgress, TextField } from '@mui/material';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useForm } from 'react-hook-form';
import { Link, useSearchParams } from 'react-router';
import type { CaptureState, FoundSite, SeenSite } from '@hatrail/core/gather/captured';
import { CaptureStart } from '@hatrail/core/model/requests';
import { MOST_CAPTURED } from '@hatrail/core/model/seen';
import { api, ApiProblem } from '../api.ts';
import { FileButton } from '../parts/FileButton.tsx';
import { Mark } from '../parts/Mark.tsx';
import { Seen } from './Seen.tsx';
import './bringin.css';

/** How often it is asked how far the work is, ms. */
const ASK_EVERY = 500;

/** A site that was made elsewhere is brought in: found, taken, looked at, and kept. */
export function BringIn() {
  return (
    <>
      <header className="bar">
        <Link to="/" className="bar-mark" aria-label="Hat Rail, all sites">
          <Mark />
          <span>Hat Rail</span>
        </Link>
      </header>
      <main className="bring-in">
        <h1>Bring in my site</h1>
        <Steps>
          {(state, seen, { leave, follow }) => (
            <Seen state={state} seen={seen} onTaking={follow} onLeave={leave} />
          )}
        </Steps>
      </main>
    </>
  );
}

/** Where it goes on from what was seen: another state of the work, or none. */
interface StepsOn {
  follow: (state: CaptureState) => void;
  leave: () => void;
}

interface StepsProps {
  /** Where to look at first, and the pages that are chosen then. */
  known?: { address: string; pages: readonly string[] };
  /** What is shown of what was seen. */
  children: (state: CaptureState, seen: SeenSite, on: StepsOn) => ReactNode;
}

/** The steps up to what was seen; the address holds which one it is, so that a reload goes on there. */
export function Steps({ known, children }: StepsProps) {
  const [params, setParams] = useSearchParams();
  const client = useQueryClient();
  const id = params.get('capture');
  const [asked, setAsked] = useState<CaptureStart>({ address: known?.address ?? '', allowLocal: false });
  const capture = useQuery({
    queryKey: ['capture', id],
    queryFn: () => api.capture(id!),
    enabled: id !== null,
    retry: false,
    refetchInterval: ({ state: { data } }) =>
      data?.phase === 'looking' || data?.phase === 'taking' ? ASK_EVERY : false,
  });
  const to = (capture: string | undefined) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (capture === undefined) next.delete('capture');
        else next.set('capture', capture);
        return next;
      },
      { replace: true },
    );
  const follow = (state: CaptureState) => {
    client.setQueryData(['capture', state.id], state);
    to(state.id);
  };
  const leave = () => {
    if (id !== null) void api.stopCapture(id).catch(() => undefined);
    to(undefined);
  };
  const state = id === null ? undefined : capture.data;
  return (
    <>
      {capture.error && id !== null && (
        <p className="note-error" role="alert">
          {capture.error.message}{' '}
          <Button size="small" variant="outlined" onClick={leave}>
            Begin again
          </Button>
        </p>
      )}
      {state?.phase === 'failed' && (
        <p className="note-error" role="alert">
          {state.message}
        </p>
      )}
      {(id === null || state?.phase === 'failed') && (
        <Ask asked={asked} onAsked={setAsked} onStarted={follow} />
      )}
      {(state?.phase === 'looking' || state?.phase === 'taking') && <Working state={state} onStop={leave} />}
      {state?.phase === 'found' && state.found && (
        <Choose id={state.id} found={state.found} known={known?.pages} onTaken={follow} onLeave={leave} />
      )}
      {state?.phase === 'taken' && state.seen && children(state, state.seen, { follow, leave })}
    </>
  );
}

/** Where the site is. */
function Ask({
  asked,
  onAsked,
  onStarted,
}: {
  asked: CaptureStart;
  onAsked: (asked: CaptureStart) => void;
  onStarted: (state: CaptureState) => void;
}) {
  const { register, handleSubmit, setValue, watch, formState } = useForm<CaptureStart>({
    resolver: classValidatorResolver(CaptureStart),
    // What was asked for stays where it came to nothing.
    defaultValues: asked,
  });
  const [problem, setProblem] = useState<string>();
  const start = useMutation({ mutationFn: api.startCapture, onSuccess: onStarted });
  const standIn = useQuery({ queryKey: ['stand-in'], queryFn: api.standIn, staleTime: Infinity });
  const saved = async ([file]: File[]) => {
    setProblem(undefined);
    if (!file) return;
    const html = await file.text();
    if (!/<\w/.test(html)) return setProblem(`${file.name} is no page: save it as HTML.`);
    start.mutate({ address: '', html });
  };
  return (
    <form
      className="bring-ask"
      onSubmit={handleSubmit((next) => {
        onAsked(next);
        start.mutate(next);
      })}
    >
      <p>
        Give its address: the pages are found, and a picture of each is taken at four widths, without the
        header. Its colours, type, logo, menu and header are read. All of it is shown before anything is kept.
      </p>
      <div className="row">
        <TextField
          autoFocus
          size="small"
          label="Address of the site"
          placeholder="https://"
          sx={{ width: 420, maxWidth: '100%' }}
          error={Boolean(formState.errors.address) || start.isError || problem !== undefined}
          helperText={formState.errors.address?.message ?? problem ?? start.error?.message}
          slotProps={{ inputLabel: { shrink: true } }}
          {...register('address')}
        />
        <Button type="submit" variant="contained" disabled={start.isPending}>
          Look for its pages
        </Button>
        <FileButton label="A page that I saved" accept=".html,.htm" onFiles={(files) => void saved(files)} />
      </div>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={watch('allowLocal') ?? false}
            onChange={(_, checked) => setValue('allowLocal', checked)}
          />
        }
        label="Allow this machine and network"
      />
      {start.error instanceof ApiProblem && start.error.capture !== undefined && (
        <p>
          <Link to={{ search: `?capture=${start.error.capture}` }}>
            Go to the one that is being brought in
          </Link>
        </p>
      )}
      {standIn.data && (
        <p className="quiet">
          To try it:{' '}
          <button
            type="button"
            className="link"
            onClick={() => {
              setValue('address', `${standIn.data.url}/wether-lane/`);
              setValue('allowLocal', true);
            }}
          >
            Wether Lane Bindery
          </button>
          , a site made elsewhere that comes with Hat Rail and is served on this machine.
        </p>
      )}
    </form>
  );
}

/** How far it is, and the way out. */
function Working({ state, onStop }: { state: CaptureState; onStop: () => void }) {
  const { step } = state;
  return (
    <section className="bring-work" aria-label="Progress">
      <p role="status">{step ? `${step.what}: ${step.done} of ${step.of}` : 'Opening a browser'}</p>
      <LinearProgress
        variant="determinate"
        aria-label="How far it is"
        value={step ? (100 * step.done) / step.of : 0}
      />
      <Button variant="outlined" onClick={onStop}>
        Stop
      </Button>
    </section>
  );
}

/** The pages that were found, and which of them are taken. */
function Choose({
  id,
  found,
  known,
  onTaken,
  onLeave,
}: {
  id: string;
  found: FoundSite;
  /** Pages that are chosen at first, by their addresses; those of the header where nothing is said. */
  known: readonly string[] | undefined;
  onTaken: (state: CaptureState) => void;
  onLeave: () => void;
}) {
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    found.pages
      .filter(({ address, isInHeader }, i) => (known ? known.includes(address) : isInHeader || i < 8))
      .slice(0, MOST_CAPTURED)
      .map(({ address }) => address),
  );
  const take = useMutation({ mutationFn: () => api.takePages(id, [...chosen]), onSuccess: onTaken });
  const isFull = chosen.length >= MOST_CAPTURED;
  return (
    <section className="bring-choose" aria-label="Pages that were found">
      <h2>{found.name}</h2>
      <p className="quiet">
        {found.pages.length === 1 ? 'One page was found' : `${found.pages.length} pages were found`} at{' '}
        {found.address}; up to {MOST_CAPTURED} can be brought in. One of each kind is enough: a page that
        stands for many is said later, in Gather.
      </p>
      {found.notes.map((note) => (
        <p key={note} className="note-warn">
          {note}
        </p>
      ))}
      <fieldset>
        <legend className="sr-only">Pages</legend>
        {found.pages.map(({ address, label }) => (
          <label key={address}>
            <input
              type="checkbox"
              checked={chosen.includes(address)}
              disabled={isFull && !chosen.includes(address)}
              onChange={({ target }) =>
                setChosen((now) =>
                  target.checked ? [...now, address] : now.filter((each) => each !== address),
                )
              }
            />
            <span>
              <strong>{label}</strong> <span className="quiet">{new URL(address).pathname}</span>
            </span>
          </label>
        ))}
      </fieldset>
      {take.error && (
        <p className="note-error" role="alert">
          {take.error.message}
        </p>
      )}
      <div className="row">
        <Button
          variant="contained"
          disabled={chosen.length === 0 || take.isPending}
          onClick={() => take.mutate()}
        >
          Take pictures of {chosen.length === 1 ? '1 page' : `${chosen.length} pages`}
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Another site
        </Button>
      </div>
    </section>
  );
}
