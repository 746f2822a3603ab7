import { type Bench, decisionOf, openedSinceDecided, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput } from '@rugged/core';
import { type PriceList, readyMade, type ReadyMade, USUAL_RATE, weighJob } from '@rugged/core/decide';

/** What is weighed on a job, what was chosen, and where the shop stops and calls. */
export interface Weighing {
  input: DecisionInput;
  chosen?: string;
  stopAt?: number;
}

/** The options that this job asks for, with the shop's prices. */
export function optionsFor(bench: Bench, prices: PriceList = {}): ReadyMade {
  const { state, troubles } = weighJob(toJobFile(bench));
  return readyMade(bench.engine, state, troubles, prices);
}

/** Hours of a season, until somebody says what is wanted. */
const SEASON = 50;

/** What was found inside may ask for ways that nobody had thought of: they come after those that were weighed. */
const withMore = (input: DecisionInput, options: DecisionInput['options']): DecisionInput => ({
  ...input,
  options: [...input.options, ...options.filter(({ name }) => !input.options.some((one) => one.name === name))],
});

/** What was kept last; without that the ready-made options at the shop's rate. */
export function weighingOf(bench: Bench, prices: PriceList = {}): Weighing {
  const kept = decisionOf(bench);
  if (kept) {
    const { chosen, stopAt } = kept;
    const input = openedSinceDecided(bench) ? withMore(kept.input, optionsFor(bench, prices).options) : kept.input;
    return { input, ...(chosen === undefined ? {} : { chosen }), ...(stopAt === undefined ? {} : { stopAt }) };
  }
  const { currency, taxPercent, labourRatePerHour = USUAL_RATE } = prices;
  return {
    input: {
      ...(currency === undefined ? {} : { currency }),
      ...(taxPercent === undefined ? {} : { taxPercent }),
      labourRatePerHour,
      wantedHours: SEASON,
      options: optionsFor(bench, prices).options,
    },
  };
}
