import { useEffect, useState } from 'react';

const PREFIX = 'rugged.draft.';
const storage = (): Storage | undefined => (typeof localStorage === 'undefined' ? undefined : localStorage);

/** What was typed and not kept yet, from this device; nothing when there is none, or none that can be read. */
export function readDraft<T>(key: string): T | undefined {
  try {
    const text = storage()?.getItem(PREFIX + key);
    return text ? (JSON.parse(text) as T) : undefined;
  } catch {
    return undefined;
  }
}

export function writeDraft(key: string, value: unknown): void {
  storage()?.setItem(PREFIX + key, JSON.stringify(value));
}

export function forgetDraft(key: string): void {
  storage()?.removeItem(PREFIX + key);
}

/** A state that survives a reload and a closed tab: what was entered is never lost. */
export function useDraft<T>(key: string, start: T) {
  const [draft, setDraft] = useState<T>(() => readDraft<T>(key) ?? start);
  useEffect(() => {
    writeDraft(key, draft);
  }, [key, draft]);
  return [draft, setDraft] as const;
}
