import type { NewNote, NewTest, OtherReadingRecord } from '@rugged/contract';
import { type Bench, countingReadings } from '@rugged/contract/bench';
import { type CrankcaseTest, fromKPa, holdLimits, toKPa, type VacuumUnit } from '@rugged/core';
import { useEffect, useMemo, useState } from 'react';
import { outbox } from '@/data/client';
import { judgeBench } from '@/data/jobs';
import { newId } from '@/data/new-id';
import { useSignedIn } from '@/data/session';
import { typedNumber } from '@/ui/format';
import { useLiveCase } from './use-live-case';

export type CaseConditions = Omit<CrankcaseTest, 'kind' | 'samples'>;
export type CaseTestRecord = Extract<NewTest, { kind: 'crankcase' }>;
export type SampleRecord = Extract<OtherReadingRecord, { kind: 'crankcase' }>;

/** A watch longer than this was walked away from. */
const LONGEST_MS = 3600 * 1000;

/**
 * A closed case watched over time. The clock is the start of the test in the record: it goes on through a reload, a
 * locked phone, a day without signal.
 */
export function useCrankcaseTest(bench: Bench) {
  const { shop } = useSignedIn();
  const now = useNow();
  const running = runningTest(bench, now);
  const limits = holdLimits(bench.books);
  const samples = useMemo(() => (running ? samplesOf(bench, running.id) : []), [bench, running]);
  const unit: VacuumUnit = running?.conditions.unit ?? shop.unit;
  const seconds = running ? Math.max(0, Math.round((now - Date.parse(running.startedAt)) / 1000)) : 0;
  const shown = (kPa: number) => fromKPa(kPa, unit);

  /** Closes the rig: the first look is the start of the watch. */
  const start = (conditions: CaseConditions, value: number, celsius?: number) => {
    const startedAt = new Date().toISOString();
    const test: CaseTestRecord = { id: newId(), jobId: bench.job.id, kind: 'crankcase', conditions, startedAt };
    const reading = sample(test.id, 0, value, startedAt, celsius);
    return outbox.keep([
      { method: 'POST', path: '/tests', body: { ...test }, jobId: bench.job.id, what: `Crankcase ${conditions.mode}, ${bench.engine.name}` },
      { method: 'POST', path: '/readings', body: { ...reading }, jobId: bench.job.id, what: `Crankcase at 0 s: ${value} ${conditions.unit}, ${bench.engine.name}` },
    ]);
  };
  /** What is wrong with a start, before it is kept: too much for the seals above all. */
  const wrongStart = (conditions: CaseConditions, text: string): string | undefined => {
    const value = typedNumber(text);
    if (value === undefined) return undefined;
    if (typeof value !== 'number' || value <= 0) return 'must be a number above 0';
    const test: CaseTestRecord = { id: 'draft', jobId: bench.job.id, kind: 'crankcase', conditions, startedAt: new Date(now).toISOString() };
    const judged = judgeBench({ ...bench, tests: [...bench.tests, test], readings: [...bench.readings, sample('draft', 0, value, test.startedAt)] });
    return judged.ok ? undefined : judged.error.reason;
  };
  // The start itself is the look at nought.
  const look = (value: number, at = Math.max(1, seconds)) => {
    if (!running) return;
    void outbox.keep([{ method: 'POST', path: '/readings', body: { ...sample(running.id, at, value, new Date().toISOString()) }, jobId: bench.job.id, what: `Crankcase at ${at} s: ${value} ${unit}, ${bench.engine.name}` }]);
  };
  const takeBack = (one: SampleRecord) => {
    void outbox.keep([{ method: 'POST', path: '/readings', body: { ...one, id: newId(), takenAt: new Date().toISOString(), supersedes: one.id, withdrawn: true }, jobId: bench.job.id, what: `Crankcase look at ${one.figures.seconds} s taken back, ${bench.engine.name}` }]);
  };

  /** What the soapy water showed. */
  const note = (text: string) => {
    const at = running?.conditions.case;
    const body: NewNote = { id: newId(), jobId: bench.job.id, about: 'other', text, madeAt: new Date().toISOString(), ...(at === undefined ? {} : { cylinder: at }) };
    void outbox.keep([{ method: 'POST', path: '/notes', body: { ...body }, jobId: bench.job.id, what: `Note on the crankcase, ${bench.engine.name}` }]);
  };
  const live = useLiveCase(bench, running, samples, limits.holdSeconds, look);

  return {
    unit, running, note, live, samples, seconds, start, wrongStart, look, takeBack,
    limits: { holdSeconds: limits.holdSeconds, maxDrop: shown(limits.maxDropKPa), highest: shown(limits.highestKPa), source: limits.source },
    /** The usual start: what the book says, else 5 psi either way. */
    usualStart: (mode: CaseConditions['mode'], inUnit: VacuumUnit) => {
      const book = bench.books.find(({ crankcase }) => crankcase)?.crankcase;
      const kPa = book && mode === 'pressure' ? toKPa(book.pressure, book.unit) : toKPa(5, 'psi');
      return Number(fromKPa(kPa, inUnit).toFixed(inUnit === 'kPa' ? 0 : 1));
    },
  };
}
export type CrankcasePad = ReturnType<typeof useCrankcaseTest>;

const sample = (testId: string, seconds: number, value: number, takenAt: string, celsius?: number): SampleRecord => (
  { id: newId(), testId, kind: 'crankcase', figures: { seconds, value, ...(celsius === undefined ? {} : { celsius }) }, takenAt });

export const samplesOf = (bench: Bench, testId: string): SampleRecord[] =>
  countingReadings(bench.readings).filter((reading): reading is SampleRecord => reading.kind === 'crankcase' && reading.testId === testId).sort((a, b) => a.figures.seconds - b.figures.seconds);

/** The latest test that was begun here and is young enough to be watched still. */
function runningTest(bench: Bench, now: number): CaseTestRecord | undefined {
  const [latest] = bench.tests.filter((test): test is CaseTestRecord => test.kind === 'crankcase').sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt));
  return latest && now - Date.parse(latest.startedAt) < LONGEST_MS ? latest : undefined;
}

/** Twice a second, so that the seconds never skip. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(tick);
  }, []);
  return now;
}
