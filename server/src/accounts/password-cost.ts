import type { ScryptOptions } from 'node:crypto';

/** What a password costs to guess: a third of a second of one core, 32 MB. Kept with each hash, so it may be raised. */
export const PASSWORD_COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 } satisfies ScryptOptions;
