import { COLOURS } from '../theme.ts';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Row } from '@hatrail/core/sweep/row';
import type { Verdict } from '@hatrail/core/sweep/verdict';
import type { SceneFacts, SweptScene } from '../engine/types.ts';
import { figure } from '../parts/Verdict.tsx';
import { ROWS, verdictStretches } from './stretches.ts';
import { THREAD_STATES, threadsOf, type Thread, type ThreadState } from './view.ts';

interface FilmProps {
  title: string;
  picture: ImageBitmap | undefined;
  scene: SweptScene | undefined;
  scroll: number;
  worst: Row | undefined;
  onScroll: (scroll: number) => void;
  onWorst: () => void;
  /** The scrolls over which the header changes, and its bands turn, as they are set now. */
  way: SceneFacts['transition'];
  turns: SceneFacts['turns'];
  /** Sets over how much scroll the header changes; told where it goes along with the scroll. */
  onStretch: (stretch: number) => void;
  /** Sets where a band begins to turn, past the window's top, and over how much scroll. */
  onTurn: (band: number, from: number, over: number) => void;
}

export const FILM_WIDTH = 62;
const THREADS = 90;
/** How far a stretch reaches on each side of its switch at most, CSS pixels. */
const MOST_REACH = 1000;

/** The whole page beside its threads: where each item is clear, strained or lost at every scroll. It is the scroll bar. */
export const Film = memo(function Film(props: FilmProps) {
  const { title, picture, scene, scroll, worst, onScroll, onWorst } = props;
  const strip = useRef<HTMLDivElement>(null);
  // Keys may come faster than the screen follows.
  const latest = useRef(scroll);
  useEffect(() => {
    latest.current = scroll;
  }, [scroll]);
  const facts = scene?.facts;
  const [state, setState] = useState<ThreadState>('worst');
  const threads = useMemo(() => (scene ? threadsOf(scene.rows, state) : []), [scene, state]);
  const pageHeight = facts?.pageHeight ?? 1;
  const pitch = Math.min(12, THREADS / Math.max(1, threads.length));
  /** The page row at a height of the screen. */
  const toRow = (clientY: number) => {
    const { top, height } = strip.current!.getBoundingClientRect();
    return ((clientY - top) / height) * pageHeight;
  };
  const toScroll = (clientY: number) => clampScroll(toRow(clientY) - (facts?.windowHeight ?? 0) / 2);
  const clampScroll = (value: number) => Math.round(Math.min(facts?.maxScroll ?? 0, Math.max(0, value)));
  const onKeyDown = (event: KeyboardEvent) => {
    const step = scrollStep(event, facts?.windowHeight ?? 0);
    if (step === undefined) return;
    event.preventDefault();
    latest.current = clampScroll(latest.current + step);
    onScroll(latest.current);
  };
  const percent = (rows: number) => `${(100 * rows) / pageHeight}%`;
  return (
    <section className="film" aria-label={`Film of ${title}`}>
      <header>
        <strong>
          {title}
          {facts && `, ${facts.pageHeight.toLocaleString('en')} px`}
        </strong>
        <ThreadChoice state={state} onChange={setState} />
      </header>
      <div className="film-heads" aria-hidden="true">
        {threads.map(({ itemId, item }) => (
          <span key={itemId} title={item} style={{ width: pitch, lineHeight: `${pitch}px` }}>
            {item}
          </span>
        ))}
      </div>
      <div ref={strip} className="film-strip">
        <div
          className="film-scroll"
          role="slider"
          tabIndex={0}
          aria-orientation="vertical"
          aria-label="Scroll of the page"
          aria-valuemin={0}
          aria-valuemax={facts?.maxScroll ?? 0}
          aria-valuenow={scroll}
          aria-valuetext={`${scroll} px down`}
          onKeyDown={onKeyDown}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            onScroll(toScroll(event.clientY));
          }}
          onPointerMove={(event) => event.buttons === 1 && onScroll(toScroll(event.clientY))}
        >
          <FilmPicture picture={picture} />
          {facts && (
            <Threads threads={threads} pageHeight={facts.pageHeight} pitch={pitch} below={facts.below} />
          )}
          {facts && (
            <span
              className="film-window"
              style={{
                top: percent(scroll),
                height: percent(Math.min(facts.windowHeight, facts.pageHeight)),
              }}
            />
          )}
        </div>
        <FilmStretches {...props} facts={facts} percent={percent} toRow={toRow} />
      </div>
      {worst && facts && worst.verdict !== 'clear' && (
        <WorstMark worst={worst} top={percent(worst.scroll)} onWorst={onWorst} />
      )}
    </section>
  );
});

/** The scrolls over which the header changes and bands turn, with their ends. */
function FilmStretches({
  way,
  turns,
  facts,
  percent,
  toRow,
  onStretch,
  onTurn,
}: Pick<FilmProps, 'way' | 'turns' | 'onStretch' | 'onTurn'> & {
  facts: SceneFacts | undefined;
  percent: (rows: number) => string;
  toRow: (clientY: number) => number;
}) {
  return (
    <>
      {way && (
        <StretchEnds
          what="the header’s change"
          {...way}
          least={0}
          most={way.from + way.to}
          percent={percent}
          toScroll={toRow}
          onMove={(_, scroll) => onStretch(stretchTo(way, scroll))}
        />
      )}
      {turns.map(({ band, top, from, to }) => (
        <StretchEnds
          key={band}
          what={`the turning of band ${band + 1}`}
          from={from}
          to={to}
          least={Math.min(0, from)}
          most={facts?.maxScroll ?? to}
          percent={percent}
          toScroll={toRow}
          onMove={(end, scroll) => {
            const [begins, ends] = end === 'from' ? [scroll, to] : [from, scroll];
            if (ends > begins) onTurn(band, begins - top, ends - begins);
          }}
        />
      ))}
    </>
  );
}

/** The mark beside the film at the worst place, which leads there. */
function WorstMark({ worst, top, onWorst }: { worst: Row; top: string; onWorst: () => void }) {
  const { item, needed, scroll } = worst;
  return (
    <div className="film-worst-rail">
      <button
        type="button"
        className="film-worst"
        style={{ top }}
        onClick={onWorst}
        aria-label={`Go to the worst place: ${item}, ${figure(worst.worst)}, ${scroll} px down`}
        title={`${item}: ${figure(worst.worst)} where ${needed} is needed, ${scroll} px down`}
      >
        <svg width="14" height="12" viewBox="0 0 14 12" aria-hidden="true">
          <path d="M0 6 8 0v12z" fill="var(--brass)" />
        </svg>
      </button>
    </div>
  );
}

/** How far a key scrolls, CSS pixels; `undefined` for keys that do not. */
export function scrollStep(
  { key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  windowHeight: number,
): number | undefined {
  const steps: Record<string, number> = {
    ArrowDown: shiftKey ? 10 : 1,
    ArrowUp: shiftKey ? -10 : -1,
    PageDown: windowHeight,
    PageUp: -windowHeight,
    Home: -Infinity,
    End: Infinity,
  };
  return steps[key];
}

/** The stretch that has an end at a scroll; its switch stays in its middle. */
function stretchTo({ from, to }: { from: number; to: number }, scroll: number): number {
  return 2 * Math.min(MOST_REACH, Math.max(1, Math.round(Math.abs(scroll - (from + to) / 2))));
}

/** Both ends of a stretch of scroll, to be dragged. */
function StretchEnds({
  what,
  from,
  to,
  least,
  most,
  percent,
  toScroll,
  onMove,
}: {
  /** What goes along with the scroll there. */
  what: string;
  from: number;
  to: number;
  least: number;
  most: number;
  percent: (rows: number) => string;
  toScroll: (clientY: number) => number;
  onMove: (end: 'from' | 'to', scroll: number) => void;
}) {
  /** How far from the end itself it was taken hold of. */
  const grip = useRef(0);
  return (
    <>
      <span
        className="film-way"
        aria-hidden="true"
        style={{ top: percent(from), height: percent(to - from) }}
      />
      {(['from', 'to'] as const).map((end) => {
        const at = end === 'from' ? from : to;
        const move = (scroll: number) => onMove(end, Math.round(Math.min(most, Math.max(least, scroll))));
        return (
          <span
            key={end}
            className="film-way-end"
            data-end={end}
            style={{ top: percent(at) }}
            role="slider"
            tabIndex={0}
            aria-orientation="vertical"
            aria-label={`Where ${what} ${end === 'from' ? 'begins' : 'ends'}`}
            aria-valuemin={least}
            aria-valuemax={most}
            aria-valuenow={at}
            aria-valuetext={`${at} px down`}
            title={`Here, ${at} px down, ${what} ${end === 'from' ? 'begins' : 'ends'}. Drag it.`}
            onKeyDown={(event) => {
              const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              event.stopPropagation();
              move(at + by * (event.shiftKey ? 10 : 1));
            }}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              grip.current = at - toScroll(event.clientY);
            }}
            onPointerMove={(event) => {
              event.stopPropagation();
              if (event.buttons === 1) move(toScroll(event.clientY) + grip.current);
            }}
          />
        );
      })}
    </>
  );
}

/** Which state of the items the threads show. */
export function ThreadChoice({
  state,
  onChange,
}: {
  state: ThreadState;
  onChange: (state: ThreadState) => void;
}) {
  return (
    <select
      className="choice-select thread-choice"
      aria-label="What the threads show"
      value={state}
      onChange={(event) => onChange(event.target.value as ThreadState)}
    >
      {Object.entries(THREAD_STATES).map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  );
}

export function FilmPicture({ picture }: { picture: ImageBitmap | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current!;
    if (!picture) return;
    element.width = picture.width;
    element.height = picture.height;
    element.getContext('2d')!.drawImage(picture, 0, 0);
  }, [picture]);
  return <canvas ref={canvas} className="film-picture" aria-hidden="true" />;
}

const THREAD_COLOURS: Record<Verdict, string> = {
  clear: COLOURS.threadClear,
  strained: COLOURS.threadStrained,
  lost: COLOURS.lost,
};

/** The threads of items side by side: see `verdictStretches`. */
export function Threads({
  threads,
  pageHeight,
  pitch,
  below,
}: {
  threads: Thread[];
  pageHeight: number;
  pitch: number;
  below: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current!;
    element.width = Math.ceil(threads.length * 2 * pitch);
    element.height = ROWS;
    const context = element.getContext('2d')!;
    const width = 2 * pitch - 6;
    threads.forEach(({ parts }, i) => {
      const left = i * 2 * pitch;
      for (const { from, to, verdict } of parts.flatMap((part) =>
        verdictStretches(part, pageHeight, below),
      )) {
        context.fillStyle = THREAD_COLOURS[verdict];
        context.fillRect(left, from, width, to - from);
        if (verdict !== 'strained') continue;
        // Strained is hatched and lost is whole, so that the two differ in shape too.
        context.fillStyle = COLOURS.brassSoft;
        for (let y = from + 5; y < to; y += 8) context.fillRect(left, y, width, Math.min(3, to - y));
      }
    });
  }, [threads, pageHeight, pitch, below]);
  return (
    <canvas
      ref={canvas}
      className="film-threads"
      aria-hidden="true"
      style={{ width: threads.length * pitch }}
    />
  );
}
