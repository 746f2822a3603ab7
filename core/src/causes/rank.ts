import type { JobFile } from '../jobfile/job-file';
import { median } from '../quantity/median';
import { probabilityBelow } from '../quantity/normal';
import { COVERAGE } from '../quantity/doubt';
import { floats } from '../quantity/floats';
import { roundOff } from '../quantity/round-off';
import { type Cause, confidenceOf, type Evidence } from './cause';
import { type Conditions } from './facts';
import { type Hypothesis, NOTED_BY, notedFactor, type SharedTestFault, type TestFault } from './hypotheses';
import type { Belief, CylinderBelief } from './infer';
import type { PriorRow } from './own';
import { weightOfInspections } from './inspection-evidence';
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
    .map(([id, one]) => ownCauses(id, one, belief, cylinders))
    .sort((a, b) => soundIn(a) - soundIn(b));
  const shared = [...belief.shared].map(([fault, probability]) => sharedCause(fault, probability, null, belief));
  const [first = [], ...rest] = groups;
  const ranked = [[...first, ...shared], ...rest].map((group) => group.sort((a, b) => b.probability - a.probability));
  return [...ranked.flat(), ...crankSeals(crankcase).sort(surestSeals)];
}

const surestSeals = (one: Cause, other: Cause) =>
  other.probability - one.probability || (one.cylinder ?? '').localeCompare(other.cylinder ?? '');
const soundIn = (causes: readonly Cause[]) => causes.find(({ cause }) => cause === 'sound')?.probability ?? 0;

function ownCauses(id: string, one: CylinderBelief, belief: Belief, cylinders: readonly DraftCylinder[]): Cause[] {
  const causes: Cause[] = [];
  const told = factsTold(id, one, cylinders);
  // The grades of a cause stand together: one entry tells them all.
  const { rows, posterior } = one;
  for (let from = 0; from < rows.length;) {
    const { cause, which } = (rows[from] as PriorRow).hypothesis;
    let to = from;
    let probability = 0;
    while (to < rows.length && isSame((rows[to] as PriorRow).hypothesis, cause, which))
      probability += posterior[to++] as number;
    const entry = causeOf(cause, which, id, cause === 'head-gasket-between' ? one.neighbour : undefined, probability);
    if (probability >= WORTH_TELLING) entry.evidence = evidenceFor(from, to, one, told.filter(speaksOf(which, one)));
    causes.push(entry);
    from = to;
  }
  for (const [fault, probability] of one.tests) causes.push(sharedCause(fault, probability, id, belief));
  return causes;
}

/** An adapter that leaked while cranking is another than the one of the air hose: each is told by its own test. */
const speaksOf =
  (which: TestFault | undefined, { blamed }: CylinderBelief) =>
  ({ told: { fact } }: Fact): boolean =>
    which !== 'adapter-leak' || blamed.cranking > blamed.air !== isAirFact(fact);
const isAirFact = (fact: string) => fact === 'leak' || fact.startsWith('heard-');

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

/** A fact as it is told, and how likely it was under each row. */
interface Fact {
  told: Omit<Evidence, 'weight'>;
  likely: Float64Array;
}

/** What was found on a cylinder, the dry reading among it: told against the others, or against its limit. */
function factsTold(
  id: string,
  { found, weights, inspected, rows, reading }: CylinderBelief,
  cylinders: readonly DraftCylinder[],
): Fact[] {
  const facts: Fact[] = found.map((one, i) => ({
    told: {
      fact: one.fact,
      bin: one.bin,
      ...(one.figure === undefined ? {} : { figure: roundOff(one.figure) }),
      ...(one.loudest === undefined ? {} : { loudest: one.loudest }),
    } as Fact['told'],
    likely: floats(rows.length, (r) => Math.exp(weights[i]?.[r] as number)),
  }));
  for (const one of inspected)
    facts.push({
      told: { fact: one.fact },
      likely: floats(rows.length, (r) => Math.exp(weightOfInspections([one], (rows[r] as PriorRow).hypothesis.cause))),
    });
  const compression = cylinders.find((cylinder) => cylinder.id === id)?.compression;
  if (!reading || !compression) return facts;
  const others = cylinders.flatMap((one) => (one.id === id ? [] : (one.compression?.readKPa ?? [])));
  const { limit, estimateKPa, readKPa } = compression;
  const minimum = limit.minHereKPa;
  const level = minimum === undefined ? undefined : estimateKPa / Math.max(1e-9, minimum);
  const against = others.length > 0 ? readKPa / Math.max(1e-9, median(others)) : undefined;
  // Low with the others low too, it is its limit that tells.
  const byLevel = level !== undefined && (against === undefined || (level < 1 && against > LIKE_THE_OTHERS));
  const told = byLevel
    ? { fact: 'level' as const, figure: roundOff(level) }
    : against === undefined
      ? undefined
      : { fact: others.length < MANY ? ('others-few' as const) : ('others' as const), figure: roundOff(against) };
  return told ? [{ told: told, likely: reading }, ...facts] : facts;
}
/** Not behind the others. */
const LIKE_THE_OTHERS = 0.93;
/** From so many others on there is a middle one. */
const MANY = 3;

/** Each fact's weight: how much likelier it is under this cause than under all the others of the cylinder. */
function evidenceFor(from: number, to: number, { rows }: CylinderBelief, facts: readonly Fact[]): Evidence[] {
  return facts
    .flatMap(({ told, likely }): Evidence[] => {
      let mine = 0;
      let here = 0;
      let whole = 0;
      let all = 0;
      rows.forEach(({ prior }, r) => {
        const part = prior * (likely[r] as number);
        whole += part;
        all += prior;
        if (r < from || r >= to) return;
        here += part;
        mine += prior;
      });
      const elsewhere = (whole - here) / Math.max(1e-12, all - mine);
      const weight = DECIBANS * Math.log(here / mine / Math.max(1e-12, elsewhere));
      return Math.abs(weight) < LEAST_DECIBANS ? [] : [{ ...told, weight: rounded(weight) } as Evidence];
    })
    .sort(byWeight);
}

const byWeight = (a: Evidence, b: Evidence) => Math.abs(b.weight) - Math.abs(a.weight);
const rounded = (weight: number) => Math.round(10 * weight) / 10;

function sharedCause(fault: SharedTestFault, probability: number, cylinder: string | null, belief: Belief): Cause {
  const entry = causeOf('test-fault', fault, cylinder, undefined, probability);
  if (probability >= WORTH_TELLING && belief.conditions)
    entry.evidence = sharedEvidence(fault, belief.conditions, belief);
  return entry;
}

function sharedEvidence(fault: SharedTestFault, conditions: Conditions, { cylinders }: Belief): Evidence[] {
  const note = DECIBANS * Math.log(notedFactor(conditions, fault));
  const noted = NOTED_BY[fault];
  const readings =
    DECIBANS * Math.max(...[...cylinders.values()].map((one) => one.sharedWeight.get(fault) ?? -Infinity));
  const evidence: Evidence[] = [
    { fact: noted, noted: conditions[noted], weight: rounded(note) },
    { fact: 'level', weight: rounded(readings) },
  ];
  return evidence.filter(({ weight }) => Number.isFinite(weight) && Math.abs(weight) >= LEAST_DECIBANS).sort(byWeight);
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
