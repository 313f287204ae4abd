/**
 * The value that would stand at index `at` if the values from index `from` to `to` (not included) were in ascending
 * order; reorders them (quickselect, Hoare 1961).
 */
export function select(values: Float32Array | Uint16Array, at: number, from: number, to: number): number {
  let low = from;
  let high = to - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1]!;
    let i = low;
    let j = high;
    while (i <= j) {
      while (values[i]! < pivot) i++;
      while (values[j]! > pivot) j--;
      if (i <= j) {
        const swap = values[i]!;
        values[i++] = values[j]!;
        values[j--] = swap;
      }
    }
    if (at <= j) high = j;
    else if (at >= i) low = i;
    else break;
  }
  return values[at]!;
}
