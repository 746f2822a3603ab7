import { onCylinder } from '../check-cylinder';
import type { RunningCompressionTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged, doubtIn, bounds, inUnit } from '../inspection';
import { compressionGauge } from '../../reading/gauge';
import { RUNNING } from '../../step/ready';

/** Compression of an engine that runs, against the book: low only while it runs is an engine that does not breathe. */
function inspect(test: RunningCompressionTest, { engine, books, cranksWell }: InspectContext): JudgedInspection[] {
  const gauge = compressionGauge(test.tester, engine.fuel);
  const { figures, source } = find(books, 'runningCompression');
  return test.readings.flatMap(({ cylinder, unit, idle, snap }) => {
    const one = (of: 'idle-compression' | 'snap-compression', figure: number | undefined, min: number | undefined) =>
      figure === undefined
        ? []
        : [
            finish(
              { of },
              test.kind,
              cylinder,
              judged(
                figure,
                doubtIn(gauge, unit),
                unit,
                bounds(inUnit(min, figures?.unit ?? unit, unit), undefined),
                source,
              ),
              () => (cranksWell.has(cylinder) ? 'does-not-breathe' : undefined),
            ),
          ];
    return [...one('idle-compression', idle, figures?.idleMin), ...one('snap-compression', snap, figures?.snapMin)];
  });
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
