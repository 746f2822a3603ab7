import type Joi from 'joi';
import type { AddedName, NewAdded } from '../bench/added';
import { newAnswerSchema } from './answer';
import { newDecisionSchema } from './decision';
import { newNoteSchema } from './note';
import { newOutcomeSchema } from './outcome';
import { newOverruleSchema } from './overrule';
import { newPageSchema } from './page';
import { newRepairSchema } from './repair';
import { newSignatureSchema, newTickSchema } from './tick';

/** How each added record is checked at the door. */
export const ADDED_SCHEMAS: { readonly [N in AddedName]: Joi.ObjectSchema<NewAdded<N>> } = {
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
