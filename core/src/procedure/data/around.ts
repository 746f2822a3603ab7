import type { StepData } from '../../step/step';

export const QUICK_CHECKS: readonly StepData[] = [
  {
    id: 'switch',
    what: 'Kill switch, governor, choke, decompression lever.',
    why: 'Half of what will not start was switched off.',
  },
  {
    id: 'oil',
    what: 'Oil: level, colour, smell of fuel.',
    why: 'Fuel in it washed the bores; none in it may have scored them.',
    when: { cycle: 'four-stroke' },
  },
  {
    id: 'mix',
    what: 'Fuel: fresh, right mixture, no water.',
    why: 'Lean mixture scores pistons; water sits at the bottom.',
    when: { cycle: 'two-stroke' },
  },
  { id: 'filter', what: 'Air filter off: look at the clean side.', why: 'Grit behind the element means bore wear.' },
  {
    id: 'spark',
    what: 'Spark jumps a gap, every plug.',
    why: 'Air, fuel and spark: pressure is only one of the three.',
    when: { fuel: 'petrol' },
    caution: { text: 'No open plug hole and no fuel near the gap. Hold nothing that is live.', hand: 'ignition' },
  },
  {
    id: 'wet-plug',
    what: 'Choke and crank: the plug comes out wet.',
    why: 'A dry plug is fuel that does not arrive.',
    when: { fuel: 'petrol' },
  },
  {
    id: 'plugs',
    what: 'Each plug: its colour, its gap, its heat range, unlike the others?',
    why: 'Oil-fouled, lean white, broken electrode: which cylinder to look at first.',
    when: { fuel: 'petrol', several: true },
  },
  {
    id: 'plug',
    what: 'The plug: its colour, its gap, its heat range.',
    why: 'Oil-fouled, lean white, broken electrode: it has seen what goes on inside.',
    when: { fuel: 'petrol', several: false },
  },
  {
    id: 'coolant',
    what: 'Coolant: level, oil in it, pressure when cold.',
    why: 'Oil and water meet through a gasket.',
    when: { cooling: 'liquid' },
    caution: { text: 'Cold engine only.', hand: 'cooling' },
  },
  {
    id: 'noise',
    what: 'Turn it by hand and listen at the block.',
    why: 'A knock or a scrape comes before the pressure test, not after.',
    caution: { text: 'Lead off. Keep fingers out of what turns.', hand: 'flywheel' },
  },
];

export const WAKING: readonly StepData[] = [
  {
    id: 'look',
    what: 'Look in: nests, rust, water in the oil, mice in the leads.',
    why: 'What stands for years is lived in.',
  },
  {
    id: 'plugs',
    what: 'Plugs out.',
    why: 'Nothing may be pressed against, and the bores are seen.',
    when: { fuel: 'petrol' },
    changes: 'plugs-out',
    caution: { text: 'Ignition off, leads grounded.', hand: 'ignition' },
  },
  {
    id: 'injectors',
    what: 'Injectors or glow plugs out.',
    why: 'Nothing may be pressed against, and the bores are seen.',
    when: { fuel: 'diesel' },
    changes: 'plugs-out',
    caution: { text: 'Stop held. Keep hands away from open pipes.', hand: 'fuel' },
  },
  {
    id: 'oil',
    what: 'Oil in the bores: {dose} each. Let it stand.',
    why: 'Rings rust to the bore; forced, they break.',
    changes: 'oil-in-bores',
    caution: { text: 'Too much locks the engine. Plugs stay out.', hand: 'plug-hole' },
  },
  {
    id: 'hand',
    what: 'Turn it by hand, a full turn each way it may go.',
    why: 'What is stuck gives way slowly this way, or says that it will not.',
    caution: { text: 'If it stops, stop. Do not force it, do not pull harder.', hand: 'flywheel' },
  },
  { id: 'fluids', what: '{fluids}.', why: 'Old fuel gums, old oil holds acid.' },
  {
    id: 'oil-pressure',
    what: 'Crank with plugs out until oil pressure shows.',
    why: 'Bearings first, then compression.',
    when: { cycle: 'four-stroke', starting: 'electric' },
    caution: { text: 'Stand clear of the plug holes: oil comes out.', hand: 'plug-hole' },
  },
  {
    id: 'first',
    what: 'Compression, every cylinder, and write it down as the first of several.',
    why: 'Rings free themselves: readings may climb from test to test.',
  },
  {
    id: 'again',
    what: 'Run it warm if it will, then the same again.',
    why: 'What came up was stuck; what stayed down is worn.',
    caution: { text: 'Outdoors or with extraction. It will smoke.', hand: 'exhaust' },
  },
];

export const TEARDOWN: readonly StepData[] = [
  {
    id: 'lift',
    what: 'Engine held safely: stand, hoist or bench.',
    why: 'It is heavier than it looks, and higher than the foot.',
    caution: { text: 'Never under a lifted engine.', hand: 'lifting' },
  },
  {
    id: 'mark',
    what: 'Mark bearing caps, pistons and rods: cylinder and direction.',
    why: 'They have worn together.',
    changes: 'head-off',
  },
  { id: 'look', what: 'Look before you clean: {traces}piston crowns, scores.', why: 'Dirt tells where the gas went.' },
  {
    id: 'bore',
    what: 'Bore at three heights, along and across the crank.',
    why: 'Taper and ovality say whether rings alone will do.',
  },
  { id: 'gap', what: 'Each ring square in the bore: its gap.', why: 'A wide gap is a worn ring, or a worn bore.' },
  {
    id: 'hone',
    what: 'Bore within the book: hone it, and new rings. Past it: bore or sleeve.',
    why: 'The school of this shop: rings alone, where the bore still measures.',
    when: { honeSchool: true },
  },
  {
    id: 'bore-too',
    what: 'New rings only into a new bore: bore or sleeve, or replace.',
    why: 'The school of this shop: the bore wears with the ring.',
    when: { honeSchool: false },
  },
  { id: 'pin', what: 'Piston clearance, pin and small end.', why: 'A scored pin turns a top end into a new engine.' },
  {
    id: 'found',
    what: 'Write what it was, beside what was predicted.',
    why: 'So the shop sees how often the verdict was right.',
  },
];

export const LEAD_MAP: readonly StepData[] = [
  { id: 'labels', what: 'Labels on the leads before any comes off.', why: 'By number, not by length.' },
  { id: 'back', what: 'Each lead back on its plug, boot home with a click.', why: 'A loose boot is the next misfire.' },
  {
    id: 'trace',
    what: 'Follow {order} round the cap with a finger.',
    why: 'Two changed over run, and backfire.',
    when: { distributor: true },
  },
  {
    id: 'coils',
    what: 'Follow each lead from its plug to the coil of its own number.',
    why: 'Two changed over run, and backfire.',
    when: { distributor: false },
  },
];
