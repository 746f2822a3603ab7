import { type Says, type JudgedInspection, find, inUnit, finish, judged, doubtIn, bounds } from '../inspection';
import type { ManifoldVacuumTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { gaugeOf } from '../../reading/gauge';
import { limitHere } from '../../air/atmosphere';
import { RUNNING } from '../../step/ready';

const NEEDLE_SAYS: Readonly<Partial<Record<string, Says>>> = {
  'regular-flick': 'burnt-or-held-open-valve',
  'irregular-flick': 'sticking-valve-or-guide',
  'slow-sway': 'mixture-or-timing',
};

/** Vacuum is made against the air outside, so its limits move with the air. */
function inspect(test: ManifoldVacuumTest, { books, atmosphereKPa }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'manifoldVacuum');
  const gauge = gaugeOf(test.tester, { fullScale: 15, division: 0.25 });
  return test.readings.slice(-1).map(({ unit, depth, needle }) => {
    const here = (figure: number | undefined) => {
      const same = inUnit(figure, figures?.unit ?? unit, unit);
      return same === undefined ? undefined : limitHere(same, atmosphereKPa);
    };
    const flick = needle && NEEDLE_SAYS[needle];
    return finish(
      { of: 'manifold-vacuum', ...(needle ? { needle } : {}) },
      test.kind,
      null,
      judged(depth, doubtIn(gauge, unit), unit, bounds(here(figures?.min), here(figures?.max)), source),
      (missed) => (missed === 'below' && (needle === undefined || needle === 'steady') ? 'steady-and-low' : undefined),
      flick ? [flick] : [],
    );
  });
}

export const manifoldVacuum: KindDefinition<'manifold-vacuum'> = {
  // A two-stroke draws through its case, a diesel has no throttle to draw against.
  suits: ({ cycle, fuel }) => cycle === 'four-stroke' && fuel === 'petrol',
  takes: ['vacuum-gauge'],
  check: () => undefined,
  inspect,
  sessionHours: 6,
  procedure: () => 'manifold-vacuum',
  implies: () => ['vacuum-tapped'],
  steps: {
    'manifold-vacuum': [
      {
        id: 'tap',
        what: 'Gauge on the manifold, behind the throttle.',
        why: 'A good first look before any plug comes out.',
        changes: 'vacuum-tapped',
      },
      RUNNING,
      {
        id: 'read',
        what: 'Warm and idling: depth, and how the needle moves.',
        why: 'Steady, a regular flick, an irregular one, a slow sway: valve, guide or timing.',
      },
    ],
  },
};
