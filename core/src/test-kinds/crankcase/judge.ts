import { dropAt, temperatureDriftKPa } from '../../decay/decay';
import type { JobFile } from '../../jobfile/job-file';
import { type HoldLimits, holdLimits } from '../../limits/hold-limits';
import { combined, COVERAGE, rectangular } from '../../quantity/doubt';
import { probabilityBelow } from '../../quantity/normal';
import { fromKPa, toKPa } from '../../quantity/pressure';
import { crankcaseGauge, divisionDoubtKPa } from '../../reading/gauge';
import { settleByRepeats, type Settle } from '../../reading/settle';
import { type State, SURE, worstOf } from '../../jobfile/state';
import type { CrankcaseTest } from '../../jobfile/tests';
import type { JudgedCrankcase, JudgedHold, HoldReason } from './judged';

/** Looks closer together than this are one look. */
const LEAST_SECONDS = 1;

/** Fed with less than this share of what the book says, seals were not tried. */
const LEAST_OF_START = 0.8;
const ROUNDING = 1 - 1e-9;

/** The crankcase by its latest pressure and its latest vacuum test of each case; nothing where none was made. */
export function judgeCrankcase(job: JobFile, atmosphereKPa: number): JudgedCrankcase | undefined {
  const latest = new Map<string, CrankcaseTest>();
  for (const test of job.tests ?? []) {
    if (test.kind === 'crankcase' && test.samples.length > 0) latest.set(`${test.mode}/${test.case ?? ''}`, test);
  }
  const limits = holdLimits(job.books ?? []);
  const judged = [...latest.values()].map((test) => judgeOne(test, limits, atmosphereKPa));
  const state = worstOf(judged.map((one) => one.state));
  const [worst] = judged.filter((one) => one.state === state).sort(bySeverity);
  return worst && { ...worst, state, tests: judged };
}

/** What lost most of its limit first; alike, pressure before vacuum and the cases by name: never by the file. */
function bySeverity(one: JudgedHold, other: JudgedHold): number {
  const share = ({ netDrop, limit }: JudgedHold) => (netDrop ?? 0) / Math.max(1e-9, limit);
  return (
    share(other) - share(one) || one.mode.localeCompare(other.mode) || (one.case ?? '').localeCompare(other.case ?? '')
  );
}

function judgeOne(test: CrankcaseTest, limits: HoldLimits, atmosphereKPa: number): JudgedCrankcase['tests'][number] {
  const { unit, mode } = test;
  const { holdSeconds, maxDropKPa, source } = limits;
  const shown = (kPa: number) => fromKPa(kPa, unit);
  const where = test.case === undefined ? {} : { case: test.case };
  const head = { mode, unit, ...where, holdSeconds, limit: shown(maxDropKPa), source };
  const samples = test.samples.map(({ seconds, value }) => ({ seconds, kPa: toKPa(value, unit) }));
  const times = samples.map(({ seconds }) => seconds);
  const span = Math.max(...times) - Math.min(...times);
  const start = samples.reduce((first, one) => (one.seconds < first.seconds ? one : first));
  // The rule of five psi is for pressure; a hand pump draws what it draws.
  const leastKPa = mode === 'pressure' || source.kind === 'book' ? LEAST_OF_START * limits.startKPa : 0;
  const unproven = (reason: HoldReason) => ({
    ...head,
    state: 'unproven' as const,
    drop: null,
    netDrop: null,
    plusMinus: null,
    reasons: [reason],
  });
  // One look at the gauge proves nothing; it is no mistake either.
  if (span < LEAST_SECONDS) return unproven({ rule: 'hold-watched-once' });
  if (start.kPa < leastKPa * ROUNDING)
    return unproven({ rule: 'hold-fed-too-little', mode, ...where, startKPa: start.kPa, shouldKPa: limits.startKPa });
  const dropKPa = dropAt(samples, holdSeconds);
  const rigKPa = (toKPa(test.rigDropPerMinute ?? 0, unit) * holdSeconds) / 60;
  const netKPa = dropKPa - rigKPa;
  const celsius = test.samples.flatMap((sample) => sample.celsius ?? []);
  if (rigKPa > dropKPa && rigKPa > maxDropKPa)
    return unproven({ rule: 'rig-leaks-more', mode, ...where, rigKPa, dropKPa, holdSeconds });
  const drift =
    celsius.length < 2
      ? 0
      : temperatureDriftKPa(
          atmosphereKPa + (mode === 'pressure' ? 1 : -1) * (samples[0]?.kPa ?? 0),
          Math.max(...celsius) - Math.min(...celsius),
        );
  // Both ends are read between the same marks; a short watch stretches their doubt to the hold time.
  const stretch = Math.max(1, holdSeconds / span);
  const marks = Math.SQRT2 * divisionDoubtKPa(crankcaseGauge(test.tester)) * stretch;
  const doubt = combined(marks, rectangular(drift));
  const held = probabilityBelow(maxDropKPa, netKPa, doubt);
  const state: State = held < 1 - SURE ? 'low' : held > SURE ? 'sound' : 'unproven';
  // A short watch drawn on to the hold time may come to more than there was: it is judged by that, and told as all of
  // it.
  const there = Math.max(...samples.map(({ kPa }) => kPa));
  const numbers = {
    mode,
    ...where,
    netDropKPa: Math.min(there, netKPa),
    doubtKPa: doubt,
    limitKPa: maxDropKPa,
    holdSeconds,
    source,
  };
  // A short watch is the cheapest doubt to be rid of.
  const settle: Settle =
    stretch > 1
      ? { by: 'longer-watch', seconds: holdSeconds }
      : settleByRepeats(netKPa - maxDropKPa, rectangular(drift), marks, 1);
  const reason: HoldReason =
    state === 'unproven'
      ? { rule: 'hold-too-close', ...numbers, settle }
      : { rule: state === 'low' ? 'hold-missed' : 'hold-met', ...numbers };
  return {
    ...head,
    state,
    drop: shown(Math.min(there, dropKPa)),
    netDrop: shown(Math.min(there, netKPa)),
    plusMinus: shown(COVERAGE * doubt),
    reasons: [reason],
  };
}
