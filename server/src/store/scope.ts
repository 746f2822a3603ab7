import type { Client } from 'pg';
import { type Model, type ModelStatic, QueryTypes, type Transaction } from 'sequelize';
import { asRow, emptied, present, type Table } from './models';
import { type Changed, changeVersion, type Created, createOnce, type HowToCreate, type Store } from './store';

/** Who asks, and the shop every row of the answer must belong to. */
export interface Who {
  personId: string;
  shopId: string;
}

/**
 * The database as one shop sees it. Every statement of a request goes through here, so that none can forget whose rows
 * it
 * may touch.
 */
export class ShopScope {
  constructor(
    readonly store: Store,
    private readonly who: Who,
  ) {}

  get shopId(): string {
    return this.who.shopId;
  }
  get personId(): string {
    return this.who.personId;
  }

  private model(table: Table): ModelStatic<Model> {
    return this.store.models[table];
  }

  /** Creates a row under the id its client chose; sent again it is found, before anything is checked. */
  create<T extends { id: string }>(table: Table, row: T, how: HowToCreate = {}): Promise<Created> {
    return createOnce(this.model(table), this.shopId, asRow(table, row), how);
  }

  /** Changes a row from the version it was read at. */
  change<T extends { version: number }>(table: Table, id: string, change: T): Promise<Changed> {
    return changeVersion(this.model(table), table === 'shops' ? { id } : { id, shopId: this.shopId }, { ...change });
  }

  /** The same for a row that is sent whole: what is not sent any more is gone. */
  changeWhole(table: Table, id: string, { version, ...row }: { version: number } & object): Promise<Changed> {
    const { id: _id, ...columns } = asRow(table, { id, ...row });
    return this.change(table, id, { ...emptied(table), ...columns, version });
  }

  /** A row as the wire has it, or nothing. */
  async find(table: Table, id: string): Promise<Record<string, unknown> | undefined> {
    const row = await this.stored(table, id);
    return row && present(row);
  }

  /** A row with everything that is kept of it. */
  async stored(table: Table, id: string): Promise<Model | undefined> {
    return (await this.model(table).findOne({ where: { id, shopId: this.shopId } })) ?? undefined;
  }

  /** A query of our own, in which $1 is this shop. */
  select<T extends object>(sql: string, ...values: readonly unknown[]): Promise<T[]> {
    return this.store.sequelize.query<T>(sql, { bind: [this.shopId, ...values], type: QueryTypes.SELECT });
  }

  /**
   * The same for a large query that is asked often: each connection plans it once, under its name, which takes longer
   * than to run it.
   */
  async prepared<T extends object>(name: string, sql: string, ...values: readonly unknown[]): Promise<T[]> {
    const { connectionManager } = this.store.sequelize;
    const connection = (await connectionManager.getConnection({ type: 'read', useMaster: false })) as Client;
    try {
      const { rows } = await connection.query<T>({ name, text: sql, values: [this.shopId, ...values] });
      return rows;
    } finally {
      connectionManager.releaseConnection(connection);
    }
  }

  transaction<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.store.sequelize.transaction(work);
  }
}
