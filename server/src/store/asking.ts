import { AsyncLocalStorage } from 'node:async_hooks';
import type { Client } from 'pg';
import type { Sequelize } from 'sequelize';
import type { Who } from './who';

const asking = new AsyncLocalStorage<Who>();

/** Whatever is asked of the database in here is asked for this shop, by this person. */
export const askingAs = <T>(who: Who, work: () => T): T => asking.run(who, work);

const NOBODY = ['', '', '', ''] as const;

/**
 * Each connection is told for whom it speaks before it is used, once for as long as it is the same: the database shows
 * it the rows of that shop only, and writes down who changed what.
 */
export function speakForWhoAsks(sequelize: Sequelize): void {
  const { connectionManager } = sequelize;
  const told = new WeakMap<object, string>();
  const given = connectionManager.getConnection.bind(connectionManager);
  connectionManager.getConnection = async (options) => {
    const connection = (await given(options)) as Client;
    const who = asking.getStore();
    const said = who ? [who.shopId, who.personId, who.device ?? '', who.role ?? ''] : NOBODY;
    const key = said.join('\n');
    if (told.get(connection) === key || (!who && !told.has(connection))) return connection;
    try {
      await connection.query({
        name: 'asking',
        text: `SELECT set_config('rugged.shop', $1, false), set_config('rugged.person', $2, false),
          set_config('rugged.device', $3, false), set_config('rugged.role', $4, false)`,
        values: [...said],
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
