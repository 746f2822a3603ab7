import Joi from 'joi';
import { id, instant } from './record';

/** How somebody did with a practice case. Only added; the first time with a case counts. */
export interface PracticeResult {
  id: string;
  /** Of the case: level, and the two words of its seed. */
  name: string;
  madeAt: string;
  /** 0 to 100. */
  total: number;
  right: boolean;
  skills: string[];
  /** How sure they were of the place that had something, and whether it was so. */
  said: { p: number; right: boolean };
}

/** How far somebody of the shop has come, as its owner sees it. */
export interface Practised {
  personId: string;
  cases: number;
  /** The highest level that was passed. */
  level?: number;
  /** Mean of the last ten, 0 to 100. */
  mean: number;
}

/** There are so many levels. */
export const PRACTICE_LEVELS = 12;
/** From here on a level is passed. */
export const PRACTICE_PASSED = 60;

export const newPracticeResultSchema = Joi.object<PracticeResult>({
  id: id().required(),
  name: Joi.string()
    .pattern(/^([1-9]|1[0-2])-[a-z]{2,12}-[a-z]{2,12}$/, 'case')
    .required(),
  madeAt: instant().required(),
  total: Joi.number().integer().min(0).max(100).required(),
  right: Joi.boolean().strict().required(),
  skills: Joi.array()
    .items(Joi.string().pattern(/^[a-z-]{2,20}$/, 'skill'))
    .max(10)
    .required(),
  said: Joi.object({ p: Joi.number().min(0).max(1).required(), right: Joi.boolean().strict().required() }).required(),
});
