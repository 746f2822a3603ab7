import Joi from 'joi';
import { id, instant } from './record';

export const ANSWERS = ['agreed', 'declined', 'call'] as const;
export type AnswerWord = (typeof ANSWERS)[number];

/** What the owner said to a page: through its link, or told to the shop. Only added, the latest counts. */
export interface Answer {
  id: string;
  jobId: string;
  pageId?: string;
  answer: AnswerWord;
  /** What was agreed to, and up to which bill without a call. */
  option?: string;
  stopAt?: number;
  note?: string;
  through: 'link' | 'shop';
  madeAt: string;
  /** Who noted it; for a link, who gave it out. */
  by?: string;
}
export type NewAnswer = Omit<Answer, 'by'>;

export const newAnswerSchema = Joi.object<NewAnswer>({
  id: id().required(),
  jobId: id().required(),
  pageId: id(),
  answer: Joi.string()
    .valid(...ANSWERS)
    .required(),
  option: Joi.string().min(1).max(80),
  stopAt: Joi.number().min(0).max(1e7),
  note: Joi.string().trim().max(1000),
  through: Joi.valid('shop').required(),
  madeAt: instant().required(),
});
