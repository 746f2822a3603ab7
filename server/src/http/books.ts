import { bookChangeSchema, booksQuerySchema, newBookSchema } from '@rugged/contract';
import { InputError } from '@rugged/core';
import { Router } from 'express';
import { booksPage, MOST_BOOKS, putOnEngine } from '../store/book-query';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { changed, created, route } from './route';

/** `/api/books`: the shop's library of manuals' figures. */
export const bookRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'read', booksQuerySchema, async (shop, query) => ({ json: await booksPage(shop, query) })),
    )
    .post(
      '/',
      route(store, 'work', newBookSchema, async (shop, { engineId, ...book }) => {
        const check = async () => {
          if (engineId === undefined) return;
          const engine = (await shop.find('engines', engineId)) as { bookIds?: string[] } | undefined;
          if (!engine) throw new InputError('engineId', 'not-known-here');
          if ((engine.bookIds ?? []).length >= MOST_BOOKS)
            throw refuse.fields([{ field: 'engineId', reason: `has ${MOST_BOOKS} books already: take one off first` }]);
        };
        const answer = created(await shop.create('books', book, { check }));
        if (engineId === undefined || !('json' in answer)) return answer;
        await putOnEngine(shop, book.id, engineId);
        return { ...answer, json: { ...(answer.json as object), engineId } };
      }),
    )
    .patch(
      '/:id',
      route(store, 'work', bookChangeSchema, async (shop, change, { id }) =>
        changed(await shop.changeWhole('books', id('book'), change), 'book'),
      ),
    );
