import type { Heard, JobFile, LeakdownReading, LeakdownTest } from '../jobfile/job-file';
import type { LeakLimits } from '../limits/limits';
import { leakagePercent, leakHoleMm } from '../leakdown/orifice';
import { COVERAGE } from '../quantity/doubt';
import { probabilityBelow } from '../quantity/normal';
import { toKPa } from '../quantity/pressure';
import { type Settled, settleAttempts } from '../reading/attempts';
import { leakdownGauge, readingDoubtKPa } from '../reading/gauge';
import type { JudgedLeakage } from './judgement';
import type { Reason } from './reason';
import { type State, SURE } from './state';

/** This much lost, or air loud at the exhaust: the piston may stand on the wrong stroke. */
const SUSPICIOUS_PERCENT = 85;
const LOUD = 3;

export interface LeakageFinding { judged: JudgedLeakage; reasons: Reason[]; settled: Settled }

/** The latest leak-down test that read a cylinder stands for it, with all attempts of that test. */
export function latestLeakdown(job: JobFile, cylinder: string): { test: LeakdownTest; readings: LeakdownReading[] } | undefined {
  const tests = (job.tests ?? []).filter((test): test is LeakdownTest => test.kind === 'leakdown');
  const test = tests.findLast(({ readings }) => readings.some((reading) => reading.cylinder === cylinder));
  return test && { test, readings: test.readings.filter((reading) => reading.cylinder === cylinder) };
}

/**
 * One cylinder's leakage against its bands, with doubt from both gauges and the hole behind the percentage.
 * @param readings at least one, in the order they were taken
 */
export function judgeLeakage(test: LeakdownTest, readings: readonly LeakdownReading[], limits: LeakLimits, atmosphereKPa: number): LeakageFinding {
  const gaugeDoubt = readingDoubtKPa(leakdownGauge(test.tester));
  const pairs = readings.map((reading) => pairOf(reading, gaugeDoubt));
  const latest = pairs[pairs.length - 1] as Pair;
  const settled = settleAttempts(pairs.map(({ percent }) => percent), latest.doubt);
  const percent = settled.mean;
  const doubt = latest.doubt / Math.sqrt(settled.counted.length);
  const last = readings[readings.length - 1] as LeakdownReading;
  const heard = last.heard ?? [];
  const orifice = test.tester?.orificeMm;
  const hole = orifice === undefined ? Infinity : leakHoleMm(latest.supplyKPa, latest.supplyKPa * (1 - percent / 100), orifice, atmosphereKPa);
  const { state, reasons } = verdict(percent, doubt, limits, heard, last.tdcConfirmed === true, hole);
  return {
    settled,
    reasons: [...reasons, ...heardReasons(heard, last)],
    judged: {
      state, percent, plusMinusPercent: COVERAGE * doubt, supplyKPa: latest.supplyKPa, heard,
      ...(Number.isFinite(hole) ? { holeMm: hole } : {}),
      attempts: { used: settled.counted.length, of: readings.length },
      limits: { sound: limits.sound, watch: limits.watch, fault: limits.fault, source: limits.source },
    },
  };
}

interface Pair { supplyKPa: number; percent: number; doubt: number }

function pairOf(reading: LeakdownReading, gaugeDoubtKPa: number): Pair {
  const supplyKPa = toKPa(reading.supply, reading.unit);
  const percent = reading.percent ?? leakagePercent(supplyKPa, toKPa(reading.cylinderPressure ?? 0, reading.unit));
  // L = 100 (1 - c/s): both gauges bring their doubt.
  const doubt = (100 * gaugeDoubtKPa * Math.hypot(1, 1 - percent / 100)) / supplyKPa;
  return { supplyKPa, percent, doubt };
}

function verdict(
  percent: number, doubt: number, limits: LeakLimits, heard: readonly Heard[], tdcConfirmed: boolean, holeMm: number,
): { state: State; reasons: Reason[] } {
  const exhaustLoud = heard.some(({ at, level }) => at === 'exhaust' && level >= LOUD);
  if ((percent >= SUSPICIOUS_PERCENT || exhaustLoud) && !tdcConfirmed) {
    return { state: 'unproven', reasons: [{ rule: 'wrong-stroke-suspected', percent, exhaustLoud }] };
  }
  const { sound, watch, fault, source } = limits;
  const numbers = { percent, doubt, sound, watch, fault, source, ...(Number.isFinite(holeMm) ? { holeMm } : {}) };
  const belowFault = probabilityBelow(fault, percent, doubt);
  if (belowFault < 1 - SURE) return { state: 'low', reasons: [{ rule: 'leak-missed', ...numbers }] };
  if (belowFault <= SURE) return { state: 'unproven', reasons: [{ rule: 'leak-too-close', ...numbers }] };
  return probabilityBelow(sound, percent, doubt) < 0.5
    ? { state: 'watch', reasons: [{ rule: 'leak-watch', ...numbers }] }
    : { state: 'sound', reasons: [{ rule: 'leak-sound', ...numbers }] };
}

function heardReasons(heard: readonly Heard[], reading: LeakdownReading): Reason[] {
  const reasons = heard.filter(({ level }) => level > 0).map((one): Reason => ({ rule: 'heard', at: one.at, level: one.level, ...(one.cylinder === undefined ? {} : { cylinder: one.cylinder }) }));
  const intake = heard.some(({ at, level }) => at === 'intake' && level > 0);
  // On a two-stroke there is no breather to pull, and nobody answers for it.
  return intake && reading.breatherOff === false ? [...reasons, { rule: 'intake-or-breather' }] : reasons;
}
