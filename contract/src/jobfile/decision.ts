import { type DecisionInput, FAULT_CAUSES, type RepairOption } from '@rugged/core';
import Joi from 'joi';

/** A sum in the currency of the decision: never negative, and no slip of a few digits. */
const sum = () => Joi.number().min(0).max(1e7);
const hours = () => Joi.number().min(0).max(2000);
const chance = () => Joi.number().min(0).max(1);

const option = Joi.object<RepairOption>({
  name: Joi.string().min(1).max(80).required(),
  cures: Joi.array()
    .items(Joi.string().valid(...FAULT_CAUSES))
    .max(40),
  partsLow: sum(),
  partsLikely: sum(),
  partsHigh: sum(),
  hoursLow: hours(),
  hoursLikely: hours(),
  hoursHigh: hours(),
  accessHours: hours(),
  machineShop: sum(),
  holdsProbability: chance(),
  escalates: Joi.array()
    .items(Joi.object({ to: Joi.string().min(1).max(80).required(), probability: chance().required() }))
    .max(10),
});

/** What is to be decided; sense across options is checked where it is decided. */
export const decisionSchema = Joi.object<DecisionInput>({
  currency: Joi.string().pattern(/^[A-Z]{3}$/, 'three capital letters'),
  labourRatePerHour: sum().required(),
  valueRunning: sum().required(),
  valueAsIs: sum().required(),
  wantedHours: hours().max(100_000),
  options: Joi.array().items(option).min(1).max(40).required(),
});
