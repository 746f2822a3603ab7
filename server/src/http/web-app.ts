import path from 'node:path';
import { Router } from 'express';
import expressStaticGzip from 'express-static-gzip';

const YEAR_S = 365 * 24 * 3600;

/** The built app. Hashed files are kept for a year, the page and the service worker are asked for each time. */
export function webApp(dist: string): Router {
  const routes = Router();
  routes.use(
    expressStaticGzip(dist, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        index: false,
        setHeaders: (res, file) => {
          const hashed = /[/\\](_expo|assets|workers)[/\\]/.test(file);
          res.setHeader('Cache-Control', hashed ? `public, max-age=${YEAR_S}, immutable` : 'no-cache');
        },
      },
    }),
  );
  // A missing script must not be answered with the page.
  routes.use(['/_expo', '/assets', '/workers'], (_req, _res, next) => next('router'));
  routes.get('/{*path}', (_req, res) => {
    res.setHeader('Cache-Control', 'no-cache');
    res.sendFile(path.join(dist, 'index.html'));
  });
  return routes;
}
