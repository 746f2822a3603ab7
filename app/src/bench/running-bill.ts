import { type Bench, latestOf } from '@rugged/contract/bench';

export interface RunningBill {
  sofar: number;
  /** At which the shop stops and calls: what the owner agreed to, else what the shop decided. */
  limit: number;
  currency?: string;
  /** `over` it, or so `near` that the next hour may pass it. */
  is: 'within' | 'near' | 'over';
}

/** From so much of the limit on it is near. */
const NEAR = 0.8;

/** What was done on a job against the sum at which the shop stops and calls; missing where there is no such sum yet. */
export function runningBill({ answers, decisions, repairs }: Bench): RunningBill | undefined {
  const decision = latestOf(decisions);
  const agreed = latestOf(answers.filter(({ answer }) => answer === 'agreed'));
  const limit = agreed?.stopAt ?? decision?.stopAt;
  if (!decision || limit === undefined || repairs.length === 0) return undefined;
  const { labourRatePerHour: rate, taxPercent = 0, currency } = decision.input;
  const taxed = 1 + taxPercent / 100;
  const sofar = repairs.reduce(
    (sum, { cost, partsCost = 0, hours = 0 }) => sum + (cost ?? taxed * (partsCost + hours * rate)),
    0,
  );
  return {
    sofar,
    limit,
    ...(currency === undefined ? {} : { currency }),
    is: sofar > limit ? 'over' : sofar >= NEAR * limit ? 'near' : 'within',
  };
}
