import { sharedRow, type SharedTestFault, type TestFault } from './hypotheses';
import type { Belief, CylinderBelief } from './infer';
import { type RowShares, sharesOf } from './tables';
import type { CylinderCause } from './cylinder-cause';

/** What a cylinder may have, as it is told: the grades of a cause together, the faults of the test among them. */
export type Named = CylinderCause | TestFault;

export interface Row {
  shares: RowShares;
  name: Named;
  probability: number;
}

/** Everything that a cylinder may have, shared faults too, with the odds as they stand. */
export function rowsOf(belief: Belief, one: CylinderBelief): Row[] {
  const shared = (fault: SharedTestFault, probability: number): Row => ({
    shares: sharesOf(sharedRow(fault, belief.conditions?.chamber ?? 'large')),
    name: fault,
    probability,
  });
  return [
    ...one.rows.map(({ hypothesis: { cause, which }, shares }, i): Row => ({
      shares,
      name: which ?? (cause as CylinderCause),
      probability: one.posterior[i] as number,
    })),
    ...[...belief.shared].map(([fault, probability]) => shared(fault, probability + (one.tests.get(fault) ?? 0))),
  ];
}

/** The odds of everything that a cylinder may have, as it is told. */
export function namesOf(belief: Belief, cylinder: string): Map<Named, number> {
  const one = belief.cylinders.get(cylinder);
  return one ? byName(rowsOf(belief, one), (row) => row.probability) : new Map<Named, number>();
}

/** Entropy of the causes of a cylinder as they are told, bits. */
export const entropyOf = (belief: Belief, cylinder: string): number => entropy(namesOf(belief, cylinder));

export function byName(rows: readonly Row[], p: (row: Row, i: number) => number): Map<Named, number> {
  const names = new Map<Named, number>();
  rows.forEach((row, i) => names.set(row.name, (names.get(row.name) ?? 0) + p(row, i)));
  return names;
}

export function entropy(names: ReadonlyMap<Named, number>): number {
  let sum = 0;
  for (const p of names.values()) if (p > 0) sum -= p * Math.log2(p);
  return sum;
}
