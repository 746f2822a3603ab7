import { type CompressionReading, type JobFile, judge } from '@rugged/core';
import { asJobFile } from '@rugged/contract';
import { inTurn, type Measured } from './measure';

/** A six-cylinder job with every field in use, two attempts a cylinder and all strokes. */
function sixCylinders(): JobFile {
  const cylinders = ['1', '2', '3', '4', '5', '6'];
  const reading = (cylinder: string, peak: number): CompressionReading => ({ cylinder, unit: 'psi', peak, strokes: [0.62, 0.85, 0.95, 1].map((share) => Math.round(share * peak)) });
  return {
    format: 'rugged-gauge-job', version: 1,
    engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', layout: 'vee', cylinders, firingOrder: cylinders, firingIntervals: [60, 60, 60, 60, 60, 60], boreMm: 89, strokeMm: 67, compressionRatio: 6.6, compressionRelease: 'none', cooling: 'liquid' },
    books: [{ source: 'service sheet', engineTemperature: 'warm', compression: { unit: 'psi', min: 105, max: 140, bands: [{ name: 'good', from: 120 }, { name: 'fair', from: 110 }, { name: 'poor', from: 0 }] }, spread: { method: 'lowest-vs-highest', limitPercent: 15 } }],
    houseRules: { spreadMethod: 'lowest-vs-highest', spreadWatchPercent: 10, spreadLimitPercent: 20 },
    site: { altitudeM: 210 },
    tests: [{
      kind: 'compression', engineTemperature: 'cold', throttle: 'open', plugs: 'all-out', crankingRpm: 310,
      tester: { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1.6, valveAtEngineEnd: true, hoseVolumeCm3: 14 },
      readings: cylinders.flatMap((id, i) => [reading(id, 128 - 3 * i), reading(id, 127 - 3 * i)]),
    }],
  };
}

export default async function bench(): Promise<Measured[]> {
  const job = sixCylinders();
  const text = JSON.stringify(job);
  const repeat = 400;
  let sink = 0;
  const times = (run: () => number) => () => { for (let i = 0; i < repeat; i += 1) sink += run(); };
  const judged = times(() => judge(job).cylinders.length);
  const plain = times(() => JSON.stringify(JSON.parse(text)).length);
  const validated = times(() => (asJobFile(job).tests?.length ?? 0));
  for (const warm of [judged, plain, validated]) { warm(); warm(); }
  const { a, b } = await inTurn(25, judged, plain);
  const check = await inTurn(9, validated, plain);
  if (sink < 0) throw new Error('unreachable');
  return [
    { what: 'judge a six-cylinder job against JSON parse + stringify of it', ratio: a / b, limit: 20, detail: `${((1000 * a) / repeat).toFixed(0)} µs against ${((1000 * b) / repeat).toFixed(0)} µs; validating it takes ${((1000 * check.a) / repeat).toFixed(0)} µs more at the edge` },
  ];
}
