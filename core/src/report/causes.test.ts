import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile } from '../jobfile/job-file';
import type { Heard } from '../jobfile/tests';
import { judge } from '../plan/judge';
import { report } from './report';

const rideOn = (heard: Heard[], cylinderPressure = 26): JobFile => ({
  format: JOB_FILE_FORMAT,
  version: JOB_FILE_VERSION,
  engine: {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    layout: 'single',
    cylinders: ['1'],
    valveGear: 'push-rod',
  },
  tests: [
    {
      kind: 'leakdown',
      tester: { unit: 'psi', fullScale: 100, division: 2, orificeMm: 1 },
      readings: [{ cylinder: '1', unit: 'psi', supply: 100, cylinderPressure, breatherOff: true, heard }],
    },
  ],
});
const evidence = (heard: Heard[]) =>
  report(judge(rideOn(heard)))
    .causes.filter(({ cause }) => cause === 'head-gasket-external')
    .flatMap((told) => told.evidence.map(({ text }) => text));

test('air in the push-rod tunnel is told where it was heard, not at the joint', () => {
  expect(evidence([{ at: 'push-rod-tunnel', level: 3 }])).toContain('Strong air in the push-rod tunnel');
  expect(evidence([{ at: 'head-joint', level: 2 }])).toContain('Clear air at the head joint');
  const both: Heard[] = [
    { at: 'head-joint', level: 0 },
    { at: 'push-rod-tunnel', level: 3 },
  ];
  expect(evidence(both)).toEqual(evidence([...both].reverse()));
  expect(evidence(both)).toContain('Strong air in the push-rod tunnel');
});

test('a release takes from a cranking pressure alone: where only air was fed, what holds is sound', () => {
  const { engine, ...job } = rideOn([], 95);
  const { causes } = judge({ ...job, engine: { ...engine, compressionRelease: 'automatic' } });
  expect(causes[0]).toMatchObject({ cause: 'sound' });
  expect(causes.some(({ cause }) => cause === 'compression-release')).toBe(false);
});
