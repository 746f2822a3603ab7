import { readFileSync } from 'node:fs';
import http, { type Server as HttpServer } from 'node:http';
import https from 'node:https';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import { addressOf } from './http/address';
import { createServer } from './server';
import { serveMetrics } from './http/metrics';
import { isAway } from './http/problem';

/**
 * Starts the server on a prepared database: DATABASE_URL (its own lesser login), PORT, HOST, APP_DIST (the built app),
 * TLS_CERT and TLS_KEY for a secure page; docs/operations.md has the rest.
 */
async function main(): Promise<void> {
  const databaseUrl = process.env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set');
  const address = addressOf(process.env);
  const listenUrl = process.env['LISTEN_DATABASE_URL'] ?? databaseUrl;
  const pooled = process.env['DATABASE_POOLING'] === 'transaction';
  const dist = process.env['APP_DIST'];
  // Somebody who looks on wants to read what went wrong; a log wants every request.
  const logLevel = process.env['LOG_LEVEL'] ?? (process.stdout.isTTY ? 'error' : 'info');
  const server = await awaited(() =>
    createServer({ databaseUrl, listenUrl, pooled, address, logLevel, ...(dist ? { dist } : {}) }),
  );
  const port = Number(process.env['PORT'] ?? 4180);
  const listener = await listening(server.app, port);
  const metricsPort = process.env['METRICS_PORT'];
  const watched =
    metricsPort === undefined
      ? undefined
      : serveMetrics(server.metrics, Number(metricsPort), process.env['METRICS_HOST'] ?? '127.0.0.1');
  let stopping = false;
  const stop = () => {
    // A second signal changes nothing: what is answered now is answered.
    if (stopping) return;
    stopping = true;
    watched?.close();
    listener.close(() => {
      void server.close().then(() => process.exit(0));
    });
    listener.closeIdleConnections();
    setTimeout(() => listener.closeAllConnections(), 3000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The parent went away without a word: nobody could stop us any more.
  process.on('disconnect', stop);
  // Said last: whoever hears it may stop us in the same moment.
  process.send?.({ listening: (listener.address() as AddressInfo).port });
}

/** A database that is not there yet is waited for; what it says itself is an answer. */
async function awaited<T>(start: () => Promise<T>): Promise<T> {
  for (let wait = 500; ; wait = Math.min(2 * wait, 10_000)) {
    try {
      return await start();
    } catch (error) {
      if (!isAway(error)) throw error;
      process.stderr.write(`The database does not answer. Asked again in ${wait / 1000} s.\n`);
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }
}

/** @throws in words when the port is taken */
function listening(app: Express, port: number): Promise<HttpServer> {
  return new Promise((resolve, reject) => {
    const cert = process.env['TLS_CERT'];
    const key = process.env['TLS_KEY'];
    const host = process.env['HOST'] ?? '127.0.0.1';
    const listener =
      cert && key
        ? https.createServer({ cert: readFileSync(cert), key: readFileSync(key) }, app)
        : http.createServer(app);
    listener.once('error', (error: NodeJS.ErrnoException) => {
      reject(error.code === 'EADDRINUSE' ? new Error(`port ${port} is taken. Set PORT to another one`) : error);
    });
    listener.listen(port, host, () => resolve(listener));
  });
}

main().catch((error: unknown) => {
  process.stderr.write(`The server could not start: ${(error as Error).message}\n`);
  process.exit(1);
});
