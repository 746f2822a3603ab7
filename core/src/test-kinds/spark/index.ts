import { onCylinder } from '../check-cylinder';
import type { Spark, SparkTest } from '../../jobfile/tests';
import type { State } from '../../jobfile/state';
import type { Says, JudgedInspection } from '../inspection';
import type { KindDefinition } from '../definition';

const STATE = { jumps: 'sound', weak: 'watch', none: 'low' } as const satisfies Record<Spark, State>;
const SAYS: Readonly<Record<Spark, Says[]>> = { jumps: [], weak: ['weak-spark'], none: ['no-spark'] };

/** The latest look at each plug. */
function inspect(test: SparkTest): JudgedInspection[] {
  const latest = new Map(test.readings.map(({ cylinder, spark }) => [cylinder, spark]));
  return [...latest].map(([cylinder, spark]) => ({
    of: 'spark',
    spark,
    test: test.kind,
    cylinder,
    source: null,
    state: STATE[spark],
    says: SAYS[spark],
  }));
}

export const spark: KindDefinition<'spark'> = {
  suits: ({ fuel }) => fuel === 'petrol',
  takes: [],
  check: onCylinder,
  inspect,
  sessionHours: 6,
  procedure: () => 'spark',
  implies: () => ['leads-off'],
  steps: {
    spark: [
      { id: 'switch', what: 'Kill switch and key on, lanyard in.', why: 'Half of what has no spark was switched off.' },
      {
        id: 'holes',
        what: 'Plug holes closed, fuel wiped up.',
        why: 'What comes out of an open hole burns.',
        caution: { text: 'No open plug hole and no fuel near the gap. Hold nothing that is live.', hand: 'ignition' },
      },
      {
        id: 'gap',
        what: 'Gap tester between lead and engine, or the plug itself laid on bare metal.',
        why:
          'A spark that jumps a gap in the open is strong enough under pressure; one at a plug in the open may not ' +
          'be.',
        changes: 'leads-off',
      },
      {
        id: 'crank',
        what: 'Crank, and look: jumps, weak, or none. Every plug.',
        why: 'One without is its lead, coil or plug; all without is what feeds them.',
        caution: { text: 'Hands away from the lead, and from what turns.', hand: 'flywheel' },
      },
    ],
  },
};
