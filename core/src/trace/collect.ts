import { InputError } from '../quantity/input-error';
import { type Columns, columnsOf } from './columns';
import type { Samples } from './strokes';

/** So many rows are looked at before the columns are settled. */
const ROWS_TO_SETTLE = 20;
const FIRST_CAPACITY = 4096;

/** Gathers a trace row by row, so that a long file never stands in memory as text. */
export interface TraceCollector {
  rows(rows: readonly (readonly string[])[]): void;
  /** @throws InputError when no two columns of figures were found */
  end(): { columns: Columns; samples: Samples };
}

/** @param decimalComma figures are written 12,5 (then fields are parted by semicolons) */
export function collectTrace(decimalComma: () => boolean = () => false): TraceCollector {
  let waiting: (readonly string[])[] | undefined = [];
  let columns: Columns | undefined;
  let count = 0;
  let seconds = new Float64Array(FIRST_CAPACITY);
  let pressure = new Float32Array(FIRST_CAPACITY);

  const number = (text: string | undefined) => {
    if (text === undefined || text === '' || text.trim() === '') return NaN;
    return Number(decimalComma() ? text.replace(',', '.') : text);
  };
  const settle = () => {
    columns = columnsOf(waiting ?? []);
    if (!columns) throw new InputError('(columns)', 'columns-missing');
    const first = waiting ?? [];
    waiting = undefined;
    take(columns.header ? first.slice(1) : first, columns);
  };
  const take = (
    rows: readonly (readonly string[])[],
    { time, pressure: column, secondsPerUnit, scale = 1 }: Columns,
  ) => {
    for (const row of rows) {
      const at = number(row[time]);
      // A row without a time cannot be placed; one without a figure is a dropout.
      if (Number.isNaN(at)) continue;
      if (count === seconds.length) {
        seconds = grown(seconds, new Float64Array(2 * count));
        pressure = grown(pressure, new Float32Array(2 * count));
      }
      seconds[count] = at * secondsPerUnit;
      pressure[count] = scale * number(row[column]);
      count += 1;
    }
  };
  return {
    rows(rows) {
      if (columns) return take(rows, columns);
      for (const row of rows) waiting?.push(row);
      if ((waiting?.length ?? 0) >= ROWS_TO_SETTLE) settle();
    },
    end() {
      if (!columns) settle();
      return {
        columns: columns as unknown as Columns,
        samples: { seconds: seconds.subarray(0, count), pressure: pressure.subarray(0, count) },
      };
    },
  };
}

function grown<T extends Float64Array | Float32Array>(from: T, to: T): T {
  to.set(from);
  return to;
}
