import { limitHere } from '../air/atmosphere';
import type { Engine } from '../engine/engine';
import { defined } from '../quantity/defined';
import { toKPa } from '../quantity/pressure';
import { fenceOf } from './from-read-here';
import { ruleOfThumb } from './rules-of-thumb';
import { bookSource, type LimitSource } from './source';
import { DEFAULT_SCHOOLS } from '../jobfile/schools';
import type { Book, SpreadMethod, Temperature } from '../jobfile/book';
import type { HouseRules } from '../jobfile/house-rules';
import type { ReadHereLimit } from '../jobfile/read-here';
import type { PressureUnit } from '../quantity/units';

/** The compression limits that apply, here and at sea level, kPa gauge. */
export interface CompressionLimits {
  source: LimitSource;
  unit: PressureUnit;
  temperature: Temperature;
  /** False: no book says warm or cold, the shop's school does. */
  temperatureStated: boolean;
  minKPa?: number;
  minHereKPa?: number;
  maxKPa?: number;
  maxHereKPa?: number;
  /** Below this a reading that meets the minimum is still one to watch. */
  watchBelowHereKPa?: number;
  watchBand?: string;
  /** False: the figure is for a release held off, so that a released reading cannot be held against it. */
  releaseActing: boolean;
  /** What such engines read here, where that is the limit: it says as well what a sound one may be expected to read. */
  readHere?: ReadHereLimit;
}

/**
 * The compression limits for this engine here: the first book that has any, else what such engines read here where
 * a job is judged by that, else the trade's rule of thumb.
 *
 * @param atmosphereKPa absolute, where the engine stands: limits are moved to it
 * @param rules the shop's schools: they speak only where the book does not
 * @param readHere as read where the shop is, so that nothing is moved to the altitude
 */
export function compressionLimits(
  engine: Engine,
  books: readonly Book[],
  atmosphereKPa: number,
  rules: Pick<HouseRules, 'compressionSchool' | 'temperatureSchool'> = DEFAULT_SCHOOLS,
  readHere?: ReadHereLimit,
): CompressionLimits {
  const book = books.find((candidate) => hasLimit(candidate));
  if (!book)
    return readHere ? fromReadHere(readHere, rules, atmosphereKPa) : fromRuleOfThumb(engine, rules, atmosphereKPa);
  const first = fromBook(book, rules.temperatureSchool, atmosphereKPa);
  // What the first leaves out is taken from the next that gives its figures for the same state of the engine.
  return books.slice(books.indexOf(book) + 1).reduce((limits, next) => {
    const theirs = hasLimit(next) ? fromBook(next, rules.temperatureSchool, atmosphereKPa) : undefined;
    return theirs && theirs.temperature === limits.temperature && theirs.releaseActing === limits.releaseActing
      ? completed(limits, theirs)
      : limits;
  }, first);
}

/** Limits with what they leave out filled from others; a minimum above the maximum is not taken. */
function completed(limits: CompressionLimits, { minKPa, minHereKPa, maxKPa, maxHereKPa }: CompressionLimits) {
  return defined({
    ...limits,
    ...(limits.minKPa === undefined && minKPa !== undefined && minKPa <= (limits.maxKPa ?? Infinity)
      ? { minKPa, minHereKPa }
      : {}),
    ...(limits.maxKPa === undefined && maxKPa !== undefined && maxKPa >= (limits.minKPa ?? 0)
      ? { maxKPa, maxHereKPa }
      : {}),
  });
}

function hasLimit({ compression }: Book): boolean {
  return (
    compression !== undefined &&
    (compression.min !== undefined || compression.max !== undefined || (compression.bands?.length ?? 0) > 1)
  );
}

function fromBook(book: Book, silent: Temperature, atmosphereKPa: number): CompressionLimits {
  const compression = book.compression as NonNullable<Book['compression']>;
  const kPa = (figure: number | undefined) => (figure === undefined ? undefined : toKPa(figure, compression.unit));
  const bands = [...(compression.bands ?? [])].sort((a, b) => b.from - a.from);
  // Without a minimum of its own a book of bands has one: the foot of the second lowest.
  const min = compression.min ?? bands[bands.length - 2]?.from;
  const lowestAcceptable = bands.findLastIndex((_, i) => {
    const top = bands[i - 1]?.from ?? Infinity;
    return min === undefined || top > min;
  });
  const watchBelow = lowestAcceptable > 0 ? bands[lowestAcceptable - 1]?.from : undefined;
  return moved(
    {
      source: bookSource(book),
      unit: compression.unit,
      temperature: book.engineTemperature ?? silent,
      temperatureStated: book.engineTemperature !== undefined,
      releaseActing: compression.releaseActing ?? true,
    },
    kPa(min),
    kPa(compression.max),
    kPa(watchBelow),
    bands[lowestAcceptable]?.name,
    atmosphereKPa,
  );
}

function fromRuleOfThumb(
  engine: Engine,
  rules: Pick<HouseRules, 'compressionSchool' | 'temperatureSchool'>,
  atmosphereKPa: number,
): CompressionLimits {
  const { name, minPsi, healthyPsi } = ruleOfThumb(engine, rules.compressionSchool);
  const kPa = (psi: number | undefined) => (psi === undefined ? undefined : toKPa(psi, 'psi'));
  return moved(
    {
      source: { kind: 'house', rule: name },
      unit: 'psi',
      temperature: rules.temperatureSchool,
      temperatureStated: false,
      releaseActing: true,
    },
    kPa(minPsi),
    undefined,
    kPa(healthyPsi),
    undefined,
    atmosphereKPa,
  );
}

function fromReadHere(
  readHere: ReadHereLimit,
  { temperatureSchool }: Pick<HouseRules, 'temperatureSchool'>,
  atmosphereKPa: number,
): CompressionLimits {
  const { name, engines, fromKPa } = readHere;
  const atSeaLevel = (kPa: number) => kPa / limitHere(1, atmosphereKPa);
  const min = fenceOf(readHere);
  return {
    ...moved(
      {
        source: { kind: 'house', rule: 'read-here', name, engines },
        unit: 'psi',
        temperature: temperatureSchool,
        temperatureStated: false,
        releaseActing: true,
      },
      atSeaLevel(min),
      undefined,
      atSeaLevel(Math.max(min, fromKPa)),
      undefined,
      atmosphereKPa,
    ),
    readHere,
  };
}

type Head = Pick<CompressionLimits, 'source' | 'unit' | 'temperature' | 'temperatureStated' | 'releaseActing'>;

function moved(
  head: Head,
  min: number | undefined,
  max: number | undefined,
  watchBelow: number | undefined,
  watchBand: string | undefined,
  atmosphereKPa: number,
): CompressionLimits {
  return {
    ...head,
    ...(min === undefined ? {} : { minKPa: min, minHereKPa: limitHere(min, atmosphereKPa) }),
    ...(max === undefined ? {} : { maxKPa: max, maxHereKPa: limitHere(max, atmosphereKPa) }),
    ...(watchBelow === undefined ? {} : { watchBelowHereKPa: limitHere(watchBelow, atmosphereKPa) }),
    ...(watchBand === undefined ? {} : { watchBand }),
  };
}

/** The spread limits that apply, percent, or kPa for the plain difference. */
export interface SpreadLimits {
  source: LimitSource;
  method: SpreadMethod;
  watch: number;
  limit: number;
}

/** The first book with a spread wins with its method and limit; the shop's watch band stays where it is below it. */
export function spreadLimits(books: readonly Book[], rules: HouseRules): SpreadLimits {
  const book = books.find((candidate) => candidate.spread && spreadLimitOf(candidate.spread) !== undefined);
  const method = book?.spread?.method ?? rules.spreadMethod;
  const house =
    method === 'difference'
      ? { watch: rules.spreadWatchKPa, limit: rules.spreadLimitKPa }
      : { watch: rules.spreadWatchPercent, limit: rules.spreadLimitPercent };
  const limit = (book?.spread && spreadLimitOf(book.spread)) ?? house.limit;
  return {
    source: book ? bookSource(book) : { kind: 'house', rule: 'spread' },
    method,
    watch: Math.min(house.watch, limit),
    limit,
  };
}

/** The leakage bands that apply, percent. */
export interface LeakLimits {
  source: LimitSource;
  sound: number;
  watch: number;
  fault: number;
}

/**
 * A book's figure replaces the shop's sound limit; watch and fault stay where they are unless they are lower, then they
 * move up with it.
 */
export function leakLimits(books: readonly Book[], rules: HouseRules): LeakLimits {
  const book = books.find(({ leakage }) => leakage);
  const sound = book?.leakage?.maxPercent ?? rules.leakSoundPercent;
  return {
    source: book
      ? bookSource(book)
      : {
          kind: 'house',
          rule: 'leakage',
          sound: rules.leakSoundPercent,
          watch: rules.leakWatchPercent,
          fault: rules.leakFaultPercent,
        },
    sound,
    watch: Math.max(rules.leakWatchPercent, sound),
    fault: Math.max(rules.leakFaultPercent, sound),
  };
}

function spreadLimitOf(spread: NonNullable<Book['spread']>): number | undefined {
  if (spread.method !== 'difference') return spread.limitPercent;
  return spread.limit === undefined ? undefined : toKPa(spread.limit, spread.unit ?? 'psi');
}
