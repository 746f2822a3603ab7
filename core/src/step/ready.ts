import type { StepData } from './step';

/** Making a machine safe and ready to be cranked: the same before every test that turns it. */
export const READY: readonly StepData[] = [
  {
    id: 'afloat',
    what: 'See where the machine stands: cooling water on, propeller clear.',
    why: 'A propeller that turns takes a hand, and a pump without water is ruined in seconds.',
    when: { afloat: true },
    caution: { text: 'Take the propeller off or keep everybody away from it. In the water or on muffs.', hand: 'boat' },
  },
  {
    id: 'chocked',
    what: 'Neutral, chocked, drive chain or belt clear.',
    why: 'A starter moves the whole machine when it is in gear.',
    when: { road: true },
    caution: { text: 'Out of gear and held, so that cranking moves nothing but the engine.', hand: 'flywheel' },
  },
  {
    id: 'blade',
    what: 'Take the blade, tines or belt off, or clear them.',
    why: 'They turn with the crank.',
    when: { blade: true },
    changes: 'blade-off',
    caution: { text: 'Plug lead off before a hand goes near the blade.', hand: 'flywheel' },
  },
  {
    id: 'chain',
    what: 'Guide bar and chain off, or the tool clear of everything.',
    why: 'A clutch that drags moves them.',
    when: { handheld: true },
    changes: 'blade-off',
    caution: { text: 'Switch off and lead off first.', hand: 'flywheel' },
  },
  {
    id: 'ignition',
    what: 'Disable the ignition so that the spark has a path to ground.',
    why: 'An open secondary ruins coils, and a spark lights what comes out of the plug holes.',
    when: { fuel: 'petrol' },
    changes: 'ignition-off',
    caution: { text: 'Kill switch off, leads grounded. Nobody stands in front of it.', hand: 'ignition' },
  },
  {
    id: 'stop',
    what: 'Hold the stop, so that no fuel is injected.',
    why: 'A diesel fires on nothing but fuel and compression.',
    when: { fuel: 'diesel' },
    changes: 'stop-held',
    caution: { text: 'Injection pressure pierces skin. Keep hands away from open pipes.', hand: 'fuel' },
  },
  {
    id: 'fuel',
    what: 'Shut the fuel off. Choke off.',
    why: 'Fuel washes the oil off the bores, and a shut choke starves the engine of air.',
    when: { fuel: 'petrol' },
    changes: 'fuel-off',
    caution: { text: 'Fuel vapour and an open spark do not go together. Air the place.', hand: 'fuel' },
  },
  {
    id: 'injection',
    what: 'Pull the pump fuse or the injector plugs.',
    why: 'Injectors go on spraying while it is cranked.',
    when: { injection: true, fuel: 'petrol' },
    changes: 'injection-off',
  },
];

/** Getting at the plug holes. */
export const PLUGS_OUT: readonly StepData[] = [
  {
    id: 'map',
    what: 'Number the leads; note {order}.',
    why: 'Two leads changed over cost more than the test found.',
    when: { several: true, fuel: 'petrol' },
    changes: 'leads-off',
  },
  {
    id: 'distributor',
    what: 'Mark the distributor: its finger turns {finger}.',
    why: 'The leads go back by that direction.',
    when: { distributor: true },
  },
  {
    id: 'clean',
    what: 'Clean round the plugs: brush, then air.',
    why: 'Grit that falls in scores the bore.',
    caution: { text: 'Eye protection on before the air.', hand: 'eyes' },
  },
  {
    id: 'boots',
    what: 'Twist the boots off; never pull the wire.',
    why: 'The core tears inside, and the misfire comes a week later.',
    when: { fuel: 'petrol' },
  },
  {
    id: 'plugs-all',
    what: 'All plugs out. Lay them in order and look at each.',
    why: 'The engine spins faster and the battery lasts; and plugs unlike each other say which cylinder to watch.',
    when: { plugsAllOut: true, fuel: 'petrol' },
    changes: 'plugs-out',
  },
  {
    id: 'plugs-one',
    what: 'Only the plug of this cylinder out, the others left in.',
    why: 'The school of this shop. Do it alike on every cylinder.',
    when: { plugsAllOut: false, fuel: 'petrol' },
    changes: 'plugs-out',
  },
  {
    id: 'injectors',
    what: 'Injectors or glow plugs out, one adapter for all.',
    why: 'A diesel is tested through either hole; the book says which.',
    when: { fuel: 'diesel' },
    changes: 'plugs-out',
  },
];

/** A gauge that is read on a running engine. */
export const RUNNING: StepData = {
  id: 'running',
  what: 'Machine held, extraction on, nothing near what turns.',
  why: 'This gauge is read on a running engine.',
  caution: { text: 'Carbon monoxide, hot exhaust, belts and fan. Outdoors, or with extraction.', hand: 'exhaust' },
};
