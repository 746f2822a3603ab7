import type { PressureUnit } from '../quantity/units';

/** Which column is what in a recorded trace. */
export interface Columns {
  time: number;
  pressure: number;
  /** Seconds in one unit of the time column. */
  secondsPerUnit: number;
  /** Nothing when neither the header nor the person says: then figures stay as they are. */
  unit?: PressureUnit;
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
const PRESSURE_UNITS_IN_NAMES: readonly [RegExp, PressureUnit][] = [
  [/kgf/i, 'kgf/cm2'],
  [/psi/i, 'psi'],
  [/kpa/i, 'kPa'],
  [/bar/i, 'bar'],
];

const isNumber = (text: string | undefined) =>
  text !== undefined && text.trim() !== '' && Number.isFinite(Number(text.replace(',', '.')));

/**
 * The columns by their header names; without a header by what they hold: time never falls, pressure does.
 *
 * @param rows the first rows of the file, at least one, split into fields
 * @returns nothing when no two columns of figures can be found
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
  const unit = PRESSURE_UNITS_IN_NAMES.find(([name]) => name.test(pressureName))?.[1];
  return {
    time,
    pressure,
    secondsPerUnit: TIME_UNITS.find(([name]) => name.test(timeName))?.[1] ?? 1,
    header,
    ...(unit ? { unit } : {}),
  };
}

/** Every figure above the one before. */
function rises(rows: readonly (readonly string[])[], column: number): boolean {
  const figures = rows.flatMap((row) => (isNumber(row[column]) ? [Number((row[column] ?? '').replace(',', '.'))] : []));
  return figures.length > 1 && figures.every((figure, i) => i === 0 || figure > (figures[i - 1] as number));
}
