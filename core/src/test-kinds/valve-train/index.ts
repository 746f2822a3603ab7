import type { State } from '../../jobfile/state';
import type { ValveTrainSeen, ValveTrainTest } from '../../jobfile/tests';
import { onCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import type { JudgedInspection, Says } from '../inspection';

const STATE: Readonly<Record<ValveTrainSeen, State>> = {
  'both-move': 'sound',
  'intake-does-not-move': 'low',
  'exhaust-does-not-move': 'low',
  'bent-or-broken': 'low',
};
const SAYS: Readonly<Record<ValveTrainSeen, Says[]>> = {
  'both-move': [],
  'intake-does-not-move': ['valve-does-not-open'],
  'exhaust-does-not-move': ['valve-does-not-open'],
  'bent-or-broken': ['valve-train-broken'],
};

/** The latest look at each cylinder. */
function inspect(test: ValveTrainTest): JudgedInspection[] {
  const latest = new Map(test.readings.map(({ cylinder, seen }) => [cylinder, seen]));
  return [...latest].map(([cylinder, seen]) => ({
    of: 'valve-train',
    seen,
    test: test.kind,
    cylinder,
    source: null,
    state: STATE[seen],
    says: SAYS[seen],
  }));
}

export const valveTrain: KindDefinition<'valve-train'> = {
  suits: ({ cycle }) => cycle === 'four-stroke',
  takes: [],
  check: onCylinder,
  inspect,
  sessionHours: 6,
  procedure: () => 'valve-train',
  implies: () => ['cover-off'],
  steps: {
    'valve-train': [
      {
        id: 'off',
        what: '{Dead}. Rocker or tappet cover off.',
        why: 'An engine that is turned by hand must not start.',
        changes: 'cover-off',
        caution: { text: 'Hot oil and hot metal: let it cool.', hand: 'exhaust' },
      },
      {
        id: 'turn',
        what: 'Turn it by hand through two turns, in its own direction, and watch both valves of the cylinder.',
        why: 'Each must open and shut once in two turns, and as far as those beside it.',
        caution: { text: 'Fingers clear of what turns.', hand: 'flywheel' },
      },
      {
        id: 'rods',
        what: 'Push-rods straight and in their cups, rockers and their posts whole, cam lobes not worn round.',
        why: 'A bent rod or a worn lobe makes a cylinder that hardly breathes, and leaks nothing.',
      },
    ],
  },
};
