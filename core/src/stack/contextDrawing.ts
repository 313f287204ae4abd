import { setType } from '../measure/measure.ts';
import { paintPlaced, type Drawable, type PaintingContext } from '../page/paint.ts';
import type { Drawing } from './drawing.ts';
import type { Raster } from '../geometry/raster.ts';

/** A canvas context that can be read back. */
export interface ReadableContext extends PaintingContext {
  getImageData(x: number, y: number, width: number, height: number): { data: Uint8ClampedArray };
}

/**
 * Draws picture layers and letters on canvases, wherever they come from.
 * @param newContext a context on an empty canvas of a size
 * @param pictures decoded, by their ids
 * @param letterInk the colour in which the canvas covers pixels as browsers do with dark letters
 */
export function contextDrawing(
  newContext: (width: number, height: number) => ReadableContext,
  pictures: ReadonlyMap<string, Drawable>,
  letterInk = 'rgb(0 0 0)',
): Pick<Drawing, 'placed' | 'text'> {
  const kept = new Map<string, Raster | undefined>();
  return {
    placed(placing, { width, height }) {
      const key = JSON.stringify([placing, width, height]);
      if (!kept.has(key)) {
        const picture = pictures.get(placing.picture);
        const context = picture && newContext(width, height);
        if (context) paintPlaced(picture, placing, { width, height }, context);
        const data = context?.getImageData(0, 0, width, height).data;
        kept.set(key, data && { width, height, data });
      }
      return kept.get(key);
    },
    text(run, area) {
      const [width, height] = [area.right - area.left, area.bottom - area.top];
      const context = newContext(width, height);
      setType(context, run.font);
      context.textBaseline = 'alphabetic';
      context.fillStyle = letterInk;
      context.fillText(run.text, run.left - area.left, run.baseline - area.top);
      const { data } = context.getImageData(0, 0, width, height);
      return Uint8Array.from({ length: width * height }, (_, i) => data[4 * i + 3]!);
    },
  };
}
