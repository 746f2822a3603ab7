// npm run dev: the app with hot reload, the server anew on every change, the same database as npm start. One address.
import { type ChildProcess, spawn, type SpawnOptions } from 'node:child_process';
import http from 'node:http';
import path from 'node:path';
import type { BuildContext, Plugin } from 'esbuild';
import { bundleWorkers, ownPackages, REQUIRE } from './bundle.ts';
import { type Database, startDatabase } from './database.ts';
import { projectDir, say } from './packages.mjs';
import { prepare } from './prepare.ts';

const PORT = Number(process.env.PORT ?? 4180);
const SERVER_PORT = PORT + 1;
const METRO_PORT = PORT + 2;
const children = new Set<ChildProcess>();
let database: Database | undefined;
let builder: BuildContext | undefined;
let stopping = false;

async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  await builder?.dispose();
  await Promise.all([...children].map(end));
  await database?.stop();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

/** A child in a group of its own, so that what it starts ends with it. */
function start(args: readonly string[], options: SpawnOptions): ChildProcess {
  const child = spawn(process.execPath, args, { detached: true, stdio: ['ignore', 'inherit', 'inherit'], ...options });
  children.add(child);
  child.once('exit', () => children.delete(child));
  return child;
}

async function end(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const signal = (name: NodeJS.Signals) => {
    try {
      if (child.pid !== undefined) process.kill(-child.pid, name);
    } catch {
      // It has gone by itself.
    }
  };
  signal('SIGTERM');
  const timer = setTimeout(() => signal('SIGKILL'), 5000);
  await ended;
  clearTimeout(timer);
}

/** Bundles the server whenever a source of it changes, and starts it anew with every bundle that is good. */
async function serve(url: string): Promise<void> {
  const { context } = await import('esbuild');
  const outfile = path.join(projectDir, '.cache', 'dev', 'server.mjs');
  let server: ChildProcess | undefined;
  const restart = async () => {
    if (server) await end(server);
    if (stopping) return;
    const env = { ...process.env, DATABASE_URL: url, PORT: String(SERVER_PORT) };
    server = start(['--enable-source-maps', outfile], { cwd: projectDir, env });
  };
  const anew: Plugin = {
    name: 'anew',
    setup(build) {
      build.onEnd(async ({ errors }) => {
        if (errors.length > 0 || stopping) return;
        say(server ? 'Server: changed, started anew.' : 'Server: started.');
        await restart();
      });
    },
  };
  builder = await context({
    entryPoints: [path.join(projectDir, 'server/src/main.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    packages: 'external',
    logLevel: 'warning',
    plugins: [ownPackages, anew],
    banner: REQUIRE,
  });
  await builder.watch();
}

/** The app as Metro serves it: changed parts are bundled again when they are asked for, workers at the next start. */
function serveApp() {
  const expo = path.join(projectDir, 'node_modules', '.bin', 'expo');
  const metro = start([expo, 'start', '--web', '--port', String(METRO_PORT)], {
    cwd: path.join(projectDir, 'app'),
    env: { ...process.env, CI: '0', BROWSER: 'none', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' },
  });
  metro.once('exit', (code) => {
    if (stopping) return;
    say(`The app's bundler ended (${code}).`);
    void stop(1);
  });
}

/** What npm start left in the browser would serve the app of yesterday: it takes itself away. */
const NO_WORKER = `self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil((async () => {
  for (const name of await caches.keys()) await caches.delete(name);
  await self.registration.unregister();
  for (const client of await self.clients.matchAll()) client.navigate(client.url);
})()));`;

/** One address for both, as it is in earnest: the session's cookie and the origin are the same. */
async function oneAddress() {
  const { createProxyServer } = await import('http-proxy-3');
  const proxy = createProxyServer({ xfwd: true });
  const target = ({ url = '' }: http.IncomingMessage) =>
    `http://127.0.0.1:${url.startsWith('/api/') ? SERVER_PORT : METRO_PORT}`;
  proxy.on('error', (_error, _request, response) => {
    if (!('writeHead' in response)) return void response.destroy();
    if (!response.headersSent) response.writeHead(503, { 'Content-Type': 'text/plain', 'Retry-After': '1' });
    response.end('It is starting: try again in a moment.');
  });
  const front = http.createServer((request, response) => {
    if (request.url !== '/sw.js') return proxy.web(request, response, { target: target(request) });
    response.writeHead(200, { 'Content-Type': 'text/javascript', 'Cache-Control': 'no-store' });
    response.end(NO_WORKER);
  });
  front.on('upgrade', (request, socket, head) => proxy.ws(request, socket, head, { target: target(request) }));
  await new Promise<void>((resolve, reject) => {
    front.once('error', reject);
    front.listen(PORT, '127.0.0.1', resolve);
  });
}

try {
  [database] = await Promise.all([startDatabase({ projectDir }), bundleWorkers()]);
  const own = database;
  own.onLost(() => {
    say('PostgreSQL ended unexpectedly, see .data/pg/postgres.log');
    void stop(1);
  });
  await prepare(own, ...(own.mode === 'external' ? [] : ['--demo']));
  await Promise.all([serve(own.serverUrl), oneAddress()]);
  serveApp();
  say(`\n  Rugged Gauge, as you change it:  http://localhost:${PORT}\n`);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  await stop(1);
}
