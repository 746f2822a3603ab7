import Joi from 'joi';
import type { PageDocument } from '../page/document';
import { pageDocumentSchema } from '../page/schema';
import { id, instant } from './record';

/** A page that was made, with the figures it was made from: it stays as it was, whatever is found later. */
export interface PageRecord {
  id: string;
  jobId: string;
  page: PageDocument;
  madeAt: string;
  by?: string;
}
export type NewPage = Omit<PageRecord, 'by'>;

export const newPageSchema = Joi.object<NewPage>({
  id: id().required(),
  jobId: id().required(),
  page: pageDocumentSchema.required(),
  madeAt: instant().required(),
});

/** A way to a page without signing in. The secret is told once, when it is made. */
export interface PageLink {
  id: string;
  pageId: string;
  jobId: string;
  endsAt: string;
  withdrawnAt?: string;
  opened: number;
  lastOpenedAt?: string;
}
export interface NewPageLink {
  id: string;
  pageId: string;
  days: number;
}
export const newPageLinkSchema = Joi.object<NewPageLink>({
  id: id().required(),
  pageId: id().required(),
  days: Joi.number().integer().min(1).max(180).required(),
});
