import type { State } from '../jobfile/state';
import type { Again, NextReason, NextTest, SealsFor, StepOutcome } from '../plan/step';
import type { Outcome } from '../plan/worth';
import type { Purpose } from '../jobfile/purpose';
import type { Parts } from '../engine/parts';
import { ANY_MACHINE } from './machine';
import { capital, cylinders, percent } from './phrases';
import { CAUSE_NAME } from './cause-names';
import { mendOf, tellFaults } from './test-kinds';

/** What to do next, why, and what it may show. */

/** What to do next, in a few words. */
export function tellStep({
  test,
  cylinder,
  of,
  reason,
}: {
  test: NextTest;
  cylinder: string | null;
  of?: Again;
  reason?: Pick<NextReason, 'because'>;
}): string {
  if (reason?.because === 'wake-first') return 'Wake it first';
  if (reason?.because === 'inspection-faults') return 'Put right what was found';
  const on = cylinder === null ? '' : ` on cylinder ${cylinder}`;
  switch (test) {
    case 'compression':
      return cylinder === null ? 'Compression' : `Compression, cylinder ${cylinder} first`;
    case 'leakdown':
      return `Leak-down${on}`;
    case 'crankcase':
      return cylinder === null ? 'Crankcase' : `Crankcase of cylinder ${cylinder}`;
    case 'valve-clearance':
      return 'Valve clearances';
    case 'manifold-vacuum':
      return 'Manifold vacuum';
    case 'battery-cranking':
      return 'Volts while it cranks';
    case 'wet':
      return `Wet test${on}`;
    case 'retest':
      return `${of === 'leakdown' ? 'Feed' : 'Test'}${cylinder === null ? '' : ` cylinder ${cylinder}`} again`;
    case 'inspect-valve-train':
      return cylinder === null ? 'Look under the rocker cover' : `Look under the rocker cover, cylinder ${cylinder}`;
    case 'check-tester':
      return 'Question the test first';
    case 'quick-checks':
      return 'Spark and fuel';
    case 'stop':
      return 'Enough tested';
  }
}

/** What follows where more testing adds little and something is wrong. */
const THEN: Readonly<Record<Purpose, string>> = {
  fault: 'Decide.',
  'go-or-stop': 'Stop here until its price is known.',
  'second-opinion': 'Say it beside what the other shop said.',
  buying: 'The buyer hears it before a price is agreed.',
  'before-teardown': 'Open it for that, and order when it is seen.',
  'after-rebuild': 'The work is not proven: find out before it runs.',
  waking: 'Decide before it is run.',
  baseline: 'Decide before the season.',
};

/** What it means that it seals. */
const SEALS_FOR: Readonly<Record<SealsFor, string>> = {
  'go-or-stop': 'Worth carrying on.',
  'second-opinion': 'What the other shop said does not show in what was measured.',
  buying: 'The buyer gets that, with what was not tested.',
  'before-teardown': 'Nothing measured asks for opening it.',
  'after-rebuild': 'It seals as it should. Measure it again after the first warm run.',
  baseline: 'A point more on its line: set the next date.',
};

export function tellNext(reason: NextReason, has: Parts = ANY_MACHINE): string {
  switch (reason.because) {
    case 'nothing-measured':
      return has.several
        ? 'Nothing measured yet. Every cylinder, dry, the same number of strokes on each.'
        : 'Nothing measured yet. Dry, until the needle stops rising.';
    case 'wake-first':
      return (
        'It stood: oil in the bores, turned by hand' +
        `${has.valves ? ', oil pressure' : ''}, before anything cranks it hard.`
      );
    case 'fresh-rebuild':
      return 'Freshly built: air first, under 5 % is what it should lose. Compression after the first warm run.';
    case 'prove-repair':
      return (
        `Repaired: ${reason.repair}. Measure again what was measured before` +
        `${has.several ? ', on every cylinder' : ''}: the two stand side by side.`
      );
    case 'rings-free':
      return (
        `It lost ${percent(reason.from)}, now ${percent(reason.to)}: rings are freeing. Turn it over a few times and ` +
        'feed it again.'
      );
    case 'may-free':
      return (
        'It stood: rings may free themselves. Run it warm if it will, or turn it over and let the oil work, and read ' +
        `${reason.cylinders > 1 ? 'every cylinder' : 'it'} again.`
      );
    case 'release-hides':
      return 'The compression release makes a sound engine read low. Leak-down is the honest test here.';
    case 'still-to-measure':
      return `Still to measure: ${cylinders(reason.missing)}. A verdict needs them all.`;
    case 'read-once':
      return READ_ONCE[reason.state];
    case 'attempts-disagree':
      return 'Its readings disagree. Another one settles which counts.';
    case 'too-close':
      return 'Too close to its limit to call: read it once more.';
    case 'contradicts':
      return 'Its readings contradict each other. Read it once more before you believe either.';
    case 'seal-the-adapter':
      return 'Air may get past the adapter: seal it, and feed it again.';
    case 'look-again-there':
      return 'Faint air where only a gasket or a crack lets it out: feed it again with more pressure and soapy water.';
    case 'set-clearance':
      return (
        `Its ${reason.valves.join(' and ')} ${reason.valves.length > 1 ? 'valves have' : 'valve has'} too little ` +
        'clearance and may not close. Set it to the book first, then read the cylinder again.'
      );
    case 'apart':
      return reason.faults.length > 0
        ? `It lies open, and that tells more than another test: ${tellFaults(reason.faults, has.several).join('; ')}.`
        : 'It lies open: measure and look at every part before it is closed, then prove it by a test.';
    case 'all-low':
      return reason.cylinders > 1
        ? 'Low all round speaks of the test first: starter, tester and its valve, what was left open or shut.'
        : 'Before the engine is blamed: starter, tester and its valve, what was left open or shut.';
    case 'takes-most-doubt':
      return (
        'Of what can be done this takes away the most doubt for its minutes. Now: ' +
        `${CAUSE_NAME[reason.likeliest.cause]}, ${percent(100 * reason.likeliest.probability)}.`
      );
    case 'would-tell':
      return `Takes away about ${percent(100 * Math.min(1, reason.bits / Math.max(0.01, reason.left)))} of the doubt.`;
    case 'case-apart':
      return 'What no cylinder shows: whether the crankcase holds.';
    case 'sure-enough':
      return (
        `More testing adds little: ${CAUSE_NAME[reason.likeliest.cause]}, ` +
        `${percent(100 * reason.likeliest.probability)}. ${THEN[reason.purpose ?? 'fault']}`
      );
    case 'test-likelier':
      return (
        `${capital(CAUSE_NAME[reason.likeliest.cause])} is the likeliest, ` +
        `${percent(100 * reason.likeliest.probability)}. Put the test right before you test on.`
      );
    case 'wrong-stroke':
      return has.valves
        ? 'Nearly all of it is lost: turn one full turn, find the top of compression, and feed it again.'
        : 'Nearly all of it is lost: find the very top, and feed it again.';
    case 'crank-turned':
      return 'The crank turned under the air. Find the top again, lock it both ways, and feed it again.';
    case 'case-leaks':
      return reason.found
        ? 'The case does not hold. Seal, joint or gasket where it leaks: mend it, and prove it again.'
        : reason.mode === 'vacuum'
          ? 'It does not hold its vacuum. Feed it with pressure, and find the place with soapy water.'
          : 'It does not hold. Feed it again, and find the place with soapy water.';
    case 'case-not-proven':
      return 'The case is not proven yet: seal the rig, feed it fully, and watch it for the whole hold time.';
    case 'case-may-leak':
      return 'Compression is good, and the complaint is one that a leaking crankcase makes.';
    case 'no-tester-for-it':
      return `It takes ${TESTER[reason.missing]}, and the shop has none: borrow one, or decide without.`;
    case 'find-where-the-air-goes':
      return 'Air in at top dead centre, and listen where it goes.';
    case 'reads-nothing':
      return 'Oil cannot help a cylinder that makes nothing: look, then put air in and listen.';
    case 'dead-and-fed':
      return reason.percent >= 50
        ? 'It makes nothing, and the air goes straight through: see whether a valve is held open before the head comes off.'
        : 'It makes nothing, and yet it holds air: see whether its valves move.';
    case 'breather-on':
      return (
        'Air at the intake may come past the rings and out of the breather: pull its hose off, feed it again, and ' +
        'listen at the intake and at the oil filler.'
      );
    case 'half-of-the-other':
      return (
        `About half of cylinder ${reason.other}: valve train or rod. Open the rocker cover before ordering ` +
        'anything.'
      );
    case 'past-watch':
      return 'It passes. Note it, and test again next season.';
    case 'look-for-carbon':
      return (
        `It passes, and ${cylinders(reason.cylinders)} ${reason.cylinders.length === 1 ? 'reads' : 'read'} high: ` +
        'look into the chamber for carbon.'
      );
    case 'good-and-even':
      return (
        `${reason.cylinders > 1 ? 'Good and even' : 'Good'}. Compression is not the trouble: ` +
        `${reason.fuel === 'diesel' ? 'look at fuel, air and glow' : 'look at spark and fuel'}.`
      );
    case 'enough-known':
      return `More testing adds little, and no cause stands out. ${THEN[reason.purpose ?? 'fault']}`;
    case 'inspection-faults':
      return [
        `${has.several ? 'The cylinders are good' : 'The cylinder is good'}. What is wrong: ` +
          `${tellFaults(reason.faults, has.several).join('; ')}.`,
        ...new Set(reason.faults.flatMap((one) => mendOf(one, has) ?? [])),
      ].join(' ');
    case 'does-not-breathe':
      return (
        `${capital(cylinders(reason.cylinders))} ${reason.cylinders.length > 1 ? 'make' : 'makes'} what it should when cranked and ` +
        'not when it runs: look whether its valves open as far as they should, then at the cam lobe and the exhaust.'
      );
    case 'seals-for':
      return `${reason.cylinders > 1 ? 'Good and even' : 'Good'}. ${SEALS_FOR[reason.purpose]}`;
    case 'report-owed':
      return `The leak of ${cylinders(reason.cylinders)} belongs on the page: compression alone hides a good deal.`;
    case 'nothing-tells-more':
      return (
        `Nothing on the cart tells more, and ${cylinders(reason.cylinders)} ` +
        `${reason.cylinders.length === 1 ? 'is' : 'are'} not settled: a finer gauge, another tester, or open it.`
      );
    case 'school-first':
      return `The school of this shop: ${SCHOOL_FIRST[reason.school]} before anything else.`;
    case 'no-oil-pressure':
      return 'No oil pressure. Do not crank or run it further: level, pump, pick-up and filter first.';
    case 'no-spark':
      return (
        `It seals, and ${cylinders(reason.cylinders)} ${reason.cylinders.length === 1 ? 'has' : 'have'} no good ` +
        'spark: plug, lead, coil, then what feeds it.'
      );
    case 'spark-is-there':
      return 'It seals, and spark on every plug: look at fuel and air.';
    case 'quick-look':
      return reason.sparks
        ? 'Whether fuel reaches it, whether it gets air, and how the plug looks.'
        : 'Whether it sparks, whether fuel reaches it, and how the plug looks.';
    case 'weak-battery':
      return (
        'The battery falls too low while it cranks, and that makes every cylinder read low. Charge or boost it, ' +
        'and crank again.'
      );
    case 'oil-the-others':
      return 'It was oiled cold, and alone: a dry cold bore rises too. Oil one of the others to compare.';
    case 'cannot-crank':
      return 'It cannot be cranked, so put air in instead.';
  }
}

const READ_ONCE: Readonly<Record<State, string>> = {
  dead: 'It makes next to nothing, on one reading. Test it again before you believe it.',
  low: 'It is low on one reading. Test it again before you believe it.',
  unproven: 'It was read once, and the reading is doubted. Test it again.',
  watch: 'It was read once. Test it again.',
  sound: 'It was read once. Test it again.',
};
const TESTER = { leakdown: 'a leak-down tester with air', compression: 'a compression tester' } as const;
const SCHOOL_FIRST = {
  compression: 'compression',
  'leak-down': 'leak-down',
  'valve-clearance': 'valve clearances',
  vacuum: 'vacuum',
} as const;

const OUTCOME: Readonly<Record<Outcome, string>> = {
  holds: 'It holds its air',
  'heard-nowhere': 'It leaks, and nothing is heard',
  'heard-exhaust': 'Air at the exhaust',
  'heard-intake': 'Air at the intake',
  'heard-intake-breather': 'Air at the intake, breather on',
  'heard-intake-unsaid': 'Air at the intake',
  'heard-intake-reed': 'Air at the intake',
  'heard-crankcase': 'Air at the crankcase',
  'heard-coolant': 'Bubbles in the coolant',
  'heard-neighbour': 'Air at the next plug hole',
  'heard-head-joint': 'Air at the head joint',
  'heard-adapter': 'Air at the adapter',
  'oil-seals': 'Oil lifts it clearly',
  'oil-seals-little': 'Oil lifts it a little',
  'oil-does-nothing': 'Oil changes nothing',
};

/** Where the trade's rule decides there are no odds to tell, only what follows. */
type Follows = readonly { outcome: string; then: string }[];
const compressionFollows = ({ several, sparked }: Parts): Follows => [
  { outcome: several ? 'Good and even' : 'Good', then: `Stop. Look at ${sparked ? 'spark and fuel' : 'fuel and air'}` },
  { outcome: several ? 'One low' : 'Low', then: 'Test it again, then find where it goes' },
  ...(several ? [{ outcome: 'Low all round', then: 'Question the test first' }] : []),
];
const FOLLOWS: Readonly<Partial<Record<NextTest, Follows>>> = {
  retest: [
    { outcome: 'The same again', then: 'It is real: find where it goes' },
    { outcome: 'Another figure', then: 'One more settles which counts' },
  ],
  'check-tester': [
    { outcome: 'Something is found', then: 'Put it right and test again' },
    { outcome: 'The test is good', then: 'Then it is the engine: air in, and listen' },
  ],
  'inspect-valve-train': [
    { outcome: 'A valve does not move', then: 'Rod, rocker or cam' },
    { outcome: 'Both move', then: 'Air in, and listen' },
  ],
  leakdown: [
    { outcome: 'It holds its air', then: 'The cylinder is sound' },
    { outcome: 'It leaks', then: 'Where the air is heard names the part' },
  ],
  crankcase: [
    { outcome: 'It holds', then: 'Look at fuel and air' },
    { outcome: 'It drops', then: 'Soapy water on seals and joints' },
  ],
  'valve-clearance': [
    { outcome: 'One is tight', then: 'It may not close: set it, then test' },
    { outcome: 'All in range', then: 'Compression' },
  ],
  'battery-cranking': [
    { outcome: 'It stays up', then: 'The starter is not to blame' },
    { outcome: 'It sinks', then: 'Charge it, and crank again' },
  ],
  'manifold-vacuum': [
    { outcome: 'Steady and high', then: 'Little is wrong inside' },
    { outcome: 'It flicks or sways', then: 'Valve, guide or timing: compression next' },
  ],
  'quick-checks': [{ outcome: 'Spark or fuel is missing', then: 'Put it right' }],
};

/** What a step may show where its reason says it, whatever the test. */
export const OUTCOMES_BY_REASON: Readonly<Partial<Record<NextReason['because'], Follows>>> = {
  'prove-repair': [
    { outcome: 'Good', then: 'Write the proof' },
    { outcome: 'Not good', then: 'Find out why before it goes out' },
  ],
  'wake-first': [
    { outcome: 'It turns freely', then: 'Test it' },
    { outcome: 'It is stuck', then: 'Oil and time: never force it' },
  ],
};

export function tellOutcomes(
  test: NextTest,
  outcomes: readonly StepOutcome[] | undefined,
  has: Parts = ANY_MACHINE,
): { outcome: string; then: string }[] {
  if (!outcomes) return [...(test === 'compression' ? compressionFollows(has) : (FOLLOWS[test] ?? []))];
  return outcomes.map(({ outcome, then }) => ({
    outcome: OUTCOME[outcome],
    then: `${capital(CAUSE_NAME[then.cause])}, ${percent(100 * then.probability)}`,
  }));
}
