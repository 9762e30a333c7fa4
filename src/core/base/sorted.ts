/** The first place in an ascending list whose value is not below `value`. */
export function lowerBound(list: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
