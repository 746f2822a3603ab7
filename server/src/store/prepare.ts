import { QueryTypes, type Sequelize } from 'sequelize';
import { LATEST, migrate } from './migrate';
import { SERVER_ROLE } from './rights';
import { connect } from './sequelize';

/**
 * Makes a database ready for this version of the server, under the login that owns it.
 * @param serverPassword lets the server's own login in with it; without one whoever runs the database has seen to that
 * @param fresh empties it first
 */
export async function prepareDatabase(ownerUrl: string, serverPassword?: string, fresh = false): Promise<Sequelize> {
  const sequelize = connect(ownerUrl, { patient: true });
  if (fresh) await sequelize.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
  await migrate(sequelize);
  if (serverPassword !== undefined)
    await sequelize.query(`ALTER ROLE ${SERVER_ROLE} LOGIN PASSWORD ${sequelize.escape(serverPassword)}`);
  return sequelize;
}

/** @throws in words when the database is not the one that this server knows */
export async function checkSchema(sequelize: Sequelize): Promise<void> {
  const names = await sequelize
    .query<{ name: string }>('SELECT name FROM schema_migrations ORDER BY name', { type: QueryTypes.SELECT })
    .catch((error: { parent?: { code?: string } }) => {
      if (error.parent?.code === NO_SUCH_TABLE) return [];
      throw error;
    });
  const latest = names.at(-1)?.name;
  if (latest === LATEST) return;
  throw new Error(
    latest !== undefined && latest > LATEST
      ? `the database is of a newer version (${latest}). Update this server first`
      : 'the database is not prepared for this version. Start it with npm start, which does that',
  );
}
const NO_SUCH_TABLE = '42P01';
