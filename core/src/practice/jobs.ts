import { decideBy, type DecidedOption, everyWay, type Troubles, type Trouble as Wrong, type Odds } from '../decide';
import type { DecisionInput } from '../jobfile/decision';
import { type PracticeCase, placesOf, truthAt } from './case';
import { type Claims, claimAt, type Finding, findingsAt } from './answer';

export const BUY = 'buy';
export const WALK_AWAY = 'walk-away';
/** Few bills are drawn: only means are asked for. */
const DRAWS = 200;

/** What is at each place, as certain as it is. */
const certain = (finding: Finding): Odds =>
  new Map<Wrong, number>(
    finding === 'sound'
      ? [['sound', 1]]
      : [
          [finding, 1],
          ['sound', 0],
        ],
  );

function troublesBy(places: readonly Odds[]): Troubles {
  const [worst, ...others] = [...places].sort((a, b) => (a.get('sound') ?? 0) - (b.get('sound') ?? 0));
  return { worst: worst ?? new Map([['sound', 1]]), others: others.filter((odds) => (odds.get('sound') ?? 0) < 0.5) };
}
const truly = (of: PracticeCase) => troublesBy(placesOf(of).map((place) => certain(truthAt(of, place))));

/** What may be done about it: the options that a mechanic would write down, whatever it turns out to be. */
export function optionsOf(of: PracticeCase): DecisionInput {
  const { engine } = of.job;
  const all = [...new Set(placesOf(of).flatMap((place) => findingsAt(of, place)))];
  const { price: _, ...money } = of.money;
  return { ...money, options: everyWay(engine, new Set<Wrong>(all.filter((finding) => finding !== 'sound'))).options };
}

/** Every job with what it likely costs by itself, without what may be found once it is open. */
export function jobsWithBills(of: PracticeCase): { name: string; bill: number }[] {
  const { options, labourRatePerHour: rate } = optionsOf(of);
  return options.map(({ name, partsLikely = 0, hoursLikely = 0, accessHours = 0 }) => ({
    name,
    bill: partsLikely + (hoursLikely + accessHours) * rate,
  }));
}

export interface JobWorth {
  /** In money: what the machine is worth afterwards without the bill. */
  left: number;
  bill: number;
}

/** What every way to go on leaves, now that it is known what is wrong. For sale: what is gained by it. */
export function worthOfJobs(of: PracticeCase): Map<string, JobWorth> {
  return worthBy(of, truly(of));
}

/** The same by what somebody claims. */
export const worthByClaims = (of: PracticeCase, claims: Claims): Map<string, JobWorth> =>
  worthBy(of, claimed(of, claims));
const claimed = (of: PracticeCase, claims: Claims) =>
  troublesBy(placesOf(of).map((place) => claimAt(of, claims, place) as Odds));

/** What every way costs by what somebody claims, likely and in the bad case; nothing for one that costs nothing. */
export function billOf(
  of: PracticeCase,
  claims: Claims,
  job: string | undefined,
): { likely: number; bad: number } | undefined {
  const found = decideBy(optionsOf(of), claimed(of, claims), [], DRAWS).options.find(({ name }) => name === job);
  return found && found.p90 > 0 ? { likely: found.p50, bad: found.p90 } : undefined;
}

function worthBy(of: PracticeCase, troubles: Troubles): Map<string, JobWorth> {
  const { options } = decideBy(optionsOf(of), troubles, [], DRAWS);
  const each = new Map(
    options.map(({ name, valueLeft = 0, mean }: DecidedOption) => [name, { left: valueLeft, bill: mean }]),
  );
  const { price } = of.money;
  if (price === undefined) return each;
  const best = Math.max(...[...each.values()].map(({ left }) => left));
  return new Map([
    [BUY, { left: best - price, bill: price }],
    [WALK_AWAY, { left: 0, bill: 0 }],
  ]);
}

/** The way that leaves most; of those that leave as much the first. */
export function bestJob(worth: ReadonlyMap<string, JobWorth>): string {
  return [...worth].reduce((best, one) => (one[1].left > best[1].left + 1e-9 ? one : best))[0];
}
