import type { Change, StepData } from '../../step/step';

/** How each change is put back. */
export const restoring: Readonly<Record<Change, StepData>> = {
  'ignition-off': {
    id: 'ignition-off',
    what: 'Ignition on again: kill switch, grounding clips off.',
    why: 'It was disabled for the test.',
  },
  'fuel-off': { id: 'fuel-off', what: 'Fuel on, choke as it was.', why: 'It was shut for the test.' },
  'injection-off': {
    id: 'injection-off',
    what: 'Pump fuse or injector plugs back.',
    why: 'They were pulled for the test.',
  },
  'stop-held': { id: 'stop-held', what: 'Stop control free.', why: 'It was held for the test.' },
  'plugs-out': {
    id: 'plugs-out',
    what: 'Plugs back: gapped, by hand first, then to torque.',
    why: 'They were taken out. The manual gives the torque.',
  },
  'leads-off': { id: 'leads-off', what: 'Leads by number, {order} as it was noted.', why: 'They were taken off.' },
  'valve-core-out': {
    id: 'valve-core-out',
    what: 'Valve core back in the compression hose.',
    why: 'Left out, the next engine looks dead.',
  },
  'clamp-on': {
    id: 'clamp-on',
    what: 'Clamp and flywheel lock off. Nothing left in the plug hole.',
    why: 'The crank was held; a starter against it breaks something.',
    caution: { text: 'See that it turns freely by hand before the starter is touched.', hand: 'flywheel' },
  },
  'blade-off': {
    id: 'blade-off',
    what: 'Blade, bar or belt back on, to torque.',
    why: 'It was taken off.',
    caution: { text: 'Lead off while hands are near it. A loose blade flies.', hand: 'flywheel' },
  },
  'breather-off': { id: 'breather-off', what: 'Breather hose back on.', why: 'It was pulled off to listen.' },
  'caps-on': {
    id: 'caps-on',
    what: 'Blanking plates and caps off, intake and exhaust joined again.',
    why: 'They sealed the case.',
  },
  'lever-set': { id: 'lever-set', what: 'Decompression lever as it was.', why: 'It was set for the test.' },
  'filler-open': { id: 'filler-open', what: 'Oil filler and dipstick closed.', why: 'They were opened to listen.' },
  'battery-boosted': {
    id: 'battery-boosted',
    what: 'Booster off, battery clamps tight.',
    why: 'It was boosted for cranking.',
    caution: { text: 'Off in the other order. No spark near the battery.', hand: 'battery' },
  },
  'vacuum-tapped': { id: 'vacuum-tapped', what: 'Vacuum tap closed, hose back.', why: 'The gauge was on it.' },
  'fuel-tapped': {
    id: 'fuel-tapped',
    what: 'Fuel line joined, no drip under pressure.',
    why: 'The gauge was in it.',
    caution: { text: 'Wipe up, then key on, then look for drips, then start.', hand: 'fuel' },
  },
  'cover-off': { id: 'cover-off', what: 'Rocker cover on, gasket seated.', why: 'It was taken off.' },
  'oil-in-bores': {
    id: 'oil-in-bores',
    what: 'Crank with plugs out to clear the oil.',
    why: 'Oil was put in; it locks or smokes.',
    caution: { text: 'Face away from the plug holes.', hand: 'plug-hole' },
  },
  'head-off': {
    id: 'head-off',
    what: 'Head and barrel back as the manual has it: sequence, torque, new gasket.',
    why: 'The engine was opened.',
  },
  'throttle-tied': {
    id: 'throttle-tied',
    what: 'Throttle free: it snaps shut.',
    why: 'It was held open. Tied, the first start runs away.',
    caution: { text: 'Try it by hand before the engine is started.', hand: 'flywheel' },
  },
  'oil-tapped': {
    id: 'oil-tapped',
    what: 'Oil sender back in, its wire on, no drip when it runs.',
    why: 'The gauge was in its place.',
  },
};
