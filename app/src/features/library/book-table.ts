import { LOCALE } from '@/ui/format';
import type { NewBook } from '@rugged/contract';
import { PRESSURE_UNITS, type PressureUnit, SPREAD_METHODS, type SpreadMethod } from '@rugged/core';
import Papa from 'papaparse';
import { BOOK_FIGURES, type BookDraft, type BookFigure, blankBook, bookOf, draftOf } from '@/bench/books/book-draft';

type Figures = Omit<NewBook, 'id' | 'engineId'>;

/** Columns of the table, in the order they are written. Bands stand in one cell: `good 165; fair 150`. */
const COLUMNS = [
  'source',
  'model',
  'page',
  'temperature',
  'unit',
  'crankcaseUnit',
  'bands',
  'spreadMethod',
  ...BOOK_FIGURES,
] as const;
/** More rows than this are no library of a shop. */
export const MOST_ROWS = 5000;

/** One row of a file: what it would make, or what is wrong with which column. */
export interface ImportRow {
  line: number;
  source: string;
  book?: Figures;
  wrong: string[];
}
export interface Import {
  rows: ImportRow[];
  /** What is wrong with the file as a whole: nothing of it was taken. */
  refused?: string;
}

/** The books as a table that any spreadsheet opens. */
export function toCsv(books: readonly Figures[], unit: PressureUnit): string {
  return Papa.unparse({
    fields: [...COLUMNS],
    data: books.map((book) => {
      const draft = draftOf(book, unit);
      return COLUMNS.map((column) => cellOf(draft, column));
    }),
  });
}

function cellOf(draft: BookDraft, column: (typeof COLUMNS)[number]): string {
  if (column === 'bands') return draft.bands.map(({ name, from }) => `${name} ${from}`).join('; ');
  if (column === 'temperature') return draft.temperature ?? '';
  return isFigure(column) ? (draft.figures[column] ?? '') : draft[column];
}

const isFigure = (column: string): column is BookFigure => (BOOK_FIGURES as readonly string[]).includes(column);

/** Reads a file of books, CSV or JSON, row by row. @param check what is wrong with a book, `field reason` each */
export async function readBooks(
  file: Blob & { name?: string },
  unit: PressureUnit,
  check: (book: Figures) => Promise<string[]>,
): Promise<Import> {
  const text = decoded(new Uint8Array(await file.arrayBuffer()));
  if (text === undefined)
    return { rows: [], refused: 'is not UTF-8: save it as CSV UTF-8, so that no letter and no figure is changed' };
  return text.trimStart().startsWith('[') || file.name?.endsWith('.json') === true
    ? readJson(text, check)
    : readCsv(text, unit, check);
}

/** UTF-8 with or without its mark; nothing where it is another encoding. */
function decoded(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

async function readJson(text: string, check: (book: Figures) => Promise<string[]>): Promise<Import> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    return { rows: [], refused: `is not JSON: ${error instanceof Error ? error.message : 'it cannot be read'}` };
  }
  if (!Array.isArray(parsed)) return { rows: [], refused: 'must be a list of books' };
  if (parsed.length > MOST_ROWS) return { rows: [], refused: tooMany(parsed.length) };
  const rows: ImportRow[] = [];
  for (const [i, one] of parsed.entries()) {
    const { id: _id, version: _version, ...book } = (one ?? {}) as Figures & { id?: string; version?: number };
    const wrong = await check(book);
    rows.push({ line: i + 1, source: String(book.source ?? ''), wrong, ...(wrong.length === 0 ? { book } : {}) });
  }
  return { rows };
}

const tooMany = (rows: number) =>
  `has ${rows.toLocaleString(LOCALE)} rows, and ${MOST_ROWS.toLocaleString(LOCALE)} are the most`;

async function readCsv(text: string, unit: PressureUnit, check: (book: Figures) => Promise<string[]>): Promise<Import> {
  const { data, meta } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: 'greedy' });
  const known = new Set<string>(COLUMNS);
  if (!meta.fields?.includes('source'))
    return { rows: [], refused: `needs a column "source"; it has ${meta.fields?.join(', ') || 'none'}` };
  if (data.length > MOST_ROWS) return { rows: [], refused: tooMany(data.length) };
  const unknown = meta.fields.filter((field) => field !== '' && !known.has(field));
  if (unknown.length > 0) return { rows: [], refused: `has columns that no book has: ${unknown.join(', ')}` };
  const rows: ImportRow[] = [];
  for (const [i, cells] of data.entries()) {
    const { draft, wrong } = draftFrom(cells, unit);
    const book = bookOf(draft);
    const found = [...wrong, ...(await check(book))];
    // The first line holds the names of the columns.
    rows.push({ line: i + 2, source: draft.source, wrong: found, ...(found.length === 0 ? { book } : {}) });
  }
  return { rows };
}

/** A row of the table as it would be typed. */
function draftFrom(cells: Record<string, string>, unit: PressureUnit): { draft: BookDraft; wrong: string[] } {
  const wrong: string[] = [];
  const cell = (column: string) => (cells[column] ?? '').trim();
  const oneOf = <T extends string>(column: string, values: readonly T[], otherwise: T): T => {
    const text = cell(column);
    if (text === '') return otherwise;
    const found = values.find((value) => value.toLowerCase() === text.toLowerCase());
    if (!found) wrong.push(`${column} must be one of ${values.filter(Boolean).join(', ')}`);
    return found ?? otherwise;
  };
  const figures: Partial<Record<BookFigure, string>> = {};
  for (const field of BOOK_FIGURES) if (cell(field) !== '') figures[field] = cell(field);
  const temperature = oneOf('temperature', ['', 'warm', 'cold'] as const, '');
  const own = oneOf<PressureUnit>('unit', PRESSURE_UNITS, unit);
  return {
    draft: {
      ...blankBook(own),
      source: cell('source'),
      model: cell('model'),
      page: cell('page'),
      temperature: temperature === '' ? undefined : temperature,
      crankcaseUnit: oneOf<PressureUnit>('crankcaseUnit', PRESSURE_UNITS, own),
      spreadMethod: oneOf<SpreadMethod>('spreadMethod', SPREAD_METHODS, 'lowest-vs-highest'),
      bands: cell('bands')
        .split(';')
        .map((band) => /^(.*?)\s+(\S+)$/.exec(band.trim()))
        .flatMap((found) => (found ? [{ name: found[1] ?? '', from: found[2] ?? '' }] : [])),
      figures,
    },
    wrong,
  };
}
