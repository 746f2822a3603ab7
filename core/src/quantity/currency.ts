import { InputError } from './input-error';

/** @throws InputError where no such money exists; by the tables of whatever it runs on */
export function checkCurrency(field: string, code: string): void {
  const known = 'supportedValuesOf' in Intl ? Intl.supportedValuesOf('currency') : undefined;
  if (known ? !known.includes(code) : !/^[A-Z]{3}$/.test(code))
    throw new InputError(field, 'no-such-currency', { code });
}
