import type { ReadingRecordOf, TestRecordOf } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import { type ConditionsOf, type FiguresOf, TEST_NAME, type TestKind } from '@rugged/core';
import { outbox } from '@/data/client';
import { newId } from '@/data/new-id';
import type { NewEntry } from '@/data/outbox/entry';
import { sameConditions, testInHand } from './session';

/** A reading about to be kept, and the test it begins where there is none that it may join. */
export interface Recorded<K extends TestKind> {
  reading: ReadingRecordOf<K>;
  begins?: TestRecordOf<K>;
}

interface Entered<K extends TestKind> {
  kind: K;
  conditions: ConditionsOf<K>;
  figures: FiguresOf<K>;
  /** When it was read, ms. */
  now: number;
}

/** A reading that joins the test in hand when it was set up alike, else begins one. */
export function joinOrBegin<K extends TestKind>(bench: Bench, entered: Entered<K>): Recorded<K> {
  const { kind, conditions, now } = entered;
  const inHand = testInHand(bench, kind, now);
  return inHand && sameConditions(inHand.conditions, conditions)
    ? { reading: readingOf(inHand.id, entered) }
    : begin(bench, entered);
}

/** A reading that begins a test, whatever is in hand. */
export function begin<K extends TestKind>(bench: Bench, entered: Entered<K>): Recorded<K> {
  const { kind, conditions, now } = entered;
  const begins = {
    id: newId(),
    jobId: bench.job.id,
    kind,
    conditions,
    startedAt: new Date(now).toISOString(),
  } as unknown as TestRecordOf<K>;
  return { begins, reading: readingOf(begins.id, entered) };
}

/** One more look at a test that goes on: a case that is watched. */
export const another = <K extends TestKind>(
  { id, kind }: TestRecordOf<K>,
  figures: FiguresOf<K>,
  now: number,
): Recorded<K> => ({ reading: readingOf(id, { kind: kind, figures, now }) });

/** Another figure in the place of a reading that was kept. Both rows stay. */
export function correction<K extends TestKind>(
  of: ReadingRecordOf<K>,
  figures: FiguresOf<K>,
  now: number,
): Recorded<K> {
  return { reading: { ...readingOf(of.testId, { kind: of.kind, figures, now }), supersedes: of.id } };
}

const readingOf = <K extends TestKind>(
  testId: string,
  { kind, figures, now }: Pick<Entered<K>, 'kind' | 'figures' | 'now'>,
): ReadingRecordOf<K> => ({ id: newId(), testId, kind, figures, takenAt: new Date(now).toISOString() });

/** The bench as it will be with these readings kept: what a pad says of a figure while it is typed. */
export function withRecorded(bench: Bench, ...recorded: readonly Recorded<TestKind>[]): Bench {
  return {
    ...bench,
    tests: [...bench.tests, ...recorded.flatMap(({ begins }) => begins ?? [])],
    readings: [...bench.readings, ...recorded.map(({ reading }) => reading)],
  };
}

/** Several readings entered together: those of one kind that begin a test share it. */
export function together<K extends TestKind>(bench: Bench, entered: readonly Entered<K>[]): Recorded<K>[] {
  let so = bench;
  return entered.map((one) => {
    const recorded = joinOrBegin(so, one);
    so = withRecorded(so, recorded);
    return recorded;
  });
}

/** Keeps readings on this device at once and at the server when there is signal. @param what each is, in a few words */
export function keepReadings(
  bench: Bench,
  recorded: readonly { recorded: Recorded<TestKind>; what: string }[],
): Promise<void> {
  const { job, engine } = bench;
  return outbox.keep(
    recorded.flatMap(({ recorded: { begins, reading }, what }): NewEntry[] => [
      ...(begins
        ? [
            {
              method: 'POST' as const,
              path: '/tests',
              body: { ...begins },
              jobId: job.id,
              what: `${TEST_NAME[begins.kind]} test, ${engine.name}`,
            },
          ]
        : []),
      { method: 'POST', path: '/readings', body: { ...reading }, jobId: job.id, what: `${what}, ${engine.name}` },
    ]),
  );
}

/** Takes a reading back: a row of its own that says so, and exactly what was read stays beside it. */
export function withdraw(bench: Bench, reading: ReadingRecordOf<TestKind>, what: string): Promise<void> {
  const { id, testId, kind, figures } = reading;
  const body = {
    id: newId(),
    testId,
    kind,
    figures,
    takenAt: new Date().toISOString(),
    supersedes: id,
    withdrawn: true,
  };
  return outbox.keep([
    { method: 'POST', path: '/readings', body, jobId: bench.job.id, what: `${what} taken back, ${bench.engine.name}` },
  ]);
}

/** A reading kept on the wrong cylinder: withdrawn there and kept here, as it was read and when it was read. */
export function moveReading(
  bench: Bench,
  reading: ReadingRecordOf<'compression'> | ReadingRecordOf<'leakdown'>,
  cylinder: string,
): Promise<void> {
  const { id, testId, kind, figures, takenAt } = reading;
  const to = { ...figures, cylinder };
  const { job, engine } = bench;
  const entry = (body: object, what: string): NewEntry => ({
    method: 'POST',
    path: '/readings',
    body: { ...body },
    jobId: job.id,
    what: `${what}, ${engine.name}`,
  });
  const now = new Date().toISOString();
  return outbox.keep([
    entry(
      { id: newId(), testId, kind, figures, takenAt: now, supersedes: id, withdrawn: true },
      `Not read on cyl ${figures.cylinder}`,
    ),
    entry({ id: newId(), testId, kind, figures: to, takenAt }, `Moved to cyl ${cylinder}`),
  ]);
}
