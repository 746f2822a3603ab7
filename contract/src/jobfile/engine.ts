import {
  COOLINGS,
  CYCLES,
  type Engine,
  ENGINE_RANGES,
  FAMILIES,
  FUEL_SYSTEMS,
  FUELS,
  KIND_NAMES,
  LAYOUTS,
  METER_UNITS,
  type RangedFigure,
  RELEASES,
  STARTINGS,
  VALVE_GEARS,
} from '@rugged/core';
import Joi from 'joi';
import { between, cylinder, positive } from './fields';

export const plugSchema = Joi.object({
  threadMm: positive(60).required(),
  pitchMm: positive(6).required(),
  reachMm: positive(100).required(),
});

const ranged = Object.fromEntries(
  Object.entries(ENGINE_RANGES).map(([field, [least, most]]) => [field, between(least, most)]),
) as Readonly<Record<RangedFigure, Joi.NumberSchema>>;

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
  kind: Joi.string().valid(...KIND_NAMES),
  ...ranged,
  ratioBasis: Joi.string().valid('geometric', 'port-closing'),
  compressionRelease: Joi.string().valid(...RELEASES),
  cooling: Joi.string().valid(...COOLINGS),
  headless: Joi.boolean(),
  valveGear: Joi.string().valid(...VALVE_GEARS),
  starting: Joi.string().valid(...STARTINGS),
  fuelSystem: Joi.string().valid(...FUEL_SYSTEMS),
  bankAhead: Joi.string().valid('left', 'right'),
  firstAt: Joi.string().valid('flywheel', 'free-end'),
  meterUnit: Joi.string().valid(...METER_UNITS),
  hours: Joi.number().min(0).max(1_000_000),
  runs: Joi.boolean(),
  cranks: Joi.boolean(),
};
export const engineSchema = Joi.object<Engine>(engineFields);
