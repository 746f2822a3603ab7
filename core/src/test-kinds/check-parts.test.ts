import type { Engine } from '../engine';
import type { JobFile } from '../jobfile';
import type { Test } from '../jobfile/tests';
import { judge } from '../plan';
import { report } from '../report';

const single = (of: Partial<Engine>): Engine =>
  ({
    name: 'One',
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    layout: 'single',
    cylinders: ['1'],
    ...of,
  }) as Engine;
const TWO_STROKE = single({ cycle: 'two-stroke', family: 'outboard' });
const AIR_COOLED = single({});
const ONE_PIECE = single({ family: 'outboard', headless: true });
const CAM_ABOVE = single({ family: 'scooter', valveGear: 'overhead-cam', cooling: 'liquid' });
const SIDE_VALVE = single({ valveGear: 'side-valve' });
const DIESEL = single({ fuel: 'diesel', family: 'inboard' });

const COMPRESSION: Test = {
  kind: 'compression',
  engineTemperature: 'warm',
  throttle: 'open',
  readings: [{ cylinder: '1', unit: 'psi', peak: 140 }],
};
const of = (engine: Engine, ...tests: Test[]) =>
  report(
    judge({ format: 'rugged-job', version: 1, engine, tests: [COMPRESSION, ...tests] } as unknown as JobFile),
    'psi',
  );
const leftOut = ({ cautions }: ReturnType<typeof of>) =>
  cautions.flatMap((one) => (one.caution === 'entry-left-out' ? [one.text] : []));

const CLEARANCE: Test = { kind: 'valve-clearance', readings: [{ cylinder: '1', valve: 'intake', mm: 0.1 }] };
const SEEN: Test = { kind: 'valve-train', readings: [{ cylinder: '1', seen: 'intake-does-not-move' }] };
const OIL: Test = { kind: 'oil-pressure', readings: [{ at: 'idle', builds: false }] };
const SPARK: Test = { kind: 'spark', readings: [{ cylinder: '1', spark: 'none' }] };
const VACUUM: Test = { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 17 }] };
const heard = (at: 'coolant' | 'head-joint' | 'push-rod-tunnel' | 'exhaust'): Test => ({
  kind: 'leakdown',
  readings: [{ cylinder: '1', unit: 'psi', supply: 100, percent: 30, tdcConfirmed: true, heard: [{ at, level: 3 }] }],
});

test.each<[string, Engine, Test, RegExp]>([
  [
    'a clearance on a two-stroke',
    TWO_STROKE,
    CLEARANCE,
    /^Left out: valve clearance cannot be on this engine: a two-stroke has no valves\. Everything else is judged\.$/,
  ],
  ['a valve seen on a two-stroke', TWO_STROKE, SEEN, /a two-stroke has no valves/],
  ['oil pressure on a two-stroke', TWO_STROKE, OIL, /^Left out: oil pressure cannot .*oiled by what it burns/],
  ['vacuum on a two-stroke', TWO_STROKE, VACUUM, /no steady vacuum/],
  ['vacuum on a diesel', DIESEL, VACUUM, /no throttle to draw against/],
  ['spark on a diesel', DIESEL, SPARK, /^Left out: spark cannot .*a diesel has no spark/],
  [
    'bubbles on an air-cooled one',
    AIR_COOLED,
    heard('coolant'),
    /^Left out: leak-down, cyl 1: where the air was heard cannot be .*cooled by air/,
  ],
  ['a head joint on one piece', ONE_PIECE, heard('head-joint'), /one piece/],
  ['bubbles past a joint on one piece', ONE_PIECE, heard('coolant'), /one piece/],
  ['a tunnel under a cam above', CAM_ABOVE, heard('push-rod-tunnel'), /no push-rods/],
  ['a tunnel beside side valves', SIDE_VALVE, heard('push-rod-tunnel'), /no push-rods/],
  ['a tunnel on a two-stroke', TWO_STROKE, heard('push-rod-tunnel'), /no push-rods/],
])('%s is left out with its reason, and all else is judged', (_, engine, test, words) => {
  const verdict = of(engine, test);
  expect(leftOut(verdict)).toEqual([expect.stringMatching(words)]);
  expect(verdict.cylinders[0]?.compression).toMatchObject({ readKPa: expect.closeTo(965.27, 1) as number });
  if (test.kind === 'leakdown') expect(verdict.cylinders[0]?.leakage).toMatchObject({ percent: 30 });
  else expect({ ...verdict, cautions: [] }).toEqual({ ...of(engine), cautions: [] });
});

test.each<[string, Engine, Test]>([
  ['a clearance on a four-stroke', AIR_COOLED, CLEARANCE],
  ['oil pressure on a diesel', DIESEL, OIL],
  ['bubbles where it is not known how it is cooled', single({ family: 'motorcycle' }), heard('coolant')],
  ['a tunnel where the gear is not known', AIR_COOLED, heard('push-rod-tunnel')],
  ['the exhaust of a two-stroke', TWO_STROKE, heard('exhaust')],
])('%s is kept', (_, engine, test) => {
  expect(leftOut(of(engine, test))).toEqual([]);
});

test('an entry on a part that is not there takes nothing away where it stands alone', () => {
  const verdict = judge({ format: 'rugged-job', version: 1, engine: DIESEL, tests: [SPARK] } as unknown as JobFile);
  expect(verdict.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
  expect(verdict.cylinders[0]?.state).toBe('unproven');
});

test('what is left out is named by test, cylinder and figure', () => {
  const wrong: Test = { kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 0, percent: 10 }] };
  expect(leftOut(of(AIR_COOLED, wrong))).toEqual([
    'Left out: leak-down, cyl 1: the supply must be above 0. Everything else is judged.',
  ]);
});
