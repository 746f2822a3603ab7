import { neighboursOfCylinder } from '../engine/banks';
import type { JobFile } from '../jobfile/job-file';
import type { JudgedCylinder, JudgedCrankcase } from '../judgement/judgement';
import { probabilityBelow } from '../quantity/normal';
import { COVERAGE } from '../quantity/doubt';
import { tellCause, tellFact, tellNoted, whyFact, whyNoted } from '../wording/causes';
import { type Cause, confidenceOf, type Evidence } from './cause';
import { FACT_NAMES, type FactName } from './facts';
import { type CylinderCause, NOTED_FACTS, notedProbability, sharedRow, type SharedTestFault, type TestFault } from './hypotheses';
import { type Belief, type CylinderBelief, hypothesisOf } from './infer';
import { logShare, weightOf } from './tables';

/** Below this a cause is listed without its evidence. */
const WORTH_TELLING = 0.03;
/** A fact that moves the odds by less is not worth a line, decibans. */
const LEAST_DECIBANS = 1;
const DECIBANS = 10 / Math.LN10;

/**
 * Causes in the order in which they are to be read: the cylinder that is least likely to be sound first, each with its
 * likeliest cause first, the faults that the whole test shares among those of the first.
 */
export function rankCauses(job: JobFile, belief: Belief, cylinders: readonly JudgedCylinder[], crankcase: JudgedCrankcase | null): Cause[] {
  const groups = [...belief.cylinders].map(([id, one]) => ownCauses(job, id, one, cylinders))
    .sort((a, b) => soundIn(a) - soundIn(b));
  const shared = [...belief.shared].map(([fault, probability]) => sharedCause(fault, probability, belief));
  const [first = [], ...rest] = groups;
  const ranked = [[...first, ...shared], ...rest].map((group) => group.sort((a, b) => b.probability - a.probability));
  return [...ranked.flat(), ...crankSeals(crankcase)];
}

const soundIn = (causes: readonly Cause[]) => causes.find(({ cause }) => cause === 'sound')?.probability ?? 0;

function ownCauses(job: JobFile, id: string, belief: CylinderBelief, cylinders: readonly JudgedCylinder[]): Cause[] {
  const byCause = new Map<string, { cause: CylinderCause | 'test-fault'; which?: TestFault; rows: string[]; probability: number }>();
  for (const [row, p] of belief.posterior) {
    const { cause, which } = hypothesisOf(row);
    const key = which ?? cause;
    const entry = byCause.get(key) ?? { cause, ...(which ? { which } : {}), rows: [], probability: 0 };
    entry.rows.push(row);
    entry.probability += p;
    byCause.set(key, entry);
  }
  return [...byCause.values()].map(({ cause, which, rows, probability }): Cause => {
    const other = cause === 'head-gasket-between' ? otherSide(job, id, cylinders) : undefined;
    const entry = { cause, ...(which ? { which } : {}), cylinder: id, ...(other === undefined ? {} : { with: other }), probability, confidence: confidenceOf(probability) };
    return { ...entry, text: tellCause(entry), evidence: probability < WORTH_TELLING ? [] : evidenceFor(cause, which, rows, belief, cylinders.find((one) => one.id === id)) };
  });
}

/** Each fact's weight: how much likelier it is under this cause than under all the others of the cylinder. */
function evidenceFor(cause: Cause['cause'], which: TestFault | undefined, rows: readonly string[], { facts, priors, measured }: CylinderBelief, judged: JudgedCylinder | undefined): Evidence[] {
  const mine = rows.map((row): [string, number] => [row, priors.get(row) ?? 0]);
  const others = [...priors].filter(([row]) => !rows.includes(row));
  return FACT_NAMES.flatMap((fact): Evidence[] => {
    const bin = facts[fact];
    if (bin === undefined) return [];
    const weight = DECIBANS * weightOf(fact, measured) * Math.log(meanShare(mine, fact, bin) / meanShare(others, fact, bin));
    if (Math.abs(weight) < LEAST_DECIBANS) return [];
    const why = whyFact(fact, which ?? cause, weight > 0);
    return [{ fact, weight: rounded(weight), text: tellFact(fact, bin, judged), ...(why ? { why } : {}) }];
  }).sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}

function meanShare(rows: readonly (readonly [string, number])[], fact: FactName, bin: number): number {
  const all = rows.reduce((sum, [, prior]) => sum + prior, 0);
  return rows.reduce((sum, [row, prior]) => sum + prior * Math.exp(logShare(row, fact, bin)), 0) / Math.max(1e-12, all);
}

const rounded = (weight: number) => Number(weight.toFixed(1));

function sharedCause(fault: SharedTestFault, probability: number, belief: Belief): Cause {
  const entry = { cause: 'test-fault' as const, which: fault, cylinder: null, probability, confidence: confidenceOf(probability) };
  return { ...entry, text: tellCause(entry), evidence: probability < WORTH_TELLING ? [] : sharedEvidence(fault, belief) };
}

function sharedEvidence(fault: SharedTestFault, { conditions, cylinders }: Belief): Evidence[] {
  if (!conditions) return [];
  const row = sharedRow(fault, conditions.chamber);
  const notes = NOTED_FACTS.flatMap((fact): Evidence[] => {
    const weight = DECIBANS * Math.log(notedProbability(fact, conditions, fault) / notedProbability(fact, conditions, undefined));
    return Math.abs(weight) < LEAST_DECIBANS ? [] : [{ fact, weight: rounded(weight), text: tellNoted(fact, conditions[fact]), why: whyNoted(fact) }];
  });
  // What every cylinder says alike, once for the whole row.
  const told = FACT_NAMES.flatMap((fact): Evidence[] => {
    let weight = 0;
    for (const { facts, priors, measured } of cylinders.values()) {
      const bin = facts[fact];
      if (bin !== undefined) weight += DECIBANS * weightOf(fact, measured) * (logShare(row, fact, bin) - Math.log(meanShare([...priors], fact, bin)));
    }
    const why = whyFact(fact, fault, weight > 0);
    return Math.abs(weight) < LEAST_DECIBANS ? [] : [{ fact, weight: rounded(weight), text: tellFact(fact, undefined, undefined), ...(why ? { why } : {}) }];
  });
  return [...notes, ...told].sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}

/** The neighbour that the gasket most likely blew to: where air was heard, else the one that reads most alike. */
function otherSide(job: JobFile, id: string, cylinders: readonly JudgedCylinder[]): string | undefined {
  const one = cylinders.find((cylinder) => cylinder.id === id);
  const heard = one?.leakage?.heard.filter(({ at, level, cylinder }) => at === 'neighbour' && level > 0 && cylinder !== undefined).sort((a, b) => b.level - a.level)[0]?.cylinder;
  if (heard !== undefined) return heard;
  const reads = (cylinder: string) => cylinders.find((other) => other.id === cylinder)?.compression?.readKPa ?? Infinity;
  const mine = reads(id);
  return neighboursOfCylinder(job.engine, id).sort((a, b) => Math.abs(reads(a) - mine) - Math.abs(reads(b) - mine))[0];
}

/** Crank seals have a scale of their own: the crankcase test alone speaks of them. */
function crankSeals(crankcase: JudgedCrankcase | null): Cause[] {
  return (crankcase?.tests ?? []).flatMap(({ netDrop, plusMinus, limit, case: cylinder, reasons }): Cause[] => {
    if (netDrop === null || plusMinus === null) return [];
    const over = 1 - probabilityBelow(limit, netDrop, plusMinus / COVERAGE);
    const probability = Math.min(0.98, Math.max(0.02, over));
    const entry = { cause: 'crank-seal' as const, cylinder: cylinder ?? null, probability, confidence: confidenceOf(probability) };
    const weight = rounded(DECIBANS * Math.log(probability / (1 - probability)));
    return [{ ...entry, text: tellCause(entry), evidence: [{ fact: 'crankcase-hold', weight, text: reasons[0]?.text ?? '' }] }];
  });
}
