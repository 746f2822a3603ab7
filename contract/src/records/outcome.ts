import { CAUSES, type CauseName } from '@rugged/core';
import Joi from 'joi';
import { id, instant } from './record';

/**
 * What a cylinder really had, once it was open, beside what the odds had named first. Only added; the latest per
 * cylinder counts.
 */
export interface Outcome {
  id: string;
  jobId: string;
  cylinder: string;
  found: CauseName;
  /** Named first when it was written down, with its probability; nothing when nothing had been measured. */
  predicted?: CauseName;
  probability?: number;
  note?: string;
  madeAt: string;
  by?: string;
}
export type NewOutcome = Omit<Outcome, 'by'>;

export const newOutcomeSchema = Joi.object<NewOutcome>({
  id: id().required(),
  jobId: id().required(),
  cylinder: Joi.string().min(1).max(12).required(),
  found: Joi.string()
    .valid(...CAUSES)
    .required(),
  predicted: Joi.string().valid(...CAUSES),
  probability: Joi.number().min(0).max(1),
  note: Joi.string().trim().max(2000).allow(''),
  madeAt: instant().required(),
}).with('predicted', 'probability');

/** How often the shop's verdicts were right. */
export interface Track {
  judged: number;
  right: number;
  misses: { found: CauseName; predicted: CauseName; times: number }[];
}
