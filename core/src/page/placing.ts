import type { PicturePlacing } from '../model/layer.ts';
import type { Box, Size } from '../geometry/box.ts';

/** Size of a picture under `cover` or `contain` (CSS Images 3, section 5.3). */
export function fitSize(own: Size, box: Size, fit: 'cover' | 'contain'): Size {
  const ratios = [box.width / own.width, box.height / own.height] as const;
  const scale = fit === 'cover' ? Math.max(...ratios) : Math.min(...ratios);
  return { width: own.width * scale, height: own.height * scale };
}

/** What says how large a placed picture is drawn. */
export type PictureSize = Pick<PicturePlacing, 'size' | 'drawnWidth' | 'share'>;

/** The width of a placed picture as drawn, where it is not fitted to its box. */
function widthOf({ drawnWidth, share }: PictureSize, box: Size): number | undefined {
  return share === undefined ? drawnWidth : (share * box.width) / 100;
}

/** Size of a placed picture as drawn: by its own width, or fitted to the box. */
export function drawnSize(own: Size, box: Size, placing: PictureSize): Size {
  const width = widthOf(placing, box);
  if (width === undefined) return fitSize(own, box, placing.size);
  return { width, height: (width * own.height) / own.width };
}

/** The size in which a picture is painted: fitted to a box, the side that follows from the other is a whole number. */
function paintedSize(own: Size, box: Size, placing: TilePlacing): Size {
  const { width, height } = drawnSize(own, box, placing);
  if (widthOf(placing, box) !== undefined) return { width, height };
  const isAcross = Math.abs(width - box.width) < Math.abs(height - box.height);
  return isAcross
    ? { width: box.width, height: Math.max(1, Math.round(height)) }
    : { width: Math.max(1, Math.round(width)), height: box.height };
}

export type TilePlacing = PictureSize & Pick<PicturePlacing, 'x' | 'y' | 'repeat'>;

/** How a placed picture lies in a box: one tile of it, and whether others stand beside and below it. */
export interface Tiling {
  tile: Box;
  across: boolean;
  down: boolean;
}

/**
 * Where a placed picture is drawn within a box (CSS Backgrounds 3, sections 2.5 and 2.6): the percentage place of the
 * picture meets the same place of the box, and repeats go on from there both ways. A picture that is not repeated and
 * begins inside the box begins at a whole pixel, as browsers paint it.
 */
export function tilingOf(own: Size, box: Box, placing: TilePlacing): Tiling {
  const size = paintedSize(own, box, placing);
  const axis = (room: number, length: number, place: number, again: boolean) => {
    // Browsers lay out in sixty-fourths of a pixel.
    const at = Math.trunc(((room - length) * place * 64) / 100) / 64;
    const isRepeated = again && (at > 1e-6 || at + length < room - 1e-6);
    return { at: !again && at > 0 ? Math.round(at) : at, isRepeated };
  };
  const { repeat } = placing;
  const x = axis(box.width, size.width, placing.x, repeat === 'repeat' || repeat === 'repeat-x');
  const y = axis(box.height, size.height, placing.y, repeat === 'repeat' || repeat === 'repeat-y');
  return { tile: { x: box.x + x.at, y: box.y + y.at, ...size }, across: x.isRepeated, down: y.isRepeated };
}
