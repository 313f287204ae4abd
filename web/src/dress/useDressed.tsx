import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useOutletContext } from 'react-router';
import { resolveLook } from '@hatrail/core/header/look';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { momentAt } from '@hatrail/core/sweep/scene';
import { useLeast, useVerdicts } from '../editor/verdicts.ts';
import type { EditorContext } from '../editor/Editor.tsx';
import { usePreview, type PinnedState } from '../parts/preview.ts';
import { borrowedPage, type Ground } from './BorrowedGround.tsx';
import { useCompare } from './compare.ts';
import type { OpenPart } from './cutProps.ts';
import { CutHandles, PictureHandle } from './StageHandles.tsx';
import { FILM_WIDTH } from './Film.tsx';
import {
  firstScroll,
  mostLost,
  useCut,
  useFilm,
  useMeasure,
  useProbes,
  useSweptView,
  worstRow,
} from './view.ts';
import { useStretches } from './filmEnds.ts';
import { ownOf, withOwnValues } from '@hatrail/core/placed/worn';
import { wornAt } from '../engine/proof.ts';
import { useWidth } from '../parts/useWidth.ts';
import { useSoFar } from '../engine/answers.ts';

/** Everything that the parts of the screen show, and what is done with it. */
export function useDressed() {
  const { loaded, place, go } = useOutletContext<EditorContext>();
  const { header: base, page, width, height, moment, isOwn } = place;
  // What is edited, and what is seen: with all that differs on this page.
  const header = useMemo(
    () => (isOwn ? withOwnValues(base, ownOf(page, base.id)) : base),
    [isOwn, base, page],
  );
  const { at: seen, header: worn } = useMemo(
    () => wornAt(loaded, base, { pageId: page.id }),
    [loaded, base, page.id],
  );
  const { site } = loaded;
  const measure = useMeasure(loaded);
  const swept = useSwept({ seen, worn, place });
  const { facts, probes, scroll } = swept;
  const all = useVerdicts();
  const progress = useSoFar(all);
  const answer = useLeast(loaded, base, { moment, layer: 'fill' });
  // Of pictures that take turns, that on which what is lost here is worst.
  const shows = mostLost(probes)?.shows ?? 0;
  const previews = usePreviews({ seen, worn, page, pages: site.pages, measure, shows });
  // What is worked out for later may follow a moment after the stage.
  const calm = useDeferredValue(useMemo(() => ({ loaded, header: base }), [loaded, base]));
  const moves = useMoves(place, go, swept, site.pages);
  const comparing = useCompare(loaded, header, page, measure, moves.goTo);
  const [open, setOpen] = useState<OpenPart>('fill');
  const [whose, setWhose] = useState('header');
  const [held, setHeld] = useState<PinnedState>();
  const opened: PinnedState = facts?.layout.folded ? 'menu' : 'drop-downs';
  const heldNow = moves.menu === 'open' ? opened : (held ?? (moment === 'pointed' ? 'pointed' : undefined));
  const stage = useRef<HTMLDivElement>(null);
  const room = useWidth(stage, 720);
  const windowHeight = facts?.windowHeight ?? height ?? usualWindowHeight(width);
  const scale = Math.min(1, room / width, 620 / windowHeight);
  const areHandlesSeen = whose === 'header' && moves.menu === 'closed' && !comparing.compared;
  return {
    loaded,
    header,
    base,
    isOwn,
    page,
    width,
    height,
    moment,
    site,
    ...swept,
    all,
    progress,
    answer,
    shows,
    ...previews,
    calm,
    go,
    ...moves,
    ...comparing,
    open,
    setOpen,
    whose,
    setWhose,
    held,
    setHeld,
    heldNow,
    stage,
    scale,
    windowHeight,
    handles: areHandlesSeen ? handlesOf(site, header, { moment, open, facts, scroll, scale }) : undefined,
    ...useStretches(header, page, facts),
  };
}
export type Dressed = ReturnType<typeof useDressed>;

type Place = EditorContext['place'];
interface Worn {
  seen: LoadedSite;
  worn: Header;
}

/** What is computed of the page on screen: its sweep, its film, what is read where it is scrolled to, and the cut. */
function useSwept({ seen, worn, place }: Worn & { place: Place }) {
  const { page, width, height, moment } = place;
  const viewport = { width, ...(height && { height }) };
  const { scene, failure } = useSweptView(seen, worn, page.id, viewport);
  const film = useFilm(seen, worn, page.id, viewport, FILM_WIDTH * 2);
  const facts = scene?.facts;
  const isPointed = moment === 'pointed';
  const scroll = Math.min(place.scroll ?? 0, facts?.maxScroll ?? Infinity);
  // Under the pointer every scroll is met once more: its threads are shown on their own.
  const shown = useMemo(
    () => scene && { ...scene, rows: scene.rows.filter((row) => (row.moment === 'pointed') === isPointed) },
    [scene, isPointed],
  );
  const worst = worstRow(scene?.rows.filter((row) => row.moment === moment) ?? []);
  const probes = useProbes(seen, worn, {
    pageId: page.id,
    ...viewport,
    moment: facts && !isPointed ? momentAt(facts, scroll) : moment,
    scroll,
  });
  const cut = useCut(seen, worn, page.id, worst);
  return { scene, failure, film, facts, scroll, shown, worst, probes, cut };
}

/** The page as it ships under its header, and the same header over a ground that is borrowed to look at. */
function usePreviews({
  seen,
  worn,
  page,
  pages,
  measure,
  shows,
}: Worn & {
  page: Page;
  pages: readonly Page[];
  measure: ReturnType<typeof useMeasure>;
  shows: number;
}) {
  const [chosen, setGround] = useState<Ground>('page');
  const ground = chosen === `page ${page.id}` ? 'page' : chosen;
  const borrowed = borrowedPage(ground, pages);
  const preview = usePreview(seen, worn, page, measure, shows);
  const lent = usePreview(seen, worn, borrowed ?? page, borrowed && measure);
  // The small pictures may follow a moment after the stage.
  const calmPreview = useDeferredValue(preview);
  return { ground, setGround, borrowed, preview, lent, calmPreview };
}

/** Ways from one place of the screen to another: scrolls, moments, widths, pages, and the menu that is open or not. */
function useMoves(
  { page, width, moment, scroll }: Place,
  go: EditorContext['go'],
  { scene, facts, worst }: ReturnType<typeof useSwept>,
  pages: readonly Page[],
) {
  const [menu, setMenu] = useState<'open' | 'closed'>('closed');
  // An address without a scroll opens at the worst place of its moment.
  const isWaiting = scroll === undefined;
  useEffect(() => {
    if (isWaiting && worst) go({ scroll: worst.scroll });
  }, [isWaiting, worst, go]);
  const isPointed = moment === 'pointed';
  const goTo = useCallback(
    (next: number) => go({ scroll: next, ...(facts && !isPointed && { moment: momentAt(facts, next) }) }),
    [go, facts, isPointed],
  );
  const worstScroll = worst?.scroll;
  const goToWorst = useCallback(() => go({ scroll: worstScroll }), [go, worstScroll]);
  const chooseMoment = useCallback(
    (next: Moment, at = width) => {
      setMenu('closed');
      if (at !== width) return go({ moment: next, width: at, scroll: undefined });
      const its = worstRow(scene?.rows.filter((row) => row.moment === next) ?? []);
      go({ moment: next, scroll: its?.scroll ?? (facts && firstScroll(facts, next)) ?? 0 });
    },
    [go, scene, facts, width],
  );
  const openMenu = useCallback(
    (at: number) => {
      setMenu('open');
      if (at !== width) go({ width: at, scroll: undefined });
    },
    [go, width],
  );
  const followLink = (address: string) => {
    const path = address.split('#')[0];
    const target = pages.find((candidate) => candidate.path === path);
    if (target && target.id !== page.id) go({ page: target.id, scroll: 0, moment: 'top' });
    else if (path === page.path && !address.includes('#')) go({ scroll: 0, moment: 'top' });
  };
  return { menu, goTo, goToWorst, chooseMoment, openMenu, followLink };
}

/** Handles on the stage for the part that is open: the cut edge's, or those of the picture behind the header. */
function handlesOf(
  site: Site,
  header: Header,
  of: {
    moment: Moment;
    open: OpenPart;
    facts: ReturnType<typeof useSwept>['facts'];
    scroll: number;
    scale: number;
  },
) {
  const { moment, open, facts, scroll, scale } = of;
  if (!facts) return undefined;
  const { onScroll } = header.manner;
  const leaving = onScroll === 'leaves' ? scroll : facts.layout.leaving;
  const down = onScroll === 'bottom' ? facts.below : -Math.min(scroll, leaving);
  const bar = { ...facts.bars[moment], y: facts.bars[moment].y + down };
  const look = resolveLook(site, header, moment);
  const grip = { site, wearer: { header }, moment, look, scale, bar };
  if (open === 'cut') return <CutHandles {...grip} />;
  return open === 'picture' && look.picture.on ? <PictureHandle {...grip} /> : undefined;
}
