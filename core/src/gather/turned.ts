import { atPath, usesOfPart } from './uses.ts';
import type { FocusPoint, Picture, SubjectBox } from '../model/picture.ts';
import type { Turn } from '../model/turns.ts';
import type { Site } from '../model/site.ts';
import type { BandPicture } from '../model/layer.ts';
import { stepped } from '../model/stepped.ts';

/** Where a point of a picture is once that is turned. Percent of its sides. */
export function turnedPoint({ x, y }: FocusPoint, turn: Turn): FocusPoint {
  switch (turn) {
    case 'left':
      return { x: y, y: 100 - x };
    case 'right':
      return { x: 100 - y, y: x };
    case 'sideways':
      return { x: 100 - x, y };
    case 'upside down':
      return { x, y: 100 - y };
  }
}

/** Where a box within a picture is once that is turned. Percent of its sides. */
export function turnedBox({ x, y, width, height }: SubjectBox, turn: Turn): SubjectBox {
  const [a, b] = [turnedPoint({ x, y }, turn), turnedPoint({ x: x + width, y: y + height }, turn)];
  return {
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    width: Math.abs(a.x - b.x),
    height: Math.abs(a.y - b.y),
  };
}

/** What a picture says of itself, once it is turned: its focus and its subject go along. */
export function turnedPicture({ focus, subject }: Picture, turn: Turn): Pick<Picture, 'focus' | 'subject'> {
  return {
    ...(focus && { focus: turnedPoint(focus, turn) }),
    ...(subject && { subject: turnedBox(subject, turn) }),
  };
}

const placesOf = (steps: BandPicture['steps'] = []) =>
  steps.map(({ below, x, y }) => ({ below, ...(x !== undefined && { x }), ...(y !== undefined && { y }) }));

/** Places that a picture has in its boxes go along with it, so that the same part of it is seen there. */
export function turnPlaces(draft: Site, id: string, turn: Turn): void {
  for (const { path } of usesOfPart(draft, 'picture', id)) {
    const placing = atPath(draft, path.slice(0, -1)) as Partial<FocusPoint> & Pick<BandPicture, 'steps'>;
    if (typeof placing.x !== 'number' || typeof placing.y !== 'number') continue;
    const whole = { x: placing.x, y: placing.y };
    // One side's place becomes the other's, so that a step that sets one of them sets both.
    for (const step of placing.steps ?? []) {
      const isMoved = step.x !== undefined || step.y !== undefined;
      if (isMoved) Object.assign(step, stepped<FocusPoint>(whole, placesOf(placing.steps), step.below - 1));
    }
    for (const step of placing.steps ?? []) {
      const { x, y } = step;
      if (x !== undefined && y !== undefined) Object.assign(step, turnedPoint({ x, y }, turn));
    }
    Object.assign(placing, turnedPoint(whole, turn));
  }
}
