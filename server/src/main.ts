import type { Server as HttpServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import { createServer } from './server';
import { migrate } from './store/migrate';
import { connect } from './store/sequelize';

/** Starts the server: DATABASE_URL, PORT, APP_DIST (the built app). */
async function main(): Promise<void> {
  const databaseUrl = process.env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set');
  const sequelize = connect(databaseUrl);
  await migrate(sequelize);
  await sequelize.close();

  const dist = process.env['APP_DIST'];
  const server = await createServer({ databaseUrl, ...(dist ? { dist } : {}) });
  const port = Number(process.env['PORT'] ?? 4180);
  const listener = await listening(server.app, port);
  process.send?.({ listening: (listener.address() as AddressInfo).port });
  const stop = () => {
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
}

/** @throws in words when the port is taken */
function listening(app: Express, port: number): Promise<HttpServer> {
  return new Promise((resolve, reject) => {
    const listener = app.listen(port, process.env['HOST'] ?? '127.0.0.1', (error) => {
      if (!error) resolve(listener);
      else
        reject(
          (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
            ? new Error(`port ${port} is taken. Set PORT to another one`)
            : error,
        );
    });
  });
}

main().catch((error: unknown) => {
  process.stderr.write(`The server could not start: ${(error as Error).message}\n`);
  process.exit(1);
});
