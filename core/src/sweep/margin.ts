import type { StackLayer } from '../stack/layers.ts';
import type { JudgedTarget } from './targets.ts';

/** How far a browser's own pixels can be from what is computed, where that is more than a rounding: see docs/agreement.md. */
export interface Margin {
  /** As a share of the contrast that is told, 0 to 1. */
  share: number;
  /** At least this much contrast. */
  least: number;
  because: 'textShadow' | 'blur' | 'mark' | 'layers' | 'logo';
}

/** Standard deviation from which browsers blur at a smaller size, CSS pixels: where a hard edge lies is less certain then. */
const COARSE = 4;

/** Why a target's contrast cannot agree better than by a margin; `undefined` where it does, within 0.1 or 2 %. */
export function marginOf({
  stack: { blur, layers },
  ink,
  part,
  shape,
}: Pick<JudgedTarget, 'stack' | 'ink' | 'part' | 'shape'>): Margin | undefined {
  // What each of several translucent layers is rounded to in a browser adds to whatever else there is.
  const rounded = layers.reduce((sum, layer) => sum + roundings(layer), 0);
  const layered = [0, 0, 0.04][rounded] ?? 0.05;
  const isSmall = ink.what.kind === 'mark' || part === 'cue';
  const reasons: Partial<Record<Margin['because'], number>> = {
    ...(layered > 0 && { layers: layered }),
    ...(isSmall && { mark: 0.075 + layered }),
    ...(blur && { blur: (blur.sigma < COARSE ? 0.035 : 0.07) + layered }),
    ...(layers.some(({ name }) => name === 'textShadow') && { textShadow: 0.07 + layered }),
    ...(shape.kind === 'logo' && { logo: shape.isVector ? 0.22 : 0.04 }),
  };
  const all = Object.entries(reasons) as [Margin['because'], number][];
  if (all.length === 0) return undefined;
  const [because, share] = all.reduce((a, b) => (b[1] > a[1] ? b : a));
  return { share, least: because === 'textShadow' ? 0.15 : 0.1, because };
}

/** How many times a browser rounds what a layer lets through: once where it does, and once more for a second fade. */
function roundings({ paint }: StackLayer): number {
  if (paint.kind === 'picture') return Math.max(1, paint.masks.length);
  return paint.kind !== 'even' || (paint.colour.a > 0 && paint.colour.a < 1) ? 1 : 0;
}

/** Whether a verdict of clear could be another by a margin: the contrast is that near to what is needed. */
export function isTooNear(contrast: number, needed: number, { share, least }: Margin): boolean {
  return Math.abs(contrast - needed) <= Math.max(least, share * contrast);
}
