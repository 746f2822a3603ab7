import type { Engine } from '../engine/engine';
import type { Book } from '../jobfile/book';
import type { JobFile } from '../jobfile/job-file';
import type { FiguresOf, Test, TestKind, TestOf } from '../jobfile/tests';
import type { Change, ProcedureName, StepData } from '../step/step';
import type { JudgedInspection } from './inspection';

/** What a reading is held against before it is believed. */
export type CheckedJob = Pick<JobFile, 'engine' | 'books'>;

/** What an inspection is judged by, beside its own readings. */
export interface InspectContext {
  engine: Engine;
  books: readonly Book[];
  atmosphereKPa: number;
  tests: readonly Test[];
  /** The latest test of another kind. */
  latest<K extends TestKind>(kind: K): TestOf<K> | undefined;
}

/** What a test notes of how the engine was cranked: it explains readings that are low all round. */
export interface CrankingNote {
  labours: boolean;
  volts?: number;
}

/** All that the core knows of one kind of test. `registry.ts` has one for each kind, and the compiler asks for it. */
export interface KindDefinition<K extends TestKind> {
  /** Whether this engine can be put through it at all. */
  suits(engine: Engine): boolean;
  /** Pieces of equipment that it takes, by the names of the job file. */
  takes: readonly string[];
  /** @throws InputError naming the field within the reading, for what cannot be true on this engine */
  check(reading: FiguresOf<K>, test: TestOf<K>, job: CheckedJob): void;
  /**
   * The same for what all readings share, or what is checked of all at once. @throws InputError naming the field within
   * the test
   */
  checkTest?(test: TestOf<K>, job: CheckedJob): void;
  /** Its readings against the book. What moves a cylinder's state has none: the verdict asks for it by name. */
  inspect?(test: TestOf<K>, context: InspectContext): JudgedInspection[];
  crankingNote?(test: TestOf<K>): CrankingNote | undefined;
  /**
   * For how long readings set up alike belong to one test, hours: then the engine has cooled and the zero has drifted.
   */
  sessionHours: number;
  /** Which procedure leads to a reading. */
  procedure(test: TestOf<K>): Exclude<ProcedureName, 'leave-as-found'>;
  /** The steps of the procedures that are this kind's own. */
  steps: Readonly<Partial<Record<ProcedureName, readonly StepData[]>>>;
  /** What nobody reads this gauge without having changed, on an engine that has it; put back at the end. */
  implies(readings: readonly FiguresOf<K>[]): readonly Change[];
}
