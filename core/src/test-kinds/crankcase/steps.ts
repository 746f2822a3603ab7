import type { StepData } from '../../step/step';

const rig: StepData[] = [
  {
    id: 'complete',
    what: 'The engine complete; exhaust and intake blanked off, plate with hose barb on.',
    why: 'Seals are proved as they run.',
    changes: 'caps-on',
  },
  { id: 'gauge', what: 'A gauge of 15 psi full scale or less.', why: 'A compression gauge cannot show this little.' },
  {
    id: 'rig',
    what: 'Test the rig by itself first: caps, plate and hoses.',
    why: 'They leak more often than engines, and what they lose is taken off.',
  },
];

export const CRANKCASE_PRESSURE: readonly StepData[] = [
  ...rig,
  {
    id: 'pump',
    what: 'Pump gently to {case}, then shut the valve.',
    why: 'What the book says; the hand pump is stronger than the seals.',
    caution: { text: 'Never above {caseLimit}: seals are not made for more.', hand: 'case' },
  },
  {
    id: 'settle',
    what: 'Wait until warm air has settled, then start the clock.',
    why: 'One degree moves the needle as much as a small leak.',
  },
  { id: 'watch', what: 'Look at it for {hold}.', why: 'A curve tells a leak from air that cools.' },
  {
    id: 'soap',
    what: 'If it drops: soapy water at both seals, case joint, intake boots, base, reed block, pulse hose, drain.',
    why: 'The bubble shows the place. Inner seals show at vents, or from one case into the next.',
  },
];

export const CRANKCASE_VACUUM: readonly StepData[] = [
  ...rig,
  {
    id: 'pump',
    what: 'Draw gently, about as deep as the pressure was high, then shut the valve.',
    why: 'Some seals hold outward and leak inward: pressure alone does not prove them.',
    caution: { text: 'A hand pump, never a workshop vacuum line.', hand: 'case' },
  },
  { id: 'watch', what: 'Look at it for {hold}.', why: 'The same clock as under pressure.' },
];
