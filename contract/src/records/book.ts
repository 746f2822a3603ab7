import { type Book, checkBook } from '@rugged/core';
import Joi from 'joi';
import { bookFields } from '../jobfile/book';
import { id } from './record';
import { bySense } from './sense';

/** A manual's figures for one engine. The lowest rank wins. */
export interface BookRecord extends Book {
  id: string;
  engineId: string;
  source: string;
  rank: number;
  version: number;
}
export type NewBook = Omit<BookRecord, 'version'>;

export const newBookSchema = Joi.object<NewBook>({
  id: id().required(),
  engineId: id().required(),
  rank: Joi.number().integer().min(1).max(99).required(),
  ...bookFields,
  source: bookFields.source.required(),
}).custom(bySense(checkBook));
