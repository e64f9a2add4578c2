/** The longest part of a list whose numbers grow: what may stay where it is when a list is put in another order. */
export function inOrder(list: readonly number[]): number[] {
  const ends: number[] = [];
  const before: number[] = [];
  list.forEach((one, i) => {
    let [low, high] = [0, ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (list[ends[middle]!]! < one) low = middle + 1;
      else high = middle;
    }
    before[i] = low > 0 ? ends[low - 1]! : -1;
    ends[low] = i;
  });
  const out: number[] = [];
  for (let at = ends.at(-1) ?? -1; at >= 0; at = before[at]!) out.push(list[at]!);
  return out.reverse();
}
