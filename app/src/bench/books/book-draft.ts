import type { BookRecord, NewBook } from '@rugged/contract';
import type { PressureUnit, SpreadMethod, Temperature } from '@rugged/core';
import { typedNumber } from '@/ui/format';

/** Figures of a book by where they stand in it. */
export const BOOK_FIGURES = [
  'compression.min',
  'compression.max',
  'spread.limitPercent',
  'spread.limit',
  'leakage.maxPercent',
  'crankcase.pressure',
  'crankcase.maximum',
  'crankcase.holdSeconds',
  'crankcase.maxDrop',
  'valveClearance.intake.minMm',
  'valveClearance.intake.maxMm',
  'valveClearance.exhaust.minMm',
  'valveClearance.exhaust.maxMm',
  'oilPressure.crankingMin',
  'oilPressure.idleMin',
  'battery.crankingMinVolts',
  'runningCompression.idleMin',
  'runningCompression.snapMin',
  'manifoldVacuum.min',
  'manifoldVacuum.max',
  'fuelPressure.min',
  'fuelPressure.max',
] as const;
export type BookFigure = (typeof BOOK_FIGURES)[number];

/** A book as it is being written: figures as they are typed. */
export interface BookDraft {
  source: string;
  model: string;
  page: string;
  temperature: Temperature | undefined;
  unit: PressureUnit;
  crankcaseUnit: PressureUnit;
  spreadMethod: SpreadMethod;
  /** The figure is with the automatic release held off. */
  releaseHeldOff: boolean;
  bands: { name: string; from: string }[];
  figures: Partial<Record<BookFigure, string>>;
}

export const blankBook = (unit: PressureUnit, model = ''): BookDraft => ({
  source: '',
  model,
  page: '',
  temperature: undefined,
  unit,
  crankcaseUnit: unit,
  spreadMethod: 'lowest-vs-highest',
  releaseHeldOff: false,
  bands: [],
  figures: {},
});

const at = (value: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((here, step) => (here as Record<string, unknown> | undefined)?.[step], value);

/** A book that is there, to be mended. */
export function draftOf(book: Omit<BookRecord, 'id' | 'version'>, unit: PressureUnit): BookDraft {
  const figures = Object.fromEntries(
    BOOK_FIGURES.flatMap((field) => {
      const figure = at(book, field);
      return typeof figure === 'number' ? [[field, String(figure)]] : [];
    }),
  );
  return {
    source: book.source,
    model: book.model ?? '',
    page: book.page ?? '',
    temperature: book.engineTemperature,
    unit: book.compression?.unit ?? unit,
    crankcaseUnit: book.crankcase?.unit ?? unit,
    spreadMethod: book.spread?.method ?? 'lowest-vs-highest',
    releaseHeldOff: book.compression?.releaseActing === false,
    bands: (book.compression?.bands ?? []).map(({ name, from }) => ({ name, from: String(from) })),
    figures,
  };
}

type Figures = Omit<NewBook, 'id' | 'engineId'>;

/**
 * The book that was typed. What is no number stays text, for the schema to refuse by its field; what the form does not
 * show of `before` stays.
 */
export function bookOf(draft: BookDraft, before?: Omit<BookRecord, 'id' | 'version'>): Figures {
  const { unit, crankcaseUnit, temperature } = draft;
  const book = JSON.parse(JSON.stringify(before ?? {})) as Record<string, unknown>;
  for (const field of BOOK_FIGURES) put(book, field, typedNumber(draft.figures[field] ?? ''));
  const bands = draft.bands
    .filter(({ name, from }) => name.trim() !== '' || from.trim() !== '')
    .map(({ name, from }) => ({ name: name.trim(), from: typedNumber(from) }));
  put(book, 'compression.bands', bands.length > 0 ? bands : undefined);
  put(book, 'compression.releaseActing', draft.releaseHeldOff && has(book, 'compression') ? false : undefined);
  for (const [group, own] of Object.entries({ ...UNITS, compression: unit, crankcase: crankcaseUnit }))
    if (has(book, group)) put(book, `${group}.unit`, own ?? at(before, `${group}.unit`) ?? unit);
  if (has(book, 'spread')) {
    put(book, 'spread.method', draft.spreadMethod);
    put(book, 'spread.unit', at(book, 'spread.limit') === undefined ? undefined : unit);
  }
  const texts = { source: draft.source, model: draft.model, page: draft.page };
  for (const [field, text] of Object.entries(texts)) put(book, field, text.trim() || undefined);
  put(book, 'engineTemperature', temperature);
  delete book['id'];
  delete book['version'];
  return { source: draft.source.trim(), ...book };
}

/** Groups with a unit of their own that the form shows in the book's. */
const UNITS = {
  oilPressure: undefined,
  runningCompression: undefined,
  manifoldVacuum: undefined,
  fuelPressure: undefined,
};

/** Whether a group has anything but its unit and its method. */
const has = (book: object, group: string): boolean =>
  Object.keys((at(book, group) as object | undefined) ?? {}).some((key) => !['unit', 'method'].includes(key));

/** Writes at a path, and takes off groups that end up empty. */
function put(book: Record<string, unknown>, path: string, value: unknown): void {
  const [first = '', ...rest] = path.split('.');
  if (rest.length === 0) {
    if (value === undefined) delete book[first];
    else book[first] = value;
    return;
  }
  const group = (book[first] ?? {}) as Record<string, unknown>;
  put(group, rest.join('.'), value);
  if (Object.keys(group).some((key) => !['unit', 'method'].includes(key))) book[first] = group;
  else delete book[first];
}

/** The first band that is not below the one before it: they are written from the best down. */
export function bandOutOfOrder({ bands }: BookDraft): { index: number; above: string } | undefined {
  const index = bands.findIndex(
    ({ from }, i) =>
      i > 0 && from.trim() !== '' && !(Number(typedNumber(from)) < Number(typedNumber(bands[i - 1]?.from ?? ''))),
  );
  return index < 0 ? undefined : { index, above: bands[index - 1]?.from ?? '' };
}
