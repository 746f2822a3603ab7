import { connect, migrate, openStore } from '@rugged/server';
import { loadDemo } from './load';

/** Brings DATABASE_URL up to date and fills it with the demo shop when it is empty. `--fresh` empties it first. */
async function main(): Promise<void> {
  const databaseUrl = process.env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set');
  const sequelize = connect(databaseUrl);
  if (process.argv.includes('--fresh')) await sequelize.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
  await migrate(sequelize);
  if (await loadDemo(openStore(sequelize), new Date()))
    process.stderr.write('Demo data loaded: Tidewrack Repair Cooperative, Skerrow\n');
  await sequelize.close();
}

main().catch((error: unknown) => {
  process.stderr.write(`The demo data could not be loaded: ${(error as Error).message}\n`);
  process.exit(1);
});
