import type { Client } from 'pg';
import { type Model, type ModelStatic, QueryTypes, type Transaction } from 'sequelize';
import { askingAs } from './asking';
import { asRow, emptied, present, type Table } from './models';
import { type Changed, changeVersion, type Created, createOnce, type HowToCreate, type Store } from './store';
import type { Stands } from './standing';
import type { Who } from './who';

/**
 * The database as one shop sees it. Every statement of a request goes through here, so that none can forget whose rows
 * it may touch; the database holds it to that once more.
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

  /** What they are in this shop, and whether somebody signs beside them; nothing once they left. */
  stands(): Promise<Stands | undefined> {
    return this.store.standing.of(this.who);
  }

  /** Statements that are none of the kinds below, asked for this shop. */
  asked<T>(work: (store: Store) => Promise<T>): Promise<T> {
    return askingAs(this.who, () => work(this.store));
  }

  private model(table: Table): ModelStatic<Model> {
    return this.store.models[table];
  }

  /** Creates a row under the id its client chose; sent again it is found, before anything is checked. */
  create<T extends { id: string }>(table: Table, row: T, how: HowToCreate = {}): Promise<Created> {
    return this.asked(() => createOnce(this.model(table), this.shopId, asRow(table, row), how));
  }

  /** Changes a row from the version it was read at. @param more columns beside what was sent */
  change<T extends { version: number }>(table: Table, id: string, change: T, more = {}): Promise<Changed> {
    const where = table === 'shops' ? { id } : { id, shopId: this.shopId };
    return this.asked(() => changeVersion(this.model(table), where, { ...change }, more));
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
    const where = table === 'shops' ? { id } : { id, shopId: this.shopId };
    return (await this.asked(() => this.model(table).findOne({ where }))) ?? undefined;
  }

  /** A query of our own, in which $1 is this shop. */
  select<T extends object>(sql: string, ...values: readonly unknown[]): Promise<T[]> {
    return this.asked(({ sequelize }) =>
      sequelize.query<T>(sql, { bind: [this.shopId, ...values], type: QueryTypes.SELECT }),
    );
  }

  /**
   * The same for a large query that is asked often: each connection plans it once, under its name, which takes longer
   * than to run it.
   */
  prepared<T extends object>(name: string, sql: string, ...values: readonly unknown[]): Promise<T[]> {
    return this.asked(async ({ sequelize: { connectionManager } }) => {
      const connection = (await connectionManager.getConnection({ type: 'read', useMaster: false })) as Client;
      try {
        const { rows } = await connection.query<T>({ name, text: sql, values: [this.shopId, ...values] });
        return rows;
      } finally {
        connectionManager.releaseConnection(connection);
      }
    });
  }

  transaction<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.asked(({ sequelize }) => sequelize.transaction(work));
  }
}
