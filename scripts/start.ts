// npm start: packages, database, web app, demo, server. One signal stops all of it, in order.
import { type ChildProcess, spawn } from 'node:child_process';
import type http from 'node:http';
import path from 'node:path';
import { ensureFree, portOf } from './address.ts';
import { APP_DIST, ensureWebApp } from './build.ts';
import { ensureBundle } from './bundle.ts';
import { type Database, startDatabase } from './database.ts';
import { inWords, projectDir, say } from './packages.mjs';
import { NOT_OURS, ready } from './prepare.ts';

const USUAL_PORT = 4180;
let PORT = USUAL_PORT;
const fresh = process.argv.includes('--fresh');
/** On the local network too, for phones; nothing but loopback unless asked for. */
const lan = process.argv.includes('--lan');
let starting: Promise<Database> | undefined;
let trust: http.Server | undefined;
let server: ChildProcess | undefined;
let stopping = false;

async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  trust?.close();
  trust?.closeAllConnections();
  if (server && server.exitCode === null && server.signalCode === null) {
    const ended = new Promise((resolve) => server?.once('exit', resolve));
    server.kill('SIGTERM');
    const child = server;
    const timer = setTimeout(() => child.kill('SIGKILL'), 10_000);
    await ended;
    clearTimeout(timer);
  }
  // Also when we are stopped while it is still coming up: nothing of ours stays behind.
  await (await starting?.catch(() => undefined))?.stop();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

/** After so long a server that ran is not to blame for the last crash any more, ms. */
const RAN_WELL_MS = 60_000;
const LONGEST_WAIT_S = 30;

/** A server that ran and crashed is started again, later each time; one that never came up has said why. */
type Welcome = (at: string) => string[];
function serve(bundle: string, url: string, welcome: Welcome, secure: Record<string, string> = {}, crashes = 0): void {
  let since: number | undefined;
  server = spawn(process.execPath, ['--enable-source-maps', bundle], {
    cwd: projectDir,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
    env: { ...process.env, DATABASE_URL: url, PORT: String(PORT), APP_DIST, NODE_ENV: 'production', ...secure },
  });
  server.once('error', (error) => {
    console.error(error);
    void stop(1);
  });
  server.once('exit', (code, signal) => {
    if (stopping) return;
    if (since === undefined) {
      say(`The server ended (${code ?? signal}).`);
      return void stop(code || 1);
    }
    const before = Date.now() - since > RAN_WELL_MS ? 0 : crashes;
    const wait = Math.min(LONGEST_WAIT_S, 2 ** before);
    say(`The server ended (${code ?? signal}). It is started again in ${wait} s.`);
    setTimeout(() => {
      if (!stopping) serve(bundle, url, welcome, secure, before + 1);
    }, 1000 * wait);
  });
  server.on('message', ({ listening }: { listening?: number }) => {
    if (!listening) return;
    since = Date.now();
    if (crashes > 0) return say('The server is back.');
    const at = `${secure.TLS_CERT ? 'https' : 'http'}://localhost:${listening}`;
    say('');
    say(`  Rugged Gauge is at  ${at}`);
    for (const line of welcome(at)) say(`  ${line}`);
    say('');
  });
}

/** PostgreSQL of our own went away: it is started again, later each time. The server waits for it meanwhile. */
function watch(database: Database, lost = 0): void {
  const again = async () => {
    const wait = Math.min(LONGEST_WAIT_S, 2 ** lost);
    say(`PostgreSQL ended unexpectedly, see .data/pg/postgres.log. It is started again in ${wait} s.`);
    await new Promise((resolve) => setTimeout(resolve, 1000 * wait));
    if (stopping) return;
    starting = startDatabase({ projectDir, port: database.port });
    try {
      watch(await starting, lost + 1);
      say('PostgreSQL is back.');
    } catch (error) {
      console.error(error instanceof Error ? error.message : error);
      void stop(1);
    }
  };
  database.onLost(() => void again());
}

/** What the server needs for a secure page on the local network, and the page that leads a phone to trusting it. */
async function onTheNetwork(): Promise<Record<string, string>> {
  if (!lan) return {};
  const { default: qrcode } = await import('qrcode');
  const { ensureCertificate, lanAddresses, trustPage } = await import('./lan.ts');
  const addresses = lanAddresses();
  const [address] = addresses;
  if (!address) throw new Error('--lan: this machine has no address on a network');
  const url = `https://${address}:${PORT}`;
  const { TLS_CERT, TLS_KEY } = process.env;
  if (TLS_CERT && TLS_KEY) {
    say(`  For phones          ${url}, with the certificate of TLS_CERT`);
    return { HOST: '0.0.0.0', TLS_CERT, TLS_KEY };
  }
  const { authority, cert, key } = ensureCertificate(path.join(projectDir, '.data', 'tls'), addresses);
  const port = PORT + 1;
  trust = await trustPage(port, url, authority);
  say(await qrcode.toString(`http://${address}:${port}`, { type: 'terminal', small: true }));
  say(`  A new phone first   http://${address}:${port}  (the code above): it learns to trust this shop, once`);
  say(`  Then                ${url}`);
  return { HOST: '0.0.0.0', TLS_CERT: cert, TLS_KEY: key };
}

try {
  if (fresh && process.env.DATABASE_URL) throw new Error(NOT_OURS);
  PORT = portOf(process.env.PORT, USUAL_PORT);
  await ensureFree(PORT);
  starting = startDatabase({ projectDir });
  const [serverBundle, database] = await Promise.all([
    ensureBundle('server'),
    starting,
    ensureBundle('prepare'),
    ensureWebApp(),
  ]);
  if (!stopping) {
    watch(database);
    const welcome = await ready(database, { fresh });
    serve(serverBundle, database.serverUrl, welcome, await onTheNetwork());
  }
} catch (error) {
  console.error(inWords(error));
  await stop(1);
}
