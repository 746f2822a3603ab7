import { type JobFile, judge, presetOf } from '@rugged/core';
import { FITTED } from '@rugged/core/causes';
import { crank, simulate, soundCylinders, type VirtualCylinder } from '@rugged/core/virtual-engine';
import { calibrate, type Calibration } from './causes/calibrate';
import { shiftedCaseOf } from './causes/shifted-shop';
import { walk } from './causes/walk';
import { inTurn, type Measured } from './measure';

/** Far from the seeds that the tables were counted with. */
const SEED = 900_001;
const ENGINES = 2000;
const WALKED = 400;

/** How well causes are named, how well the planner leads, and how fast both are. Prints the table with its misses. */
export default async function bench(
  print: (line: string) => void = console.log,
  engines = ENGINES,
): Promise<Measured[]> {
  const own = calibrate(SEED, engines);
  const shifted = calibrate(SEED, engines, shiftedCaseOf);
  print('THE VARIED SHOP, other seeds than the tables were counted with');
  report(own).forEach(print);
  print('');
  print('THE SHIFTED SHOP, other laws, never counted on');
  report(shifted).forEach(print);
  const walked = Array.from({ length: Math.min(WALKED, engines) }, (_, i) => walk(SEED + 50_000 + 31 * i));
  const planned = {
    right: share(walked.map(({ planned: one }) => one.correct)),
    minutes: sum(walked.map(({ planned: one }) => one.minutes)),
  };
  const everything = {
    right: share(walked.map(({ everything: one }) => one.correct)),
    minutes: sum(walked.map(({ everything: one }) => one.minutes)),
  };
  print('');
  print(
    `Planner on ${walked.length} engines: right on ${pct(planned.right)} of them, every test on every cylinder ` +
      `on ${pct(everything.right)}; minutes ${planned.minutes} against ${everything.minutes}.`,
  );
  const miss = (what: string, ratio: number, limit: number, detail: string): Measured => ({
    what,
    ratio,
    limit,
    detail,
    plain: true,
  });
  return [
    ...measuredIn('own shop', own, { first: 0.1, two: 0.04, faulty: 0.15, condemned: 0.005, honest: 0.02 }, miss),
    ...measuredIn(
      'shifted shop',
      shifted,
      { first: 0.2, two: 0.08, faulty: 0.28, condemned: 0.015, honest: 0.05 },
      miss,
    ),
    miss(
      'planner: walks that did not end',
      share(walked.map(({ planned: one }) => !one.ended)),
      0,
      `${walked.length} walks`,
    ),
    miss(
      'planner: right less often than with every test',
      Math.max(0, everything.right - planned.right),
      0.02,
      `${pct(planned.right)} against ${pct(everything.right)}`,
    ),
    {
      what: 'planner: minutes against every test',
      ratio: planned.minutes / everything.minutes,
      limit: 0.5,
      detail: `${planned.minutes} against ${everything.minutes}`,
    },
    await simulatorSpeed(),
    await causesSpeed(),
  ];
}

interface Asked {
  first: number;
  two: number;
  faulty: number;
  condemned: number;
  honest: number;
}

function measuredIn(
  shop: string,
  found: Calibration,
  most: Asked,
  miss: (what: string, ratio: number, limit: number, detail: string) => Measured,
): Measured[] {
  const { faulty, testFaults } = found;
  return [
    miss(
      `${shop}: true cause not named first`,
      1 - found.first / found.questions,
      most.first,
      `${found.first} of ${found.questions} first`,
    ),
    miss(
      `${shop}: true cause not in the first two`,
      1 - found.firstTwo / found.questions,
      most.two,
      `${found.firstTwo} of ${found.questions}`,
    ),
    miss(
      `${shop}: where something is wrong, not named first`,
      1 - faulty.first / faulty.questions,
      most.faulty,
      `${faulty.first} of ${faulty.questions}`,
    ),
    miss(
      `${shop}: sound cylinder called low or dead`,
      found.soundLow / found.sound,
      most.condemned,
      `${found.soundLow} of ${found.sound}`,
    ),
    miss(`${shop}: calibration error of everything stated`, found.expectedCalibrationError, most.honest, '10 bins'),
    miss(`${shop}: calibration error of what is named first`, found.errorOfFirst, most.honest, '10 bins'),
    miss(
      `${shop}: test fault not recognised`,
      1 - testFaults.recognised / testFaults.questions,
      0.3,
      `${testFaults.recognised} of ${testFaults.questions}`,
    ),
  ];
}

const sum = (figures: readonly number[]) => figures.reduce((a, b) => a + b, 0);
const share = (yes: readonly boolean[]) => yes.filter(Boolean).length / Math.max(1, yes.length);
const pct = (x: number) => `${(100 * x).toFixed(1)} %`;

/** The table as it is kept in docs. */
export function report(found: Calibration): string[] {
  const { faulty, testFaults } = found;
  return [
    `Tables fitted ${FITTED.date}, seed ${FITTED.seed}, ${FITTED.perRow} engines a row. Measured on ` +
      `${found.engines} engines from seed ${SEED}, gauge noise and incomplete tests included.`,
    `All questions (one a cylinder, one for a fault of the whole test): ${found.questions}, true cause first ` +
      `${pct(found.first / found.questions)}, in the first two ${pct(found.firstTwo / found.questions)}.`,
    `Only where something is wrong: ${faulty.questions}, first ${pct(faulty.first / faulty.questions)}, in the ` +
      `first two ${pct(faulty.firstTwo / faulty.questions)}.`,
    `Test faults: ${testFaults.recognised} of ${testFaults.questions} recognised; ${testFaults.nothingToExplain} ` +
      'more left nothing low to explain.',
    '',
    'By what was done:',
    ...[...found.byTests]
      .sort((a, b) => b[1].questions - a[1].questions)
      .map(
        ([tests, { questions, first }]) =>
          `  ${tests.padEnd(52)} ${String(questions).padStart(5)}  first ${pct(first / questions)}`,
      ),
    '',
    'Misses, true cause: named first instead',
    ...[...found.confusions]
      .sort((a, b) => sum([...b[1].values()]) - sum([...a[1].values()]))
      .map(
        ([truth, instead]) =>
          `  ${truth.padEnd(24)} ${[...instead]
            .sort((a, b) => b[1] - a[1])
            .map(([name, n]) => `${name} ${n}`)
            .join(', ')}`,
      ),
    '',
    'Stated odds against frequency:',
    ...found.bins
      .filter(({ n }) => n > 0)
      .map(
        ({ from, n, said, was }) =>
          `  ${pct(from).padStart(7)} up  ${String(n).padStart(6)} times  said ${pct(said / n).padStart(7)}  was ` +
          `${pct(was / n).padStart(7)}`,
      ),
  ];
}

/** Crank degrees of one cylinder against a plain loop with as many exponentials and multiplications. */
async function simulatorSpeed(): Promise<Measured> {
  const engine = { family: 'motorcycle', cycle: 'four-stroke', fuel: 'petrol', cylinders: ['1'] } as const;
  const [cylinder] = soundCylinders({ ...engine, cylinders: ['1'] });
  const strokes = 8;
  const options = { atmosphereKPa: 101.325, airK: 293, strokes, throttle: 1, oilCm3: 0 };
  let kept = 0;
  const ours = () => {
    kept += crank(
      cylinder as VirtualCylinder,
      { kind: 'electric', freeRpm: presetOf(engine).freeRpm, strength: 1.6 },
      { hoseCm3: 14, valve: 'engine-end', crackKPa: 3 },
      options,
    ).peakKPa;
  };
  // A step has one exponential, four roots and powers (counted as exponentials, which they are at heart) and about
  // sixty multiplications.
  const { exp } = Math;
  const steps = (strokes * 720) / 0.5;
  const plain = () => {
    let x = 1.0001;
    for (let i = 0; i < steps; i += 1) {
      for (let e = 0; e < 5; e += 1) x = exp(-x * 0.3);
      for (let m = 0; m < 60; m += 1) x *= 1.0000001;
    }
    kept += x;
  };
  for (const warm of [ours, plain, ours, plain, ours, plain]) warm();
  const times = await inTurn(41, ours, plain);
  return {
    what: 'virtual engine against a plain loop of as many exponentials and multiplications',
    ratio: times.a / times.b,
    limit: 6,
    detail:
      `${times.a.toFixed(2)} ms against ${times.b.toFixed(2)} ms for ${strokes} strokes, ` +
      `${((strokes * 720) / times.a / 1000).toFixed(2)} million degrees a second${kept === 0 ? ' ' : ''}`,
  };
}

/** Causes of six cylinders with every test, against one judgement without them. */
async function causesSpeed(): Promise<Measured> {
  const cylinders = ['1', '2', '3', '4', '5', '6'];
  const job: JobFile = simulate({
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'inboard',
      layout: 'inline',
      cylinders,
      cooling: 'liquid',
      boreMm: 92,
      strokeMm: 84,
      compressionRatio: 8.6,
    },
    books: [{ compression: { unit: 'psi', min: 120 } }],
    virtual: {
      seed: 5,
      tests: ['compression', 'wet', 'leakdown'],
      faults: [{ cause: 'exhaust-valve', cylinder: '4', severity: 0.6 }],
    },
  });
  const repeat = 20;
  let kept = 0;
  const text = JSON.stringify(job);
  const parse = () => {
    for (let i = 0; i < repeat; i += 1) kept += JSON.stringify(JSON.parse(text)).length;
  };
  const whole = () => {
    for (let i = 0; i < repeat; i += 1) kept += judge(job).causes.length;
  };
  for (const warm of [parse, whole, parse, whole, parse, whole]) warm();
  const times = await inTurn(41, whole, parse);
  return {
    what: 'six cylinders with causes and plan against JSON parse + stringify of the file',
    ratio: times.a / times.b,
    limit: 15,
    detail: `${(times.a / repeat).toFixed(3)} ms against ${(times.b / repeat).toFixed(3)} ms${kept === 0 ? ' ' : ''}`,
  };
}
