import { checkEngine, type Engine } from '@rugged/core';
import Joi from 'joi';
import { engineFields } from '../jobfile/engine';
import { bySense } from './sense';
import { id, name, version } from './record';

export interface EngineRecord extends Engine {
  id: string;
  machineId: string;
  name: string;
  version: number;
  /** There is a virtual engine behind it: a simulated sensor can be put on it. */
  simulated?: boolean;
}
export type NewEngine = Omit<EngineRecord, 'version' | 'simulated'>;

export const newEngineSchema = Joi.object<NewEngine>({
  id: id().required(),
  machineId: id().required(),
  name: name().required(),
  ...engineFields,
}).custom(bySense(checkEngine));

export type EngineChange = Partial<Omit<NewEngine, 'id' | 'machineId'>> & { version: number };
/** Only what may change once readings refer to the cylinders by name. */
export const engineChangeSchema = Joi.object<EngineChange>({
  version: version().required(),
  name: name(),
  hours: engineFields.hours,
  boreMm: engineFields.boreMm,
  strokeMm: engineFields.strokeMm,
  compressionRatio: engineFields.compressionRatio,
  distributor: engineFields.distributor,
  plug: engineFields.plug,
});
