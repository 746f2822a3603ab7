import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Entry } from './entry';
import { upgradedEntry } from './upgrade';

interface OutboxDb extends DBSchema {
  entries: { key: number; value: Omit<Entry, 'seq'> & { seq?: number } };
}

/** Entries in the browser's database: they survive a reload, a closed browser and a flat battery. */
export class EntryStore {
  private readonly db: Promise<IDBPDatabase<OutboxDb>>;

  constructor(name = 'rugged-outbox') {
    this.db = openDB<OutboxDb>(name, 1, {
      upgrade: (db) => {
        db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true });
      },
    });
  }

  /** All entries in order. */
  async all(): Promise<Entry[]> {
    return ((await (await this.db).getAll('entries')) as Entry[]).map(upgradedEntry);
  }

  /** Adds all of them or none. Resolves when they are safe on disk. */
  async add(entries: readonly Omit<Entry, 'seq'>[]): Promise<void> {
    const tx = (await this.db).transaction('entries', 'readwrite', { durability: 'strict' });
    for (const entry of entries) void tx.store.add(entry);
    await tx.done;
  }

  async put(entry: Entry): Promise<void> {
    await (await this.db).put('entries', entry);
  }

  async remove(seqs: readonly number[]): Promise<void> {
    const tx = (await this.db).transaction('entries', 'readwrite');
    for (const seq of seqs) void tx.store.delete(seq);
    await tx.done;
  }
}
