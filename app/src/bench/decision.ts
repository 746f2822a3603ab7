import { type Bench, decisionOf, openedSinceDecided, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput, RepairOption } from '@rugged/core';
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
  return readyMade(bench.engine, state, troubles, prices, bench.job.houseRules);
}

/** Hours of a season, until somebody says what is wanted. */
const SEASON = 50;

/** What was found inside asks for other ways: those it takes, by the figures that were weighed, and the shop's own. */
function madeAnew(input: DecisionInput, options: DecisionInput['options']): DecisionInput {
  const before = new Map(input.options.map((one) => [one.name, one]));
  const own = input.options.filter(({ repair, jobs }) => !repair && !jobs);
  const fresh = options.map((one) => ({ ...one, ...figuresWeighed(before.get(one.name)) }));
  const shown = fresh.filter(({ aside }) => !aside);
  return { ...input, options: [...shown, ...own, ...fresh.filter(({ aside }) => aside)] };
}

/** Of an option, what somebody may have set: not what it is, nor what it turns into. */
function figuresWeighed(option: RepairOption | undefined): Partial<RepairOption> {
  if (!option) return {};
  const { aside: _, escalates: __, failsPer100Hours: ___, ...figures } = option;
  return figures;
}

/** What was kept last; without that the ready-made options at the shop's rate. */
export function weighingOf(bench: Bench, prices: PriceList = {}): Weighing {
  const kept = decisionOf(bench);
  if (kept) {
    const { chosen, stopAt } = kept;
    const input = openedSinceDecided(bench) ? madeAnew(kept.input, optionsFor(bench, prices).options) : kept.input;
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
