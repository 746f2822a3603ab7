import type { ProcedureName } from '@rugged/core';
import { PROCEDURES, type Tick } from '@rugged/core/procedure';
import Joi from 'joi';
import { SECOND_LOOK, type SecondLook } from '../people/rights';
import { id, instant } from './record';

/** What somebody said of one step of a procedure. Only added; the latest counts. */
export interface TickRecord extends Tick {
  id: string;
  jobId: string;
  by?: string;
}
export type NewTick = Omit<TickRecord, 'by'>;

/**
 * A procedure signed by name, refused while a step with a caution is unread; or an apprentice's work on the job, by
 * somebody who looked at it.
 */
export interface Signature {
  id: string;
  jobId: string;
  procedure: ProcedureName | SecondLook;
  madeAt: string;
  by?: string;
}
export type NewSignature = Omit<Signature, 'by'>;

const procedure = (...others: string[]) =>
  Joi.string()
    .valid(...PROCEDURES, ...others)
    .required();

export const newTickSchema = Joi.object<NewTick>({
  id: id().required(),
  jobId: id().required(),
  procedure: procedure(),
  step: Joi.string().min(1).max(40).required(),
  mark: Joi.string().valid('done', 'skipped', 'open').required(),
  madeAt: instant().required(),
});

export const newSignatureSchema = Joi.object<NewSignature>({
  id: id().required(),
  jobId: id().required(),
  procedure: procedure(SECOND_LOOK),
  madeAt: instant().required(),
});
