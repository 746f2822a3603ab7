const DECIMALS = 1e9;
const cutOne = (x: number): number =>
  Number.isInteger(x) || !Number.isFinite(x) ? x : Math.round(x * DECIMALS) / DECIMALS;

/**
 * A value with every number in it cut to nine decimals: engines of different makers differ in the last bits of a power
 * or a logarithm, and a verdict must not. What needs no cutting is returned as it is, nothing is changed in place.
 */
export function roundOff<T>(value: T): T {
  if (typeof value === 'number') return cutOne(value) as T;
  if (typeof value !== 'object' || value === null) return value;
  return (Array.isArray(value) ? cutArray(value) : cutObject(value as Record<string, unknown>)) as T;
}

function cutArray(list: readonly unknown[]): readonly unknown[] {
  let copy: unknown[] | undefined;
  for (let i = 0; i < list.length; i += 1) {
    const one = list[i];
    if (typeof one === 'string') continue;
    const cut = roundOff(one);
    if (cut !== one) (copy ??= [...list])[i] = cut;
  }
  return copy ?? list;
}

function cutObject(record: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  let copy: Record<string, unknown> | undefined;
  for (const key in record) {
    const one = record[key];
    if (typeof one === 'string') continue;
    const cut = roundOff(one);
    if (cut !== one) (copy ??= { ...record })[key] = cut;
  }
  return copy ?? record;
}
