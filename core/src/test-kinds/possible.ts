import type { Fuel } from '../engine/engine';
import type { FiguresOf, TestKind, TestOf } from '../jobfile/tests';
import { InputError } from '../quantity/input-error';
import { fromKPa, toKPa } from '../quantity/pressure';
import { UNIT_SIGN, type VacuumUnit } from '../quantity/units';

/** The sign behind a figure that has one unit only; a pressure comes in the unit it was read in. */
export type OneUnit = 'mm' | 's' | '°C' | 'V' | 'ml' | '%' | '/min';

/** What a figure can be at all: pressures in kPa, everything else in its sign. A figure beyond is a slip. */
export interface Possible {
  in: 'pressure' | OneUnit;
  least: number;
  most: number | Readonly<Record<Fuel, number>>;
}
const kPa = (most: Possible['most']): Possible => ({ in: 'pressure', least: 0, most });
const range = (least: number, most: number, unit: OneUnit): Possible => ({ in: unit, least, most });

/** More than any engine of that fuel makes, cranking or running. */
const CYLINDER = kPa({ petrol: 5000, diesel: 8000 });
/** Nothing is deeper than nothing: an atmosphere at the Dead Sea, and the needle's own error. */
const DEEPEST_KPA = 110;

/**
 * Every figure that a test holds, by its kind and name; a dot leads into a list. Wide on purpose: what a book or the
 * gauge's own scale forbids is asked elsewhere, this is what cannot be whatever the engine.
 *
 * Source: the ends of the gauges that are sold for each test, and of the engines in `core/engine` families; fuel rails
 * of direct injection 20 MPa.
 */
export const POSSIBLE: { readonly [K in TestKind]: Readonly<Record<string, Possible>> } = {
  compression: { peak: CYLINDER, strokes: CYLINDER, swing: CYLINDER, oilMl: range(0, 200, 'ml') },
  leakdown: {
    supply: kPa(1500),
    cylinderPressure: kPa(1500),
    percent: range(0, 100, '%'),
    'settling.seconds': range(0, 86_400, 's'),
    'settling.cylinderPressure': kPa(1500),
  },
  crankcase: { seconds: range(0, 86_400, 's'), value: kPa(300), celsius: range(-60, 200, '°C') },
  'running-compression': { idle: CYLINDER, snap: CYLINDER },
  'manifold-vacuum': { depth: kPa(DEEPEST_KPA), rpm: range(0, 20_000, '/min') },
  'fuel-pressure': { pressure: kPa(20_000), held: kPa(20_000), heldSeconds: range(0, 86_400, 's') },
  'oil-pressure': { pressure: kPa(1500) },
  'valve-clearance': { mm: range(0, 5, 'mm') },
  bore: { alongMm: range(10, 1000, 'mm'), acrossMm: range(10, 1000, 'mm') },
  'ring-gap': { mm: range(0, 20, 'mm') },
  piston: { skirtMm: range(10, 1000, 'mm'), pinMm: range(2, 400, 'mm'), smallEndMm: range(2, 400, 'mm') },
  opened: { mm: range(0, 20, 'mm') },
  'battery-cranking': { before: range(0, 60, 'V'), during: range(0, 60, 'V') },
  spark: {},
  'valve-train': {},
};

/** What a figure of a reading can be: for this fuel, and as a depth where it is one. */
export function possibleOf(possible: Possible, fuel: Fuel, isDepth: boolean): { least: number; most: number } {
  const { least, most } = possible;
  const highest = typeof most === 'number' ? most : most[fuel];
  return { least, most: isDepth && possible.in === 'pressure' ? Math.min(highest, DEEPEST_KPA) : highest };
}

/**
 * Refuses a figure that cannot be, at its field, in the unit it was read in.
 *
 * @throws InputError naming the field within the reading: `peak`, `strokes[2]`, `settling[0].seconds`
 */
export function checkPossible<K extends TestKind>(kind: K, reading: FiguresOf<K>, test: TestOf<K>, fuel: Fuel): void {
  const fields = reading as unknown as Readonly<Record<string, unknown>>;
  const { unit: shared, mode } = test as { unit?: VacuumUnit; mode?: 'pressure' | 'vacuum' };
  const unit = (fields['unit'] as VacuumUnit | undefined) ?? shared ?? 'kPa';
  for (const [name, possible] of Object.entries(POSSIBLE[kind])) {
    const bounds = possibleOf(possible, fuel, mode === 'vacuum');
    const [first = '', rest] = name.split('.');
    const value = fields[first];
    if (rest === undefined && !Array.isArray(value)) checkOne(value, possible.in, bounds, unit, name);
    else if (Array.isArray(value))
      value.forEach((one: unknown, i) => {
        const figure = rest === undefined ? one : (one as Readonly<Record<string, unknown>>)[rest];
        checkOne(figure, possible.in, bounds, unit, rest === undefined ? `${first}[${i}]` : `${first}[${i}].${rest}`);
      });
  }
}

/** A shade for what a change of units rounds. */
const SHADE = 1 + 1e-9;

function checkOne(
  figure: unknown,
  quantity: Possible['in'],
  { least, most }: { least: number; most: number },
  unit: VacuumUnit,
  field: string,
): void {
  if (typeof figure !== 'number') return;
  if (!Number.isFinite(figure)) throw new InputError(field, 'must-be-a-number');
  if (least === 0 && figure < 0) throw new InputError(field, 'must-not-be-negative');
  const isPressure = quantity === 'pressure';
  const measured = isPressure ? toKPa(figure, unit) : figure;
  if (measured >= least && measured <= most * SHADE) return;
  const shown = (bound: number) => String(isPressure ? Number(fromKPa(bound, unit).toPrecision(3)) : bound);
  throw new InputError(field, 'cannot-be', {
    figure,
    sign: isPressure ? UNIT_SIGN[unit] : quantity,
    least: shown(least),
    most: shown(most),
  });
}
