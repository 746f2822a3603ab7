import type { Book } from '../jobfile/book';
import { InputError } from '../quantity/input-error';

/** Every pair of a book of which the first must not be above the second, by field. */
const PAIRS = (book: Book): [field: string, min: number | undefined, max: number | undefined][] => [
  ['compression.min', book.compression?.min, book.compression?.max],
  ['crankcase.pressure', book.crankcase?.pressure, book.crankcase?.maximum],
  ['crankcase.maxDrop', book.crankcase?.maxDrop, book.crankcase?.pressure],
  ['manifoldVacuum.min', book.manifoldVacuum?.min, book.manifoldVacuum?.max],
  ['fuelPressure.min', book.fuelPressure?.min, book.fuelPressure?.max],
  ['valveClearance.intake.minMm', book.valveClearance?.intake?.minMm, book.valveClearance?.intake?.maxMm],
  ['valveClearance.exhaust.minMm', book.valveClearance?.exhaust?.minMm, book.valveClearance?.exhaust?.maxMm],
  ['ringGap.minMm', book.ringGap?.minMm, book.ringGap?.maxMm],
  ['pistonClearance.minMm', book.pistonClearance?.minMm, book.pistonClearance?.maxMm],
  ['pinClearance.minMm', book.pinClearance?.minMm, book.pinClearance?.maxMm],
];

/** Refuses a book that contradicts itself. */
export function checkBook(book: Book): void {
  for (const [field, min, max] of PAIRS(book))
    if (min !== undefined && max !== undefined && min > max)
      throw new InputError(field, 'minimum-above-maximum', { min, max });
  const bands = book.compression?.bands;
  bands?.forEach((band, i) => {
    if (bands.some((other, j) => j < i && other.from === band.from))
      throw new InputError(`compression.bands[${i}].from`, 'bands-start-alike', { from: band.from });
  });
}
