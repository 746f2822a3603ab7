import { randomUUID } from 'node:crypto';
import { addPerson, openStore, prepareDatabase } from '@rugged/server';
import { fillShop } from './full-shop';

/** A database with one shop of so many jobs, each with readings. */
export default async function filled(database: { url: string; serverPassword: string }, jobs: number): Promise<void> {
  const owner = await prepareDatabase(database.url, database.serverPassword, true);
  const store = openStore(owner);
  const [id, person] = [randomUUID(), randomUUID()];
  await store.models.shops.create({ id, name: 'Shop', unit: 'psi', site: {}, houseRules: {}, nextJobNumber: 1 });
  await addPerson(store, { id: person, shopId: id, name: 'Ines', email: 'ines@bench.example', passwordHash: 'none' });
  await fillShop(owner, id, person, jobs);
  await owner.query('VACUUM ANALYZE');
  await owner.close();
}
