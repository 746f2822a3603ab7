// npm start: packages, database, web app, demo, server. One signal stops all of it, in order.
import { spawn, spawnSync } from 'node:child_process';
import { APP_DIST, ensureWebApp } from './build.mjs';
import { ensureBundle } from './bundle.mjs';
import { startDatabase } from './database.mjs';
import { ensurePackages, projectDir, say } from './packages.mjs';

const PORT = Number(process.env.PORT ?? 4180);
const fresh = process.argv.includes('--fresh');
let starting;
let server;
let stopping = false;

async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (server && server.exitCode === null && server.signalCode === null) {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    const timer = setTimeout(() => server.kill('SIGKILL'), 10_000);
    await ended;
    clearTimeout(timer);
  }
  // Also when we are stopped while it is still coming up: nothing of ours stays behind.
  await (await starting?.catch(() => undefined))?.stop();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

/** Loads the demo into an empty database; with --fresh empties it first. */
function loadDemo(bundle, url) {
  const { status } = spawnSync(process.execPath, [bundle, ...(fresh ? ['--fresh'] : [])], {
    cwd: projectDir,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, DATABASE_URL: url },
  });
  if (status !== 0) throw new Error('The demo data could not be loaded (see above)');
}

function serve(bundle, url) {
  server = spawn(process.execPath, ['--enable-source-maps', bundle], {
    cwd: projectDir,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
    env: { ...process.env, DATABASE_URL: url, PORT: String(PORT), APP_DIST, NODE_ENV: 'production' },
  });
  server.once('error', (error) => {
    console.error(error);
    void stop(1);
  });
  server.once('exit', (code, signal) => {
    if (stopping) return;
    say(`The server ended (${code ?? signal}).`);
    void stop(code || 1);
  });
  server.on('message', ({ listening }) => {
    if (!listening) return;
    say('');
    say(`  Rugged Gauge is at  http://localhost:${listening}`);
    say('  Demo sign-in        ines@tidewrack.example');
    say('  Password            low tide');
    say('');
    say('  Ctrl-C stops it; the data stays. npm start -- --fresh makes the demo anew.');
  });
}

try {
  await ensurePackages();
  starting = startDatabase({ projectDir });
  const [serverBundle, demoBundle, database] = await Promise.all([
    ensureBundle('server'),
    ensureBundle('load-demo'),
    starting,
    ensureWebApp(),
  ]);
  if (!stopping) {
    database.onLost(() => {
      say('PostgreSQL ended unexpectedly, see .data/pg/postgres.log');
      void stop(1);
    });
    loadDemo(demoBundle, database.url);
    serve(serverBundle, database.url);
  }
} catch (error) {
  console.error(error.message);
  await stop(1);
}
