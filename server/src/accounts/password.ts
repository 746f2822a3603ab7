import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { PASSWORD_COST as COST } from './password-cost';

const KEY_BYTES = 32;
const MOST_MEMORY = 256 * 1024 * 1024;

const derive = (password: string, salt: Buffer, options: ScryptOptions) =>
  new Promise<Buffer>((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, KEY_BYTES, options, (error, key) =>
      error ? reject(error) : resolve(key),
    );
  });

/** `scrypt$N$r$p$salt$key`, so that the cost can be raised later without locking anybody out. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, COST);
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64url'), key.toString('base64url')].join('$');
}

export async function verifyPassword(password: string, stored: string): Promise<boolean> {
  const [algorithm, N, r, p, salt, key] = stored.split('$');
  if (algorithm !== 'scrypt' || !salt || !key) return false;
  const want = Buffer.from(key, 'base64url');
  const got = await derive(password, Buffer.from(salt, 'base64url'), {
    N: Number(N),
    r: Number(r),
    p: Number(p),
    maxmem: MOST_MEMORY,
  });
  return want.length === got.length && timingSafeEqual(want, got);
}

/** Compared against when nobody has that address, so that the answer takes as long. */
export const NOBODY = [
  'scrypt',
  COST.N,
  COST.r,
  COST.p,
  Buffer.alloc(16).toString('base64url'),
  Buffer.alloc(KEY_BYTES, 1).toString('base64url'),
].join('$');
