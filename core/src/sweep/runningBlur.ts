import { WHITE_LUMINANCE, luminance16 } from '../colour/contrast.ts';
import type { Raster } from '../geometry/raster.ts';
import { blurPlan, type BlurPlan, type SeenTarget } from './blurPlan.ts';
import { feed, layMemory, laySeen, type BlurMemory } from './blurMemory.ts';
import type { KeptBlurs } from './keptBlurs.ts';
import { theKernel } from './kernel.ts';
import { rangeThrough, sweepOneOfEach } from './oneSided.ts';
import type { Swept } from './swept.ts';
import type { JudgedTarget } from './targets.ts';

/** By how much of the distance between the ends a surface, cubic both ways, may go beyond them: 1.25² of it is less than 2 · 0.29 more. */
const OVERSHOOT = 0.29;

/**
 * The fast sweep over a blurred page. The page is blurred once, across at coarse columns and down at every row; at each
 * scroll only the coarse places behind the items are put right for the mirrored edges of the blurred box, and between them the
 * blur is cubic. Within one level of the straightforward measure's ground. What several targets of an item share is worked out
 * once, and each has what it would have alone.
 * @param targets all over the same blur
 * @param gone rows of the header above the window
 * @param blurs where the blurred page is kept for the next sweep of it
 * @returns of each, with the worst cell at each step where the target has cells
 */
export function sweepBlurred(
  targets: readonly JudgedTarget[],
  scrolls: { from: number; rows: number; gone: number },
  raster: Raster,
  blurs?: KeptBlurs,
): Swept[] {
  const plan = blurPlan(targets, scrolls, raster, blurs);
  const inked = plan.seen.map((seen, i) => ({
    seen,
    key: seen.tables ? `logo ${i}` : `${seen.key} ${JSON.stringify(seen.shape.cells)}`,
    ink: seen.shape.kind === 'cells' ? luminance16(seen.shape.colour) : 0,
  }));
  // Of a page that is kept blurred only what lasts is swept, of which no two are in the same place.
  const rangeOf = ({ seen: { overlay } }: { seen: SeenTarget }) =>
    plan.known ? { low: 0, high: WHITE_LUMINANCE } : rangeThrough(plan.strip, [overlay], OVERSHOOT);
  return sweepOneOfEach(inked, rangeOf, (some) => {
    const led = { ...plan, seen: some.map(({ seen }) => seen) };
    return sweepSeen(led, raster, blurs);
  });
}

function sweepSeen(plan: BlurPlan, raster: Raster, blurs: KeptBlurs | undefined): Swept[] {
  const memory = layMemory(plan);
  feed(plan, memory);
  if (plan.known) {
    memory.grid.array.set(plan.known.grids);
    memory.drifts.array.set(plan.known.drifts);
  }
  blurPage(plan, memory);
  laySeen(plan, memory);
  const { seen, rows } = plan;
  theKernel().run.sweepBlurred(memory.shared.at, memory.seen.at, seen.length, memory.scratch.at);
  if (plan.isKept && !plan.known)
    blurs?.keep(raster, plan.key, {
      runs: plan.strip.runs,
      grids: memory.grid.array.slice(),
      drifts: memory.drifts.array.slice(),
    });
  return seen.map(({ tables }, i) => {
    const contrasts = memory.result.array.slice(rows * i, rows * (i + 1));
    return tables ? { contrasts } : { contrasts, worst: memory.which.array.slice(rows * i, rows * (i + 1)) };
  });
}

/** Blurs the page: across at the coarse columns of every row, then down at every row. */
function blurPage({ strip, blurredRows, sources, across, reach }: BlurPlan, memory: BlurMemory): void {
  const { run } = theKernel();
  const count = across.places.length;
  run.blurAcross(
    memory.page.at,
    strip.width,
    blurredRows,
    memory.runs.at,
    memory.sources.at,
    sources.length,
    memory.columns.at,
    count,
    memory.weights.at,
    reach,
    memory.line.at,
    memory.across.at,
  );
  run.blurDown(memory.across.at, count, blurredRows - 2 * reach, memory.weights.at, reach, memory.down.at);
}
