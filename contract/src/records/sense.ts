import { InputError } from '@rugged/core';
import type Joi from 'joi';

/** A Joi rule from one of the core's checks: its InputError becomes an error at the same field. */
export function bySense<T>(checkSense: (value: T) => void): Joi.CustomValidator<T> {
  return (value, helpers) => {
    try {
      checkSense(value);
      return value;
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return helpers.error('sense', { reason: error.reason }, pathState(helpers, error.field));
    }
  };
}

/** The validation state one field further in, so that the error carries that field's path. */
function pathState(helpers: Joi.CustomHelpers, field: string): Joi.State {
  const path = field
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part));
  return helpers.state.localize ? helpers.state.localize([...(helpers.state.path ?? []), ...path]) : helpers.state;
}
