import type { MeasuringContext } from '@hatrail/core/measure/measure';
import type { ReadableContext } from '@hatrail/core/stack/contextDrawing';

/**
 * The browser's own context, as the core knows one: what a core that runs anywhere hands to it is of types of its own, which
 * the browser's do not name.
 */
export const asContext = (context: OffscreenCanvasRenderingContext2D) =>
  context as unknown as ReadableContext & MeasuringContext;

/** A context on an empty canvas of a size, to be read back. */
export const newContext = (width: number, height: number) =>
  asContext(new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!);
