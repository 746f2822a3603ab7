import type { JobFile } from '../../jobfile/job-file';
import type { LeakLimits } from '../../limits/limits';
import { crankTurned } from '../../leak/crank-turned';
import { leakagePercent, leakHoleMm, percentForHole } from '../../leak/orifice';
import { defined } from '../../quantity/defined';
import { combined, COVERAGE, rectangular } from '../../quantity/doubt';
import { probabilityBelow } from '../../quantity/normal';
import { toKPa } from '../../quantity/pressure';
import { type Settled, settleAttempts } from '../../reading/attempts';
import { classDoubtKPa, divisionDoubtKPa, leakdownGauge } from '../../reading/gauge';
import { settleByRepeats } from '../../reading/settle';
import { differs, type State, SURE, worstOf } from '../../jobfile/state';
import type { Heard, HeardAt, LeakdownReading, LeakdownTest } from '../../jobfile/tests';
import { LEAK_SCHOOLS, type Otherwise } from '../../limits/schools';
import type { JudgedLeakage, LeakNumbers, LeakReason } from './judged';

/** This much lost, or air loud at the exhaust: the piston may stand on the wrong stroke. */
const SUSPICIOUS_PERCENT = 85;
const LOUD = 3;

export interface LeakageFinding {
  judged: JudgedLeakage;
  reasons: LeakReason[];
  settled: Settled;
}

/** What air showed on one cylinder: the figures of its latest test, and what was heard when somebody last listened. */
export interface AirMeasure {
  test: LeakdownTest;
  /** At least one, in the order they were taken. */
  readings: LeakdownReading[];
  /** Suspected themselves, and followed by one that is not: they say nothing. */
  leftOut: LeakdownReading[];
  heard: Heard[];
  /** Of the reading that was listened to. */
  breatherOff?: boolean;
  tdcConfirmed: boolean;
}

/** The latest leak-down test that read a cylinder stands for it, with all attempts of that test. */
export function latestLeakdown(job: JobFile, cylinder: string): AirMeasure | undefined {
  const tests = (job.tests ?? []).filter((test): test is LeakdownTest => test.kind === 'leakdown');
  const isMine = (reading: LeakdownReading) => reading.cylinder === cylinder;
  const test = tests.findLast(({ readings }) => readings.some(isMine));
  if (!test) return undefined;
  const all = test.readings.filter(isMine);
  const { readings, leftOut } = trusted(all, test);
  // What was heard stays until somebody listens again: a figure alone does not wipe it.
  const listened = tests
    .flatMap((one) => one.readings.filter((reading) => isMine(reading) && !leftOut.includes(reading)))
    .findLast(({ heard }) => heard !== undefined);
  return defined({
    test,
    readings,
    leftOut,
    heard: (listened?.heard ?? gasketsHeard(leftOut)).map(asHeard),
    breatherOff: listened?.breatherOff,
    tdcConfirmed: readings.some(({ tdcConfirmed }) => tdcConfirmed === true),
  });
}

/** A gasket blows on any stroke: what was heard there stays, whatever else was wrong with the reading. */
const gasketsHeard = (readings: readonly LeakdownReading[]): Heard[] =>
  (readings.findLast(({ heard }) => heard !== undefined)?.heard ?? []).filter(({ at }) => GASKET_PLACES.includes(at));

/** Nearly all of it lost, or loud at the exhaust, and nobody confirmed the top; or the crank turned under the air. */
const isSuspected = (reading: LeakdownReading, { rockersOff }: LeakdownTest): boolean =>
  turned(reading) ||
  (!rockersOff &&
    reading.tdcConfirmed !== true &&
    (pairOf(reading).percent >= SUSPICIOUS_PERCENT || exhaustLoud(reading)));
const exhaustLoud = ({ heard = [] }: LeakdownReading) =>
  heard.some(({ at, level, closedRaises }) => at === 'exhaust' && (closedRaises ? LOUD : level) >= LOUD);

/** A reading that was itself suspected says nothing once there is one that is not. */
function trusted(
  all: readonly LeakdownReading[],
  test: LeakdownTest,
): { readings: LeakdownReading[]; leftOut: LeakdownReading[] } {
  const good = all.filter((reading) => !isSuspected(reading, test));
  const last = all.at(-1);
  // The latest may be the one that went wrong: then it is that which is asked about.
  if (good.length === 0 || (last && !good.includes(last))) return { readings: [...all], leftOut: [] };
  return { readings: good, leftOut: all.filter((reading) => !good.includes(reading)) };
}

/** Only what the format knows: a field that somebody added to their file is theirs, and stays there. */
const asHeard = ({ at, level, cylinder, closedRaises }: Heard): Heard =>
  defined({ at, level: closedRaises ? LOUD : level, cylinder, closedRaises: closedRaises || undefined });

/** One cylinder's leakage against its bands, with doubt from both gauges and the hole behind the percentage. */
export function judgeLeakage(
  measure: AirMeasure,
  limits: LeakLimits,
  atmosphereKPa: number,
  stood = false,
): LeakageFinding {
  const { test, readings, heard } = measure;
  const gauge = leakdownGauge(test.tester);
  const pairs = readings.map(pairOf);
  const { supplyKPa, percent: lastPercent } = pairs[pairs.length - 1] as Pair;
  // L = 100 (1 - c/s): both gauges bring their doubt.
  const inPercentAt = (at: number) => (kPa: number) => (100 * kPa * Math.hypot(1, 1 - at / 100)) / supplyKPa;
  const inPercent = inPercentAt(lastPercent);
  const swing = Math.max(0, ...pairs.map((pair) => rectangular(pair.swing)));
  const marks = combined(inPercent(divisionDoubtKPa(gauge)), swing);
  const percents = pairs.map(({ percent }) => percent);
  // Whether attempts agree does not depend on how much leaks: the same few percent apart are apart everywhere.
  const whole = inPercentAt(0);
  const oneDoubt = combined(whole(classDoubtKPa(gauge)), whole(divisionDoubtKPa(gauge)), swing);
  const frees = stood || test.engineTemperature === 'cold' || percents.length > 2;
  const freed = frees ? freeing(percents, oneDoubt) : undefined;
  const settled = freed ?? settleAttempts(percents, oneDoubt);
  const used = settled.counted.length;
  // The needle stops between other marks each time, so that part averages out; the class error does not.
  const doubts: LeakDoubts = { shared: inPercent(classDoubtKPa(gauge)), own: combined(marks, settled.scatter), used };
  const doubt = combined(doubts.shared, marks / Math.sqrt(used), settled.scatter);
  const percent = settled.mean;
  const last = readings[readings.length - 1] as LeakdownReading;
  const orifice = test.tester?.orificeMm;
  const hole = orifice === undefined ? undefined : holeOf(percent, doubt, supplyKPa, orifice, atmosphereKPa);
  const usual = orifice === undefined ? undefined : throughUsual(percent, doubt, supplyKPa, orifice, atmosphereKPa);
  const numbers: Numbers = {
    percent,
    doubt,
    ...(hole ? { holeMm: hole.mm, holeDoubtMm: hole.doubtMm } : {}),
    ...(usual ? { usualPercent: usual.percent } : {}),
  };
  const { state, reasons } = turned(last)
    ? { state: 'unproven' as const, reasons: [{ rule: 'crank-turned' } as LeakReason] }
    : verdict(numbers, usual ?? { percent, doubt }, doubts, limits, measure);
  const { quarrel } = settled;
  if (quarrel?.kind === 'disagree')
    reasons.push({ rule: 'leak-attempts-disagree', earlier: quarrel.earlier, latest: quarrel.latest });
  if (measure.leftOut.length > 0)
    reasons.push({
      rule: 'suspected-left-out',
      percents: measure.leftOut.map((reading) => pairOf(reading).percent),
      turned: measure.leftOut.every(turned),
    });
  if (freed) reasons.push({ rule: 'rings-freeing', from: freed.from, to: freed.to });
  if (quarrel?.kind === 'scatter')
    reasons.push({ rule: 'leak-attempts-scatter', low: quarrel.low, high: quarrel.high, of: readings.length });
  return {
    settled,
    reasons: [...reasons, ...heardReasons(measure)],
    judged: {
      state: quarrel?.kind === 'disagree' && state !== 'low' ? 'unproven' : state,
      percent,
      plusMinusPercent: COVERAGE * doubt,
      supplyKPa,
      heard,
      ...(hole ? { holeMm: hole.mm, plusMinusHoleMm: COVERAGE * hole.doubtMm } : {}),
      ...(usual ? { usualPercent: usual.percent } : {}),
      attempts: { used: settled.counted.length, of: readings.length },
      limits: { sound: limits.sound, watch: limits.watch, fault: limits.fault, source: limits.source },
    },
  };
}

/**
 * Readings that fall each time, by more than the gauge may be out: what was stuck or dry frees itself as it is turned
 * over. The latest counts, with the last step as its scatter.
 */
function freeing(percents: readonly number[], oneDoubt: number): (Settled & { from: number; to: number }) | undefined {
  const [from, to] = [percents[0] ?? 0, percents.at(-1) ?? 0];
  const falls = percents.every((one, i) => i === 0 || one < (percents[i - 1] as number));
  if (percents.length < 2 || !falls || from - to <= COVERAGE * Math.SQRT2 * oneDoubt) return undefined;
  const step = (percents.at(-2) as number) - to;
  return { counted: [to], mean: to, scatter: step / 2, from, to };
}

interface Pair {
  supplyKPa: number;
  percent: number;
  /** Half-width of a needle that would not settle, percent. */
  swing: number;
}
/** Percent: what repeats cannot lessen, what they can, and how many were taken. */
interface LeakDoubts {
  shared: number;
  own: number;
  used: number;
}

function pairOf({ supply, cylinderPressure = 0, percent, swing = 0, unit }: LeakdownReading): Pair {
  const supplyKPa = toKPa(supply, unit);
  return percent === undefined
    ? { supplyKPa, percent: leakagePercent(supplyKPa, toKPa(cylinderPressure, unit)), swing: (100 * swing) / supply }
    : { supplyKPa, percent, swing };
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

/** Bands are for this orifice, unless the book says otherwise, mm. */
const USUAL_ORIFICE_MM = 1;

/** What the same leak would show through the usual orifice, so that one hole gets one state on any tester. */
function throughUsual(
  percent: number,
  doubt: number,
  supplyKPa: number,
  orificeMm: number,
  atmosphereKPa: number,
): { percent: number; doubt: number } {
  const usual = (lost: number) => {
    const hole = leakHoleMm(supplyKPa, supplyKPa * (1 - lost / 100), orificeMm, atmosphereKPa);
    return Number.isFinite(hole) ? percentForHole(hole, supplyKPa, USUAL_ORIFICE_MM, atmosphereKPa) : 100;
  };
  const low = usual(Math.max(0, percent - doubt));
  const high = usual(Math.min(percent + doubt, (percent + 100) / 2));
  return { percent: usual(percent), doubt: Math.max(LEAST_DOUBT, (high - low) / 2) };
}
/** A figure converted is never surer than this, percent. */
const LEAST_DOUBT = 0.1;

const turned = (reading: LeakdownReading): boolean =>
  reading.crankTurned ??
  crankTurned(
    (reading.settling ?? []).map(({ seconds, cylinderPressure }) => ({
      seconds,
      share: cylinderPressure / reading.supply,
    })),
  );

type Numbers = Omit<LeakNumbers, 'sound' | 'watch' | 'fault' | 'source'>;

/** Air there is a gasket that blows, however small the percentage. */
const GASKET_PLACES: readonly HeardAt[] = ['coolant', 'head-joint', 'push-rod-tunnel', 'neighbour'];
const CLEAR = 2;

function verdict(
  numbers: Numbers,
  { percent, doubt }: { percent: number; doubt: number },
  doubts: LeakDoubts,
  limits: LeakLimits,
  { heard, tdcConfirmed, test }: AirMeasure,
): { state: State; reasons: LeakReason[] } {
  const gasket = heard
    .filter(({ at, level }) => GASKET_PLACES.includes(at) && level > 0)
    .sort((a, b) => b.level - a.level)[0];
  const blows: { state: State; reasons: LeakReason[] } | undefined = gasket && {
    state: gasket.level >= CLEAR ? 'low' : 'watch',
    reasons: [
      { rule: gasket.level >= CLEAR ? 'gasket-blows' : 'gasket-may-blow', at: gasket.at, percent: numbers.percent },
    ],
  };
  const loud = heard.some(({ at, level }) => at === 'exhaust' && level >= LOUD);
  if ((percent >= SUSPICIOUS_PERCENT || loud) && !tdcConfirmed && !test.rockersOff) {
    const suspected: LeakReason = { rule: 'wrong-stroke-suspected', percent: numbers.percent, exhaustLoud: loud };
    // A gasket blows on any stroke; a valve that stands open would be heard elsewhere.
    return blows?.state === 'low'
      ? { state: 'low', reasons: loud ? [...blows.reasons, suspected] : blows.reasons }
      : { state: 'unproven', reasons: [suspected, ...(blows?.reasons ?? [])] };
  }
  const state = stateOf(percent, doubt, limits, limits.source.kind === 'book');
  const scale = doubt / Math.max(LEAST_DOUBT, numbers.doubt);
  const others = otherSchools(percent, doubt, limits, state);
  const all = { ...numbers, ...limits, ...(others.length > 0 ? { others } : {}) };
  const reason: LeakReason =
    state === 'unproven'
      ? {
          rule: 'leak-too-close',
          ...all,
          settle: settleByRepeats(percent - limits.fault, doubts.shared * scale, doubts.own * scale, doubts.used),
        }
      : { rule: RULE_OF[state], ...all };
  if (!blows) return { state, reasons: [reason] };
  return { state: worstOf([state, blows.state]), reasons: [...blows.reasons, reason] };
}

const RULE_OF = { low: 'leak-missed', watch: 'leak-watch', sound: 'leak-sound' } as const;

/** Share of the line that the doubt may come to where the figure is within it, but not surely. */
const COARSE = 0.75;

function stateOf(
  percent: number,
  doubt: number,
  { sound, fault }: Pick<LeakLimits, 'sound' | 'fault'>,
  /** A figure of the book is a limit; where the shop draws its line of sound air is a band. */
  ofBook: boolean,
): 'low' | 'unproven' | 'watch' | 'sound' {
  const belowFault = probabilityBelow(fault, percent, doubt);
  if (belowFault < 1 - SURE) return 'low';
  if (belowFault <= SURE) return 'unproven';
  // A gauge so coarse that it could not tell half of the line from the line has to be surely under it.
  const from = ofBook || COVERAGE * doubt > COARSE * sound ? SURE : 0.5;
  return probabilityBelow(sound, percent, doubt) >= from ? 'sound' : 'watch';
}

function otherSchools(percent: number, doubt: number, limits: LeakLimits, state: State): Otherwise[] {
  if (limits.source.kind === 'book') return [];
  return LEAK_SCHOOLS.filter(({ fault }) => fault !== limits.fault).flatMap((school): Otherwise[] => {
    const under = stateOf(percent, doubt, school, false);
    return differs(under, state)
      ? [{ school: { matter: 'leak-limit', sound: school.sound, fault: school.fault }, state: under }]
      : [];
  });
}

function heardReasons({ heard, breatherOff }: AirMeasure): LeakReason[] {
  const reasons = heard
    .filter(({ level }) => level > 0)
    .map(({ at, level, cylinder, closedRaises }): LeakReason =>
      defined({ rule: 'heard' as const, at, level, cylinder, closedRaises }),
    );
  const intake = heard.some(({ at, level }) => at === 'intake' && level > 0);
  // On a two-stroke there is no breather to pull, and nobody answers for it.
  return intake && breatherOff === false ? [...reasons, { rule: 'intake-or-breather' }] : reasons;
}
