import { SECOND_LOOK } from '../people/rights';
import type { Bench } from './bench';

/** Work of an apprentice that nobody has signed for beside them. */
export interface Unseen {
  /** Whose it is, by name. */
  by: string[];
  tests: number;
  readings: number;
  others: number;
}

/** When it came: what waits on a device yet came last. */
const cameAt = (row: { receivedAt?: string }) => (row.receivedAt ? Date.parse(row.receivedAt) : Infinity);

/**
 * What an apprentice did on a job since somebody last signed for it: tests, readings, signatures, repairs and what was
 * found. A job closes when there is nothing of it.
 *
 * @returns nothing where nobody has to look
 */
export function unseenWork(bench: Bench): Unseen | undefined {
  const looked = bench.signatures
    .filter(({ procedure, apprentice }) => procedure === SECOND_LOOK && !apprentice)
    .map(cameAt);
  const last = Math.max(-Infinity, ...looked);
  const unseen = <T extends { apprentice?: boolean; receivedAt?: string; by?: string }>(rows: readonly T[]) =>
    rows.filter((row) => row.apprentice && !(cameAt(row) <= last));
  const tests = unseen(bench.tests);
  const readings = unseen(bench.readings);
  const others = [...unseen(bench.signatures), ...unseen(bench.repairs), ...unseen(bench.outcomes)];
  const all = [...tests, ...readings, ...others];
  if (all.length === 0) return undefined;
  return {
    by: [...new Set(all.map(({ by }) => by ?? 'An apprentice'))].sort(),
    tests: tests.length,
    readings: readings.length,
    others: others.length,
  };
}
