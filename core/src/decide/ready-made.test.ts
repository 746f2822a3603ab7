import fc from 'fast-check';
import { KIND_NAMES, type KindName, KINDS_OF_ENGINE } from '../engine/kinds';
import type { Engine } from '../engine/engine';
import { canHave, FAULT_CAUSES } from '../engine/faults';
import { STATES } from '../jobfile/state';
import { decideBy } from './decide';
import type { Odds, Trouble } from './odds';
import { figuresOf, readyMade, usualFigures } from './ready-made';

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

test('every kind of engine, whatever it has: something cures it, and nothing it has not is mended', () => {
  fc.assert(
    fc.property(anyKind, fc.constantFrom(...FAULT_CAUSES), fc.constantFrom(...STATES), (kind, cause, state) => {
      const engine = engineOf(kind);
      fc.pre(canHave(engine, cause));
      const troubles = { worst: sure(cause), others: [] };
      const { options } = readyMade(engine, state, troubles);
      expect(options.some(({ cures }) => cures?.includes(cause))).toBe(true);
      const words = options.map(({ name }) => name).join(' ');
      if (engine.cycle === 'two-stroke') expect(words).not.toMatch(/valve/i);
      else expect(words).not.toMatch(/crank seal/i);
      if (engine.headless) expect(words).not.toMatch(/head gasket/i);
      const decided = decideBy(
        { labourRatePerHour: 60, valueRunning: 3000, valueAsIs: 100, wantedHours: 50, options },
        troubles,
        [],
        50,
      );
      for (const { mean, p10, p90, runs } of decided.options) {
        expect([mean, p10, runs].every(Number.isFinite)).toBe(true);
        expect(p90).toBeGreaterThanOrEqual(p10);
        expect(runs).toBeLessThanOrEqual(1);
      }
    }),
  );
});

test('what is dead is not run another season, and what is sound is left', () => {
  const twin = engineOf('outboard-two-stroke-twin');
  const names = (state: 'dead' | 'sound', worst: Odds) =>
    readyMade(twin, state, { worst, others: [] }).options.map(({ repair }) => repair);
  expect(names('dead', sure('rings-or-bore'))).not.toContain('run-on');
  expect(names('sound', new Map([['sound', 1]]))).toEqual(['leave', 'run-on']);
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
  const engine = engineOf(kind);
  const ways = (worst: Odds, others: Odds[] = []) =>
    readyMade(engine, 'low', { worst, others }).options.map(({ repair }) => repair);
  const worn: Odds = new Map([
    ['rings-or-bore', 0.8],
    ['sound', 0.2],
  ]);
  expect(ways(worn)).toContain('run-on');
  expect(ways(sure(cause))).not.toContain('run-on');
  expect(ways(worn, [sure(cause)])).not.toContain('run-on');
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
