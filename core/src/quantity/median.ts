/**
 * Middle one of some figures, the mean of the middle two where their number is even. @param figures at least one, any
 * order
 */
export function median(figures: readonly number[]): number {
  const sorted = [...figures].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}
