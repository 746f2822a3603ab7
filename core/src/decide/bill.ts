import type { DecisionInput, RepairOption } from '../jobfile/decision';
import { InputError, within } from '../quantity/input-error';
import { meanOf, type Triangle, triangleOf } from './triangle';

/** An option with its figures, and the options it may turn into. */
export interface Priced {
  name: string;
  cures: ReadonlySet<string>;
  runsAsItIs: boolean;
  /** Stands in the table and is not advised: nobody asked for it, or nobody has said what it mends. */
  aside: boolean;
  unsaid: boolean;
  gainShare: number;
  /** Chance that it still runs after a hundred hours. */
  lasts100Hours: number;
  parts: Triangle;
  hours: Triangle;
  access: number;
  machineShop: number;
  holds: number;
  escalates: { to: number; probability: number }[];
}

/** One way for an option to end: what was done one after the other, the last thing last. */
export interface End {
  probability: number;
  done: readonly Priced[];
}

/** The options of a decision, with what an hour costs. Tax is in every sum. */
export interface PriceTable {
  options: Priced[];
  /** Of each option. */
  ends: End[][];
  rate: number;
}

/**
 * Options with their figures looked at.
 * @throws InputError naming the field: a name twice, an escalation to nothing, in a circle, or more than certain
 */
export function pricedOptions(input: Pick<DecisionInput, 'options' | 'labourRatePerHour' | 'taxPercent'>): PriceTable {
  const { options } = input;
  const taxed = 1 + (input.taxPercent ?? 0) / 100;
  if (options.length === 0) throw new InputError('options', 'no-option');
  const at = new Map<string, number>();
  options.forEach(({ name }, i) => {
    if (at.has(name)) throw new InputError(`options[${i}].name`, 'named-twice', { name });
    at.set(name, i);
  });
  const priced = options.map((option, i) => within(`options[${i}]`, () => pricedOption(option, at, taxed)));
  priced.forEach((_, i) => refuseCircles(priced, i));
  return { options: priced, ends: priced.map((_, i) => endsOf(priced, i)), rate: input.labourRatePerHour * taxed };
}

function pricedOption(option: RepairOption, at: ReadonlyMap<string, number>, taxed: number): Priced {
  const escalates = (option.escalates ?? []).map(({ to, probability }, e) => {
    const found = at.get(to);
    if (found === undefined) throw new InputError(`escalates[${e}].to`, 'no-such-option', { name: to });
    return { to: found, probability };
  });
  if (escalates.reduce((sum, { probability }) => sum + probability, 0) > 1 + 1e-9)
    throw new InputError('escalates', 'more-than-certain');
  const { low, likely, high } = triangleOf('parts', option.partsLow, option.partsLikely, option.partsHigh);
  return {
    name: option.name,
    cures: new Set(option.cures ?? []),
    runsAsItIs: option.runsAsItIs === true,
    aside: option.aside === true,
    unsaid: option.unsaid === true,
    gainShare: option.gainShare ?? 1,
    lasts100Hours: 1 - (option.failsPer100Hours ?? 0),
    parts: { low: low * taxed, likely: likely * taxed, high: high * taxed },
    hours: triangleOf('hours', option.hoursLow, option.hoursLikely, option.hoursHigh),
    access: option.accessHours ?? 0,
    machineShop: (option.machineShop ?? 0) * taxed,
    holds: option.holdsProbability ?? 1,
    escalates,
  };
}

function refuseCircles(options: readonly Priced[], from: number, on: readonly number[] = []): void {
  if (on.includes(from)) throw new InputError(`options[${from}].escalates`, 'goes-in-a-circle');
  for (const { to } of options[from]?.escalates ?? []) refuseCircles(options, to, [...on, from]);
}

/** Mean of what an option costs by itself, once it is reached. */
const meanOwn = ({ options, rate }: PriceTable, at: number): number => {
  const { parts, hours, machineShop } = options[at] as Priced;
  return meanOf(parts) + rate * meanOf(hours) + machineShop;
};

/** Mean of what an option costs once it is open: what it turns into comes on top, the way there is not paid again. */
export const meanOnceOpen = (table: PriceTable, at: number): number =>
  (table.options[at] as Priced).escalates.reduce(
    (sum, { to, probability }) => sum + probability * meanOnceOpen(table, to),
    meanOwn(table, at),
  );

const meanAccess = ({ options, rate }: PriceTable, at: number) => rate * (options[at] as Priced).access;

/** Mean of the bill of what is done at once. */
export const firstBill = (table: PriceTable, at: number): number => meanAccess(table, at) + meanOwn(table, at);

/** Mean of the whole bill. Exact: sums of means. */
export const meanBill = (table: PriceTable, at: number): number => meanAccess(table, at) + meanOnceOpen(table, at);

/** Whether an option is free, however it ends. */
export const isFree = (table: PriceTable, at: number): boolean => meanBill(table, at) === 0;

/** Every way for an option to end. What was done before the last stays done. */
function endsOf(options: readonly Priced[], at: number, before: readonly Priced[] = []): End[] {
  const one = options[at] as Priced;
  const done = [...before, one];
  const stays = 1 - one.escalates.reduce((sum, { probability }) => sum + probability, 0);
  return [
    { probability: stays, done },
    ...one.escalates.flatMap(({ to, probability }) =>
      endsOf(options, to, done).map((end) => ({ ...end, probability: probability * end.probability })),
    ),
  ];
}
