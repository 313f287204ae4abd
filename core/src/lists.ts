/**
 * An element of a list that is known to be there.
 * @throws where it is not: then something is wrong with the program
 */
export function at<T>(list: readonly T[], index: number): T {
  const element = list[index];
  if (element === undefined) throw new RangeError(`There is no element ${index} among ${list.length}.`);
  return element;
}

/** The elements of a list by what a key says of them, in order of the first of each. */
export function grouped<T, K>(list: Iterable<T>, keyOf: (element: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const element of list) {
    const key = keyOf(element);
    const group = groups.get(key);
    if (group) group.push(element);
    else groups.set(key, [element]);
  }
  return groups;
}

/** What work with pauses comes to, done without them. */
export function withoutPauses<T>(steps: Generator<void, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
