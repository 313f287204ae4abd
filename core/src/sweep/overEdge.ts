import { coversArea, type Blur } from '../stack/layers.ts';
import { edgeOfBlur, type BlurredRows } from '../stack/blur.ts';
import { groundOver, type Behind } from '../stack/ground.ts';
import { backdropPatch } from '../stack/ground.ts';
import type { Raster } from '../geometry/raster.ts';
import { readGround } from './exact.ts';
import type { Swept } from './swept.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * What hangs over the edge of a blurred box has the page behind it blurred in part and as it is in part: it is read scroll by
 * scroll, by the definition, with what was blurred along each row of the page kept from one scroll to the next.
 */

/** Whether all that is behind a target is blurred, so that the running sweep can take it. */
export function isWithinBlur({ stack: { blur }, overlay }: Pick<JudgedTarget, 'stack' | 'overlay'>): boolean {
  return blur === undefined || coversArea({ box: edgeOfBlur(blur) }, overlay.area);
}

/**
 * Reads targets over the edge of one blur at some scrolls.
 * @param scrolls where the header lies over the page at each
 */
export function sweepOverEdge(
  targets: readonly JudgedTarget[],
  scrolls: readonly Behind[],
  raster: Raster,
): Swept[] {
  const all = targets.map(({ shape }): Swept => ({
    contrasts: new Float32Array(scrolls.length),
    ...(shape.kind === 'cells' && { worst: new Uint16Array(scrolls.length) }),
  }));
  const rows = new Map<string, BlurredRows>();
  scrolls.forEach((behind, i) => {
    const backdrops = new Map<string, Raster>();
    targets.forEach((target, n) => {
      const { area } = target.overlay;
      const key = JSON.stringify(area);
      const known = rows.get(key) ?? new Map();
      rows.set(key, known);
      const backdrop =
        backdrops.get(key) ?? backdropPatch(raster, behind, target.stack.blur as Blur, area, known);
      backdrops.set(key, backdrop);
      const { contrast, cell } = readGround(target, groundOver(backdrop, target.overlay));
      all[n]!.contrasts[i] = contrast;
      if (target.shape.kind === 'cells') all[n]!.worst![i] = target.shape.cells.indexOf(cell);
    });
  });
  return all;
}
