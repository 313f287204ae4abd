import type { PicturePlacing } from '../model/layer.ts';
import type { Box } from './layout.ts';

/** A picture's own size, pixels. */
export interface Size {
  width: number;
  height: number;
}

/** Size of a picture under `cover` or `contain` (CSS Images 3, section 5.3). */
export function fitSize(own: Size, box: Size, fit: 'cover' | 'contain'): Size {
  const ratios = [box.width / own.width, box.height / own.height] as const;
  const scale = fit === 'cover' ? Math.max(...ratios) : Math.min(...ratios);
  return { width: own.width * scale, height: own.height * scale };
}

/** Size of a placed picture as drawn: by its own width, or fitted to the box. */
export function drawnSize(own: Size, box: Size, placing: Pick<PicturePlacing, 'size' | 'drawnWidth'>): Size {
  const { drawnWidth } = placing;
  if (drawnWidth === undefined) return fitSize(own, box, placing.size);
  return { width: drawnWidth, height: (drawnWidth * own.height) / own.width };
}

/**
 * Every rectangle on which a placed picture is drawn within a box (CSS Backgrounds 3, sections 2.5 and 2.6): the
 * percentage place of the picture meets the same place of the box, and repeats go on from there both ways.
 */
export function tilesOf(
  own: Size,
  box: Box,
  placing: Pick<PicturePlacing, 'size' | 'x' | 'y' | 'repeat' | 'drawnWidth'>,
): Box[] {
  const size = drawnSize(own, box, placing);
  const x = box.x + ((box.width - size.width) * placing.x) / 100;
  const y = box.y + ((box.height - size.height) * placing.y) / 100;
  const starts = (from: number, step: number, low: number, high: number, again: boolean) => {
    if (!again) return [from];
    const first = from - Math.ceil((from - low) / step - 1e-9) * step;
    return Array.from(
      { length: Math.max(0, Math.ceil((high - first) / step - 1e-9)) },
      (_, i) => first + i * step,
    );
  };
  const { repeat } = placing;
  const xs = starts(x, size.width, box.x, box.x + box.width, repeat === 'repeat' || repeat === 'repeat-x');
  const ys = starts(y, size.height, box.y, box.y + box.height, repeat === 'repeat' || repeat === 'repeat-y');
  return ys.flatMap((top) => xs.map((left) => ({ x: left, y: top, ...size })));
}
