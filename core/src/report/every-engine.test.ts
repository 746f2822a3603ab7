import { canHave, FAULT_CAUSES, type FaultCause } from '../engine/faults';
import { parts } from '../engine/parts';
import { ENGINES } from '../plan/any-job/any-job.fixture';
import { missingWords } from '../plan/any-job/missing-parts.fixture';
import { tellCaution, tellNext, tellReason } from '..';
import type { Engine } from '../engine/engine';
import type { NextReason } from '../plan/step';
import type { HoldReason } from '../test-kinds/crankcase/judged';
import type { Caution } from '../verdict/caution';
import type { Reason } from '../verdict/reason';
import { CAUTIONS, REASONS } from './every-code.fixture';
import { NEXTS } from './every-next.fixture';

/** Every code on every kind of engine that can come by it: no part that is not there, nothing said twice. */

type Told = Reason | HoldReason | Caution | NextReason;
const codeOf = (one: Told): string => ('rule' in one ? one.rule : 'caution' in one ? one.caution : one.because);

/** Codes that only some engines can come by. */
const ONLY: Readonly<Partial<Record<string, (engine: Engine) => boolean>>> = {
  ...Object.fromEntries(
    [
      'spread-met',
      'spread-watch',
      'spread-missed',
      'spread-too-close',
      'stands-above-the-others',
      'beside-a-high-one',
      'high-or-low',
      'question-the-test-first',
      'mixed-conditions',
      'readings-swapped',
      'wet-rises-alike',
      'not-all-measured',
      'still-to-measure',
      'oil-the-others',
    ].map((code) => [code, ({ cylinders }: Engine) => cylinders.length > 1]),
  ),
  ...Object.fromEntries(
    [
      'hold-met',
      'hold-missed',
      'hold-too-close',
      'hold-watched-once',
      'hold-fed-too-little',
      'rig-leaks-more',
      'case-leaks',
      'case-not-proven',
      'case-may-leak',
      'case-apart',
    ].map((code) => [code, ({ cycle }: Engine) => cycle === 'two-stroke']),
  ),
  'spread-single-cylinder': ({ cylinders }) => cylinders.length === 1,
  'intake-or-breather': ({ cycle }) => cycle === 'four-stroke',
  'half-of-the-other': ({ cycle, cylinders }) => cycle === 'four-stroke' && cylinders.length === 2,
  'no-oil-pressure': ({ cycle }) => cycle === 'four-stroke',
  'set-clearance': ({ cycle }) => cycle === 'four-stroke',
  'dead-and-fed': ({ cycle }) => cycle === 'four-stroke',
  'breather-on': ({ cycle }) => cycle === 'four-stroke',
  'look-again-there': (engine) => parts(engine).headGasket,
  'later-test-wrong': ({ fuel }) => fuel === 'petrol',
  'does-not-breathe': ({ cycle, cylinders }) => cycle === 'four-stroke' && cylinders.length > 1,
  'quick-look': ({ fuel }) => fuel === 'petrol',
  'no-spark': ({ fuel }) => fuel === 'petrol',
  'spark-is-there': ({ fuel }) => fuel === 'petrol',
  'release-hides': ({ compressionRelease }) => compressionRelease === 'automatic',
  'lever-release': ({ compressionRelease }) => compressionRelease === 'lever',
  'wet-wets-one-side': ({ layout }) => layout === 'flat',
};

/** What a code speaks of beside itself: a cause, a place where air was heard, a fault of the test. */
function canBeSaid(engine: Engine, one: Told): boolean {
  if (ONLY[codeOf(one)]?.(engine) === false) return false;
  const { several, coolant, headGasket, sparked, release } = parts(engine);
  const named = [
    'cause' in one ? one.cause : undefined,
    'blame' in one ? one.blame : undefined,
    'likeliest' in one ? one.likeliest.cause : undefined,
    'doubt' in one && typeof one.doubt === 'object' ? one.doubt.which : undefined,
  ];
  for (const name of named) {
    if (name === 'throttle-closed' && !sparked) return false;
    if (name === 'compression-release' && !release) return false;
    if (name !== undefined && FAULTS.has(name) && !canHave(engine, name as FaultCause)) return false;
  }
  const at = 'at' in one ? one.at : undefined;
  if (at === 'coolant' && !coolant) return false;
  if (at === 'neighbour' && !(several && headGasket)) return false;
  if (at === 'head-joint' && !headGasket) return false;
  if ('cylinders' in one && Array.isArray(one.cylinders) && one.cylinders.length > 1 && !several) return false;
  if ('fuel' in one && one.fuel !== engine.fuel) return false;
  const count = 'cylinders' in one && typeof one.cylinders === 'number' ? one.cylinders : undefined;
  if (count !== undefined) return count > 1 === several;
  return !('school' in one && one.school === 'valve-clearance' && engine.cycle === 'two-stroke');
}
const FAULTS: ReadonlySet<string> = new Set(FAULT_CAUSES);

/** Names of rules of thumb are names: what they are called says nothing of the engine. */
const withoutSources = (sentence: string) => sentence.replace(/\([^()]*(\([^()]*\)[^()]*)*\)/g, '');

test.each(
  ENGINES.map((engine) => [`${engine.cycle} ${engine.fuel} ${engine.family} ${engine.cylinders.length}`, engine]),
)('%s', (_, given) => {
  const engine = given;
  const has = parts(engine);
  const told = [
    ...REASONS.flatMap(([one]) => (canBeSaid(engine, one) ? [tellReason(one, 'psi', has)] : [])),
    ...CAUTIONS.flatMap(([one]) => (canBeSaid(engine, one) ? [tellCaution(one, 'psi', has)] : [])),
    ...NEXTS.flatMap(([one]) => (canBeSaid(engine, one) ? [tellNext(one, has)] : [])),
  ];
  expect(told.length).toBeGreaterThan(40);
  for (const sentence of told) {
    expect([sentence, missingWords(engine, withoutSources(sentence))]).toEqual([sentence, []]);
    const said = sentence.split(/(?<=[.:]) /);
    expect(new Set(said).size).toBe(said.length);
    expect(sentence).not.toMatch(/undefined|NaN|null|\s{2}|!|\.\.|\bcyl [^ ]+ are\b/);
  }
});

/** The compiler demands every code here, and the test that each is in its table. */
const RULES = {
  'meets-minimum': true,
  'misses-minimum': true,
  'too-close-to-minimum': true,
  'in-lowest-band': true,
  'above-maximum': true,
  'no-minimum': true,
  'under-a-tenth': true,
  'spread-met': true,
  'spread-watch': true,
  'spread-missed': true,
  'spread-too-close': true,
  'stands-above-the-others': true,
  'cold-corrected': true,
  'limit-moved': true,
  'attempts-averaged': true,
  'attempts-disagree': true,
  'attempts-scatter': true,
  'wet-response': true,
  'stroke-pattern': true,
  'leak-sound': true,
  'leak-watch': true,
  'leak-missed': true,
  'leak-too-close': true,
  'crank-turned': true,
  'wrong-stroke-suspected': true,
  'rings-freeing': true,
  'suspected-left-out': true,
  'leak-attempts-disagree': true,
  'leak-attempts-scatter': true,
  'gasket-blows': true,
  'gasket-may-blow': true,
  heard: true,
  'intake-or-breather': true,
  'not-measured': true,
  'test-doubted': true,
  'beside-a-high-one': true,
  'high-or-low': true,
  'fault-likelier': true,
  'contradicts-itself': true,
  'test-likelier': true,
  'hold-met': true,
  'hold-missed': true,
  'hold-too-close': true,
  'hold-watched-once': true,
  'hold-fed-too-little': true,
  'rig-leaks-more': true,
} satisfies Record<(Reason | HoldReason)['rule'], true>;
const CAUTION_CODES = {
  'rings-freed': true,
  'later-test-wrong': true,
  'wet-other-temperature': true,
  'moved-between-tests': true,
  'attempts-disagree': true,
  'attempts-scatter': true,
  'leak-attempts-disagree': true,
  'leak-attempts-scatter': true,
  'test-doubted': true,
  'scale-unsuitable': true,
  'entry-left-out': true,
  'oil-still-in': true,
  'readings-swapped': true,
  'barometer-against-altitude': true,
  'mixed-conditions': true,
  'temperature-unknown': true,
  'warm-engine-cold-book': true,
  'question-the-test-first': true,
  'lever-release': true,
  'repeat-a-dead-reading': true,
  'adapter-leaks': true,
  'wet-wets-one-side': true,
  'wet-exaggerated-cold': true,
  'wet-volume-unknown': true,
  'wet-rises-alike': true,
  'wet-too-little-oil': true,
  'wet-too-much-oil': true,
  'wet-on-nothing': true,
  'needle-fell': true,
  'not-all-measured': true,
  'spread-single-cylinder': true,
} satisfies Record<Caution['caution'], true>;
const BECAUSES = {
  'attempts-disagree': true,
  'crank-turned': true,
  'test-likelier': true,
  'nothing-measured': true,
  'wake-first': true,
  'prove-repair': true,
  'fresh-rebuild': true,
  'rings-free': true,
  'may-free': true,
  'release-hides': true,
  'still-to-measure': true,
  'read-once': true,
  'too-close': true,
  'all-low': true,
  'takes-most-doubt': true,
  'would-tell': true,
  'case-apart': true,
  'wrong-stroke': true,
  'case-may-leak': true,
  'case-leaks': true,
  'case-not-proven': true,
  'no-tester-for-it': true,
  'sure-enough': true,
  'find-where-the-air-goes': true,
  'reads-nothing': true,
  'dead-and-fed': true,
  'breather-on': true,
  'half-of-the-other': true,
  'past-watch': true,
  'look-for-carbon': true,
  'good-and-even': true,
  'enough-known': true,
  'seals-for': true,
  'report-owed': true,
  'nothing-tells-more': true,
  'cannot-crank': true,
  'oil-the-others': true,
  'no-oil-pressure': true,
  'no-spark': true,
  'spark-is-there': true,
  contradicts: true,
  'seal-the-adapter': true,
  'look-again-there': true,
  'set-clearance': true,
  apart: true,
  'quick-look': true,
  'inspection-faults': true,
  'does-not-breathe': true,
  'weak-battery': true,
  'school-first': true,
} satisfies Record<NextReason['because'], true>;

test.each([
  ['reasons', REASONS, RULES],
  ['cautions', CAUTIONS, CAUTION_CODES],
  ['next', NEXTS, BECAUSES],
] as const)('every code of %s is in its table', (_, table, codes) => {
  const told = new Set((table as readonly (readonly [Told, unknown])[]).map(([one]) => codeOf(one)));
  expect(Object.keys(codes).filter((code) => !told.has(code))).toEqual([]);
});
