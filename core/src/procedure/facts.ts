import { cycleDegrees, type Engine } from '../engine/engine';
import { parts } from '../engine/parts';
import { coolingOf, fuelSystemOf, startingOf } from '../engine/usual-of';
import { houseRulesFor } from '../limits/house-rules';
import { formatPressure, toKPa } from '../quantity/pressure';
import { doseFor, doseInWords } from '../oil/dose-for';
import type { When } from '../step/step';
import type { Book } from '../jobfile/book';
import type { HouseRules } from '../jobfile/house-rules';
import type { Tester } from '../jobfile/tester';
import { UNIT_SIGN, type PressureUnit } from '../quantity/units';

/** What a procedure is made for. */
export interface ProcedureContext {
  engine: Engine;
  books?: readonly Book[];
  houseRules?: Partial<HouseRules>;
  tester?: Tester;
  /** The unit that figures in the steps are written in. */
  unit: PressureUnit;
  /** The latest dry reading of the cylinder in hand, kPa, for the dose of oil. */
  dryKPa?: number;
  atmosphereKPa?: number;
  /** It stood, and may stand again. */
  stood?: boolean;
}

const AFLOAT: ReadonlySet<Engine['family']> = new Set(['outboard', 'inboard']);
const ROAD: ReadonlySet<Engine['family']> = new Set(['motorcycle', 'scooter', 'powersports']);

/** The conditions that steps ask for, from the engine, its tester and the shop's school. */
export function factsOf({ engine, houseRules, tester }: ProcedureContext): Required<When> {
  const rules = houseRulesFor(engine, houseRules);
  return {
    cycle: engine.cycle,
    fuel: engine.fuel,
    starting: engine.cranks === false ? 'none' : startingOf(engine),
    cooling: coolingOf(engine) ?? 'air',
    afloat: AFLOAT.has(engine.family),
    road: ROAD.has(engine.family),
    blade: engine.family === 'small-engine',
    handheld: engine.family === 'handheld',
    several: engine.cylinders.length > 1,
    release: engine.compressionRelease ?? 'none',
    distributor: engine.distributor !== undefined,
    sideValve: engine.valveGear === 'side-valve',
    warmSchool: rules.temperatureSchool === 'warm' && engine.cranks !== false && engine.runs !== false,
    plugsAllOut: rules.plugSchool === 'all-out',
    untilItStops: rules.strokeSchool === 'until-it-stops',
    honeSchool: rules.rebuildSchool === 'hone-and-ring',
    engineEndValve: tester?.valveAtEngineEnd !== false,
    headGasket: engine.headless !== true,
    injection: fuelSystemOf(engine) === 'injection',
    electric: startingOf(engine) === 'electric',
  };
}

/** The figures that steps name, already in words. */
export function figuresOf({
  engine,
  books = [],
  houseRules,
  unit,
  dryKPa,
  atmosphereKPa = 101.325,
}: ProcedureContext): Readonly<Record<string, string>> {
  const rules = houseRulesFor(engine, houseRules);
  const inWords = (kPa: number) => `${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`;
  const crankcase = books.find((book) => book.crankcase)?.crankcase;
  return {
    pulls: engine.cycle === 'four-stroke' ? '8 to 20' : '5 to 10',
    turn: turnInWords(engine),
    supply: inWords(rules.leakSupplyKPa),
    case: crankcase ? inWords(toKPa(crankcase.pressure, crankcase.unit)) : inWords(toKPa(5, 'psi')),
    caseLimit:
      crankcase?.maximum !== undefined ? inWords(toKPa(crankcase.maximum, crankcase.unit)) : inWords(toKPa(8, 'psi')),
    hold: crankcase ? minutes(crankcase.holdSeconds) : '3 minutes',
    dose: doseInWords(doseFor(engine, dryKPa !== undefined && dryKPa > 0 ? dryKPa : UNREAD_KPA, atmosphereKPa)),
    ...partWords(engine),
    // An order that nobody gave is never made up.
    order: engine.firingOrder ? `firing order ${engine.firingOrder.join(', ')}` : 'the firing order',
    finger: engine.distributor ?? 'as the cap is stamped',
  };
}

/** Parts that a step names, as far as this engine has them. */
function partWords(engine: Engine): Readonly<Record<string, string>> {
  const has = parts(engine);
  const tunnel = has.valves && engine.valveGear !== 'side-valve' && engine.valveGear !== 'overhead-cam';
  return {
    tunnel: tunnel ? ', push-rod tunnel' : '',
    traces: [...(has.headGasket ? ['gasket traces'] : []), ...(has.valves ? ['valve seats'] : [])]
      .map((one) => `${one}, `)
      .join(''),
    notRings: [...(has.valves ? ['valve'] : []), ...(has.headGasket ? ['gasket'] : []), 'piston'].join(', '),
    dead: has.sparked ? 'the ignition off' : 'the stop held',
    Dead: has.sparked ? 'Ignition off' : 'Stop held',
    fluids: `${has.valves ? 'Fresh oil, fresh fuel' : 'Fresh fuel, rightly mixed'}${has.coolant ? ', coolant' : ''}`,
    hot: has.coolant ? 'Exhaust and coolant are hot' : 'The exhaust is hot',
    radiator: has.coolant ? ' Never open a hot radiator.' : '',
    snap: has.sparked ? 'throttle' : 'speed lever',
  };
}

/** What a cylinder that nobody read dry is taken to make: a dose hardly depends on it. */
const UNREAD_KPA = 900;

/** How far to the next cylinder: a figure only where it was given, or where one engine cannot differ from another. */
function turnInWords({ cycle, cylinders, firingIntervals }: Engine): string {
  const even = Math.round(cycleDegrees(cycle) / cylinders.length);
  if (!firingIntervals) return `to the next in the firing order, ${even} degrees where it fires evenly`;
  const alike = firingIntervals.every((one) => Math.abs(one - even) < 1);
  return alike
    ? `${even} degrees to the next in the firing order`
    : `${firingIntervals.join(', ')} degrees in turn, in the firing order`;
}

const minutes = (seconds: number) =>
  seconds % 60 === 0 ? `${seconds / 60} ${seconds === 60 ? 'minute' : 'minutes'}` : `${seconds} seconds`;
