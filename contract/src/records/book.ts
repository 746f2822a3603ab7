import { type Book, checkBook } from '@rugged/core';
import Joi from 'joi';
import { bookFields } from '../jobfile/book';
import { id, version } from './record';
import { bySense } from './sense';

/** A manual's figures in the shop's library. Which engines go by it, and in which order, stands with the engines. */
export interface BookRecord extends Book {
  id: string;
  source: string;
  /** Which models it is for, as the shop calls them. */
  model?: string;
  /** Where in the manual it says so. */
  page?: string;
  /** Not offered any more; engines that go by it go on. */
  retired?: boolean;
  version: number;
}
/** A new book may be put on an engine at once, after the ones it has. */
export type NewBook = Omit<BookRecord, 'version'> & { engineId?: string };

const own = {
  model: Joi.string().trim().min(1).max(120),
  page: Joi.string().trim().min(1).max(60),
  retired: Joi.boolean(),
};

export const newBookSchema = Joi.object<NewBook>({
  id: id().required(),
  engineId: id(),
  ...own,
  ...bookFields,
  source: bookFields.source.required(),
}).custom(bySense(checkBook));

/** A book is changed whole: its figures belong together. */
export type BookChange = Omit<BookRecord, 'id'>;
export const bookChangeSchema = Joi.object<BookChange>({
  version: version().required(),
  ...own,
  ...bookFields,
  source: bookFields.source.required(),
}).custom(bySense(checkBook));
