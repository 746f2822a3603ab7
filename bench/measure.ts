/** A measured ratio against its limit. */
export interface Measured {
  what: string;
  ratio: number;
  limit: number;
  detail: string;
  /** A share rather than a ratio of times. */ plain?: boolean;
}

export const median = (figures: readonly number[]): number =>
  [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)] ?? NaN;

/** Times `a` and `b` in turn, so that both see the same machine, and gives the median of each in ms. */
export async function inTurn(rounds: number, a: () => unknown, b: () => unknown): Promise<{ a: number; b: number }> {
  const timesA: number[] = [];
  const timesB: number[] = [];
  for (let i = 0; i < rounds; i += 1) {
    for (const [run, times] of i % 2 === 0
      ? ([
          [a, timesA],
          [b, timesB],
        ] as const)
      : ([
          [b, timesB],
          [a, timesA],
        ] as const)) {
      const started = performance.now();
      await run();
      times.push(performance.now() - started);
    }
  }
  return { a: median(timesA), b: median(timesB) };
}
