import { type Bench, decisionOf, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput, RepairOption } from '@rugged/core';
import { type PriceList, readyMade, type ReadyMade, USUAL_RATE, weighJob } from '@rugged/core/decide';

/** What is weighed on a job, what was chosen, and where the shop stops and calls. */
export interface Weighing {
  input: DecisionInput;
  chosen?: string;
  stopAt?: number;
  /** Of which ready-made ways it was made. */
  made?: string[];
}

/** The options that this job asks for, with the shop's prices. */
export function optionsFor(bench: Bench, prices: PriceList = {}): ReadyMade {
  const { state, troubles } = weighJob(toJobFile(bench));
  return readyMade(bench.engine, state, troubles, prices, bench.job.houseRules);
}

/** Hours of a season, until somebody says what is wanted. */
const SEASON = 50;

/** What tells ready-made ways from those that other facts make. */
const madeOf = (options: readonly RepairOption[]): string[] =>
  options.map(({ name, aside, failsPer100Hours }) => `${name}|${aside === true}|${failsPer100Hours ?? ''}`);

/**
 * The ways that the engine asks for now, whatever it asked for when they were made: with the figures that were set, with
 * those that were added and without those that were taken out. What is no way any more is not gone for.
 */
export function following(weighing: Weighing, { options }: Pick<ReadyMade, 'options'>): Weighing {
  const made = madeOf(options);
  if (weighing.made?.join() === made.join()) return weighing;
  const { input, chosen, stopAt, made: before, ...others } = weighing;
  const wasMade = (one: RepairOption) =>
    before === undefined
      ? one.repair !== undefined || one.jobs !== undefined
      : before.some((name) => name.startsWith(`${one.name}|`));
  const takenOut = (before ?? [])
    .map((name) => name.slice(0, name.indexOf('|')))
    .filter((name) => !input.options.some((one) => one.name === name));
  const known = new Map(input.options.map((one) => [one.name, one]));
  const fresh = options
    .filter(({ name }) => !takenOut.includes(name))
    .map((one) => ({ ...one, ...figuresWeighed(known.get(one.name)) }));
  const added = input.options.filter((one) => !wasMade(one) && !fresh.some(({ name }) => name === one.name));
  const all = [...fresh.filter(({ aside }) => !aside), ...added, ...fresh.filter(({ aside }) => aside)];
  const names = new Set(all.map(({ name }) => name));
  const whole = all.map((one) =>
    one.escalates ? { ...one, escalates: one.escalates.filter(({ to }) => names.has(to)) } : one,
  );
  const stays = chosen !== undefined && names.has(chosen);
  return {
    ...others,
    made,
    input: { ...input, options: whole.map((one) => (one.name === chosen ? shownOption(one) : one)) },
    ...(stays ? { chosen, ...(stopAt === undefined ? {} : { stopAt }) } : {}),
  };
}

/** What is gone for stands aside no more. */
export const shownOption = ({ aside: _, ...option }: RepairOption): RepairOption => option;

/** Of an option, what somebody may have set: not what it is, nor what it turns into. */
function figuresWeighed(option: RepairOption | undefined): Partial<RepairOption> {
  if (!option) return {};
  const { aside: _, escalates: __, failsPer100Hours: ___, ...figures } = option;
  return figures;
}

/** What was kept last; without that the ready-made options at the shop's rate. */
export function weighingOf(
  bench: Bench,
  prices: PriceList = {},
  ready: Pick<ReadyMade, 'options'> = optionsFor(bench, prices),
): Weighing {
  const kept = decisionOf(bench);
  if (kept) {
    const { input, chosen, stopAt } = kept;
    return following(
      { input, ...(chosen === undefined ? {} : { chosen }), ...(stopAt === undefined ? {} : { stopAt }) },
      ready,
    );
  }
  const { currency, taxPercent, labourRatePerHour = USUAL_RATE } = prices;
  return {
    input: {
      ...(currency === undefined ? {} : { currency }),
      ...(taxPercent === undefined ? {} : { taxPercent }),
      labourRatePerHour,
      wantedHours: SEASON,
      options: ready.options,
    },
    made: madeOf(ready.options),
  };
}
