import { Button, Switch } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { CaptureState, SeenPage, SeenSite } from '@hatrail/core/gather/captured';
import { FAMILIES, type ShippedFamily } from '@hatrail/core/model/type';
import type { SeenPart } from '@hatrail/core/model/seen';
import type { Site } from '@hatrail/core/model/site';
import { nearestFamily, siteOfSeen, titleOf, type SeenFiles } from '@hatrail/core/start/seenSite';
import { api } from '../api.ts';
import { useMeasure } from '../dress/view.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { ClickAway } from './ClickAway.tsx';
import { sitesQuery } from '../sites/sitesQuery.ts';

/** How large the header is shown. */
const WIDTH = 1280;
const ROOM = 720;

/** The document that would be kept; its pictures are named, though they are not here yet. */
function documentOf(seen: SeenSite, sizes: CaptureState['sizes'], without: ReadonlySet<SeenPart>): Site {
  const pictures: SeenFiles['pictures'] = new Map(
    Object.entries(sizes ?? {}).map(([number, size]) => [number, { file: `${number}.png`, ...size }]),
  );
  return siteOfSeen(seen, { pictures, fonts: new Map() }, without);
}

/** All that was seen of a site, each part of which can be left out; and keeping it. */
export function Seen({
  state,
  seen,
  onTaking,
  onLeave,
}: {
  state: CaptureState;
  seen: SeenSite;
  /** Called where pages are taken again. */
  onTaking: (state: CaptureState) => void;
  onLeave: () => void;
}) {
  const [without, setWithout] = useState<ReadonlySet<SeenPart>>(new Set());
  const client = useQueryClient();
  const navigate = useNavigate();
  const site = useMemo(() => documentOf(seen, state.sizes, without), [seen, state.sizes, without]);
  const keep = useMutation({
    mutationFn: () => api.keepCapture(state.id, [...without]),
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: sitesQuery.queryKey });
      void navigate(`/sites/${id}/prove`);
    },
  });
  const part = (name: SeenPart) => ({
    isKept: !without.has(name),
    onKept: (isKept: boolean) =>
      setWithout((now) => {
        const next = new Set(now);
        if (isKept) next.delete(name);
        else next.add(name);
        return next;
      }),
  });
  return (
    <section className="bring-seen" aria-label="What was seen">
      <div className="bring-seen-head">
        <h2>{seen.name}</h2>
        <Button variant="contained" disabled={keep.isPending} onClick={() => keep.mutate()}>
          {keep.isPending ? 'Keeping it' : 'Keep it, and prove it'}
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
      <SeenParts state={state} seen={seen} site={site} part={part} onTaking={onTaking} />
    </section>
  );
}

/** Every part of it, with whether it is kept. */
function SeenParts({
  state,
  seen,
  site,
  part,
  onTaking,
}: {
  state: CaptureState;
  seen: SeenSite;
  /** The document that would be kept. */
  site: Site;
  part: (name: SeenPart) => { isKept: boolean; onKept: (isKept: boolean) => void };
  onTaking: (state: CaptureState) => void;
}) {
  const { header } = seen;
  const entries = header?.entries ?? [];
  return (
    <>
      <Part
        title="Header"
        says={header ? headerWords(header) : 'None was found: a plain one hangs above the pages.'}
        {...(header && part('header'))}
      >
        <HeaderPicture site={site} />
        {seen.views.length > 0 && (
          <ul className="bring-views" aria-label="As it is on the site">
            {seen.views.map(({ what, file }) => (
              <li key={what}>
                <img src={api.capturePicture(state.id, file, 'large')} alt={`Their header ${what}`} />
                <small>As it is there, {what}</small>
              </li>
            ))}
          </ul>
        )}
      </Part>
      <SeenPages id={state.id} seen={seen} onTaking={onTaking} />
      <Part title="Palette" says="By what it covers and what it is for." {...part('palette')}>
        <ul className="bring-swatches">
          {site.palette.map(({ id, name, colour }) => (
            <li key={id}>
              <span style={{ background: colour }} />
              {name}
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Type" says={typeWords(seen)} {...part('type')} />
      {header?.logo && header.logo.kind !== 'text' && (
        <Part
          title="Logo"
          says={header.logo.alt || 'Without words for those who do not see it.'}
          {...part('logo')}
        >
          {'address' in header.logo && header.logo.address !== '' && (
            <img
              className="bring-logo"
              src={api.capturePicture(state.id, header.logo.address)}
              alt="The logo"
            />
          )}
        </Part>
      )}
      {entries.length > 0 && (
        <Part
          title="Menu"
          says={entries
            .map((each) =>
              each.entries.length > 0 ? `${each.label} (${each.entries.length} below)` : each.label,
            )
            .join(', ')}
          {...part('menu')}
        />
      )}
    </>
  );
}

/** The pages with their pictures, and what was left out of those. */
export function SeenPages({
  id,
  seen,
  onTaking,
}: {
  id: string;
  seen: SeenSite;
  onTaking: (state: CaptureState) => void;
}) {
  return (
    <Part
      title={seen.pages.length === 1 ? '1 page' : `${seen.pages.length} pages`}
      says="Each at 390, 768, 1280 and 1920 px, the header left out."
    >
      <ul className="bring-pages">
        {seen.pages.map((page) => (
          <PagePictures key={page.address} id={id} page={page} site={seen.name} onTaking={onTaking} />
        ))}
      </ul>
      {seen.leftOut.length > 0 && (
        <p className="quiet">
          Left out, since it is fixed in the window and not the header:{' '}
          {seen.leftOut.map(({ what }) => `“${what}”`).join(', ')}.
        </p>
      )}
    </Part>
  );
}

function Part({
  title,
  says,
  isKept,
  onKept,
  children,
}: {
  title: string;
  says: string;
  isKept?: boolean;
  onKept?: (isKept: boolean) => void;
  children?: ReactNode;
}) {
  return (
    <section className="bring-part" aria-label={title} data-left={isKept === false || undefined}>
      <div className="bring-part-head">
        <h3>{title}</h3>
        <p className="quiet">{says}</p>
        {onKept && (
          <label>
            <Switch
              size="small"
              checked={isKept ?? true}
              slotProps={{ input: { 'aria-label': `Bring in: ${title}` } }}
              onChange={(_, checked) => onKept(checked)}
            />
            {isKept ? 'brought in' : 'left out'}
          </label>
        )}
      </div>
      {children}
    </section>
  );
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

function headerWords({ height, lies, onScroll, top, scrolled }: NonNullable<SeenSite['header']>): string {
  const fill = (share: number) =>
    share === 0 ? 'no fill' : share === 1 ? 'a solid fill' : `a fill of ${percent(share)}`;
  const at = `${Math.round(height)} px high at 1280, ${lies === 'over' ? 'over the page' : 'above the page'}, with ${fill(top.fill.opacity)}`;
  if (onScroll === 'leaves') return `${at}; it leaves with the page.`;
  return scrolled && scrolled.fill.opacity !== top.fill.opacity
    ? `${at}; it stays, and after scrolling has ${fill(scrolled.fill.opacity)}.`
    : `${at}; it stays.`;
}

/** Families as they are, and what stands in where no file was had. */
function typeWords({ type, fonts }: SeenSite): string {
  const had = new Set(fonts.map(({ family }) => family.toLowerCase()));
  const styles = [
    ['headings', type.heading],
    ['text', type.text],
    ['menu', type.menu],
  ] as const;
  return `${styles
    .map(([what, style]) => {
      const isHad = had.has(style.family.toLowerCase());
      const near = FAMILIES[nearestFamily(style) as ShippedFamily].name;
      return `${what} ${style.family} ${Math.round(style.size)} px${isHad ? '' : `, for which ${near} stands in`}`;
    })
    .join('; ')}.`;
}

function PagePictures({
  id,
  page,
  site,
  onTaking,
}: {
  id: string;
  page: SeenPage;
  site: string;
  onTaking: (state: CaptureState) => void;
}) {
  const title = titleOf(page.title, site);
  const [isOpen, setOpen] = useState(false);
  return (
    <li>
      <span className="row">
        <strong>{title}</strong>
        {page.blocks.length > 0 && (
          <button
            type="button"
            className="link"
            aria-label={`take something out of ${title}`}
            onClick={() => setOpen(true)}
          >
            take something out
          </button>
        )}
      </span>
      <span className="bring-films">
        {page.pictures.map(({ width, file }) => (
          <img
            key={width}
            src={api.capturePicture(id, file)}
            alt={`${title} at ${width} px`}
            style={{ width: 30 + width / 24 }}
          />
        ))}
      </span>
      {isOpen && (
        <ClickAway id={id} page={page} title={title} onTaking={onTaking} onClose={() => setOpen(false)} />
      )}
    </li>
  );
}

/** The header that hangs there then, over the colour of the page. */
function HeaderPicture({ site }: { site: Site }) {
  const header = site.headers[0]!;
  const page = useMemo(() => {
    const { snapshots: _, ...bare } = site.pages[0]!;
    return bare;
  }, [site]);
  const loaded = useMemo(() => ({ site, hashes: {} }), [site]);
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const scale = ROOM / WIDTH;
  return (
    <div className="bring-header">
      {preview && (
        <LiveFrame
          preview={preview}
          title="The header as it would hang"
          width={WIDTH}
          height={Math.min(240, header.rails[0]!.height + 40)}
          scale={scale}
          scroll={0}
        />
      )}
    </div>
  );
}
