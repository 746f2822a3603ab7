import { PRESSURE_UNITS, type Site, type Tester } from '@rugged/core';
import Joi from 'joi';

/** The fields that schemas are made of. Sense across fields is checked by the core. */

/** Nothing in a workshop is smaller or larger than this and not a slip: beyond it sums lose their sense. */
const SMALLEST = 1e-6;
const LARGEST = 1e6;
const notTiny: Joi.CustomValidator<number> = (value, helpers) =>
  value > 0 && value < SMALLEST ? helpers.error('number.min', { limit: SMALLEST }) : value;
export const figure = () => Joi.number().min(0).max(LARGEST).custom(notTiny);
export const positive = (most = LARGEST) => Joi.number().positive().max(most).custom(notTiny);
export const between = (least: number, most: number) => Joi.number().min(least).max(most);
export const percent = () => figure().max(100);
export const unit = () => Joi.string().valid(...PRESSURE_UNITS);
export const temperature = () => Joi.string().valid('cold', 'warm');
export const vacuumUnit = () => Joi.string().valid(...PRESSURE_UNITS, 'inHg');
export const mm = () => figure().max(1000);
export const rangeMm = () => Joi.object({ minMm: mm(), maxMm: mm() });
export const cylinder = () => Joi.string().min(1).max(12);

export const siteSchema = Joi.object<Site>({
  altitudeM: Joi.number().min(-500).max(6000),
  barometerKPa: Joi.number().min(45).max(110),
});

export const testerFields = {
  name: Joi.string().min(1).max(80),
  unit: unit(),
  fullScale: positive(),
  division: positive(),
  accuracyPercentOfFullScale: Joi.number().min(0).max(20),
  valveAtEngineEnd: Joi.boolean(),
  hoseVolumeCm3: figure().max(1000),
  correction: Joi.object({
    gain: Joi.number().min(0.5).max(2).required(),
    offset: Joi.number().min(-1000).max(1000).required(),
    doubt: figure().max(1000).required(),
  }),
  simulated: Joi.boolean(),
};
export const testerSchema = Joi.object<Tester>(testerFields);
