import type { BookListItem, BookRecord, NewBook, Page } from '@rugged/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { keys, outbox } from './client';
import { fetching } from './fetching';
import { newId } from './new-id';

type Figures = Omit<NewBook, 'id' | 'engineId'>;

/** The shop's library, a page after the other. */
export function useBooks(search: string, retired: boolean) {
  return useInfiniteQuery({
    queryKey: keys.books(search, retired),
    queryFn: ({ pageParam }) =>
      fetching<Page<BookListItem>>(
        `/books?${new URLSearchParams({
          limit: '50',
          retired: String(retired),
          ...(search ? { search } : {}),
          ...(pageParam ? { after: pageParam } : {}),
        }).toString()}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
  });
}

/** A new book of the library, put on an engine at once where one is named. */
export const addBook = (figures: Figures, engine?: { id: string; name: string }): Promise<void> =>
  outbox.keep([
    {
      method: 'POST',
      path: '/books',
      body: { id: newId(), ...figures, ...(engine ? { engineId: engine.id } : {}) },
      what: `Book ${figures.source}${engine ? ` of ${engine.name}` : ''}`,
    },
  ]);

/** Many new books at once: all of them are kept here, or none. */
export const addBooks = (books: readonly Figures[]): Promise<void> =>
  outbox.keep(
    books.map((figures) => ({
      method: 'POST' as const,
      path: '/books',
      body: { id: newId(), ...figures },
      what: `Book ${figures.source}`,
    })),
  );

/** A book mended, retired or taken up again: it is sent whole. */
export const changeBook = ({ id, version }: BookRecord, figures: Figures, what: string): Promise<void> =>
  outbox.keep([
    { method: 'PATCH', path: `/books/${id}`, body: { ...figures, version }, what: `${what} ${figures.source}` },
  ]);
