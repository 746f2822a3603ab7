/**
 * Input that cannot be true or cannot be used. `field` is the path a person can
 * find again (`tests[0].readings[1].peak`), `reason` a plain sentence part.
 */
export class InputError extends Error {
  override readonly name = 'InputError';

  constructor(readonly field: string, readonly reason: string) {
    super(`${field}: ${reason}`);
  }

  /** The same error seen from further out: `peak` becomes `readings[1].peak`. */
  under(parent: string): InputError {
    const joint = this.field === '' || this.field.startsWith('[') ? '' : '.';
    return new InputError(parent === '' ? this.field : `${parent}${joint}${this.field}`, this.reason);
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
