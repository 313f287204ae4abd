/** A lower edge that is a curve through three depths: of a header's box, and of a band. */

/** How far it hangs below what is above it at its start, middle and end, CSS pixels. */
export interface CutEdge {
  start: number;
  middle: number;
  end: number;
}

/** How far a cut edge hangs below the header's box at most, CSS pixels. */
export function cutDepth({ cut: { start, middle, end } }: { cut: CutEdge }): number {
  return Math.max(start, middle, end);
}

/** Steps in which the curve of a cut lower edge is drawn. */
export const CUT_STEPS = 24;

/** How much each of the three depths counts at a place, 0 to 1 from start to end: Lagrange's polynomial through them. */
export function weightsAt(t: number): [number, number, number] {
  const weight = (v: number) => Number(v.toFixed(4));
  return [weight(2 * (t - 0.5) * (t - 1)), weight(-4 * t * (t - 1)), weight(2 * t * (t - 0.5))];
}

/** The depths of a curve at its steps, from start to end; CSS pixels. */
export function cutPoints(cut: CutEdge): number[] {
  return Array.from({ length: CUT_STEPS + 1 }, (_, i) => depthAtStep(cut, i));
}

/** How far a curve hangs below at most, CSS pixels: between its three depths it may be deeper than any of them. */
export function curveDepth(cut: CutEdge): number {
  return Math.max(...cutPoints(cut));
}

function depthAtStep({ start, middle, end }: CutEdge, step: number): number {
  const [a, b, c] = weightsAt(step / CUT_STEPS);
  return Math.max(0, a * start + b * middle + c * end);
}

/** How deep a cut edge hangs at a place, 0 to 1 from start to end: straight between two steps. CSS pixels, never negative. */
export function cutDepthAt(cut: CutEdge, place: number): number {
  const at = Math.min(1, Math.max(0, place)) * CUT_STEPS;
  const low = Math.floor(at);
  const [before, after] = [depthAtStep(cut, low), depthAtStep(cut, Math.min(CUT_STEPS, low + 1))];
  return before + (at - low) * (after - before);
}
