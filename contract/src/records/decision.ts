import { type DecisionInput } from '@rugged/core';
import { checkDecision } from '@rugged/core/decide';
import Joi from 'joi';
import { decisionSchema } from '../jobfile/decision';
import { id, instant } from './record';
import { bySense } from './sense';

/** What was set side by side, and what was chosen: only added, the latest counts. */
export interface Decision {
  id: string;
  jobId: string;
  input: DecisionInput;
  /** Name of the option that the shop goes for; nothing while it is still weighed. */
  chosen?: string;
  /** The bill at which the shop stops and calls. */
  stopAt?: number;
  madeAt: string;
  by?: string;
}
export type NewDecision = Omit<Decision, 'by'>;

export const newDecisionSchema = Joi.object<NewDecision>({
  id: id().required(),
  jobId: id().required(),
  input: decisionSchema.custom(bySense<DecisionInput>(checkDecision)).required(),
  chosen: Joi.string().min(1).max(80),
  stopAt: Joi.number().min(0).max(1e7),
  madeAt: instant().required(),
});
