import { type RepairName, REPAIRS } from '@rugged/core';
import Joi from 'joi';
import { id, instant } from './record';

/** What was repaired: only added. It ends the line of readings before it and asks for the test after. */
export interface Repair {
  id: string;
  jobId: string;
  what: string;
  parts?: string;
  /** The whole bill, in the shop's money. */
  cost?: number;
  /** Which of the shop's jobs it was, its hours and its parts: the shop's own prices are counted from these. */
  repair?: RepairName;
  hours?: number;
  partsCost?: number;
  /** The meter when it was done, in the engine's unit. */
  meter?: number;
  /** Missing: the engine as a whole. */
  cylinders?: string[];
  madeAt: string;
  by?: string;
}
export type NewRepair = Omit<Repair, 'by'>;

export const newRepairSchema = Joi.object<NewRepair>({
  id: id().required(),
  jobId: id().required(),
  what: Joi.string().trim().min(1).max(400).required(),
  parts: Joi.string().trim().max(1000),
  cost: Joi.number().min(0).max(10_000_000),
  repair: Joi.string().valid(...REPAIRS),
  hours: Joi.number().min(0).max(2000),
  partsCost: Joi.number().min(0).max(10_000_000),
  meter: Joi.number().min(0).max(9_999_999),
  cylinders: Joi.array().items(Joi.string().min(1).max(12)).unique().min(1).max(24),
  madeAt: instant().required(),
});
