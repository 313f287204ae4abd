import { Button, Menu, MenuItem } from '@mui/material';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useOutletContext } from 'react-router';
import { hangingsOf, type Hanging } from '@hatrail/core/placed/answers';
import { VerdictText } from '../../parts/Verdict.tsx';
import { takeSite } from '../../editor/edits.ts';
import { useAnswer } from '../../engine/answers.ts';
import { keyOf, siteKey } from '../../engine/dependsOn.ts';
import { useCellProof, type CellProof } from '../../place/proof.ts';
import { offersFor } from '../../place/ways.ts';
import { freeId } from '@hatrail/core/model/freeId';
import { placeOfUseName } from '@hatrail/core/gather/places';
import { copiedPage } from '@hatrail/core/gather/copiedPage';
import { removePage, usesOfPart } from '@hatrail/core/gather/uses';
import { MOST_PAGES } from '@hatrail/core/model/site';
import type { Header } from '@hatrail/core/model/header';
import { Page } from '@hatrail/core/model/page';
import { fittedTo } from '@hatrail/core/start/fitted';
import { PAGE_SHAPES } from '@hatrail/core/start/pages';
import { useFilm, useMeasure } from '../../dress/view.ts';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { LiveFrame } from '../../parts/LiveFrame.tsx';
import { usePreview } from '../../parts/preview.ts';
import { byRule } from '../../parts/rules.ts';
import { Head } from '../Head.tsx';
import { BandList } from './BandList.tsx';
import { Snapshots } from './Snapshots.tsx';

/** The site's pages as films; the chosen one with its bands, or the pictures of the real page. */
export function Pages() {
  const { siteId, loaded, place, go } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [band, setBand] = useState<string>();
  const { page, header } = place;
  const { search } = useLocation();
  const add = (shapeId: string) => {
    setAnchor(null);
    const shape = PAGE_SHAPES.find(({ id }) => id === shapeId)!;
    const id = freeId(shape.name, site.pages);
    const title = `${shape.name}${site.pages.some((other) => other.title === shape.name) ? ` ${site.pages.length + 1}` : ''}`;
    edit(`New page ${title}`, (draft) => {
      draft.pages.push(fittedTo(site, { id, title, path: `/${id}`, ...structuredClone(shape.make(title)) }));
    });
    go({ page: id });
  };
  return (
    <>
      <Head
        title="Pages"
        says="What lies behind the header. Bands stand in for a page’s parts; or drop in full-length pictures of the real one."
      >
        <Link to={{ pathname: '../bring-in', search }} relative="path">
          {site.pages.some(({ from }) => from) ? 'Look again at my site' : 'Bring in pages of my site'}
        </Link>
        <Button variant="contained" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
          Add a page
        </Button>
        <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
          {PAGE_SHAPES.map(({ id, name, says }) => (
            <MenuItem key={id} onClick={() => add(id)}>
              <span className="menu-choice">
                <strong>{name}</strong>
                <small>{says}</small>
              </span>
            </MenuItem>
          ))}
        </Menu>
      </Head>
      <ul className="page-films" aria-label="Pages">
        {site.pages.map((each) => (
          <li key={each.id}>
            <FilmCard
              loaded={loaded}
              header={header}
              page={each}
              isChosen={each.id === page.id}
              onChoose={() => {
                go({ page: each.id });
                setBand(undefined);
              }}
            />
          </li>
        ))}
      </ul>
      <div className="pages-body">
        <div>
          <PageTag
            key={page.id}
            loaded={loaded}
            page={page}
            onChoose={(id) => go({ page: id })}
            onGone={() => go({ page: site.pages.find(({ id }) => id !== page.id)!.id })}
          />
          {(page.snapshots ?? []).length === 0 && (
            <BandList site={site} page={page} chosen={band} onChoose={setBand} />
          )}
          <Snapshots siteId={siteId} loaded={loaded} page={page} />
        </div>
        <Live loaded={loaded} header={header} page={page} band={band} />
      </div>
    </>
  );
}

const FILM = 96;

function FilmCard({
  loaded,
  header,
  page,
  isChosen,
  onChoose,
}: {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const film = useFilm(loaded, header, page.id, { width: 1280 }, FILM);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!film || !canvas.current) return;
    canvas.current.width = film.width;
    canvas.current.height = film.height;
    canvas.current.getContext('2d')!.drawImage(film, 0, 0);
  }, [film]);
  return (
    <button type="button" className="page-film" aria-pressed={isChosen} onClick={onChoose}>
      <span className="page-film-picture">
        <canvas ref={canvas} aria-hidden="true" />
      </span>
      <strong>{page.title}</strong>
      <small>{page.path}</small>
    </button>
  );
}

/** How what hangs on a page stands there, and where it is put right: a new page, or one that loses its banner, is told at once. */
function PageVerdict({ loaded, page }: { loaded: LoadedSite; page: Page }) {
  const { search } = useLocation();
  const hanging = useMemo(
    () => hangingsOf(loaded.site).find((each) => each.page === page),
    [loaded.site, page],
  );
  const proof = useCellProof(loaded, hanging);
  const place = new URLSearchParams(search);
  place.set('page', page.id);
  return (
    <div className="page-verdict">
      <p className="quiet" role="status">
        {!hanging ? (
          'No header hangs here.'
        ) : !proof ? (
          `${hanging.header.name} is being swept here.`
        ) : (
          <>
            <VerdictText verdict={proof.verdict} {...(proof.worst && { contrast: proof.worst.worst })} />{' '}
            under {hanging.header.name}.{' '}
          </>
        )}
        {proof && proof.verdict !== 'clear' && (
          <Link to={{ pathname: '../../place', search: String(place) }} relative="path">
            What would clear it here
          </Link>
        )}
      </p>
      {hanging && proof && proof.verdict !== 'clear' && (
        <Offers loaded={loaded} hanging={hanging} proof={proof} />
      )}
    </div>
  );
}

/** The headers under which a page is clear, where it is not under its own. */
function Offers({ loaded, hanging, proof }: { loaded: LoadedSite; hanging: Hanging; proof: CellProof }) {
  const { data } = useAnswer(
    ['offers', siteKey(loaded), keyOf([hanging.page, hanging.header, hanging.who])],
    ({ signal }) => offersFor(loaded, hanging, proof, signal),
    { rest: 500 },
  );
  if (!data || data.length === 0) return null;
  return (
    <p className="row" role="group" aria-label={`Clear on ${hanging.page.title}`}>
      <span className="quiet">Clear here:</span>
      {data.map(({ id, text, change }) => (
        <Button
          key={id}
          size="small"
          variant="outlined"
          onClick={() => takeSite(`${text}, on ${hanging.page.title}`, change)}
        >
          {text}
        </Button>
      ))}
    </p>
  );
}

interface PageTagProps {
  loaded: LoadedSite;
  page: Page;
  onGone: () => void;
  onChoose: (id: string) => void;
}

/** The page's own values, and the way out. */
function PageTag({ loaded, page, onGone, onChoose }: PageTagProps) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const [isLeaving, setLeaving] = useState(false);
  const [instead, setInstead] = useState('');
  const uses = usesOfPart(site, 'page', page.id);
  const change = (label: string, make: (draft: Page) => void) =>
    edit(label, (draft) => make(draft.pages.find(({ id }) => id === page.id)!), `${page.id} ${label}`);
  const pathRule = byRule(Page, 'path');
  const pathProblem = (path: string) =>
    pathRule(path) ??
    (site.pages.some((other) => other.id !== page.id && other.path === path)
      ? 'Another page has this address: give this one its own.'
      : undefined);
  const remove = (to?: string) => {
    onGone();
    edit(`Remove ${page.title}`, (draft) => removePage(draft, page.id, to));
  };
  const copy = () => {
    const made = copiedPage(site, page);
    edit(`Copy ${page.title}`, (draft) => {
      const at = draft.pages.findIndex(({ id }) => id === page.id);
      draft.pages.splice(at + 1, 0, made);
    });
    onChoose(made.id);
  };
  return (
    <section className="tag" aria-label={`Page ${page.title}`}>
      <FieldRow label="Title">
        <TextInput
          label="Title of the page"
          value={page.title}
          problem={byRule(Page, 'title')}
          onChange={(title) => change('Title of a page', (draft) => void (draft.title = title))}
        />
      </FieldRow>
      <FieldRow label="Address">
        <TextInput
          label="Address of the page"
          value={page.path}
          problem={pathProblem}
          onChange={(path) => change('Address of a page', (draft) => void (draft.path = path))}
        />
      </FieldRow>
      <FieldRow label="Page colour">
        <ColourField
          label="Page colour"
          palette={site.palette}
          use={page.colour}
          onChange={(use) => change('Page colour', (draft) => void (draft.colour = use))}
        />
      </FieldRow>
      <PageVerdict loaded={loaded} page={page} />
      {isLeaving ? (
        <div className="tag-note" role="group" aria-label={`Remove ${page.title}`}>
          <p>
            {uses.length} {uses.length === 1 ? 'link leads' : 'links lead'} here:{' '}
            {uses.map(({ path }) => placeOfUseName(site, path)).join('; ')}. Where do they go then?
          </p>
          <ChoiceField
            label="Where its links go"
            value={instead}
            options={[
              ['', `to ${page.path}, as an address`] as const,
              ...site.pages
                .filter(({ id }) => id !== page.id)
                .map(({ id, title }) => [id, `to ${title}`] as const),
            ]}
            onChange={setInstead}
          />
          <div className="row">
            <Button size="small" variant="contained" onClick={() => remove(instead || undefined)}>
              Remove it
            </Button>
            <Button size="small" variant="outlined" onClick={() => setLeaving(false)}>
              Keep it
            </Button>
          </div>
        </div>
      ) : (
        <div className="row">
          <Button size="small" variant="outlined" disabled={site.pages.length >= MOST_PAGES} onClick={copy}>
            Copy the page
          </Button>
          <Button
            size="small"
            disabled={site.pages.length === 1}
            onClick={() => (uses.length > 0 ? setLeaving(true) : remove())}
          >
            Remove the page
          </Button>
        </div>
      )}
    </section>
  );
}

const WIDTH = 1280;
const SCALE = 0.42;
const HIGH = 800;

/** The page as it will ship, scrolled to the band that is worked on. */
function Live({
  loaded,
  header,
  page,
  band,
}: {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  band: string | undefined;
}) {
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const [scroll, setScroll] = useState(0);
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const inside = holder.current?.querySelector('iframe')?.contentDocument;
    const found = band === undefined ? undefined : inside?.getElementById(band);
    if (found && inside)
      setScroll(
        Math.max(0, Math.round(found.getBoundingClientRect().top + inside.defaultView!.scrollY - 120)),
      );
    if (band === undefined) setScroll(0);
  }, [band]);
  return (
    <div className="page-live" ref={holder}>
      {preview ? (
        <LiveFrame
          preview={preview}
          title={`${page.title} as it will ship`}
          width={WIDTH}
          height={HIGH}
          scale={SCALE}
          scroll={scroll}
          isLive
          onScroll={setScroll}
        />
      ) : (
        <p className="quiet">Loading the page</p>
      )}
    </div>
  );
}
