import type { Temperature } from '../jobfile/book';
import type { CompressionReading, CrankcaseTest, HeardAt, LeakdownReading, ValveTrainSeen } from '../jobfile/tests';
import type { PlugSeen } from './sights';

/** How everything stands at this moment. */
export interface Hands {
  throttle: 'shut' | 'open';
  plugs: 'in' | 'out';
  /** Leads on earth, or the kill lead held: no spark can jump. On a diesel the stop is held: no fuel comes. */
  earthed: boolean;
  warm: boolean;
  /** Oil over the piston, ml. */
  oil: Readonly<Record<string, number>>;
  /** Where the piston was left. @field off degrees from the top; the wrong top of a four-stroke has its valves open */
  top?: { cylinder: string; off: number; stroke: 'compression' | 'exhaust' };
  held: boolean;
  breatherOff: boolean;
  /** What was put right. */
  mended: readonly Mend[];
  /** Pulls since the arm rested. */
  pulls: number;
}

export const MENDS = ['tester', 'battery', 'lever', 'adapter', 'rig'] as const;
export type Mend = (typeof MENDS)[number];
export const LOOKS = [
  'tester',
  'battery',
  'lever',
  'adapter',
  'rig',
  'plug',
  'valve-train',
  'spark',
  'filter',
] as const;
export type Look = (typeof LOOKS)[number];

/** One thing that somebody does. */
export type Act =
  | { do: 'throttle'; to: Hands['throttle'] }
  | { do: 'plugs'; to: Hands['plugs'] }
  | { do: 'earth' }
  | { do: 'warm' }
  | { do: 'look'; at: Look; cylinder?: string }
  | { do: 'mend'; what: Mend }
  /** @field strokes of compression, or pulls of the cord */
  | { do: 'crank'; cylinder: string; strokes: number }
  | { do: 'oil'; cylinder: string; ml: number }
  | { do: 'turn'; cylinder: string; off: number; stroke: 'compression' | 'exhaust' }
  | { do: 'hold' }
  | { do: 'breather' }
  /** @field seconds in which the pressure was brought up */
  | { do: 'air'; cylinder: string; seconds: number }
  | { do: 'listen'; at: HeardAt; cylinder: string; neighbour?: string }
  | { do: 'case'; mode: 'pressure' | 'vacuum' }
  | { do: 'hint' };

/** What was unsafe, where it happened. */
export const DANGERS = ['spark-loose', 'fuel-sprays', 'piston-goes', 'air-at-once', 'oil-locks'] as const;
export type Danger = (typeof DANGERS)[number];

/** What an act showed. */
export type Seen =
  | { saw: 'compression'; reading: CompressionReading; rising: boolean }
  | { saw: 'air'; reading: LeakdownReading }
  | { saw: 'heard'; at: HeardAt; level: 0 | 1 | 2 | 3; neighbour?: string }
  | { saw: 'case'; samples: CrankcaseTest['samples'] }
  | { saw: 'wrong'; what: Mend }
  | { saw: 'right'; what: Mend }
  | { saw: 'plug'; plug: PlugSeen }
  | { saw: 'valve-train'; seen: ValveTrainSeen }
  | { saw: 'spark' }
  | { saw: 'filter' };

export interface Done {
  act: Act;
  minutes: number;
  cost: number;
  saw?: Seen;
  dangers: readonly Danger[];
}

/** One reading with how it was taken. */
export interface Taken<R> {
  reading: R;
  throttle: Hands['throttle'];
  plugs: Hands['plugs'];
  temperature: Temperature;
  /** How the hands stood when it was taken. */
  mended: readonly Mend[];
}

/** Everything that was done so far. Nothing of it is ever changed: an act makes the next one. */
export interface Work {
  luck: number;
  hands: Hands;
  done: readonly Done[];
  minutes: number;
  spent: number;
  hints: number;
  compression: readonly Taken<CompressionReading>[];
  air: readonly Taken<LeakdownReading>[];
  cases: readonly { mode: 'pressure' | 'vacuum'; samples: CrankcaseTest['samples']; mended: readonly Mend[] }[];
  trains: readonly { cylinder: string; seen: ValveTrainSeen }[];
}

/** The readings of compression without oil. */
export const dryOf = ({ compression }: Pick<Work, 'compression'>) => compression.filter(({ reading }) => !reading.wet);

export const hasLooked = (work: Pick<Work, 'done'>, at: Look): boolean =>
  work.done.some(({ act }) => act.do === 'look' && act.at === at);
