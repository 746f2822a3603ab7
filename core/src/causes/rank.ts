import { neighboursOfCylinder } from '../engine/banks';
import type { JobFile } from '../jobfile/job-file';
import { probabilityBelow } from '../quantity/normal';
import { COVERAGE } from '../quantity/doubt';
import { roundOff } from '../quantity/round-off';
import { type Cause, confidenceOf, type Evidence } from './cause';
import type { FactName } from './facts';
import {
  type Hypothesis,
  NOTED_FACTS,
  notedProbability,
  sharedRow,
  type SharedTestFault,
  type TestFault,
} from './hypotheses';
import type { Belief, CylinderBelief, PriorRow } from './infer';
import { logShare, shareOf, sharesOf } from './tables';
import type { JudgedCrankcase } from '../test-kinds/crankcase/judged';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';

/** Below this a cause is listed without its evidence. */
const WORTH_TELLING = 0.05;
/** A fact that moves the odds by less is not worth a line, decibans. */
const LEAST_DECIBANS = 1;
const DECIBANS = 10 / Math.LN10;

/**
 * Causes in the order in which they are to be read: the cylinder that is least likely to be sound first, each with its
 * likeliest cause first, the faults that the whole test shares among those of the first.
 */
export function rankCauses(
  job: JobFile,
  belief: Belief,
  cylinders: readonly DraftCylinder[],
  crankcase: JudgedCrankcase | null,
): Cause[] {
  const groups = [...belief.cylinders]
    .map(([id, one]) => ownCauses(job, id, one, cylinders))
    .sort((a, b) => soundIn(a) - soundIn(b));
  const shared = [...belief.shared].map(([fault, probability]) => sharedCause(fault, probability, belief));
  const [first = [], ...rest] = groups;
  const ranked = [[...first, ...shared], ...rest].map((group) => group.sort((a, b) => b.probability - a.probability));
  return [...ranked.flat(), ...crankSeals(crankcase)];
}

const soundIn = (causes: readonly Cause[]) => causes.find(({ cause }) => cause === 'sound')?.probability ?? 0;

function ownCauses(job: JobFile, id: string, belief: CylinderBelief, cylinders: readonly DraftCylinder[]): Cause[] {
  const expected = expectedOf(belief);
  const causes: Cause[] = [];
  // The grades of a cause stand together: one entry tells them all.
  const { rows, posterior } = belief;
  for (let from = 0; from < rows.length;) {
    const { cause, which } = (rows[from] as PriorRow).hypothesis;
    let to = from;
    let probability = 0;
    while (to < rows.length && isSame((rows[to] as PriorRow).hypothesis, cause, which))
      probability += posterior[to++] as number;
    const entry = causeOf(
      cause,
      which,
      id,
      cause === 'head-gasket-between' ? otherSide(job, id, cylinders) : undefined,
      probability,
    );
    if (probability >= WORTH_TELLING) entry.evidence = evidenceFor(rows.slice(from, to), belief, expected);
    causes.push(entry);
    from = to;
  }
  return causes;
}

const isSame = (one: Hypothesis, cause: Hypothesis['cause'], which: Hypothesis['which']) =>
  one.cause === cause && one.which === which;

/** Without its evidence yet. */
function causeOf(
  cause: Cause['cause'],
  which: TestFault | undefined,
  cylinder: string | null,
  other: string | undefined,
  probability: number,
): Cause {
  const entry: Cause = {
    cause,
    cylinder,
    probability: roundOff(probability),
    confidence: confidenceOf(probability),
    evidence: [],
  };
  if (which) entry.which = which;
  if (other !== undefined) entry.with = other;
  return entry;
}

/** Each fact's weight: how much likelier it is under this cause than under all the others of the cylinder. */
function evidenceFor(rows: readonly PriorRow[], { found }: CylinderBelief, expected: readonly number[]): Evidence[] {
  let mine = 0;
  for (const { prior } of rows) mine += prior;
  const evidence: Evidence[] = [];
  for (let i = 0; i < found.length; i += 1) {
    const { fact, at, bin, figure, weight: counts } = found[i] as CylinderBelief['found'][number];
    let here = 0;
    for (const { prior, shares } of rows) here += prior * shareOf(shares, at, bin);
    const elsewhere = ((expected[i] as number) - here) / Math.max(1e-12, 1 - mine);
    const weight = DECIBANS * counts * Math.log(here / mine / Math.max(1e-9, elsewhere));
    if (Math.abs(weight) < LEAST_DECIBANS) continue;
    evidence.push(
      figure === undefined
        ? { fact, weight: rounded(weight), bin }
        : { fact, weight: rounded(weight), bin, figure: roundOff(figure) },
    );
  }
  return evidence.sort(byWeight);
}

const byWeight = (a: Evidence, b: Evidence) => Math.abs(b.weight) - Math.abs(a.weight);

/** How likely each fact was before anything was measured, over all that the cylinder may have. */
const expectedOf = ({ found, rows }: CylinderBelief): number[] =>
  found.map(({ at, bin }) => {
    let sum = 0;
    for (const { prior, shares } of rows) sum += prior * shareOf(shares, at, bin);
    return sum;
  });

const rounded = (weight: number) => Math.round(10 * weight) / 10;

function sharedCause(fault: SharedTestFault, probability: number, belief: Belief): Cause {
  const entry = causeOf('test-fault', fault, null, undefined, probability);
  if (probability >= WORTH_TELLING) entry.evidence = sharedEvidence(fault, belief);
  return entry;
}

function sharedEvidence(fault: SharedTestFault, { conditions, cylinders }: Belief): Evidence[] {
  if (!conditions) return [];
  const row = sharesOf(sharedRow(fault, conditions.chamber));
  const notes = NOTED_FACTS.flatMap((fact): Evidence[] => {
    const weight =
      DECIBANS * Math.log(notedProbability(fact, conditions, fault) / notedProbability(fact, conditions, undefined));
    return Math.abs(weight) < LEAST_DECIBANS ? [] : [{ fact, weight: rounded(weight), noted: conditions[fact] }];
  });
  // What every cylinder says alike, once for the whole row.
  const weights = new Map<FactName, number>();
  for (const one of cylinders.values()) {
    const expected = expectedOf(one);
    one.found.forEach((found, i) =>
      weights.set(
        found.fact,
        (weights.get(found.fact) ?? 0) +
          DECIBANS * found.weight * (logShare(row, found) - Math.log(expected[i] as number)),
      ),
    );
  }
  const told = [...weights].flatMap(([fact, weight]): Evidence[] => {
    return Math.abs(weight) < LEAST_DECIBANS ? [] : [{ fact, weight: rounded(weight) }];
  });
  return [...notes, ...told].sort(byWeight);
}

/** The neighbour that the gasket most likely blew to: where air was heard, else the one that reads most alike. */
function otherSide(job: JobFile, id: string, cylinders: readonly DraftCylinder[]): string | undefined {
  const one = cylinders.find((cylinder) => cylinder.id === id);
  const heard = one?.leakage?.heard
    .filter(({ at, level, cylinder }) => at === 'neighbour' && level > 0 && cylinder !== undefined)
    .sort((a, b) => b.level - a.level)[0]?.cylinder;
  if (heard !== undefined) return heard;
  const reads = (cylinder: string) =>
    cylinders.find((other) => other.id === cylinder)?.compression?.readKPa ?? Infinity;
  const mine = reads(id);
  return neighboursOfCylinder(job.engine, id).sort((a, b) => Math.abs(reads(a) - mine) - Math.abs(reads(b) - mine))[0];
}

/** Crank seals have a scale of their own: the crankcase test alone speaks of them. */
function crankSeals(crankcase: JudgedCrankcase | null): Cause[] {
  return (crankcase?.tests ?? []).flatMap(({ netDrop, plusMinus, limit, case: cylinder, reasons, unit }): Cause[] => {
    if (netDrop === null || plusMinus === null) return [];
    const over = 1 - probabilityBelow(limit, netDrop, plusMinus / COVERAGE);
    const probability = Math.min(0.98, Math.max(0.02, over));
    const entry = causeOf('crank-seal', undefined, cylinder ?? null, undefined, probability);
    const [hold] = reasons;
    if (hold)
      entry.evidence = [
        {
          fact: 'crankcase-hold',
          weight: rounded(DECIBANS * Math.log(probability / (1 - probability))),
          hold: roundOff(hold),
          unit,
        },
      ];
    return [entry];
  });
}
