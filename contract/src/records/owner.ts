import Joi from 'joi';
import type { Machine } from './machine';
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
/** An owner with what is theirs. */
export interface OwnerFile {
  owner: Owner;
  machines: { machine: Machine; engines: { id: string; name: string; jobs: number }[] }[];
  /** Photographs that are kept on their jobs. */
  photos: number;
  /** Nothing is known of them any more since then. */
  erasedAt?: string;
}
export type NewOwner = Omit<Owner, 'version'>;

export const newOwnerSchema = Joi.object<NewOwner>({
  id: id().required(),
  name: name().required(),
  phone: Joi.string().max(60),
  email: Joi.string().email({ tlds: false }).max(200),
  note: note(),
});
