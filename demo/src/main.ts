import { isBehind, newBeginning, openStore, prepareDatabase } from '@rugged/server';
import { loadDemo } from './load';

/**
 * Brings the database that OWNER_DATABASE_URL names up to date, under the login that owns it. `--demo` fills it with
 * the demo shop when it is empty, `--fresh` empties it first, `--shops N` fills it with
 * that many alike, each with people of its own; without either an empty one is given a link that makes
 * its first shop, once, which is printed alone; `--restored` leaves it as it is. SERVER_PASSWORD lets the server's own
 * login in. `--is-behind` says whether there is anything to bring up to date, and does nothing.
 */
async function main(): Promise<void> {
  const ownerUrl = process.env['OWNER_DATABASE_URL'];
  if (!ownerUrl) throw new Error('OWNER_DATABASE_URL is not set');
  if (process.argv.includes('--is-behind')) {
    if (await isBehind(ownerUrl)) process.stdout.write('yes');
    return;
  }
  const [fresh, demo, restored] = ['--fresh', '--demo', '--restored'].map((flag) => process.argv.includes(flag));
  if (fresh && !demo) throw new Error('--fresh empties the demo, and this is none');
  const sequelize = await prepareDatabase(ownerUrl, process.env['SERVER_PASSWORD'], fresh);
  const store = openStore(sequelize);
  if (demo) {
    const shops = process.argv.indexOf('--shops');
    const count = shops < 0 ? 1 : Number(process.argv[shops + 1]);
    if (!Number.isInteger(count) || count < 1 || count > 20) throw new Error('--shops wants a number from 1 to 20');
    if (await loadDemo(store, new Date(), count))
      process.stderr.write('Demo data loaded: Tidewrack Repair Cooperative, Skerrow\n');
  } else if (!restored && (await store.models.shops.count()) === 0) {
    process.stdout.write(`${await newBeginning(sequelize)}\n`);
  }
  await sequelize.close();
}

main().catch((error: unknown) => {
  process.stderr.write(`The database could not be made ready: ${(error as Error).message}\n`);
  process.exit(1);
});
