import type { AddressInfo } from 'node:net';
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
  const listener = server.app.listen(Number(process.env['PORT'] ?? 4180), process.env['HOST'] ?? '127.0.0.1', (error) => {
    if (error) throw error;
    process.send?.({ listening: (listener.address() as AddressInfo).port });
  });
  const stop = () => {
    listener.close(() => { void server.close().then(() => process.exit(0)); });
    listener.closeIdleConnections();
    setTimeout(() => listener.closeAllConnections(), 3000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The parent went away without a word: nobody could stop us any more.
  process.on('disconnect', stop);
}

main().catch((error: unknown) => {
  process.stderr.write(`The server could not start: ${(error as Error).message}\n`);
  process.exit(1);
});
