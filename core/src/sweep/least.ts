import type { Raster } from '../geometry/raster.ts';
import { backdropPatch, groundOver, type Behind } from '../stack/ground.ts';
import type { Blur, Stack } from '../stack/layers.ts';
import { turnedOverlay } from '../stack/turnedOverlay.ts';
import { shortCell } from './exact.ts';
import type { Cell } from './cells.ts';
import type { JudgedTarget } from './targets.ts';

/** Opacities are solved and set in tenths of a percent: so many make up the whole. */
export const TENTHS = 1000;
export const WHOLE = 100;

/**
 * The least opacity, in percent to one decimal, from which a target is clear at one place for every opacity up to 100.
 * @param floor percent; less than that is not looked for
 * @returns `undefined` where it is not clear even at 100.
 */
export function leastPercentAt(
  target: JudgedTarget,
  raster: Raster,
  behind: Behind,
  withOpacity: (stack: Stack, opacity: number) => Stack,
  floor = 0,
): number | undefined {
  const { area } = target.overlay;
  let known: { blur: string; backdrop: Raster } | undefined;
  // What is behind all layers is the same at every opacity, and a blur takes longer than all the rest.
  const backdropOf = (blur: Blur | undefined) => {
    const key = JSON.stringify(blur ?? null);
    if (known?.blur !== key) known = { blur: key, backdrop: backdropPatch(raster, behind, blur, area) };
    return known.backdrop;
  };
  const overlayAt = turnedOverlay((opacity) => withOpacity(target.stack, opacity).layers, area);
  let short: Cell | undefined;
  const isClear = (tenths: number) => {
    const { blur } = withOpacity(target.stack, tenths / TENTHS);
    const ground = groundOver(backdropOf(blur), overlayAt(tenths / TENTHS));
    const found = shortCell(target, ground, short);
    short = found ?? short;
    return found === undefined;
  };
  if (!isClear(TENTHS)) return undefined;
  const least = Math.round((floor * TENTHS) / WHOLE);
  let clear = TENTHS;
  for (const step of [50, 10, 1]) {
    while (clear > least && isClear(Math.max(least, clear - step))) clear = Math.max(least, clear - step);
  }
  return (WHOLE * clear) / TENTHS;
}
