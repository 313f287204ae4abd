import { useRef } from 'react';
import type { Picture } from '@hatrail/core/model/picture';
import { pictureUrl } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture with its focus, set by a click, a drag or the arrow keys. */
export function FocusStage({
  loaded,
  picture,
  onChange,
}: {
  loaded: LoadedSite;
  picture: Picture;
  onChange: (x: number, y: number) => void;
}) {
  const stage = useRef<HTMLDivElement>(null);
  const { x, y } = picture.focus ?? { x: 50, y: 50 };
  const clamp = (v: number) => Math.min(100, Math.max(0, v));
  const set = (event: React.PointerEvent) => {
    const box = stage.current!.getBoundingClientRect();
    onChange(
      clamp((100 * (event.clientX - box.left)) / box.width),
      clamp((100 * (event.clientY - box.top)) / box.height),
    );
  };
  return (
    <div
      ref={stage}
      className="focus-stage"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        set(event);
      }}
      onPointerMove={(event) => event.buttons === 1 && set(event)}
    >
      <img
        className="picture-stage"
        src={pictureUrl(loaded, picture.id, 640)}
        alt={picture.alt || picture.name}
        draggable={false}
      />
      {picture.subject && (
        <span
          className="subject-box"
          style={{
            left: `${picture.subject.x}%`,
            top: `${picture.subject.y}%`,
            width: `${picture.subject.width}%`,
            height: `${picture.subject.height}%`,
          }}
        />
      )}
      <span
        className="focus-point"
        role="slider"
        tabIndex={0}
        aria-label="Focus of the picture"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(x)}
        aria-valuetext={`${Math.round(x)} % from the left, ${Math.round(y)} % from the top`}
        style={{ left: `${x}%`, top: `${y}%` }}
        onKeyDown={(event) => {
          const step = STEPS[event.key];
          if (!step) return;
          event.preventDefault();
          const by = event.shiftKey ? 10 : 1;
          onChange(clamp(x + step[0] * by), clamp(y + step[1] * by));
        }}
      />
    </div>
  );
}
