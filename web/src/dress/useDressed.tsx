import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useOutletContext } from 'react-router';
import { resolveLook } from '@hatrail/core/header/look';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { type Moment } from '@hatrail/core/model/header';
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
  const viewport = { width, ...(height && { height }) };
  const { site } = loaded;
  const measure = useMeasure(loaded);
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
  const rows = scene?.rows.filter((row) => row.moment === moment) ?? [];
  const worst = worstRow(rows);
  const probes = useProbes(seen, worn, {
    pageId: page.id,
    ...viewport,
    moment: facts && !isPointed ? momentAt(facts, scroll) : moment,
    scroll,
  });
  const cut = useCut(seen, worn, page.id, worst);
  const all = useVerdicts();
  const progress = useSoFar(all);
  const answer = useLeast(loaded, base, { moment, layer: 'fill' });
  const [chosen, setGround] = useState<Ground>('page');
  const ground = chosen === `page ${page.id}` ? 'page' : chosen;
  const borrowed = borrowedPage(ground, site.pages);
  // Of pictures that take turns, that on which what is lost here is worst.
  const shows = mostLost(probes)?.shows ?? 0;
  const preview = usePreview(seen, worn, page, measure, shows);
  const lent = usePreview(seen, worn, borrowed ?? page, borrowed && measure);
  // The small pictures, and what is worked out for later, may follow a moment after the stage.
  const calmPreview = useDeferredValue(preview);
  const calm = useDeferredValue(useMemo(() => ({ loaded, header: base }), [loaded, base]));

  // An address without a scroll opens at the worst place of its moment.
  const isWaiting = place.scroll === undefined;
  useEffect(() => {
    if (isWaiting && worst) go({ scroll: worst.scroll });
  }, [isWaiting, worst, go]);

  const goTo = useCallback(
    (next: number) => go({ scroll: next, ...(facts && !isPointed && { moment: momentAt(facts, next) }) }),
    [go, facts, isPointed],
  );
  const { compared, compare, end } = useCompare(loaded, header, page, measure, goTo);
  const [open, setOpen] = useState<OpenPart>('fill');
  const [whose, setWhose] = useState('header');
  const opened: PinnedState = facts?.layout.folded ? 'menu' : 'drop-downs';
  const [held, setHeld] = useState<PinnedState>();
  const [menu, setMenu] = useState<'open' | 'closed'>('closed');
  const heldNow = menu === 'open' ? opened : (held ?? (isPointed ? 'pointed' : undefined));
  const stage = useRef<HTMLDivElement>(null);
  const room = useWidth(stage, 720);
  const windowHeight = facts?.windowHeight ?? height ?? usualWindowHeight(width);
  const scale = Math.min(1, room / width, 620 / windowHeight);

  const down =
    header.manner.onScroll === 'bottom'
      ? (facts?.below ?? 0)
      : -Math.min(scroll, header.manner.onScroll === 'leaves' ? scroll : (facts?.layout.leaving ?? 0));
  const bar = facts && { ...facts.bars[moment], y: facts.bars[moment].y + down };
  const look = resolveLook(site, header, moment);
  const grip = { site, wearer: { header }, moment, look, scale };
  const handles =
    bar && whose === 'header' && menu === 'closed' && !compared ? (
      open === 'cut' ? (
        <CutHandles {...grip} bar={bar} />
      ) : open === 'picture' && look.picture.on ? (
        <PictureHandle {...grip} bar={bar} />
      ) : undefined
    ) : undefined;

  const { way, turns, setStretch, setTurn } = useStretches(header, page, facts);
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
    const target = site.pages.find((candidate) => candidate.path === path);
    if (target && target.id !== page.id) go({ page: target.id, scroll: 0, moment: 'top' });
    else if (path === page.path && !address.includes('#')) go({ scroll: 0, moment: 'top' });
  };
  return {
    loaded,
    header,
    base,
    isOwn,
    page,
    width,
    height,
    moment,
    scroll,
    site,
    scene,
    facts,
    shown,
    film,
    worst,
    probes,
    shows,
    cut,
    all,
    progress,
    failure,
    answer,
    ground,
    setGround,
    borrowed,
    preview,
    lent,
    calmPreview,
    calm,
    go,
    goTo,
    compared,
    compare,
    end,
    open,
    setOpen,
    whose,
    setWhose,
    held,
    setHeld,
    heldNow,
    menu,
    stage,
    scale,
    windowHeight,
    handles,
    way,
    turns,
    setStretch,
    setTurn,
    goToWorst,
    chooseMoment,
    openMenu,
    followLink,
  };
}
export type Dressed = ReturnType<typeof useDressed>;
