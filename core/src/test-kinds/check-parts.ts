import type { Engine } from '../engine/engine';
import { parts } from '../engine/parts';
import type { Heard, HeardAt, LeakdownReading, TestKind } from '../jobfile/tests';
import { InputError } from '../quantity/input-error';
import type { MissingPart } from '../quantity/refusals';

/** What a test looks at, where not every engine has it. */
const NEEDED: Readonly<Partial<Record<TestKind, (engine: Engine) => MissingPart | undefined>>> = {
  'valve-train': valves,
  'valve-clearance': valves,
  'oil-pressure': ({ cycle }) => (cycle === 'two-stroke' ? 'oil-pump' : undefined),
  'manifold-vacuum': ({ cycle, fuel }) =>
    cycle === 'two-stroke' ? 'steady-vacuum' : fuel === 'diesel' ? 'throttle' : undefined,
  spark: ({ fuel }) => (fuel === 'diesel' ? 'spark' : undefined),
};

function valves({ cycle }: Engine): MissingPart | undefined {
  return cycle === 'two-stroke' ? 'valves' : undefined;
}

/** Where air can come out only of an engine that has the place. */
const HEARD_AT: Readonly<Partial<Record<HeardAt, (engine: Engine) => MissingPart | undefined>>> = {
  coolant: (engine) => (parts(engine).coolant ? undefined : engine.headless === true ? 'head-joint' : 'coolant'),
  'head-joint': ({ headless }) => (headless === true ? 'head-joint' : undefined),
  'push-rod-tunnel': ({ cycle, valveGear }) =>
    cycle === 'two-stroke' || valveGear === 'overhead-cam' || valveGear === 'side-valve' ? 'push-rods' : undefined,
};

/** @throws InputError where a test of this kind looks at what the engine has not */
export function checkHasPart(kind: TestKind, engine: Engine): void {
  const missing = NEEDED[kind]?.(engine);
  if (missing) throw new InputError('', 'not-on-this-engine', { missing });
}

/** @throws InputError where air was heard at a place that the engine has not */
export function checkHeardAt({ at }: Heard, engine: Engine): void {
  const missing = HEARD_AT[at]?.(engine);
  if (missing) throw new InputError('at', 'not-on-this-engine', { missing });
}

/**
 * A leak-down reading without the places that the engine has not: what its gauge showed stays.
 *
 * @param stands whether a check of the place at this index held
 */
export function heardOn(
  reading: LeakdownReading,
  engine: Engine,
  stands: (place: number, check: () => void) => boolean,
): LeakdownReading {
  const { heard } = reading;
  const there = heard?.filter((one, i) => stands(i, () => checkHeardAt(one, engine)));
  return there && there.length < (heard?.length ?? 0) ? { ...reading, heard: there } : reading;
}
