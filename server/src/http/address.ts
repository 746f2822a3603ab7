import os from 'node:os';
import type { Express, RequestHandler } from 'express';
import { Refusal } from './problem';

/** Where the server is reached, as it was set. */
export interface Address {
  /** The names that it answers to. */
  hosts: ReadonlySet<string>;
  /** Everything goes over TLS, by a proxy in front that says for whom it asks. */
  behindTls: boolean;
}

/**
 * One setting for a server behind a proxy that ends TLS: `PUBLIC_URL=https://gauge.example.org`. It then believes one
 * proxy, its cookie goes over TLS only, browsers are told to stay there, and no other name is answered. Without it the
 * server answers to this machine's own names and addresses, and to those in `ALLOWED_HOSTS`.
 *
 * @throws RangeError when PUBLIC_URL is no https address
 */
export function addressOf(env: Readonly<Record<string, string | undefined>>): Address {
  const named = (env['ALLOWED_HOSTS'] ?? '').split(',').flatMap((host) => host.trim().toLowerCase() || []);
  const given = env['PUBLIC_URL'];
  if (!given) return { hosts: new Set([...ownNames(), ...named]), behindTls: false };
  const url = URL.canParse(given) ? new URL(given) : undefined;
  if (url?.protocol !== 'https:') throw new RangeError(`PUBLIC_URL must be an https address, not ${given}`);
  // What watches over the server asks it directly.
  return { hosts: new Set([url.hostname, ...LOOPBACK, ...named]), behindTls: true };
}

const LOOPBACK = ['localhost', '127.0.0.1', '::1'];

function ownNames(): string[] {
  const host = os.hostname().toLowerCase();
  const addresses = Object.values(os.networkInterfaces()).flatMap((some) => (some ?? []).map(({ address }) => address));
  return [...LOOPBACK, host, `${host}.local`, ...addresses];
}

/** A page of somebody else's that points its name at this machine asks under that name: it is not answered. */
export const knownHosts =
  ({ hosts }: Address): RequestHandler =>
  (req, _res, next) => {
    if (!hosts.has(hostOf(req.headers.host ?? '')))
      throw new Refusal(421, 'unknown-host', 'This server does not answer to that name');
    next();
  };

/** The name in a Host header, without its port and an IPv6 address's brackets. */
function hostOf(header: string): string {
  const found = /^(?:\[([^\]]+)\]|([^:]*))(?::\d+)?$/.exec(header.trim().toLowerCase());
  return found?.[1] ?? found?.[2] ?? '';
}

/** One proxy in front is believed: its word for the address and for TLS. */
export function believeProxy(app: Express, { behindTls }: Address): void {
  if (behindTls) app.set('trust proxy', 1);
}
