/** Which of a list of ranks can stay where they are while the others are moved between them: a longest rising part (patience sorting). */
export function keptOrder(ranks: readonly number[]): Set<number> {
  const tails: number[] = [];
  const before = new Int32Array(ranks.length).fill(-1);
  ranks.forEach((rank, i) => {
    let [low, high] = [0, tails.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (ranks[tails[middle]!]! < rank) low = middle + 1;
      else high = middle;
    }
    if (low) before[i] = tails[low - 1]!;
    tails[low] = i;
  });
  const kept = new Set<number>();
  for (let i = tails.at(-1) ?? -1; i >= 0; i = before[i]!) kept.add(ranks[i]!);
  return kept;
}
