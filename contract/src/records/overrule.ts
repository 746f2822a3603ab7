import { CAUSES, type CauseName, type State, STATES } from '@rugged/core';
import Joi from 'joi';
import { id, instant } from './record';

/** A mechanic's own verdict against the computed one, with the reason that is kept. The latest per cylinder counts. */
export interface Overrule {
  id: string;
  jobId: string;
  /** Nothing: the engine as a whole. */
  cylinder?: string;
  /** Nothing, and no cause either: the overrule is lifted and the computed state stands again. */
  state?: State;
  /** What the mechanic takes it to be, whatever the odds say. Without a state the computed one stands. */
  cause?: CauseName;
  reason: string;
  madeAt: string;
  by?: string;
}
export type NewOverrule = Omit<Overrule, 'by'>;

export const newOverruleSchema = Joi.object<NewOverrule>({
  id: id().required(),
  jobId: id().required(),
  cylinder: Joi.string().min(1).max(12),
  state: Joi.string().valid(...STATES),
  cause: Joi.string().valid(...CAUSES),
  reason: Joi.string().trim().min(3).max(1000).required(),
  madeAt: instant().required(),
});
