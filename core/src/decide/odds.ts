import { isTestFault } from '../causes/hypotheses';
import type { Belief } from '../causes/infer';
import { type Named, namesOf } from '../causes/names';
import type { Cause } from '../causes/cause';
import { FAULT_CAUSES, SEEN_TROUBLES, type SeenTrouble } from '../engine/faults';
import type { JobFile } from '../jobfile/job-file';
import { troublesSeen } from './seen-inside';
import type { JudgedInspection } from '../test-kinds/inspection';

/** What is to be cured: a cause in a cylinder, the seals of a case, or what was seen inside. */
export type Trouble = Named | 'crank-seal' | SeenTrouble;
export type Odds = ReadonlyMap<Trouble, number>;

/** What the engine has: the place that is least likely sound, and every other that is likelier faulty than not. */
export interface Troubles {
  /** The cylinder; nothing where it is the case. */
  cylinder?: string;
  worst: Odds;
  others: readonly Odds[];
  /** The valve clearances were measured and are right: setting them mends nothing. */
  clearancesRight?: true;
}

/** A place that is likelier sound than not needs no repair of its own. */
export const FAULTY_BELOW = 0.5;

/**
 * The troubles of an engine by its belief; of a cylinder that was opened by what was found in it. Faults of the test
 * leave a sound engine behind them. Each adds up to 1, the likeliest first. What was seen of a part that no pressure
 * test speaks of is a place of its own.
 */
export function troublesOf(
  belief: Belief,
  causes: readonly Cause[],
  inspections: readonly JudgedInspection[] = [],
  found: JobFile['found'] = [],
): Troubles {
  const seen = new Map(found.map(({ cylinder, cause }) => [cylinder, foundOdds(cause)]));
  const cylinders = [...belief.cylinders.keys()].map((id) => ({
    id,
    odds: seen.get(id) ?? engineOdds(namesOf(belief, id)),
  }));
  // Of a case by its worst test: it is one place, however it was fed.
  const byCase = new Map<string | null, number>();
  for (const { cause, cylinder, probability } of causes)
    if (cause === 'crank-seal') byCase.set(cylinder, Math.max(byCase.get(cylinder) ?? 0, probability));
  const cases = [...byCase.values()].map((seals) => ({ id: undefined, odds: caseOdds(seals) }));
  const apart = troublesSeen(inspections).map(({ cylinder, trouble }) => ({ id: cylinder, odds: foundOdds(trouble) }));
  const judged = [...cylinders, ...cases].sort((a, b) => soundIn(a.odds) - soundIn(b.odds));
  // What is judged is asked on about; what was seen stands beside it.
  const isFaulty = ({ odds }: { odds: Odds }) => soundIn(odds) < FAULTY_BELOW;
  const [worst, ...rest] = [...judged.filter(isFaulty), ...apart, ...judged.filter((one) => !isFaulty(one))];
  return {
    ...(worst?.id === undefined ? {} : { cylinder: worst.id }),
    ...(clearancesRight(inspections, worst?.id) ? { clearancesRight: true as const } : {}),
    worst: worst?.odds ?? new Map([['sound', 1]]),
    others: rest.filter(isFaulty).map(({ odds }) => odds),
  };
}

/** Measured on that cylinder, and none of them out. */
function clearancesRight(inspections: readonly JudgedInspection[], id: string | undefined): boolean {
  const here = inspections.filter(({ of, cylinder }) => of === 'valve-clearance' && cylinder === id);
  return here.length > 0 && here.every(({ state, says }) => state === 'sound' && says.length === 0);
}

/** What somebody saw is no guess any more. */
const foundOdds = (cause: string): Odds => {
  const trouble = [...FAULT_CAUSES, ...SEEN_TROUBLES].find((fault) => fault === cause) ?? 'sound';
  return new Map<Trouble, number>(
    trouble === 'sound'
      ? [['sound', 1]]
      : [
          [trouble, 1],
          ['sound', 0],
        ],
  );
};
const soundIn = (odds: Odds) => odds.get('sound') ?? 0;
const caseOdds = (seals: number): Odds =>
  new Map<Trouble, number>([
    ['crank-seal', seals],
    ['sound', 1 - seals],
  ]);

/** What is blamed on a test is sound. */
export function engineOdds(names: ReadonlyMap<Named, number>): Odds {
  const odds = new Map<Trouble, number>([['sound', 0]]);
  for (const [name, p] of names) {
    const engine = isTestFault(name) ? 'sound' : name;
    odds.set(engine, (odds.get(engine) ?? 0) + p);
  }
  const all = [...odds.values()].reduce((sum, p) => sum + p, 0);
  return new Map([...odds].map(([name, p]): [Trouble, number] => [name, p / all]).sort((a, b) => b[1] - a[1]));
}
