import type { OilPressureTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, doubtIn, judged, bounds, inUnit, finish } from '../inspection';
import { gaugeOf } from '../../reading/gauge';
import { COVERAGE } from '../../quantity/doubt';

/** A gauge for oil, where the test does not say: psi. */
const SUPPOSED = { fullScale: 100, division: 2 } as const;

/** Figures against the book, or whether it builds at all. */
function inspect(test: OilPressureTest, { books }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'oilPressure');
  const gauge = gaugeOf(test.tester, SUPPOSED);
  // The latest look at each speed counts.
  const latest = new Map(test.readings.map((reading) => [reading.at, reading]));
  return [...latest.values()].map((reading) => {
    const { at, builds, pressure, unit } = reading;
    if (builds !== undefined) {
      return {
        of: 'oil-pressure',
        at,
        builds,
        test: test.kind,
        cylinder: null,
        source: null,
        state: builds ? 'sound' : 'low',
        says: [builds ? 'oil-builds' : 'no-oil-pressure'],
      };
    }
    const doubt = doubtIn(gauge, unit);
    const found = judged(
      pressure,
      doubt,
      unit,
      bounds(inUnit(at === 'idle' ? figures?.idleMin : figures?.crankingMin, figures?.unit ?? unit, unit), undefined),
      source,
    );
    // A needle that does not lift is no pressure, whatever the book asks.
    const none = pressure <= COVERAGE * doubt;
    const one = finish(
      { of: 'oil-pressure', at },
      test.kind,
      null,
      found,
      () => (none ? undefined : 'oil-pressure-low'),
      none ? ['no-oil-pressure'] : found.min === undefined ? ['oil-builds'] : [],
    );
    return none ? { ...one, state: 'low' } : one;
  });
}

export const oilPressure: KindDefinition<'oil-pressure'> = {
  // A two-stroke is oiled by what it burns.
  suits: ({ cycle }) => cycle === 'four-stroke',
  takes: [],
  check: () => undefined,
  inspect,
  sessionHours: 6,
  procedure: () => 'oil-pressure',
  implies: () => ['oil-tapped'],
  steps: {
    'oil-pressure': [
      {
        id: 'level',
        what: 'Oil level on the stick, and its smell.',
        why: 'A pump that draws air shows no pressure; fuel in the oil shows little.',
      },
      {
        id: 'tap',
        what: 'Gauge in the sender’s place, or look for the lamp or for oil at the rockers.',
        why: 'The lamp says that it builds; only a gauge says how much.',
        changes: 'oil-tapped',
      },
      {
        id: 'plugs',
        what: 'Plugs out, or it turned with {dead}: it must not start.',
        why: 'Without compression it turns faster, and the bearings carry nothing yet.',
        when: { starting: 'electric' },
        changes: 'plugs-out',
        caution: { text: '{Dead}. Stand clear of the plug holes: oil comes out.', hand: 'plug-hole' },
      },
      {
        id: 'crank',
        what: 'Crank in short bursts until it shows. Write what it reads, or that it builds.',
        why: 'A minute without it is enough: look for the cause before you crank on.',
        caution: { text: 'Sleeves and hair away from fan, belts and flywheel.', hand: 'flywheel' },
      },
      {
        id: 'idle',
        what: 'Where it runs: warm, at idle.',
        why: 'Worn bearings hold pressure cold and lose it hot.',
        caution: {
          text:
            'No pressure within seconds: stop the engine. Hot oil, hot exhaust, and carbon monoxide: outdoors, or ' +
            'with extraction.',
          hand: 'exhaust',
        },
      },
    ],
  },
};
