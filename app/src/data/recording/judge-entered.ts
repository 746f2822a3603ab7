import type { Bench } from '@rugged/contract';
import { InputError, type PressureUnit, type TestKind } from '@rugged/core';
import { judgeBench, judgeOnce, type Verdict } from '../judged';
import { type Recorded, withRecorded } from './recording';

/** Entries that a verdict left out, or the one that left nothing to judge, by field and reason. */
const leftOut = (verdict: Verdict): { field: string; reason: string }[] =>
  verdict.ok
    ? verdict.judgement.cautions.flatMap((one) => (one.caution === 'entry-left-out' ? [one] : []))
    : [verdict.error];

/**
 * What the bench would be judged as with a reading kept. A reading that cannot be true is refused here, at its field,
 * before it is kept: in a verdict it would only be left out.
 */
export function judgeEntered(bench: Bench, recorded: Recorded<TestKind>, unit: PressureUnit): Verdict {
  const verdict = judgeBench(withRecorded(bench, recorded), unit, true);
  if (!verdict.ok || leftOut(verdict).length === 0) return verdict;
  const known = new Set(leftOut(judgeOnce(bench, unit)).map(({ field, reason }) => `${field} ${reason}`));
  const refused = leftOut(verdict).find(({ field, reason }) => !known.has(`${field} ${reason}`));
  return refused ? { ok: false, error: new InputError(refused.field, 'shape', { why: refused.reason }) } : verdict;
}

/**
 * Why a figure that is typed may not be kept, told from what `judgeEntered` said of it; nothing where only the bench
 * cannot be judged, with it or without.
 */
export function refusedBy(bench: Bench, entered: Verdict, unit: PressureUnit): InputError | undefined {
  if (entered.ok) return undefined;
  const without = judgeOnce(bench, unit);
  const same =
    !without.ok && without.error.field === entered.error.field && without.error.reason === entered.error.reason;
  return same ? undefined : entered.error;
}
