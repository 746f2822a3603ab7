import Joi from 'joi';

/** Ids are UUIDs made by the client, so that a repeated request is recognised. */
export const id = () => Joi.string().guid();
export const instant = () => Joi.string().isoDate().max(40);
export const version = () => Joi.number().integer().min(1);
export const name = () => Joi.string().trim().min(1).max(120);
export const note = () => Joi.string().max(4000).allow('');

/** A change that says which version it was made from. */
export type Change<T> = Partial<T> & { version: number };
