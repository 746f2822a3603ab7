import type { Bench } from '@rugged/contract';
import { hashKey, type Query, type QueryClient } from '@tanstack/react-query';
import { type IDBPDatabase, type IDBPTransaction, openDB } from 'idb';
import { dataOfRow, isKept, jobOf, keptJobs, queriesOf, type Row } from './rows';

const STORE = 'rows';
/** Everything in one string, as it was kept formerly. */
const FORMERLY = 'cache';
/** Changes are written together after so long. */
const PAUSE_MS = 500;

interface Options {
  /** Jobs with entries that were not sent yet. */
  waiting(): ReadonlySet<string>;
  /** What was seen stays readable without signal for this long, ms. */
  keptMs: number;
  name?: string;
}

/**
 * What was fetched, in the browser's database: a row a job, so that one reading writes one job. Where the browser keeps
 * nothing, or is full, the app goes on with what is in the tab.
 */
export class KeptCache {
  private readonly changed = new Map<string, Query | undefined>();
  private readonly opened = new Map<string, number>();
  /** Rows of jobs that lie on the disk, by their hash. */
  private readonly written = new Map<string, string>();
  private database: Promise<IDBPDatabase> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly client: QueryClient,
    private readonly options: Options,
  ) {}

  /** Reads what this device kept into the cache, and from then on writes what changes. */
  async restore(now = Date.now()): Promise<void> {
    if (typeof indexedDB === 'undefined') return;
    try {
      const all = (await (await this.open()).getAll(STORE)) as Row[];
      const fresh = all.filter(({ at }) => now - at < this.options.keptMs);
      for (const { key, data, at, opened } of queriesOf(fresh)) {
        this.client.setQueryData<unknown>(key, data, { updatedAt: at });
        this.isWritten(key, opened);
      }
      for (const { key } of all.filter((row) => !fresh.includes(row))) this.changed.set(hashKey(key), undefined);
    } catch {
      this.database = undefined;
    }
    this.watch();
  }

  private isWritten(key: Query['queryKey'], opened: number | undefined): void {
    const id = jobOf(key);
    if (id === undefined) return;
    this.written.set(hashKey(key), id);
    if (opened !== undefined) this.opened.set(id, opened);
  }

  private watch(): void {
    this.client.getQueryCache().subscribe((event) => {
      const query = event.query as Query;
      if (!isKept(query.queryKey)) return;
      const id = jobOf(query.queryKey);
      if (event.type === 'observerAdded' && id !== undefined) this.opened.set(id, Date.now());
      else if (event.type === 'removed') this.changed.set(query.queryHash, undefined);
      else if (event.type !== 'updated' || event.action.type !== 'success') return;
      if (event.type !== 'removed') this.changed.set(query.queryHash, query);
      this.timer ??= setTimeout(() => void this.flush(), PAUSE_MS);
    });
    if (typeof document === 'undefined') return;
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden') void this.flush();
    });
  }

  /** Writes what changed, and takes off the disk what is one too many. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.changed.size === 0 || typeof indexedDB === 'undefined') return;
    const changed = [...this.changed];
    this.changed.clear();
    const kept = this.kept();
    try {
      const tx = (await this.open()).transaction(STORE, 'readwrite');
      for (const [hash, query] of changed) void this.write(tx, hash, query, kept);
      for (const [hash, id] of this.written)
        if (!kept.has(id)) {
          void tx.store.delete(hash);
          this.written.delete(hash);
        }
      await tx.done;
    } catch {
      // Full, or forbidden: what is in the tab stays, and the next change tries again.
      this.database = undefined;
    }
  }

  private write(
    tx: IDBPTransaction<unknown, [typeof STORE], 'readwrite'>,
    hash: string,
    query: Query | undefined,
    kept: ReadonlySet<string>,
  ): Promise<unknown> | undefined {
    if (!query || query.state.data === undefined) {
      this.written.delete(hash);
      return tx.objectStore(STORE).delete(hash);
    }
    const { queryKey: key, state } = query;
    const id = jobOf(key);
    if (id !== undefined && !kept.has(id)) return undefined;
    if (id !== undefined) this.written.set(hash, id);
    const opened = id === undefined ? undefined : this.opened.get(id);
    const row: Row = {
      key,
      data: dataOfRow(key, state.data),
      at: state.dataUpdatedAt,
      ...(opened === undefined ? {} : { opened }),
    };
    return tx.objectStore(STORE).put(row, hash);
  }

  private kept(): Set<string> {
    const known = this.client.getQueriesData<Bench>({ queryKey: ['bench'] }).flatMap(([, bench]) => bench ?? []);
    return keptJobs(
      known.map(({ job: { id, number } }) => ({ id, number, opened: this.opened.get(id) })),
      this.options.waiting(),
    );
  }

  private open(): Promise<IDBPDatabase> {
    return (this.database ??= openDB(this.options.name ?? 'rugged-cache', 2, {
      upgrade: (db, _from, _to, tx) => {
        db.createObjectStore(STORE);
        if (db.objectStoreNames.contains(FORMERLY)) void moveOver(db, tx);
      },
      // A tab with a newer version may change the database.
      blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
    }));
  }
}

/** What an earlier version kept goes into rows, within the upgrade. */
async function moveOver(db: IDBPDatabase, tx: IDBPTransaction<unknown, string[], 'versionchange'>): Promise<void> {
  const text = (await tx.objectStore(FORMERLY).get('queries')) as string | undefined;
  for (const row of formerRows(text)) void tx.objectStore(STORE).put(row, hashKey(row.key));
  db.deleteObjectStore(FORMERLY);
}

interface Formerly {
  clientState: { queries: { queryKey: Query['queryKey']; state: { data?: unknown; dataUpdatedAt: number } }[] };
}

/** What an earlier version kept as one string. */
function formerRows(text: string | undefined): Row[] {
  if (!text) return [];
  const { clientState } = JSON.parse(text) as Formerly;
  return clientState.queries
    .filter(({ queryKey, state }) => isKept(queryKey) && state.data !== undefined)
    .map(({ queryKey, state: { data, dataUpdatedAt } }) => ({
      key: queryKey,
      data: dataOfRow(queryKey, data),
      at: dataUpdatedAt,
    }));
}
