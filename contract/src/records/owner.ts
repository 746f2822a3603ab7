import Joi from 'joi';
import { id, name, note } from './record';

/** A customer. */
export interface Owner {
  id: string;
  name: string;
  phone?: string;
  email?: string;
  note?: string;
  version: number;
}
export type NewOwner = Omit<Owner, 'version'>;

export const newOwnerSchema = Joi.object<NewOwner>({
  id: id().required(),
  name: name().required(),
  phone: Joi.string().max(60),
  email: Joi.string().email({ tlds: false }).max(200),
  note: note(),
});
