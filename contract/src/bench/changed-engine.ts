import type { EngineChange } from '../records/engine';

/** An engine with a change made to it: what is null is gone. Whether it still makes sense is for `checkEngine`. */
export function changedEngine<E extends object>(engine: E, { version: _from, ...change }: EngineChange): E {
  const merged: Record<string, unknown> = { ...engine, ...change };
  return Object.fromEntries(Object.entries(merged).filter(([, value]) => value !== null && value !== undefined)) as E;
}
