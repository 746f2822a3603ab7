import fc from 'fast-check';
import { builtLike, type Engine, KIND_NAMES } from '../engine';
import { missingWords } from '../plan/any-job/missing-parts.fixture';
import { KINDS, TEST_KINDS } from '../test-kinds';
import { leaveAsFound, type ProcedureName, PROCEDURES, procedureFor } from '.';

/** An engine as its kind has it, with any of what may be left out left out. */
const LEAVABLE = [
  'kind',
  'cooling',
  'valveGear',
  'starting',
  'fuelSystem',
  'compressionRelease',
  'headless',
  'layout',
] as const satisfies readonly (keyof Engine)[];
const engines = fc
  .record({ kind: fc.constantFrom(...KIND_NAMES), without: fc.subarray([...LEAVABLE]), cranks: fc.boolean() })
  .map(({ kind, without, cranks }): Engine => {
    const whole: Engine = { ...builtLike(kind), cranks };
    return Object.fromEntries(
      Object.entries(whole).filter(([field]) => !(without as readonly string[]).includes(field)),
    ) as unknown as Engine;
  });

/** Words of a step that only some engines give a reason for. */
const ONLY: readonly [words: RegExp, fits: (engine: Engine) => boolean][] = [
  [/booster|Battery full/, ({ starting }) => starting === undefined || starting === 'electric'],
  [/pump fuse|injector plugs/, ({ fuelSystem, fuel }) => fuel === 'petrol' && fuelSystem !== 'carburettor'],
  [/Pull \d|brisk/, ({ starting }) => starting === undefined || starting === 'recoil'],
  [/Kick it/, ({ starting }) => starting === undefined || starting === 'kick'],
  [/pierces skin|Injectors or glow/, ({ fuel }) => fuel === 'diesel'],
  [/firing order \d/, ({ firingOrder }) => firingOrder !== undefined],
];

/** Steps of a test that this engine cannot have are not offered. */
const suited = (name: ProcedureName, engine: Engine): boolean =>
  !TEST_KINDS.some((kind) => kind in KINDS && name === kind && !KINDS[kind].suits(engine));
/** A battery makes gas whatever the engine burns, and a tester or a pump has valves of its own. */
const bare = (said: string) =>
  said.replace(/no spark( near( it)?)?|(valve )?core|check valve|one-way valve|Without the valve|Gap tester.*/gi, '');

test('whatever is left out of a sheet, no step throws, and none speaks of what the engine has not', () => {
  fc.assert(
    fc.property(engines, (engine) => {
      const context = { engine, unit: 'psi' as const };
      for (const name of PROCEDURES.filter((one) => suited(one, engine))) {
        const { steps } = name === 'leave-as-found' ? leaveAsFound(context, []) : procedureFor(name, context);
        const ids = steps.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const { what, why, caution } of steps) {
          const said = `${what} ${why} ${caution?.text ?? ''}`;
          expect([name, said, said.match(/undefined|NaN|\{\w+\}/)?.[0]]).toEqual([name, said, undefined]);
          for (const [words, fits] of ONLY) expect([said, words.test(said) && !fits(engine)]).toEqual([said, false]);
          expect([said, missingWords(engine, bare(said))]).toEqual([said, []]);
        }
      }
    }),
    { numRuns: runs(150) },
  );
});
