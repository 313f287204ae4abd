import { Button } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useLocation, useOutletContext } from 'react-router';
import type { CaptureState, SeenSite } from '@hatrail/core/gather/captured';
import type { TakenPictures } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import { putTaken, type TakenInto } from '@hatrail/core/start/seenPages';
import { titleOf } from '@hatrail/core/start/seenSite';
import { api } from '../api.ts';
import type { EditorContext } from '../editor/Editor.tsx';
import { useEditor } from '../editor/store.ts';
import { hungHeaders, proveHeaders, type HeaderStanding } from '../editor/verdicts.ts';
import { useAnswer } from '../engine/answers.ts';
import { siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { Head } from '../gather/Head.tsx';
import { pictureOf } from '../gather/pictures/takeIn.ts';
import { Steps } from './BringIn.tsx';
import { SeenPages } from './Seen.tsx';
import './bringin.css';

/** What was put into the site, and how it was before. */
interface Put {
  into: TakenInto;
  before: LoadedSite;
}

/** Pages of a site made elsewhere are put into the one that is open, or taken anew. */
export function BringInto() {
  const { siteId, loaded } = useOutletContext<EditorContext>();
  const { pages } = loaded.site;
  const from = pages.flatMap((page) => page.from ?? []);
  const [put, setPut] = useState<Put>();
  const { search } = useLocation();
  const params = new URLSearchParams(search);
  params.delete('capture');
  return (
    <>
      <Head
        title="Bring in pages"
        says={
          from.length > 0
            ? 'Those that were brought in before get pictures of how they are now; others are new.'
            : 'From the address of a site that was made elsewhere.'
        }
      >
        <Link to={{ pathname: '../pages', search: String(params) }} relative="path">
          Back to the pages
        </Link>
      </Head>
      {put ? (
        <Became loaded={loaded} put={put} onMore={() => setPut(undefined)} />
      ) : (
        <Steps {...(from[0] !== undefined && { known: { address: from[0], pages: from } })}>
          {(state, seen, { leave, follow }) => (
            <PutIn
              siteId={siteId}
              loaded={loaded}
              state={state}
              seen={seen}
              onPut={setPut}
              onTaking={follow}
              onLeave={leave}
            />
          )}
        </Steps>
      )}
    </>
  );
}

/** Puts pages whose pictures were taken in into the document, as one step. */
function keepPages(taken: readonly TakenPictures[], seen: SeenSite): TakenInto {
  const { edit, took } = useEditor.getState();
  for (const { pictures } of taken) for (const { file } of pictures) took(file);
  const made = taken.map(({ pictures, ...page }) => ({
    ...page,
    pictures: pictures.map(({ width, file }) => ({
      width,
      picture: pictureOf(file, `${titleOf(page.title, seen.name)}, ${width} px`),
    })),
  }));
  let into: TakenInto = { fresh: [], again: [] };
  edit(`Pages of ${seen.name}`, (draft) => void (into = putTaken(draft as Site, made, seen)));
  return into;
}

function PutIn({
  siteId,
  loaded,
  state,
  seen,
  onPut,
  onTaking,
  onLeave,
}: {
  siteId: string;
  loaded: LoadedSite;
  state: CaptureState;
  seen: SeenSite;
  onPut: (put: Put) => void;
  onTaking: (state: CaptureState) => void;
  onLeave: () => void;
}) {
  const keep = useMutation({
    mutationFn: () => api.captureInto(state.id, siteId),
    onSuccess: (taken) => {
      onPut({ before: loaded, into: keepPages(taken, seen) });
      onLeave();
    },
  });
  const known = new Set(loaded.site.pages.map(({ from }) => from));
  const again = seen.pages.filter(({ address }) => known.has(address)).length;
  const fresh = seen.pages.length - again;
  return (
    <section className="bring-seen" aria-label="What was seen">
      <div className="bring-seen-head">
        <h2>{seen.name}</h2>
        <Button variant="contained" disabled={keep.isPending} onClick={() => keep.mutate()}>
          {[fresh > 0 && `Add ${count(fresh, 'page')}`, again > 0 && `Renew ${count(again, 'page')}`]
            .filter(Boolean)
            .join(', ')}
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Let it go
        </Button>
      </div>
      {keep.error && (
        <p className="note-error" role="alert">
          {keep.error.message}
        </p>
      )}
      {seen.notes.map((note) => (
        <p key={note} className="note-warn">
          {note}
        </p>
      ))}
      <SeenPages id={state.id} seen={seen} onTaking={onTaking} />
    </section>
  );
}

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

/** What became of the site: pages that came or were renewed, and the headers whose verdicts are others now. */
function Became({
  loaded,
  put: { into, before },
  onMore,
}: {
  loaded: LoadedSite;
  put: Put;
  onMore: () => void;
}) {
  const { data, failure } = useAnswer(
    ['became', siteKey(before), siteKey(loaded)],
    async ({ signal }): Promise<[HeaderStanding, HeaderStanding][]> => {
      const headers = hungHeaders(loaded.site).filter(({ id }) =>
        before.site.headers.some((each) => each.id === id),
      );
      const was = await proveHeaders(before, headers, signal);
      const is = await proveHeaders(loaded, headers, signal);
      return was.map((each, i) => [each, is[i]!]);
    },
    { rest: 300, keepsLast: true },
  );
  const told = [
    into.fresh.length > 0 && `${count(into.fresh.length, 'page')} came`,
    into.again.length > 0 &&
      `${count(into.again.length, 'page')} ${into.again.length === 1 ? 'was' : 'were'} renewed`,
  ].filter(Boolean);
  return (
    <section aria-label="What became of it">
      <p>{told.join(', ')}. It can be undone.</p>
      <p role="status">
        {failure !== undefined
          ? `The pages could not be swept: ${failure}`
          : !data
            ? 'All pages are being swept, as they were and as they are.'
            : data
                .map(([was, is]) =>
                  was.count === is.count
                    ? `${is.header.name}: ${count(is.count, 'finding')}, as many as before.`
                    : `${is.header.name}: ${count(was.count, 'finding')} before, ${is.count} now.`,
                )
                .join(' ')}
      </p>
      <div className="row">
        <Button variant="contained" component={Link} to="../../prove" relative="path">
          Prove it
        </Button>
        <Button variant="outlined" onClick={onMore}>
          Bring in more
        </Button>
      </div>
    </section>
  );
}
