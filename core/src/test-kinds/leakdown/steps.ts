import type { StepData } from '../../step/step';
import { PLUGS_OUT, READY } from '../../step/ready';

const TOP = {
  text: 'Turn in the normal direction only. Keep the dowel straight, and leave nothing in the hole.',
  hand: 'plug-hole',
} as const;

export const LEAKDOWN: readonly StepData[] = [
  ...READY,
  ...PLUGS_OUT,
  {
    id: 'core',
    what: 'Valve core out of the hose, or the leak-down hose on.',
    why: 'With the core in, the hose holds the air that the cylinder should lose.',
    changes: 'valve-core-out',
  },
  {
    id: 'breather',
    what: 'Pull the breather hose off the air box.',
    why: 'Left on, ring leakage sounds just like an intake valve.',
    when: { cycle: 'four-stroke' },
    changes: 'breather-off',
  },
  {
    id: 'filler',
    what: 'Open the oil filler slowly.',
    why: 'That is where rings are heard.',
    when: { cycle: 'four-stroke' },
    changes: 'filler-open',
    caution: { text: 'Oil can spurt. Open it slowly, face away.', hand: 'eyes' },
  },
  {
    id: 'coolant',
    what: 'Header tank or radiator open, filled to the brim.',
    why: 'Bubbles there are a head gasket, or a crack.',
    when: { cooling: 'liquid', afloat: false },
    caution: { text: 'Only on a cold engine. Never open a hot radiator.', hand: 'cooling' },
  },
  {
    id: 'regulator',
    what: 'Regulator backed right off, then air on.',
    why: 'A regulator left up throws the crank round the moment the hose is joined.',
    caution: { text: 'Eye protection on. Air at this pressure throws grit.', hand: 'air' },
  },
  {
    id: 'zero',
    what: 'Zero the tester with the hose blocked; let it vent and come back, three times.',
    why: 'It must return to zero every time. Zero it again before each cylinder: it drifts.',
  },
  {
    id: 'tdc',
    what: 'Bring the cylinder up on compression, then find the exact top with a wooden dowel or plastic straw.',
    why:
      'Thumb or paper over the hole; a glove on the hose fills; rockers both loose. Then the highest point before ' +
      'it sinks.',
    when: { cycle: 'four-stroke' },
    caution: TOP,
  },
  {
    id: 'top',
    what: 'Bring the piston up, then find the exact top with a wooden dowel or plastic straw.',
    why: 'A two-stroke compresses each time it comes up. The top is the highest point before it sinks.',
    when: { cycle: 'two-stroke' },
    caution: TOP,
  },
  {
    id: 'hold',
    what: 'Hold the crank before the air goes on: clamp, lock, or gear and brake.',
    why: 'A few degrees off the top the air spins the engine.',
    changes: 'clamp-on',
    caution: {
      text: 'Never a ratchet or spanner held by hand. No finger near fan, belt, propeller or blade.',
      hand: 'flywheel',
    },
  },
  {
    id: 'pressure',
    what: 'Bring it up slowly to {supply}, and watch the flywheel.',
    why: 'If the needle falls and then runs away the crank has turned: air off, begin again.',
    caution: { text: 'Air off at once when anything moves.', hand: 'flywheel' },
  },
  {
    id: 'read',
    what: 'Write both gauges, or the percent.',
    why: 'Turn it over a few times and read again where it is poor: rings that stood free themselves.',
  },
  {
    id: 'listen',
    what: 'Lower the pressure and listen, one place at a time.',
    why: 'Where the air comes out says what is worn.',
  },
  {
    id: 'next',
    what: 'Air off; turn {turn}; zero again.',
    why: 'The same supply for every cylinder.',
    when: { several: true },
  },
];

export const LISTENING: readonly StepData[] = [
  {
    id: 'exhaust',
    what: 'Exhaust outlet, or a sensor hole near the head.',
    why: 'Exhaust valve. The far end of a silencer hides it.',
    when: { cycle: 'four-stroke' },
  },
  {
    id: 'intake',
    what: 'Carburettor or throttle body, throttle open.',
    why: 'Intake valve, once the breather hose is off.',
    when: { cycle: 'four-stroke', fuel: 'petrol' },
  },
  {
    id: 'inlet',
    what: 'Air inlet, filter off.',
    why: 'Intake valve, once the breather hose is off.',
    when: { cycle: 'four-stroke', fuel: 'diesel' },
  },
  {
    id: 'crankcase',
    what: 'Oil filler, dipstick, breather.',
    why: 'Rings, bore or piston. Some is always there, most when cold.',
    when: { cycle: 'four-stroke' },
    caution: { text: 'Open it slowly: oil can spurt.', hand: 'eyes' },
  },
  {
    id: 'ports',
    what: 'Exhaust port, carburettor through the reed, the crankcase.',
    why: 'Rings or piston: on a two-stroke all three lead past them.',
    when: { cycle: 'two-stroke' },
  },
  {
    id: 'coolant',
    what: 'Radiator, header tank or jacket: bubbles.',
    why: 'Head gasket to coolant, or a cracked head or liner.',
    when: { cooling: 'liquid' },
    caution: { text: 'Only on a cold engine.', hand: 'cooling' },
  },
  { id: 'neighbour', what: 'The plug hole next door.', why: 'Head gasket between the two.', when: { several: true } },
  {
    id: 'outside',
    what: 'Round the head joint with soapy water: stud holes{tunnel}.',
    why: 'Head gasket to the outside, or a warped head. It needs repair however small the number.',
    when: { headGasket: true },
  },
  { id: 'adapter', what: 'The adapter itself.', why: 'That would be the test, not the engine.' },
];
