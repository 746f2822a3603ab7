import {
  CAUSES,
  FAULT_CAUSES,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  type JobFile,
  PURPOSES,
  listOf,
  VIRTUAL_TEST_FAULTS,
  VIRTUAL_TESTS,
} from '@rugged/core';
import Joi from 'joi';
import { bookSchema, houseRulesSchema } from './book';
import { readHereSchema } from './read-here';
import { decisionAskedSchema } from './decision';
import { engineSchema } from './engine';
import { cylinder, siteSchema } from './fields';
import { AFTER_REPAIR, KIND_SCHEMAS, KINDS } from './test-kinds';

const test = Joi.object({
  kind: Joi.string()
    .valid(...KINDS)
    .required(),
}).when('.kind', {
  switch: KINDS.map((kind) => {
    const { conditions, reading, most } = KIND_SCHEMAS[kind];
    return {
      is: kind,
      then: Joi.object({
        kind: Joi.string().valid(kind).required(),
        ...AFTER_REPAIR,
        ...conditions,
        [listOf(kind)]: Joi.array().items(reading).max(most).required(),
      }),
    };
  }),
});

/** A whole job file. Unknown fields pass through at any depth. */
export const jobFileSchema = Joi.object<JobFile>({
  format: Joi.string().valid(JOB_FILE_FORMAT).required(),
  version: Joi.number().valid(JOB_FILE_VERSION).required(),
  engine: engineSchema.required(),
  books: Joi.array().items(bookSchema).max(20),
  houseRules: houseRulesSchema,
  readHere: readHereSchema,
  site: siteSchema,
  tests: Joi.array().items(test).max(500),
  symptoms: Joi.array().items(Joi.string().max(60)).max(40),
  untestedRepair: Joi.string().max(400),
  found: Joi.array()
    .items(
      Joi.object({
        cylinder: cylinder().required(),
        cause: Joi.string()
          .valid(...CAUSES)
          .required(),
      }),
    )
    .max(50),
  signed: Joi.array().items(Joi.string().max(60)).max(60),
  purpose: Joi.string().valid(...PURPOSES),
  equipment: Joi.array().items(Joi.string().max(60)).max(40),
  decision: decisionAskedSchema,
  otherSaid: Joi.string().max(400),
  machine: Joi.string().max(200),
  owner: Joi.string().max(200),
  shop: Joi.string().max(200),
  virtual: Joi.object({
    seed: Joi.number().integer().min(0).max(4294967295).required(),
    starting: Joi.string().valid('electric', 'recoil'),
    faults: Joi.array()
      .items(
        Joi.object({
          cause: Joi.string()
            .valid(...FAULT_CAUSES)
            .required(),
          cylinder: cylinder().required(),
          severity: Joi.number().min(0).max(1).required(),
          with: cylinder(),
        }),
      )
      .max(50),
    testFaults: Joi.array()
      .items(Joi.string().valid(...VIRTUAL_TEST_FAULTS))
      .max(20),
    tests: Joi.array()
      .items(Joi.string().valid(...VIRTUAL_TESTS))
      .max(10),
    ideal: Joi.string().valid('adiabatic', 'isothermal'),
    truth: Joi.boolean(),
  }),
}).prefs({ allowUnknown: true });
