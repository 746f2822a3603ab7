import { type ChildProcess, spawn } from 'node:child_process';
import path from 'node:path';
import type { FullConfig } from '@playwright/test';

interface Database {
  url: string;
  serverUrl: string;
  stop(): Promise<void>;
}

/** The real thing once for all journeys: own cluster, demo made anew, built app, one port. */
export default async function setUp(config: FullConfig): Promise<() => Promise<void>> {
  const root = config.rootDir.replace(/\/e2e$/, '');
  const script = (name: string) => path.join(root, 'scripts', name);
  const { startDatabase } = (await import(script('database.mjs'))) as {
    startDatabase(options: object): Promise<Database>;
  };
  const { ensureBundle } = (await import(script('bundle.mjs'))) as { ensureBundle(name: string): Promise<string> };
  const { ensureWebApp, APP_DIST } = (await import(script('build.mjs'))) as {
    ensureWebApp(): Promise<void>;
    APP_DIST: string;
  };
  delete process.env['DATABASE_URL'];
  const { prepare } = (await import(script('prepare.mjs'))) as {
    prepare(database: Database, ...flags: string[]): Promise<void>;
  };
  const [database, server] = await Promise.all([
    startDatabase({ projectDir: root, name: 'pg-e2e', log: () => undefined }),
    ensureBundle('server'),
    ensureBundle('rugged'),
    ensureWebApp(),
  ]);
  const env = {
    ...process.env,
    DATABASE_URL: database.serverUrl,
    PORT: String(new URL(config.projects[0]?.use.baseURL ?? '').port),
    APP_DIST,
    LOG_LEVEL: 'error',
  };
  await prepare(database, '--demo', '--fresh');
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
