/** The fewest and smallest changes that clear all there is to be cleared. */

/** A change, what it clears, and how much of the site it changes. */
export interface PlanStep {
  id: string;
  clears: readonly string[];
  cost: number;
}

/** Up to so many things every set of steps is looked at; of more, the step that clears most is taken, again and again. */
const MOST_EXACT = 14;

/**
 * The steps that clear all that can be cleared: the fewest, and of as many the least costly.
 * @param needs what is to be cleared, each once
 */
export function leastSteps<T extends PlanStep>(needs: readonly string[], steps: readonly T[]): T[] {
  const able = needs.filter((need) => steps.some(({ clears }) => clears.includes(need)));
  return able.length <= MOST_EXACT ? exact(able, steps) : greedy(able, steps);
}

function exact<T extends PlanStep>(needs: readonly string[], steps: readonly T[]): T[] {
  interface Best {
    steps: T[];
    cost: number;
  }
  const masks = steps.map(({ clears }) =>
    needs.reduce((mask, need, i) => (clears.includes(need) ? mask | (1 << i) : mask), 0),
  );
  const all = (1 << needs.length) - 1;
  /** The best way to have cleared just these, in the order in which more is cleared. */
  const best = new Map<number, Best>([[0, { steps: [], cost: 0 }]]);
  for (let cleared = 0; cleared < all; cleared++) {
    const here = best.get(cleared);
    if (!here) continue;
    steps.forEach((step, i) => {
      const next = cleared | masks[i]!;
      if (next === cleared) return;
      const found = { steps: [...here.steps, step], cost: here.cost + step.cost };
      const known = best.get(next);
      if (!known || isLess(found, known)) best.set(next, found);
    });
  }
  return best.get(all)?.steps ?? [];
}

const isLess = (a: { steps: unknown[]; cost: number }, b: { steps: unknown[]; cost: number }) =>
  a.steps.length < b.steps.length || (a.steps.length === b.steps.length && a.cost < b.cost);

function greedy<T extends PlanStep>(needs: readonly string[], steps: readonly T[]): T[] {
  const left = new Set(needs);
  const taken: T[] = [];
  while (left.size > 0) {
    const gain = ({ clears }: T) => clears.filter((each) => left.has(each)).length;
    const next = steps.reduce((a, b) =>
      gain(b) > gain(a) || (gain(b) === gain(a) && b.cost < a.cost) ? b : a,
    );
    taken.push(next);
    for (const each of next.clears) left.delete(each);
  }
  return taken;
}
