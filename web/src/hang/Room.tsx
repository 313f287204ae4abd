import { Suspense, lazy, useMemo, useRef } from 'react';
import { ALWAYS, folds, foldOf } from '@hatrail/core/header/fold';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { fittingFold } from '@hatrail/core/header/layout';
import { leastWidth, roomNeeded, widestEntry, type Taker } from '@hatrail/core/header/readings';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Header } from '@hatrail/core/model/header';
import { STEP_RANGE } from '@hatrail/core/model/stepped';
import type { Site } from '@hatrail/core/model/site';
import { GREATEST_WIDTH, LEAST_WIDTH } from '@hatrail/core/sweep/widths';
import { useEditor } from '../editor/store.ts';
import { foldBelow } from './edits.ts';

interface RoomProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
  width: number;
  onFold: () => void;
}

// Charts are fetched with the first of them.
const LineChart = lazy(() =>
  import('../parts/LineChart.tsx').then((module) => ({ default: module.LineChart })),
);

/** As much room as the header is wide. */
const THERE_IS = [LEAST_WIDTH, GREATEST_WIDTH].map((width) => ({ x: width, y: width }));

const along = (width: number) => (100 * (width - LEAST_WIDTH)) / (GREATEST_WIDTH - LEAST_WIDTH);

function roomWords(width: number, needed: number): string {
  if (needed === Infinity) return `At ${width} px more is needed than a rail’s largest width`;
  const over = Math.ceil(needed) - width;
  return `At ${width} px it needs ${Math.ceil(needed)}: ${over > 0 ? `${over} too many, so it is folded` : `${-over} are left`}`;
}

/** The room needed and the room there is at every width; where they cross it folds, and the fold is dragged here. */
export function Room({ site, header, measure, layout, width, onFold }: RoomProps) {
  const edit = useEditor((state) => state.edit);
  const shorten = ({ menu, entry, shorter }: Taker) =>
    edit(`Call it ${shorter}`, (draft) => {
      const found = draft.menus.find(({ id }) => id === menu)?.entries.find(({ id }) => id === entry);
      if (found && shorter !== undefined) found.label = shorter;
    });
  const room = useRef<HTMLDivElement>(null);
  const stretches = useMemo(
    () => roomNeeded(site, header, measure, LEAST_WIDTH, GREATEST_WIDTH),
    [site, header, measure],
  );
  const taker = useMemo(() => widestEntry(site, header, measure), [site, header, measure]);
  const own = useMemo(() => fittingFold(site, header, measure), [site, header, measure]);
  const { foldWidth } = layout;
  const canFold = folds(header);
  const set = (next: number) => foldBelow(header, own, next);
  const drag = (clientX: number) => {
    const box = room.current!.getBoundingClientRect();
    set(LEAST_WIDTH + ((clientX - box.left) / box.width) * (GREATEST_WIDTH - LEAST_WIDTH));
  };
  const points = stretches.flatMap(({ from, to, needed }) =>
    [from, to].map((at) => ({ x: at, y: Math.min(GREATEST_WIDTH, needed), words: roomWords(at, needed) })),
  );
  const isDragged = canFold && own < ALWAYS;
  const shown = Math.min(GREATEST_WIDTH, Math.max(LEAST_WIDTH, foldWidth));
  const isAlways = foldWidth >= ALWAYS;
  const least = useMemo(
    () => (canFold ? leastWidth(site, header, measure) : 0),
    [site, header, measure, canFold],
  );
  return (
    <section className="room" aria-label="Room for it">
      <h2>Room for it</h2>
      <p className="quiet">
        {says(header, layout, { own, canFold, least }, taker)}
        {taker?.shorter !== undefined && taker.foldsBelow! < own && (
          <>
            {' '}
            <button type="button" className="link" onClick={() => shorten(taker)}>
              Call it “{taker.shorter}”
            </button>
          </>
        )}
      </p>
      <div ref={room} className="room-curve">
        <p className="room-legend" aria-hidden="true">
          <span data-line="needed">needed</span>
          <span data-line="there">there is</span>
        </p>
        <Suspense fallback={<span className="quiet">Loading the chart</span>}>
          <LineChart
            label="Room needed, by the width of the header"
            points={points}
            others={[{ points: THERE_IS, colour: 'clear', isFilled: true }]}
            marks={[
              { x: width, colour: 'pine' },
              ...(isDragged && !isAlways ? [{ x: shown, colour: 'brass' as const, isDashed: true }] : []),
            ]}
            most={GREATEST_WIDTH}
          />
        </Suspense>
      </div>
      {isDragged && (
        <div className="room-fold-track">
          <span
            className="room-fold"
            role="slider"
            tabIndex={0}
            aria-label="Fold width"
            aria-valuemin={LEAST_WIDTH}
            aria-valuemax={GREATEST_WIDTH}
            aria-valuenow={shown}
            aria-valuetext={isAlways ? 'folds at every width' : `folds below ${foldWidth} px`}
            data-end={along(shown) > 70 || undefined}
            style={{ left: `${along(shown)}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => event.buttons === 1 && drag(event.clientX)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -50, PageUp: 50 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              set(Math.min(STEP_RANGE[1] + 1, foldWidth) + by * (event.shiftKey ? 10 : 1));
            }}
          >
            {isAlways ? 'folds at every width' : `folds below ${foldWidth}`}
            {isAlways ? '' : foldWidth === own ? ', drag to fold sooner' : ', sooner than it must'}
          </span>
        </div>
      )}
      <div className="room-ends quiet">
        <span>{LEAST_WIDTH}</span>
        <button type="button" className="link" onClick={onFold}>
          How it folds
        </button>
        <span>{GREATEST_WIDTH}</span>
      </div>
    </section>
  );
}

function says(
  header: Header,
  layout: HeaderLayout,
  { own, canFold, least }: { own: number; canFold: boolean; least: number },
  taker: ReturnType<typeof widestEntry>,
): string {
  const needed = layout.needed === Infinity ? undefined : Math.ceil(layout.needed);
  if (header.rails.every(({ start, middle, end }) => start.length + middle.length + end.length === 0)) {
    return 'Nothing hangs in it yet.';
  }
  if (needed === undefined) {
    return 'The largest width of a rail or of the header is too small for what hangs there, so it is always folded: let it be wider, or hang less.';
  }
  // Where something is set anew below a width, it needs another room there than here.
  const needs = `Needs ${needed} px with its margins at ${layout.width} px`;
  if (!canFold) return `${needs}. It does not fold: nothing in it goes into a folded menu.`;
  const folding =
    own >= ALWAYS
      ? ', and always folds'
      : foldOf(header).always
        ? `, and would fold below ${own}: it folds at every width, as is said under How it folds`
        : `, so it folds below ${own}`;
  const narrow =
    least > LEAST_WIDTH
      ? ` Folded it needs ${least} px: below that its bar is cut off, so take something out of it under Folding.`
      : '';
  if (!taker) return `${needs}${folding}.${narrow}`;
  const gain =
    taker.shorter !== undefined && taker.foldsBelow !== undefined && taker.foldsBelow < own
      ? `; as “${taker.shorter}” it would fold below ${taker.foldsBelow}`
      : '';
  return `${needs}${folding}. “${taker.label}” takes the most, ${Math.round(taker.width)} px${gain}.${narrow}`;
}
