import type { PicturePlacing } from '../model/layer.ts';
import type { FocusPoint, SubjectBox } from '../model/picture.ts';
import type { Box, Size } from '../geometry/box.ts';
import { drawnSize, type PictureSize } from './placing.ts';

/** What stays in view of a placed picture. */
export interface InView {
  /** The part of the picture that is seen, percent of its sides. */
  part: Box;
  focus: boolean;
  /** Share of the subject that is seen, 0 to 1; `undefined` where no subject is marked. */
  subject: number | undefined;
  /** Picture pixels there are for each CSS pixel that is drawn: 1 is enough at ratio 1, 2 at ratio 2. */
  pixels: number;
}

/**
 * What stays in view of a picture in a box: the part that is not cropped away, and whether focus and subject lie in it.
 * A picture smaller than its box is seen whole.
 */
export function inView(
  own: Size,
  box: Size,
  placing: PictureSize & Pick<PicturePlacing, 'x' | 'y'>,
  { focus = { x: 50, y: 50 }, subject }: { focus?: FocusPoint; subject?: SubjectBox },
): InView {
  const drawn = drawnSize(own, { x: 0, y: 0, ...box } as Box, placing);
  const span = (full: number, room: number, place: number): [from: number, length: number] => {
    if (full <= room) return [0, 100];
    return [((full - room) * place) / full, (100 * room) / full];
  };
  const [x, width] = span(drawn.width, box.width, placing.x);
  const [y, height] = span(drawn.height, box.height, placing.y);
  const within = (v: number, from: number, length: number) => v >= from - 1e-9 && v <= from + length + 1e-9;
  const shared = (a: number, al: number, b: number, bl: number) =>
    Math.max(0, Math.min(a + al, b + bl) - Math.max(a, b)) / al;
  return {
    part: { x, y, width, height },
    focus: within(focus.x, x, width) && within(focus.y, y, height),
    subject:
      subject && shared(subject.x, subject.width, x, width) * shared(subject.y, subject.height, y, height),
    pixels: own.width / drawn.width,
  };
}

/** Height of a box of a width in which a covering picture shows whole, CSS pixels. */
export function wholeHeight(own: Size, width: number): number {
  return (width * own.height) / own.width;
}

/** Pixels that a picture needs to cover a box at a device pixel ratio, its own proportions kept. */
export function pixelsNeeded(own: Size, box: Size, ratio: number): Size {
  const scale = Math.max(box.width / own.width, box.height / own.height) * ratio;
  return { width: Math.ceil(own.width * scale), height: Math.ceil(own.height * scale) };
}

/** The largest part of a picture with the proportions of a box, as near round its focus as it can be. Whole pixels. */
export function cropRound(own: Size, box: Size, focus: FocusPoint): Box {
  const scale = Math.min(own.width / box.width, own.height / box.height);
  const width = Math.min(own.width, Math.round(box.width * scale));
  const height = Math.min(own.height, Math.round(box.height * scale));
  const from = (full: number, part: number, at: number) =>
    Math.round(Math.min(full - part, Math.max(0, (full * at) / 100 - part / 2)));
  return {
    x: from(own.width, width, focus.x),
    y: from(own.height, height, focus.y),
    width,
    height,
  };
}
