import { type RefusalCode, type RefusalParams, REFUSALS } from './refusals';

/**
 * Input that cannot be true or cannot be used. `field` is the path a person can find again
 * (`tests[0].readings[1].peak`), `code` what is wrong with it, `reason` the same as a plain part of a sentence.
 */
export class InputError<C extends RefusalCode = RefusalCode> extends Error {
  override readonly name = 'InputError';
  readonly reason: string;
  private readonly params: RefusalParams<C>;

  constructor(
    readonly field: string,
    readonly code: C,
    ...params: RefusalParams<C>
  ) {
    const reason = (REFUSALS[code] as (...given: RefusalParams<C>) => string)(...params);
    super(`${field}: ${reason}`);
    this.reason = reason;
    this.params = params;
  }

  /** The same refusal at another field. */
  at(field: string): InputError<C> {
    return new InputError(field, this.code, ...this.params);
  }

  /** The same error seen from further out: `peak` becomes `readings[1].peak`. */
  under(parent: string): InputError<C> {
    const joint = this.field === '' || this.field.startsWith('[') ? '' : '.';
    return this.at(parent === '' ? this.field : `${parent}${joint}${this.field}`);
  }
}

/** Runs `work`; an InputError it throws gains `parent` in front of its field. */
export function within<T>(parent: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof InputError ? error.under(parent) : error;
  }
}
