import type { BookRecord, EngineChange, EngineRecord } from '@rugged/contract';
import { changedEngine } from '@rugged/contract/bench';

/** What an engine's sheet stands on: a bench has it, and so has a row of the list of engines. */
export interface WithSheet {
  engine: EngineRecord;
  books: BookRecord[];
}
type Row = Record<string, unknown>;

/** Whether an entry, or the server's answer to it, changes this sheet. */
export const isOfSheet = ({ engine, books }: WithSheet, path: string, row: Row): boolean =>
  path === `/engines/${engine.id}` ||
  (path === '/books' && row['engineId'] === engine.id) ||
  books.some(({ id }) => path === `/books/${id}`);

/**
 * A change of the sheet laid over it, or the server's answer to one.
 * @param brings books of the library that a new order names and this sheet has not met
 */
export function onSheet<T extends WithSheet>(state: T, path: string, row: Row, brings: readonly BookRecord[] = []): T {
  if (path === `/engines/${state.engine.id}`) {
    // An answer is the whole engine; what waits to be sent is only what changes.
    const engine = 'machineId' in row ? (row as unknown as EngineRecord) : laidOver(state.engine, row);
    const known = [...state.books, ...brings];
    const books = (engine.bookIds ?? []).flatMap((id) => known.find((book) => book.id === id) ?? []);
    return { ...state, engine, books };
  }
  if (path === '/books') {
    const { engineId: _, ...book } = row as unknown as BookRecord & { engineId: string };
    const others = state.books.filter(({ id }) => id !== book.id);
    const ids = state.engine.bookIds ?? [];
    const isNew = !ids.includes(book.id);
    return {
      ...state,
      books: isNew
        ? [...others, { ...book, version: book.version ?? 1 }]
        : state.books.map((old) => (old.id === book.id ? { ...old, ...book } : old)),
      engine: isNew ? { ...state.engine, bookIds: [...ids, book.id], version: state.engine.version + 1 } : state.engine,
    };
  }
  return {
    ...state,
    books: state.books.map((book) => (path === `/books/${book.id}` ? ({ ...row, id: book.id } as BookRecord) : book)),
  };
}

const laidOver = (engine: EngineRecord, row: Row): EngineRecord => ({
  ...changedEngine(engine, row as EngineChange),
  version: Math.max(Number(row['version']), engine.version),
});
