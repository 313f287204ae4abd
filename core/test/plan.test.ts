import { describe, expect, test } from 'vitest';
import { leastSteps, type PlanStep } from '../src/placed/plan.ts';
import { random } from './made.ts';

/** The fewest and smallest steps, held against every set of steps there is. */

function everySet(needs: readonly string[], steps: readonly PlanStep[]): { count: number; cost: number } {
  const able = needs.filter((need) => steps.some(({ clears }) => clears.includes(need)));
  let best = { count: Infinity, cost: Infinity };
  for (let mask = 0; mask < 1 << steps.length; mask++) {
    const taken = steps.filter((_, i) => mask & (1 << i));
    if (!able.every((need) => taken.some(({ clears }) => clears.includes(need)))) continue;
    const found = { count: taken.length, cost: taken.reduce((sum, { cost }) => sum + cost, 0) };
    if (found.count < best.count || (found.count === best.count && found.cost < best.cost)) best = found;
  }
  return best;
}

describe('a plan', () => {
  test.each(Array.from({ length: 60 }, (_, i) => i + 1))(
    'by chance %i: none has fewer steps, or smaller ones',
    (seed) => {
      const next = random(seed);
      const needs = Array.from({ length: 1 + Math.floor(next() * 7) }, (_, i) => `page ${i}`);
      const steps: PlanStep[] = Array.from({ length: Math.floor(next() * 9) }, (_, i) => ({
        id: `step ${i}`,
        clears: needs.filter(() => next() < 0.35),
        cost: 1 + Math.floor(next() * 3),
      }));
      const plan = leastSteps(needs, steps);
      const best = everySet(needs, steps);
      expect({ count: plan.length, cost: plan.reduce((sum, { cost }) => sum + cost, 0) }).toEqual(best);
      // What can be cleared is.
      for (const need of needs)
        expect(plan.some(({ clears }) => clears.includes(need))).toBe(
          steps.some(({ clears }) => clears.includes(need)),
        );
    },
  );

  test('of very many pages, what clears most is taken first, and everything is cleared', () => {
    const needs = Array.from({ length: 300 }, (_, i) => `page ${i}`);
    const one = needs.map((need) => ({ id: need, clears: [need], cost: 1 }));
    const most = { id: 'a header', clears: needs.slice(0, 298), cost: 3 };
    const plan = leastSteps(needs, [...one, most]);
    expect(plan.map(({ id }) => id)).toEqual(['a header', 'page 298', 'page 299']);
  });
});
