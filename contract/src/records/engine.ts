import { checkEngine, type Engine } from '@rugged/core';
import Joi from 'joi';
import { cylinder } from '../jobfile/fields';
import { engineFields } from '../jobfile/engine';
import { id, name, version } from './record';
import { bySense } from './sense';

/** What is written of an engine beside what the job file says of it. */
interface Kept {
  name: string;
  /** What the shop and its books call this model. */
  model?: string;
  /** Its books in their order: the first one rules. */
  bookIds?: string[];
  /** When it is due again: after so much use in its meter's unit, after so many months. */
  dueEveryUse?: number;
  dueEveryMonths?: number;
}

export interface EngineRecord extends Engine, Kept {
  id: string;
  machineId: string;
  version: number;
  /** There is a virtual engine behind it: a simulated sensor can be put on it. */
  simulated?: boolean;
}
export type NewEngine = Omit<EngineRecord, 'version' | 'simulated'>;

const model = () => Joi.string().trim().min(1).max(120);
const keptFields = {
  model: model(),
  bookIds: Joi.array().items(id()).unique().max(20),
  dueEveryUse: Joi.number().min(1).max(1_000_000),
  dueEveryMonths: Joi.number().integer().min(1).max(120),
};

export const newEngineSchema = Joi.object<NewEngine>({
  id: id().required(),
  machineId: id().required(),
  name: name().required(),
  ...keptFields,
  ...engineFields,
}).custom(bySense(checkEngine));

/** What a person may write on the sheet, each field as its own; null takes it off. */
export type EngineSheet = Omit<Engine, 'hours'> & Kept;
export type SheetField = keyof EngineSheet;
/** Fields that no engine is without. */
const ALWAYS: ReadonlySet<string> = new Set(['name', 'cycle', 'fuel', 'family', 'cylinders'] satisfies SheetField[]);
const { hours: _, ...sheetFields } = engineFields;
const sheetSchemas: Readonly<Record<string, Joi.Schema>> = {
  ...sheetFields,
  ...keptFields,
  name: name(),
  cylinders: Joi.array().items(cylinder()).min(1).max(24),
};

export type EngineChange = { [F in SheetField]?: EngineSheet[F] | null } & { version: number };
export const engineChangeSchema = Joi.object<EngineChange>({
  version: version().required(),
  ...Object.fromEntries(
    Object.entries(sheetSchemas).map(([field, schema]) => [
      field,
      ALWAYS.has(field) ? schema.optional() : schema.optional().allow(null),
    ]),
  ),
}).min(2);
