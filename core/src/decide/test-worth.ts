import type { Engine } from '../engine/engine';
import type { Belief } from '../causes/infer';
import { MINUTES } from '../plan/step';
import { leakdownWorth, type Outcome, wetWorth, type Worth } from '../plan/worth';
import type { PriceTable } from './bill';
import { engineOdds, type Odds } from './odds';
import { bestOf, type Weighed } from './weigh';

/** A test that may still be made before anybody decides, with the odds that each of its outcomes would leave. */
export interface OpenTest {
  test: 'wet' | 'leakdown';
  cylinder: string;
  minutes: number;
  outcomes: { outcome: Outcome; probability: number; odds: Odds }[];
}

/** What a test is worth before deciding, in money, and what it costs. */
export interface TestWorth {
  test: OpenTest['test'];
  cylinder: string;
  minutes: number;
  /** How much more is left in the mean for knowing its outcome first. */
  worth: number;
  /** Its minutes at the shop's rate. */
  cost: number;
  outcomes: { outcome: Outcome; probability: number; then: string }[];
}

/** Oil and air on one cylinder, by the tables that the plan weighs them by. */
export function openTests(
  belief: Belief,
  cylinder: string,
  engine: Engine,
  can: readonly OpenTest['test'][],
): OpenTest[] {
  const worth: Record<OpenTest['test'], () => Worth> = {
    wet: () => wetWorth(belief, cylinder),
    leakdown: () => leakdownWorth(belief, cylinder, engine),
  };
  return can.map((test) => ({
    test,
    cylinder,
    minutes: MINUTES[test],
    outcomes: worth[test]().outcomes.map(({ outcome, probability, names }) => ({
      outcome,
      probability,
      odds: engineOdds(names),
    })),
  }));
}

/**
 * Expected value of the sample's information: the mean of the best after each outcome, less the best without.
 * @param left by the best without
 */
export function testWorth(
  table: PriceTable,
  weighed: Weighed,
  left: number,
  { outcomes, ...test }: OpenTest,
): TestWorth {
  const all = outcomes.reduce((sum, { probability }) => sum + probability, 0);
  const after = outcomes.map(({ outcome, probability, odds }) => {
    const then = weighed.under(odds);
    const best = bestOf(table, then);
    const name = best === undefined ? '' : (table.options[best]?.name ?? '');
    return { outcome, probability: probability / all, then: name, left: best === undefined ? NaN : then.left(best) };
  });
  return {
    ...test,
    worth: Math.max(0, after.reduce((sum, one) => sum + one.probability * one.left, 0) - left),
    cost: (test.minutes / 60) * table.rate,
    outcomes: after.map(({ left: _, ...one }) => one),
  };
}
