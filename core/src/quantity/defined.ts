type Optional<T> = { [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined> };
type Required<T> = { [K in keyof T as undefined extends T[K] ? never : K]: T[K] };
export type Defined<T> = { [K in keyof (Optional<T> & Required<T>)]: (Optional<T> & Required<T>)[K] };

/** A record without the fields that are undefined, so that what is not known is not there. */
export function defined<T extends object>(record: T): Defined<T> {
  return Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as Defined<T>;
}
