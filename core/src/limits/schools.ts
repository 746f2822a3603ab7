import type { SpreadMethod } from '../jobfile/book';
import type { SchoolOf } from '../jobfile/schools';
import type { State } from '../jobfile/state';
import type { ThumbName } from './source';

/** Spread limits in use, percent. */
export const SPREAD_LIMIT_SCHOOLS = [10, 15, 20, 25, 30] as const;

/** Leakage bands in use, percent of the supply. */
export const LEAK_SCHOOLS: readonly { sound: number; watch: number; fault: number }[] = [
  { sound: 10, watch: 12, fault: 15 },
  { sound: 10, watch: 20, fault: 30 },
];

/** A school that another shop follows, named by what it changes. */
export type SchoolName =
  | { matter: 'spread-limit'; percent: number }
  | { matter: 'spread-method'; method: SpreadMethod }
  | { matter: 'leak-limit'; sound: number; fault: number }
  | { matter: 'compression'; rule: ThumbName }
  | { matter: 'temperature'; school: SchoolOf<'temperatureSchool'> }
  | { matter: 'throttle'; school: SchoolOf<'throttleSchool'> }
  | { matter: 'wet-rise'; school: SchoolOf<'wetRiseSchool'> };

/** What another school would have called the same reading. Only where its verdict differs. */
export interface Otherwise {
  school: SchoolName;
  state: State;
}
export interface WithOthers {
  others?: Otherwise[];
}
