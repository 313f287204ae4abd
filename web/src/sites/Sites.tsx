import { Button } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Row } from '@hatrail/core/sweep/prove';
import type { KeptSite } from '@hatrail/core/model/kept';
import { api } from '../api.ts';
import { Mark } from '../parts/Mark.tsx';
import { useMeasure, worstRow } from '../dress/view.ts';
import { countItems } from '../editor/verdicts.ts';
import { isAbort } from '../engine/pool.ts';
import { proveAll } from '../engine/proof.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { figure, VerdictMark, VERDICT_COLOURS } from '../parts/Verdict.tsx';

/** The sites kept here, each with its home page as it ships and its verdict. */
export function Sites() {
  const sites = useQuery({ queryKey: ['sites'], queryFn: api.sites });
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
          <BringIn />
        </div>
        {sites.error && (
          <p className="note-error" role="alert">
            {sites.error.message}
          </p>
        )}
        {sites.isPending && <p className="quiet">Loading</p>}
        {sites.data?.length === 0 && <p>There is no site here yet. Bring in a site file to begin.</p>}
        <ul className="site-list">
          {sites.data?.map((kept) => (
            <li key={kept.id}>
              <SiteCard kept={kept} />
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}

function BringIn() {
  const client = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const bring = useMutation({
    mutationFn: api.bringIn,
    onSuccess: () => client.invalidateQueries({ queryKey: ['sites'] }),
  });
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
      <Button variant="outlined" disabled={bring.isPending} onClick={() => input.current!.click()}>
        {bring.isPending ? 'Bringing it in' : 'Bring in a site file'}
      </Button>
      {bring.error && (
        <p className="note-error" role="alert">
          {bring.error.message}
        </p>
      )}
    </>
  );
}

const WIDTH = 1280;
const CARD = 380;

function SiteCard({ kept }: { kept: KeptSite }) {
  const hand = useMemo(() => ({ site: kept.site, hashes: kept.hashes }), [kept]);
  const header = kept.site.headers[0]!;
  const page = kept.site.pages[0]!;
  const measure = useMeasure(hand);
  const preview = usePreview(hand, header, page, measure);
  const scale = CARD / WIDTH;
  return (
    <article className="site-card">
      <Link to={`/sites/${kept.id}/dress`} aria-label={`Open ${kept.site.name}`}>
        <span className="site-picture">
          {preview && (
            <LiveFrame
              preview={preview}
              title={`${page.title} of ${kept.site.name}`}
              width={WIDTH}
              height={usualWindowHeight(WIDTH) * 0.8}
              scale={scale}
              scroll={0}
            />
          )}
        </span>
        <span className="site-name">{kept.site.name}</span>
      </Link>
      <p className="quiet">{kept.site.tagline}</p>
      <SiteVerdict kept={kept} />
    </article>
  );
}

function SiteVerdict({ kept }: { kept: KeptSite }) {
  const [rows, setRows] = useState<Row[]>();
  const [text, setText] = useState('waiting to be swept');
  useEffect(() => {
    const stop = new AbortController();
    proveAll({ site: kept.site, hashes: kept.hashes }, kept.site.headers[0]!, {
      signal: stop.signal,
      progress: (done, of) => setText(`sweeping, ${done} of ${of} pages and widths`),
    })
      .then((all) => !stop.signal.aborted && setRows(all))
      .catch((error: unknown) => {
        if (!isAbort(error)) setText(`could not be swept: ${(error as Error).message}`);
      });
    return () => stop.abort();
  }, [kept]);
  if (!rows) return <p className="quiet">{text}</p>;
  const worst = worstRow(rows);
  const page = kept.site.pages.find(({ path }) => path === worst?.page)?.title;
  const [lost, strained] = [countItems(rows, 'lost'), countItems(rows, 'strained')];
  const words = lost > 0 ? `${lost} lost` : strained > 0 ? `${strained} strained` : 'All clear';
  const verdict = worst?.verdict ?? 'clear';
  return (
    <p className="site-verdict">
      <span style={{ color: VERDICT_COLOURS[verdict] }}>
        <VerdictMark verdict={verdict} /> <strong>{words}</strong>
      </span>
      {worst && verdict !== 'clear' && (
        <span className="quiet">
          {worst.item}: {figure(worst.worst)} where {worst.needed} is needed, {worst.scroll} px down {page} at{' '}
          {worst.width}
        </span>
      )}
    </p>
  );
}
