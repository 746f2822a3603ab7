import { type FaultCause, FAULT_CAUSES, canHave } from '../engine/faults';
import { neighboursOfCylinder } from '../engine/banks';
import { CASE, type PracticeCase, placesOf, truthAt } from './case';

/** What a place may have. */
export type Finding = FaultCause | 'sound';

/**
 * What somebody says it is: for each place how likely each finding is, 0 to 1. What is not named shares what is left
 * evenly; a place that nobody speaks of is said to be sound.
 */
export type Claims = Readonly<Record<string, Readonly<Partial<Record<Finding, number>>>>>;

/** How sure it is put to an owner. */
export const SURENESS = ['certain', 'likely', 'open'] as const;
export type Sureness = (typeof SURENESS)[number];
/** What there was to test with, and may have been left out. */
export const TESTINGS = ['compression', 'air', 'case'] as const;
export type Testing = (typeof TESTINGS)[number];
/** What is said of the bill: one figure, both ends and where it is stopped to call, or nothing. */
export const BILLS = ['likely', 'both', 'none'] as const;
export type BillTold = (typeof BILLS)[number];

/** What an owner, or a buyer, is told. What is missing was not said. */
export interface ToOwner {
  sure?: Sureness;
  bill?: BillTold;
  untested?: readonly Testing[];
}
export interface Answer {
  claims: Claims;
  /** Name of an option; `buy` or `walk-away` where it is for sale. */
  job?: string;
  owner?: ToOwner;
}

/** Everything that a place of this engine can have. */
export function findingsAt({ job: { engine } }: Pick<PracticeCase, 'job'>, place: string): Finding[] {
  if (place === CASE) return ['sound', 'crank-seal'];
  return [
    'sound',
    ...FAULT_CAUSES.filter(
      (cause) =>
        cause !== 'crank-seal' &&
        canHave(engine, cause) &&
        (cause !== 'head-gasket-between' || neighboursOfCylinder(engine, place).length > 0),
    ),
  ];
}

/** The whole distribution behind a claim; it adds up to 1. */
export function claimAt(of: Pick<PracticeCase, 'job'>, claims: Claims, place: string): Map<Finding, number> {
  const all = findingsAt(of, place);
  const named = claims[place] ?? { sound: 1 };
  const said = all.flatMap((finding): [Finding, number][] => {
    const p = named[finding];
    return p === undefined ? [] : [[finding, Math.min(1, Math.max(0, p))]];
  });
  const sum = said.reduce((total, [, p]) => total + p, 0);
  const scale = sum > 1 ? 1 / sum : 1;
  const rest = all.length - said.length;
  const each = rest > 0 ? Math.max(0, 1 - sum) / rest : 0;
  // Nothing was left unnamed, and it is not whole: it is meant in proportion.
  const whole = rest === 0 && sum > 0 ? 1 / sum : scale;
  const odds = new Map(said.map(([finding, p]) => [finding, p * whole]));
  return new Map(all.map((finding) => [finding, odds.get(finding) ?? each]));
}

/**
 * How far a claim is from what is so, 0 (right and sure) and up, over all places.
 * Source: the quadratic score, half the squared distance between the odds and what came out; it is proper: who gives
 * other odds than they believe can only lose by it, in the mean.
 */
export function distance(of: PracticeCase, claims: Claims): number {
  return placesOf(of).reduce((sum, place) => {
    const truth = truthAt(of, place);
    return (
      sum +
      [...claimAt(of, claims, place)].reduce((half, [finding, p]) => half + (p - Number(finding === truth)) ** 2 / 2, 0)
    );
  }, 0);
}

/** What is held for likeliest at a place, and how sure. */
export function surest(of: PracticeCase, claims: Claims, place: string): { finding: Finding; p: number } {
  const [finding, p] = [...claimAt(of, claims, place)].reduce((best, one) => (one[1] > best[1] ? one : best));
  return { finding, p };
}
