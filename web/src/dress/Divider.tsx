import { useRef, useState, type KeyboardEvent } from 'react';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import type { Preview } from '../parts/preview.ts';
import type { Compared } from './compare.ts';

interface DividerProps {
  compared: Compared;
  width: number;
  height: number;
  scale: number;
  scroll: number;
  onEnd: () => void;
}

/** The same page under another look, over the right part of the stage; the border between the two is dragged. */
export function Divider({ compared, width, height, scale, scroll, onEnd }: DividerProps) {
  const [at, setAt] = useState(50);
  const box = useRef<HTMLDivElement>(null);
  const clamp = (percent: number) => Math.min(100, Math.max(0, percent));
  const drag = (clientX: number) => {
    const { left, width: whole } = box.current!.getBoundingClientRect();
    setAt(clamp((100 * (clientX - left)) / whole));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -2, ArrowRight: 2, Home: -100, End: 100 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      setAt((now) => clamp(now + by));
    }
    if (event.key === 'Escape') onEnd();
  };
  const { name, preview, now } = compared;
  const side = (shown: Preview, title: string, clip: string) => (
    <div className="divider-other" style={{ clipPath: clip }} aria-hidden="true">
      <LiveFrame
        preview={shown}
        title={`${title}, to compare`}
        width={width}
        height={height}
        scale={scale}
        scroll={scroll}
      />
    </div>
  );
  return (
    <div ref={box} className="divider">
      {now && side(now.preview, now.name, `inset(0 ${100 - at}% 0 0)`)}
      {side(preview, name, `inset(0 0 0 ${at}%)`)}
      <span className="divider-name" style={{ right: `calc(${100 - at}% + 10px)` }}>
        {now?.name ?? 'Now'}
      </span>
      <span className="divider-name" style={{ left: `calc(${at}% + 10px)` }}>
        {name}
      </span>
      <span
        className="divider-line"
        style={{ left: `${at}%` }}
        role="slider"
        tabIndex={0}
        aria-label={`Divider between the look now and ${name}`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(at)}
        aria-valuetext={`${Math.round(at)} percent from the left`}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag(event.clientX);
        }}
        onPointerMove={(event) => event.buttons === 1 && drag(event.clientX)}
      />
      <button type="button" className="divider-end" onClick={onEnd}>
        Stop comparing
      </button>
    </div>
  );
}
