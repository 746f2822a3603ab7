import { onCylinder } from '../check-cylinder';
import type { RunningCompressionTest, Test } from '../../jobfile/tests';
import type { LimitSource } from '../../limits/source';
import { median } from '../../quantity/median';
import { fromKPa, toKPa } from '../../quantity/pressure';
import type { PressureUnit } from '../../quantity/units';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged, doubtIn, bounds, inUnit } from '../inspection';
import { compressionGauge } from '../../reading/gauge';
import { RUNNING } from '../../step/ready';

type At = 'idle' | 'snap';
const MIN = { idle: 'idleMin', snap: 'snapMin' } as const;

/** One that makes less than this share of what the others make while running stands alone with it. */
const OF_THE_OTHERS = 0.75;
const RULE: LimitSource = { kind: 'house', rule: 'running' };

/**
 * Compression of an engine that runs, against the book, else against the other cylinders: low only while it runs is an
 * engine that does not breathe, which is said where the cylinders are known.
 */
function inspect(test: RunningCompressionTest, { engine, books, tests }: InspectContext): JudgedInspection[] {
  const gauge = compressionGauge(test.tester, engine.fuel);
  const { figures, source } = find(books, 'runningCompression');
  const latest = latestRunning(tests);
  const limit = (at: At, cylinder: string, unit: PressureUnit) => {
    const printed = inUnit(figures?.[MIN[at]], figures?.unit ?? unit, unit);
    if (printed !== undefined) return { min: printed, by: source };
    const others = othersRunning(latest, at, cylinder);
    return others === undefined ? { by: null } : { min: OF_THE_OTHERS * fromKPa(others, unit), by: RULE };
  };
  return test.readings.flatMap(({ cylinder, unit, ...made }) =>
    (['idle', 'snap'] as const).flatMap((at) => {
      const figure = made[at];
      if (figure === undefined) return [];
      const { min, by } = limit(at, cylinder, unit);
      return finish(
        { of: `${at}-compression` },
        test.kind,
        cylinder,
        judged(figure, doubtIn(gauge, unit), unit, bounds(min, undefined), by),
        () => undefined,
      );
    }),
  );
}

type Running = RunningCompressionTest['readings'][number];

/** The latest reading of each cylinder while it ran. */
export const latestRunning = (tests: readonly Test[]): ReadonlyMap<string, Running> =>
  new Map(
    tests.flatMap((test) =>
      test.kind === 'running-compression' ? test.readings.map((one): [string, Running] => [one.cylinder, one]) : [],
    ),
  );

/** What the middle one of the others makes, kPa; nothing where no other was read. */
export function othersRunning(latest: ReadonlyMap<string, Running>, at: At, cylinder: string): number | undefined {
  const others = [...latest].flatMap(([id, one]) => {
    const figure = one[at];
    return id === cylinder || figure === undefined ? [] : toKPa(figure, one.unit);
  });
  return others.length > 0 ? median(others) : undefined;
}

export const runningCompression: KindDefinition<'running-compression'> = {
  suits: () => true,
  takes: ['compression-tester'],
  check: onCylinder,
  inspect,
  sessionHours: 6,
  procedure: () => 'running-compression',
  implies: () => ['valve-core-out'],
  steps: {
    'running-compression': [
      {
        id: 'core',
        what: 'Valve core out of the hose, one plug out, its lead grounded.',
        why: 'With the core in, the gauge holds the highest and shows nothing of idle.',
        changes: 'valve-core-out',
        caution: { text: 'The lead of that cylinder has a path to ground.', hand: 'ignition' },
      },
      RUNNING,
      {
        id: 'idle',
        what: 'Idle: read the gauge.',
        why: 'About half of cranking. Low here and fine when cranked: it does not breathe.',
      },
      {
        id: 'snap',
        what: 'Snap the {snap} open and shut: read the highest.',
        why: 'A worn cam lobe, a blocked exhaust or a closed port shows here.',
      },
    ],
  },
};
