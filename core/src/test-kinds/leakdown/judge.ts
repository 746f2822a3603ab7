import type { JobFile } from '../../jobfile/job-file';
import type { LeakLimits } from '../../limits/limits';
import { crankTurned } from '../../leak/crank-turned';
import { leakagePercent, leakHoleMm } from '../../leak/orifice';
import { combined, COVERAGE } from '../../quantity/doubt';
import { probabilityBelow } from '../../quantity/normal';
import { toKPa } from '../../quantity/pressure';
import { type Settled, settleAttempts } from '../../reading/attempts';
import { classDoubtKPa, divisionDoubtKPa, leakdownGauge, readingDoubtKPa } from '../../reading/gauge';
import { settleByRepeats } from '../../reading/settle';
import { differs, type State, SURE } from '../../jobfile/state';
import type { Heard, LeakdownReading, LeakdownTest } from '../../jobfile/tests';
import { LEAK_SCHOOLS, type Otherwise } from '../../limits/schools';
import type { JudgedLeakage, LeakReason } from './judged';

/** This much lost, or air loud at the exhaust: the piston may stand on the wrong stroke. */
const SUSPICIOUS_PERCENT = 85;
const LOUD = 3;

export interface LeakageFinding {
  judged: JudgedLeakage;
  reasons: LeakReason[];
  settled: Settled;
}

/** The latest leak-down test that read a cylinder stands for it, with all attempts of that test. */
export function latestLeakdown(
  job: JobFile,
  cylinder: string,
): { test: LeakdownTest; readings: LeakdownReading[] } | undefined {
  const tests = (job.tests ?? []).filter((test): test is LeakdownTest => test.kind === 'leakdown');
  const test = tests.findLast(({ readings }) => readings.some((reading) => reading.cylinder === cylinder));
  return test && { test, readings: test.readings.filter((reading) => reading.cylinder === cylinder) };
}

/**
 * One cylinder's leakage against its bands, with doubt from both gauges and the hole behind the percentage.
 * @param readings at least one, in the order they were taken
 */
export function judgeLeakage(
  test: LeakdownTest,
  readings: readonly LeakdownReading[],
  limits: LeakLimits,
  atmosphereKPa: number,
): LeakageFinding {
  const gauge = leakdownGauge(test.tester);
  const pairs = readings.map(pairOf);
  const { supplyKPa, percent: lastPercent } = pairs[pairs.length - 1] as Pair;
  // L = 100 (1 - c/s): both gauges bring their doubt.
  const inPercent = (kPa: number) => (100 * kPa * Math.hypot(1, 1 - lastPercent / 100)) / supplyKPa;
  const settled = settleAttempts(
    pairs.map(({ percent }) => percent),
    inPercent(readingDoubtKPa(gauge)),
  );
  const used = settled.counted.length;
  // The needle stops between other marks each time, so that part averages out; the class error does not.
  const doubts: LeakDoubts = { shared: inPercent(classDoubtKPa(gauge)), own: inPercent(divisionDoubtKPa(gauge)), used };
  const doubt = combined(doubts.shared, doubts.own / Math.sqrt(used));
  const percent = settled.mean;
  const last = readings[readings.length - 1] as LeakdownReading;
  // Only what the format knows: a field that somebody added to their file is theirs, and stays there.
  const heard = (last.heard ?? []).map(({ at, level, cylinder }): Heard =>
    cylinder === undefined ? { at, level } : { at, level, cylinder },
  );
  const orifice = test.tester?.orificeMm;
  const hole = orifice === undefined ? undefined : holeOf(percent, doubt, supplyKPa, orifice, atmosphereKPa);
  const numbers = { percent, doubt, ...(hole ? { holeMm: hole.mm, holeDoubtMm: hole.doubtMm } : {}) };
  const { state, reasons } = turned(last)
    ? { state: 'unproven' as const, reasons: [{ rule: 'crank-turned' } as LeakReason] }
    : verdict(numbers, doubts, limits, heard, last.tdcConfirmed === true);
  return {
    settled,
    reasons: [...reasons, ...heardReasons(heard, last)],
    judged: {
      state,
      percent,
      plusMinusPercent: COVERAGE * doubt,
      supplyKPa,
      heard,
      ...(hole ? { holeMm: hole.mm, plusMinusHoleMm: COVERAGE * hole.doubtMm } : {}),
      attempts: { used: settled.counted.length, of: readings.length },
      limits: { sound: limits.sound, watch: limits.watch, fault: limits.fault, source: limits.source },
    },
  };
}

interface Pair {
  supplyKPa: number;
  percent: number;
}
/** Percent: what repeats cannot lessen, what they can, and how many were taken. */
interface LeakDoubts {
  shared: number;
  own: number;
  used: number;
}

function pairOf(reading: LeakdownReading): Pair {
  const supplyKPa = toKPa(reading.supply, reading.unit);
  return {
    supplyKPa,
    percent: reading.percent ?? leakagePercent(supplyKPa, toKPa(reading.cylinderPressure ?? 0, reading.unit)),
  };
}

/** The hole behind a percentage, its doubt carried by first differences. None where the cylinder holds nothing. */
function holeOf(
  percent: number,
  doubt: number,
  supplyKPa: number,
  orificeMm: number,
  atmosphereKPa: number,
): { mm: number; doubtMm: number } | undefined {
  const at = (lost: number) => leakHoleMm(supplyKPa, supplyKPa * (1 - lost / 100), orificeMm, atmosphereKPa);
  const mm = at(percent);
  if (!Number.isFinite(mm)) return undefined;
  const low = Math.max(0, percent - doubt);
  const high = Math.min(percent + doubt, (percent + 100) / 2);
  return { mm, doubtMm: high > low ? ((at(high) - at(low)) * doubt) / (high - low) : 0 };
}

const turned = (reading: LeakdownReading): boolean =>
  reading.crankTurned ??
  crankTurned(
    (reading.settling ?? []).map(({ seconds, cylinderPressure }) => ({
      seconds,
      share: cylinderPressure / reading.supply,
    })),
  );

function verdict(
  numbers: { percent: number; doubt: number; holeMm?: number },
  doubts: LeakDoubts,
  limits: LeakLimits,
  heard: readonly Heard[],
  tdcConfirmed: boolean,
): { state: State; reasons: LeakReason[] } {
  const { percent, doubt } = numbers;
  const exhaustLoud = heard.some(({ at, level }) => at === 'exhaust' && level >= LOUD);
  if ((percent >= SUSPICIOUS_PERCENT || exhaustLoud) && !tdcConfirmed) {
    return { state: 'unproven', reasons: [{ rule: 'wrong-stroke-suspected', percent, exhaustLoud }] };
  }
  const state = stateOf(percent, doubt, limits);
  const others = otherSchools(percent, doubt, limits, state);
  const all = { ...numbers, ...limits, ...(others.length > 0 ? { others } : {}) };
  return {
    state,
    reasons: [
      state === 'unproven'
        ? {
            rule: 'leak-too-close',
            ...all,
            settle: settleByRepeats(percent - limits.fault, doubts.shared, doubts.own, doubts.used),
          }
        : { rule: RULE_OF[state], ...all },
    ],
  };
}

const RULE_OF = { low: 'leak-missed', watch: 'leak-watch', sound: 'leak-sound' } as const;

function stateOf(
  percent: number,
  doubt: number,
  { sound, fault }: Pick<LeakLimits, 'sound' | 'fault'>,
): 'low' | 'unproven' | 'watch' | 'sound' {
  const belowFault = probabilityBelow(fault, percent, doubt);
  if (belowFault < 1 - SURE) return 'low';
  if (belowFault <= SURE) return 'unproven';
  return probabilityBelow(sound, percent, doubt) < 0.5 ? 'watch' : 'sound';
}

function otherSchools(percent: number, doubt: number, limits: LeakLimits, state: State): Otherwise[] {
  if (limits.source.kind === 'book') return [];
  return LEAK_SCHOOLS.filter(({ fault }) => fault !== limits.fault).flatMap((school): Otherwise[] => {
    const under = stateOf(percent, doubt, school);
    return differs(under, state)
      ? [{ school: { matter: 'leak-limit', sound: school.sound, fault: school.fault }, state: under }]
      : [];
  });
}

function heardReasons(heard: readonly Heard[], reading: LeakdownReading): LeakReason[] {
  const reasons = heard
    .filter(({ level }) => level > 0)
    .map((one): LeakReason => ({
      rule: 'heard',
      at: one.at,
      level: one.level,
      ...(one.cylinder === undefined ? {} : { cylinder: one.cylinder }),
    }));
  const intake = heard.some(({ at, level }) => at === 'intake' && level > 0);
  // On a two-stroke there is no breather to pull, and nobody answers for it.
  return intake && reading.breatherOff === false ? [...reasons, { rule: 'intake-or-breather' }] : reasons;
}
