import type Joi from 'joi';
import type { AddedName, NewAdded } from '../bench/added';
import { newAnswerSchema } from './answer';
import { newDecisionSchema } from './decision';
import { newNoteSchema } from './note';
import { newOutcomeSchema } from './outcome';
import { newOverruleSchema } from './overrule';
import { newPageSchema } from './page';
import { newRepairSchema } from './repair';
import { amends } from './record';
import { newSignatureSchema, newTickSchema } from './tick';

/** How each added record is checked at the door. */
const SCHEMAS: { readonly [N in AddedName]: Joi.ObjectSchema } = {
  overrules: newOverruleSchema,
  ticks: newTickSchema,
  signatures: newSignatureSchema,
  notes: newNoteSchema,
  outcomes: newOutcomeSchema,
  repairs: newRepairSchema,
  decisions: newDecisionSchema,
  pages: newPageSchema,
  answers: newAnswerSchema,
};

/** Its own shape, and why it comes where the job was closed. */
export const ADDED_SCHEMAS = Object.fromEntries(
  Object.entries(SCHEMAS).map(([name, schema]) => [name, schema.append({ amends: amends() })]),
) as { readonly [N in AddedName]: Joi.ObjectSchema<NewAdded<N>> };
