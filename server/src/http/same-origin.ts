import type { RequestHandler } from 'express';
import { Refusal } from './problem';

/**
 * Refuses writes that another site's page sends along with our cookie. Beside SameSite=Lax. No header at all is no
 * browser.
 */
export const sameOrigin: RequestHandler = (req, _res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD' || req.method === 'OPTIONS') return next();
  const site = req.get('sec-fetch-site');
  const origin = req.get('origin');
  if (site ? site === 'same-origin' || site === 'none' : !origin || hostOf(origin) === req.get('host')) return next();
  throw new Refusal(403, 'cross-site', 'The request came from another site');
};

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}
