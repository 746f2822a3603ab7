import { QueryTypes, type Sequelize } from 'sequelize';
import { ALL, LATEST, migrate } from './migrate';
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
  const latest = await latestOf(sequelize);
  if (latest !== undefined && latest > LATEST && !(await isUnderstood(sequelize))) {
    await sequelize.close();
    throw newer(latest);
  }
  await migrate(sequelize);
  if (serverPassword !== undefined)
    await sequelize.query(`ALTER ROLE ${SERVER_ROLE} LOGIN PASSWORD ${sequelize.escape(serverPassword)}`);
  return sequelize;
}

/** Whether something is kept there that the next start would bring up to date. */
export async function isBehind(ownerUrl: string): Promise<boolean> {
  const sequelize = connect(ownerUrl, { patient: true });
  try {
    const run = await runOn(sequelize);
    return run.length > 0 && ALL.some((name) => !run.includes(name));
  } finally {
    await sequelize.close();
  }
}

/** @throws in words when the database is not one that this server knows */
export async function checkSchema(sequelize: Sequelize): Promise<void> {
  const latest = await latestOf(sequelize);
  if (latest === LATEST || (latest !== undefined && latest > LATEST && (await isUnderstood(sequelize)))) return;
  throw latest !== undefined && latest > LATEST
    ? newer(latest)
    : new Error('the database is not prepared for this version. Start it with npm start, which does that');
}

const newer = (latest: string) => new Error(`the database is of a newer version (${latest}). Update this server first`);

/** A newer database to which nothing but additions was made since: an older server works on it beside a newer one. */
async function isUnderstood(sequelize: Sequelize): Promise<boolean> {
  const [floor] = await sequelize
    .query<{ name: string }>('SELECT name FROM schema_floor', { type: QueryTypes.SELECT })
    .catch(nothingWithoutTable);
  return floor !== undefined && floor.name <= LATEST;
}

/** What was run last on a database; nothing on an empty one. */
async function latestOf(sequelize: Sequelize): Promise<string | undefined> {
  return (await runOn(sequelize)).at(-1);
}
async function runOn(sequelize: Sequelize): Promise<string[]> {
  const rows = await sequelize
    .query<{ name: string }>('SELECT name FROM schema_migrations ORDER BY name', { type: QueryTypes.SELECT })
    .catch(nothingWithoutTable);
  return rows.map(({ name }) => name);
}
const NO_SUCH_TABLE = '42P01';
function nothingWithoutTable(error: Error & { parent?: { code?: string } }): { name: string }[] {
  if (error.parent?.code === NO_SUCH_TABLE) return [];
  throw error;
}
