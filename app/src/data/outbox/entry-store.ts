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
  async add(entries: readonly Omit<Entry, 'seq'>[]): Promise<Entry[]> {
    const tx = (await this.db).transaction('entries', 'readwrite', { durability: 'strict' });
    const [seqs] = await Promise.all([Promise.all(entries.map((entry) => tx.store.add(entry))), tx.done]);
    return entries.map((entry, at) => ({ ...entry, seq: seqs[at] as number }));
  }

  /** Writes some and takes others away, all of it or nothing. */
  async alter(changed: readonly Entry[], gone: readonly number[]): Promise<void> {
    if (changed.length === 0 && gone.length === 0) return;
    const tx = (await this.db).transaction('entries', 'readwrite');
    await Promise.all([
      ...changed.map((entry) => tx.store.put(entry)),
      ...gone.map((seq) => tx.store.delete(seq)),
      tx.done,
    ]);
  }
}
