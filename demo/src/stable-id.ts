import { createHash } from 'node:crypto';

/** The same UUID for the same name, each time the demo is made (RFC 9562, version 8: a hash of our own). */
export function stableId(name: string): string {
  const hex = createHash('sha256').update(`tidewrack/${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
