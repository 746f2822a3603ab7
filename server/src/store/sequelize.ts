import { Sequelize } from 'sequelize';
import { speakForWhoAsks } from './asking';

/** Whoever waits longer for the database is told that it does not answer, ms. */
export const ANSWERED_MS = 4500;

/**
 * @param patient for migrations: a statement may take as long as it takes
 * @param pooled the address is that of a pooler that gives connections away between transactions
 */
export function connect(url: string, { patient = false, pooled = false } = {}): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 10, min: 1, acquire: ANSWERED_MS, idle: 10_000 },
    dialectOptions: {
      // The second for a database that is frozen, and cannot stop itself.
      ...(patient ? {} : { query_timeout: ANSWERED_MS }),
      // A pooler takes no settings for a session: there they are the login's (docs/operations.md).
      ...(patient || pooled ? {} : { statement_timeout: ANSWERED_MS }),
      ...(pooled ? {} : { idle_in_transaction_session_timeout: 15_000 }),
      connectionTimeoutMillis: ANSWERED_MS - 500,
      application_name: 'rugged-gauge',
      keepAlive: true,
    },
    // A statement is never repeated blindly: the client repeats whole requests, and they are idempotent.
    retry: { max: 1 },
    define: { underscored: true, timestamps: false },
  });
  speakForWhoAsks(sequelize, pooled);
  return sequelize;
}
