import { type IDBPDatabase, openDB } from 'idb';
import { useEffect, useState } from 'react';

const STORE = 'drafts';
/** Where drafts stood before they moved into the browser's database. */
const FORMERLY = 'rugged.draft.';

/** What was typed and not kept yet, as this tab knows it: read at once, written behind. */
const drafts = new Map<string, unknown>();
let database: Promise<IDBPDatabase> | undefined;

const open = (): Promise<IDBPDatabase> =>
  (database ??= openDB('rugged-drafts', 1, {
    upgrade: (db) => {
      db.createObjectStore(STORE);
    },
  }));

/** Reads what this device kept. A browser that keeps nothing starts with nothing, and works. */
export async function loadDrafts(): Promise<void> {
  if (typeof indexedDB === 'undefined') return;
  try {
    const db = await open();
    const [keys, values] = await Promise.all([db.getAllKeys(STORE), db.getAll(STORE)]);
    keys.forEach((key, i) => drafts.set(key as string, values[i]));
    await moveOver(db);
  } catch {
    database = undefined;
  }
}

async function moveOver(db: IDBPDatabase): Promise<void> {
  const old = Object.keys(localStorage).filter((key) => key.startsWith(FORMERLY));
  for (const key of old) {
    const name = key.slice(FORMERLY.length);
    const value = JSON.parse(localStorage.getItem(key) ?? 'null') as unknown;
    if (!drafts.has(name)) {
      drafts.set(name, value);
      await db.put(STORE, value, name);
    }
    localStorage.removeItem(key);
  }
}

/** What was typed and not kept yet, from this device; nothing when there is none. */
export const readDraft = <T>(key: string): T | undefined => drafts.get(key) as T | undefined;

export function writeDraft(key: string, value: unknown): void {
  drafts.set(key, value);
  behind((db) => db.put(STORE, value, key));
}

export function forgetDraft(key: string): void {
  drafts.delete(key);
  behind((db) => db.delete(STORE, key));
}

/** Full or forbidden storage keeps the draft in this tab: typing goes on. */
function behind(write: (db: IDBPDatabase) => Promise<unknown>): void {
  if (typeof indexedDB !== 'undefined')
    void open()
      .then(write)
      .catch(() => undefined);
}

/** A state that survives a reload and a closed tab: what was entered is never lost. */
export function useDraft<T>(key: string, start: T) {
  const [draft, setDraft] = useState<T>(() => readDraft<T>(key) ?? start);
  useEffect(() => {
    writeDraft(key, draft);
  }, [key, draft]);
  return [draft, setDraft] as const;
}
