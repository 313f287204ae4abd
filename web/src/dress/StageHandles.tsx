import { at as elementAt } from '@hatrail/core/lists';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Wearer } from '@hatrail/core/header/look';
import type { ResolvedLook } from '@hatrail/core/layers/index';
import type { Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Box } from '@hatrail/core/geometry/box';
import { drawnSize } from '@hatrail/core/page/placing';
import { placingOf } from '@hatrail/core/layers/picture';
import { setLayer, setLook } from './lookEdits.ts';

interface HandlesProps {
  site: Site;
  wearer: Wearer;
  moment: Moment;
  look: ResolvedLook;
  /** The header's box in the window, CSS pixels of the page. */
  bar: Box;
  scale: number;
}

const CUTS = [
  { at: 'start', share: 0, label: 'Depth of the cut at its start' },
  { at: 'middle', share: 0.5, label: 'Depth of the cut in its middle' },
  { at: 'end', share: 1, label: 'Depth of the cut at its end' },
] as const;
const DEEPEST = 160;

const whole = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)));

/** The three depths of a cut lower edge, dragged on the edge itself. */
export function CutHandles({ wearer, moment, look, bar, scale }: HandlesProps) {
  const from = useRef({ y: 0, depth: 0 });
  return CUTS.map(({ at, share, label }) => {
    const depth = look.cut[at];
    const set = (value: number) => setLook(wearer, moment, 'cut', at, whole(value, DEEPEST));
    return (
      <span
        key={at}
        className="cut-handle"
        style={{ left: (bar.x + bar.width * share) * scale, top: (bar.y + bar.height + depth) * scale }}
        data-at={at}
        role="slider"
        tabIndex={0}
        aria-orientation="vertical"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={DEEPEST}
        aria-valuenow={depth}
        aria-valuetext={`${depth} px`}
        onKeyDown={(event) => {
          const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          set(depth + by * (event.shiftKey ? 10 : 1));
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = { y: event.clientY, depth };
        }}
        onPointerMove={(event) =>
          event.buttons === 1 && set(from.current.depth + (event.clientY - from.current.y) / scale)
        }
      />
    );
  });
}

/** The header's picture, moved on the header itself by what of it is out of view. */
export function PictureHandle({ site, wearer, moment, look, bar, scale }: HandlesProps) {
  const from = useRef({ clientX: 0, clientY: 0, x: 0, y: 0 });
  const { x, y } = look.picture;
  const own = site.pictures.find(({ id }) => id === look.picture.picture);
  if (!own) return null;
  const drawn = drawnSize(own, bar, placingOf(look.picture));
  const set = (at: { x: number; y: number }) =>
    setLayer(wearer, moment, 'picture', { x: whole(at.x, 100), y: whole(at.y, 100) });
  /** Percent that a way across the header moves the picture by; where it fits there is nowhere to move it. */
  const percent = (way: number, room: number, full: number) =>
    Math.abs(room - full) < 1 ? 0 : (100 * way) / (room - full);
  const drag = (event: PointerEvent) => {
    const { clientX, clientY, x: x0, y: y0 } = from.current;
    set({
      x: x0 + percent((event.clientX - clientX) / scale, bar.width, drawn.width),
      y: y0 + percent((event.clientY - clientY) / scale, bar.height, drawn.height),
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const step = event.shiftKey ? 10 : 1;
    set({ x: x + elementAt(by, 0) * step, y: y + elementAt(by, 1) * step });
  };
  return (
    <span
      className="picture-handle"
      style={{
        left: bar.x * scale,
        top: bar.y * scale,
        width: bar.width * scale,
        height: bar.height * scale,
      }}
      role="group"
      tabIndex={0}
      aria-label={`Place of the header’s picture: ${x} % across, ${y} % down. Drag it, or use the arrow keys.`}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { clientX: event.clientX, clientY: event.clientY, x, y };
      }}
      onPointerMove={(event) => event.buttons === 1 && drag(event)}
    />
  );
}
