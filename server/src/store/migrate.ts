import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { Migration } from './migration';
import { SERVER_ROLE } from './rights';
import { up as records } from './migrations/001-records';
import { up as everyTest } from './migrations/002-every-test';
import { up as opinionsAndSymptoms } from './migrations/003-opinions-and-symptoms';
import { up as guidedWork } from './migrations/004-guided-work';
import { up as oneShape } from './migrations/005-one-shape';
import { up as engineSheet } from './migrations/006-engine-sheet';
import { up as readHere } from './migrations/007-read-here';
import { up as touched } from './migrations/008-touched';
import { up as sensors } from './migrations/009-sensors';
import { up as pages } from './migrations/010-pages';
import { up as trust } from './migrations/011-trust';
import { up as secondLock } from './migrations/012-second-lock';
import { up as firstShop } from './migrations/013-first-shop';
import { up as amendments } from './migrations/014-amendments';
import { up as erasing } from './migrations/015-erasing';
import { up as lists } from './migrations/016-lists';
import { up as passwords } from './migrations/017-passwords';
import { up as backups } from './migrations/018-backups';
import { up as people } from './migrations/019-people';
import { up as live } from './migrations/020-live';
import { up as kinds } from './migrations/021-kinds';
import { up as keys } from './migrations/022-keys';
import { up as practice } from './migrations/023-practice';
import { up as signsAlone } from './migrations/024-signs-alone';
import { up as sensorTold } from './migrations/025-sensor-told';
import { up as reach } from './migrations/027-reach';
import { up as partsSeen } from './migrations/026-parts-seen';

/** In order. Imported by name, so that they survive bundling. */
const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '001-records': records,
  '002-every-test': everyTest,
  '003-opinions-and-symptoms': opinionsAndSymptoms,
  '004-guided-work': guidedWork,
  '005-one-shape': oneShape,
  '006-engine-sheet': engineSheet,
  '007-read-here': readHere,
  '008-touched': touched,
  '009-sensors': sensors,
  '010-pages': pages,
  '011-trust': trust,
  '012-second-lock': secondLock,
  '013-first-shop': firstShop,
  '014-amendments': amendments,
  '015-erasing': erasing,
  '016-lists': lists,
  '017-passwords': passwords,
  '018-backups': backups,
  '019-people': people,
  '020-live': live,
  '021-kinds': kinds,
  '022-keys': keys,
  '023-practice': practice,
  '024-signs-alone': signsAlone,
  '025-sensor-told': sensorTold,
  '026-parts-seen': partsSeen,
  '027-reach': reach,
};

/** What a database of this version has run. */
export const ALL: readonly string[] = Object.keys(MIGRATIONS);
export const LATEST = ALL.at(-1) as string;

/**
 * The last migration that a server of before cannot live with. What comes after it only adds: new servers stand beside
 * old ones on it, until the last old one is stopped. A migration that takes away or changes a meaning is named here.
 */
const FLOOR = '022-keys';
const FLOOR_TABLE = `
  CREATE TABLE IF NOT EXISTS schema_floor
    (only_one boolean PRIMARY KEY DEFAULT true CHECK (only_one), name text NOT NULL);
  INSERT INTO schema_floor (name) VALUES ('${FLOOR}')
    ON CONFLICT (only_one) DO UPDATE SET name = greatest(schema_floor.name, excluded.name);
  GRANT SELECT ON schema_floor TO ${SERVER_ROLE};`;

const ADVISORY_LOCK = 727_001;

/**
 * Brings the schema up to date, each migration in its own transaction; servers that start together wait for each other.
 * @param to the last migration to run; all of them where nobody says
 */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const umzug = new Umzug({
    migrations: Object.entries(MIGRATIONS).map(([name, migration]) => ({
      name,
      up: () =>
        sequelize.transaction((transaction) =>
          migration({ sequelize, transaction, sql: (text) => sequelize.query(text, { transaction }) }),
        ),
    })),
    context: sequelize,
    storage: new SequelizeStorage({ sequelize, tableName: 'schema_migrations' }),
    logger: undefined,
  });
  return sequelize.transaction(async (transaction) => {
    await sequelize.query('SET LOCAL idle_in_transaction_session_timeout = 0; SET LOCAL statement_timeout = 0', {
      transaction,
    });
    await sequelize.query(`SELECT pg_advisory_xact_lock(${ADVISORY_LOCK})`, { transaction });
    const run = await umzug.up(to === undefined ? {} : { to });
    if (to === undefined) await sequelize.query(FLOOR_TABLE, { transaction });
    return run.map((migration) => migration.name);
  });
}
