import type { StepData } from '../../step/step';
import { PLUGS_OUT, READY } from '../../step/ready';

export const COMPRESSION: readonly StepData[] = [
  {
    id: 'warm',
    what: 'Run it warm if it runs; else test it cold and say so.',
    why: 'Book figures mean a warm engine. Parts at size read 5 to 10 % higher.',
    when: { warmSchool: true },
    caution: {
      text: '{hot}, and a running engine makes carbon monoxide: outdoors, or with extraction.{radiator}',
      hand: 'exhaust',
    },
  },
  {
    id: 'cold',
    what: 'Test it cold: the school of this shop, or it does not run.',
    why: 'It is recorded, and the doubt is wider where the book means warm.',
    when: { warmSchool: false },
  },
  ...READY,
  ...PLUGS_OUT,
  {
    id: 'lever',
    what: 'Decompression lever off.',
    why: 'Left on, a sound engine reads like a dead one.',
    when: { release: 'lever' },
    changes: 'lever-set',
  },
  {
    id: 'release',
    what: 'This engine has an automatic release: expect a low reading.',
    why: 'It bumps a valve while cranking. Leak-down is the honest test here.',
    when: { release: 'automatic' },
  },
  {
    id: 'battery',
    what: 'Battery full, or a booster on.',
    why: 'A tired battery reads as a tired engine.',
    when: { starting: 'electric' },
    changes: 'battery-boosted',
    caution: { text: 'A battery that charges makes gas. Last clamp away from it, no spark near.', hand: 'battery' },
  },
  {
    id: 'valve',
    what: 'Look at the tester: one-way valve at the engine end, O-ring without splits.',
    why: 'Without the valve the hose counts as chamber, and a small engine looks dead.',
    when: { engineEndValve: true },
  },
  {
    id: 'valve-missing',
    what: 'This tester has no valve at the engine end. Use another one if there is one.',
    why: 'The hose counts as chamber: on a small engine it halves the reading.',
    when: { engineEndValve: false },
  },
  {
    id: 'adapter',
    what: 'Screw the adapter in by hand: until the O-ring touches, then a quarter turn.',
    why: 'More tears the ring, and then the adapter unscrews from its hose instead of from the head.',
    caution: {
      text: 'Thread, pitch and reach as the plug. Too long strikes the piston; cross-threaded ruins the head.',
      hand: 'plug-hole',
    },
  },
  {
    id: 'throttle',
    what: 'Throttle and choke wide open, and held there.',
    why: 'A shut throttle starves the engine, and it reads low for nothing.',
    when: { fuel: 'petrol' },
    changes: 'throttle-tied',
  },
  {
    id: 'crank-stops',
    what: 'Crank until the needle stops rising. Write the first stroke and the peak.',
    why: 'The first stroke tells rings from valves; the peak alone does not.',
    when: { starting: 'electric', untilItStops: true },
    caution: { text: 'Hands, sleeves and hair away from fan, belts and flywheel.', hand: 'flywheel' },
  },
  {
    id: 'crank-five',
    what: 'Crank five strokes on every cylinder. Write the first stroke and the last.',
    why: 'The school of this shop. The same number everywhere.',
    when: { starting: 'electric', untilItStops: false },
    caution: { text: 'Hands, sleeves and hair away from fan, belts and flywheel.', hand: 'flywheel' },
  },
  {
    id: 'pull',
    what: 'Pull {pulls} times, briskly, until the needle stops rising.',
    why: 'A slow pull reads low. Count the pulses by ear.',
    when: { starting: 'recoil' },
    caution: { text: 'Stand so that a kickback takes the handle, not the hand.', hand: 'flywheel' },
  },
  {
    id: 'kick',
    what: 'Kick it {pulls} times, right through, until the needle stops rising.',
    why: 'Half a kick reads half a stroke. Count the pulses by ear.',
    when: { starting: 'kick' },
    caution: { text: 'A kickback breaks an ankle: foot flat, knee bent, machine on its stand.', hand: 'flywheel' },
  },
  {
    id: 'no-crank',
    what: 'It cannot be cranked. Go to leak-down: it needs no starter.',
    why: 'A recoil or starter need not be mended to know whether the engine is worth it.',
    when: { starting: 'none' },
  },
  {
    id: 'repeat',
    what: 'Release the gauge and read it again; then the next cylinder, the same number of strokes.',
    why: 'Two that agree are a reading. One is a number.',
    when: { several: true },
  },
  {
    id: 'repeat-one',
    what: 'Release the gauge and read it again, the same number of strokes.',
    why: 'Two that agree are a reading. One is a number.',
    when: { several: false },
  },
];

export const WET: readonly StepData[] = [
  {
    id: 'zero',
    what: 'Only where it reads something dry. On zero go to leak-down.',
    why: 'Oil cannot seal a hole; it only hides the next test.',
  },
  {
    id: 'oil',
    what: 'Oil over the piston: {dose}.',
    why: 'The dose for this chamber: enough for the rings, too little to lift the reading by its own volume.',
    caution: {
      text: 'Too much oil locks the engine and bends the rod. Never more than the dose without a sum.',
      hand: 'plug-hole',
    },
    changes: 'oil-in-bores',
  },
  {
    id: 'spread',
    what: 'Turn it over a few times by hand, plug out.',
    why: 'It has to run round the whole bore. A flat or leaning cylinder wets only its low side.',
    caution: { text: 'Face away from the hole: oil comes out.', hand: 'plug-hole' },
  },
  {
    id: 'read',
    what: 'Test it again as before.',
    why: 'A clear rise beyond what the oil fills says rings or bore; none says one of: {notRings}.',
  },
];
