import type { BookListItem, BooksQuery, Page } from '@rugged/contract';
import { asJson } from './json-sql';
import type { ShopScope } from './scope';

/** A page of the library by name, each book with how many engines go by it. */
export async function booksPage(
  scope: ShopScope,
  { search, after, limit, retired }: BooksQuery,
): Promise<Page<BookListItem>> {
  const [afterName, afterId] =
    after === undefined ? [null, null] : [after.slice(UUID_LENGTH), after.slice(0, UUID_LENGTH)];
  const wanted = search?.trim() ? `%${search.trim().replace(/[\\%_]/g, '\\$&')}%` : null;
  const matching = `FROM books b WHERE b.shop_id = $1 AND ($2::text IS NULL OR b.source ILIKE $2 OR b.model ILIKE $2)
    AND ($3::boolean OR b.retired IS NOT TRUE)`;
  const rows = await scope.select<{ item: BookListItem }>(
    `SELECT json_strip_nulls(json_build_object('book', ${asJson('books', 'b')}, 'engines',
       (SELECT count(*)::int FROM engines e WHERE e.shop_id = b.shop_id AND b.id = ANY(e.book_ids)))
       ) AS item
     ${matching} AND ($4::text IS NULL OR (b.source, b.id) > ($4, $5::uuid))
     ORDER BY b.source, b.id LIMIT ${limit + 1}`,
    wanted,
    retired,
    afterName,
    afterId,
  );
  const [count] = await scope.select<{ total: number }>(`SELECT count(*)::int AS total ${matching}`, wanted, retired);
  const items = rows.slice(0, limit).map(({ item }) => item);
  const last = items[items.length - 1]?.book;
  return {
    items,
    total: count?.total ?? 0,
    ...(rows.length > limit && last ? { next: `${last.id}${last.source}` } : {}),
  };
}

const UUID_LENGTH = 36;

/** A job file has room for so many, and nobody reads more. */
export const MOST_BOOKS = 20;

/** Puts a book after those that an engine has. Sent twice it stands there once. */
export async function putOnEngine(scope: ShopScope, bookId: string, engineId: string): Promise<void> {
  await scope.select(
    `UPDATE engines SET book_ids = array_append(book_ids, $2::uuid), version = version + 1
     WHERE shop_id = $1 AND id = $3 AND NOT $2::uuid = ANY(book_ids) AND cardinality(book_ids) < ${MOST_BOOKS}`,
    bookId,
    engineId,
  );
}
