import { AsyncLocalStorage } from 'node:async_hooks';
import type { Client } from 'pg';
import type { Sequelize } from 'sequelize';
import { tellEachTransaction } from './pooled';
import type { Who } from './who';

const asking = new AsyncLocalStorage<Who>();

/** Whatever is asked of the database in here is asked for this shop, by this person. */
export const askingAs = <T>(who: Who, work: () => T): T => asking.run(who, work);

/** The database marks what an apprentice adds: whoever is watched is one to it, and nobody else. */
const signsAs = ({ role, watched }: Who): string =>
  watched ? 'apprentice' : role === 'apprentice' ? '' : (role ?? '');

const SETTINGS = ['rugged.shop', 'rugged.person', 'rugged.device', 'rugged.role'] as const;
const saidOf = (who: Who | undefined) =>
  who ? [who.shopId, who.personId, who.device ?? '', signsAs(who)] : SETTINGS.map(() => '');

/**
 * Each connection is told for whom it speaks before it is used, once for as long as it is the same: the database shows
 * it the rows of that shop only, and writes down who changed what.
 *
 * @param pooled behind a pooler that gives connections away between transactions: each transaction is told
 */
export function speakForWhoAsks(sequelize: Sequelize, pooled: boolean): void {
  const { connectionManager } = sequelize;
  const told = new WeakMap<object, string>();
  const given = connectionManager.getConnection.bind(connectionManager);
  connectionManager.getConnection = async (options) => {
    const connection = (await given(options)) as Client;
    const who = asking.getStore();
    if (pooled) {
      if (!told.has(connection))
        tellEachTransaction(connection, () => {
          const asks = asking.getStore();
          return asks && Object.fromEntries(saidOf(asks).map((value, i) => [SETTINGS[i] as string, value]));
        });
      told.set(connection, '');
      return connection;
    }
    const said = saidOf(who);
    const key = said.join('\n');
    if (told.get(connection) === key || (!who && !told.has(connection))) return connection;
    try {
      await connection.query({
        name: 'asking',
        text: `SELECT ${SETTINGS.map((name, i) => `set_config('${name}', $${i + 1}, false)`).join(', ')}`,
        values: said,
      });
      told.set(connection, key);
    } catch (error) {
      told.delete(connection);
      connectionManager.releaseConnection(connection);
      throw error;
    }
    return connection;
  };
}
