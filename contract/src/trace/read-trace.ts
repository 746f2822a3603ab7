import { InputError, type PressureUnit } from '@rugged/core/quantity';
import { collectTrace, readStrokes, type TraceReading } from '@rugged/core/trace';
import Papa from 'papaparse';

/** A recorded pressure trace, read. Pressures in `unit`; without a unit in the header they stay as they are. */
export interface Trace extends TraceReading {
  unit: PressureUnit | null;
  samples: number;
  seconds: number;
  /** What the strokes mean in turns of the crank: a four-stroke compresses on every other turn. */
  crankingRpm: { 'two-stroke': number; 'four-stroke': number } | null;
}

/** What a trace may be read from: a file the person chose, or a stream. Neither is ever in memory as a whole. */
export type TraceSource = File | NodeJS.ReadableStream | string;

/**
 * Strokes and faults of a CSV with a time and a pressure column, in whatever order, delimiter and units.
 *
 * @param unit of the pressure column, where its header does not say
 * @param progress rows read so far, now and then
 * @throws InputError naming the column that is missing or wrong
 */
export async function readTrace(
  source: TraceSource,
  { unit, progress }: { unit?: PressureUnit; progress?(rows: number): void } = {},
): Promise<Trace> {
  let decimalComma = false;
  let rows = 0;
  const collector = collectTrace(() => decimalComma);
  await new Promise<void>((resolve, reject) => {
    const chunk = ({ data, meta }: Papa.ParseResult<string[]>, parser: Papa.Parser) => {
      decimalComma = meta.delimiter !== ',';
      rows += data.length;
      try {
        collector.rows(data);
        progress?.(rows);
      } catch (error) {
        parser.abort();
        reject(error instanceof Error ? error : new Error(String(error)));
      }
    };
    const unreadable = (error: Error & { code?: string }) =>
      reject(new InputError('(file)', 'cannot-be-read', { why: error.code ?? error.message }));
    const options = { skipEmptyLines: true as const, delimiter: delimiterOf, chunk, complete: () => resolve() };
    // The three overloads of the parser take the same options.
    if (typeof source === 'string') Papa.parse<string[]>(source, options);
    else if ('pipe' in source) {
      source.on('error', unreadable);
      Papa.parse<string[]>(source, { ...options, error: unreadable });
    } else Papa.parse<string[], File>(source, { ...options, error: unreadable });
  });
  const { columns, samples } = collector.end();
  const known = columns.unit ?? unit;
  const reading = readStrokes(samples, {
    ...(known ? { unit: known } : {}),
    ...(columns.absolute ? { absolute: true } : {}),
  });
  const { strokesPerMinute } = reading;
  const count = samples.seconds.length;
  return {
    ...reading,
    unit: known ?? null,
    samples: count,
    seconds: count > 1 ? (samples.seconds[count - 1] as number) - (samples.seconds[0] as number) : 0,
    crankingRpm:
      strokesPerMinute === undefined ? null : { 'two-stroke': strokesPerMinute, 'four-stroke': 2 * strokesPerMinute },
  };
}

/** A semicolon or a tab anywhere parts fields; then a comma is a decimal one. */
const delimiterOf = (start: string): string => [';', '\t'].find((sign) => start.includes(sign)) ?? ',';
