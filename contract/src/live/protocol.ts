import { PRESSURE_UNITS, type PressureUnit } from '@rugged/core';

/** Which test a live gauge is on. */
export const LIVE_KINDS = ['compression', 'leakdown', 'crankcase'] as const;
export type LiveKind = (typeof LIVE_KINDS)[number];

export const LIVE_PROTOCOL = 'rugged-live';
export const LIVE_VERSION = 1;

/** One line of a stream. `docs/live-gauge.md` says how a sensor writes them. */
export type LiveLine =
  | { line: 'hello'; kind: LiveKind; sampleHz: number; unit: PressureUnit; channels: string[] }
  /** From sample number `from` on, one row a sample, one figure a channel. */
  | { line: 'samples'; from: number; rows: number[][] }
  /** The sensor is done: so many samples there were. */
  | { line: 'end'; samples: number };

export const formatHello = ({ kind, sampleHz, unit, channels }: Omit<Extract<LiveLine, { line: 'hello' }>, 'line'>) =>
  `hello ${LIVE_PROTOCOL} ${LIVE_VERSION} ${kind} ${sampleHz} ${unit} ${channels.join(',')}`;
export const formatSamples = (from: number, rows: readonly (readonly number[])[]) =>
  `s ${from} ${rows.map((row) => row.map((figure) => Number(figure.toFixed(2))).join(',')).join(' ')}`;
export const formatEnd = (samples: number) => `end ${samples}`;

/**
 * Reads one line.
 * @throws RangeError that says what is wrong with it; a version that is not known is refused by name
 */
export function parseLine(text: string): LiveLine {
  const [word, ...rest] = text.split(' ');
  if (word === 'hello') return hello(rest);
  if (word === 's') return samples(rest);
  if (word === 'end') return { line: 'end', samples: count(rest[0], 'number of samples') };
  throw new RangeError(`A line begins with hello, s or end, not with "${(word ?? '').slice(0, 20)}"`);
}

function hello([protocol, version, kind, hz, unit, channels]: readonly string[]): LiveLine {
  if (protocol !== LIVE_PROTOCOL) throw new RangeError('This is no stream of a live gauge');
  if (Number(version) !== LIVE_VERSION)
    throw new RangeError(
      `This sensor speaks version ${version} of the line protocol; this app knows version ${LIVE_VERSION}`,
    );
  if (!LIVE_KINDS.includes(kind as LiveKind)) throw new RangeError(`The kind of test is not known: "${kind}"`);
  const sampleHz = Number(hz);
  if (!(sampleHz > 0 && sampleHz <= 100_000)) throw new RangeError('Samples a second must be above zero');
  const named = unitNamed(unit);
  if (!channels) throw new RangeError('The channels are missing');
  const names = channels.split(',');
  if (names.length !== CHANNELS[kind as LiveKind])
    throw new RangeError(`A ${kind} sensor has ${CHANNELS[kind as LiveKind]} channel(s), this one ${names.length}`);
  return { line: 'hello', kind: kind as LiveKind, sampleHz, unit: named, channels: names };
}

/** What a sensor of a kind measures at once: air has a pressure on either side of the orifice. */
const CHANNELS: Readonly<Record<LiveKind, number>> = { compression: 1, leakdown: 2, crankcase: 1 };

/** A unit however it is spelled, PSI or kpa; another one is refused by its name. */
function unitNamed(text = ''): PressureUnit {
  const named = PRESSURE_UNITS.find((unit) => unit.toLowerCase() === text.toLowerCase());
  if (!named)
    throw new RangeError(`The sensor says it measures in "${text.slice(0, 12)}": it must be one of ${UNITS_IN_WORDS}`);
  return named;
}
const UNITS_IN_WORDS = PRESSURE_UNITS.join(', ');

function samples([from, ...rows]: readonly string[]): LiveLine {
  const parsed = rows.map((row) => row.split(',').map(figure));
  return { line: 'samples', from: count(from, 'sample number'), rows: parsed };
}

/** A plain figure: nothing is not nought, and infinity is none. */
function figure(text: string | undefined): number {
  const read = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text ?? '') ? Number(text) : NaN;
  if (!Number.isFinite(read)) throw new RangeError(`A sample is no figure: "${(text ?? '').slice(0, 12)}"`);
  return read;
}

function count(text: string | undefined, what: string): number {
  const number = Number(text);
  if (text === undefined || !Number.isInteger(number) || number < 0)
    throw new RangeError(`The ${what} must be a whole number`);
  return number;
}
