import { IsOptional } from 'class-validator';
import { InRange } from '../model/rules.ts';
import { px, rule } from '../css/text.ts';
import { layerKind, mixNumbers } from './kind.ts';

/** How far the lower edge hangs below the header's box, at its start, middle and end: a cut edge. CSS pixels. */
export class CutLook {
  @IsOptional() @InRange(0, 160, 'px') start?: number;
  @IsOptional() @InRange(0, 160, 'px') middle?: number;
  @IsOptional() @InRange(0, 160, 'px') end?: number;
}

export type CutEdge = Required<CutLook>;

/** How far a cut edge hangs below the header's box at most, CSS pixels. */
export function cutDepth({ cut: { start, middle, end } }: { cut: CutEdge }): number {
  return Math.max(start, middle, end);
}

const shows = (cut: CutEdge) => cutDepth({ cut }) > 0;

export const cut = layerKind<CutLook, CutEdge>({
  title: 'Cut edge',
  values: CutLook,
  plain: { start: 0, middle: 0, end: 0 },
  wearers: ['header'],
  passesDown: false,
  shows,
  start: () => ({ start: 0, middle: 24, end: 0 }),
  between: (a, b, { layers }) => mixNumbers(a, b, layers),
  cover: { say: () => 'Cut edge', off: { start: 0, middle: 0, end: 0 } },
  tells(worn, all) {
    if (!all.some(shows)) return [];
    const depths = (['start', 'middle', 'end'] as const).map((at) => ({
      name: `--hr-cut-${at}`,
      value: px(worn[at]),
    }));
    return [{ name: '--hr-depth', value: px(cutDepth({ cut: worn })) }, ...depths];
  },
  back: {
    isNeeded: (all) => all.some(shows),
    rules: (all, back, { wearer }) =>
      all.some(shows)
        ? [
            rule(
              back,
              wearer === 'header'
                ? 'bottom: calc(var(--hr-less, 0px) - var(--hr-depth))'
                : 'bottom: calc(-1 * var(--hr-depth))',
            ),
            rule(`${back} > *`, `clip-path: ${cutOutline()}`),
          ]
        : [],
  },
});

/** Steps in which the curve of a cut lower edge is drawn. */
const CUT_STEPS = 24;

/** How much each of the three depths counts at a place, 0 to 1 from start to end: Lagrange's polynomial through them. */
function weightsAt(t: number): [number, number, number] {
  const weight = (v: number) => Number(v.toFixed(4));
  return [weight(2 * (t - 0.5) * (t - 1)), weight(-4 * t * (t - 1)), weight(2 * t * (t - 0.5))];
}

/** How deep a cut edge hangs at a place, 0 to 1 from start to end: straight between two steps. CSS pixels, never negative. */
export function cutDepthAt({ start, middle, end }: CutEdge, place: number): number {
  const stepAt = (i: number) => {
    const [a, b, c] = weightsAt(i / CUT_STEPS);
    return Math.max(0, a * start + b * middle + c * end);
  };
  const at = Math.min(1, Math.max(0, place)) * CUT_STEPS;
  const low = Math.floor(at);
  return stepAt(low) + (at - low) * (stepAt(Math.min(CUT_STEPS, low + 1)) - stepAt(low));
}

/** The outline of a cut lower edge: a curve through its three depths, drawn in steps. */
function cutOutline(): string {
  const points = Array.from({ length: CUT_STEPS + 1 }, (_, i) => {
    const t = i / CUT_STEPS;
    const [a, b, c] = weightsAt(t);
    const depth = `${a} * var(--hr-cut-start) + ${b} * var(--hr-cut-middle) + ${c} * var(--hr-cut-end)`;
    // It never cuts into the header's own box.
    return `${Number((100 * t).toFixed(2))}% calc(100% - var(--hr-depth) + max(0px, ${depth}))`;
  });
  return `polygon(0 0, 100% 0, ${points.reverse().join(', ')})`;
}
