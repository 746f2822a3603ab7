import { type Bench, toJobFile } from '@rugged/contract/bench';
import { hasStood, PROCEDURE_TITLE, toKPa } from '@rugged/core';
import {
  leaveAsFound,
  marksOf,
  openStep,
  PROCEDURES,
  procedureFor,
  type ProcedureName,
  type Step,
  type TickMark,
  unreadHazards,
} from '@rugged/core/procedure';
import { useMemo } from 'react';
import { outbox } from '@/data/client';
import { addedEntry } from '@/data/recording';
import type { NewEntry } from '@/data/outbox/entry';
import { useSignedIn } from '@/data/session';
import { asTester, useTesters } from '@/data/testers';

export const isProcedure = (name: string | undefined): name is ProcedureName =>
  PROCEDURES.includes(name as ProcedureName);

/** The steps of one procedure for the job on the bench, with what was ticked. */
export function useProcedure(bench: Bench, name: ProcedureName, cylinder?: string) {
  const {
    shop: { unit },
  } = useSignedIn();
  const [usual] = useTesters('compression');
  const procedure = useMemo(
    () => procedureOf(bench, name, unit, usual && asTester(usual), cylinder),
    [bench, name, unit, usual, cylinder],
  );
  const signature = bench.signatures
    .filter((one) => one.procedure === name)
    .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt))[0];
  const marks = marksOf(name, bench.ticks, signature?.madeAt);
  const unread = unreadHazards(procedure, marks);
  const tickEntry = (step: Step, mark: TickMark): NewEntry =>
    addedEntry(
      bench,
      'ticks',
      { procedure: name, step: step.id, mark },
      `${PROCEDURE_TITLE[name]}: ${MARK_WORD[mark]}`,
    );
  const tick = (step: Step, mark: TickMark) => outbox.keep([tickEntry(step, mark)]);
  /** What nobody ticked was skipped, and is recorded as that. */
  const sign = () =>
    outbox.keep([
      ...procedure.steps.filter(({ id }) => !marks.has(id)).map((step) => tickEntry(step, 'skipped')),
      addedEntry(bench, 'signatures', { procedure: name }, `${PROCEDURE_TITLE[name]} signed`),
    ]);
  return { procedure, marks, unread, signature, tick, sign, open: openStep(procedure, marks) };
}
export type ProcedureInHand = ReturnType<typeof useProcedure>;

const MARK_WORD: Readonly<Record<TickMark, string>> = {
  done: 'a step done',
  skipped: 'a step skipped',
  open: 'a step open again',
};

type Context = Parameters<typeof procedureFor>[1];

/** The procedure as the bench stands: engine, book, school, tester, and the dry reading that the oil is measured by. */
export function procedureOf(
  bench: Bench,
  name: ProcedureName,
  unit: Context['unit'],
  tester: Context['tester'],
  cylinder?: string,
) {
  const { engine, books, job } = bench;
  const { houseRules } = job;
  const { tests = [] } = toJobFile(bench);
  const dry = tests
    .flatMap((test) => (test.kind === 'compression' ? test.readings : []))
    .findLast((reading) => !reading.wet && (cylinder === undefined || reading.cylinder === cylinder));
  const context: Context = {
    engine,
    books,
    houseRules,
    unit,
    stood: hasStood(job),
    ...(tester ? { tester } : {}),
    ...(dry ? { dryKPa: toKPa(dry.peak, dry.unit) } : {}),
    ...(job.site.barometerKPa === undefined ? {} : { atmosphereKPa: job.site.barometerKPa }),
  };
  return name === 'leave-as-found' ? leaveAsFound(context, bench.ticks, tests) : procedureFor(name, context);
}
