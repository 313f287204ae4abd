/** Puts something last in a map, and lets go of its first where there are more than some. */
export function keepLast<T>(map: Map<string, T>, key: string, value: T, most: number): void {
  map.delete(key);
  map.set(key, value);
  for (const old of map.keys()) if (map.size > most) map.delete(old);
}
