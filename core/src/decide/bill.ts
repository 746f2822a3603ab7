import type { DecisionInput, RepairOption } from '../jobfile/decision';
import { InputError, within } from '../quantity/input-error';
import { meanOf, type Triangle, triangleOf } from './triangle';

/** An option with its figures, and the options it may turn into. */
export interface Priced {
  name: string;
  cures: ReadonlySet<string>;
  parts: Triangle;
  hours: Triangle;
  access: number;
  machineShop: number;
  holds: number;
  escalates: { to: number; probability: number }[];
}

/**
 * Options with their figures looked at.
 * @throws InputError naming the field: a name twice, an escalation to nothing, in a circle, or more than certain
 */
export function pricedOptions({ options }: Pick<DecisionInput, 'options'>): Priced[] {
  if (options.length === 0) throw new InputError('options', 'no-option');
  const at = new Map<string, number>();
  options.forEach(({ name }, i) => {
    if (at.has(name)) throw new InputError(`options[${i}].name`, 'named-twice', { name });
    at.set(name, i);
  });
  const priced = options.map((option, i) => within(`options[${i}]`, () => pricedOption(option, at)));
  priced.forEach((_, i) => refuseCircles(priced, i));
  return priced;
}

function pricedOption(option: RepairOption, at: ReadonlyMap<string, number>): Priced {
  const escalates = (option.escalates ?? []).map(({ to, probability }, e) => {
    const found = at.get(to);
    if (found === undefined) throw new InputError(`escalates[${e}].to`, 'no-such-option', { name: to });
    return { to: found, probability };
  });
  if (escalates.reduce((sum, { probability }) => sum + probability, 0) > 1 + 1e-9)
    throw new InputError('escalates', 'more-than-certain');
  return {
    name: option.name,
    cures: new Set(option.cures ?? []),
    parts: triangleOf('parts', option.partsLow, option.partsLikely, option.partsHigh),
    hours: triangleOf('hours', option.hoursLow, option.hoursLikely, option.hoursHigh),
    access: option.accessHours ?? 0,
    machineShop: option.machineShop ?? 0,
    holds: option.holdsProbability ?? 1,
    escalates,
  };
}

function refuseCircles(options: readonly Priced[], from: number, on: readonly number[] = []): void {
  if (on.includes(from)) throw new InputError(`options[${from}].escalates`, 'goes-in-a-circle');
  for (const { to } of options[from]?.escalates ?? []) refuseCircles(options, to, [...on, from]);
}

/** Mean of what an option costs once it is open: what it turns into comes on top, the way there is not paid again. */
export function meanOnceOpen(options: readonly Priced[], at: number, rate: number): number {
  const { parts, hours, machineShop, escalates } = options[at] as Priced;
  const own = meanOf(parts) + rate * meanOf(hours) + machineShop;
  return escalates.reduce((sum, { to, probability }) => sum + probability * meanOnceOpen(options, to, rate), own);
}

/** Mean of the whole bill. Exact: sums of means. */
export const meanBill = (options: readonly Priced[], at: number, rate: number): number =>
  rate * (options[at] as Priced).access + meanOnceOpen(options, at, rate);

/** Chance that the machine runs afterwards, for one cause of which an option is believed to be the cure or not. */
export function runsAfter(options: readonly Priced[], at: number, cured: (option: Priced) => number): number {
  const one = options[at] as Priced;
  const stays = 1 - one.escalates.reduce((sum, { probability }) => sum + probability, 0);
  return one.escalates.reduce(
    (sum, { to, probability }) => sum + probability * runsAfter(options, to, cured),
    stays * cured(one),
  );
}
