import {
  type DecisionAsked,
  type DecisionInput,
  FAULT_CAUSES,
  SEEN_TROUBLES,
  type RepairOption,
  REPAIRS,
  WORKS,
} from '@rugged/core';
import Joi from 'joi';

/** A sum in the currency of the decision: never negative, and no slip of a few digits. */
const sum = () => Joi.number().min(0).max(1e7);
const hours = () => Joi.number().min(0).max(2000);
const chance = () => Joi.number().min(0).max(1);

/** The figures of a job, as the shop's list and an option carry them. */
export const repairFigures = () => ({
  partsLow: sum(),
  partsLikely: sum(),
  partsHigh: sum(),
  hoursLow: hours(),
  hoursLikely: hours(),
  hoursHigh: hours(),
  accessHours: hours(),
  machineShop: sum(),
  holdsProbability: chance(),
});

const option = Joi.object<RepairOption>({
  name: Joi.string().min(1).max(80).required(),
  repair: Joi.string().valid(...REPAIRS),
  jobs: Joi.array()
    .items(Joi.string().valid(...REPAIRS))
    .min(1)
    .max(10),
  aside: Joi.boolean(),
  unsaid: Joi.boolean(),
  cures: Joi.array()
    .items(Joi.string().valid(...FAULT_CAUSES, ...SEEN_TROUBLES))
    .max(40),
  ...repairFigures(),
  runsAsItIs: Joi.boolean(),
  gainShare: chance(),
  failsPer100Hours: chance(),
  escalates: Joi.array()
    .items(Joi.object({ to: Joi.string().min(1).max(80).required(), probability: chance().required() }))
    .max(10),
});

export const currencyCode = () => Joi.string().pattern(/^[A-Z]{3}$/, 'three capital letters');
/** Of a bill, percent. */
export const taxPercent = () => Joi.number().min(0).max(100);
export const hourlyRate = () => Joi.number().min(0).max(10_000);

/** What a job file asks to be decided: the ways are made ready, and the usual rate is taken, where it names none. */
export const decisionAskedSchema = Joi.object<DecisionAsked>({
  currency: currencyCode(),
  labourRatePerHour: hourlyRate(),
  taxPercent: taxPercent(),
  valueRunning: sum(),
  valueAsIs: sum(),
  wantedHours: hours().max(100_000),
  works: Joi.string().valid(...WORKS),
  breakdownCosts: sum(),
  options: Joi.array().items(option).min(1).max(40),
});

/** What is to be decided; sense across options is checked where it is decided. */
export const decisionSchema = decisionAskedSchema.fork(['labourRatePerHour', 'options'], (field) =>
  field.required(),
) as Joi.ObjectSchema<DecisionInput>;
