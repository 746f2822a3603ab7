import { COOLINGS, CYCLES, type Engine, FAMILIES, FUELS, LAYOUTS, RELEASES, VALVE_GEARS } from '@rugged/core';
import Joi from 'joi';
import { cylinder, positive } from './fields';

export const plugSchema = Joi.object({
  threadMm: positive(60).required(),
  pitchMm: positive(6).required(),
  reachMm: positive(100).required(),
});

export const engineFields = {
  cycle: Joi.string()
    .valid(...CYCLES)
    .required(),
  fuel: Joi.string()
    .valid(...FUELS)
    .required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  layout: Joi.string().valid(...LAYOUTS),
  cylinders: Joi.array().items(cylinder()).min(1).max(24).required(),
  banks: Joi.array().items(Joi.array().items(cylinder()).min(1)).min(1).max(4),
  neighbours: Joi.array().items(Joi.array().items(cylinder()).length(2)),
  firingOrder: Joi.array().items(cylinder()),
  firingIntervals: Joi.array().items(Joi.number().min(0).max(720)),
  rotation: Joi.string().valid('clockwise', 'anticlockwise'),
  distributor: Joi.string().valid('clockwise', 'anticlockwise'),
  plug: plugSchema,
  boreMm: positive(500),
  strokeMm: positive(500),
  conrodMm: positive(1000),
  compressionRatio: Joi.number().min(1.01).max(30),
  ratioBasis: Joi.string().valid('geometric', 'port-closing'),
  compressionRelease: Joi.string().valid(...RELEASES),
  cooling: Joi.string().valid(...COOLINGS),
  headless: Joi.boolean(),
  valveGear: Joi.string().valid(...VALVE_GEARS),
  hours: Joi.number().min(0).max(1_000_000),
  cranks: Joi.boolean(),
};
export const engineSchema = Joi.object<Engine>(engineFields);
