import { InputError } from '../quantity/input-error';
import type { PressureUnit } from '../quantity/units';

/** Which column is what in a recorded trace. */
export interface Columns {
  time: number;
  pressure: number;
  /** Seconds in one unit of the time column. */
  secondsPerUnit: number;
  /** Nothing when neither the header nor the person says: then figures stay as they are. */
  unit?: PressureUnit;
  /** `unit` in one of what the header says: 0.001 bar in one mbar. Nothing where it is the unit itself. */
  scale?: number;
  /** The header says that its figures are above a vacuum, not above the atmosphere. */
  absolute?: true;
  /** Whether the first row is a header. */
  header: boolean;
}

const TIME_NAME = /^\W*(t|time|elapsed|timestamp|seconds?|secs?|millis(econds)?)\b|^t[ _([]|time/i;
const PRESSURE_NAME = /press|^p$|^p[ _([]|psi|kpa|bar|kgf|cyl/i;
const TIME_UNITS: readonly [RegExp, number][] = [
  [/µs|\bus\b|_us\b|micro/i, 1e-6],
  [/\bms\b|_ms\b|milli/i, 1e-3],
  [/\bmin\b|_min\b|minute/i, 60],
];
/** A word of a header: no letter stands beside it, so that "bar" is not read in "mbar". */
const word = (text: string) => new RegExp(`(?<![a-z])(?:${text})(?![a-z])`, 'i');
type Meant = readonly [unit: PressureUnit, scale: number];
/** Each with "a" or "g" after it where it says from where it counts. */
const PRESSURE_WORDS: readonly [RegExp, Meant][] = [
  [word('kgf?\\s*/?\\s*cm'), ['kgf/cm2', 1]],
  [word('psi[ag]?'), ['psi', 1]],
  [word('mbar[ag]?|millibar'), ['bar', 0.001]],
  [word('bar[ag]?'), ['bar', 1]],
  [word('kpa[ag]?'), ['kPa', 1]],
  [word('hpa[ag]?'), ['kPa', 0.1]],
  [word('mpa[ag]?'), ['kPa', 1000]],
  [word('pa[ag]?'), ['kPa', 0.001]],
  [word('inhg'), ['kPa', 3.386389]],
  [word('mmhg|torr'), ['kPa', 0.1333224]],
];
const ABSOLUTE = word('abs|absolute|psia|mbara|bara|[khm]paa|paa');
const ABSOLUTE_SIGN = /\(a\)/i;
/** What a sensor gives before anybody made a pressure of it. */
const NO_PRESSURE = word('mv|volts?|millivolts?|counts?');
/** Letters that mean much else, such as a version, unless they end the name. */
const SIGNAL_SIGN = /[[(_ ](v|ma)[\])]?$/i;

const isNumber = (text: string | undefined) =>
  text !== undefined && text.trim() !== '' && Number.isFinite(Number(text.replace(',', '.')));

/**
 * The columns by their header names; without a header by what they hold: time never falls, pressure does.
 *
 * @param rows the first rows of the file, at least one, split into fields
 * @returns nothing when no two columns of figures can be found
 * @throws InputError where the header says that it is a voltage, a current or counts
 * @example columnsOf([['time (ms)', 'pressure (psi)'], ['0', '14.1']]) // time 0, pressure 1, 0.001 s, psi, header
 */
export function columnsOf(rows: readonly (readonly string[])[]): Columns | undefined {
  const first = rows[0] ?? [];
  const header = first.some((field) => field.trim() !== '' && !isNumber(field));
  const body = rows.slice(header ? 1 : 0);
  const width = Math.max(0, ...rows.map((row) => row.length));
  const numeric = Array.from({ length: width }, (_, i) => i).filter((i) =>
    body.length === 0 ? header : body.some((row) => isNumber(row[i])),
  );
  const [left, right] = numeric;
  if (left === undefined || right === undefined) return undefined;
  const named = (name: RegExp, not = -1) =>
    header ? numeric.find((i) => i !== not && name.test(first[i]?.trim() ?? '')) : undefined;
  const time = named(TIME_NAME) ?? numeric.find((i) => rises(body, i)) ?? left;
  const pressure = named(PRESSURE_NAME, time) ?? (time === left ? right : left);
  const timeName = header ? (first[time] ?? '') : '';
  const pressureName = header ? (first[pressure] ?? '') : '';
  // "pressurePsi" is two words.
  const words = pressureName.replace(/([a-z]{2})(?=[A-Z])/g, '$1 ');
  const meant = PRESSURE_WORDS.find(([name]) => name.test(words))?.[1];
  if (!meant && (NO_PRESSURE.test(words) || SIGNAL_SIGN.test(words.trim())))
    throw new InputError(pressureName.trim(), 'no-pressure-but-a-signal');
  return {
    time,
    pressure,
    secondsPerUnit: TIME_UNITS.find(([name]) => name.test(timeName))?.[1] ?? 1,
    header,
    ...(meant ? { unit: meant[0] } : {}),
    ...(meant && meant[1] !== 1 ? { scale: meant[1] } : {}),
    ...(ABSOLUTE.test(words) || ABSOLUTE_SIGN.test(words) ? { absolute: true as const } : {}),
  };
}

/** Every figure above the one before. */
function rises(rows: readonly (readonly string[])[], column: number): boolean {
  const figures = rows.flatMap((row) => (isNumber(row[column]) ? [Number((row[column] ?? '').replace(',', '.'))] : []));
  return figures.length > 1 && figures.every((figure, i) => i === 0 || figure > (figures[i - 1] as number));
}
