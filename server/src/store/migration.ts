import type { Sequelize, Transaction } from 'sequelize';

export interface MigrationContext {
  sequelize: Sequelize;
  transaction: Transaction;
  sql(text: string): Promise<unknown>;
}
export type Migration = (context: MigrationContext) => Promise<void>;
