import type { Cause, Evidence } from '../causes/cause';
import type { Judgement } from '../plan/judge';
import type { NextReason, NextStep } from '../plan/step';
import type { HoldReason, JudgedCrankcase, JudgedHold } from '../test-kinds/crankcase/judged';
import type { JudgedInspection } from '../test-kinds/inspection';
import type { Caution } from '../verdict/caution';
import type { Reason } from '../verdict/reason';
import type { JudgedCylinder } from '../verdict/verdict';
import { tellCause, tellEvidence, whyEvidence } from './causes';
import { headline } from './headline';
import { OUTCOMES_BY_REASON, tellNext, tellOutcomes } from './next';
import { tellCaution } from './cautions';
import { tellReason } from './sentences';
import { tellInspection } from './test-kinds';
import type { PressureUnit } from '../quantity/units';

/** Something judged, with its sentence. */
export type Told<T> = T & { text: string };

export interface ToldCylinder extends Omit<JudgedCylinder, 'reasons'> {
  reasons: Told<Reason>[];
}
export interface ToldHold extends Omit<JudgedHold, 'reasons'> {
  reasons: Told<HoldReason>[];
}
export interface ToldCrankcase extends Omit<JudgedCrankcase, 'reasons' | 'tests'> {
  reasons: Told<HoldReason>[];
  tests: ToldHold[];
}
export type ToldEvidence = Told<Evidence> & { why: string };
export interface ToldCause extends Omit<Cause, 'evidence'> {
  text: string;
  evidence: ToldEvidence[];
}
export interface ToldStep extends Omit<NextStep, 'reason' | 'outcomes'> {
  reason: Told<NextReason>;
  /** What each result would mean, the likeliest first. */
  outcomes: { outcome: string; then: string }[];
}

/** A judgement with its sentences: what a person reads, on the phone, from the server and on the command line. */
export interface Report extends Omit<
  Judgement,
  'cylinders' | 'crankcase' | 'inspections' | 'engine' | 'causes' | 'cautions' | 'next'
> {
  cylinders: ToldCylinder[];
  crankcase: ToldCrankcase | null;
  inspections: Told<JudgedInspection>[];
  engine: Judgement['engine'] & { headline: string };
  causes: ToldCause[];
  cautions: Told<Caution>[];
  next: ToldStep[];
}

/**
 * Tells a judgement.
 * @param unit of the pressures in the sentences; the job's own where nobody asks. A crankcase is told in the unit of
 *   its gauge
 */
export function report(judgement: Judgement, unit: PressureUnit = judgement.unit): Report {
  const { cylinders, crankcase, inspections, engine, causes, cautions, next, parts: has } = judgement;
  return {
    ...judgement,
    cylinders: cylinders.map((one) => ({
      ...one,
      reasons: one.reasons.map((reason) => ({ ...reason, text: tellReason(reason, unit, has) })),
    })),
    crankcase: crankcase && { ...toldHold(crankcase), state: crankcase.state, tests: crankcase.tests.map(toldHold) },
    inspections: inspections.map((one) => ({ ...one, text: tellInspection(one, has) })),
    engine: { ...engine, headline: headline(judgement, unit) },
    causes: causes.map(toldCause),
    cautions: cautions.map((caution) => ({ ...caution, text: tellCaution(caution, unit, has) })),
    next: next.map((step) => ({
      ...step,
      reason: { ...step.reason, text: tellNext(step.reason, has) },
      outcomes: [...(OUTCOMES_BY_REASON[step.reason.because] ?? tellOutcomes(step.test, step.outcomes, has))],
    })),
  };
}

const toldHold = (one: JudgedHold): ToldHold => ({
  ...one,
  reasons: one.reasons.map((reason) => ({ ...reason, text: tellReason(reason, one.unit) })),
});

/** There are many of these: built field by field, which is several times as fast as copying and adding. */
function toldCause(cause: Cause): ToldCause {
  const told: ToldCause = {
    cause: cause.cause,
    cylinder: cause.cylinder,
    probability: cause.probability,
    confidence: cause.confidence,
    text: tellCause(cause),
    evidence: [],
  };
  if (cause.which !== undefined) told.which = cause.which;
  if (cause.with !== undefined) told.with = cause.with;
  for (const one of cause.evidence) told.evidence.push(toldEvidence(cause, one));
  return told;
}

function toldEvidence(cause: Cause, one: Evidence): ToldEvidence {
  const text = tellEvidence(one);
  const why = whyEvidence(cause, one);
  if ('noted' in one || 'hold' in one) return { ...one, text, why };
  const { fact, weight, bin, figure } = one;
  if (bin === undefined) return { fact, weight, text, why };
  return figure === undefined ? { fact, weight, bin, text, why } : { fact, weight, bin, figure, text, why };
}
