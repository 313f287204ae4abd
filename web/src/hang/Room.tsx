import { at } from '@hatrail/core/lists';
import { useMemo, useRef } from 'react';
import { ALWAYS, folds, foldOf } from '@hatrail/core/header/fold';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { solvedFold } from '@hatrail/core/header/layout';
import { leastWidth, roomNeeded, widestEntry } from '@hatrail/core/header/readings';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { GREATEST_WIDTH, LEAST_WIDTH } from '@hatrail/core/sweep/widths';
import { changeHeader } from '../editor/edits.ts';

interface RoomProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
  width: number;
  onFold: () => void;
}

const W = 560;
const H = 200;
const x = (width: number) => ((width - LEAST_WIDTH) / (GREATEST_WIDTH - LEAST_WIDTH)) * W;
const y = (room: number) => H - (Math.min(GREATEST_WIDTH, Math.max(0, room)) / GREATEST_WIDTH) * H;

/** The room needed and the room there is at every width; where they cross it folds, and the fold is dragged here. */
export function Room({ site, header, measure, layout, width, onFold }: RoomProps) {
  const svg = useRef<SVGSVGElement>(null);
  const stretches = useMemo(
    () => roomNeeded(site, header, measure, LEAST_WIDTH, GREATEST_WIDTH),
    [site, header, measure],
  );
  const taker = useMemo(() => widestEntry(site, header, measure), [site, header, measure]);
  const own = useMemo(() => {
    const { sooner: _, ...fold } = foldOf(header);
    return solvedFold(site, { ...header, fold }, measure);
  }, [site, header, measure]);
  const { foldWidth } = layout;
  const canFold = folds(header);
  const set = (next: number) => {
    const sooner = Math.min(GREATEST_WIDTH, Math.round(next));
    changeHeader(
      header.id,
      'Fold sooner',
      (draft) => {
        draft.fold ??= structuredClone(foldOf(header));
        if (sooner > own) draft.fold.sooner = sooner;
        else delete draft.fold.sooner;
      },
      'fold sooner',
    );
  };
  const drag = (clientX: number) => {
    const box = svg.current!.getBoundingClientRect();
    set(LEAST_WIDTH + ((clientX - box.left) / box.width) * (GREATEST_WIDTH - LEAST_WIDTH));
  };
  const line = stretches
    .flatMap(({ from, to, needed }) => [`${x(from)} ${y(needed)}`, `${x(to)} ${y(needed)}`])
    .join('L');
  const isDragged = canFold && foldWidth < ALWAYS;
  const least = useMemo(
    () => (canFold ? leastWidth(site, header, measure) : 0),
    [site, header, measure, canFold],
  );
  return (
    <section className="room" aria-label="Room for it">
      <h2>Room for it</h2>
      <p className="quiet">{says(header, layout, { own, canFold, least }, taker)}</p>
      <svg
        ref={svg}
        viewBox={`0 0 ${W} ${H}`}
        className="room-curve"
        role="img"
        aria-label="Room needed and room there is, by width"
      >
        <rect width={W} height={H} fill="var(--sunk)" />
        <path
          d={`M0 ${H}L0 ${y(LEAST_WIDTH)}L${W} ${y(GREATEST_WIDTH)}L${W} ${H}z`}
          fill="var(--pine-soft)"
        />
        <path
          d={`M0 ${y(LEAST_WIDTH)}L${W} ${y(GREATEST_WIDTH)}`}
          stroke="var(--clear)"
          strokeWidth="2"
          fill="none"
        />
        <path d={`M${line}`} stroke="var(--ink)" strokeWidth="2" fill="none" />
        <path d={`M${x(width)} 0V${H}`} stroke="var(--pine)" strokeWidth="1" />
        <text x={W - 8} y={y(GREATEST_WIDTH) + 16} textAnchor="end" fill="var(--clear)" fontSize="12">
          there is
        </text>
        <text x={8} y={y(at(stretches, 0).needed) - 6} fill="var(--ink)" fontSize="12">
          needed{' '}
          {at(stretches, 0).needed === Infinity
            ? 'more than its largest width'
            : Math.ceil(at(stretches, 0).needed)}
        </text>
        {isDragged && (
          <path
            d={`M${x(Math.max(LEAST_WIDTH, foldWidth))} 0V${H}`}
            stroke="var(--brass)"
            strokeWidth="2"
            strokeDasharray="5 4"
          />
        )}
      </svg>
      {isDragged && (
        <div className="room-fold-track">
          <span
            className="room-fold"
            role="slider"
            tabIndex={0}
            aria-label="Fold width"
            aria-valuemin={LEAST_WIDTH}
            aria-valuemax={GREATEST_WIDTH}
            aria-valuenow={foldWidth}
            aria-valuetext={`folds below ${foldWidth} px`}
            style={{ left: `${(100 * x(Math.max(LEAST_WIDTH, Math.min(GREATEST_WIDTH, foldWidth)))) / W}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => event.buttons === 1 && drag(event.clientX)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -50, PageUp: 50 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              set(foldWidth + by * (event.shiftKey ? 10 : 1));
            }}
          >
            folds below {foldWidth}
            {foldWidth === own ? ', drag to fold sooner' : ', sooner than it must'}
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
    return 'A rail’s largest width is too small for what hangs on it, so it is always folded: widen the rail, or hang less.';
  }
  // Where something is set anew below a width, it needs another room there than here.
  const needs = `Needs ${needed} px with its margins at ${layout.width} px`;
  if (!canFold) return `${needs}. It does not fold: nothing in it goes into a folded menu.`;
  const folding = own >= ALWAYS ? ', and always folds' : `, so it folds below ${own}`;
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
