import { type CompressionReading, type JobFile, judge, report, type Test } from '@rugged/core';
import { asJobFile } from '@rugged/contract';
import { decideBy, readyMade } from '@rugged/core/decide';
import { inTurn, type Measured } from './measure';

/**
 * A six-cylinder job with every field in use: dry twice with all strokes, wet, leak-down with places heard, crankcase,
 * other gauges.
 */
function sixCylinders(): JobFile {
  const cylinders = ['1', '2', '3', '4', '5', '6'];
  const reading = (cylinder: string, peak: number): CompressionReading => ({
    cylinder,
    unit: 'psi',
    peak,
    strokes: [0.62, 0.85, 0.95, 1].map((share) => Math.round(share * peak)),
  });
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      layout: 'vee',
      cylinders,
      firingOrder: cylinders,
      firingIntervals: [60, 60, 60, 60, 60, 60],
      boreMm: 89,
      strokeMm: 67,
      compressionRatio: 6.6,
      compressionRelease: 'none',
      cooling: 'liquid',
    },
    books: [
      {
        source: 'service sheet',
        engineTemperature: 'warm',
        compression: {
          unit: 'psi',
          min: 105,
          max: 140,
          bands: [
            { name: 'good', from: 120 },
            { name: 'fair', from: 110 },
            { name: 'poor', from: 0 },
          ],
        },
        spread: { method: 'lowest-vs-highest', limitPercent: 15 },
      },
    ],
    houseRules: { spreadMethod: 'lowest-vs-highest', spreadWatchPercent: 10, spreadLimitPercent: 20 },
    site: { altitudeM: 210 },
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'cold',
        throttle: 'open',
        plugs: 'all-out',
        crankingRpm: 310,
        tester: {
          unit: 'psi',
          fullScale: 300,
          division: 2,
          accuracyPercentOfFullScale: 1.6,
          valveAtEngineEnd: true,
          hoseVolumeCm3: 14,
        },
        readings: cylinders.flatMap((id, i) => [
          reading(id, 128 - 3 * i),
          reading(id, 127 - 3 * i),
          { cylinder: id, unit: 'psi' as const, peak: 135 - 3 * i, wet: true, oilMl: 3 },
        ]),
      },
      {
        kind: 'leakdown',
        tester: { orificeMm: 1, unit: 'psi', fullScale: 100, division: 2 },
        readings: cylinders.map((id, i) => ({
          cylinder: id,
          unit: 'psi',
          supply: 80,
          cylinderPressure: 74 - 4 * i,
          heard: [
            { at: 'crankcase', level: 1 },
            { at: 'exhaust', level: i > 3 ? 2 : 0 },
          ],
        })),
      },
      ...cylinders.map((id): Test => ({
        kind: 'crankcase',
        mode: 'pressure',
        unit: 'psi',
        case: id,
        rigDropPerMinute: 0.02,
        samples: [0, 60, 120, 180].map((seconds) => ({ seconds, value: 5 - seconds / 900, celsius: 20 })),
      })),
      {
        kind: 'running-compression',
        readings: cylinders.map((id) => ({ cylinder: id, unit: 'psi', idle: 60, snap: 95 })),
      },
    ],
  };
}

/** What a usual visit leaves: every cylinder read once, and fed with air. */
function usualVisit(): JobFile {
  const { engine, books = [], houseRules, site, ...rest } = sixCylinders();
  return {
    ...rest,
    engine,
    books,
    ...(houseRules ? { houseRules } : {}),
    ...(site ? { site } : {}),
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'warm',
        throttle: 'open',
        readings: engine.cylinders.map((cylinder, i) => ({ cylinder, unit: 'psi', peak: 128 - 3 * i })),
      },
      {
        kind: 'leakdown',
        readings: engine.cylinders.map((cylinder, i) => ({
          cylinder,
          unit: 'psi',
          supply: 80,
          cylinderPressure: 74 - i,
        })),
      },
    ],
  };
}

async function judged(job: JobFile, what: string, limit: number): Promise<Measured> {
  const text = JSON.stringify(job);
  const repeat = 200;
  let sink = 0;
  const times = (run: () => number) => () => {
    for (let i = 0; i < repeat; i += 1) sink += run();
  };
  const whole = times(() => report(judge(job)).cylinders.length);
  const plain = times(() => JSON.stringify(JSON.parse(text)).length);
  const validated = times(() => asJobFile(job).tests?.length ?? 0);
  for (const warm of [whole, plain, validated]) {
    warm();
    warm();
  }
  const { a, b } = await inTurn(25, whole, plain);
  const check = await inTurn(9, validated, plain);
  if (sink < 0) throw new Error('unreachable');
  const us = (ms: number) => `${((1000 * ms) / repeat).toFixed(0)} µs`;
  return {
    what: `judge ${what}, and tell it, against JSON parse + stringify of its ${(text.length / 1024).toFixed(1)} KB`,
    ratio: a / b,
    limit,
    detail: `${us(a)} against ${us(b)}; validating it takes ${us(check.a)} more at the edge`,
  };
}

/** Every option of an engine with four cylinders, its bill drawn twenty thousand times. */
async function decided(): Promise<Measured> {
  const engine = { ...sixCylinders().engine, cycle: 'four-stroke' as const, cylinders: ['1', '2', '3', '4'] };
  const worst = new Map([['exhaust-valve', 0.8] as const, ['rings-or-bore', 0.12] as const, ['sound', 0.08] as const]);
  const troubles = { worst, others: [] };
  const { options } = readyMade(engine, 'low', troubles);
  const input = { labourRatePerHour: 60, valueRunning: 2600, valueAsIs: 400, wantedHours: 60, options };
  const run = () => decideBy(input, troubles, []).options.length;
  for (let i = 0; i < 5; i += 1) run();
  const { a } = await inTurn(25, run, () => undefined);
  return {
    what: `decide among ${options.length} options, each with 20,000 bills drawn, ms`,
    ratio: a,
    limit: 50,
    plain: true,
    detail: 'means, odds and flips are exact',
  };
}

export default async function bench(): Promise<Measured[]> {
  return [
    await decided(),
    await judged(usualVisit(), 'six cylinders read once and fed with air', 12),
    await judged(sixCylinders(), 'six cylinders with all tests', 10),
  ];
}
