import { Sequelize } from 'sequelize';

export function connect(url: string): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 10, min: 1, acquire: 10_000, idle: 10_000 },
    dialectOptions: {
      statement_timeout: 10_000,
      idle_in_transaction_session_timeout: 15_000,
      connectionTimeoutMillis: 5_000,
      application_name: 'rugged-gauge',
      keepAlive: true,
    },
    // A statement is never repeated blindly: the client repeats whole requests, and they are idempotent.
    retry: { max: 1 },
    define: { underscored: true, timestamps: false },
  });
}
