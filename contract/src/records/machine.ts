import Joi from 'joi';
import { id, name, note } from './record';

/** What the owner brought: boat, saw, motorcycle. It carries the engine. */
export interface Machine {
  id: string;
  ownerId: string;
  name: string;
  serial?: string;
  note?: string;
  version: number;
}
export type NewMachine = Omit<Machine, 'version'>;

export const newMachineSchema = Joi.object<NewMachine>({
  id: id().required(),
  ownerId: id().required(),
  name: name().required(),
  serial: Joi.string().max(80),
  note: note(),
});
