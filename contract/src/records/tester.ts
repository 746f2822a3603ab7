import {
  type Adapter,
  type ComparedPoint,
  correctionOf,
  type Tester,
  TESTER_KINDS,
  type TesterCard,
} from '@rugged/core';
import Joi from 'joi';
import { plugSchema } from '../jobfile/engine';
import { testerFields } from '../jobfile/fields';
import { bySense } from './sense';
import { id, name, version } from './record';

/** A tester of the shop's register. The usual one of its kind is taken where nothing else is said. */
export interface TesterRecord extends TesterCard {
  id: string;
  name: string;
  tester: Omit<Tester, 'name'> & { orificeMm?: number };
  adapters: Adapter[];
  /** Day of the last comparison with a better gauge, and what it showed, in the tester's unit. */
  comparison?: { on: string; master: string; points: ComparedPoint[] };
  usual: boolean;
  retired: boolean;
  version: number;
}
export type NewTester = Omit<TesterRecord, 'version'>;
export type TesterChange = Partial<Omit<TesterRecord, 'id' | 'kind'>> & { version: number };

const day = () => Joi.string().pattern(/^\d{4}-\d\d-\d\d$/, 'day');
const shown = () => Joi.number().min(0).max(10_000).required();
const fields = {
  name: name(),
  tester: Joi.object({
    ...testerFields,
    name: Joi.forbidden(),
    simulated: Joi.forbidden(),
    orificeMm: Joi.number().positive().max(10),
  }),
  adapters: Joi.array().items(plugSchema).max(20),
  oRingCheckedOn: day().allow(null),
  dueOn: day().allow(null),
  comparison: Joi.object({
    on: day().required(),
    master: name().required(),
    points: Joi.array()
      .items(Joi.object({ shown: shown(), master: shown() }))
      .min(2)
      .max(12)
      .required(),
  })
    .custom(
      bySense<NonNullable<TesterRecord['comparison']>>(({ points }) => {
        correctionOf(points);
      }),
    )
    .allow(null),
  usual: Joi.boolean(),
  retired: Joi.boolean(),
};

export const newTesterSchema = Joi.object<NewTester>({
  ...fields,
  id: id().required(),
  kind: Joi.string()
    .valid(...TESTER_KINDS)
    .required(),
  name: fields.name.required(),
  tester: fields.tester.required(),
  adapters: fields.adapters.default([]),
  usual: fields.usual.default(false),
  retired: fields.retired.default(false),
});
export const testerChangeSchema = Joi.object<TesterChange>({ version: version().required(), ...fields }).min(2);
