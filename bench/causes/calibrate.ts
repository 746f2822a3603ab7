import { type Cause, judge } from '@rugged/core';
import { caseOf, type Case } from './virtual-shop';

export interface Asked {
  case: Case;
  cylinder: string;
  truth: string;
  ranked: Cause[];
}

/** The name under which a row is told. */
export const toldAs = (row: string, shared?: string): string => shared ?? (row.split(':')[0] as string);
export const nameOf = (cause: Cause): string => cause.which ?? cause.cause;

/**
 * Every question that the readings of one engine put: what is it, on this cylinder? A fault of the whole test is one
 * question.
 */
export function questions(
  seed: number,
  shop: (seed: number) => Case = caseOf,
): { asked: Asked[]; soundLow: number; sound: number } {
  const one = shop(seed);
  const verdict = judge(one.job);
  const { causes } = verdict;
  const forCylinder = (id: string) =>
    causes
      .filter(({ cylinder, cause }) => (cylinder === id || cylinder === null) && cause !== 'crank-seal')
      .sort((a, b) => b.probability - a.probability);
  const ids = one.job.engine.cylinders;
  const sound = one.shared ? [] : ids.filter((id) => one.rows[id] === 'sound');
  const soundLow = verdict.cylinders.filter(
    ({ id, state }) => sound.includes(id) && (state === 'low' || state === 'dead'),
  ).length;
  const asked = one.shared
    ? [{ case: one, cylinder: ids[0] as string, truth: one.shared, ranked: forCylinder(ids[0] as string) }]
    : ids.map((id) => ({ case: one, cylinder: id, truth: toldAs(one.rows[id] as string), ranked: forCylinder(id) }));
  return { asked, soundLow, sound: sound.length };
}

export interface Calibration {
  engines: number;
  questions: number;
  first: number;
  firstTwo: number;
  /** The same, where something is really wrong: sound cylinders would flatter it. */
  faulty: { questions: number; first: number; firstTwo: number };
  soundLow: number;
  sound: number;
  /** Over everything that was stated, and over what was named first alone. */
  expectedCalibrationError: number;
  errorOfFirst: number;
  testFaults: { questions: number; recognised: number; nothingToExplain: number };
  byTests: Map<string, { questions: number; first: number }>;
  confusions: Map<string, Map<string, number>>;
  bins: Bin[];
  firstBins: Bin[];
}
interface Bin {
  from: number;
  n: number;
  said: number;
  was: number;
}

const BINS = 10;
/** Test faults that the judgement may have corrected away: then there is nothing left to blame. */
export const TEST_FAULTS = new Set([
  'tester-without-valve',
  'throttle-closed',
  'slow-cranking',
  'cold-engine',
  'adapter-leak',
  'off-tdc',
]);

const emptyBins = (): Bin[] => Array.from({ length: BINS }, (_, i) => ({ from: i / BINS, n: 0, said: 0, was: 0 }));
const errorOf = (bins: readonly Bin[]) =>
  bins.reduce((sum, { said, was }) => sum + Math.abs(said - was), 0) /
  Math.max(
    1,
    bins.reduce((sum, { n }) => sum + n, 0),
  );

export function calibrate(fromSeed: number, engines: number, shop: (seed: number) => Case = caseOf): Calibration {
  const result: Calibration = {
    engines,
    questions: 0,
    first: 0,
    firstTwo: 0,
    faulty: { questions: 0, first: 0, firstTwo: 0 },
    soundLow: 0,
    sound: 0,
    expectedCalibrationError: 0,
    errorOfFirst: 0,
    testFaults: { questions: 0, recognised: 0, nothingToExplain: 0 },
    byTests: new Map(),
    confusions: new Map(),
    bins: emptyBins(),
    firstBins: emptyBins(),
  };
  for (let i = 0; i < engines; i += 1) {
    const { asked, soundLow, sound } = questions(fromSeed + 17 * i, shop);
    result.soundLow += soundLow;
    result.sound += sound;
    for (const question of asked) count(result, question);
  }
  result.expectedCalibrationError = errorOf(result.bins);
  result.errorOfFirst = errorOf(result.firstBins);
  return result;
}

function count(result: Calibration, { case: one, truth, ranked }: Asked): void {
  const names = ranked.map(nameOf);
  const first = names[0] === truth;
  const firstTwo = first || names[1] === truth;
  if (TEST_FAULTS.has(truth)) {
    const { testFaults } = result;
    // Low readings are what a fault of the test must answer for. Without any the engine passes, and rightly.
    if (names[0] === 'sound' && judge(one.job).engine.state !== 'low') {
      testFaults.nothingToExplain += 1;
      return;
    }
    testFaults.questions += 1;
    if (first) testFaults.recognised += 1;
  }
  result.questions += 1;
  if (first) result.first += 1;
  if (firstTwo) result.firstTwo += 1;
  if (truth !== 'sound') {
    result.faulty.questions += 1;
    if (first) result.faulty.first += 1;
    if (firstTwo) result.faulty.firstTwo += 1;
  }
  const tests = result.byTests.get(one.tests) ?? { questions: 0, first: 0 };
  result.byTests.set(one.tests, { questions: tests.questions + 1, first: tests.first + (first ? 1 : 0) });
  if (!first) {
    const row = result.confusions.get(truth) ?? new Map<string, number>();
    row.set(names[0] ?? 'nothing', (row.get(names[0] ?? 'nothing') ?? 0) + 1);
    result.confusions.set(truth, row);
  }
  ranked.forEach((cause, rank) => {
    const right = nameOf(cause) === truth ? 1 : 0;
    for (const bins of rank === 0 ? [result.bins, result.firstBins] : [result.bins]) {
      const bin = bins[Math.min(BINS - 1, Math.floor(cause.probability * BINS))] as Bin;
      bin.n += 1;
      bin.said += cause.probability;
      bin.was += right;
    }
  });
}
