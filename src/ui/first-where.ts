/**
 * Place of the first item for which something holds, in a list in which it holds for all behind it; the list's length
 * where it holds for none. By halving.
 */
export function firstWhere<Item>(list: readonly Item[], holds: (item: Item) => boolean): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(list[middle]!)) high = middle;
    else low = middle + 1;
  }
  return low;
}
