import type { Box } from '@hatrail/core/geometry/box';
import type { ReactNode } from 'react';
import type { Probe } from '@hatrail/core/sweep/prove';
import type { Compared } from './compare.ts';
import { Divider } from './Divider.tsx';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import type { PinnedState, Preview } from '../parts/preview.ts';
import { figure } from '../parts/Verdict.tsx';

interface StageProps {
  preview: Preview | undefined;
  title: string;
  width: number;
  windowHeight: number;
  scale: number;
  scroll: number;
  /** CSS of a borrowed ground. */
  ground: string | undefined;
  held: PinnedState | undefined;
  /** The item furthest below its need at this scroll. */
  worst: Probe | undefined;
  /** Another look to be held against this one. */
  compared: Compared | undefined;
  /** What can be dragged on the header itself. */
  handles: ReactNode;
  onCompared: () => void;
  onScroll: (scroll: number) => void;
  onLink: (address: string) => void;
  /** Called with what was clicked in the page; where it takes the click, no link is followed. */
  onPick: (element: Element) => boolean;
}

/** The page under the header it will ship with, and the worst letter at this scroll in brackets. */
export function Stage(props: StageProps) {
  const {
    preview,
    title,
    width,
    windowHeight,
    scale,
    scroll,
    ground,
    held,
    worst,
    compared,
    handles,
    onCompared,
    onScroll,
    onLink,
    onPick,
  } = props;
  if (!preview) return <div className="stage-wait">Loading the site’s type and pages</div>;
  return (
    <LiveFrame
      preview={preview}
      title={title}
      width={width}
      height={windowHeight}
      scale={scale}
      scroll={scroll}
      {...(ground !== undefined && { ground })}
      held={held}
      isLive
      onScroll={onScroll}
      onLink={onLink}
      onPick={onPick}
    >
      {worst && !compared && <Brackets probe={worst} scale={scale} room={windowHeight * scale} />}
      {handles}
      {compared && (
        <Divider
          compared={compared}
          width={width}
          height={windowHeight}
          scale={scale}
          scroll={scroll}
          onEnd={onCompared}
        />
      )}
    </LiveFrame>
  );
}

/** Height of the figure beside the brackets, with the room round it. */
const FIGURE = 34;

function Brackets({ probe, scale, room }: { probe: Probe; scale: number; room: number }) {
  const { box, cell, contrast, needed, item } = probe;
  const at = ({ x, y, width, height }: Box, grow = 0) => ({
    left: x * scale - grow,
    top: y * scale - grow,
    width: width * scale + 2 * grow,
    height: height * scale + 2 * grow,
  });
  // Below what is bracketed, or above it at the window's lower edge.
  const below = (box.y + box.height) * scale;
  return (
    <div className="brackets" aria-hidden="true">
      <span className="bracket" style={at(box, 3)} />
      <span
        className="bracket-cell"
        style={at(
          { x: cell.left, y: cell.top, width: cell.right - cell.left, height: cell.bottom - cell.top },
          1,
        )}
      />
      <span
        className="bracket-figure"
        style={{ left: box.x * scale, top: below + FIGURE > room ? box.y * scale - FIGURE : below + 6 }}
      >
        {item}: {figure(contrast)} where {needed} is needed
      </span>
    </div>
  );
}
