import { useRef } from 'react';
import { GREATEST_WIDTH, LEAST_WIDTH, STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { useTyped } from '../parts/useTyped.ts';
import { clampWidth } from './place.ts';

interface WidthRulerProps {
  width: number;
  /** Least width at which nothing is folded; 0 where nothing folds. */
  foldWidth: number;
  onChange: (width: number) => void;
}

const share = (width: number) => `${(100 * (width - LEAST_WIDTH)) / (GREATEST_WIDTH - LEAST_WIDTH)}%`;
const KEYS: Record<string, number> = {
  ArrowLeft: -1,
  ArrowDown: -1,
  ArrowRight: 1,
  ArrowUp: 1,
  PageDown: -50,
  PageUp: 50,
};

/** The ruler of widths: dragged, stepped by keyboard, or typed. */
export function WidthRuler({ width, foldWidth, onChange }: WidthRulerProps) {
  const track = useRef<HTMLDivElement>(null);
  const drag = (clientX: number) => {
    const { left, width: length } = track.current!.getBoundingClientRect();
    onChange(clampWidth(LEAST_WIDTH + ((clientX - left) / length) * (GREATEST_WIDTH - LEAST_WIDTH)));
  };
  return (
    <div className="ruler">
      <div
        ref={track}
        className="ruler-track"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag(event.clientX);
        }}
        onPointerMove={(event) => event.buttons === 1 && drag(event.clientX)}
      >
        {foldWidth > LEAST_WIDTH && foldWidth <= GREATEST_WIDTH && (
          <span
            className="ruler-fold"
            // On the side where the handle is not, and never beyond the ruler's end.
            data-side={width > foldWidth && foldWidth > LEAST_WIDTH + 400 ? 'left' : 'right'}
            style={{ left: share(foldWidth) }}
          >
            folds below {foldWidth}
          </span>
        )}
        <div
          className="ruler-handle"
          role="slider"
          tabIndex={0}
          aria-label="Width of the page"
          aria-valuemin={LEAST_WIDTH}
          aria-valuemax={GREATEST_WIDTH}
          aria-valuenow={width}
          aria-valuetext={`${width} px`}
          style={{ left: share(width) }}
          onKeyDown={(event) => {
            const step = KEYS[event.key];
            const end = event.key === 'Home' ? LEAST_WIDTH : event.key === 'End' ? GREATEST_WIDTH : undefined;
            if (step === undefined && end === undefined) return;
            event.preventDefault();
            onChange(clampWidth(end ?? width + (step ?? 0) * (event.shiftKey ? 10 : 1)));
          }}
        />
        {STANDARD_WIDTHS.map((mark) => (
          <button
            key={mark}
            type="button"
            className="ruler-mark"
            style={{ left: share(mark) }}
            aria-label={`${mark} px wide`}
            aria-pressed={mark === width}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => onChange(mark)}
          >
            {mark}
          </button>
        ))}
      </div>
      <TypedWidth width={width} onChange={onChange} />
    </div>
  );
}

function TypedWidth({ width, onChange }: { width: number; onChange: (width: number) => void }) {
  const [text, setText, leave] = useTyped(String(width));
  const value = Number(text);
  const isWrong = !(Number.isInteger(value) && value >= LEAST_WIDTH && value <= GREATEST_WIDTH);
  return (
    <label className="ruler-typed">
      <input
        inputMode="numeric"
        aria-label="Width in pixels"
        aria-invalid={isWrong}
        title={isWrong ? `Give whole pixels from ${LEAST_WIDTH} to ${GREATEST_WIDTH}.` : undefined}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const typed = Number(event.target.value);
          if (Number.isInteger(typed) && typed >= LEAST_WIDTH && typed <= GREATEST_WIDTH) onChange(typed);
        }}
        onBlur={leave}
      />
      px
    </label>
  );
}
