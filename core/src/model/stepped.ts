/** Narrowest and widest width below which a step can hold, CSS pixels. */
export const STEP_RANGE = [240, 2400] as const;

/**
 * Values by width: what a step sets holds at every width below its own, until a later step sets it again. The style sheet says the
 * same with container queries, from the widest step to the narrowest.
 */
export function stepped<T extends object>(
  base: T,
  steps: readonly (Partial<T> & { below: number })[] | undefined,
  width: number,
): T {
  const holding = (steps ?? []).filter(({ below }) => width < below).sort((a, b) => b.below - a.below);
  return holding.reduce((value, { below: _, ...set }) => ({ ...value, ...(set as Partial<T>) }), base);
}
