import type { CompressionTest, JobFile, Test } from '..';
import { report } from '../report/report';
import { judge } from './judge';

/** A four-stroke single that seals, with whatever else was looked at. */
function job(more: Test[] = [], peak = 150, engine: Partial<JobFile['engine']> = {}): JobFile {
  const compression: CompressionTest = { kind: 'compression', readings: [{ cylinder: '1', unit: 'psi', peak }] };
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1'], ...engine },
    books: [{ source: 'the manual', compression: { unit: 'psi', min: 120 } }],
    tests: [compression, ...more],
  };
}
const spark = (seen: 'jumps' | 'weak' | 'none'): Test => ({
  kind: 'spark',
  readings: [{ cylinder: '1', spark: seen }],
});
const oil = (builds: boolean): Test => ({ kind: 'oil-pressure', readings: [{ at: 'cranking', builds }] });
const battery = (during: number, system?: 6 | 12 | 24): Test => ({
  kind: 'battery-cranking',
  ...(system ? { system } : {}),
  readings: [{ during }],
});
const because = (file: JobFile) => judge(file).next.map(({ reason }) => reason.because);

test('no oil pressure stops the plan, whatever else is open', () => {
  expect(because(job([oil(false)]))).toEqual(['no-oil-pressure']);
  expect(because(job([oil(false), battery(8)], 60))).toEqual(['no-oil-pressure']);
  expect(because(job([oil(true)]))).not.toContain('no-oil-pressure');
});

test('an engine that seals is sent on by what is known of its spark, once', () => {
  expect(because(job())).toEqual(['good-and-even', 'quick-look']);
  expect(because(job([spark('none')]))).toEqual(['no-spark', 'quick-look']);
  expect(because(job([spark('weak')]))).toEqual(['no-spark', 'quick-look']);
  expect(because(job([spark('jumps')]))).toEqual(['spark-is-there', 'quick-look']);
});

test('the headline of the next step and the step do not contradict each other', () => {
  const [stop, look] = report(judge(job([spark('jumps')])), 'psi').next;
  expect([stop?.reason.text, look?.reason.text].join(' ')).not.toMatch(/look at spark/);
});

test('a starter starved of volts explains what is low all round, and is put right first', () => {
  const cylinders = ['1', '2'];
  const readings = cylinders.map((cylinder) => ({ cylinder, unit: 'psi' as const, peak: 100 }));
  const low = (more: Test[]) => ({
    ...job([], 100, { cylinders }),
    tests: [{ kind: 'compression' as const, readings }, ...more],
  });
  expect(because(low([]))).not.toContain('weak-battery');
  expect(because(low([battery(8)]))).toContain('weak-battery');
  expect(judge(low([battery(8)])).cylinders.map(({ state }) => state)).toEqual(['unproven', 'unproven']);
  // Eight volts are honest for a battery of six.
  expect(because(low([battery(5.4, 6)]))).not.toContain('weak-battery');
});
