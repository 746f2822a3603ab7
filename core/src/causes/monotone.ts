/**
 * The figures nearest to those given that never fall, or never rise: neighbours that run the wrong way are pooled into
 * their mean, each by its weight.
 * @param weights how much each figure rests on, above 0
 * Source: isotonic regression by pooling adjacent violators.
 * @example monotone([0, 2, 1, 3], [1, 1, 1, 1], 'rising') // 0, 1.5, 1.5, 3
 */
export function monotone(figures: readonly number[], weights: readonly number[], way: 'rising' | 'falling'): number[] {
  const sign = way === 'rising' ? 1 : -1;
  const pools: { mean: number; weight: number; n: number }[] = [];
  figures.forEach((figure, i) => {
    pools.push({ mean: sign * figure, weight: weights[i] ?? 1, n: 1 });
    for (let last = pools.length - 1; last > 0; last -= 1) {
      const [one, two] = [pools[last - 1] as (typeof pools)[number], pools[last] as (typeof pools)[number]];
      if (one.mean <= two.mean) break;
      const weight = one.weight + two.weight;
      pools.splice(last - 1, 2, {
        mean: (one.mean * one.weight + two.mean * two.weight) / weight,
        weight,
        n: one.n + two.n,
      });
    }
  });
  return pools.flatMap(({ mean, n }) => new Array<number>(n).fill(sign * mean));
}
