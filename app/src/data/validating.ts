import type * as contractModule from '@rugged/contract';
import type { Checked, Schema } from '@rugged/contract';

type Contract = typeof contractModule;

/**
 * The contract with its schemas, fetched when something is to be checked: the validator is large, and the first screen
 * does without it. The service worker holds it, so that it is there without signal too.
 */
export const contract = (): Promise<Contract> => import('@rugged/contract');

/** Checks an input by one of the contract's schemas, the same the server uses. */
export async function validate<T>(schema: (contract: Contract) => Schema<T>, input: unknown): Promise<Checked<T>> {
  const loaded = await contract();
  return loaded.check(schema(loaded), input);
}

/** What is wrong, by field: the first reason each. */
export function reasonsByField<T>(checked: Checked<T>): Readonly<Record<string, string>> {
  return checked.ok
    ? {}
    : Object.fromEntries([...checked.errors].reverse().map(({ field, reason }) => [field, reason]));
}
