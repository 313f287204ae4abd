import type { StackLayer } from '../stack/layers.ts';
import type { Target } from './targets.ts';

/** How far a browser's own pixels can be from what is computed, where that is more than a rounding: see docs/agreement.md. */
export interface Margin {
  /** As a share of the contrast, 0 to 1. */
  share: number;
  /** At least this much contrast. */
  least: number;
  because: 'textShadow' | 'blur' | 'mark' | 'layers';
}

/** Why a target's contrast cannot agree better than by a margin; `undefined` where it does, within 0.1 or 2 %. */
export function marginOf({
  stack: { blur, layers },
  ink,
}: Pick<Target, 'stack' | 'ink'>): Margin | undefined {
  if (layers.some(({ name }) => name === 'textShadow')) {
    return { share: 0.07, least: 0.15, because: 'textShadow' };
  }
  // What each of several translucent layers is rounded to in a browser adds up.
  const layered = layers.filter(isTranslucent).length > 1 ? 0.035 : 0;
  if (blur) return { share: 0.035 + layered, least: 0.1, because: 'blur' };
  if (ink.what.kind === 'mark') return { share: 0.035 + layered, least: 0.1, because: 'mark' };
  return layered > 0 ? { share: layered, least: 0.1, because: 'layers' } : undefined;
}

function isTranslucent({ paint }: StackLayer): boolean {
  return paint.kind !== 'even' || (paint.colour.a > 0 && paint.colour.a < 1);
}

/** Whether a verdict of clear could be another by a margin: the contrast is that near to what is needed. */
export function isTooNear(contrast: number, needed: number, { share, least }: Margin): boolean {
  return Math.abs(contrast - needed) <= Math.max(least, share * contrast);
}
