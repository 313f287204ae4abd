import type { Audience } from '@hatrail/core/model/placement';
import { judgedOn } from '@hatrail/core/placed/answers';
import { wornAt } from '../engine/proof.ts';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { Link } from 'react-router';
import { allMoments, type Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { SweptRow } from '@hatrail/core/sweep/row';
import { momentAt } from '@hatrail/core/sweep/scene';
import { verdictOf, type Verdict } from '@hatrail/core/sweep/verdict';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { FilmPicture, ThreadChoice, Threads, scrollStep } from '../dress/Film.tsx';
import { threadsOf, useFilm, type ThreadState } from '../dress/view.ts';
import { useAnswer } from '../engine/answers.ts';
import { rowsKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { onEngine } from '../engine/pool.ts';
import { laneName, sceneRequest } from '../engine/request.ts';
import type { SweptScene } from '../engine/types.ts';
import { VERDICT_COLOURS, VerdictMark, figure } from '../parts/Verdict.tsx';
import { useInAddress } from './useInAddress.ts';

interface FilmsProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
}

/** Height of the longest film, and width of its threads, CSS pixels. */
const HIGH = 500;
const PITCH = 5;

/** The films of all pages side by side, with one scroll for all of them. */
export function Films({ siteId, loaded, header }: FilmsProps) {
  const hangings = useMemo(() => judgedOn(loaded.site, header), [loaded.site, header]);
  const [params, set] = useInAddress();
  const width = STANDARD_WIDTHS.find((each) => each === Number(params.get('films'))) ?? 1280;
  const [state, setState] = useState<ThreadState>('worst');
  const [scroll, setScroll] = useState(Number(params.get('scroll')) || 0);
  const [heights, setHeights] = useState<Record<string, number>>({});
  const longest = Math.max(1, ...Object.values(heights));
  const scale = HIGH / longest;
  const height = usualWindowHeight(width);
  const most = Math.max(0, longest - height);
  const tellHeight = (page: string, known: number) =>
    setHeights((all) => (all[page] === known ? all : { ...all, [page]: known }));
  const latest = useRef(scroll);
  const goTo = (next: number) => {
    latest.current = Math.round(Math.min(most, Math.max(0, next)));
    setScroll(latest.current);
  };
  const rowAt = ({ clientY, currentTarget }: PointerEvent) =>
    (clientY - currentTarget.getBoundingClientRect().top) / scale;
  const onKeyDown = (event: KeyboardEvent) => {
    const step = scrollStep(event, height);
    if (step === undefined) return;
    event.preventDefault();
    goTo(latest.current + step);
  };
  return (
    <section className="films" aria-label="Films of all pages">
      <div className="matrix-filters">
        <label>
          Width
          <select
            className="choice-select"
            value={width}
            onChange={(event) => set({ films: event.target.value })}
          >
            {STANDARD_WIDTHS.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </select>
        </label>
        <label>
          Threads <ThreadChoice state={state} onChange={setState} />
        </label>
        <span className="quiet">
          {scroll.toLocaleString('en')} px down all pages; drag on a film, or use the arrow keys
        </span>
      </div>
      <div className="films-row">
        <div
          className="films-slider"
          style={{ height: HIGH }}
          role="slider"
          tabIndex={0}
          aria-orientation="vertical"
          aria-label="Scroll of all pages"
          aria-valuemin={0}
          aria-valuemax={most}
          aria-valuenow={scroll}
          aria-valuetext={`${scroll} px down`}
          onKeyDown={onKeyDown}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            goTo(rowAt(event) - height / 2);
          }}
          onPointerMove={(event) => event.buttons === 1 && goTo(rowAt(event) - height / 2)}
        />
        {hangings.map(({ page, who }) => (
          <PageFilm
            key={`${page.id} ${who ?? ''}`}
            {...{ siteId, loaded, header, page, who, width, state, scroll, scale }}
            onHeight={tellHeight}
          />
        ))}
      </div>
    </section>
  );
}

/** A page swept with its contrast at every scroll. */
function useSweptPage(loaded: LoadedSite, header: Header, page: Page, width: number): SweptScene | undefined {
  const moments = allMoments(header);
  return useAnswer(
    ['film rows', width, ...moments.map((moment) => rowsKey(loaded, header, page.id, { width }, moment))],
    async ({ signal }) => {
      const request = await sceneRequest(loaded, header.id, page.id, { width });
      const asked = { ...request, moments, curves: true, isPassing: true };
      return onEngine(laneName(page.id, { width }), (engine) => engine.sweep(asked), {
        urgency: 'next',
        signal,
        canStop: true,
      });
    },
    { keepsLast: true, kept: 30_000 },
  ).data;
}

/** How wide a film is beside its height. */
const filmWidth = (width: number, scale: number) => Math.max(40, Math.round(width * scale));

interface PageFilmProps extends FilmsProps {
  page: Page;
  who: Audience | undefined;
  width: number;
  state: ThreadState;
  scroll: number;
  /** Pixels of a film for one of the page. */
  scale: number;
  /** Told how high the page is: the longest sets the scale of all. */
  onHeight: (page: string, height: number) => void;
}

/** A page's film with its threads, and what is worst on it at the scroll; its name opens it there in Dress. */
function PageFilm({
  siteId,
  loaded,
  header,
  page,
  who,
  width,
  state,
  scroll,
  scale,
  onHeight,
}: PageFilmProps) {
  const worn = useMemo(
    () => wornAt(loaded, header, { pageId: page.id, who }),
    [loaded, header, page.id, who],
  );
  const scene = useSweptPage(worn.at, worn.header, page, width);
  const picture = useFilm(worn.at, worn.header, page.id, { width }, 240);
  const threads = useMemo(() => (scene ? threadsOf(scene.rows, state) : []), [scene, state]);
  const facts = scene?.facts;
  const pageHeight = facts?.pageHeight;
  useEffect(() => {
    if (pageHeight !== undefined) onHeight(page.id, pageHeight);
  }, [pageHeight, page.id, onHeight]);
  const there = useMemo(() => (scene ? worstAt(scene, scroll) : undefined), [scene, scroll]);
  const down = Math.min(scroll, facts?.maxScroll ?? 0);
  const high = pageHeight === undefined ? HIGH : pageHeight * scale;
  const wide = filmWidth(width, scale);
  const params = new URLSearchParams({
    header: header.id,
    page: page.id,
    width: String(width),
    scroll: String(down),
    ...(facts && { moment: momentAt(facts, down) }),
  });
  return (
    <figure className="films-page" style={{ width: wide + threads.length * PITCH + 8 }}>
      <div className="films-strip" style={{ height: HIGH }}>
        <div className="films-picture" style={{ width: wide, height: high }}>
          <FilmPicture picture={picture} />
        </div>
        {facts && (
          <div className="films-threads" style={{ left: wide + 4, height: high }}>
            <Threads threads={threads} pageHeight={facts.pageHeight} pitch={PITCH} below={facts.below} />
          </div>
        )}
        {facts && (
          <span
            className="film-window"
            style={{
              top: down * scale,
              height: Math.min(facts.windowHeight, facts.pageHeight) * scale,
            }}
          />
        )}
      </div>
      <figcaption>
        <Link to={`/sites/${siteId}/dress?${params}`}>{page.title}</Link>
        {there ? (
          <b style={{ color: VERDICT_COLOURS[there.verdict] }} title={`${there.name} is worst there`}>
            <VerdictMark verdict={there.verdict} size={11} />
            <span className="sr-only">{there.verdict}</span>
            {figure(there.contrast)}
          </b>
        ) : (
          <span className="quiet">{scene ? 'nothing' : 'being swept'}</span>
        )}
      </figcaption>
    </figure>
  );
}

/** What is furthest below its need on a page at a scroll, in any state. */
function worstAt(
  { rows, facts }: SweptScene,
  scroll: number,
): { name: string; contrast: number; verdict: Verdict } | undefined {
  const here = Math.min(scroll, facts.maxScroll);
  const contrastOf = (row: SweptRow) => row.contrasts[here - row.span.from]!;
  const there = rows.filter(({ span }) => here >= span.from && here <= span.to);
  if (there.length === 0) return undefined;
  const worst = there.reduce((a, b) => (contrastOf(b) / b.needed < contrastOf(a) / a.needed ? b : a));
  const contrast = contrastOf(worst);
  return { name: worst.item, contrast, verdict: verdictOf(contrast, worst.needed) };
}
