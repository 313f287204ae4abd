/**
 * An element of a list that is known to be there.
 * @throws where it is not: then something is wrong with the program
 */
export function at<T>(list: readonly T[], index: number): T {
  const element = list[index];
  if (element === undefined) throw new RangeError(`There is no element ${index} among ${list.length}.`);
  return element;
}
