import { type Book, FAMILIES, type HouseRules, SCHOOLS, SPREAD_METHODS } from '@rugged/core';
import Joi from 'joi';
import { figure, mm, percent, positive, rangeMm, temperature, unit, vacuumUnit } from './fields';

export const bookFields = {
  source: Joi.string().trim().min(1).max(120),
  engineTemperature: temperature(),
  conditions: Joi.string().max(400),
  compression: Joi.object({
    unit: unit().required(),
    min: figure(),
    max: figure(),
    bands: Joi.array()
      .items(Joi.object({ name: Joi.string().min(1).max(40).required(), from: figure().required() }))
      .max(8),
    releaseActing: Joi.boolean(),
  }),
  spread: Joi.object({
    method: Joi.string()
      .valid(...SPREAD_METHODS)
      .required(),
    limitPercent: percent(),
    limit: figure(),
    unit: unit(),
  }),
  leakage: Joi.object({ maxPercent: percent().required() }),
  crankcase: Joi.object({
    unit: unit().required(),
    pressure: positive().required(),
    maximum: positive(),
    holdSeconds: positive().required(),
    maxDrop: figure().required(),
  }),
  runningCompression: Joi.object({ unit: unit().required(), idleMin: figure(), snapMin: figure() }),
  manifoldVacuum: Joi.object({ unit: vacuumUnit().required(), min: figure().required(), max: figure() }),
  fuelPressure: Joi.object({
    unit: unit().required(),
    min: figure().required(),
    max: figure(),
    holdSeconds: positive(),
    maxDrop: figure(),
  }),
  valveClearance: Joi.object({ engineTemperature: temperature(), intake: rangeMm(), exhaust: rangeMm() }),
  bore: Joi.object({ maxMm: mm(), maxTaperMm: mm(), maxOvalityMm: mm() }),
  ringGap: rangeMm(),
  pistonClearance: rangeMm(),
  pinClearance: rangeMm(),
  oilPressure: Joi.object({ unit: unit().required(), crankingMin: figure(), idleMin: figure() }),
  battery: Joi.object({ crankingMinVolts: positive(100).required() }),
};
export const bookSchema = Joi.object<Book>(bookFields);

export const houseRulesSchema = Joi.object<Partial<HouseRules>>({
  spreadMethod: Joi.string().valid(...SPREAD_METHODS),
  spreadWatchPercent: percent(),
  spreadLimitPercent: percent(),
  spreadWatchKPa: figure().max(2000),
  spreadLimitKPa: figure().max(2000),
  leakSoundPercent: percent(),
  leakWatchPercent: percent(),
  leakFaultPercent: percent(),
  leakSupplyKPa: positive(1000),
  opened: Joi.object().pattern(
    Joi.string().valid(...FAMILIES),
    Joi.object().pattern(Joi.string().max(40), Joi.number().integer().min(0).max(1e6)),
  ),
  ...Object.fromEntries(Object.entries(SCHOOLS).map(([matter, schools]) => [matter, Joi.string().valid(...schools)])),
});
