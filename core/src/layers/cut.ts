import { IsOptional } from 'class-validator';
import { InRange } from '../model/rules.ts';
import { px, rule } from '../css/text.ts';
import { CUT_STEPS, cutDepth, weightsAt, type CutEdge } from '../geometry/cut.ts';
import { layerKind, mixNumbers, stepped } from './kind.ts';

/** How far the lower edge hangs below the header's box, at its start, middle and end: a cut edge. CSS pixels. */
export class CutLook {
  @IsOptional() @InRange(0, 160, 'px') start?: number;
  @IsOptional() @InRange(0, 160, 'px') middle?: number;
  @IsOptional() @InRange(0, 160, 'px') end?: number;
}

const shows = (cut: CutEdge) => cutDepth({ cut }) > 0;

export const cut = layerKind<CutLook, CutEdge>({
  title: 'Cut edge',
  values: CutLook,
  plain: { start: 0, middle: 0, end: 0 },
  wearers: ['header'],
  passesDown: false,
  shows,
  onOwn: (worn, { hangsOut }) => (hangsOut ? worn : undefined),
  start: () => ({ start: 0, middle: 24, end: 0 }),
  // Over time it changes at once.
  between: (a, b, progress) =>
    progress.by === 'scroll' ? mixNumbers(a, b, progress.layers) : stepped(a, b, progress),
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

/** The outline of a cut lower edge: a curve through its three depths, drawn in steps. */
export function cutOutline(): string {
  const points = Array.from({ length: CUT_STEPS + 1 }, (_, i) => {
    const t = i / CUT_STEPS;
    const [a, b, c] = weightsAt(t);
    const depth = `${a} * var(--hr-cut-start) + ${b} * var(--hr-cut-middle) + ${c} * var(--hr-cut-end)`;
    // It never cuts into the header's own box.
    return `${Number((100 * t).toFixed(2))}% calc(100% - var(--hr-depth) + max(0px, ${depth}))`;
  });
  return `polygon(0 0, 100% 0, ${points.reverse().join(', ')})`;
}
