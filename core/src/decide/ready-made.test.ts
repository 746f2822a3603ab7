import fc from 'fast-check';
import { platedBores } from '../engine/bore';
import { KIND_NAMES, type KindName, KINDS_OF_ENGINE } from '../engine/kinds';
import type { Engine } from '../engine/engine';
import { canHave, FAULT_CAUSES } from '../engine/faults';
import { STATES } from '../jobfile/state';
import { decideBy } from './decide';
import { figuresOf, usualFigures } from './jobs';
import type { Odds, Trouble, Troubles } from './odds';
import { everyWay, readyMade } from './ready-made';

const engineOf = (kind: KindName): Engine => {
  const { cycle, fuel, family, cylinders, compressionRelease, headless } = KINDS_OF_ENGINE[kind];
  return {
    kind,
    cycle,
    fuel,
    family,
    cylinders: Array.from({ length: cylinders }, (_, i) => `${i + 1}`),
    ...(compressionRelease ? { compressionRelease } : {}),
    ...(headless ? { headless } : {}),
  };
};
const anyKind = fc.constantFrom(...KIND_NAMES);
const sure = (trouble: Trouble): Odds =>
  new Map<Trouble, number>([
    [trouble, 0.9],
    ['sound', 0.1],
  ]);

const anyTrouble = fc.constantFrom(...FAULT_CAUSES);
/** Odds of one place: what it has, what it may have, and what it is blamed on. */
const anyOdds = (engine: Engine) =>
  fc
    .array(fc.tuple(anyTrouble, fc.double({ min: 0.02, max: 1, noNaN: true })), { minLength: 1, maxLength: 4 })
    .map((drawn): Odds => {
      const had = drawn.filter(([cause]) => canHave(engine, cause));
      const all: [Trouble, number][] = [...new Map<Trouble, number>(had), ['sound', 0.2]];
      const sum = all.reduce((total, [, p]) => total + p, 0);
      return new Map(all.map(([cause, p]): [Trouble, number] => [cause, p / sum]).sort((x, y) => y[1] - x[1]));
    });
const anyJob = anyKind.chain((kind) => {
  const engine = engineOf(kind);
  return fc.record({
    engine: fc.constant(engine),
    state: fc.constantFrom(...STATES),
    places: fc.array(anyOdds(engine), { minLength: 1, maxLength: 3 }),
    rebuildSchool: fc.constantFrom('hone-and-ring' as const, 'bore-or-replace' as const),
    valueRunning: fc.integer({ min: 100, max: 9000 }),
  });
});
const troublesOfPlaces = (places: readonly Odds[]): Troubles => {
  const soundIn = (odds: Odds) => odds.get('sound') ?? 0;
  const [worst, ...others] = [...places].sort((a, b) => soundIn(a) - soundIn(b)) as [Odds, ...Odds[]];
  return { worst, others: others.filter((odds) => soundIn(odds) < 0.5) };
};
const likelier = (places: readonly Odds[], than: number) =>
  new Set(places.flatMap((odds) => [...odds].flatMap(([cause, p]) => (cause !== 'sound' && p > than ? [cause] : []))));

test('whatever an engine has: few ways, each once, for this engine, and none for what is likelier sound', () => {
  fc.assert(
    fc.property(anyJob, ({ engine, state, places, rebuildSchool, valueRunning }) => {
      const troubles = troublesOfPlaces(places);
      const faulty = [troubles.worst, ...troubles.others].filter((odds) => (odds.get('sound') ?? 0) < 0.5);
      const { options } = readyMade(engine, state, troubles, {}, { rebuildSchool });
      const shown = options.filter(({ aside }) => !aside);
      const names = options.map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      expect(Math.max(...names.map((name) => name.length))).toBeLessThanOrEqual(80);
      expect(shown.length).toBeLessThanOrEqual(5);
      // Doing nothing is one way.
      expect(options.filter(({ repair }) => repair === 'leave' || repair === 'run-on')).toHaveLength(1);
      const words = names.join('; ');
      if (engine.cycle === 'two-stroke') expect(words).not.toMatch(/valve/i);
      else expect(words).not.toMatch(/crank seal|reed/i);
      if (engine.headless) expect(words).not.toMatch(/head gasket|head off/i);
      if (platedBores(engine)) expect(words).not.toMatch(/bored/i);
      if (rebuildSchool === 'bore-or-replace') expect(words).not.toMatch(/new rings|new top end/i);
      if (faulty.length === 0) expect(shown.map(({ repair }) => repair)).toEqual(['leave']);
      else {
        // One of them mends what is likely in every place.
        const likely = [...likelier(faulty, 0.5)];
        expect(shown.some(({ cures = [] }) => likely.every((cause) => cures.includes(cause)))).toBe(true);
      }
      const input = { labourRatePerHour: 60, valueRunning, valueAsIs: 50, wantedHours: 50, options };
      const decided = decideBy(input, troubles, [], 50);
      const best = decided.options.find(({ name }) => name === decided.recommended);
      if (faulty.length === 0) expect(best?.name).toBe('Leave it as it is');
      for (const { mean, p10, p90, runs, valueLeft = NaN } of [...decided.options, ...decided.others]) {
        expect([mean, p10, runs].every(Number.isFinite)).toBe(true);
        expect(p90).toBeGreaterThanOrEqual(p10);
        expect(runs).toBeLessThanOrEqual(1);
        if (best && runs >= 0.5 && decided.options.some((one) => one.mean === mean))
          expect(best.valueLeft ?? NaN).toBeGreaterThanOrEqual(valueLeft - 1e-9);
      }
      // What is recommended mends what is likelier than not, or says what it leaves.
      if (best)
        for (const cause of likelier([troubles.worst, ...troubles.others], 0.5))
          expect([...best.cures, ...best.leaves]).toContain(cause);
    }),
  );
});

test('the order of the places is irrelevant', () => {
  fc.assert(
    fc.property(anyJob, ({ engine, state, places }) => {
      const names = (all: readonly Odds[]) =>
        readyMade(engine, state, troublesOfPlaces(all)).options.map(({ name, cures }) => ({ name, cures }));
      expect(names([...places].reverse())).toEqual(names(places));
    }),
  );
});

const shownOf = (kind: KindName, state: 'dead' | 'low' | 'sound', worst: Odds, others: Odds[] = [], rules = {}) =>
  readyMade(engineOf(kind), state, { worst, others }, {}, rules)
    .options.filter(({ aside }) => !aside)
    .map(({ repair, jobs }) => repair ?? jobs?.join('+'));

test('a dead valve in one cylinder and worn rings in another are one job, the way there paid once', () => {
  const boat = engineOf('outboard-four-stroke-four');
  const { options } = readyMade(boat, 'dead', { worst: sure('exhaust-valve'), others: [sure('rings-or-bore')] });
  const both = options.find(({ jobs }) => jobs?.join() === 'valve-grind,top-end');
  expect(both).toMatchObject({ name: 'Valves ground; new rings, bore honed', accessHours: 2.5 });
  expect(both?.cures).toEqual(expect.arrayContaining(['exhaust-valve', 'rings-or-bore']));
  const [valves, rings] = (['valve-grind', 'top-end'] as const).map((repair) => usualFigures(repair, boat));
  expect(both?.partsLikely).toBe((valves?.partsLikely ?? 0) + (rings?.partsLikely ?? 0));
  // It is worth mending, so it is not left.
  const input = { labourRatePerHour: 60, valueRunning: 5200, valueAsIs: 900, wantedHours: 100, options };
  const troubles = { worst: sure('exhaust-valve'), others: [sure('rings-or-bore')] };
  const { recommended, options: told } = decideBy(input, troubles, [], 500);
  const best = told.find(({ name }) => name === recommended);
  expect(best?.cures).toEqual(expect.arrayContaining(['exhaust-valve', 'rings-or-bore']));
  expect(best?.leaves).toEqual([]);
  expect(best?.runs).toBeGreaterThan(0.7);
});

test.each([
  // A valve may only stand open by its clearance: tried first.
  ['quad-single', 'exhaust-valve', ['leave', 'clearances', 'valve-grind', 'valve-grind+top-end', 'used-engine']],
  // A barrel that is plated is replaced; who held it in the hand buys a new one.
  ['hand-held-saw', 'piston-damage', ['leave', 'top-end', 'barrel-kit', 'new-engine']],
  ['snow-twin', 'crank-seal', ['leave', 'crank-seals', 'top-end+crank-seals', 'used-engine']],
  ['motorcycle-twin', 'head-gasket-between', ['leave', 'head-gasket', 'valve-grind', 'used-engine']],
  ['outboard-two-stroke-twin', 'rings-or-bore', ['leave', 'top-end', 'bore-and-piston', 'used-engine']],
] as const)('the ways of a dead engine: %s, %s', (kind, cause, ways) => {
  expect(shownOf(kind, 'dead', sure(cause))).toEqual(ways);
});

test('who bores or replaces hones nothing, and finds nothing to hone', () => {
  const rules = { rebuildSchool: 'bore-or-replace' };
  expect(shownOf('outboard-two-stroke-twin', 'dead', sure('rings-or-bore'), [], rules)).toEqual([
    'leave',
    'bore-and-piston',
    'rebuild',
    'used-engine',
  ]);
  expect(shownOf('diesel-four', 'dead', sure('rings-or-bore'), [], rules)).not.toContain('top-end');
});

test('what is dead is not run another season, what is worn may be, and what is sound is left', () => {
  expect(shownOf('outboard-two-stroke-twin', 'dead', sure('rings-or-bore'))).not.toContain('run-on');
  expect(shownOf('outboard-two-stroke-twin', 'low', sure('rings-or-bore'))[0]).toBe('run-on');
  expect(shownOf('outboard-two-stroke-twin', 'sound', new Map([['sound', 1]]))).toEqual(['leave']);
});

test.each([
  ['outboard-four-stroke-four', 'exhaust-valve'],
  ['outboard-four-stroke-four', 'head-gasket-coolant'],
  ['motorcycle-twin', 'head-gasket-between'],
  ['ride-on-single', 'head-gasket-external'],
  ['hand-held-saw', 'piston-damage'],
  ['snow-twin', 'crank-seal'],
  ['generator-v-twin', 'valve-train'],
  ['quad-single', 'intake-valve'],
] as const)('what gets worse is never run on: %s, %s', (kind, cause) => {
  const worn: Odds = new Map([
    ['rings-or-bore', 0.8],
    ['sound', 0.2],
  ]);
  expect(shownOf(kind, 'low', worn)).toContain('run-on');
  expect(shownOf(kind, 'low', sure(cause))).not.toContain('run-on');
  expect(shownOf(kind, 'low', worn, [sure(cause)])).not.toContain('run-on');
});

test('the more of what gets worse, and the more places, the sooner it stops', () => {
  const engine = engineOf('outboard-four-stroke-four');
  const fails = (valve: number, others: Odds[] = []) => {
    const worst: Odds = new Map([
      ['rings-or-bore', 1 - valve],
      ['exhaust-valve', valve],
    ]);
    return readyMade(engine, 'low', { worst, others }).options.find(({ repair }) => repair === 'run-on')
      ?.failsPer100Hours;
  };
  expect(fails(0)).toBe(0.2);
  expect(fails(0.4)).toBe(0.36);
  expect(fails(0, [new Map([['rings-or-bore', 1]])])).toBe(0.36);
});

test('practice offers every job that mends what may be there', () => {
  fc.assert(
    fc.property(anyKind, anyTrouble, (kind, cause) => {
      const engine = engineOf(kind);
      fc.pre(canHave(engine, cause));
      const { options } = everyWay(engine, new Set([cause]));
      expect(options.some(({ cures, repair }) => cures?.includes(cause) && repair !== 'rebuild')).toBe(true);
      expect(options.every(({ aside }) => !aside)).toBe(true);
    }),
  );
});

test('the shop’s own figures stand above its own jobs, and those above what is usual once there are three', () => {
  const engine = engineOf('snow-twin');
  const done = (times: number) => ({ [engine.family]: { 'top-end': { times, partsLikely: 77, hoursLikely: 5 } } });
  const likely = (prices: Parameters<typeof figuresOf>[2]) => figuresOf('top-end', engine, prices);
  expect(likely({}).figures).toEqual(usualFigures('top-end', engine));
  expect(likely({ done: done(2) }).source).toBe('usual');
  expect(likely({ done: done(3) })).toMatchObject({ source: 'done', figures: { partsLikely: 77, accessHours: 0 } });
  expect(likely({ done: done(3), repairs: { [engine.family]: { 'top-end': { partsLikely: 140 } } } })).toMatchObject({
    source: 'shop',
    figures: { partsLikely: 140 },
  });
});
