import { type ChildProcess, spawn } from 'node:child_process';
import type { FullConfig } from '@playwright/test';
import type * as BuildScript from '../scripts/build.ts';
import type * as BundleScript from '../scripts/bundle.ts';
import type * as DatabaseScript from '../scripts/database.ts';
import type * as PrepareScript from '../scripts/prepare.ts';
import { script } from './script';

/** The real thing once for all journeys: own cluster, demo made anew, built app, one port. */
export default async function setUp(config: FullConfig): Promise<() => Promise<void>> {
  const root = config.rootDir.replace(/\/e2e$/, '');
  delete process.env['DATABASE_URL'];
  const { startDatabase } = await script<typeof DatabaseScript>('database.ts');
  const { ensureBundle } = await script<typeof BundleScript>('bundle.ts');
  const { ensureWebApp, APP_DIST } = await script<typeof BuildScript>('build.ts');
  const { prepare } = await script<typeof PrepareScript>('prepare.ts');
  const starting = startDatabase({ projectDir: root, name: 'pg-e2e', durable: false, log: () => undefined });
  const [server] = await Promise.all([ensureBundle('server'), ensureBundle('rugged'), ensureWebApp(), starting]);
  const database = await starting;
  const env = {
    ...process.env,
    DATABASE_URL: database.serverUrl,
    PORT: String(new URL(config.projects[0]?.use.baseURL ?? '').port),
    APP_DIST,
    LOG_LEVEL: 'error',
  };
  // Two for each worker, see emailOf.
  await prepare(database, '--demo', '--fresh', '--shops', String(2 * config.workers));
  // For what only whoever owns the database can do.
  process.env['E2E_OWNER_URL'] = database.url;
  const child = spawn(process.execPath, [server], { cwd: root, env, stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
  await listening(child);
  return async () => {
    child.kill('SIGTERM');
    await new Promise((resolve) => {
      child.once('exit', resolve);
    });
    await database.stop();
  };
}

function listening(child: ChildProcess): Promise<void> {
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
}
