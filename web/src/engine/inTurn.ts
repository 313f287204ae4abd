/**
 * Does something with each of many, a few at a time, in their order: what waits its turn can be overtaken by what is wanted sooner.
 * @param atOnce how many are worked on at a time
 * @returns what came of each, in their order; rejected as soon as one is
 */
export async function inTurn<T, R>(
  all: readonly T[],
  atOnce: number,
  work: (one: T) => Promise<R>,
): Promise<R[]> {
  const results = new Array<R>(all.length);
  const waiting = all.entries();
  const lane = async () => {
    for (const [i, one] of waiting) results[i] = await work(one);
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
  return results;
}
