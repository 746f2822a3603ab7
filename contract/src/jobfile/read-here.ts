import type { ReadHereLimit } from '@rugged/core';
import Joi from 'joi';
import { figure } from './fields';

export const readHereSchema = Joi.object<ReadHereLimit>({
  name: Joi.string().trim().min(1).max(120).required(),
  engines: Joi.number().integer().min(5).max(100_000).required(),
  fromKPa: figure().required(),
  medianKPa: figure().min(Joi.ref('fromKPa')).required(),
  toKPa: figure().min(Joi.ref('medianKPa')).required(),
});
